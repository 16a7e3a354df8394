"""If these break, a valley is sawn to bevels its roof has not, or its jacks are set out where they do not land."""

from itertools import pairwise
from math import atan, cos, degrees, hypot, radians, sin, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point

from easynotch.core.roofs import (
    Taped,
    bevels_of,
    frame_roof,
    hip_check,
    jack_marks,
    lay_out_roof,
    marked_to,
    moves_of,
    valleys_of,
)
from easynotch.core.solid import Vector
from easynotch.drawing.roofs.geometric import angles_read, draw_geometric
from easynotch.drawing.roofs.hip_choices import draw_valley_planes
from tests.core.roofs.test_hip_sheets import of, on_plate
from tests.joined import joined, wing_roof


@settings(max_examples=30)
@given(st.floats(15, 50), st.floats(1500, 2600))
def test_over_a_square_inside_corner_a_valleys_bevels_are_the_closed_forms(pitch, wing):
    layout = lay_out_roof(wing_roof(3000.0, wing, 3000.0, pitch=pitch, thick=(38.0, 45.0, 32.0)))
    m = tan(radians(pitch))
    phi = atan(m / 2**0.5)
    known = {
        "plumb_common": 90 - pitch, "plumb_valley": 90 - degrees(phi), "level_valley": degrees(phi),
        "edge_valley": degrees(atan(cos(phi))), "edge_jack": degrees(atan(cos(radians(pitch)))),
        "face_purlin": degrees(atan(sin(radians(pitch)))), "sheathing": degrees(atan(hypot(1, m))),
        "trough": degrees(atan(sin(phi))),
    }  # fmt: skip
    valleys = valleys_of(layout)
    assert len(valleys) == 2
    for valley in valleys:
        for bevel, angle in known.items():
            assert of(valley, bevel) == pytest.approx(angle), bevel
        assert {bevel.id for bevel in bevels_of(valley)}.isdisjoint({"plumb_hip", "edge_hip", "backing"})


@settings(max_examples=28)
@given(joined())
def test_a_protractor_on_a_valleys_sheet_reads_the_bevels_of_the_planes(roof):
    for valley in valleys_of(lay_out_roof(roof)):
        seen = set()
        for bevel, side, angle in angles_read(draw_geometric(valley, 400.0).reads):
            seen.add(bevel)
            wanted = of(valley, bevel, side)
            assert min(angle, 180 - angle) == pytest.approx(min(wanted, 180 - wanted), abs=1e-6), bevel
        assert {"level_valley", "plumb_valley", "edge_jack", "sheathing", "dihedral"} <= seen


@settings(max_examples=28)
@given(joined())
def test_a_valley_jack_stands_where_it_is_set_out_on_ridge_and_valley(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    pieces = {piece.member.id: piece for piece in framing.pieces}
    for valley in valleys_of(layout):
        half = (roof.plan.valley.stock if roof.plan.valley else roof.hip.stock).thickness / 2
        corner = Vector(valley.corner.x, valley.corner.y, 0.0)
        marks = jack_marks(layout, framing, valley)
        for mark in marks:
            level = mark.on_hip / hypot(1.0, valley.rise_per_run)
            at = corner + valley.direction * level + valley.side(mark.slope) * half
            # That point of the valley's side lies under the middle of the jack's top edge.
            frame = min(pieces[mark.piece].frames, key=lambda one, at=at: abs(one.z.dot(at - one.origin)))
            assert abs(frame.z.dot(at - frame.origin)) < 1e-3, mark
            # Along a ridge from where the valley's line meets it, and only where there is one: a tape on the plan.
            at_head = [
                ridge
                for ridge in layout.outline.ridges
                if LineString([(end.x, end.y) for end in (ridge.low, ridge.high)]).distance(
                    Point(frame.origin.x, frame.origin.y)
                )
                < 1.5
            ]
            assert at_head or mark.on_plate is None
            if mark.on_plate is not None:
                # The line of the valley and the one of the ridge, crossed on paper; at a node it may be either ridge's.
                away = []
                for ridge in at_head:
                    lines = [
                        LineString([(p.x - d.x * 1e5, p.y - d.y * 1e5), (p.x + d.x * 1e5, p.y + d.y * 1e5)])
                        for p, d in ((corner, valley.direction), (ridge.low, ridge.direction))
                    ]
                    meets = lines[0].intersection(lines[1]).distance(Point(frame.origin.x, frame.origin.y))
                    away.append(meets * hypot(1.0, ridge.rise_per_run))
                assert min(abs(one - mark.on_plate) for one in away) < 0.05
        # Equal steps along the ridge are equal steps in length: the common difference read off the sheet.
        for slope in (valley.first, valley.second):
            row = sorted((mark for mark in marks if mark.slope is slope and mark.on_plate is not None), key=on_plate)
            for one, other in pairwise(row):
                apart = other.on_plate - one.on_plate
                gap = (
                    pieces[other.piece].member.lengths["theoretical"] - pieces[one.piece].member.lengths["theoretical"]
                )
                # On a ridge that runs as the eave does.
                level = all(abs(ridge.rise_per_run) < 1e-9 and abs(ridge.direction.dot(slope.inward)) < 1e-9
                            for ridge in layout.outline.ridges)  # fmt: skip
                if apart > 1.0 and level:
                    drawn = {
                        (length.id, length.side): length.length for length in draw_geometric(valley, apart).lengths
                    }
                    side = (valley.first, valley.second).index(slope)
                    if ("difference", side) in drawn:
                        assert gap == pytest.approx(drawn["difference", side], abs=1e-3)


@settings(max_examples=30)
@given(joined(), st.floats(30, 90), st.booleans())
def test_a_valley_drawn_under_its_planes_stands_under_both_and_touches_them(roof, thickness, ploughed):
    for valley in valleys_of(lay_out_roof(roof)):
        climbs = [-valley.fall(valley.second), -valley.fall(valley.first)]
        if min(climbs) < 0:
            continue
        sheet = draw_valley_planes(valley, thickness, 240.0, ploughed=ploughed)
        shape = next(path for path in sheet.paths if path.id == "valley")
        # On the sheet down is down: the planes climb from the crease by their own rate on either side.
        under = [y + max(-x * climbs[0], x * climbs[1]) for x, y in shape.points]
        assert min(under) == pytest.approx(0.0, abs=1e-6) if ploughed else min(under) >= -1e-6
        # A square top touches at its middle, in the crease.
        assert ploughed or min(y for _, y in shape.points) == pytest.approx(0.0, abs=1e-6)
        xs = [x for x, _ in shape.points]
        assert max(xs) - min(xs) == pytest.approx(thickness)


@settings(max_examples=20)
@given(st.floats(20, 45), st.floats(-12, 12))
def test_a_valley_taped_in_place_is_marked_until_it_is_as_long_as_was_read(pitch, off):
    layout = lay_out_roof(wing_roof(3000.0, 2200.0, 3000.0, pitch=pitch, thick=(38.0, 45.0, 32.0)))
    framing = frame_roof(layout)
    for valley in [piece.member for piece in framing.pieces if piece.member.role.startswith("valley") and
                   "jack" not in piece.member.role]:  # fmt: skip
        seam = valleys_of(layout)[0]
        found = hip_check(layout, valley, seam)
        (move,) = moves_of(layout, framing, {valley.id: Taped(found.distance + off)}).values()
        assert not move.far
        again = hip_check(layout, marked_to(valley, move), seam)
        assert hypot(again.level, found.plumb) == pytest.approx(found.distance + off, abs=1e-6)
