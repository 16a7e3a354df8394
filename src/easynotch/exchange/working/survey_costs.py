"""What fitting, truing, cutting alike and living with a layout error cost on a surveyed roof."""

from collections.abc import Iterator, Mapping
from math import atan, ceil, degrees, hypot
from typing import Protocol

from ...core.roofs import Framing, Keeps, RoofLayout, along_edges
from ...core.solid import Fitted, as_sawn, group_identical
from ...core.survey import Late, Survey, late_costs, packers_of, truing_of
from ...core.terms import Angle, Check, Count, Length, Level, Listed, Message, Value, make_check
from ..input.survey_input import SurveyInput

GABLED_SIDES = (0, 2)
"""A gabled rectangle's sides that rafters stand on."""
STILL = 0.5
"""mm: what would move less is left."""


class Surveyed(Protocol):
    """A survey with what was asked of it; ``cut_to`` tells whether the roof is cut to it."""

    @property
    def survey(self) -> Survey:
        """Its readings and what they say."""

    @property
    def given(self) -> SurveyInput:
        """As it was said."""

    @property
    def cut_to(self) -> bool:
        """Whether the pieces are cut to it."""


def alike(worked: Surveyed, framing: Framing, fitted: tuple[Fitted, ...]) -> Iterator[Check]:
    """How many patterns the rafters need that are cut alike, and how far one of their joints stands open then."""
    cut = [piece.member for piece in framing.pieces if "stand" in piece.member.lengths]
    if not worked.given.alike.mm:
        return
    places = {member.id for member in cut}
    open_by = max((abs(one.exact.opening) for one in fitted if one.exact.id.rsplit(".", 1)[0] in places), default=0.0)
    values: dict[str, Value] = {
        "n": Count(len(cut)),
        "patterns": Count(_patterns(framing, "stand")),
        "within": Length(worked.given.alike.mm),
    }
    yield make_check("survey_alike", Level.OK, Length(open_by), **values)


def _patterns(framing: Framing, key: str = "plan_run") -> int:
    """How many patterns the rafters are marked from that are cut for their places; of those alone that have a length of
    a kind.
    """
    placed = [piece.member for piece in framing.pieces if piece.member.place is not None]
    return len(list(group_identical(as_sawn(member) for member in placed if key in member.lengths)))


def _sloping(framing: Framing) -> int:
    """How many rafters, hips and jacks there are."""
    return sum(len(piece.frames) for piece in framing.pieces if "plan_run" in piece.member.lengths)


def worth(worked: Surveyed, framing: Framing) -> Iterator[Check]:
    """Whether truing the plates takes less time than fitting the rafters to them, where they can be trued."""
    truing, given = truing_of(worked.survey), worked.given
    movable = given.movable.mm if given.movable else None
    if truing is None or movable is None or not STILL < truing.farthest <= movable:
        return
    if truing.beyond > 0 or any(hypot(*truing.moves[corner]) > STILL for corner in worked.survey.held):
        return
    corners = sum(hypot(*move) > STILL for move in truing.moves)
    packers = sum(by > STILL for by in packers_of(worked.survey.levels.heights).values())
    # One pattern is marked either way.
    fits = (_patterns(framing) if worked.cut_to else _sloping(framing)) - 1
    minutes = given.minutes
    true, fit = corners * minutes.corner + packers * minutes.packer, fits * minutes.pattern
    quicker = true < fit
    values: dict[str, Value] = {
        "corners": Count(corners), "packers": Count(packers), "true": Count(true), "fits": Count(fits),
        "fit": Count(fit),
    }  # fmt: skip
    level = Level.LOOK if quicker is (given.decide == "cut") else Level.OK
    words = "survey_worth" if quicker else "survey_worth_fit"
    yield make_check("survey_worth", level, Count(abs(fit - true)), None, words, **values)


def stand_late(given: SurveyInput, layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Rafters that stand elsewhere than they were laid out: what moving them takes, and what living with it does."""
    read = given.stood()
    if not read:
        return
    roof, hipped = layout.roof, layout.outline is not None
    # A sheet is half as wide as it is long.
    slope = max(side.run * side.slope.per_run for side in layout.sides)
    courses = ceil(slope / (roof.sheet / 2)) if roof.sheet else 0
    between = dict.fromkeys(GABLED_SIDES, framing.setting_out.in_world)
    numbered = along_edges(layout, framing) if hipped else {}
    laid_out = {side: sorted(places) for side, places in numbered.items()} if hipped else between
    sheet = None if hipped else roof.sheet
    found = late_costs(read, laid_out, roof.rafter.thickness, sheet, roof.eaves.verge, courses)
    for number, one in enumerate(found.unknown, 1):
        where = {"side": Count(one.side + 1)}
        yield make_check(f"survey_no_rafter.{number}", Level.LOOK, Length(one.belongs), **where)
    if not found.wrong:
        yield make_check("survey_rafters", Level.OK, Count(len(read)))
        return
    which = Listed(tuple(
        Message("survey.late_far" if one.off > 0 else "survey.late_near",
                {"n": Count(_number(one, numbered)), "side": Count(one.side + 1), "off": Length(abs(one.off))})
        for one in found.wrong
    ))  # fmt: skip
    values: dict[str, Value] = {
        "which": which, "minutes": Count(len(found.wrong) * given.minutes.rafter), "sheets": Count(found.sheets),
        "bays": Count(found.bays),
    }  # fmt: skip
    words = "survey_rafters_hipped" if hipped else "survey_rafters" if roof.sheet else "survey_rafters_open"
    yield make_check("survey_rafters", Level.LOOK, Count(len(found.wrong)), None, words, **values)


def _number(late: Late, numbered: Mapping[int, Mapping[float, int | None]]) -> int:
    """What a rafter is numbered on its board; one that is cut as drawn is counted from where its wall begins."""
    places = numbered.get(late.side)
    return late.number if places is None else places[sorted(places)[late.number - 1]] or late.number


def kept(given: SurveyInput, layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """What comes of keeping the stand or the pitch instead of the roof's planes."""
    if given.keep is Keeps.PLANES:
        return
    cut = [piece.member for piece in framing.pieces if piece.member.place is not None]
    if layout.roof.as_built is None:
        yield make_check("survey_keep_planes", Level.LOOK)
    elif given.keep is Keeps.STAND:
        pitches = [degrees(atan(-one.placement.x.z / hypot(one.placement.x.x, one.placement.x.y))) for one in cut]
        yield make_check("survey_keep_stand", Level.LOOK, Angle(max(pitches) - min(pitches)), least=Angle(min(pitches)),
                         most=Angle(max(pitches)))  # fmt: skip
    else:
        # Where both sides' rafters meet at the ridge: it goes between them.
        tops: dict[int, list[float]] = {}
        for one in cut:
            tops.setdefault(one.place or 0, []).append(one.placement.origin.z)
        heights = {place: sum(found) / len(found) for place, found in tops.items()}
        low, high = min(heights.values()), max(heights.values())
        packed = tuple(
            Message("survey.pack_ridge", {"n": Count(place), "by": Length(height - low)})
            for place, height in sorted(heights.items()) if height - low > STILL
        )  # fmt: skip
        yield make_check("survey_keep_pitch", Level.LOOK, Length(high - low), packed=Listed(packed))
