"""The cutting plan of a batch: boards with the pieces in them, saw settings, and what to buy."""

from collections.abc import Iterator
from math import ceil

from ...core.rules import Words
from ...core.solid import Face, Member, seen_outline
from ...core.supply import (
    Board,
    Laid,
    Section,
    Turn,
    Wanted,
    lying_ways,
    saw_settings,
    whole_length,
)
from ...core.terms import Count, Length, Message, message
from ...exchange import JobInput, saws_of
from ...exchange.working.supply import VISIBLE, SectionPlan, kerf_of, plans_of
from ..shared.lengths import format_length
from .batch import AT, Batch, Rack, notes_of, shape_of
from .buying import alternatives, bought_views, hardware_views
from .models import (
    CutBoardView,
    CutRowView,
    CutSectionView,
    CuttingView,
    LaidView,
)
from .saw_settings import ripped, ripped_to_width, setting_view

NOTHING = CuttingView(
    rows=[], sections=[], settings=[], buying=[], caution="", notes=[], scarfs=[], alternatives=[], kerf=0.0,
    tried=False, trial="", cut=[], rack=[], orders=[], stops=[],
)  # fmt: skip
"""Nothing to cut: something is still to be measured."""


PROVED = 1e-6
"""Of a plan's cost: a smaller gap is none."""


def cut_view(batch: Batch, job: JobInput, words: Words, *, others: bool = False) -> CuttingView:
    """What is worked out for the Cut station: boards, settings and what to buy for a batch."""
    rack = [(Section(board.thickness, board.depth), board.board) for board in batch.rack]
    plans = plans_of(batch.wanted, job.settings, job.units, rack, batch.should_continue, batch.on_progress)
    there = {one.board.id: one for one in batch.rack}
    return CuttingView(
        rows=[row for piece in batch.wanted for row in _row(piece, batch.names, words)],
        sections=[_section(number, plan, (batch, there), words) for number, plan in enumerate(plans, 1)],
        settings=[
            *(
                setting_view(setting, batch.names, saws_of(job.settings), words)
                for setting in saw_settings(batch.wanted)
            ),
            *ripped(batch, words),
            *ripped_to_width(plans, batch.names, words),
        ],
        buying=[*bought_views(plans, words), *hardware_views(batch, words)],
        caution=words.say(Message("cut.caution")),
        notes=notes_of(words, list(_notes(plans))),
        scarfs=list(batch.scarfs),
        alternatives=list(alternatives(plans, job, words)) if others else [],
        kerf=kerf_of(job.settings),
        tried=False,
        trial="",
        cut=[],
        rack=[],
        orders=[],
        stops=[],
    )


def _row(piece: Wanted, names: dict[str, str], words: Words) -> Iterator[CutRowView]:
    """A piece of the cut list, measured over its angled ends on the solid itself."""
    if piece.member.role == "template" or piece.count < 1:
        return
    stock = piece.member.stock
    section = f"{words.value(Length(stock.thickness))} × {words.value(Length(stock.depth))}"
    length = whole_length(piece.member)
    yield CutRowView(
        id=piece.id, work_id=piece.id.partition(AT)[0], piece=piece.id.partition(AT)[2], title=names[piece.id],
        count=piece.count, section=section, length=format_length(length, words),
        ends=words.say(Message("cut_list.square" if _square(piece.member) else "cut_list.long")),
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
    seen = [members[piece.id].role in VISIBLE for piece in board.laid]
    mixed = {member.role in VISIBLE for member in members.values()} == {True, False}
    looked = _sight(board, any(seen), mixed=mixed)
    return CutBoardView(
        key=key,
        length=format_length(board.stock.length, words),
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
                length=format_length(whole_length(members[one.id]), words),
                outline=_outline(members[one.id], one, _up(one.turn)),
                hidden=_outline(members[one.id], one, _down(one.turn)), start=one.start, stop=one.stop,
                turned=words.say(Message(f"cut.{one.turn}")) if one.turn is not Turn.AS_MARKED else "",
            )
            for one in board.laid
        ],
        rest=format_length(max(0.0, board.rest), words),
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


def _notes(plans: tuple[SectionPlan, ...]) -> Iterator[str]:
    if any(not one.kept for one in plans):
        yield "usual_stock"
    if any(not one.priced for one in plans):
        yield "no_price"
    if any(piece.member.role in VISIBLE for plan in plans for piece in plan.wanted):
        yield "straightest"
