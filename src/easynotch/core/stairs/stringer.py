"""The stringer: where its planes are. Everything else about it follows from them."""

from dataclasses import replace

from ..solid import CutPlane, Frame, Member, Plane, Removal, Vector, outline, stretch
from .flight import HeadKind, KickerNotch
from .layout import Layout, whole_up

UP, DOWN = Vector(0.0, 0.0, 1.0), Vector(0.0, 0.0, -1.0)
OUT, BACK = Vector(1.0, 0.0, 0.0), Vector(-1.0, 0.0, 0.0)


def stringers(layout: Layout) -> tuple[Member, ...]:
    """The flight's stringers: one member where all are alike, two where only the inner ones are notched.

    The first one is the pattern.
    """
    count = stringer_count(layout)
    kicker = layout.flight.kicker
    if kicker is None or kicker.notch is KickerNotch.NONE:
        return (_stringer(layout, "stringer", count, notched=False),)
    if kicker.notch is KickerNotch.ALL or count <= 2:
        return (_stringer(layout, "stringer", count, notched=kicker.notch is KickerNotch.ALL),)
    return (
        _stringer(layout, "stringer", 2, notched=False),
        _stringer(layout, "stringer_inner", count - 2, notched=True),
    )


def stringer_count(layout: Layout) -> int:
    """How many stringers keep within the spacing limit, centre to centre; never fewer than two."""
    flight = layout.flight
    return max(2, whole_up((flight.width - flight.stock.thickness) / flight.stringer_spacing) + 1)


def placement(layout: Layout) -> Frame:
    """The stringer's frame: its origin where the top edge meets the header's face, x down the slope."""
    origin = Vector(0.0, 0.0, layout.edge_at_header)
    return Frame.along(origin, Vector(layout.cos, 0.0, -layout.sin), Vector(-layout.sin, 0.0, -layout.cos))


def _stringer(layout: Layout, member_id: str, count: int, *, notched: bool) -> Member:
    frame = placement(layout)

    def removal(*planes: tuple[str, str, Vector, Vector]) -> Removal:
        return Removal(
            tuple(
                CutPlane(plane_id, role, frame.plane_to_local(Plane.through(point, normal)))
                for plane_id, role, point, normal in planes
            )
        )

    # Declared in the order they are drawn: the top level cut from the first tooth, the head from its end.
    levels, plumbs = layout.tread_levels, layout.riser_plumbs
    last = len(plumbs) - 1
    cuts = [
        removal(("tread_1", "tread", Vector(0.0, 0.0, levels[0]), UP)),
        removal(("head", "head", Vector(0.0, 0.0, 0.0), BACK)),
    ]
    cuts += [
        removal(
            (f"riser_{k}", "riser", Vector(plumbs[k - 1], 0.0, 0.0), OUT),
            (f"tread_{k + 1}", "tread", Vector(0.0, 0.0, levels[k]), UP),
        )
        for k in range(1, last + 1)
    ]
    cuts.append(removal((f"riser_{last + 1}", "riser", Vector(plumbs[last], 0.0, 0.0), OUT)))
    cuts.append(removal(("foot", "foot", Vector(0.0, 0.0, layout.bearing_level), DOWN)))
    whole = Member(
        id=member_id,
        role="stringer",
        stock=layout.flight.stock,
        placement=frame,
        removals=tuple(cuts),
        reach=_reach(layout),
        zero=0.0,
        count=count,
    )
    ends = stretch(whole) or (0.0, 0.0)
    cuts += [removal(*notch) for notch in (_ledger_notch(layout), _kicker_notch(layout) if notched else ()) if notch]
    member = replace(whole, removals=tuple(cuts), zero=ends[0])
    return replace(member, lengths=_lengths(layout, member, ends))


def _lengths(layout: Layout, member: Member, ends: tuple[float, float]) -> dict[str, float]:
    corners = outline(member)
    xs = [u for u, _ in corners] or [0.0]
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


def _ledger_notch(layout: Layout) -> tuple[tuple[str, str, Vector, Vector], ...]:
    """Over a ledger on the header, its lower edge level with the lowest point of the head's plumb cut."""
    head = layout.flight.head
    if head.kind is not HeadKind.LEDGER or head.ledger is None:
        return ()
    lowest = layout.edge_at_header - layout.flight.stock.depth / layout.cos
    return (
        ("ledger_plumb", "ledger", Vector(head.ledger.width, 0.0, 0.0), BACK),
        ("ledger_level", "ledger", Vector(0.0, 0.0, lowest + head.ledger.depth), DOWN),
    )


def _kicker_notch(layout: Layout) -> tuple[tuple[str, str, Vector, Vector], ...]:
    """At the toe: the kicker's front stands flush with the lowest riser cut."""
    kicker = layout.flight.kicker
    if kicker is None:
        return ()
    return (
        ("kicker_plumb", "kicker", Vector(layout.riser_plumbs[-1] - kicker.width, 0.0, 0.0), OUT),
        ("kicker_level", "kicker", Vector(0.0, 0.0, layout.bearing_level + kicker.thickness), DOWN),
    )
