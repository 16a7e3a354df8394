"""The shop's settings."""

from flask import Response
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Dialect, LimitSetId, Words, limit_set
from ..core.tape import Tape, Units
from ..core.terms import Message
from ..store import Shop, get_shop, save_shop
from . import problem
from .bodies import ShopBody
from .kept import answer, database
from .models import LimitSetView, ShopView

api = APIBlueprint("shop", __name__, url_prefix="/api/shop", abp_tags=[Tag(name="shop")])


def shop_view(shop: Shop) -> ShopView:
    """The settings with what is usual filled in."""
    dialect = Dialect(shop.settings.get("dialect", Dialect.NORTH_AMERICA))
    words = Words(dialect, Tape.of(Units.IMPERIAL))
    sets = [LimitSetView(id=one, name=words.say(Message(limit_set(one).name))) for one in LimitSetId]
    return ShopView(
        revision=shop.revision, dialect=dialect, fine=shop.settings.get("fine", False) is True, limit_sets=sets
    )


@api.get("", responses={200: ShopView})
def read_shop() -> Response:
    """The settings."""
    with database().read() as db:
        return answer(shop_view(get_shop(db)))


@api.put("", responses={200: ShopView})
def change_shop(body: ShopBody) -> Response:
    """Keep changed settings. They change words and rounding where lengths are shown, never a stored measurement."""
    with database().connect() as db:
        if not save_shop(db, body.revision, {"dialect": body.dialect, "fine": body.fine}):
            return problem.problem(409, problem.PLAIN.say(Message("problem.stale")))
        return answer(shop_view(get_shop(db)))
