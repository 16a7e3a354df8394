"""Wings of a rectangle, said by the side they stand on: the same building as an outline."""

from dataclasses import replace

from ...terms import Count, Length, message
from ..model.joined import Wing, WingSide
from ..model.roof import Edge, End, Plan, RoofError, Shape
from .seams import Point

SIDES = (WingSide.FIRST, WingSide.SECOND_END, WingSide.SECOND, WingSide.FIRST_END)
"""The sides in the order the outline is walked, counter-clockwise from the corner of first side and first end."""
FLUSH = 1e-6
"""mm: a wing that ends so near to a corner is flush with it."""

Stretch = tuple[Point, Edge]
"""A corner, and what is over the side from it to the next."""


def with_wings(plan: Plan) -> Plan:
    """A rectangle with its wings as an outline.

    Flush with a corner a wing's wall goes on along the next one: both are one eave then.

    Raises:
        RoofError: at the wing, one beyond its side or over another; at the ends, a gable a flush wing's wall goes on
            along; at the wings, such a wall at another height.
    """
    corners = ((0.0, 0.0), (plan.length, 0.0), (plan.length, plan.width), (0.0, plan.width))
    first, second = (Edge(gable=end is End.GABLE) for end in plan.ends)
    edges = (Edge(), second, Edge(), first)
    walked: list[Stretch] = []
    for number, side in enumerate(SIDES):
        start, end = corners[number], corners[(number + 1) % 4]
        length = plan.width if number % 2 else plan.length
        x, y = (end[0] - start[0]) / length, (end[1] - start[1]) / length
        wings = sorted(
            ((k, wing) for k, wing in enumerate(plan.wings) if wing.side is side), key=lambda row: row[1].start
        )
        _check(wings, length)
        walked += _along(start, (x, y), length, edges[number], [wing for _, wing in wings])
    made = _merged(walked)
    xs, ys = [x for (x, _), _ in made], [y for (_, y), _ in made]
    return replace(
        plan, shape=Shape.OUTLINE, ends=(End.GABLE, End.GABLE), wings=(),
        length=max(xs) - min(xs), width=max(ys) - min(ys), corners=tuple(corner for corner, _ in made),
        edges=tuple(edge for _, edge in made), rectangle=(plan.length, plan.width),
    )  # fmt: skip


def _check(wings: list[tuple[int, Wing]], length: float) -> None:
    """Refuse wings of one side that do not stand beside each other on it."""
    at = 0.0
    for number, wing in wings:
        if wing.start + wing.width > length + FLUSH:
            raise RoofError(f"plan.wings[{number}].width", message("error.wing_beyond", length=Length(length)))
        if wing.start < at - FLUSH:
            raise RoofError(f"plan.wings[{number}].from", message("error.wing_overlaps", n=Count(number + 1)))
        at = wing.start + wing.width


def _along(start: Point, direction: Point, length: float, edge: Edge, wings: list[Wing]) -> list[Stretch]:
    """One side with its wings, from its start up to where the next begins."""
    x, y = direction

    def at(along: float, out: float) -> Point:
        return start[0] + x * along + y * out, start[1] + y * along - x * out

    made: list[Stretch] = [] if wings and wings[0].start < FLUSH else [(start, edge)]
    for number, wing in enumerate(wings):
        stop = wing.start + wing.width
        eave = Edge(wing.slope, plate=wing.plate)
        made += [
            (at(wing.start, 0.0), eave), (at(wing.start, wing.out), replace(eave, gable=not wing.hipped)),
            (at(stop, wing.out), eave),
        ]  # fmt: skip
        beside = number + 1 < len(wings) and wings[number + 1].start - stop < FLUSH
        if stop < length - FLUSH and not beside:
            made.append((at(stop, 0.0), edge))
    return made


def _merged(walked: list[Stretch]) -> list[Stretch]:
    """Without corners at which the outline runs straight on: the two walls there are one, an eave.

    Raises:
        RoofError: one of them was said to be a gable, or stands at another height.
    """
    made = list(walked)
    number = 0
    while number < len(made):
        (a, b), before = made[number - 1]
        (c, d), edge = made[number]
        e, f = made[(number + 1) % len(made)][0]
        if abs((c - a) * (f - d) - (d - b) * (e - c)) < FLUSH:
            if before.gable != edge.gable:
                raise RoofError("plan.ends", message("error.wing_flush"))
            if abs(before.plate - edge.plate) > FLUSH:
                raise RoofError("plan.wings", message("error.wing_flush_plate"))
            del made[number]
            number = 0
        else:
            number += 1
    return made
