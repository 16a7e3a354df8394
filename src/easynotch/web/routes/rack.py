"""Boards on hand, and the made-up yard they can be ordered from."""

from collections.abc import Iterator

from flask import Response, request
from pydantic import BaseModel, Field

from ...core.rules import Words
from ...core.supply import Section
from ...core.tape import Units
from ...core.terms import Count, Length, Message, message
from ...exchange import Problem, Problems, read_settings, resolve_settings, typed_length
from ...exchange.input.settings_model import SettingsInput
from ...exchange.tables.stock_table import StockRow, read_defects, read_stock, write_stock
from ...exchange.working.supply import lengths_of
from ...instruments import Line, Offer, ask_yard
from ...presenting.cut.models import RackView
from ...presenting.shared.lengths import format_length
from ...presenting.shared.models import Shown
from ...store import (
    Ordered,
    RackBoard,
    add_to_rack,
    change_rack_board,
    get_job,
    get_rack_board,
    get_shop,
    order,
    order_came,
    rack,
    take_off_rack,
)
from ..bodies.answers import ChangedView
from ..bodies.cutting import AskBody, CameBody, OnHandBody, OrderLine, OrdersBody, RackBody
from ..bodies.describing import blueprint
from ..bodies.view import View
from ..server.happenings import note_in_job
from ..server.requests import JobPath, WordsQuery, answer, database, words_of
from .cutting import MOST_BOARDS, rack_view

api = blueprint("rack", __name__, "cutting")


class UnitsQuery(WordsQuery):
    """In which units bare numbers are typed and lengths are told."""

    units: Units = Units.IMPERIAL


class RackPath(BaseModel):
    """Which board on hand."""

    board_id: str = Field(max_length=40)


class OrderPath(BaseModel):
    """Which order."""

    order_id: str = Field(max_length=40)


class RackPage(View):
    """Every board on hand."""

    boards: list[RackView]


class InsteadView(View):
    """A longer board in place of one the yard is short of."""

    line: OrderLine
    say: str


class OfferView(View):
    """What the yard says to a line; ``now`` and ``later`` are what can be ordered of it."""

    say: str
    length: Shown
    now: OrderLine | None
    later: OrderLine | None
    instead: list[InsteadView]
    cost: float


class OffersView(View):
    """A yard's offer."""

    offers: list[OfferView]
    total: float
    note: str


@api.get("/rack", responses={200: RackPage})
def read_rack(query: UnitsQuery) -> Response:
    """Every board on hand."""
    return _page(query)


def _page(query: UnitsQuery, status: int = 200) -> Response:
    words = words_of(query, query.units)
    with database().read() as db:
        return answer(RackPage(boards=[rack_view(board, words) for board in rack(db)]), status)


@api.post("/rack", responses={201: RackPage})
def put_on_rack(query: UnitsQuery, body: RackBody) -> Response:
    """More boards on hand."""
    sizes = [_positive(getattr(body, key), query.units, key) for key in ("thickness", "depth", "length")]
    _keep([RackBoard(sizes[0], sizes[1], sizes[2], note=body.note, sighted=body.sighted)] * body.count)
    return _page(query, 201)


@api.post("/rack/csv", responses={201: RackPage})
def rack_from_table(query: UnitsQuery) -> Response:
    """Boards on hand out of a table; nothing is kept where a row of it cannot be read."""
    boards = [
        RackBoard(row.thickness, row.depth, row.length, row.price, row.note, row.defects, sighted=row.sighted)
        for row in read_stock(request.get_data(cache=True), query.units)
        for _ in range(row.count)
    ]
    _keep(boards)
    return _page(query, 201)


@api.get("/rack/csv")
def rack_as_table() -> Response:
    """The boards on hand as a table."""
    with database().read() as db:
        rows = [
            StockRow(
                board.thickness, board.depth, board.length, 1, board.price, board.note, board.sighted, board.defects
            )
            for board in rack(db)
        ]
    return Response(
        write_stock(rows), mimetype="text/csv", headers={"Content-Disposition": 'attachment; filename="stock.csv"'}
    )


def _keep(boards: list[RackBoard]) -> None:
    with database().connect() as db:
        if len(rack(db)) + len(boards) > MOST_BOARDS:
            raise Problems([Problem("count", Message("problem.rack_full"))])
        for board in boards:
            add_to_rack(db, board)


