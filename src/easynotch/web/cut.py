"""``POST /api/cut``: boards with the pieces in them, saw settings, and what to buy; nothing is stored."""

from collections.abc import Iterator
from math import ceil

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Words
from ..core.solid import Face, Member, seen_outline
from ..core.supply import (
    Board,
    Laid,
    Rip,
    SawnEnd,
    SawSetting,
    Section,
    Turn,
    Wanted,
    lying_ways,
    rips,
    saw_settings,
    whole_length,
)
from ..core.terms import Angle, Count, Length, Message, Value, message
from ..core.tools import Saw
from ..exchange import JobInput, Worked, saws_of
from ..exchange.supply import VISIBLE, SectionPlan, kerf_of, lengths_of, one_length_plans, plans_of
from ..presenting.shared.shown import shown
from .batch import AT, Batch, Part, Rack, Ways, batch_of, hardware, materials, notes_of, shape_of
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
from .work_out import suppose_missing

api = APIBlueprint("cut", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])


NOTHING = CuttingView(
    rows=[], sections=[], settings=[], buying=[], caution="", notes=[], scarfs=[], alternatives=[], kerf=0.0,
    tried=False, cut=[], rack=[], orders=[], stops=[],
)  # fmt: skip
"""Nothing to cut: something is still to be measured."""
NARROWER, SAME_LENGTH = 0.05, 1.0
"""mm: a board is ripped for more than the one, and lengths are alike within the other."""
PROVED = 1e-6
"""Of a plan's cost: a smaller gap is none."""


class CutQuery(WordsQuery):
    """Whether a piece may lie with its other edge up: only where its crown does not matter."""

    edge_free: bool = False


