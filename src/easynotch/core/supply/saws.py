"""Cuts of a batch by saw setting, in an order that changes the saw least."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import atan2, degrees

from ..solid import Face, Member, Removal, describe
from ..tools import MitrePair, lying
from .pieces import Wanted

ALIKE = 0.05
"""Degrees: settings nearer than this are one; no saw's scale holds finer."""
STEP = 0.5
"""Degrees: what a saw's scale is read to."""


@dataclass(frozen=True, slots=True)
class SawnEnd:
    """An end of a piece at a setting: which cut, how many of them, from which end of the board its long point faces.

    ``length`` is the piece's, for a stop, where both its ends are sawn at this setting; ``face`` lies down on the saw.
    """

    piece: str
    cut: str
    count: int
    leans: str | None
    face: Face
    length: float | None


@dataclass(frozen=True, slots=True)
class SawSetting:
    """A setting of the saw, the board flat on its face, and every end sawn with it. Angles in degrees.

    ``turns`` tells whether a mitre saw's table turns so far; ``between`` whether it lies between two marks of a scale.
    """

    mitre: float
    bevel: float
    turns: bool
    between: bool
    ends: tuple[SawnEnd, ...]

    @property
    def count(self) -> int:
        """How many cuts."""
        return sum(end.count for end in self.ends)


def saw_settings(wanted: tuple[Wanted, ...]) -> tuple[SawSetting, ...]:
    """Every end cut of a batch by setting: square ones first, then by bevel and mitre, so that one thing changes."""
    found: dict[tuple[float, float], list[SawnEnd]] = {}
    turning: dict[tuple[float, float], MitrePair] = {}
    for one in wanted:
        ends = _ends(one.member)
        square = all(pair.mitre < ALIKE and pair.bevel < ALIKE for _, pair, _ in ends)
        for cut_id, pair, leans in ends:
            key = next(
                (k for k in found if abs(k[0] - pair.mitre) < ALIKE and abs(k[1] - pair.bevel) < ALIKE),
                (pair.mitre, pair.bevel),
            )
            turning.setdefault(key, pair)
            length = one.member.lengths.get("overall") if square else None
            row = found.setdefault(key, [])
            same = next((k for k, end in enumerate(row) if end.piece == one.id and end.leans == leans), None)
            if same is None:
                row.append(SawnEnd(one.id, cut_id, one.count, leans, Face.FAR, length))
            else:
                row[same] = replace(row[same], count=row[same].count + one.count)
    order = sorted(found, key=lambda key: (key[1] > ALIKE, round(key[1], 1), key[0]))
    return tuple(
        SawSetting(*key, turning[key].turns, _between(key[0]) or _between(key[1]), tuple(found[key])) for key in order
    )


@dataclass(frozen=True, slots=True)
class Rip:
    """A cut along a piece, with a ripping blade: how far its line lies from the top edge (mm) and on which face,
    how far the blade is tilted (degrees), and whether it takes the top edge's corner off, or what lies below the line.
    ``trough``: a side of a ploughed top, sawn no deeper than the middle.
    """

    piece: str
    count: int
    line: float
    face: Face
    tilt: float
    top: bool
    trough: bool = False


def rips(wanted: tuple[Wanted, ...]) -> tuple[Rip, ...]:
    """Every lengthwise cut of a batch, upright ones first, alike ones side by side."""
    found: list[Rip] = []
    for piece in wanted:
        half = piece.member.stock.thickness / 2
        for removal in piece.member.removals:
            plane = removal.planes[0].plane
            if removal.planes[0].role == "plough":
                found += _trough(piece, removal)
            if len(removal.planes) != 1 or abs(plane.normal.x) > 1e-6 or abs(plane.normal.y) < 1e-6:
                continue
            # Where the plane meets a face, z = ∓t/2; the near one's where its line is on the wood.
            near, far = ((plane.offset + plane.normal.z * z) / plane.normal.y for z in (half, -half))
            face, line = (Face.NEAR, near) if 0.0 < near < piece.member.stock.depth else (Face.FAR, far)
            tilt = degrees(atan2(abs(plane.normal.z), abs(plane.normal.y)))
            found.append(Rip(piece.id, piece.count, line, face, tilt, plane.normal.y < 0))
    return tuple(sorted(found, key=lambda rip: (rip.tilt > ALIKE, round(rip.tilt, 2), round(rip.line, 2), rip.piece)))


def _trough(piece: Wanted, removal: Removal) -> Iterator[Rip]:
    """Yield both sides of a ploughed top, each from the face it comes out at."""
    half = piece.member.stock.thickness / 2
    for cut in removal.planes:
        normal = cut.plane.normal
        near, far = ((cut.plane.offset + normal.z * z) / normal.y for z in (half, -half))
        face, line = (Face.NEAR, near) if near < far else (Face.FAR, far)
        tilt = degrees(atan2(abs(normal.z), abs(normal.y)))
        yield Rip(piece.id, piece.count, max(0.0, line), face, tilt, top=True, trough=True)


def _ends(member: Member) -> list[tuple[str, MitrePair, str | None]]:
    """The cuts across a board that are one plane; notches and rips are sawn by hand or on another saw."""
    rows = []
    for removal in member.removals:
        if len(removal.planes) != 1 or abs(removal.planes[0].plane.normal.x) < 1e-6:
            continue
        if member.role == "stringer" and removal.planes[0].role in ("riser", "tread"):
            continue
        cut = describe(removal.planes[0])
        rows.append((cut.id, lying(cut), cut.leans))
    return rows


def _between(angle: float) -> bool:
    return abs(angle / STEP - round(angle / STEP)) > 0.2
