"""Stepping off: the square's unit setting walked along the top edge, from the plumb line over the plate.

Whole units first, the odd part measured level, up to the run line; the tail from the plate's line outward. What the
ridge and the fascia take is then one level distance each (:mod:`deductions`).
"""

from itertools import pairwise
from math import ceil, cos, hypot, inf, radians, sin, tan

from ..solid import Face
from ..tape import whole_down
from .lines import ON
from .sequence import Sequence
from .step import Do, Edge, Step, TapeEnd, Walk


def walk_to(sequence: Sequence, name: str, start_u: float, end_u: float) -> None:
    """Walk the square from a plumb line's top to another's, and tick it.

    A step covers the unit's run, level; ``end_u`` on the far side of the foot is walked to outward.
    """
    plumb, member = sequence.bench.angles.plumb, sequence.member
    if plumb is None or abs(end_u - start_u) < ON:
        return
    lean = radians(abs(plumb))
    unit = member.theory.unit if member.theory is not None else 1.0
    square = sequence.preferences.square
    whole = sequence.preferences.unit_run * unit
    # On a pitch steeper than the scales, by half units or quarters.
    most = min(square.body_reach, square.tongue_reach / tan(lean)) if lean > 0 else square.body_reach
    run = next((whole * scale for scale in (1.0, 0.5, 0.25, 0.125) if whole * scale <= most), whole / 16)
    rise = run * tan(lean)
    level = abs(end_u - start_u) * cos(lean)
    times = max(0, whole_down(level / run))
    rest = max(0.0, level - times * run)
    rest = 0.0 if rest < ON else rest
    chord = member.stock.depth / sin(lean) if sin(lean) > 0 else inf
    width = square.tongue_width
    widths = ceil((rest - chord) / width) if rest > chord else 0
    to = (end_u, 0.0)
    sequence.add(Step(
        id=f"walk_{name}", do=Do.STEP, stop=f"walk_{name}", role=name, face=Face.NEAR,
        start=TapeEnd(Edge.TOP, start_u, (start_u, 0.0)), to=TapeEnd(Edge.TOP, end_u, to), reading=abs(end_u - start_u),
        walk=Walk(rise, run, hypot(rise, run), times, rest, widths, width),
    ))  # fmt: skip
    sequence.tick_at(Face.NEAR, to)


def walk_notches(sequence: Sequence, teeth: list[float], rise: float, run: float) -> None:
    """Walk a stair's notches down the board from the first tooth: every tooth after it is where the last step ended."""
    gauge = sequence.preferences.gauge
    clamped = rise if gauge is None else gauge
    for number, (first, second) in enumerate(pairwise(teeth), 1):
        sequence.add(Step(
            id=f"walk_{number}", do=Do.STEP, stop=f"walk_{number}", role="riser", face=Face.NEAR,
            start=TapeEnd(Edge.TOP, first, (first, 0.0)), to=TapeEnd(Edge.TOP, second, (second, 0.0)),
            reading=hypot(clamped, run), walk=Walk(clamped, run, hypot(clamped, run), 1, 0.0, 0, 0.0),
        ))  # fmt: skip
        sequence.tick_at(Face.NEAR, (second, 0.0))
