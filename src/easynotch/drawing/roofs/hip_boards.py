"""Boards that carry a roof's angles: the bevel block at full size, and the master pattern of a slope."""

from math import hypot, radians, tan

from ...core.roofs import Bevel, MasterPattern
from ...core.solid import outline
from ...core.terms import Count, message
from ..sheet import Layer, Path, Sheet, Text, area, line

STEP = 42.0
"""mm: between two bevels on the block."""
ENDS = 30.0
NUMBER = 9.0
"""mm: a number stands so far off its line."""


def draw_block(bevels: list[Bevel], depth: float) -> Sheet:
    """A short offcut at full size, every bevel struck across it from its lower edge, numbered as listed."""
    paths: list[Path] = []
    texts: list[Text] = []
    at = ENDS
    for number, bevel in enumerate(bevels, 1):
        angle = bevel.from_across or 0.0
        # A line nearly along the board leaves it at the end of its step; it is struck as long as fits.
        lean = min(depth * tan(radians(min(angle, 89.0))), depth * 1.6)
        up = lean / tan(radians(angle)) if angle > 1e-9 else depth
        up = min(up, depth)
        paths.append(line(f"bevel_{number}", Layer.CUT, (at, depth), (at + lean, depth - up)))
        texts.append(Text(f"number_{number}", (at - NUMBER, depth - 10.0), message("hips.number", n=Count(number))))
        at += STEP
    end = max([at, *(x for path in paths for x, _ in path.points)]) + ENDS
    board = area("block", Layer.WOOD, [(0.0, 0.0), (end, 0.0), (end, depth), (0.0, depth)])
    return Sheet((-4.0, -4.0, end + 4.0, depth + 4.0), (board, *paths), texts=tuple(texts))


def draw_master(pattern: MasterPattern) -> Sheet:
    """The board with the shared notch and tail to the right, or the shared head to the left; every piece's run line
    thin, its other end as it is cut.
    """
    member = pattern.pattern
    rise_per_run = member.placement.x
    zero, toward = (0.0, 1.0) if pattern.from_head else (member.lengths["theoretical"], -1.0)
    level = hypot(rise_per_run.x, rise_per_run.y)
    slope = abs(rise_per_run.z) / level
    depth = member.stock.depth
    paths: list[Path] = [area("board", Layer.WOOD, [(u - zero, v) for u, v in outline(member)])]
    texts: list[Text] = []
    for number, one in enumerate(pattern.lines, 1):
        lean = depth * slope
        run, end = toward * one.run_line, toward * one.head
        paths.append(line(f"run_{number}", Layer.THEORY, (run, 0.0), (run + lean, depth)))
        paths.append(line(f"head_{number}", Layer.CUT, (end, 0.0), (end + lean, depth)))
        texts.append(Text(f"number_{number}", (end, -0.12 * depth), message("hips.number", n=Count(number))))
    xs = [x for path in paths for x, _ in path.points]
    return Sheet((min(xs) - 20.0, -0.35 * depth, max(xs) + 20.0, depth * 1.1), tuple(paths), texts=tuple(texts))
