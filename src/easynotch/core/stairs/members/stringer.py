"""The stringer: where its planes are. Everything else about it follows from them."""

from dataclasses import replace

from ...solid import Frame, Member, Removal, Vector, marks_of, removal, stretch
from ..layout.layout import Layout
from ..layout.places import kicker_stands, stringer_count
from ..model.flight import HeadKind, KickerNotch

UP, DOWN = Vector(0.0, 0.0, 1.0), Vector(0.0, 0.0, -1.0)
OUT, BACK = Vector(1.0, 0.0, 0.0), Vector(-1.0, 0.0, 0.0)


def stringers(layout: Layout, kicker_at: float | None = None) -> tuple[Member, ...]:
    """The flight's stringers: one member where all are alike, two where only the inner ones are notched.

    The first one is the pattern. ``kicker_at`` is the level of the kicker's underside, where the stringer does not
    stand on the same level.
    """
    count = stringer_count(layout)
    kicker = layout.flight.kicker
    whole = _whole(layout)
    ends = stretch(whole) or (0.0, 0.0)
    over_ledger, over_kicker = (
        _ledger_notch(layout),
        _kicker_notch(layout, kicker_stands(layout) if kicker_at is None else kicker_at),
    )
    if kicker is None or kicker.notch is not KickerNotch.INNER or count <= 2:
        notches = over_ledger + (over_kicker if kicker is not None and kicker.notch is KickerNotch.ALL else ())
        return (_notched(layout, whole, ends, notches, "stringer", count),)
    return (
        _notched(layout, whole, ends, over_ledger, "stringer", 2),
        _notched(layout, whole, ends, over_ledger + over_kicker, "stringer_inner", count - 2),
    )


def placement(layout: Layout) -> Frame:
    """The stringer's frame: its origin where the top edge meets the header's face, x down the slope."""
    origin = Vector(0.0, 0.0, layout.edge_at_header)
    return Frame.along(origin, Vector(layout.cos, 0.0, -layout.sin), Vector(-layout.sin, 0.0, -layout.cos))


def _whole(layout: Layout) -> Member:
    """The stringer before any notch over ledger or kicker.

    Its removals are declared in the order they are drawn: the top level cut from the first tooth, the head from
    that cut's end, the notches down the board, the lowest riser, the foot.
    """
    frame = placement(layout)
    levels, plumbs = layout.tread_levels, layout.riser_plumbs
    last = len(plumbs) - 1
    cuts = [
        removal(frame, ("tread_1", "tread", Vector(0.0, 0.0, levels[0]), UP)),
        removal(frame, ("head", "head", Vector(0.0, 0.0, 0.0), BACK)),
    ]
    cuts += [
        removal(
            frame,
            (f"riser_{k}", "riser", Vector(plumbs[k - 1], 0.0, 0.0), OUT),
            (f"tread_{k + 1}", "tread", Vector(0.0, 0.0, levels[k]), UP),
        )
        for k in range(1, last + 1)
    ]
    cuts.append(removal(frame, (f"riser_{last + 1}", "riser", Vector(plumbs[last], 0.0, 0.0), OUT)))
    # At the lowest riser it stands as high as the landing was measured there.
    toe = Vector(plumbs[last], 0.0, layout.bearing_level)
    cuts.append(removal(frame, ("foot", "foot", toe, Vector(-foot_falls(layout), 0.0, -1.0).unit())))
    return Member(
        id="stringer",
        role="stringer",
        stock=layout.flight.stock,
        placement=frame,
        removals=tuple(cuts),
        reach=_reach(layout),
        zero=0.0,
    )


def foot_falls(layout: Layout) -> float:
    """How much the foot falls for every mm away from the building: with the landing, level where a board lies there."""
    flight = layout.flight
    return 0.0 if flight.kicker is not None else flight.around.standing.foot_fall


def _notched(
    layout: Layout, whole: Member, ends: tuple[float, float], notches: tuple[Removal, ...], member_id: str, count: int
) -> Member:
    removals = (*whole.removals, *notches)
    member = replace(whole, id=member_id, count=count, removals=removals, zero=ends[0])
    # The lengths are read off the member itself.
    return replace(member, lengths=_lengths(layout, member, ends))


def _lengths(layout: Layout, member: Member, ends: tuple[float, float]) -> dict[str, float]:
    # Both ends are sawn, so what is left reaches from the first to the last end of a line.
    xs = [u for mark in marks_of(member) for piece in mark.pieces for u, _ in piece] or [0.0]
    teeth = [plumb / layout.cos - member.zero for plumb in (layout.riser_plumbs[0], layout.riser_plumbs[-1])]
    return {
        "board": ends[1] - ends[0],
        "overall": max(xs) - min(xs),
        "first_tooth": teeth[0],
        "last_tooth": teeth[1],
    }


def _reach(layout: Layout) -> tuple[float, float]:
    """A stretch of the top edge that surely holds the stringer: its ends' levels and plumbs, carried to the edge."""
    spread = layout.flight.stock.depth * (layout.slope + 1.0 / layout.slope)
    rise = abs(layout.edge_at_header - layout.bearing_level) / layout.sin
    run = layout.riser_plumbs[-1] / layout.cos
    return -spread - 1.0, max(rise, run) + spread + 1.0


def _ledger_notch(layout: Layout) -> tuple[Removal, ...]:
    """Over a ledger on the header, its lower edge level with the lowest point of the head's plumb cut."""
    head = layout.flight.head
    if head.kind is not HeadKind.LEDGER or head.ledger is None:
        return ()
    lowest = layout.edge_at_header - layout.plumb_depth
    notch = removal(
        placement(layout),
        ("ledger_plumb", "ledger", Vector(head.ledger.width, 0.0, 0.0), BACK),
        ("ledger_level", "ledger", Vector(0.0, 0.0, lowest + head.ledger.depth), DOWN),
    )
    return (notch,)


def _kicker_notch(layout: Layout, stands: float) -> tuple[Removal, ...]:
    """At the toe: the kicker's front stands flush with the lowest riser cut."""
    kicker = layout.flight.kicker
    if kicker is None:
        return ()
    notch = removal(
        placement(layout),
        ("kicker_plumb", "kicker", Vector(layout.riser_plumbs[-1] - kicker.width, 0.0, 0.0), OUT),
        ("kicker_level", "kicker", Vector(0.0, 0.0, stands + kicker.thickness), DOWN),
    )
    return (notch,)
