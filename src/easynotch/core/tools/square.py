"""The steel square lying on a board."""

from dataclasses import dataclass
from math import hypot

Point = tuple[float, float]


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
