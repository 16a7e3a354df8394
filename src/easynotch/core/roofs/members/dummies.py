"""Two dummies for trying a hip: an offcut with its foot's cuts and one with its head's, fixed and measured between.

Each ends square where the tape is held, so far from the cuts that hands and clamps have room.
"""

from dataclasses import replace

from ...solid import Member, square_ends
from .rafter import along_centre, long_point

GRIP = 2.0
"""Times the hip's depth: from the plate's plumb line up to the foot dummy's end, from the nose down to the other's."""


def dummies(hip: Member) -> tuple[Member, Member]:
    """The foot and the head of a hip, each cut off square; ``between`` is what the tape reads from end to end along
    the top edge when both stand where they belong, mm.
    """
    plate, nose = hip.lengths["theoretical"], hip.lengths["theoretical"] - hip.lengths["head_to_plate"]
    upper, lower = nose + GRIP * hip.stock.depth, plate - GRIP * hip.stock.depth
    between = lower - upper
    foot_cut, _ = square_ends(0.0, lower)
    _, head_cut = square_ends(upper)
    below = tuple(one for one in hip.removals if all(cut.role not in ("head", "clip") for cut in one.planes))
    above = tuple(one for one in hip.removals if all(cut.role in ("head", "clip", "backing") for cut in one.planes))
    ends = [along_centre(cut.plane) for removal in hip.removals for cut in removal.planes if cut.role == "tail"]
    foot = replace(
        hip, id="hip_foot_dummy", role="dummy", hand=None, count=1, removals=(foot_cut, *below), zero=lower,
        reach=(lower - 10.0, hip.reach[1]), lengths={"overall": min(ends) - lower, "between": between},
    )  # fmt: skip
    head = replace(
        hip, id="hip_head_dummy", role="dummy", hand=None, count=1, removals=(*above, head_cut),
        reach=(hip.reach[0], upper + 10.0), zero=long_point(above, hip.stock),
        lengths={"overall": upper - nose, "between": between},
    )  # fmt: skip
    return foot, head
