"""The facts of a flight: the flat numbers of the contract (``docs/facts.md``), mm and degrees."""

from ...solid import Member
from ...tape import Tape
from ...tools import drift
from ..layout.layout import Layout
from ..layout.places import spacer, stringer_count
from ..members.housed_strings import string_head
from ..model.surroundings import Housed

CUT_OFF = 1e-6
"""mm by which a head's plumb face is shorter than its board would give before that is told."""


def facts_of(layout: Layout, pattern: Member, tape: Tape) -> dict[str, float | int]:
    """Every fact of a flight.

    Args:
        layout: the flight with its count chosen.
        pattern: its pattern stringer, for what is read off the board.
        tape: the tape of the answer, for the drift of the nearest mark.
    """
    housed = layout.flight.around.housed
    own = _of_cut_stringers(layout) if housed is None else _of_housed_strings(layout, housed)
    return {
        "riser_count": layout.riser_count,
        "tread_count": layout.tread_count,
        "riser": layout.riser,
        "going": layout.going,
        "total_run": layout.total_run,
        "slope": layout.degrees,
        "stringer_count": stringer_count(layout),
        "gauge_drift": drift(layout.riser, layout.riser_count, None, tape).total,
        "board_length": pattern.lengths["board"],
        **own,
    }


def _of_cut_stringers(layout: Layout) -> dict[str, float | int]:
    """What there is only where notches are cut."""
    flight = layout.flight
    head_drop = -layout.tread_levels[0]
    facts: dict[str, float | int] = {
        "spacer": spacer(layout),
        "step": layout.step,
        "throat": throat(layout),
        "first_riser": layout.tread_levels[-1] - layout.bearing_level,
        "head_drop": head_drop,
        "plumb_bearing": layout.plumb_bearing,
    }
    cut_off = layout.head_face < layout.plumb_bearing - CUT_OFF
    if cut_off:
        facts["head_face"] = layout.head_face
    if flight.head.header_depth is not None:
        overlap = max(0.0, flight.head.header_depth - head_drop)
        facts["head_overlap"] = overlap
        facts["head_missing"] = max(0.0, layout.plumb_bearing - overlap)
        if cut_off:
            facts["head_below"] = max(0.0, layout.head_face - overlap)
    return facts


def _of_housed_strings(layout: Layout, housed: Housed) -> dict[str, float | int]:
    """What there is only where treads and risers are let in."""
    head = string_head(layout, housed)
    facts: dict[str, float | int] = {
        "between_strings": spacer(layout),
        "housing_pitch": layout.step,
        "string_top": head.top,
        "plumb_bearing": head.plumb,
    }
    if head.overlap is not None and head.missing is not None:
        facts |= {"head_overlap": head.overlap, "head_missing": head.missing}
    return facts


def throat(layout: Layout) -> float:
    """Wood left under the notches, square to the edge; negative where the notches cut right through."""
    return layout.flight.stock.depth - layout.riser * layout.going / layout.step
