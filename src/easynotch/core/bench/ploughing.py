"""A top that is ploughed to a trough between two planes: gauged on edge and faces, joined on the end, sawn from either
face to the middle.
"""

from collections.abc import Iterator
from math import atan, degrees

from ..solid import CutPlane, Face, Removal, describe
from ..tools import Reach, lying, reach
from .lengthwise import CORNER, Section, gauge_section, is_lengthwise, line_id
from .sequence import Sequence
from .step import Do, Edge, JoinHold, PencilLine, SawCut, Step, TapeEnd

ROLE = "plough"


def is_ploughed(removal: Removal) -> bool:
    """Whether a removal is a trough along the board: two planes, both lengthwise."""
    return len(removal.planes) == 2 and all(cut.role == ROLE and is_lengthwise(cut) for cut in removal.planes)


def gauge_trough(sequence: Sequence, removal: Removal) -> None:
    """Gauge a trough's middle on the top edge and its sides on the faces they come out at; join them on the end."""
    half = sequence.member.stock.thickness / 2
    bottom = _bottom(removal, half)
    gauge_section(sequence, removal.planes[0], (0.0, bottom[1]))
    for cut in removal.planes:
        side = _side(cut, half)
        if side[0] > CORNER:
            gauge_section(sequence, cut, side)
        sequence.add(Step(
            id=f"draw_{cut.id}_end", do=Do.DRAW, stop=removal.planes[0].id, role=cut.role, on_end=True,
            hold=JoinHold(side, bottom), start=TapeEnd(Edge.END, sequence.layout.hook, side), reading=bottom[0],
            line=PencilLine(f"{cut.id}_end", side, bottom),
        ))  # fmt: skip


def plough_steps(sequence: Sequence, removal: Removal) -> Iterator[Step]:
    """A step for either side of a trough: the blade tilted, as deep as the middle, from the face it runs out at."""
    half = sequence.member.stock.thickness / 2
    bottom = _bottom(removal, half)
    for number, cut in enumerate(removal.planes):
        side, seen = _side(cut, half), describe(cut)
        deep = abs(bottom[1] - side[1])
        face = Face.NEAR if side[1] < half else Face.FAR
        made = {saw.name: reach(saw, seen, deep) for saw in sequence.preferences.saws}
        yield Step(
            id=f"saw_{cut.id}", do=Do.SAW, stop="saw_plough", role=ROLE, face=face,
            cut=SawCut(
                line=line_id(cut, face) if side[0] > CORNER else line_id(removal.planes[0], Face.TOP), role=ROLE,
                tilt=degrees(atan(abs(cut.plane.normal.z / cut.plane.normal.y))), far=0.0, waste="top",
                # Either side is sawn to the middle alone: neither takes anything off the other face.
                group=sequence.member.removals.index(removal) + 10_000 * (number + 1), mitre=lying(seen),
                reach=tuple(name for name, found in made.items() if found is Reach.WHOLE),
                short=tuple((name, found) for name, found in made.items() if found is not Reach.WHOLE),
                depth=deep, rip=True,
            ),
        )  # fmt: skip


def _bottom(removal: Removal, half: float) -> Section:
    """Where both planes meet on the board's end."""
    (a, b, p), (c, d, q) = (
        (cut.plane.normal.y, cut.plane.normal.z, cut.plane.offset) for cut in removal.planes
    )  # fmt: skip
    turn = a * d - b * c
    return (p * d - b * q) / turn, (a * q - p * c) / turn + half


def _side(cut: CutPlane, half: float) -> Section:
    """Where a plane leaves the wood: on the face it reaches higher up, at its corner or below."""

    def at(plane: CutPlane, z: float) -> float:
        return (plane.plane.offset - plane.plane.normal.z * z) / plane.plane.normal.y

    face = min((-half, half), key=lambda z: at(cut, z))
    return at(cut, face), face + half
