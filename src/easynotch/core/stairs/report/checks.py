"""The checks of a flight: what could go wrong, each with what to change. Limits come in as values."""

from collections.abc import Iterator, Mapping

from ...solid import Member
from ...terms import (
    Angle,
    Check,
    Count,
    Length,
    Level,
    Limit,
    Limits,
    Value,
    against,
    make_check,
    number_of,
)
from ...tools import Drift
from ..layout.layout import Layout
from ..layout.places import spacer
from ..members.header_pieces import lowest_point
from ..model.flight import HeadKind
from .facts import throat


def check_shape(layout: Layout, limits: Limits) -> tuple[Check, ...]:
    """The checks that depend on the count and the going alone: what a candidate is judged by."""
    riser, going = Length(layout.riser), Length(layout.going)
    comfort = Length(2 * layout.riser + layout.going)
    rows: list[tuple[str, Value]] = [
        ("riser_max", riser),
        ("riser_min", riser),
        ("going_min", going),
        ("slope_max", Angle(layout.degrees)),
        ("comfort_min", comfort),
        ("comfort_max", comfort),
    ]
    if layout.flight.around.housed is None:
        rows.append(("throat_min", Length(throat(layout))))
    held = tuple(limit_check(limits[limit], value) for limit, value in rows if limit in limits)
    return (*held, *_room(layout, limits))


def _whole(layout: Layout, limits: Limits) -> Iterator[Check]:
    """What does not depend on the count: how high one flight goes, and how wide it is."""
    rows = {"rise_without_landing": layout.flight.total_rise, "width_min": clear_width(layout)}
    for name, value in rows.items():
        if name in limits:
            yield limit_check(limits[name], Length(value))


def clear_width(layout: Layout) -> float:
    """How wide the stair is to walk on: over its stringers, or between housed strings."""
    flight = layout.flight
    return flight.width - (2 * flight.stock.thickness if flight.around.housed is not None else 0.0)


def _room(layout: Layout, limits: Limits) -> Iterator[Check]:
    """What the room there is for the stair leaves in front of its lowest nosing."""
    room = layout.flight.around.room
    if room is None:
        return
    takes = max(front for _, front, _ in layout.walked)
    left, landing = room - takes, limits.get("landing_depth_min")
    short = landing is not None and against(landing, left) is not Level.OK
    values: dict[str, Value] = {"takes": Length(takes), "room": Length(room), "over": Length(max(0.0, -left))}
    if landing is not None:
        values["limit"] = landing.as_value
    if left < -1e-6:
        yield plain("run_room", Level.STOP, Length(max(0.0, left)), **values)
    elif short:
        yield plain("landing_room", Level.LOOK, Length(max(0.0, left)), **values)
    else:
        yield plain("run_room", Level.OK, Length(left), **values)


def check_flight(
    layout: Layout, pattern: Member, facts: Mapping[str, float], limits: Limits, clamped: Drift
) -> tuple[Check, ...]:
    """Every check of a flight with its count chosen.

    Args:
        layout: the flight.
        pattern: its pattern stringer.
        facts: its facts.
        limits: the limit set.
        clamped: the drift of what is, or would be, clamped on the square.
    """
    return (
        *check_shape(layout, limits),
        *_whole(layout, limits),
        *_nosing(layout, limits),
        _gauge(clamped, limits["riser_difference"], stepped=layout.flight.gauge is not None),
        *_stringer(layout, pattern, facts),
        *_head(layout, facts),
        *_foot(layout),
        *_sawn_treads(layout),
        *_layout_width(layout, facts),
    )


def limit_check(limit: Limit, value: Value) -> Check:
    """A value against a limit of the set; its words are keyed by the limit's id."""
    return make_check(limit.id, against(limit, number_of(value)), value, limit, limit=limit.as_value)


def plain(check_id: str, level: Level, value: Value | None = None, **values: Value) -> Check:
    """A check without a limit of the set: its words are keyed by its id and level."""
    return make_check(check_id, level, value, None, check_id, **values)


def _nosing(layout: Layout, limits: Limits) -> tuple[Check, Check]:
    """Solid risers want a nosing within bounds; open ones an overlap of the treads."""
    nosing = Length(layout.flight.tread.nosing)
    return limit_check(limits["nosing_min"], nosing), limit_check(limits["nosing_max"], nosing)


