"""Where a roof lies that is framed on another one's deck: its two slopes, its ridge, and the plane it lies on.

The main roof is framed and decked whole. On the deck, and on boards along both valleys where they are asked for, lie
the feet of the laid roof's rafters and the end of its ridge. Source: ``trade.md`` 7, (c).
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property, lru_cache

from shapely import Point as ShapelyPoint
from shapely import Polygon

from ...solid import Plane, Stock, Vector
from ...terms import Count, Length, message
from ..model.joined import ValleyHead
from ..model.roof import RoofError
from ..plan.headers import gaps_of, place_on
from ..plan.layout import RoofLayout, RoofSide
from ..plan.seam_sections import outline_of
from ..planes.planes import Slope

CLEAR = 1.0
"""mm: how far a laid ridge's end stays short of the end of its slope at least."""


class LaidKind(StrEnum):
    """What lies on the deck."""

    WING = "wing"
    DORMER = "dormer"
    CRICKET = "cricket"


@dataclass(frozen=True)
class LaidRoof:
    """A roof on a slope's deck, its ridge square to that slope's eave: the slope it lies on, where along its eave the
    ridge lies, from there to either bearing line, where its ``front`` is and how far its plates run, both inward of the
    main bearing line; its two slopes, the first on the side of the eave's start; how far over the main rafters'
    tops its feet lie, square to the slope.
    """

    number: int
    kind: LaidKind
    main: Slope
    centre: float
    half: float
    front: float
    plated: float
    slopes: tuple[Slope, Slope]
    lift: float
    board: Stock | None

    @cached_property
    def deck(self) -> Plane:
        """The plane its feet lie on, facing up."""
        plane = self.main.plane
        return Plane(plane.normal, plane.offset + self.lift)

    def deck_height(self, inward: float) -> float:
        """How high that plane is so far inward of the main bearing line, mm."""
        return self.main.height(inward) + self.lift * self.main.per_run

    def inward_at(self, height: float) -> float:
        """How far inward of the main bearing line that plane is so high, mm."""
        return (height - self.deck_height(0.0)) / self.main.rise_per_run

    @cached_property
    def peak(self) -> float:
        """Where its two planes meet, over the plates' tops."""
        return self.slopes[0].height(self.half)

    @cached_property
    def ridge_end(self) -> float:
        """How far inward of the main bearing line its planes' ridge meets the deck."""
        return self.inward_at(self.peak)

    def valley_at(self, aside: float) -> float:
        """How far inward of the main bearing line a plane meets the deck, so far inside its own bearing line."""
        return self.inward_at(self.slopes[0].height(aside))

    def sides(self) -> tuple[RoofSide, RoofSide]:
        """Its slopes with their run to the ridge."""
        return RoofSide(self.slopes[0], self.half), RoofSide(self.slopes[1], self.half)

    def at(self, along: float, inward: float, height: float) -> Vector:
        """A point, by its distance along the main eave, inward of the main bearing line, and its height."""
        return self.main.at(along, inward, height)


@lru_cache(maxsize=16)
def laid_roofs(layout: RoofLayout) -> tuple[LaidRoof, ...]:
    """The roofs that lie on a roof's deck: its wings where they are laid on, its dormers, its crickets.

    Raises:
        RoofError: at the wing, dormer or pitch, what finds no room on its slope.
    """
    if layout.outline is None:
        return ()
    found = [*_wings(layout), *_dormers(layout), *_crickets(layout)]
    for path, laid in found:
        region = Polygon(next(region.corners for region in outline_of(layout).regions if region.slope == laid.main))
        ends = [laid.at(laid.centre, laid.ridge_end + CLEAR, 0.0)]
        ends += [laid.at(laid.centre + sign * laid.half, max(0.0, laid.valley_at(0.0)), 0.0) for sign in (-1.0, 1.0)]
        if not all(region.buffer(CLEAR).contains(ShapelyPoint(at.x, at.y)) for at in ends):
            raise RoofError(path, message("error.laid_beyond", n=Count(laid.number)))
    made = tuple(laid for _, laid in found)
    around = [Polygon(_around(laid)).buffer(layout.out if laid.kind is not LaidKind.CRICKET else 0.0) for laid in made]
    for number, (path, laid) in enumerate(found):
        if any(around[number].intersects(other) for other in around[:number]):
            raise RoofError(path, message("error.laid_meets", n=Count(laid.number)))
    return made


def laid_outlines(layout: RoofLayout) -> tuple[tuple[tuple[float, float], ...], ...]:
    """What every laid roof covers in plan, walls to walls: from its front to where both its valleys meet."""
    return tuple(_around(one) for one in laid_roofs(layout))