@api.before_request
def suppose() -> None:
    """What is missing is supposed for no saw: nothing is cut before it is measured."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/cut", responses={200: CuttingView})
def cut(query: CutQuery, body: JobInput) -> Response:
    """The first work of a job at the saw, as if nothing were cut and no board on hand."""

    def made(worked: Worked | None, words: Words) -> CuttingView:
        if worked is None or g.supposed:
            return NOTHING
        return cut_view(batch_of([Part("", "", worked)], body, words, Ways(edge_free=query.edge_free)), body, words)

    return first_work(query, body, made)


def cut_view(batch: Batch, job: JobInput, words: Words, *, others: bool = False) -> CuttingView:
    """What is worked out for the Cut station: boards, settings and what to buy for a batch."""
    rack = [(Section(one.thickness, one.depth), one.board) for one in batch.rack]
    plans = plans_of(batch.wanted, job.settings, job.units, rack, batch.go_on, batch.told)
    there = {one.board.id: one for one in batch.rack}
    return CuttingView(
        rows=[row for one in batch.wanted for row in _row(one, batch.names, words)],
        sections=[_section(number, one, (batch, there), words) for number, one in enumerate(plans, 1)],
        settings=[
            *(_setting(one, batch.names, saws_of(job.settings), words) for one in saw_settings(batch.wanted)),
            *_ripped(batch, words),
            *_ripped_to_width(plans, batch.names, words),
        ],
        buying=[*_bought(plans, words), *_hardware(batch, words)],
        caution=words.say(Message("cut.caution")),
        notes=notes_of(words, list(_notes(plans))),
        scarfs=list(batch.scarfs),
        alternatives=list(_alternatives(plans, job, words)) if others else [],
        kerf=kerf_of(job.settings),
        tried=False,
        cut=[],
        rack=[],
        orders=[],
        stops=[],
    )


def _row(one: Wanted, names: dict[str, str], words: Words) -> Iterator[CutRowView]:
    """A piece of the cut list, measured over its angled ends on the solid itself."""
    if one.member.role == "template" or one.count < 1:
        return
    stock = one.member.stock
    section = f"{words.value(Length(stock.thickness))} × {words.value(Length(stock.depth))}"
    length = whole_length(one.member)
    yield CutRowView(
        id=one.id, work_id=one.id.partition(AT)[0], piece=one.id.partition(AT)[2], title=names[one.id],
        count=one.count, section=section, length=shown(length, words),
        ends=words.say(Message("cut_list.square" if _square(one.member) else "cut_list.long")),
    )  # fmt: skip


def _square(member: Member) -> bool:
    ends = [removal.planes[0].plane.normal for removal in member.removals if len(removal.planes) == 1]
    return all(abs(normal.x) > 1 - 1e-9 or abs(normal.x) < 1e-9 for normal in ends)


def percent(share: float, *, least: bool = False) -> str:
    """A share in per cent: to the nearest one, or to the next tenth that is not below it, where it is a bound."""
    return f"{ceil(share * 1000 - 1e-9) / 10:g} %" if least else f"{share * 100:.0f} %"


def _section(number: int, one: SectionPlan, made: tuple[Batch, dict[str, Rack]], words: Words) -> CutSectionView:
    section, plan, names = one.section, one.plan, made[0].names
    size = f"{words.value(Length(section.thickness))} × {words.value(Length(section.depth))}"
    members = {wanted.id: wanted.member for wanted in one.wanted}
    boards = sum(board.count for board in plan.boards)
    owned = sum(board.count for board in plan.boards if board.stock.id)
    used = sum((board.stock.length - board.rest) * board.count for board in plan.boards)
    whole = sum(board.stock.length * board.count for board in plan.boards)
    waste = percent(1.0 - used / whole if whole else 0.0)
    said = [message("cut.boards" if boards != 1 else "cut.boards_one", n=Count(boards), share=waste)]
    if plan.stopped:
        said.append(Message("cut.stopped"))
    said.append(Message("cut.proved") if plan.gap < PROVED else message("cut.gap", share=percent(plan.gap, least=True)))
    if owned:
        said.append(message("cut.owned", n=Count(owned)))
    shared = sum(board.shared * board.count for board in plan.boards)
    if shared:
        said.append(message("cut.shared" if shared != 1 else "cut.shared_one", n=Count(shared)))
    return CutSectionView(
        id=f"section_{number}",
        title=f"{one.name}, {size}" if one.name else size,
        thickness=section.thickness,
        depth=section.depth,
        boards=[
            _board(f"{number}.{k}", board, section, members, made, words)
            for k, board in enumerate(plan.boards, 1)
        ],
        say=[words.say(one) for one in said],
        too_long=[
            words.say(message("cut.too_long", piece=names[piece], length=Length(whole_length(members[piece]))))
            for piece in plan.too_long
        ],
        gap=plan.gap,
        stopped=plan.stopped,
    )  # fmt: skip


def _board(
    key: str,
    board: Board,
    section: Section,
    members: dict[str, Member],
    made: tuple[Batch, dict[str, Rack]],
    words: Words,
) -> CutBoardView:
    batch, rack = made
    there = rack.get(board.stock.id)
    seen = [members[one.id].role in VISIBLE for one in board.laid]
    mixed = {member.role in VISIBLE for member in members.values()} == {True, False}
    looked = _sight(board, any(seen), mixed=mixed)
    return CutBoardView(
        key=key,
        length=shown(board.stock.length, words),
        rack=board.stock.id,
        start=board.stock.start,
        whole=there.board.length if there else board.stock.length,
        note=there.note if there else "",
        thickness=section.thickness,
        depth=section.depth,
        count=board.count,
        sight=words.say(Message(f"cut.sight_{looked}")) if looked else "",
        laid=[
            LaidView(
                id=one.id, work_id=one.id.partition(AT)[0], piece=one.id.partition(AT)[2],
                shape=shape_of(members[one.id]), title=batch.names[one.id], code=batch.codes[one.id],
                length=shown(whole_length(members[one.id]), words),
                outline=_outline(members[one.id], one, _up(one.turn)),
                hidden=_outline(members[one.id], one, _down(one.turn)), start=one.start, stop=one.stop,
                turned=words.say(Message(f"cut.{one.turn}")) if one.turn is not Turn.AS_MARKED else "",
            )
            for one in board.laid
        ],
        rest=shown(max(0.0, board.rest), words),
        shared=board.shared,
    )  # fmt: skip


def _sight(board: Board, seen: bool, *, mixed: bool) -> str:
    """What is to be looked for along a board, where something of it stays visible; of those to be bought, only where
    the section has pieces for the others too.
    """
    if not seen:
        return ""
    if board.stock.id:
        return "found" if board.stock.straight else "first"
    return "pick" if mixed else ""


def _up(turn: Turn) -> Face:
    """Which face lies up: turned end for end, a piece has its far one up."""
    return Face.FAR if turn is Turn.END_FOR_END else Face.NEAR


def _down(turn: Turn) -> Face:
    return Face.NEAR if turn is Turn.END_FOR_END else Face.FAR


def _outline(member: Member, laid: Laid, face: Face) -> list[tuple[float, float]]:
    """A piece's face where it lies in the board."""
    lying = lying_ways(member, edge_free=False)[Turn.AS_MARKED]
    corners = [(u - lying.zero, v) for u, v in seen_outline(member, face)]
    if laid.turn is not Turn.AS_MARKED:
        corners = [(lying.length - u, v) for u, v in corners]
    if laid.turn is Turn.OTHER_EDGE:
        corners = [(u, member.stock.depth - v) for u, v in corners]
    return [(laid.start + u, v) for u, v in corners]


