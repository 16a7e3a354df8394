"""If these break, a wing, dormer or cricket on the deck gapes, stands in the roof under it, or is not the closed form; a
header hangs beside its rafters, or a rafter stands in an opening.
"""

from dataclasses import replace
from itertools import pairwise
from math import asin, atan, degrees, hypot, sqrt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box

from easynotch.core.bench import Preferences
from easynotch.core.roofs import (
    Dormer,
    Eaves,
    Edge,
    Opening,
    Plan,
    RoofError,
    Shape,
    Valley,
    ValleyHead,
    Wing,
    WingSide,
    check_roof,
    facts_of,
    frame_roof,
    laid_roofs,
    lay_out_roof,
)
from easynotch.core.solid import Stock, as_manifold, close, dry_fit, overlaps
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.laid import BASE, houses
from tests.roofs import mm

CLOSED = 1e-3
NEW = frozenset({"roof_header", "trimmed", "laid_common", "laid_jack", "laid_ridge", "laid_board"})


@settings(max_examples=60)
@given(houses())
def test_what_lies_on_a_deck_or_hangs_at_a_header_closes_and_stands_in_nothing(house):
    kind, roof = house
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, 1.0)
    for one in fitted:
        assert abs(one.exact.opening) < CLOSED, one.exact
        if any(name in one.exact.id for name in NEW):
            assert one.exact.bears > 0.5, one.exact
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()
    checks = check_roof(layout, framing, facts_of(layout, framing), fitted, {})
    assert not [check.id for check in checks if check.level == "stop"]
    apart = [check.level for check in checks if check.id == "laid_fascia.1"]
    if kind == "wing":
        own = roof.plan.wings[0]
        off = own.plate - layout.out * ((own.slope or roof.slope) - roof.slope)
        assert apart == ["look" if abs(off) > 1.6 else "ok"]
    roles = {piece.member.role for piece in framing.pieces}
    assert roles >= {
        "wing": {"laid_common", "laid_jack", "laid_ridge"}, "cricket": {"roof_header", "laid_ridge", "laid_jack"},
        "dormer": {"roof_header", "trimmed", "laid_common", "laid_ridge"}, "opening": {"roof_header", "trimmed"},
        "header": {"roof_header", "valley"},
    }[kind]  # fmt: skip
    for piece in framing.pieces:
        if piece.member.role in NEW:
            drawn_as_it_is(piece.member, Preferences())


@settings(max_examples=40)
@given(houses(("wing", "dormer", "cricket")))
def test_nothing_laid_on_lies_under_the_deck_or_over_its_own_planes(house):
    _, roof = house
    layout = lay_out_roof(roof)
    (laid,) = laid_roofs(layout)
    pieces = [piece for piece in frame_roof(layout).pieces if piece.member.role.startswith("laid_")]
    for piece in pieces:
        for frame in piece.frames:
            for x, y, z in as_manifold(piece.member, frame).to_mesh64().vert_properties[:, :3]:
                at = type(frame.origin)(float(x), float(y), float(z))
                # Within the walls of what carries it the laid roof has the deck under it alone.
                if laid.main.inward_of((at.x, at.y)) > laid.plated + 1e-6:
                    lift = laid.lift if piece.member.role != "laid_board" else roof.plan.deck
                    assert laid.main.plane.above(at) > lift - 1e-6
                assert max(slope.plane.above(at) for slope in laid.slopes) < 1e-6 or piece.member.role == "laid_board"
                assert min(slope.plane.above(at) for slope in laid.slopes) < 1e-6


@settings(max_examples=30)
@given(houses(("wing",)))
def test_a_wing_on_the_deck_is_the_closed_forms(house):
    """Ridge to where the raised deck is as high; jacks shorter by one difference; the foot's tilt the main pitch."""
    _, roof = house
    layout = lay_out_roof(roof)
    (laid,) = laid_roofs(layout)
    m, own, wing = roof.slope, laid.slopes[0].rise_per_run, roof.plan.wings[0]
    board = roof.plan.valley.board.thickness if roof.plan.valley.board else 0.0
    lift = (roof.plan.deck + board) * sqrt(1.0 + m * m)
    half = wing.width / 2 + roof.plan.sheathing
    assert laid.ridge_end == pytest.approx((wing.plate + own * half - lift) / m)
    jacks = sorted(
        {round(piece.member.lengths["theoretical"], 6): piece.member for piece in frame_roof(layout).pieces
         if piece.member.role == "laid_jack"}.items()
    )  # fmt: skip
    for (shorter, _), (longer, _) in pairwise(jacks):
        assert longer - shorter == pytest.approx(roof.spacing * m / own * hypot(1.0, own), abs=1e-4)
    for _, jack in jacks:
        foot = next(cut for cut in jack.cut_planes if cut.id == "deck_foot")
        assert degrees(asin(abs(foot.plane.normal.z))) == pytest.approx(degrees(atan(m)), abs=1e-6)


