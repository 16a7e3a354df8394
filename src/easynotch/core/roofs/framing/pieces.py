"""The pieces of a framed roof with their places, and which of them stands on which slope."""

from dataclasses import dataclass, replace

from ...solid import Face, Frame, MateFace, Member, Touch, member_face
from ..model.setting_out import SettingOut
from ..plan.layout import RoofSide

RAFTERS = frozenset(
    {
        "common", "upper_common", "dropped_common", "king_common", "end_common", "jack", "hung", "trimmed",
        "over_gable", "valley_jack", "hip_valley_jack",
    }
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Piece:
    """A piece and the places of all that are like it; the member lies in the first. A template has no place."""

    member: Member
    frames: tuple[Frame, ...]


@dataclass(frozen=True, slots=True)
class Framing:
    """All pieces of a roof, their setting out along the eaves, and what should touch what."""

    pieces: tuple[Piece, ...]
    setting_out: SettingOut
    touches: tuple[Touch, ...]


def member_on_slope(side: RoofSide, piece: Piece) -> Member | None:
    """The piece's first member on a slope, or None where it stands on none: its frame tells whose down-slope it has."""
    down = side.slope.frame(0.0, side.run).x
    if piece.member.role not in RAFTERS:
        return None
    frame = next((one for one in piece.frames if (one.x - down).length < 1e-9), None)
    return None if frame is None else replace(piece.member, placement=frame)


def ridge_side(ridge: Member, side: RoofSide) -> MateFace:
    """The face of a ridge board or beam that looks back at an eave."""
    return member_face(ridge, Face.FAR if ridge.placement.z.dot(side.slope.inward) < 0 else Face.NEAR)


def near_face_is_inner(mate: Member, side: RoofSide) -> bool:
    """Whether a fascia's near face is the one that looks at the rafters."""
    return mate.placement.z.dot(side.slope.inward) < 0
