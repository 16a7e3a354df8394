"""Wood: vectors, planes, frames, stock, members, removals, marks, cuts, meshes.

A cut is a plane; a mark is where it meets a face. Conventions: mm; a member's frame has x down the length from
head to foot, y across the wide face from the top edge to the bottom edge, z through the thickness from the near
face to the far one, its origin on the centre of the top edge.
"""

from .clear import Defect, Lying, lie_clear, meeting_zones, names_of, slides, sound_zones
from .cut import Cut, describe
from .dry_fit import (
    Fitted,
    MateFace,
    Touch,
    close,
    dry_fit,
    member_face,
    on_the_tape,
    sawn_face,
    support_face,
    together,
)
from .extent import extent, inner_corners, sawn_extent
from .face import Face, HalfPlane, Region, clip, housings, outline, regions, stretch
from .frame import Frame
from .identical import group_identical
from .joint import Joint, close_joint, face_polygon
from .mark import Mark, marks_of
from .meeting import Meeting, meetings
from .member import HOUSING_DEPTH, CutPlane, Hand, Member, PlaneRow, Removal, Stock, Theory, removal
from .mesh import as_manifold, box, seen_outline
from .overlap import Overlap, clearance, overlaps
from .recut import Moved, Outcome, Recut, recut_to
from .straight import SQUARE_ENOUGH, as_sawn, ripped, square_ends, straight
from .vector import Plane, Vector

__all__ = [
    "HOUSING_DEPTH",
    "SQUARE_ENOUGH",
    "Cut",
    "CutPlane",
    "Defect",
    "Face",
    "Fitted",
    "Frame",
    "HalfPlane",
    "Hand",
    "Joint",
    "Lying",
    "Mark",
    "MateFace",
    "Meeting",
    "Member",
    "Moved",
    "Outcome",
    "Overlap",
    "Plane",
    "PlaneRow",
    "Recut",
    "Region",
    "Removal",
    "Stock",
    "Theory",
    "Touch",
    "Vector",
    "as_manifold",
    "as_sawn",
    "box",
    "clearance",
    "clip",
    "close",
    "close_joint",
    "describe",
    "dry_fit",
    "extent",
    "face_polygon",
    "group_identical",
    "housings",
    "inner_corners",
    "lie_clear",
    "marks_of",
    "meeting_zones",
    "meetings",
    "member_face",
    "names_of",
    "on_the_tape",
    "outline",
    "overlaps",
    "recut_to",
    "regions",
    "removal",
    "ripped",
    "sawn_extent",
    "sawn_face",
    "seen_outline",
    "slides",
    "sound_zones",
    "square_ends",
    "straight",
    "stretch",
    "support_face",
    "together",
]
