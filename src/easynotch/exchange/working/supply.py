"""From worked-out works and the shop's settings to cutting plans: what is wanted, what there is, what it costs."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from ...core.supply import OnHand, Plan, Section, StockLength, Wanted, always, by_section, clear_lengths, nest
from ...core.supply.pieces import ALIKE, own_section
from ...core.tape import Units
from ..input.settings_model import SettingsInput, habit_of
from .quiet import greeted
from .work_out import Worked

USUAL_LENGTHS = {
    Units.IMPERIAL: tuple(12 * 25.4 * feet for feet in (8, 10, 12, 14, 16, 20)),
    Units.METRIC: (2400.0, 3000.0, 3600.0, 4200.0, 4800.0, 6000.0),
}
"""What yards mostly have; a shop keeps its own in its settings."""
USUAL_WIDTHS = {
    Units.IMPERIAL: tuple(25.4 * inches for inches in (2.5, 3.5, 5.5, 7.25, 9.25, 11.25)),
    Units.METRIC: (70.0, 95.0, 120.0, 145.0, 170.0, 195.0, 220.0, 245.0, 290.0),
}
"""Boards' real widths as most yards have them, where the shop keeps none of a thickness."""
RIPPED = frozenset({"riser_board"})
"""Roles whose width is worked out, not bought: they are ripped from the next wider board."""
USUAL_KERF = 3.2
MOST_ALTERNATIVES = 3
PER = {Units.IMPERIAL: 304.8, Units.METRIC: 1000.0}
SPARES = {"none": 0, "one": 1, "two": 2}
SPARED = frozenset(
    {
        "common", "upper_common", "dropped_common", "king_common", "end_common", "hip", "jack", "hung", "valley",
        "valley_short", "valley_jack", "hip_valley_jack", "trimmed", "over_gable", "laid_common", "laid_jack",
    }
)  # fmt: skip
VISIBLE = frozenset({"tread", "riser_board", "skirt", "fascia", "barge_rafter", "rail", "post", "string"})


@dataclass(frozen=True, slots=True)
class SectionPlan:
    """The plan of one section: what the yard calls it, whether its lengths are the shop's own, and the plan."""

    section: Section
    name: str
    kept: bool
    priced: bool
    wanted: tuple[Wanted, ...]
    plan: Plan


def wanted_of(
    worked: Worked, settings: SettingsInput | None, *, edge_free: bool, face_given: bool = False
) -> tuple[Wanted, ...]:
    """Every piece of a work and how many, spares by habit among them.

    Args:
        worked: the work.
        settings: the shop's, for its habits.
        edge_free: whether pieces that are not seen may lie with their other edge up.
        face_given: whether pieces that are seen keep the face they are marked on.
    """
    more = SPARES[habit_of(settings, "spares")]
    return tuple(
        Wanted(
            member.member.id,
            member.member,
            member.member.count + (more if member.member.role in SPARED else 0),
            edge_free=edge_free and member.member.role not in VISIBLE,
            face_given=face_given and member.member.role in VISIBLE,
            seen=member.member.role in VISIBLE,
        )
        for member in worked.members
    )


def plans_of(
    wanted: tuple[Wanted, ...],
    settings: SettingsInput | None,
    units: Units,
    rack: Sequence[tuple[Section, OnHand]] = (),
    should_continue: Callable[[], bool] = always,
    on_progress: Callable[[int, int], None] | None = None,
) -> tuple[SectionPlan, ...]:
    """A cutting plan for every section.

    Args:
        wanted: the pieces.
        settings: the shop's stock, kerf and trim.
        units: of its prices: a foot or a metre.
        rack: boards on hand with their sections; they cost nothing any more, so they are used first.
        should_continue: whether a cheaper plan is still looked for.
        on_progress: called after each section with how many of how many are planned.
    """
    greeted()
    kerf = kerf_of(settings)
    trim = settings.trim.mm if settings and settings.trim else 0.0
    made = []
    sections = by_section(wanted, cut_from(wanted, settings, units))
    for section, pieces in sections.items():
        name, lengths, kept, priced = _stock(section, settings, units)
        there = clear_lengths([board for size, board in rack if same_section(size, section)])
        made.append(
            SectionPlan(
                section, name, kept, priced, pieces, nest(pieces, (*lengths, *there), kerf, trim, should_continue)
            )
        )
        if on_progress is not None:
            on_progress(len(made), len(sections))
    return tuple(made)


