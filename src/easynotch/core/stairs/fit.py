"""What a stringer bears on, and its joints with it."""

from ..solid import Joint, Member, Vector, close_joint
from .layout import Layout


def joints_of(layout: Layout, pattern: Member) -> tuple[Joint, ...]:
    """The pattern stringer's joints: its head on the header's face, its foot on what it stands on.

    Without a known header depth there is no face to lie on, and no head joint.
    """
    joints = [close_joint("foot", pattern, "foot", _landing(layout))]
    depth = layout.flight.head.header_depth
    if depth is not None:
        joints.insert(0, close_joint("head", pattern, "head", _header(layout, depth)))
    return tuple(joints)


def _header(layout: Layout, depth: float) -> tuple[Vector, ...]:
    half = layout.flight.width
    return Vector(0, -half, -depth), Vector(0, half, -depth), Vector(0, half, 0), Vector(0, -half, 0)


def _landing(layout: Layout) -> tuple[Vector, ...]:
    half, z, far = layout.flight.width, layout.bearing_level, layout.riser_plumbs[-1] + layout.going
    return Vector(0, -half, z), Vector(far, -half, z), Vector(far, half, z), Vector(0, half, z)
