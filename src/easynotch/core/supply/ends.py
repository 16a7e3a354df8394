"""A piece as it lies in a board: how far it reaches at each corner of its section, and how near the next may come.

Two angled ends that face each other can share one cut or lie into each other; how much they save is read off the
solids' own ends.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from ..solid import Member, sawn_extent

Corners = tuple[float, float, float, float]
"""At the section's corners: near top, near bottom, far top, far bottom; mm along the board."""
FLAT = 1e-6


class Turn(StrEnum):
    """How a piece lies in the board: as marked; end for end, its top edge still up; or with its other edge up."""

    AS_MARKED = "as_marked"
    END_FOR_END = "end_for_end"
    OTHER_EDGE = "other_edge"


@dataclass(frozen=True, slots=True)
class Lying:
    """A piece in one of its ways to lie: where it begins and stops at each corner, from its own farthest left point;
    ``left`` and ``right`` are how much of a kerf its ends take along the board (1 where square), 0 where an end is
    more than one plane and is kept clear as a box. ``zero`` is that farthest left point in the piece's own frame.
    """

    starts: Corners
    stops: Corners
    left: float
    right: float
    zero: float = 0.0

    @property
    def length(self) -> float:
        """From its farthest point to the other."""
        return max(self.stops)


def lying_ways(member: Member, *, edge_free: bool, face_given: bool = False) -> dict[Turn, Lying]:
    """The ways a piece may lie.

    Args:
        member: the piece.
        edge_free: whether its other edge may lie up, where crown does not matter.
        face_given: whether the face it is marked on must be the board's better one: then it is not turned end for end,
            which would bring its other face up.
    """
    marked = _as_marked(member)
    ways = {Turn.AS_MARKED: marked}
    if not face_given:
        ways[Turn.END_FOR_END] = _turned(marked, (2, 3, 0, 1))
    if edge_free:
        ways[Turn.OTHER_EDGE] = _turned(marked, (1, 0, 3, 2))
    return ways


def whole_length(member: Member) -> float:
    """From a piece's farthest point to the other, its angled ends counted: what it takes of a board, mm."""
    low, high = sawn_extent(member)
    return high - low


def _as_marked(member: Member) -> Lying:
    half, depth = member.stock.thickness / 2, member.stock.depth
    at = ((0.0, -half), (depth, -half), (0.0, half), (depth, half))
    starts, stops = [member.reach[0]] * 4, [member.reach[1]] * 4
    used: dict[str, set[int]] = {"left": set(), "right": set()}
    tilts = {"left": 1.0, "right": 1.0}
    for number, removal in enumerate(member.removals):
        if len(removal.planes) != 1:
            continue
        normal, offset = removal.planes[0].plane.normal, removal.planes[0].plane.offset
        if abs(normal.x) < FLAT:
            continue
        side = "right" if normal.x > 0 else "left"
        for k, (y, z) in enumerate(at):
            x = (offset - normal.y * y - normal.z * z) / normal.x
            if (side == "right" and x < stops[k] - FLAT) or (side == "left" and x > starts[k] + FLAT):
                (stops if side == "right" else starts)[k] = x
                used[side].add(number)
                tilts[side] = abs(normal.x)
    low, high = sawn_extent(member)
    lefts = [low] * 4 if len(used["left"]) != 1 else starts
    rights = [high] * 4 if len(used["right"]) != 1 else stops
    zero = min(lefts)
    return Lying(
        _four(left - zero for left in lefts), _four(right - zero for right in rights),
        tilts["left"] if len(used["left"]) == 1 else 1.0, tilts["right"] if len(used["right"]) == 1 else 1.0,
        zero,
    )  # fmt: skip


def _four(values: Iterable[float]) -> Corners:
    a, b, c, d = values
    return a, b, c, d


def _turned(lying: Lying, order: tuple[int, int, int, int]) -> Lying:
    """End for end: what was its stop is its start, at the corner that comes to lie there."""
    whole = lying.length
    return Lying(
        _four(whole - lying.stops[k] for k in order), _four(whole - lying.starts[k] for k in order),
        lying.right, lying.left,
    )  # fmt: skip


def pitch(before: Lying, after: Lying, kerf: float) -> float:
    """From where a piece's farthest left point lies to where the next one's may: no wood shared, a kerf between."""
    (a, b, c, d), (p, q, r, s) = before.stops, after.starts
    return max(a - p, b - q, c - r, d - s) + kerf / max(min(before.right, after.left), 0.1)
