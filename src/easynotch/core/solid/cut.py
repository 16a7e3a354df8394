"""Cuts: a plane as the person at the saw sees it."""

from dataclasses import dataclass
from math import asin, atan2, degrees

from .member import CutPlane


@dataclass(frozen=True, slots=True)
class Cut:
    """A sawn plane: angles in degrees, none negative.

    ``line_angle`` is the pencil line on the near face and ``top_angle`` the one on the top edge, both from
    square across; ``blade_tilt`` is the blade from upright as it follows the near-face line. ``leans`` tells
    towards which end the near-face line runs on its way down from the top edge: ``head``, ``foot`` or None.
    """

    id: str
    role: str
    line_angle: float
    blade_tilt: float
    top_angle: float
    leans: str | None


def describe(cut: CutPlane) -> Cut:
    """The cut that makes a plane, from the plane's normal in the member's frame.

    The line on a face is square to the normal's part in that face; the tilt is the normal's part out of it.
    """
    normal = cut.plane.normal
    lean = -normal.x * normal.y
    return Cut(
        id=cut.id,
        role=cut.role,
        line_angle=degrees(atan2(abs(normal.y), abs(normal.x))),
        blade_tilt=degrees(asin(min(1.0, abs(normal.z)))),
        top_angle=degrees(atan2(abs(normal.z), abs(normal.x))),
        leans=None if abs(lean) < 1e-12 else ("foot" if lean > 0 else "head"),
    )