def _setting(one: SawSetting, names: dict[str, str], saws: tuple[Saw, ...], words: Words) -> SawSettingView:
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
        notes=[*(words.say(Message(f"saw_setting.{note}")) for note in notes), *_reached(one, saws, words)],
        ends=[SawEndView(piece=end.piece, say=_end(end, names, words)) for end in one.ends],
    )


def _reached(one: SawSetting, saws: tuple[Saw, ...], words: Words) -> Iterator[str]:
    """Which of the shop's circular saws tilt so far, where the blade is tilted."""
    if not saws or one.bevel < 0.05:
        return
    reach = [saw.name for saw in saws if one.bevel <= saw.tilt + 0.05]
    key = "reached" if reach else "not_reached"
    yield words.say(message(f"saw_setting.{key}", saws=", ".join(reach), tilt=Angle(one.bevel)))


def _ripped(batch: Batch, words: Words) -> Iterator[SawSettingView]:
    """The lengthwise cuts, by line and tilt: another blade, and the fence."""
    groups: dict[str, list[Rip]] = {}
    for one in rips(batch.wanted):
        key = ("corner" if one.top else "rip") + ("" if one.tilt < 0.05 else "_tilted")
        title = words.say(message(f"saw_setting.{key}", line=Length(one.line), tilt=Angle(one.tilt)))
        groups.setdefault(title, []).append(one)
    for title, found in groups.items():
        yield SawSettingView(
            title=title,
            count=sum(one.count for one in found),
            notes=[words.say(Message("saw_setting.ripping"))],
            ends=[
                SawEndView(
                    piece=one.piece,
                    say=words.say(message("saw_setting.ripped", n=Count(one.count), piece=batch.names[one.piece])),
                )
                for one in found
            ],
        )