def _around(one: LaidRoof) -> tuple[tuple[float, float], ...]:
    low, high = one.centre - one.half, one.centre + one.half
    corner = max(one.front, one.valley_at(0.0))
    rows = ((low, one.front), (high, one.front), (high, corner), (one.centre, one.ridge_end), (low, corner))
    points = [one.at(along, inward, 0.0) for along, inward in rows]
    return tuple((point.x, point.y) for point in points)


def _wings(layout: RoofLayout) -> list[tuple[str, LaidRoof]]:
    plan, made = layout.roof.plan, []
    if plan.valley is None or plan.valley.head is not ValleyHead.LAY_ON:
        return []
    for number, wing in enumerate(plan.wings):
        path = f"plan.wings[{number}]"
        main, at = place_on(layout, path, wing.side, wing.start)
        if wing.hipped:
            raise RoofError(f"{path}.end", message("error.laid_hipped", n=Count(number + 1)))
        half = wing.width / 2 + plan.sheathing
        rise = layout.roof.slope if wing.slope is None else wing.slope
        laid = _laid(
            layout, (LaidKind.WING, number + 1), (main, at + wing.width / 2, half, plan.sheathing - wing.out),
            rise, wing.plate,
        )  # fmt: skip
        walls = next(((low, high) for low, high, *_ in outline_of(layout).walls(main)), (0.0, main.length))
        out = layout.out
        if at - out < walls[0] or at + wing.width + out > walls[1]:
            raise RoofError(f"{path}.from", message("error.laid_flush", n=Count(number + 1), out=Length(out)))
        if laid.ridge_end <= 0:
            raise RoofError(f"{path}.plate", message("error.laid_low", n=Count(number + 1)))
        made.append((path, laid))
    return made


def _dormers(layout: RoofLayout) -> list[tuple[str, LaidRoof]]:
    plan, made = layout.roof.plan, []
    for number, dormer in enumerate(plan.dormers):
        path = f"plan.dormers[{number}]"
        main, at = place_on(layout, path, dormer.side, dormer.start)
        rise = layout.roof.slope if dormer.slope is None else dormer.slope
        laid = _laid(
            layout, (LaidKind.DORMER, number + 1), (main, at + dormer.width / 2, dormer.width / 2, dormer.inward),
            rise, dormer.plate,
        )  # fmt: skip
        made.append((path, laid))
    return made


def _crickets(layout: RoofLayout) -> list[tuple[str, LaidRoof]]:
    made = []
    for number, (opening, gap) in enumerate(zip(layout.roof.plan.openings, gaps_of(layout), strict=False)):
        if opening.cricket is None:
            continue
        half, back = (gap.high - gap.low) / 2, gap.far
        plate = gap.slope.height(back) + _lift(layout) * gap.slope.per_run - layout.notch.hap
        laid = _laid(
            layout, (LaidKind.CRICKET, number + 1), (gap.slope, gap.low + half, half, back), opening.cricket, plate
        )
        made.append((f"plan.openings[{number}].cricket", laid))
    return made


def _lift(layout: RoofLayout) -> float:
    """How far the feet of what is laid on lie over the main rafters' tops: the deck, and the board on it."""
    valley = layout.roof.plan.valley
    return layout.roof.plan.deck + (valley.board.thickness if valley and valley.board else 0.0)


def _laid(
    layout: RoofLayout, name: tuple[LaidKind, int], place: tuple[Slope, float, float, float], rise_per_run: float,
    plate: float,
) -> LaidRoof:  # fmt: skip
    """A laid roof; its slopes' eaves run far enough inward for the ridge to reach the deck. A wing's plates run to the
    main wall, a dormer's to where they come to the deck.
    """
    kind, number = name
    main, centre, half, front = place
    valley, lift, hap = layout.roof.plan.valley, _lift(layout), layout.notch.hap
    peak = plate + hap + rise_per_run * half
    back = max(front, (peak - main.height(0.0)) / main.rise_per_run) + half + 1000.0
    low, high = centre - half, centre + half
    corners = [main.at(at, inward, 0.0) for at, inward in ((low, back), (low, front), (high, front), (high, back))]
    a, b, c, d = ((point.x, point.y) for point in corners)
    slopes = tuple(
        Slope(f"laid_{kind.value}_{number}_{side}", start, end, rise_per_run, plate, hap)
        for side, start, end in (("a", a, b), ("b", c, d))
    )
    meets = (plate - main.height(0.0) - lift * main.per_run) / main.rise_per_run
    plated = front if kind is LaidKind.CRICKET else max(0.0, front, meets)
    return LaidRoof(
        number, kind, main, centre, half, front, plated, (slopes[0], slopes[1]), lift,
        valley.board if valley else None,
    )  # fmt: skip
