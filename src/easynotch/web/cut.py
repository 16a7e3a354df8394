"""``POST /api/cut``: boards with the pieces in them, saw settings, and what to buy; nothing is stored."""

from collections.abc import Iterator

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Words
from ..core.solid import Member, outline
from ..core.supply import Board, Laid, SawnEnd, SawSetting, Turn, Wanted, lying_ways, saw_settings, whole_length
from ..core.tape import Units
from ..core.terms import Angle, Count, Length, Message, message
from ..exchange import JobInput, Worked, WorkedFlight
from ..exchange.supply import SectionPlan, plans_of, wanted_of
from .board_view import shown
from .cut_models import (
    BuyView,
    CutBoardView,
    CutRowView,
    CutSectionView,
    CuttingView,
    LaidView,
    SawEndView,
    SawSettingView,
)
from .first_work import first_work
from .kept import WordsQuery
from .pieces import title_in
from .work_out import suppose_missing

api = APIBlueprint("cut", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])


class CutQuery(WordsQuery):
    """Whether a piece may lie with its other edge up: only where its crown does not matter."""

    edge_free: bool = False


@api.before_request
def suppose() -> None:
    """What is missing is supposed for no saw: nothing is cut before it is measured."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/cut", responses={200: CuttingView})
def cut(query: CutQuery, body: JobInput) -> Response:
    """The first work of a job at the saw."""

    def made(worked: Worked | None, words: Words) -> CuttingView:
        if worked is None or g.supposed:
            return CuttingView(rows=[], sections=[], settings=[], buying=[], caution="", notes=[])
        return cut_view(worked, body, words, edge_free=query.edge_free)

    return first_work(query, body, made)


def cut_view(worked: Worked, job: JobInput, words: Words, *, edge_free: bool) -> CuttingView:
    """Everything the Cut station shows of a work."""
    wanted = wanted_of(worked, job.settings, edge_free=edge_free)
    plans = plans_of(wanted, job.settings, job.units)
    names = {one.id: title_in(worked, one.member, words) for one in wanted}
    return CuttingView(
        rows=[row for one in wanted for row in _row(one, names, words)],
        sections=[_section(number, one, names, words) for number, one in enumerate(plans, 1)],
        settings=[_setting(one, names, words) for one in saw_settings(wanted)],
        buying=[*_bought(plans, words), *_hardware(worked, words)],
        caution=words.say(Message("cut.caution")),
        notes=[words.say(Message(f"cut.{key}")) for key in _notes(plans, job.units)],
    )


def _row(one: Wanted, names: dict[str, str], words: Words) -> Iterator[CutRowView]:
    """A piece of the cut list, measured over its angled ends on the solid itself."""
    if one.member.role == "template" or one.count < 1:
        return
    stock = one.member.stock
    section = f"{words.value(Length(stock.thickness))} × {words.value(Length(stock.depth))}"
    length = whole_length(one.member)
    yield CutRowView(
        id=one.id, title=names[one.id], count=one.count, section=section, length=shown(length, words),
        ends=words.say(Message("cut_list.square" if _square(one.member) else "cut_list.long")),
    )  # fmt: skip


def _square(member: Member) -> bool:
    ends = [removal.planes[0].plane.normal for removal in member.removals if len(removal.planes) == 1]
    return all(abs(normal.x) > 1 - 1e-9 or abs(normal.x) < 1e-9 for normal in ends)


def _section(number: int, one: SectionPlan, names: dict[str, str], words: Words) -> CutSectionView:
    section, plan = one.section, one.plan
    size = f"{words.value(Length(section.thickness))} × {words.value(Length(section.depth))}"
    members = {wanted.id: wanted.member for wanted in one.wanted}
    boards = sum(board.count for board in plan.boards)
    used = sum((board.stock.length - board.rest) * board.count for board in plan.boards)
    whole = sum(board.stock.length * board.count for board in plan.boards)
    said = [message("cut.boards", n=Count(boards), share=Count(round(100 * used / whole) if whole else 0))]
    said.append(Message("cut.proved") if plan.gap < 1e-6 else message("cut.gap", share=Count(round(100 * plan.gap, 1))))
    shared = sum(board.shared * board.count for board in plan.boards)
    if shared:
        said.append(message("cut.shared", n=Count(shared)))
    return CutSectionView(
        id=f"section_{number}",
        title=f"{one.name}, {size}" if one.name else size,
        boards=[
            _board(f"{number}.{k}", board, section.depth, members, names, words)
            for k, board in enumerate(plan.boards, 1)
        ],
        say=[words.say(one) for one in said],
        too_long=[
            words.say(message("cut.too_long", piece=names[piece], length=Length(whole_length(members[piece]))))
            for piece in plan.too_long
        ],
        gap=plan.gap,
    )  # fmt: skip


def _board(
    key: str, board: Board, depth: float, members: dict[str, Member], names: dict[str, str], words: Words
) -> CutBoardView:
    return CutBoardView(
        key=key,
        length=shown(board.stock.length, words),
        depth=depth,
        count=board.count,
        laid=[
            LaidView(
                id=one.id, title=names[one.id], outline=_outline(members[one.id], one), start=one.start, stop=one.stop,
                turned=words.say(Message(f"cut.{one.turn}")) if one.turn is not Turn.AS_MARKED else "",
            )
            for one in board.laid
        ],
        rest=shown(max(0.0, board.rest), words),
        shared=board.shared,
    )  # fmt: skip


def _outline(member: Member, laid: Laid) -> list[tuple[float, float]]:
    """A piece's near face where it lies in the board."""
    lying = lying_ways(member, edge_free=False)[Turn.AS_MARKED]
    corners = [(u - lying.zero, v) for u, v in outline(member)]
    if laid.turn is not Turn.AS_MARKED:
        corners = [(lying.length - u, v) for u, v in corners]
    if laid.turn is Turn.OTHER_EDGE:
        corners = [(u, member.stock.depth - v) for u, v in corners]
    return [(laid.start + u, v) for u, v in corners]