@settings(max_examples=40)
@given(houses(("opening", "dormer", "cricket")))
def test_no_rafter_stands_in_an_opening_and_a_whole_one_stands_on_either_side(house):
    _, roof = house
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    headers = [frame for piece in framing.pieces if piece.member.role == "roof_header" for frame in piece.frames]
    long = next(piece.member for piece in framing.pieces if piece.member.role == "roof_header").lengths["overall"]
    assert len(headers) == 2
    corners = [at for frame in headers for at in (frame.origin, frame.origin + frame.x * long)]
    xs, ys = [at.x for at in corners], [at.y for at in corners]
    gap = box(min(xs) + 1, min(ys) + 1, max(xs) - 1, max(ys) - 1)
    beside = 0
    for piece in framing.pieces:
        if piece.member.role not in ("common", "trimmed", "king_common", "jack"):
            continue
        half = piece.member.stock.thickness / 2
        for frame in piece.frames:
            start, end = (frame.to_world(type(frame.origin)(x, 0.0, 0.0)) for x in _ends(piece.member))
            over = box(
                *sorted((start.x, end.x))[:1], *sorted((start.y, end.y))[:1], max(start.x, end.x), max(start.y, end.y)
            )
            assert over.buffer(half, cap_style="square").intersection(gap).area < 4 * piece.member.stock.thickness * 60
            near = min(abs(start.x - min(xs)), abs(start.x - max(xs)))
            beside += (
                piece.member.role != "trimmed" and abs(near - half) < 1e-6 and (start.y - ys[0]) * (end.y - ys[0]) < 0
            )
    assert beside >= 2


def _ends(member):
    cuts = {cut.role: cut.plane for cut in member.cut_planes}
    head, foot = cuts["head"], cuts.get("foot", cuts.get("tail"))
    return head.offset / head.normal.x, foot.offset / foot.normal.x


def test_at_a_header_both_valleys_lose_half_of_it_and_are_mirrored():
    """``R_wing ÷ sin α`` to the node, less half the header level along it."""
    plan = Plan(
        9000.0, 6000.0, wings=(Wing(WingSide.FIRST, 3000.0, 2600.0, 2000.0),),
        valley=Valley(Stock(50.0, 240.0), head=ValleyHead.HEADER),
    )  # fmt: skip
    framing = frame_roof(lay_out_roof(replace(BASE, plan=plan, slope=0.5)))
    valleys = [
        piece.member
        for piece in framing.pieces
        if piece.member.role.startswith("valley") and "tail" in piece.member.lengths
    ]
    per_run = sqrt(1.0 + (0.5 * sqrt(0.5)) ** 2)
    assert len(valleys) == 2
    for valley in valleys:
        assert valley.lengths["theoretical"] == pytest.approx(1300.0 * sqrt(2.0) * per_run)
        header = next(cut.plane for cut in valley.cut_planes if cut.role == "head" and _faces_down_slope(valley, cut))
        assert header.offset / header.normal.x == pytest.approx(25.0 * sqrt(2.0) * per_run)
    assert valleys[0].lengths == pytest.approx(valleys[1].lengths)


def _faces_down_slope(valley, cut):
    normal = valley.placement.plane_to_world(cut.plane).normal
    return abs(abs(normal.y) - 1.0) < 1e-9


def refused(**changes):
    plan = replace(Plan(11000.0, 8000.0, deck=18.0, valley=Valley(Stock(50.0, 300.0))), **changes)
    with pytest.raises(RoofError) as error:
        frame_roof(lay_out_roof(replace(BASE, plan=plan, slope=0.6)))
    return error.value.path, error.value.message.id


