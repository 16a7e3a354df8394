"""The steel square lying on a board."""

from dataclasses import dataclass
from math import hypot

from ..solid import Plane, Vector

Point = tuple[float, float]
PARALLEL = 1e-12
"""Of a unit normal: a line with less of it runs along the board."""


@dataclass(frozen=True, slots=True)
class Square:
    """A steel square: lengths of body and tongue along their outside edges, and their widths, mm.

    ``inside`` tells that its inside edges are traced and its inside scales read.
    """

    body: float = 609.6
    tongue: float = 406.4
    body_width: float = 50.8
    tongue_width: float = 38.1
    inside: bool = False

    @property
    def tongue_reach(self) -> float:
        """The greatest figure the tongue's scale reads, mm."""
        return self.tongue - self.body_width if self.inside else self.tongue

    @property
    def body_reach(self) -> float:
        """The greatest figure the body's scale reads, mm."""
        return self.body - self.tongue_width if self.inside else self.body


IMPERIAL = Square()
METRIC = Square(600.0, 400.0, 50.0, 40.0)


@dataclass(frozen=True, slots=True)
class Setting:
    """A square in its setting on the near face, in (u, v) mm from the member's zero.

    The scales read ``tongue_figure`` and ``body_figure`` at the board's top edge, at ``tongue_at`` and ``body_at``;
    ``heel`` is the corner of the traced edges, the outside one unless the square is read ``inside``. ``reaches``
    tells whether both figures are on the square.
    """

    tongue_figure: float
    body_figure: float
    heel: Point
    tongue_at: Point
    body_at: Point
    reaches: bool
    shape: tuple[Point, ...]
    inside: bool = False


def hold(plumb: Plane, level: Plane, square: Square, zero: float, near: float) -> Setting | None:
    """The setting that draws a plumb and a level line through their common corner, from the planes alone.

    Args:
        plumb: the plane the tongue draws, in the member's frame.
        level: the plane the body draws.
        square: the user's square.
        zero: the member's zero on x.
        near: z of the near face.

    Returns:
        The setting, or None where the two lines are parallel, one of them runs along the board, or the corner lies
        off it.
    """
    turn = plumb.normal.x * level.normal.y - plumb.normal.y * level.normal.x
    if abs(turn) < 1e-9:
        return None
    first, second = plumb.offset - plumb.normal.z * near, level.offset - level.normal.z * near
    heel = (
        (first * level.normal.y - second * plumb.normal.y) / turn,
        (plumb.normal.x * second - level.normal.x * first) / turn,
    )
    if heel[1] <= 1e-9 or min(abs(plumb.normal.x), abs(level.normal.x)) < PARALLEL:
        return None
    tongue, body = _to_edge(heel, plumb), _to_edge(heel, level)
    tongue_figure, body_figure = (hypot(heel[0] - end[0], heel[1] - end[1]) for end in (tongue, body))
    at_heel, at_tongue, at_body = ((u - zero, v) for u, v in (heel, tongue, body))
    return Setting(
        tongue_figure=tongue_figure,
        body_figure=body_figure,
        heel=at_heel,
        tongue_at=at_tongue,
        body_at=at_body,
        reaches=tongue_figure <= square.tongue_reach and body_figure <= square.body_reach,
        shape=square_outline(square, at_heel, at_tongue, at_body),
        inside=square.inside,
    )


def hold_line(
    plane: Plane, pair: tuple[Plane, Plane], square: Square, *, reach: float, zero: float, near: float
) -> Setting | None:
    """The setting that draws one line with one leg, the other leg held to the same pair of directions.

    Args:
        plane: the line's plane, parallel (on the face) to one of the pair.
        pair: the plumb and the level direction the square is set to, tongue first.
        square: the user's square.
        reach: v down to which the line is drawn; the figures grow with it, as far as the square allows.
        zero: the member's zero on x.
        near: z of the near face.

    Returns:
        The setting with its heel on the line, or None where the line is parallel to neither.
    """
    if min(abs(pair[0].normal.x), abs(pair[1].normal.x), abs(plane.normal.x)) < PARALLEL:
        return None
    tongue_draws = abs(plane.normal.dot(pair[0].normal)) > abs(plane.normal.dot(pair[1].normal))
    other = pair[1] if tongue_draws else pair[0]
    per_depth = [1.0 / abs(direction.normal.x) for direction in pair]
    deepest = min(square.tongue_reach / per_depth[0], square.body_reach / per_depth[1])
    down = min(max(reach, 1.0), deepest)
    at = Vector((plane.offset - plane.normal.y * down - plane.normal.z * near) / plane.normal.x, down, near)
    through = Plane.through(at, other.normal)
    plumb, level = (plane, through) if tongue_draws else (through, plane)
    return hold(plumb, level, square, zero, near)


def _to_edge(heel: Point, plane: Plane) -> Point:
    """Where the plane's line meets the top edge (v = 0)."""
    return heel[0] + plane.normal.y * heel[1] / plane.normal.x, 0.0


def square_outline(square: Square, heel: Point, tongue_at: Point, body_at: Point) -> tuple[Point, ...]:
    """The six corners of the square's outline, its traced edges on the two lines from the heel."""
    back_tongue, back_body = (square.body_width, square.tongue_width) if square.inside else (0.0, 0.0)
    along_tongue, along_body = _toward(heel, tongue_at), _toward(heel, body_at)

    def corner(up_tongue: float, along: float) -> Point:
        up_tongue, along = up_tongue - back_tongue, along - back_body
        return (
            heel[0] + up_tongue * along_tongue[0] + along * along_body[0],
            heel[1] + up_tongue * along_tongue[1] + along * along_body[1],
        )

    return (
        corner(0, 0),
        corner(square.tongue, 0),
        corner(square.tongue, square.tongue_width),
        corner(square.body_width, square.tongue_width),
        corner(square.body_width, square.body),
        corner(0, square.body),
    )


def _toward(start: Point, end: Point) -> Point:
    length = hypot(end[0] - start[0], end[1] - start[1])
    return (end[0] - start[0]) / length, (end[1] - start[1]) / length
