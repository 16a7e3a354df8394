"""A home-made jig: a triangle of sheet with a fence along its long edge, its two short edges the piece's own lines."""

from dataclasses import replace

from ..solid import Member, Plane
from ..tools import Setting, Square, hold, hold_line

UPRIGHT = 1e-6
"""Of a unit normal: a plane with less of it stands plumb, with more than one less this lies level."""


def pair_of(member: Member) -> tuple[Plane, Plane] | None:
    """The plumb and the level direction of a member's cuts as it stands in the building, or None without both."""
    planes = [cut.plane for cut in member.cut_planes]
    upright = [abs(member.placement.plane_to_world(plane).normal.z) for plane in planes]
    plumb = next((plane for plane, up in zip(planes, upright, strict=True) if up < UPRIGHT), None)
    level = next((plane for plane, up in zip(planes, upright, strict=True) if up > 1 - UPRIGHT), None)
    return (plumb, level) if plumb is not None and level is not None else None


def jig_of(member: Member, square: Square) -> Setting | None:
    """The jig of a member: a notch's own triangle where it has notches from the top edge, else one as deep as the
    board, so that its plumb edge strikes right across.

    Returns:
        The square's setting that draws it: the two figures are its short edges, the distance between them on the
        board's edge is its long one, under the fence. None where the piece has no plumb and level line.
    """
    near = -member.stock.thickness / 2
    for removal in member.removals:
        roles = [cut.role for cut in removal.planes]
        if roles[:2] == ["riser", "tread"]:
            first, second = (cut.plane for cut in removal.planes[:2])
            return _triangle(hold(first, second, square, member.zero, near))
    pair = pair_of(member)
    if pair is None:
        return None
    endless = Square(1e6, 1e6, square.body_width, square.tongue_width)
    return _triangle(hold_line(pair[0], pair, endless, reach=member.stock.depth, zero=member.zero, near=near))


def _triangle(setting: Setting | None) -> Setting | None:
    """The jig's own shape: a triangle between its corner and the two ends on the board's edge."""
    if setting is None:
        return None
    tongue, body = setting.tongue_at, setting.body_at
    return replace(setting, shape=(setting.heel, tongue, tongue, body, body, body), reaches=True)