@dataclass(frozen=True, slots=True)
class OneLength:
    """A section bought in one length alone: how many boards, and what they cost."""

    length: float
    count: int
    cost: float


def one_length_plans(
    one: SectionPlan, settings: SettingsInput | None, units: Units, most: int | None = MOST_ALTERNATIVES
) -> tuple[OneLength, ...]:
    """What a section would take in each one length alone, cheapest first; only where that brings every piece.

    Boards on hand are left out: the comparison is between lengths to buy.
    """
    trim = settings.trim.mm if settings and settings.trim else 0.0
    found = []
    for stock in _stock(one.section, settings, units)[1]:
        plan = nest(one.wanted, (stock,), kerf_of(settings), trim)
        if not plan.too_long and plan.boards:
            found.append(OneLength(stock.length, sum(board.count for board in plan.boards), plan.cost))
    return tuple(sorted(found, key=lambda other: (other.cost, other.length))[:most])


def kerf_of(settings: SettingsInput | None) -> float:
    """What the shop's saw takes, mm."""
    return settings.kerf.mm if settings and settings.kerf else USUAL_KERF


def same_section(one: Section, other: Section) -> bool:
    """Whether two sections are one."""
    return abs(one.thickness - other.thickness) < ALIKE and abs(one.depth - other.depth) < ALIKE


def lengths_of(section: Section, settings: SettingsInput | None, units: Units) -> tuple[float, ...]:
    """The lengths a section is had in."""
    return tuple(one.length for one in _stock(section, settings, units)[1])


def cut_from(wanted: tuple[Wanted, ...], settings: SettingsInput | None, units: Units) -> Callable[[Wanted], Section]:
    """What each piece is cut from: its own section; all that are ripped of one thickness from the narrowest board that
    holds the widest of them, of the shop's where it keeps any of that thickness.
    """
    widest: dict[float, float] = {}
    for one in wanted:
        if one.member.role in RIPPED:
            thickness = one.member.stock.thickness
            widest[thickness] = max(widest.get(thickness, 0.0), one.member.stock.depth)
    boards = {thickness: _board_for(thickness, depth, settings, units) for thickness, depth in widest.items()}

    def section_of(piece: Wanted) -> Section:
        own = own_section(piece)
        return boards.get(own.thickness, own) if piece.member.role in RIPPED else own

    return section_of


def _board_for(thickness: float, depth: float, settings: SettingsInput | None, units: Units) -> Section:
    kept = (settings.stock or ()) if settings else ()
    shop = [one.depth.mm for one in kept if abs(one.thickness.mm - thickness) < ALIKE]
    wide = [width for width in (shop or USUAL_WIDTHS[units]) if width > depth - ALIKE]
    return Section(thickness, min(wide, default=depth))


def _stock(
    section: Section, settings: SettingsInput | None, units: Units
) -> tuple[str, tuple[StockLength, ...], bool, bool]:
    """The lengths a section is had in; without a price a board costs what it is long."""
    for one in (settings.stock or ()) if settings else ():
        if (
            abs(one.thickness.mm - section.thickness) < ALIKE
            and abs(one.depth.mm - section.depth) < ALIKE
            and one.lengths
        ):
            price = one.price
            rate = (price or 1.0) / PER[units]
            lengths = tuple(StockLength(length.mm, length.mm * rate) for length in one.lengths)
            return one.name, lengths, True, price is not None
    return "", tuple(StockLength(length, length / PER[units]) for length in USUAL_LENGTHS[units]), False, False
