"""A length taped in place, of hip, valley or jack: how far it is from what was worked out, the piece marked to it.

Both points are there before the piece is: below, the plates' outer edge under it (for a hip the outside corner); above,
in the roof's planes, where the piece's head comes. What differs along the piece is taken up between its head and its
notch: head, notch and tail keep their shape.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from math import hypot, sqrt

from ...solid import Member, Removal
from ...terms import Check, Count, Length, Level, Named, Value, make_check
from ..framing.pieces import Framing
from ..plan.layout import RoofLayout
from .bevels import hips_of, valleys_of
from .hip_check import hip_check

PENCIL_LINE = 1.0
"""mm: tapes read twice differ by as much."""
SEAM_ROLES = ("hip", "valley", "valley_short")
"""What stands under a seam of two slopes and comes from a corner of the walls."""
HEADS = ("head", "clip")
FAR = 0.03
"""Of the expected distance: a building is not that far out, a tape read elsewhere is."""
FARTHER = 1e4
"""mm: what a hip that leads another way counts as away."""


@dataclass(frozen=True, slots=True)
class Taped:
    """What a tape read between a piece's two points, and where its reading started; to the ``shoulder`` (its long
    point) or to the ``centre`` of its top edge.
    """

    read: float
    start: float = 0.0
    to: str = "centre"

    @property
    def distance(self) -> float:
        """What is really between the points."""
        return self.read - self.start


@dataclass(frozen=True, slots=True)
class Move:
    """A piece that was taped: the distance that was worked out, what was taped, and how much longer its top edge is
    for it (negative: shorter); ``count`` are alike and all marked so; ``far`` where it cannot be of these points.
    """

    piece: str
    expected: float
    taped: float
    along: float
    count: int = 1
    far: bool = False


def moves_of(layout: RoofLayout, framing: Framing, taped: Mapping[str, Taped]) -> dict[str, Move]:
    """Every taped piece that there is, by its id. The points' heights are taken to be right: what differs is level.

    A distance that is far from the expected one belongs to other points, and moves nothing.
    """
    members = {piece.member.id: piece.member for piece in framing.pieces if piece.member.role in ("jack", *SEAM_ROLES)}
    found = {}
    for name, one in taped.items():
        member = members.get(name)
        if member is None:
            continue
        level, plumb, per_run = _between(layout, member, one)
        expected, distance = hypot(level, plumb), one.distance
        far = distance <= plumb or abs(distance - expected) > FAR * expected
        along = 0.0 if far else per_run * (sqrt(distance**2 - plumb**2) - level)
        found[name] = Move(name, expected, distance, along, member.count, far=far)
    return found


def distance_if(layout: RoofLayout, member: Member, farther: float) -> float:
    """Return what a tape would read between a hip's two points, were they so much farther apart, level, mm."""
    level, plumb, _ = _between(layout, member, Taped(0.0))
    return hypot(level + farther, plumb)


def _between(layout: RoofLayout, member: Member, taped: Taped) -> tuple[float, float, float]:
    """What lies between a piece's points level and plumb, and how far its top edge runs for each mm, level."""
    x = member.placement.x
    rise_per_run, per_run = abs(x.z) / hypot(x.x, x.y), 1 / hypot(x.x, x.y)
    if member.role in SEAM_ROLES:
        # It stands under the seam it runs down from: of those at its head the one that leads its own way.
        at = member.placement.origin
        seam = min(
            hips_of(layout) if member.role == "hip" else valleys_of(layout),
            key=lambda one: hypot(one.high.x - at.x, one.high.y - at.y) + FARTHER * (1.0 + x.dot(one.direction)),
        )
        found = hip_check(layout, member, seam)
        return found.level, found.plumb, per_run
    along = member.lengths["head_to_plate"] if taped.to == "centre" else member.lengths["theoretical"] - member.zero
    level = along / per_run
    return level, layout.notch.hap + rise_per_run * level, per_run


def marked_to(member: Member, move: Move) -> Member:
    """The piece with everything but its head so much farther down the board."""
    by = move.along
    removals = tuple(removal if _at_head(removal) else _shifted(removal, by) for removal in member.removals)
    theory, lengths = member.theory, dict(member.lengths)
    if theory is not None:
        theory = replace(
            theory,
            plate=None if theory.plate is None else theory.plate + by,
            tail=None if theory.tail is None else theory.tail + by,
        )
    for name in ("theoretical", "head_to_plate", "overall", "long_point", "short_point"):
        if name in lengths:
            lengths[name] += by
    return replace(
        member, removals=removals, theory=theory, lengths=lengths, reach=(member.reach[0], member.reach[1] + by)
    )


def _at_head(removal: Removal) -> bool:
    return all(cut.role in HEADS for cut in removal.planes)


def _shifted(removal: Removal, by: float) -> Removal:
    return replace(
        removal,
        planes=tuple(
            replace(cut, plane=replace(cut.plane, offset=cut.plane.offset + cut.plane.normal.x * by))
            for cut in removal.planes
        ),
    )


def check_taped(taped: Mapping[str, Taped], moves: Mapping[str, Move]) -> Iterator[Check]:
    """What every taped length says; one of a piece that is no longer there says so."""
    for name in taped:
        move = moves.get(name)
        if move is None:
            yield make_check(f"taped_gone.{name}", Level.LOOK, piece=Named(name))
            continue
        off = move.taped - move.expected
        values: dict[str, Value] = {
            "piece": Named(name), "value": Length(move.taped),
            "expected": Length(move.expected), "off": Length(abs(off)),
            "along": Length(abs(move.along)), "n": Count(move.count),
        }  # fmt: skip
        if move.far:
            yield make_check(f"taped_far.{name}", Level.STOP, **values)
        elif abs(off) < PENCIL_LINE:
            yield make_check(f"taped.{name}", Level.OK, **values)
        else:
            yield make_check(f"taped_{'longer' if off > 0 else 'shorter'}.{name}", Level.LOOK, **values)
