"""The shop's settings."""

from flask import Response

from ...core.rules import LimitSetId, limit_set
from ...core.tape import Units
from ...core.terms import Message
from ...exchange import read_settings
from ...presenting.shared.settings import effective_view, groups_view, words_for
from ...store import OwnLimitSet, Shop, get_shop, list_limit_sets, save_shop
from ..bodies.answers import NamedView, ShopView
from ..bodies.describing import blueprint
from ..bodies.works import ShopBody
from ..server import problem
from ..server.requests import answer, database

api = blueprint("shop", __name__, "shop", "/api/shop")


def units_of(settings: dict[str, object]) -> Units:
    """In which units the shop's own lengths are typed."""
    habits = settings.get("habits")
    return Units(habits.get("units") or Units.IMPERIAL) if isinstance(habits, dict) else Units.IMPERIAL


def shop_view(shop: Shop, own: list[OwnLimitSet]) -> ShopView:
    """The settings with what is usual filled in."""
    units = units_of(shop.settings)
    settled = effective_view(shop.settings, {}, units)
    words = words_for(settled.document, units)
    sets = [NamedView(id=one, name=words.say(limit_set(one).name)) for one in LimitSetId]
    sets += [NamedView(id=one.id, name=words.say(Message("limits.own", {"name": one.name}))) for one in own]
    return ShopView(
        revision=shop.revision, settings=shop.settings, settled=settled, groups=groups_view(words), limit_sets=sets
    )


@api.get("", responses={200: ShopView})
def read_shop() -> Response:
    """The settings."""
    with database().read() as db:
        return answer(shop_view(get_shop(db), list_limit_sets(db)))


@api.put("", responses={200: ShopView})
def change_shop(body: ShopBody) -> Response:
    """Keep changed settings. They change words, drawings and what is begun later, never a stored measurement."""
    with database().read() as db:
        stored = get_shop(db).settings
    settings = read_settings(body.settings, units_of(body.settings) if body.settings else units_of(stored))
    with database().connect() as db:
        if not save_shop(db, body.revision, settings):
            return problem.problem(409, problem.PLAIN.say(Message("problem.stale")))
        return answer(shop_view(get_shop(db), list_limit_sets(db)))
