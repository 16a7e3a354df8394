"""The checks of a roof: what could go wrong, each with what to change. Limits come in as values."""

from collections.abc import Iterator, Mapping
from math import atan, degrees, isfinite

from ...solid import Fitted
from ...terms import (
    Angle,
    Check,
    Count,
    Least,
    Length,
    Level,
    Limits,
    Listed,
    Message,
    Named,
    Share,
    Value,
    make_check,
    message,
)
from ..framing.pieces import Framing
from ..members.ridge import ridge_top
from ..model.notch import NotchSizes
from ..model.roof import Gauged, RidgeKind, Shape, Tail, Tails
from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout
from .chalk import chalk_line
from .facts import lowest
from .outline_facts import check_outline_roof
from .proud import check_proud
from .wood_checks import check_defects, check_wood

LEAST_SEAT = 38.1
"""mm: less bearing than the edge of the usual plank is looked at."""
SOUND = 1e-3
"""mm: a joint of a sound layout opens less."""
LEAST_CONTACT = 0.5
"""Of the contact that is expected: less is a stop."""
BOTH_BEAR = 0.25
"""Of a rafter's thickness: a sheet's edge farther off its centre leaves the next sheet too little to be nailed to."""
EVEN = 1.6
"""mm: rafter tops that differ more show through a covering; a carpenter's sixteenth."""
HEAD = 2000.0
"""mm: less is low for walking under; typical, to be confirmed locally."""
STEEP, FLAT = 60.0, 10.0
"""Degrees: beyond these, roofs are built otherwise than from rafters marked with a square alone."""


def check_roof(
    layout: RoofLayout, framing: Framing, facts: Mapping[str, float], fitted: tuple[Fitted, ...], limits: Limits
) -> tuple[Check, ...]:
    """Every check of a roof."""
    if layout.outline is not None:
        return (
            *_pitch(layout),
            *_notch(layout, limits),
            *(_ridge(layout, facts) if layout.roof.plan.plain else ()),
            *_eaves(layout),
            *(_boards(layout) if layout.roof.plan.plain else ()),
            *(_headroom(layout) if layout.roof.plan.plain else ()),
            *_not_on_hips(layout),
            *check_outline_roof(layout, framing),
            *check_proud(layout),
            *check_wood(framing, limits),
            *check_defects(layout, framing),
            *_joints(fitted),
            Check("structure", Level.OK, Message("check.structure.say")),
        )
    return (
        *_pitch(layout),
        *_notch(layout, limits),
        *_ridge(layout, facts),
        *_collar(layout, facts),
        *_eaves(layout),
        *_boards(layout),
        *_chalk(layout, framing),
        *_headroom(layout),
        *_not_on_hips(layout),
        *_spacing(layout, framing),
        *check_proud(layout),
        *check_wood(framing, limits),
        *check_defects(layout, framing),
        *_joints(fitted),
        Check("structure", Level.OK, Message("check.structure.say")),
    )


def _pitch(layout: RoofLayout) -> Iterator[Check]:
    steepest = max(degrees(atan(side.slope.rise_per_run)) for side in layout.sides)
    flattest = min(degrees(atan(side.slope.rise_per_run)) for side in layout.sides)
    yield make_check(
        "pitch_steep",
        Level.LOOK if steepest > STEEP else Level.OK,
        Angle(steepest),
    )
    yield make_check("pitch_flat", Level.LOOK if flattest < FLAT else Level.OK, Angle(flattest))


def _notch(layout: RoofLayout, limits: Limits) -> Iterator[Check]:
    sizes, depth = layout.notch, layout.roof.rafter.depth
    if sizes.depth <= 0:
        yield make_check("notch_none", Level.STOP, Length(sizes.depth), hap=Length(sizes.hap))
        return
    if sizes.hap <= 0:
        yield make_check("notch_through", Level.STOP, Length(sizes.depth), depth=Length(depth))
        return
    if isfinite(sizes.seat):
        yield _seat(layout, sizes, limits)
    yield from _other_side(layout)


def _other_side(layout: RoofLayout) -> Iterator[Check]:
    """Under two pitches the height above plate is one: what notch that leaves on the other side."""
    depth, hap = layout.roof.rafter.depth, layout.notch.hap
    for side in layout.sides[1:]:
        if side.bears and abs(side.slope.rise_per_run - layout.sides[0].slope.rise_per_run) > 1e-12:
            cut = (depth * side.slope.per_run - hap) / side.slope.per_run
            fits = 0 < cut < depth / 2
            yield make_check("notch_other", Level.OK if fits else Level.STOP, Length(cut))


