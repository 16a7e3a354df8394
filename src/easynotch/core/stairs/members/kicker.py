"""The foot: the kicker's pieces, anchors through it, brackets against uplift."""

from dataclasses import dataclass

from ...solid import Face, MateFace, Member, Stock, Touch, Vector, member_face, straight, support_face
from ...tape import whole_up
from ..layout.layout import Layout
from ..layout.places import kicker_stands, lying, spacer, stringer_count, stringer_places
from ..model.flight import KickerNotch
from .treads import Placed

LEAST_ANCHORS = 2


def kicker_pieces(layout: Layout) -> list[Placed]:
    """The kicker: whole under all stringers, between the outer ones, or in pieces between unnotched ones."""
    flight = layout.flight
    kicker = flight.kicker
    if kicker is None:
        return []
    front, z = layout.riser_plumbs[-1], kicker_stands(layout)
    thickness, half = flight.stock.thickness, flight.width / 2
    lefts: tuple[float, ...] = (half,)
    length = flight.width
    if kicker.notch is KickerNotch.INNER:
        lefts, length = (half - thickness,), flight.width - 2 * thickness
    elif kicker.notch is KickerNotch.NONE:
        lefts = tuple(y - thickness / 2 for y in reversed(stringer_places(layout)[1:]))
        length = spacer(layout)
    if length <= 0:
        return []
    frames = [lying(front, left, z, kicker.thickness) for left in lefts]
    return [straight("kicker", "kicker", Stock(kicker.thickness, kicker.width), frames, length)]


def notched_over(layout: Layout, place: int) -> bool:
    """Whether the stringer at a place is notched over the kicker."""
    kicker, count = layout.flight.kicker, stringer_count(layout)
    if kicker is None or kicker.notch is KickerNotch.NONE:
        return False
    return kicker.notch is KickerNotch.ALL or (count > 2 and 0 < place < count - 1)


def kicker_touches(layout: Layout, kicker: Member, outer: Member, inner: Member) -> list[Touch]:
    """The kicker against the stringers: in their notches, and its ends on the outer ones' inner faces."""
    flight = layout.flight
    assert flight.kicker is not None
    touches = []
    notch = flight.kicker.notch
    over = outer if notch is KickerNotch.ALL else inner if notched_over(layout, 1) else None
    if over is not None:
        touches += [
            Touch(f"{over.id}.kicker_plumb", over, "kicker_plumb", member_face(kicker, Face.BOTTOM)),
            Touch(f"{over.id}.kicker_level", over, "kicker_level", member_face(kicker, Face.NEAR)),
        ]
    if notch is not KickerNotch.ALL:
        half, t = flight.width / 2, flight.stock.thickness
        touches.append(Touch("kicker.head", kicker, "head", _face_of(layout, half - t)))
        if notch is KickerNotch.INNER:
            touches.append(Touch("kicker.end", kicker, "end", _face_of(layout, t - half, up=True)))
    return touches


def _face_of(layout: Layout, y: float, *, up: bool = False) -> MateFace:
    low, high = layout.bearing_level, layout.tread_levels[-1]
    end = layout.riser_plumbs[-1]
    corners = (Vector(0.0, y, low), Vector(end, y, low), Vector(end, y, high), Vector(0.0, y, high))
    return support_face(*(corners[::-1] if up else corners))


@dataclass(frozen=True, slots=True)
class AnchorPlan:
    """Where anchors go through the kicker, from its left end, how long it is (over all its pieces, where it is in
    several), and how deep the holes are drilled in the slab. ``span`` reaches from the first place that is clear to
    the last, None where none is; ``merged`` is how many would have stood where another does.
    """

    places: tuple[float, ...]
    hole: float
    length: float
    span: float | None = None
    merged: int = 0


def anchor_plan(layout: Layout) -> AnchorPlan | None:
    """Anchors along the kicker, two at least, clear of the stringers and of its ends."""
    anchors, kicker = layout.flight.around.anchors, layout.flight.kicker
    pieces = kicker_pieces(layout)
    if anchors is None or kicker is None or not pieces:
        return None
    member, frames = pieces[0]
    half, clear = layout.flight.width / 2, anchors.clear
    blocked = [
        (half - y - layout.flight.stock.thickness / 2 - clear, half - y + layout.flight.stock.thickness / 2 + clear)
        for y in stringer_places(layout)
    ]
    left = half - frames[0].origin.y
    right = left + member.lengths["overall"] + (frames[0].origin.y - frames[-1].origin.y)
    free, at = [], left + clear
    for low, high in sorted(blocked):
        if low - at > 0:
            free.append((at, low))
        at = max(at, high)
    if right - clear > at:
        free.append((at, right - clear))
    if not free:
        return AnchorPlan((), anchors.embedment + anchors.deeper, right - left)
    first, last = free[0][0], free[-1][1]
    count = max(LEAST_ANCHORS, whole_up((last - first) / anchors.spacing) + 1)
    wanted = [first + k * (last - first) / (count - 1) for k in range(count)]
    placed = sorted({round(_nearest(piece, free), 6) for piece in wanted})
    return AnchorPlan(
        tuple(one - left for one in placed), anchors.embedment + anchors.deeper, right - left, last - first,
        count - len(placed),
    )  # fmt: skip


def _nearest(at: float, free: list[tuple[float, float]]) -> float:
    return min((min(max(at, low), high) for low, high in free), key=lambda spot: abs(spot - at))
