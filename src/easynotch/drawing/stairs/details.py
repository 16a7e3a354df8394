"""The head and the foot of a flight, drawn large: what the stringer is held by and stands on, with the figures to
set it out by.
"""

from collections.abc import Iterable
from math import cos, radians, sin

from ...core.stairs import FlightFraming, HeadKind, Layout, StringHead, anchor_plan, string_head
from ...core.terms import Length
from ..sheet import Dimension, Layer, Path, Sheet, area, line, rectangle
from ..window import Window, within
from .stair import BEHIND, draw_stair

PLATE = 4.0
"""mm: a hanger's sheet, drawn thicker than it is."""
LEG = 0.5
"""Of the stringer's depth: how much of a hanger's bent leg is drawn."""
REACH = 240.0
"""mm of what stands around."""
NOT_DRAWN = ("level", "skirt", *BEHIND)
"""What would stand before the joint."""


def draw_head(layout: Layout, framing: FlightFraming) -> Sheet:
    """The head: framing, stringer, and what holds it, with its drop from the framing's top and how much bears."""
    housed = layout.flight.around.housed
    if housed is not None:
        return _string_head(layout, string_head(layout, housed), framing)
    drop = -layout.tread_levels[0]
    bearing = layout.head_face
    low, head = drop + bearing, layout.flight.head
    window = (-REACH, -layout.flight.upper_finish - 60.0, layout.going * 1.25, low + 110.0)
    paths = _within(window, draw_stair(layout, None, framing).paths)
    if head.kind is HeadKind.HANGER:
        paths += _hanger(layout, drop, low)
    side = 0.28 * REACH
    found = [Dimension("head_drop", (0.0, 0.0), (0.0, drop), -side, Length(drop))] if drop > 0 else []
    if head.header_depth is not None and head.header_depth < low:
        over = max(0.0, head.header_depth - drop)
        found += [Dimension("head_missing", (0.0, drop + over), (0.0, low), -side, Length(bearing - over))]
        found += [Dimension("head_overlap", (0.0, drop), (0.0, drop + over), -side, Length(over))] if over > 0 else []
    found.append(Dimension("head_low", (0.0, 0.0), (0.0, low), window[2] * 0.85, Length(low)))
    return Sheet(window, tuple(paths), tuple(found))


def _string_head(layout: Layout, head: StringHead, framing: FlightFraming) -> Sheet:
    """The head of a housed string: where its plumb cut stands on the header's face."""
    top, low = -head.top, -head.low
    window = (-REACH, min(top, -layout.flight.upper_finish) - 60.0, layout.going * 1.25, low + 110.0)
    side, found = 0.28 * REACH, []
    if abs(top) > 1.0:
        found.append(Dimension("string_top", (0.0, min(top, 0.0)), (0.0, max(top, 0.0)), -side, Length(abs(top))))
    if head.overlap is not None and head.missing is not None:
        start = max(top, 0.0)
        stop = start + head.overlap
        if head.overlap > 0:
            found.append(Dimension("head_overlap", (0.0, start), (0.0, stop), -side, Length(head.overlap)))
        if head.missing > 0:
            found.append(Dimension("head_missing", (0.0, low - head.missing), (0.0, low), -side, Length(head.missing)))
    found.append(Dimension("string_plumb", (0.0, top), (0.0, low), window[2] * 0.85, Length(low - top)))
    return Sheet(window, tuple(_within(window, draw_stair(layout, None, framing).paths)), tuple(found))


def _hanger(layout: Layout, drop: float, low: float) -> list[Path]:
    """A strap down the header's face and its leg under the stringer, bent to the slope: it takes the lower edge."""
    slope, long = radians(layout.degrees), layout.flight.stock.depth * LEG
    along, out = (cos(slope), sin(slope)), (-sin(slope) * PLATE, cos(slope) * PLATE)
    strap = rectangle("hanger_strap", Layer.FRAMING, (-PLATE, drop), (0.0, low))
    if layout.head_face < layout.plumb_bearing:
        # The foot cuts the lower edge off before it comes to the header: a leg would lie under nothing.
        return [strap]
    leg = [(0.0, low), (along[0] * long, low + along[1] * long)]
    leg += [(x + out[0], y + out[1]) for x, y in reversed(leg)]
    return [strap, area("hanger_leg", Layer.FRAMING, leg)]


def draw_foot(layout: Layout, framing: FlightFraming) -> Sheet:
    """The foot: the lowest riser, the kicker, and the concrete or the boards it stands on."""
    flight, front, stands = layout.flight, layout.riser_plumbs[-1], -layout.bearing_level
    top = -layout.tread_levels[-1] - flight.tread.thickness
    under = _depth_below(layout)
    window = (front - max(layout.going * 1.3, REACH), top - 50.0, front + REACH, stands + min(under, 400.0) + 50.0)
    paths = _within(window, [*draw_stair(layout, None, framing).paths, *_anchor(layout)])
    face, cut = layout.finished_risers[-1], -layout.tread_levels[-1]
    finished = stands - flight.lower_finish
    found = [
        Dimension("finished_riser", (face, top), (face, finished), 0.45 * REACH, Length(finished - top)),
    ]
    if flight.around.housed is None:
        own = Dimension("first_riser", (front, cut), (front, stands), -0.3 * layout.going, Length(stands - cut))
        found.insert(0, own)
    if flight.kicker is not None and flight.around.housed is None:
        back = front - flight.kicker.width
        found.append(Dimension("kicker", (back, stands), (front, stands), 30.0, Length(flight.kicker.width)))
    return Sheet(window, tuple(paths), tuple(found))


def _depth_below(layout: Layout) -> float:
    around = layout.flight.around
    if around.slab is not None:
        return around.slab.thickness
    if around.footing is not None:
        return around.footing.depth
    block = around.deck_below.block if around.deck_below else None
    return (around.deck_below.boards + (block.depth if block else 0.0)) if around.deck_below else 110.0


def _anchor(layout: Layout) -> list[Path]:
    """An anchor's hole, plumb through the kicker's middle."""
    plan, kicker = anchor_plan(layout), layout.flight.kicker
    if plan is None or kicker is None or not plan.places:
        return []
    x, stands = layout.riser_plumbs[-1] - kicker.width / 2, -layout.bearing_level
    return [line("anchor", Layer.REFERENCE, (x, stands - kicker.thickness), (x, stands + plan.hole))]


def _within(window: Window, paths: Iterable[Path]) -> list[Path]:
    """What lies in a window and does not stand before the joint."""
    return within(window, [path for path in paths if path.id != "drop" and not path.id.startswith(NOT_DRAWN)])
