"""Cuts that run along a board, a planed hip's top, a bevelled ridge, the faces of a post: gauge lines on every face."""

from ..solid import CutPlane, Face, Stock
from .lines import Needed
from .sequence import Sequence
from .step import Do, Edge, JoinHold, PencilLine, Step, TapeEnd

ALONG = 1e-9
"""Of a unit normal: a plane with less of it along the board runs lengthwise."""
CORNER = 1e-6

Section = tuple[float, float]
"""A point of a board's end: down from the crown edge and through from the near face, mm."""


def is_lengthwise(cut: CutPlane) -> bool:
    """Whether a plane runs along the board."""
    return abs(cut.plane.normal.x) < ALONG


def gauge_lengthwise(sequence: Sequence) -> None:
    """Gauge every lengthwise cut on the faces it comes out at, where no mark has done so, and join them on the end."""
    for removal in sequence.member.removals:
        if len(removal.planes) != 1 or not is_lengthwise(removal.planes[0]):
            continue
        cut = removal.planes[0]
        points = section_points(cut, sequence.member.stock)
        for point in points:
            gauge_section(sequence, cut, point)
        if len(points) == 2:
            sequence.add(Step(
                id=f"draw_{cut.id}_end", do=Do.DRAW, stop=cut.id, role=cut.role, on_end=True, hold=JoinHold(*points),
                start=TapeEnd(Edge.END, sequence.layout.hook, points[0]),
                line=PencilLine(f"{cut.id}_end", points[0], points[1]),
            ))  # fmt: skip


def section_points(cut: CutPlane, stock: Stock) -> list[Section]:
    """Where a lengthwise plane crosses the outline of the board's end."""
    n, half = cut.plane.normal, stock.thickness / 2
    found: list[Section] = []
    for z in (-half, half):
        if abs(n.y) > ALONG and -CORNER <= (y := (cut.plane.offset - n.z * z) / n.y) <= stock.depth + CORNER:
            found.append((y, z + half))
    for y in (0.0, stock.depth):
        if abs(n.z) > ALONG and -half - CORNER <= (z := (cut.plane.offset - n.y * y) / n.z) <= half + CORNER:
            found.append((y, z + half))
    apart: list[Section] = []
    for point in found:
        if all(max(abs(point[0] - one[0]), abs(point[1] - one[1])) > CORNER for one in apart):
            apart.append(point)
    return apart


def face_of(point: Section, stock: Stock) -> Face:
    """The long face a point of the end lies on: a wide one before an edge."""
    if point[1] < CORNER:
        return Face.NEAR
    if point[1] > stock.thickness - CORNER:
        return Face.FAR
    return Face.TOP if point[0] < CORNER else Face.BOTTOM


def line_id(cut: CutPlane, face: Face) -> str:
    """What a lengthwise cut's line on a face is called."""
    return cut.id if face is Face.NEAR else f"{face}_{cut.id}"


def gauge_section(sequence: Sequence, cut: CutPlane, point: Section) -> None:
    """Gauge a line along the whole board where a point of its end says, on the face that lies there."""
    layout, face = sequence.layout, face_of(point, sequence.member.stock)
    if (face, cut.id) in sequence.drawn:
        return
    wide = face in (Face.NEAR, Face.FAR)
    at = point[0] if wide else point[1]
    start, end = (layout.left, at), (layout.right, at)
    toward = cut.plane.normal.y if wide else cut.plane.normal.z
    line = Needed(cut.id, cut.role, -1, face, start, end, 90.0, "bottom" if toward > 0 else "top", gauged=True)
    sequence.drawn[face, cut.id] = line
    name = line_id(cut, face)
    sequence.add(Step(
        id=f"gauge_{name}", do=Do.GAUGE, stop=cut.id, role=cut.role, face=face, reading=at,
        start=TapeEnd(Edge.TOP, layout.left, (layout.left, 0.0)), line=PencilLine(name, start, end),
    ))  # fmt: skip