LAID = Valley(Stock(50.0, 300.0), head=ValleyHead.LAY_ON)
SIDE = WingSide.FIRST
AT = (800.0, 1600.0)
BAD: dict[str, tuple[dict[str, object], str]] = {
    "opening_beyond": ({"openings": (Opening(SIDE, 3000.0, 1000.0, (3500.0, 4500.0)),)}, "plan.openings[0]"),
    "opening_none": ({"openings": (Opening(SIDE, 3000.0, 1000.0, (1500.0, 1500.0)),)}, "plan.openings[0]"),
    "opening_meets": (
        {"openings": tuple(Opening(SIDE, at, 1000.0, AT) for at in (3000.0, 4040.0))}, "plan.openings[1]",
    ),
    "opening_side": ({"openings": (Opening(WingSide.FIRST_END, 3000.0, 1000.0, AT),)}, "plan.openings[0].side"),
    "dormer_low": ({"dormers": (Dormer(SIDE, 3000.0, 2000.0, 1500.0, 1000.0),)}, "plan.dormers[0].plate"),
    "laid_beyond": ({"valley": LAID, "wings": (Wing(SIDE, 1000.0, 8500.0, 2000.0),)}, "plan.wings[0]"),
    "laid_flush": ({"valley": LAID, "wings": (Wing(SIDE, 100.0, 2500.0, 2000.0),)}, "plan.wings[0].from"),
    "laid_meets": (
        {"valley": LAID, "wings": tuple(Wing(SIDE, at, 2000.0, 1500.0) for at in (2000.0, 4500.0))}, "plan.wings[1]",
    ),
    "laid_low": ({"valley": LAID, "wings": (Wing(SIDE, 3000.0, 2500.0, 2000.0, plate=-2000.0),)}, "plan.wings[0].plate"),
    "laid_hipped": ({"valley": LAID, "wings": (Wing(SIDE, 3000.0, 2500.0, 2000.0, hipped=True),)}, "plan.wings[0].end"),
    "openings_here": ({"shape": Shape.SHED, "openings": (Opening(SIDE, 3000.0, 1000.0, AT),)}, "plan.openings"),
}  # fmt: skip


@pytest.mark.parametrize("name", BAD)
def test_what_finds_no_room_is_refused_where_it_was_said(name):
    changes, path = BAD[name]
    assert refused(**changes) == (path, f"error.{name}")


def test_a_wing_whose_ridge_is_the_highest_is_said_to_be_the_main_roof():
    for width, main in ((7000.0, True), (4000.0, False)):
        plan = Plan(12000.0, 6000.0, wings=(Wing(SIDE, 2000.0, width, 4000.0),), valley=Valley(Stock(50.0, 300.0)))
        layout = lay_out_roof(replace(BASE, plan=plan, slope=0.5))
        framing = frame_roof(layout)
        checks = check_roof(layout, framing, facts_of(layout, framing), (), {})
        assert any(check.id == "wing_main" for check in checks) == main


def test_an_outline_says_no_wing_that_could_be_laid_on():
    corners = ((0.0, 0.0), (6000.0, 0.0), (6000.0, 4000.0), (3600.0, 4000.0), (3600.0, 9000.0), (0.0, 9000.0))
    plan = Plan(1.0, 1.0, shape=Shape.OUTLINE, corners=corners, edges=(Edge(),) * 6, valley=LAID)
    with pytest.raises(RoofError) as error:
        lay_out_roof(replace(BASE, plan=plan))
    assert error.value.message.id == "error.laid_here"


@settings(max_examples=25)
@given(mm(1000, 2200), mm(-600, 600), st.floats(0.3, 0.9))
def test_rafters_that_rise_to_a_gable_end_over_its_wall_at_the_verge(deep, aslant, slope):
    """An eave opposite a gable: each ends in the verge's plane, none stands past it."""
    corners = ((0.0, 0.0), (6000.0, 0.0), (6000.0, deep + 1500.0), (0.0, deep + 1500.0 + aslant))
    plan = Plan(
        1.0, 1.0, shape=Shape.OUTLINE, corners=corners, edges=(Edge(), Edge(), Edge(gable=True), Edge(gable=True))
    )
    layout = lay_out_roof(replace(BASE, plan=plan, slope=slope, eaves=Eaves(400.0, 20.0, verge=150.0)))
    framing = frame_roof(layout)
    over = [piece for piece in framing.pieces if piece.member.role == "over_gable"]
    assert over
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()
    assert all(abs(joint.opening) < CLOSED and joint.bears > 0.4 for joint in map(close, framing.touches))
    (a, b), (c, d) = corners[2], corners[3]
    long = hypot(c - a, d - b)
    for piece in over:
        assert piece.member.lengths["overall"] > 0
        for frame in piece.frames:
            cut = frame.plane_to_world(next(cut.plane for cut in piece.member.cut_planes if cut.role == "head"))
            assert cut.normal.z == pytest.approx(0.0, abs=1e-9)
            point = frame.to_world(type(frame.origin)(cut_at(piece.member), 0.0, 0.0))
            assert ((point.x - a) * (d - b) - (point.y - b) * (c - a)) / long == pytest.approx(150.0, abs=1e-6)
    assert Polygon(corners).is_valid


def cut_at(member):
    plane = next(cut.plane for cut in member.cut_planes if cut.role == "head")
    return plane.offset / plane.normal.x
