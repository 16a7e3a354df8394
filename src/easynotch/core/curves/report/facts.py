"""The facts of a curved work, and what is to be looked at: mm and degrees."""

from collections.abc import Iterator
from math import sqrt

from ...terms import Check, Length, Level, make_check
from ..members.ribs import rib_count
from ..model.curve import Curve, CurveSaw, Kept


def facts_of(curve: Curve) -> dict[str, float | int]:
    """Return every fact."""
    arc, saw = curve.arc, curve.saw
    facts: dict[str, float | int] = {
        "radius": arc.radius, "arc_length": arc.length, "sweep": arc.sweep, "waist": waist(curve),
    }  # fmt: skip
    if curve.length is not None:
        facts["rib_count"] = rib_count(curve)
    if saw is not None:
        # The face of the blade towards the kept wood runs on the arc; the other is a saw cut nearer or farther.
        far = -saw.kerf if curve.kept is Kept.HOLLOW else saw.kerf
        facts |= {"trammel_near": arc.radius, "trammel_far": arc.radius + far}
        room = side_room(curve, saw)
        if room is not None:
            facts["side_room"] = room
    if curve.lath is not None:
        step = curve.lath.width + curve.lath.gap
        facts["lath_courses"] = int((arc.length + curve.lath.gap) / step + 1e-9)
    return facts


def waist(curve: Curve) -> float:
    """Return the wood left in the middle of a rib out of its board: under a hollow the depth less the rise."""
    return curve.stock.depth - (curve.arc.rise if curve.kept is Kept.HOLLOW else 0.0)


def side_room(curve: Curve, saw: CurveSaw) -> float | None:
    """Return the room a flat round blade needs beside it to follow the arc; None where its size is not known."""
    if saw.diameter is None or saw.depth is None:
        return None
    chord = 2 * sqrt(max(0.0, saw.depth * (saw.diameter - saw.depth)))
    return chord**2 / (8 * curve.arc.radius)


def check_curve(curve: Curve) -> tuple[Check, ...]:
    """Return what is to be looked at."""
    return tuple(_checks(curve))


def _checks(curve: Curve) -> Iterator[Check]:
    left = waist(curve) if curve.kept is Kept.HOLLOW else curve.stock.depth - curve.arc.rise
    yield make_check("curve_waist", Level.STOP if left <= 0 else Level.OK, Length(left))
    saw = curve.saw
    room = side_room(curve, saw) if saw is not None else None
    if saw is not None and room is not None:
        yield make_check("blade_room", Level.LOOK if room > saw.kerf else Level.OK, Length(room), kerf=Length(saw.kerf))