def _seat(layout: RoofLayout, sizes: NotchSizes, limits: Limits) -> Check:
    plate = layout.roof.plan.plate + layout.roof.plan.sheathing
    if sizes.seat > plate + 1e-6:
        return make_check("seat_long", Level.LOOK, Length(sizes.seat), plate=Length(plate))
    limit = limits.get("seat_min")
    least = LEAST_SEAT if limit is None else limit.amount
    level = Level.LOOK if sizes.seat < least - 1e-6 else Level.OK
    return make_check("seat_short", level, Length(sizes.seat), least=Least(least))


def _ridge(layout: RoofLayout, facts: Mapping[str, float]) -> Iterator[Check]:
    ridge, rafter = layout.roof.ridge, layout.roof.rafter
    if layout.roof.plan.shape is Shape.SHED:
        return
    top = ridge_top(layout)
    if top <= 0:
        yield make_check("ridge_low", Level.STOP, Length(top))
    if ridge.kind is RidgeKind.BOARD:
        upper = [side.slope for side in layout.sides if not side.broken_above]
        plumb = max(slope.per_run for slope in upper) * rafter.depth
        level = Level.LOOK if ridge.stock.depth < plumb - 1e-6 else Level.OK
        yield make_check("ridge_depth", level, Length(ridge.stock.depth), cut=Length(plumb))
        rates = {round(slope.rise_per_run, 12) for slope in upper}
        if len(rates) > 1:
            yield make_check("ridge_proud", Level.LOOK, Length(top))
    if ridge.kind is not RidgeKind.NONE and facts.get("ridge_underside", 1.0) <= 0:
        under = facts["ridge_underside"]
        yield make_check("ridge_under_plate", Level.STOP, Length(under))


def _eaves(layout: RoofLayout) -> Iterator[Check]:
    eaves, sheathing = layout.roof.eaves, layout.roof.plan.sheathing
    left = layout.out - eaves.fascia
    if left < 0:
        yield make_check(
            "overhang_short",
            Level.STOP,
            Length(left),
            value=Length(eaves.overhang),
            fascia=Length(eaves.fascia + sheathing),
        )
    else:
        yield make_check("overhang_short", Level.OK, Length(left), value=Length(eaves.overhang))
    barge = layout.roof.gable.barge if layout.roof.gable is not None else None
    if barge is not None:
        level = Level.STOP if eaves.verge < barge.thickness else Level.OK
        yield make_check("barge", level, Length(eaves.verge), barge=Length(barge.thickness))
    if eaves.tail is Tail.SQUARE and eaves.fascia > 0:
        yield make_check(
            "fascia_leans", Level.LOOK, None, value=Angle(degrees(atan(layout.sides[0].slope.rise_per_run)))
        )


def _boards(layout: RoofLayout) -> Iterator[Check]:
    """Boards of other depths: gauged from the top the shallowest must still reach its seat; gauged from the
    underside the roof's surface is uneven by what they differ.
    """
    boards, depth = layout.roof.boards, layout.roof.rafter.depth
    if not boards.depths:
        return
    if boards.gauged is Gauged.TOP:
        seat = (min(boards.depths) * layout.sides[0].slope.per_run - layout.notch.hap) / layout.sides[0].slope.per_run
        yield make_check("shallowest", Level.OK if seat > 0 else Level.STOP, Length(seat))
    else:
        spread = (max(*boards.depths, depth) - min(*boards.depths, depth)) * layout.sides[0].slope.per_run
        yield make_check("tops_uneven", Level.LOOK if spread > EVEN else Level.OK, Length(spread))