def _gauge(clamped: Drift, limit: Limit, *, stepped: bool) -> Check:
    """Drift matters only to who steps off; marks taped from the hook have none, so it is never a stop."""
    level = against(limit, clamped.difference)
    if level is Level.STOP and not stepped:
        level = Level.LOOK
    values: dict[str, Value] = {
        "gauge": Length(clamped.gauge),
        "value": Length(clamped.difference),
        "each": Length(clamped.each),
        "last": Length(clamped.last),
        "limit": limit.value,
    }
    return make_check("riser_difference", level, values["value"], limit, **values)


def _stringer(layout: Layout, pattern: Member, facts: Mapping[str, float]) -> Iterator[Check]:
    flight = layout.flight
    if (
        flight.around.housed is None
        and min(throat(layout), layout.top_level_cut, facts["first_riser"], facts["plumb_bearing"]) <= 0
    ):
        yield plain("stringer_holds", Level.STOP)
    length = pattern.lengths["board"]
    if flight.stock.length is None:
        yield plain("stock_length", Level.LOOK, Length(length), stock=Length(0.0))
    else:
        level = Level.OK if length <= flight.stock.length else Level.STOP
        yield plain("stock_long_enough", level, Length(length), stock=Length(flight.stock.length))


def _head(layout: Layout, facts: Mapping[str, float]) -> Iterator[Check]:
    head = layout.flight.head
    bearing = facts.get("head_face", facts["plumb_bearing"])
    if head.header_depth is None:
        yield plain("header_depth", Level.LOOK, Length(bearing))
        return
    yield from _ledger(layout)
    missing, overlap = facts.get("head_below", facts["head_missing"]), facts["head_overlap"]
    values: dict[str, Value] = {
        "header": Length(head.header_depth),
        "overlap": Length(overlap),
        "bearing": Length(bearing),
    }
    if missing <= 0:
        yield plain("head_bearing", Level.OK, Length(missing), **values)
    elif head.kind is HeadKind.DROP_BOARD and head.drop_board is not None:
        level = Level.OK if head.drop_board.depth >= missing else Level.STOP
        yield plain("drop_board", level, Length(missing), board=Length(head.drop_board.depth))
    else:
        yield plain("head_bearing", Level.LOOK if overlap > 0 else Level.STOP, Length(missing), **values)


def _ledger(layout: Layout) -> Iterator[Check]:
    """How much of a ledger has the header behind it to be fixed to."""
    head = layout.flight.head
    if head.kind is not HeadKind.LEDGER or head.ledger is None or head.header_depth is None:
        return
    under = lowest_point(layout) - head.ledger.depth
    behind = min(head.ledger.depth, max(0.0, head.header_depth - max(under, 0.0)), max(0.0, lowest_point(layout)))
    whole = behind >= head.ledger.depth - 1e-6
    level = Level.OK if whole else Level.STOP if behind < head.ledger.depth / 2 else Level.LOOK
    yield plain("ledger_bears", level, Length(behind), under=Length(under), header=Length(head.header_depth))


def _foot(layout: Layout) -> Iterator[Check]:
    flight = layout.flight
    first = layout.tread_levels[-1] - layout.bearing_level
    if flight.tread.thickness >= layout.riser:
        yield plain("tread_thickness", Level.STOP, Length(flight.tread.thickness), riser=Length(layout.riser))
    if flight.kicker is not None:
        deep = flight.kicker.thickness >= first or flight.kicker.width >= layout.going
        if deep:
            yield plain("kicker", Level.STOP, Length(flight.kicker.thickness), first=Length(first))


def _sawn_treads(layout: Layout) -> Iterator[Check]:
    tread = layout.flight.tread
    if tread.nosing > layout.going:
        yield plain("nosing_over_going", Level.STOP, Length(tread.nosing), going=Length(layout.going))
    if layout.flight.riser_board == 0 and layout.flight.head.riser_board:
        yield plain("header_riser_board", Level.LOOK)


def _layout_width(layout: Layout, facts: Mapping[str, float]) -> Iterator[Check]:
    if spacer(layout) <= 0:
        yield plain(
            "stringers_fit", Level.STOP, Length(layout.flight.width), n=Count(facts["stringer_count"]),
            thickness=Length(layout.flight.stock.thickness),
        )  # fmt: skip
