"""What is checked on a roof once it stands, before it is covered: what each reading should be. Source: ``trade.md`` 1,
6.

Tolerances are ours: what a taut string and a straightedge show on sound work, not a code's.
"""

from collections.abc import Iterator, Mapping
from math import hypot

from ...terms import Should
from ..framing.pieces import Framing
from ..plan.layout import RoofLayout

TOUCHES = 1.6
"""mm: a straightedge that should touch."""
STRAIGHT = 3.2
"""mm: a string from end to end; a height read with tape and level."""
SQUARE = 6.4
"""mm: a long diagonal."""


def roof_shoulds(layout: RoofLayout, framing: Framing, facts: Mapping[str, float | int]) -> tuple[Should, ...]:
    """Return the checks of this very roof, in the order they are made."""
    return tuple(_shoulds(layout, framing, facts))


def _shoulds(layout: RoofLayout, framing: Framing, facts: Mapping[str, float | int]) -> Iterator[Should]:
    roles = {piece.member.role for piece in framing.pieces}
    if "ridge" in roles:
        if "ridge_top" in facts:
            yield Should("ridge_first", float(facts["ridge_top"]), STRAIGHT)
            yield Should("ridge_last", float(facts["ridge_top"]), STRAIGHT)
        yield Should("ridge_string", 0.0, STRAIGHT, one_way=True)
    yield Should("rafters_string", 0.0, STRAIGHT, one_way=True)
    diagonal = _diagonal(layout, framing)
    if diagonal is not None:
        yield Should("plane_first", diagonal, SQUARE)
        yield Should("plane_second", diagonal, SQUARE)
    if "hip" in roles:
        yield Should("hip_edge", 0.0, TOUCHES)
        yield Should("hip_string", 0.0, STRAIGHT, one_way=True)
    if roles & {"valley", "valley_short"}:
        yield Should("valley_centre", 0.0, TOUCHES)
    if "fascia" in roles:
        yield Should("tails_gap", 0.0, TOUCHES, one_way=True)
        yield Should("fascia_string", 0.0, STRAIGHT, one_way=True)


def _diagonal(layout: RoofLayout, framing: Framing) -> float | None:
    """Across the first slope of a roof between gables, along its rafters' top edges: from the top of the head at one
    end wall's face to over the bearing line at the other; None where slopes are no rectangles, or end rafters lie
    lower.
    """
    roles = {piece.member.role for piece in framing.pieces}
    if layout.outline is not None or layout.roof.gambrel is not None or "dropped_common" in roles:
        return None
    if len(layout.sides) == 1 or layout.roof.as_built is not None:
        return None
    return hypot(layout.roof.plan.length, framing.pieces[0].member.lengths["head_to_plate"])