def _chalk(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Which rafters the chalk line leaves out."""
    if layout.roof.eaves.tails is not Tails.SNAPPED or layout.hipped:
        return
    line = chalk_line(layout, framing.setting_out)
    odd = Listed(tuple(
        message(f"check.chalk.{'high' if off > 0 else 'low'}", n=Count(number + 1), value=Length(abs(off)))
        for number, off in line.odd
    ))  # fmt: skip
    worst = max((abs(off) for _, off in line.odd), default=0.0)
    pulled = {"first": Count(line.pulled[0] + 1), "last": Count(line.pulled[1] + 1)}
    yield make_check(
        "chalk", Level.LOOK if line.odd else Level.OK, Length(worst), odd=odd, **pulled
    )  # fmt: skip


def _headroom(layout: RoofLayout) -> Iterator[Check]:
    height = layout.roof.plan.wall_height
    if height is not None and len(layout.sides) > 1:
        room = height + lowest(layout)
        yield make_check("headroom_roof", Level.LOOK if room < HEAD else Level.OK, Length(room))


def _not_on_hips(layout: RoofLayout) -> Iterator[Check]:
    """What was asked for and is not worked out where an end is hipped: said, not left out silently."""
    roof, eaves = layout.roof, layout.roof.eaves
    asked = (
        roof.collar, roof.blocking, roof.gable, roof.ridge.blocks, roof.ridge.posts, eaves.false_tail,
        eaves.board_length, roof.boards.depths or None, None if eaves.tails is Tails.BENCH else eaves.tails,
    )  # fmt: skip
    if layout.hipped and any(one is not None for one in asked):
        yield make_check("not_on_hips", Level.LOOK)


def _spacing(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    out, spacing = framing.setting_out, layout.roof.spacing
    if spacing > layout.roof.plan.length:
        yield make_check("spacing_wide", Level.LOOK, Length(spacing), length=Length(layout.roof.plan.length))
        return
    if layout.roof.sheet is not None:
        yield _sheets(layout, out, layout.roof.sheet)
    if out.last_bay > spacing + 1e-6:
        wide = Length(out.last_bay)
        words = {"value": wide, "spacing": Length(spacing)}
        yield Check(
            "last_bay", Level.LOOK, Message("check.last_bay.wide", words), wide, remedy=Message("check.last_bay.do")
        )
        return
    sliver = out.last_bay < spacing / 3 and len(out.centres) > 2
    yield make_check("last_bay", Level.LOOK if sliver else Level.OK, Length(out.last_bay))


def _collar(layout: RoofLayout, facts: Mapping[str, float]) -> Iterator[Check]:
    """A collar tie's top must pass under the ridge."""
    collar, underside = layout.roof.collar, facts.get("ridge_underside")
    if collar is None or underside is None:
        return
    clear = underside - (collar.height + collar.stock.depth)
    level = Level.OK if clear >= -1e-6 else Level.STOP
    yield make_check("collar_ridge", level, Length(clear), value=Length(abs(clear)))


def _sheets(layout: RoofLayout, out: SettingOut, sheet: float) -> Check:
    """Whether every edge of sheets laid from the verge's outer edge comes on a rafter's centre."""
    verge, held = layout.roof.eaves.verge, out.thickness * BOTH_BEAR
    edges = [sheet * n - verge for n in range(1, int((out.length + 2 * verge) / sheet) + 1)]
    inside = [edge for edge in edges if edge < out.centres[-1] - out.thickness]
    off = {edge: min(abs(edge - centre) for centre in out.centres) for edge in inside}
    first = next((edge for edge in inside if off[edge] > held), inside[0] if inside else sheet - verge)
    fits = all(apart <= held for apart in off.values())
    values: dict[str, Value] = {
        "value": Length(sheet), "at": Length(first), "off": Length(off.get(first, 0.0)),
    }  # fmt: skip
    return make_check("sheets", Level.OK if fits else Level.LOOK, Length(sheet), **values)


def _joints(fitted: tuple[Fitted, ...]) -> Iterator[Check]:
    for one in fitted:
        joint = one.exact
        if abs(joint.opening) >= SOUND + one.within:
            yield _joint_check(one, "joint_open", joint.opening)
        elif joint.bears < LEAST_CONTACT:
            # Nothing bears on a tail: a fascia that finds little there hangs on the tails beside it.
            if joint.id.rsplit(".", 1)[-1].startswith("tail"):
                yield _joint_check(one, "tail_contact", joint.bears, Level.LOOK)
            else:
                yield _joint_check(one, "joint_contact", joint.bears)
    if all(abs(fit.exact.opening) < SOUND + fit.within and fit.exact.bears >= LEAST_CONTACT for fit in fitted):
        widest = max((abs(one.on_tape.opening) for one in fitted), default=0.0)
        yield Check(
            "joints", Level.OK, message("check.joints.ok", n=Count(len(fitted)), value=Length(widest)), Length(widest)
        )


def _joint_check(fit: Fitted, key: str, amount: float, level: Level = Level.STOP) -> Check:
    return make_check(
        f"{key}.{fit.exact.id}", level, Length(amount),
        joint=Named(fit.exact.id), share=Share(amount),
    )  # fmt: skip