@api.put("/rack/<board_id>", responses={200: RackPage})
def change(path: RackPath, query: UnitsQuery, body: OnHandBody) -> Response:
    """New defects of a board on hand, or what was found when it was sighted along."""
    with database().connect() as db:
        there = get_rack_board(db, path.board_id)
        defects = read_defects(body.defects, there.length, query.units, "defects")
        sighted = there.sighted if body.sighted is None else body.sighted
        change_rack_board(db, path.board_id, defects, body.note, sighted)
    return _page(query)


@api.delete("/rack/<board_id>", responses={200: RackPage})
def remove(path: RackPath, query: UnitsQuery) -> Response:
    """A board is gone."""
    with database().connect() as db:
        take_off_rack(db, path.board_id, gone=True)
    return _page(query)


def _positive(text: str, units: Units, path: str) -> float:
    mm = typed_length(text, units, path)
    if mm <= 0:
        raise Problems([Problem(path, Message("error.zero"))])
    return mm


@api.post("/jobs/<job_id>/yard", responses={200: OffersView})
def ask(path: JobPath, query: WordsQuery, body: AskBody) -> Response:
    """What the made-up yard of a seed has of it."""
    with database().read() as db:
        job = get_job(db, path.job_id)
        units = Units(job.units)
        document = resolve_settings(get_shop(db).settings, job.settings, units).document
    settings = SettingsInput.model_validate(read_settings(document, units))
    words = words_of(query, units)
    offers: list[Offer] = []
    for line in body.lines:
        section = Section(line.thickness, line.depth)
        lines = [Line(line.thickness, line.depth, line.length, line.count)]
        offers += ask_yard(body.seed, lines, lengths_of(section, settings, units))
    views = [_offer(offer, words) for offer in offers]
    return answer(
        OffersView(
            offers=views, total=round(sum(view.cost for view in views), 2), note=words.say(Message("yard.made_up"))
        )
    )


def _offer(offer: Offer, words: Words) -> OfferView:
    key = "all" if offer.short == 0 else "some" if offer.here else "none"
    return OfferView(
        say=words.say(message(f"yard.{key}", here=Count(offer.here), short=Count(offer.short), days=Count(offer.days))),
        length=format_length(offer.line.length, words),
        now=_line(offer, offer.line.length, offer.here, offer.price, 0) if offer.here else None,
        later=_line(offer, offer.line.length, offer.short, offer.price, offer.days) if offer.short else None,
        instead=list(_instead(offer, words)),
        cost=round(offer.price * offer.line.count, 2),
    )


def _instead(offer: Offer, words: Words) -> Iterator[InsteadView]:
    for other in offer.instead:
        yield InsteadView(
            line=_line(offer, other.length, other.count, other.price, 0),
            say=words.say(message("yard.instead", n=Count(other.count), length=Length(other.length))),
        )


def _line(offer: Offer, length: float, count: int, price: float, days: int) -> OrderLine:
    return OrderLine(
        thickness=offer.line.thickness, depth=offer.line.depth, length=length, count=count, price=price, days=days
    )


@api.post("/jobs/<job_id>/orders", responses={201: ChangedView})
def place_orders(path: JobPath, body: OrdersBody) -> Response:
    """Order what was offered."""
    with database().connect() as db:
        for line in body.lines:
            order(db, Ordered(path.job_id, line.thickness, line.depth, line.length, line.count, line.price, line.days))
            note_in_job(db, path.job_id, "ordered", _told("log.ordered", line))
    return answer(ChangedView(id=path.job_id), 201)


@api.put("/orders/<order_id>", responses={200: ChangedView})
def came(path: OrderPath, body: CameBody) -> Response:
    """An order came, and lies on the rack; or it was dropped."""
    with database().connect() as db:
        owed = order_came(db, path.order_id, came=body.came)
        note_in_job(db, owed.job_id, "ordered", _told("log.came" if body.came else "log.dropped", owed))
    return answer(ChangedView(id=path.order_id))


def _told(key: str, line: OrderLine | Ordered) -> Message:
    values = {"thickness": Length(line.thickness), "depth": Length(line.depth), "length": Length(line.length)}
    return Message(key, {"n": Count(line.count), **values})
