"""The fascia's compound corner where square-cut tails meet at a hip."""

from math import acos, atan, degrees, radians, tan

from ...solid import Vector
from ..planes.planes import UP


def square_tail_corner(rise_per_run: float, half_corner: float = 45.0) -> tuple[float, float]:
    """The compound corner of a fascia on square-cut tails: its line on the wide face from square across, and the tilt.

    Read off the mitre's plane, which stands plumb along the hip of equal pitches, against a fascia that leans with
    the rafters' ends.

    Args:
        rate: of the roof, rise over run.
        half_corner: half the inside angle of the walls' corner, degrees.
    """
    along = Vector(1.0, 0.0, 0.0)
    inward = Vector(0.0, 1.0, 0.0)
    face = (-inward - UP * rise_per_run).unit()
    down = face.cross(along).unit()
    half = tan(radians(half_corner))
    # The hip in plan climbs from the corner between both walls; the mitre stands plumb over it.
    hip = (along + inward * half).unit()
    normal = UP.cross(hip).unit()
    line = degrees(atan(abs(normal.dot(down)) / abs(normal.dot(along))))
    return line, 90.0 - degrees(acos(abs(normal.dot(face))))
