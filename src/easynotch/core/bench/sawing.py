"""The saw's steps: which line, how far the blade tilts, which saws reach; one setting for all it suits."""

from collections.abc import Iterator
from itertools import groupby
from math import asin, degrees

from ..solid import CutPlane, Face, Removal, describe
from ..tools import Reach, lying, reach
from .deductions import BESIDE
from .lengthwise import is_lengthwise, line_id
from .lines import ALONG, Needed
from .sequence import Sequence, named
from .step import Do, SawCut, Step

ONE_TILT = 0.05
"""Degrees: two blades that lean as near as this are set alike."""


def saw_steps(sequence: Sequence, squared: frozenset[str]) -> Iterator[Step]:
    """A step for every line that is sawn, those of one blade setting together, upright ones first, rips last.

    Args:
        sequence: the piece, drawn.
        squared: cuts that squaring the board's end has made already, or that are no through cuts.
    """
    cuts = [
        (cut, line, removal)
        for removal in sequence.member.removals
        for cut in removal.planes
        if cut.id not in squared and (line := _line_of(sequence, cut)) is not None
    ]
    made = [_saw_cut(sequence, cut, line, removal) for cut, line, removal in cuts]

    def setting(one: tuple[SawCut, Needed]) -> tuple[bool, bool, int]:
        cut, _ = one
        return cut.depth is not None, cut.rip, round(cut.tilt / ONE_TILT)

    order = sorted(zip(made, (line for _, line, _ in cuts), strict=True), key=setting)
    for number, (_, group) in enumerate(groupby(order, key=setting), 1):
        for cut, line in group:
            yield Step(id=f"saw_{cut.line}", do=Do.SAW, stop=f"saw_{number}", role=cut.role, face=line.face, cut=cut)


def _line_of(sequence: Sequence, cut: CutPlane) -> Needed | None:
    for key in ((Face.NEAR, cut.id), (Face.NEAR, f"{BESIDE}{cut.id}"), (Face.FAR, cut.id), (Face.TOP, cut.id),
                (Face.BOTTOM, cut.id)):  # fmt: skip
        line = sequence.drawn.get(key)
        if line is not None:
            return line
    return None


def _saw_cut(sequence: Sequence, cut: CutPlane, line: Needed, removal: Removal) -> SawCut:
    seen, normal = describe(cut), cut.plane.normal
    thick = sequence.layout.thickness
    along = abs(line.angle) > ALONG
    # From the face it is sawn on to the other one, along the board (across it, where it is ripped).
    through = normal.y if along else normal.x
    far = -normal.z * thick / through if abs(through) > 1e-12 else 0.0
    made = {saw.name: reach(saw, seen, thick) for saw in sequence.preferences.saws}
    return SawCut(
        line=line_id(cut, line.face) if is_lengthwise(cut) else named(line),
        role=cut.role,
        tilt=seen.blade_tilt if line.face in (Face.NEAR, Face.FAR) else degrees(asin(min(1.0, abs(normal.y)))),
        far=far if line.face is not Face.FAR else -far,
        waste=line.waste,
        group=sequence.member.removals.index(removal),
        mitre=lying(seen),
        reach=tuple(name for name, found in made.items() if found is Reach.WHOLE),
        short=tuple((name, found) for name, found in made.items() if found is not Reach.WHOLE),
        depth=_depth(removal, thick),
        rip=along and len(removal.planes) == 1,
    )


def _depth(removal: Removal, thick: float) -> float | None:
    """How deep a housing or a lap goes into its face; None where the cut goes right through."""
    flat = next((cut.plane for cut in removal.planes if abs(cut.plane.normal.z) > 1.0 - 1e-9), None)
    return None if flat is None else thick / 2 - flat.offset
