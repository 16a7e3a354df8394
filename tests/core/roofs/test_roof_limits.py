"""If these break, a roof is warned of that is sound, or one that is not is let through by a hair."""

from dataclasses import replace
from math import cos, radians, sin, sqrt, tan

import pytest

from easynotch.core.roofs import (
    Boards,
    Collar,
    Eaves,
    End,
    Gable,
    Gauged,
    Hip,
    KeepPlanes,
    Notch,
    NotchRule,
    Plan,
    Ridge,
    RidgeKind,
    Roof,
    check_roof,
    facts_of,
    frame_roof,
    lay_out_roof,
)
from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import Stock

PITCH = radians(35)
RISE, RUN = tan(PITCH), 2000.0
"""Of the base: rise for a run of one, and half the span."""
PLUMB = 145 / cos(PITCH)
"""The rafter's depth, measured plumb."""
STAND = PLUMB - 60 * RISE
"""What is left of it over a seat of 60."""
PEAK = STAND + (RUN - 11) * RISE
"""The ridge board's top: its face lies 11 before the middle."""
HAIR = 0.1
BASE = Roof(
    "", Plan(7000.0, 4000.0, plate=90.0), RISE, Ridge(RidgeKind.BOARD, Stock(22.0, 220.0)), Stock(45.0, 145.0), 600.0,
    Notch(NotchRule.SEAT, 60.0), Eaves(300.0, 22.0, verge=300.0),
)  # fmt: skip
LIMITS = limit_set(LimitSetId.BRITISH_DWELLING).limits


def with_notch(seat: float, plate: float = 90.0) -> Roof:
    return replace(BASE, notch=Notch(NotchRule.SEAT, seat), plan=replace(BASE.plan, plate=plate))


def with_ridge(depth: float) -> Roof:
    return replace(BASE, ridge=Ridge(RidgeKind.BOARD, Stock(22.0, depth)))


def with_hip(depth: float) -> Roof:
    plan = replace(BASE.plan, ends=(End.HIP, End.HIP))
    eaves = replace(BASE.eaves, verge=0.0)
    return replace(BASE, plan=plan, eaves=eaves, hip=Hip(Stock(45.0, depth), KeepPlanes.BACK))


def with_length(length: float, spacing: float = 600.0) -> Roof:
    return replace(BASE, plan=replace(BASE.plan, length=length), spacing=spacing)


UNDER = PEAK - 220
"""The ridge's underside."""
OVERALL = (RUN - 11 + 300 - 22) / cos(PITCH) + 145 * RISE
"""A rafter between two plumb cuts, point to point: the slope's length, and what the cuts lean over its depth."""
LAST = 11 * 600 + 45 / 2
"""The eleventh rafter's centre is 6600 from the end; the last one's stands half its thickness before the other end."""
THRESHOLDS = {
    "pitch_steep": (lambda by: replace(BASE, slope=tan(radians(60.0 + by / 100))), "look"),
    "pitch_flat": (lambda by: replace(BASE, slope=tan(radians(10.0 - by / 100))), "look"),
    "seat_long": (lambda by: with_notch(90.0 + by), "look"),
    "seat_short": (lambda by: with_notch(38.0 - by), "look"),
    "notch_share": (lambda by: with_notch(145 / 3 / sin(PITCH) + by), "look"),
    "notch_through": (lambda by: with_notch(PLUMB / RISE - HAIR + by, 400.0), "stop"),
    "notch_none": (lambda by: replace(BASE, notch=Notch(NotchRule.HAP, PLUMB - HAIR + by)), "stop"),
    "ridge_depth": (lambda by: with_ridge(PLUMB - by), "look"),
    "ridge_under_plate": (lambda by: with_ridge(PEAK - HAIR + by), "stop"),
    "overhang_short": (lambda by: replace(BASE, eaves=replace(BASE.eaves, overhang=22.0 - by)), "stop"),
    "headroom_roof": (lambda by: replace(BASE, plan=replace(BASE.plan, wall_height=2000.0 - UNDER - by)), "look"),
    "collar_ridge": (lambda by: replace(BASE, collar=Collar(UNDER - 95 + by, Stock(45.0, 95.0))), "stop"),
    "stock_length.common": (lambda by: replace(BASE, rafter=Stock(45.0, 145.0, OVERALL - by)), "stop"),
    "last_bay": (lambda by: with_length(LAST + 200 - by), "look"),
    "spacing_wide": (lambda by: with_length(6000.0, 6000.0 + by), "look"),
    "tops_uneven": (lambda by: replace(BASE, boards=Boards((145 - 1.6 * cos(PITCH) - by,), Gauged.UNDERSIDE)), "look"),
    "shallowest": (lambda by: replace(BASE, boards=Boards((STAND * cos(PITCH) + HAIR - by,))), "stop"),
    "hip_notch": (lambda by: with_hip(STAND / sqrt(1 + RISE * RISE / 2) + HAIR - by), "stop"),
    "barge": (
        lambda by: replace(BASE, gable=Gable(Stock(45.0, 145.0)), eaves=replace(BASE.eaves, verge=45.0 - by)), "stop"
    ),
}  # fmt: skip
"""Every check that has a threshold: the roof that stands ``by`` mm past it (0: at it), and the level beyond."""


def level(roof: Roof, check_id: str) -> str:
    """The level of a check; one that is not told of says nothing against the roof."""
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    checks = check_roof(layout, framing, facts_of(layout, framing), (), LIMITS)
    return next((str(check.level) for check in checks if check.id == check_id), "ok")


@pytest.mark.parametrize("check_id", THRESHOLDS)
def test_a_roof_check_allows_its_threshold_and_nothing_past_it(check_id):
    made, beyond = THRESHOLDS[check_id]
    assert level(made(0.0), check_id) == "ok"
    assert level(made(HAIR), check_id) == beyond


def test_the_shortest_jack_is_looked_at_where_it_is_shorter_than_its_board_is_deep():
    hipped = with_hip(220.0)
    framing = frame_roof(lay_out_roof(hipped))
    shortest = min(one.member.lengths["short_point"] for one in framing.pieces if one.member.role == "jack")
    deep = [
        replace(hipped, rafter=Stock(45.0, shortest + by), notch=Notch(NotchRule.FRACTION, 0.2)) for by in (0, HAIR)
    ]
    assert [level(one, "shortest_jack") for one in deep] == ["ok", "look"]
