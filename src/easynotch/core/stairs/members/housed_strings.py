"""Housed strings: whole boards with treads, risers and wedges let into their inner faces.

The same flight as cut stringers: what is there a notch is here a housing as deep as the string allows. A housing is
a wedge that stops at a depth. Source: ``trade.md`` 4, the second family of stringers.
"""

from dataclasses import dataclass, replace

from ...solid import (
    HOUSING_DEPTH,
    Frame,
    Hand,
    Member,
    PlaneRow,
    Removal,
    Touch,
    Vector,
    removal,
    stretch,
    support_face,
)
from ..layout.layout import Layout
from ..model.flight import Flight, HeadKind
from ..model.surroundings import Housed, Screws, Sides
from .stringer import BACK, DOWN, OUT
from .treads import Placed

UP = Vector(0.0, 0.0, 1.0)


@dataclass(frozen=True, slots=True)
class Template:
    """The router's template for one step, measured from the nosing: how long the housings are, how much the wedges
    take at their thick ends, and the margin from the string's top edge to the nosing.
    """

    margin: float
    tread_length: float
    tread_mouth: float
    riser_mouth: float
    depth: float


def template_of(layout: Layout, housed: Housed) -> Template:
    """The template's sizes; a mouth is a housing's width where its wedge is driven in."""
    tread = layout.flight.tread
    back, front, _ = layout.walked[-1]
    long = front - back
    return Template(
        margin=housed.margin,
        tread_length=long,
        tread_mouth=tread.thickness + housed.thin + long * housed.taper,
        riser_mouth=layout.flight.riser_board + housed.thin + layout.riser * housed.taper,
        depth=housed.depth,
    )


def strings_alone(flight: Flight) -> Flight:
    """A flight in housed strings without what only cut stringers have: a kicker under notches and its anchors, hangers,
    a drop board or a ledger, a rim carried on sideways, spacer blocks, skirts and overhangs, screws, a trial pattern.
    """
    around = flight.around
    if around.housed is None:
        return flight
    kind = HeadKind.FLUSH if flight.flush else HeadKind.HANGER
    return replace(
        flight,
        head=replace(flight.head, kind=kind, drop_board=None, ledger=None),
        kicker=None,
        around=replace(
            around, anchors=None, blocks=None, header_length=None, sides=Sides(), trial_sheet=None, screws=Screws()
        ),
    )


@dataclass(frozen=True, slots=True)
class StringHead:
    """The string's plumb cut on the header's face: its upper and its lower end, up from the framing's top, mm; how
    much of it meets the header, and how much hangs below (None where the header's depth is not known).
    """

    top: float
    low: float
    overlap: float | None
    missing: float | None

    @property
    def plumb(self) -> float:
        """How long it is."""
        return self.top - self.low


def string_head(layout: Layout, housed: Housed) -> StringHead:
    """The head of a housed string: nothing is sawn off its upper edge, so that it may stand over the framing."""
    top = layout.nosing_level(0.0) + housed.margin / layout.cos
    low = top - layout.plumb_depth
    header = layout.flight.head.header_depth
    if header is None:
        return StringHead(top, low, None, None)
    overlap = max(0.0, min(top, 0.0) - max(low, -header))
    return StringHead(top, low, overlap, max(0.0, min(top, -header) - low))


def housing_room(layout: Layout, housed: Housed) -> float:
    """What is left of the string below its lowest wedge, square to its edge; negative where that comes out of it."""
    back, front, under = layout.walked[0]
    lowest = (layout.nosing_level(back) - under + housed.thin + (front - back) * housed.taper) * layout.cos
    return layout.flight.stock.depth - housed.margin - lowest


def housed_strings(layout: Layout, housed: Housed) -> list[Placed]:
    """Both strings, left and right; each is seen on its inner face, where the housings are."""
    room = (layout.flight.width - layout.flight.stock.thickness) / 2
    return [_string(layout, housed, Hand.LEFT, room), _string(layout, housed, Hand.RIGHT, -room)]