def _setting(one: SawSetting, names: dict[str, str], words: Words) -> SawSettingView:
    square = one.mitre < 0.05 and one.bevel < 0.05
    key = "square" if square else "mitre" if one.bevel < 0.05 else "bevel" if one.mitre < 0.05 else "both"
    notes = []
    if not one.turns:
        notes.append("beyond")
    if one.between and not square:
        notes.append("between")
    if any(end.leans for end in one.ends):
        notes.append("lay")
    if any(end.length is not None and end.count > 2 for end in one.ends):
        notes.append("gang")
    return SawSettingView(
        title=words.say(message(f"saw_setting.{key}", mitre=Angle(one.mitre), bevel=Angle(one.bevel))),
        count=one.count,
        notes=[words.say(Message(f"saw_setting.{note}")) for note in notes],
        ends=[SawEndView(piece=end.piece, say=_end(end, names, words)) for end in one.ends],
    )


def _end(end: SawnEnd, names: dict[str, str], words: Words) -> str:
    key = f"end_{end.leans}" if end.leans else "end_stop" if end.length is not None else "end"
    return words.say(
        message(f"saw_setting.{key}", piece=names[end.piece], n=Count(end.count), stop=Length(end.length or 0.0))
    )


def _bought(plans: tuple[SectionPlan, ...], words: Words) -> Iterator[BuyView]:
    """Boards by section and length, the dearest section first."""
    for one in plans:
        counted: dict[float, int] = {}
        costs: dict[float, float] = {}
        for board in one.plan.boards:
            counted[board.stock.length] = counted.get(board.stock.length, 0) + board.count
            costs[board.stock.length] = board.stock.cost
        section = one.section
        size = f"{words.value(Length(section.thickness))} × {words.value(Length(section.depth))}"
        for length, count in sorted(counted.items(), reverse=True):
            yield BuyView(
                what=f"{one.name}, {size}" if one.name else size, length=shown(length, words), count=count,
                cost=round(costs[length] * count, 2) if one.priced else None,
            )  # fmt: skip


def _hardware(worked: Worked, words: Words) -> Iterator[BuyView]:
    """Counts of what is not timber; what holds is for the maker's tables and local code."""
    if not isinstance(worked, WorkedFlight):
        return
    flight = worked.layout.flight
    counts = {
        "hangers": int(worked.facts["stringer_count"]) if flight.head.kind == "hanger" else 0,
        "anchors": int(worked.facts.get("anchor_count", 0)),
        "bags": int(worked.facts.get("slab_bags", 0)) + int(worked.facts.get("footing_bags", 0)),
        "brackets": int(worked.facts["stringer_count"]) if flight.kicker is not None else 0,
    }
    for key, count in counts.items():
        if count:
            yield BuyView(what=words.say(Message(f"buy.{key}")), length=None, count=count, cost=None)


def _notes(plans: tuple[SectionPlan, ...], units: Units) -> Iterator[str]:
    del units
    if any(not one.kept for one in plans):
        yield "usual_stock"
    if any(not one.priced for one in plans):
        yield "no_price"
    yield "not_tried"