def _ripped_to_width(plans: tuple[SectionPlan, ...], names: dict[str, str], words: Words) -> Iterator[SawSettingView]:
    """Pieces narrower than the board they come from, ripped to their own width."""
    for plan in plans:
        for one in plan.wanted:
            deep = one.member.stock.depth
            if plan.section.depth - deep > NARROWER:
                title = message("saw_setting.to_width", line=Length(deep), board=Length(plan.section.depth))
                said = message("saw_setting.ripped", n=Count(one.count), piece=names[one.id])
                yield SawSettingView(
                    title=words.say(title), count=one.count, notes=[words.say(Message("saw_setting.ripping"))],
                    ends=[SawEndView(piece=one.id, say=words.say(said))],
                )  # fmt: skip


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
            if board.stock.id:
                continue
            counted[board.stock.length] = counted.get(board.stock.length, 0) + board.count
            costs[board.stock.length] = board.stock.cost
        section = one.section
        size = f"{words.value(Length(section.thickness))} × {words.value(Length(section.depth))}"
        for length, count in sorted(counted.items(), reverse=True):
            yield BuyView(
                what=f"{one.name}, {size}" if one.name else size, length=shown(length, words), count=count,
                cost=round(costs[length] * count, 2) if one.priced else None,
                thickness=section.thickness, depth=section.depth,
            )  # fmt: skip


def _alternatives(plans: tuple[SectionPlan, ...], job: JobInput, words: Words) -> Iterator[str]:
    """What else was considered: each section bought in one length alone, where that brings every piece."""
    for one in plans:
        yield from _said_length(one, job, words)
        bought = {(board.stock.length, board.count) for board in one.plan.boards if not board.stock.id}
        ways = []
        for other in one_length_plans(one, job.settings, job.units) if bought else ():
            if bought == {(other.length, other.count)}:
                continue
            share = round(100 * (other.cost / one.plan.cost - 1)) if one.plan.cost > 0 else 0
            values: dict[str, Value] = {
                "length": Length(other.length),
                "n": Count(other.count),
                "share": f"{share:g} %",
            }
            ways.append(words.say(Message(f"cut.other_{'alike' if share <= 0 else 'dearer'}", values)))
        if ways:
            yield words.say(message("cut.other", section=_size(one, words), ways="; ".join(ways)))


def _said_length(plan: SectionPlan, job: JobInput, words: Words) -> Iterator[str]:
    """Why other lengths are bought than the one that was said of this section."""
    said = next((one.member.stock.length for one in plan.wanted if one.member.stock.length is not None), None)
    bought = {board.stock.length for board in plan.plan.boards if not board.stock.id}
    if said is None or not bought or bought == {said}:
        return
    values: dict[str, Value] = {"said": Length(said), "section": _size(plan, words), "length": Length(max(bought))}
    if not any(abs(said - one) < SAME_LENGTH for one in lengths_of(plan.section, job.settings, job.units)):
        yield words.say(Message("cut.said_not_kept", values))
        return
    alone = next(
        (
            one
            for one in one_length_plans(plan, job.settings, job.units, most=None)
            if abs(one.length - said) < SAME_LENGTH
        ),
        None,
    )
    if alone is None:
        yield words.say(Message("cut.said_too_short", values))
    elif alone.cost > plan.plan.cost > 0:
        share = f"{max(1, round(100 * (alone.cost / plan.plan.cost - 1))):g} %"
        yield words.say(Message("cut.said_dearer", {**values, "n": Count(alone.count), "share": share}))


def _size(one: SectionPlan, words: Words) -> str:
    return f"{words.value(Length(one.section.thickness))} × {words.value(Length(one.section.depth))}"


def _hardware(batch: Batch, words: Words) -> Iterator[BuyView]:
    for material in materials(batch):
        yield BuyView(what=words.say(material), length=None, count=1, cost=None, thickness=0.0, depth=0.0)
    for key, count in hardware(batch).items():
        yield BuyView(
            what=words.say(Message(f"buy.{key}")), length=None, count=count, cost=None, thickness=0.0, depth=0.0
        )


def _notes(plans: tuple[SectionPlan, ...]) -> Iterator[str]:
    if any(not one.kept for one in plans):
        yield "usual_stock"
    if any(not one.priced for one in plans):
        yield "no_price"
    if any(one.member.role in VISIBLE for plan in plans for one in plan.wanted):
        yield "straightest"