def _string(layout: Layout, housed: Housed, hand: Hand, y: float) -> Placed:
    stock, ground = layout.flight.stock, layout.flight.ground
    # Where the ground falls across the stair each string has a foot of its own.
    stands = layout.bearing_level - (ground.across_at(y, layout.flight.width) if ground is not None else 0.0)
    top = layout.nosing_level(0.0) + housed.margin / layout.cos
    down = Vector(-layout.sin, 0.0, -layout.cos)
    if hand is Hand.LEFT:
        frame = Frame.along(Vector(0.0, y, top), Vector(layout.cos, 0.0, -layout.sin), down)
    else:
        # Turned about, so that its housed face is the near one too: its head end is the stair's foot.
        toe = layout.walked[-1][1]
        origin = Vector(toe, y, layout.nosing_level(toe) + housed.margin / layout.cos)
        frame = Frame.along(origin, Vector(-layout.cos, 0.0, layout.sin), down)
    inner = Vector(0.0, y - (stock.thickness / 2 if hand is Hand.LEFT else -stock.thickness / 2), 0.0)
    into = Vector(0.0, -1.0 if hand is Hand.LEFT else 1.0, 0.0)
    bottom = inner - into * housed.depth
    toe = layout.walked[-1][1]
    ends = (
        removal(frame, ("head", "head", Vector(0.0, 0.0, 0.0), BACK)),
        removal(frame, ("toe", "riser", Vector(toe, 0.0, 0.0), OUT)),
        removal(frame, ("foot", "foot", Vector(0.0, 0.0, stands), DOWN)),
    )
    housings = tuple(one for k in range(layout.tread_count) for one in _step(layout, housed, frame, (bottom, into), k))
    spread = stock.depth * (layout.slope + 1.0 / layout.slope)
    long = max(abs(top - stands) / layout.sin, toe / layout.cos)
    reach = (-spread - long - 1.0, long + spread + 1.0)
    whole = Member(f"string_{hand}", "string", stock, frame, ends, reach, 0.0, hand=hand)
    low, high = stretch(whole) or (0.0, 0.0)
    member = Member(
        f"string_{hand}", "string", stock, frame, (*ends, *housings), (low - 1.0, high + 1.0), low, hand=hand,
        lengths={"overall": high - low, "board": high - low},
    )  # fmt: skip
    return member, (frame,)


def _step(layout: Layout, housed: Housed, frame: Frame, deep: tuple[Vector, Vector], number: int) -> list[Removal]:
    """A step's housings: the tread's with its wedge below, and that of the riser under its nosing, wedge behind."""
    bottom, into = deep
    flight = layout.flight
    back, front, under = layout.walked[number]
    thickness = flight.tread.thickness
    k = number + 1

    def floor(name: str) -> PlaneRow:
        return (f"{name}_depth", HOUSING_DEPTH, bottom, into)

    # The wedge's underside: thin under the nosing, growing towards the back. In front of a plane is what goes.
    thin = Vector(front, 0.0, under - housed.thin)
    last = number + 1 == layout.tread_count
    rows: list[PlaneRow] = [
        (f"tread_{k}", "housing", Vector(0.0, 0.0, under + thickness), DOWN),
        (f"nosing_{k}", "housing", Vector(front, 0.0, 0.0), BACK),
        (f"wedge_{k}", "housing", thin, Vector(-housed.taper, 0.0, 1.0).unit()),
        (f"back_{k}", "housing", Vector(back, 0.0, 0.0), OUT),
        floor(f"tread_{k}"),
    ]
    # Where a housing runs out at the string's own end, that end bounds it: one plane twice would be no edge.
    made = [removal(frame, *(row for row in rows if not (row[0] == f"back_{k}" and back <= 0)
                             and not (row[0] == f"nosing_{k}" and last)))]  # fmt: skip
    board = flight.riser_board
    if board > 0:
        face = front - flight.tread.nosing
        low = layout.bearing_level if last else layout.walked[number + 1][2]
        behind = Vector(face - board - housed.thin, 0.0, under)
        rows = [
            (f"riser_{k}", "housing", Vector(face, 0.0, 0.0), BACK),
            (f"riser_wedge_{k}", "housing", behind, Vector(1.0, 0.0, -housed.taper).unit()),
            (f"riser_top_{k}", "housing", Vector(0.0, 0.0, under + thickness / 2), DOWN),
            (f"riser_foot_{k}", "housing", Vector(0.0, 0.0, low), UP),
            floor(f"riser_{k}"),
        ]
        made.append(removal(frame, *(rows if not last else [row for row in rows if row[0] != f"riser_foot_{k}"])))
    return made


def housed_touches(layout: Layout, strings: list[Placed]) -> list[Touch]:
    """Each housing's top on its tread, and its front on its riser board: both are wedged up against it."""
    left, t = strings[0][0], layout.flight.tread.thickness
    half = layout.tread_width / 2
    touches = [
        Touch(
            f"string_left.tread_{k}", left, f"tread_{k}",
            support_face(Vector(back, half, level + t), Vector(back, -half, level + t),
                         Vector(front, -half, level + t), Vector(front, half, level + t)),
        )
        for k, (back, front, level) in enumerate(layout.walked, 1)
    ]  # fmt: skip
    if layout.flight.riser_board <= 0:
        return touches
    for k, (_, front, top) in enumerate(layout.walked, 1):
        face = front - layout.flight.tread.nosing
        low = layout.bearing_level if k == layout.tread_count else layout.walked[k][2]
        board = support_face(Vector(face, -half, low), Vector(face, half, low), Vector(face, half, top),
                             Vector(face, -half, top))  # fmt: skip
        touches.append(Touch(f"string_left.riser_{k}", left, f"riser_{k}", board))
    return touches
