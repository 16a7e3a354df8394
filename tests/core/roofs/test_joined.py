"""If these break, a valley lies beside the planes it should lie in, a jack hangs in the air, or a wing has no roof."""

from dataclasses import replace
from itertools import pairwise
from math import hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import Point, Polygon, box

from easynotch.core.roofs import (
    Edge,
    LineUp,
    RoofError,
    SeamKind,
    Slope,
    Tail,
    Valley,
    check_roof,
    facts_of,
    frame_roof,
    lay_out_outline,
    lay_out_roof,
    offset,
    working_of,
)
from easynotch.core.roofs.framing.pieces import RAFTERS
from easynotch.core.roofs.members.hip_and_ridge_members import hip_or_ridge_member
from easynotch.core.roofs.plan.concave import regions_of
from easynotch.core.roofs.plan.head_order import arrange
from easynotch.core.roofs.plan.outline import areas_over
from easynotch.core.roofs.report.checks import LEAST_CONTACT
from easynotch.core.solid import Hand, Stock, Vector, dry_fit, overlaps
from easynotch.core.solid.mesh import as_manifold
from tests.joined import joined, plans, wing_roof
from tests.roofs import mm, outlines

SOUND = 1e-3


def height_over(regions, x, y):
    """How high the roof is over a point of the plan, of every region that covers it."""
    return [
        region.slope.height(region.inward((x, y)))
        for region in regions
        if Polygon(region.corners).buffer(1e-3).covers(Point(x, y))
    ]


def points_in(corners, data, count=12):
    """Points inside an outline."""
    shape = Polygon(corners)
    low_x, low_y, high_x, high_y = shape.bounds
    found = []
    while len(found) < count:
        share = [data.draw(st.floats(0.0, 1.0)) for _ in range(2)]
        point = (low_x + share[0] * (high_x - low_x), low_y + share[1] * (high_y - low_y))
        if shape.buffer(-1.0).covers(Point(point)):
            found.append(point)
        else:
            inner = shape.representative_point()
            found.append((inner.x, inner.y))
    return found


@settings(max_examples=40)
@given(joined(), st.data())
def test_every_point_of_a_plan_lies_under_one_roof_and_water_runs_to_an_eave(roof, data):
    layout = lay_out_roof(roof)
    outline = layout.outline
    assert sum(region.area for region in outline.regions) == pytest.approx(Polygon(outline.corners).area, rel=1e-6)
    for x, y in points_in(outline.corners, data):
        heights = height_over(outline.regions, x, y)
        assert heights and max(heights) - min(heights) < 1e-2
    for region in outline.regions:
        # Down the slope from any corner one comes to that slope's own wall, or to a valley.
        walls = [(low, high) for low, high, *_ in outline.walls(region.slope)]
        lowest = min(region.inward(corner) for corner in region.corners)
        if len({slope.plate for slope in outline.slopes if slope is not None}) == 1:
            assert walls and lowest == pytest.approx(0.0, abs=1e-6)
        else:
            # A higher slope runs on over a lower wall, as far as its plate is higher.
            assert walls and -400.0 / region.slope.rise_per_run < lowest < 1e-6
    for seam in outline.seams:
        for end in (seam.low, seam.high):
            for slope in (seam.first, seam.second):
                assert slope.height(slope.inward_of((end.x, end.y))) == pytest.approx(end.z, abs=SOUND)


@settings(max_examples=28)
@given(plans(), st.floats(0.3, 1.2), st.data())
def test_over_square_plans_of_one_pitch_the_roof_rises_with_the_distance_from_the_walls(corners, rise_per_run, data):
    """A second road: beside walls that run along two directions, that distance is the larger of both coordinates'."""
    square = [(round(x / 250.0) * 250.0, round(y / 250.0) * 250.0) for x, y in corners]
    shape = Polygon(square)
    if any(
        abs(a - c) > 1e-6 and abs(b - d) > 1e-6 for (a, b), (c, d) in zip(square, [*square[1:], square[0]], strict=True)
    ):
        return
    try:
        outline = lay_out_outline(tuple(square), (Edge(),) * len(square), rise_per_run, 0.0, 0.0)
    except RoofError:
        return
    for x, y in points_in(tuple(square), data):
        reach, far = 0.0, 20000.0
        while far - reach > 0.5:
            middle = (reach + far) / 2
            reach, far = (
                (middle, far) if shape.covers(box(x - middle, y - middle, x + middle, y + middle)) else (reach, middle)
            )
        assert min(height_over(outline.regions, x, y)) == pytest.approx(reach * rise_per_run, abs=1.1 * rise_per_run)


@settings(max_examples=40)
@given(outlines(), st.lists(st.integers(0, 11), max_size=2, unique=True), st.data())
def test_without_inside_corners_both_ways_to_find_a_roof_agree(roof, gables, data):
    """The planes' lower envelope, and the skeleton that is made for inside corners."""
    corners = roof.plan.corners
    edges = tuple(replace(edge, gable=k in gables and k > 0) for k, edge in enumerate(roof.plan.edges))
    envelope = lay_out_outline(corners, edges, roof.slope, 90.0, 0.0)
    slopes = [
        None
        if edge.gable
        else Slope(f"s{k + 1}", corners[k], corners[(k + 1) % len(corners)], edge.slope or roof.slope, 0.0, 90.0)
        for k, edge in enumerate(edges)
    ]
    _, regions = regions_of(corners, slopes)
    for x, y in points_in(corners, data):
        assert min(height_over(regions, x, y)) == pytest.approx(min(height_over(envelope.regions, x, y)), abs=1e-2)


@settings(max_examples=40)
@given(joined())
def test_over_any_outline_with_inside_corners_every_joint_closes(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, 1.0)
    for one in fitted:
        assert abs(one.exact.opening) < SOUND, one.exact
    checks = check_roof(layout, framing, facts_of(layout, framing), fitted, {})
    said = {check.id for check in checks if check.level == "stop"}
    for joint in (one.exact for one in fitted if one.exact.bears < LEAST_CONTACT):
        # A fascia that finds little on one tail hangs on the next: that is looked at, and stops nothing.
        on_fascia = joint.id.rsplit(".", 1)[1].startswith("tail")
        told = {check.id for check in checks if check.level == "look"} if on_fascia else said
        assert any(check.startswith(f"{'tail' if on_fascia else 'joint'}_contact.{joint.id}") for check in told), joint
    if any(seam.kind is not SeamKind.RIDGE for seam in arrange(layout).left_out):
        assert "seam_left_out" in said
    # Every valley and every jack on it has something to stand on and to lean against.
    touched = {one.exact.id.rsplit(".", 1)[0] for one in fitted}
    for piece in framing.pieces:
        if piece.member.role in ("valley_jack", "hip_valley_jack"):
            assert piece.member.id in touched


@settings(max_examples=28)
@given(joined())
def test_no_two_pieces_of_a_joined_roof_claim_the_same_wood(roof):
    framing = frame_roof(lay_out_roof(roof))
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()


@settings(max_examples=28)
@given(joined())
def test_a_valleys_centre_lies_in_both_planes_and_no_edge_stands_above_the_roof(roof):
    layout = lay_out_roof(roof)
    outline = layout.outline
    shapes = [(region.slope, Polygon(region.corners).buffer(1e-6)) for region in outline.regions]
    for plan in arrange(layout).hip_and_ridge_members:
        stick = hip_or_ridge_member(layout, plan)
        seam = plan.seam
        if seam.kind is SeamKind.VALLEY and max(seam.fall(seam.first), seam.fall(seam.second)) <= 0:
            # Of a ploughed one the trough's bottom lies there, as far below its top as its edges were raised for.
            valley = roof.plan.valley
            raised = valley.stock.thickness / 2 if valley is not None and valley.ploughed else 0.0
            down = Vector(0.0, 0.0, 1.0) * (raised * max(-seam.fall(seam.first), -seam.fall(seam.second)))
            for share in (0.1, 0.5, 0.9):
                along = stick.placement.to_world(Vector(stick.lengths["theoretical"] * share, 0.0, 0.0)) - down
                if along.z <= seam.high.z:
                    for slope in (seam.first, seam.second):
                        assert slope.plane.above(along) == pytest.approx(0.0, abs=SOUND)
        for point in as_manifold(stick, stick.placement).to_mesh64().vert_properties:
            corner = Vector(*point[:3])
            over = [slope for slope, shape in shapes if shape.covers(Point(corner.x, corner.y))]
            assert not over or min(slope.plane.above(corner) for slope in over) < 2e-2


@settings(max_examples=30)
@given(joined())
def test_no_bay_over_plates_and_valleys_is_wider_than_was_said_and_a_bare_slope_is_told(roof):
    roof = replace(roof, hip=replace(roof.hip, jacks="commons"))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    if arrange(layout).left_out:
        return  # where a seam has no timber, what would hang on it is left out too
    bare = 0
    for side, region in zip(layout.sides, layout.outline.regions, strict=True):
        start, down = side.slope.at(0.0, 0.0, 0.0), side.slope.frame(0.0, side.run).x
        covers = Polygon(region.corners).buffer(1.0)
        standing = sorted(
            ((frame.origin - start).dot(side.slope.along), piece.member.role)
            for piece in framing.pieces
            for frame in piece.frames
            if (frame.x - down).length < 1e-9
            and piece.member.role in RAFTERS
            and covers.covers(Point(frame.origin.x, frame.origin.y))
        )
        bare += not standing
        for (near, one), (far, other) in pairwise(standing):
            assert far - near < roof.spacing + 1e-6 or "hung" in (one, other)
    checks = check_roof(layout, framing, facts_of(layout, framing), (), {})
    assert [check.level for check in checks if check.id == "slope_bare"] == (["stop"] if bare else [])


HALF = sin(radians(45.0))


def member_cheek(member):
    """How far a rafter's head is from square, as a part of its normal."""
    return next(cut.plane.normal.z for cut in member.cut_planes if cut.id == "head")


@settings(max_examples=28)
@given(
    mm(2500, 5000), mm(1200, 2400), mm(1500, 4000), st.floats(20.0, 45.0), st.tuples(mm(35, 50), mm(38, 70), mm(20, 50))
)
def test_a_wing_with_a_lower_ridge_agrees_with_the_closed_forms_of_its_valleys(main, wing, out, pitch, thick):
    assume(main - wing > 300.0)  # nearer ridges are taken as level: both valleys butt the main one
    roof = wing_roof(main, wing, out, pitch=pitch, thick=thick, at=main)
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    by_role = {piece.member.role: piece.member for piece in framing.pieces}
    rise = tan(radians(pitch))
    slope = rise * HALF
    along, common = hypot(1.0, slope), hypot(1.0, rise)
    _, stick, ridge = thick
    valley, short, wings = by_role["valley"], by_role["valley_short"], by_role["wing_ridge"]
    assert valley.lengths["plan_run"] == pytest.approx(main / HALF)
    assert valley.lengths["theoretical"] == pytest.approx(main / HALF * along)
    assert valley.lengths["head_to_plate"] == pytest.approx((main - ridge / 2) / HALF * along)
    assert short.lengths["plan_run"] == pytest.approx(wing / HALF)
    assert short.lengths["head_to_plate"] == pytest.approx((wing / HALF - stick / 2) * along)
    for one in (valley, short):
        assert one.lengths["tail"] == pytest.approx((400.0 - 20.0) / HALF * along)
    # The wing's ridge reaches into the main roof until that is as high, less what the valley takes off.
    assert wings.lengths["overall"] == pytest.approx(out + wing - stick / (2 * HALF))
    (length,) = [one for one in working_of(layout) if one.fact == "valley_theoretical"]
    assert (length.first.result, length.second.result) == pytest.approx((valley.lengths["theoretical"],) * 2)
    facts = facts_of(layout, framing)
    assert facts["valley_plan_angle"] == pytest.approx(45.0)
    assert tan(radians(facts["valley_slope"])) == pytest.approx(slope)
    assert facts["bevels.plumb_valley"] + facts["bevels.level_valley"] == pytest.approx(90.0)
    # Jacks stand in opposite pairs: half the ridge off the head, the valley's half thickness at 45° off the foot.
    runs = {Hand.LEFT: set(), Hand.RIGHT: set()}
    for piece in framing.pieces:
        member = piece.member
        if member.role == "valley_jack":
            lengths = member.lengths
            assert lengths["theoretical"] == pytest.approx(lengths["plan_run"] * common)
            # At 45° the cheek is as long as the jack is thick; between two valleys there is one at either end.
            between_valleys = abs(member_cheek(member)) > 1e-6
            slant = lengths["long_point"] - lengths["short_point"]
            assert slant == pytest.approx(thick[0] * common * (2 if between_valleys else 1), abs=1e-6)
            head = stick / sqrt(2.0) if between_valleys else ridge / 2
            assert lengths["plan_run"] - lengths["overall"] / common == pytest.approx(
                head + stick / sqrt(2.0), abs=1e-6
            )
            runs[member.hand].add(round(lengths["plan_run"], 3))
    assert runs[Hand.LEFT] & runs[Hand.RIGHT]


@settings(max_examples=30)
@given(st.floats(20.0, 45.0), st.tuples(mm(35, 50), mm(38, 70), mm(20, 50)), st.sampled_from([-3.0, 3.0]))
def test_a_valley_shallower_than_the_plumb_cuts_that_land_on_it_stops(pitch, thick, more):
    rise = tan(radians(pitch))
    # A jack's plumb cut, less what the valley's edge lies under its top edge, as deep as the valley's own.
    least = (180.0 * hypot(1.0, rise) - thick[1] / 2 * rise * HALF) / hypot(1.0, rise * HALF)
    roof = wing_roof(4000.0, 1500.0, 2500.0, pitch=pitch, thick=thick, at=4000.0)
    roof = replace(roof, plan=replace(roof.plan, valley=Valley(Stock(thick[1], least + more))))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    said = {check.id: check for check in check_roof(layout, framing, facts_of(layout, framing), (), {})}
    assert said["valley_deep"].level == ("ok" if more > 0 else "stop")
    assert said["valley_deep"].value.mm == pytest.approx(abs(more) * hypot(1.0, rise * HALF), abs=1e-6)
    # One valley carries the other and the ridge: that is said, as it is for an engineer.
    assert (said["valley_carries"].level, said["valley_carries"].value.number) == ("look", 1)


@settings(max_examples=30)
@given(mm(2000, 4000), mm(2500, 5000), st.floats(20.0, 45.0), st.tuples(mm(35, 50), mm(38, 70), mm(20, 50)))
def test_under_level_ridges_a_valley_takes_half_of_either_off_and_its_jacks_differ_by_the_spacing(
    half, out, pitch, thick
):
    corners = (
        (0.0, 0.0),
        (2 * half + out, 0.0),
        (2 * half + out, 2 * half),
        (2 * half, 2 * half),
        (2 * half, 2 * half + out),
        (0.0, 2 * half + out),
    )
    roof = wing_roof(3000.0, 1500.0, 2000.0, pitch=pitch, thick=thick)
    roof = replace(
        roof, plan=replace(roof.plan, corners=corners, edges=tuple(Edge(gable=k in (1, 4)) for k in range(6)))
    )
    framing = frame_roof(lay_out_roof(roof))
    valley = next(piece.member for piece in framing.pieces if piece.member.role == "valley")
    rise, ridge = tan(radians(pitch)), thick[2]
    assert valley.lengths["plan_run"] == pytest.approx(half / HALF)
    assert valley.lengths["head_to_plate"] == pytest.approx((half - ridge / 2) / HALF * hypot(1.0, rise * HALF))
    runs = sorted(
        {round(piece.member.lengths["plan_run"], 6) for piece in framing.pieces if piece.member.role == "valley_jack"}
    )
    assert len(runs) >= 2
    assert all(b - a == pytest.approx(600.0, abs=1e-4) for a, b in pairwise(runs))


@settings(max_examples=20)
@given(mm(2500, 4000), mm(1300, 2200), st.floats(22.0, 40.0))
def test_a_mirrored_plan_gives_mirrored_pieces(main, wing, pitch):
    roof = wing_roof(main, main, 2500.0, pitch=pitch, thick=(40.0, 50.0, 30.0))
    corners = roof.plan.corners
    far = max(x for x, _ in corners)
    turned = tuple((far - x, y) for x, y in reversed(corners))
    # The side after a mirrored corner is the one before the corner itself.
    edges = tuple(roof.plan.edges[(len(corners) - 2 - k) % len(corners)] for k in range(len(corners)))
    mirrored = replace(roof, plan=replace(roof.plan, corners=turned, edges=edges))
    found = []
    for one, flip in ((roof, False), (mirrored, True)):
        rows = []
        for piece in frame_roof(lay_out_roof(one)).pieces:
            member = piece.member
            hand = member.hand
            if flip and hand is not None:
                hand = Hand.LEFT if hand is Hand.RIGHT else Hand.RIGHT
            lengths = tuple(sorted((key, round(value, 3)) for key, value in member.lengths.items()))
            rows += [(member.role, str(hand), lengths)] * member.count
        found.append(sorted(rows))
    assert found[0] == found[1]


@settings(max_examples=30)
@given(joined(alike=True), mm(200, 600))
def test_the_area_to_cover_is_that_of_the_plan_over_the_pitch(roof, out):
    outline = lay_out_roof(roof).outline
    total = sum(area for _, area in areas_over(outline, (out,) * len(outline.corners)))
    covered = Polygon(offset(outline, (out,) * len(outline.corners))).area
    assert total == pytest.approx(covered, rel=1e-6)


BAD = {
    "plate": ({"edges": (Edge(), Edge(), Edge(plate=2500.0), *(Edge(),) * 3)}, "outline_plate"),
    "raised twice": ({"edges": (Edge(plate=90.0), *(Edge(),) * 5), "line_up": LineUp.PLATES}, "plates_twice"),
    "low": ({"edges": (Edge(), Edge(), Edge(plate=-300.0), Edge(plate=-300.0), Edge(), Edge())}, "plate_low"),
    "gable": ({"edges": (Edge(), Edge(gable=True), *(Edge(),) * 4)}, "outline_gable_inside"),
}


@pytest.mark.parametrize("kind", BAD)
def test_what_has_no_roof_over_an_inside_corner_is_refused_with_the_way_out(kind):
    corners = ((0.0, 0.0), (9000.0, 0.0), (9000.0, 4000.0), (4000.0, 4000.0), (4000.0, 8000.0), (0.0, 8000.0))
    roof = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    given_, sentence = BAD[kind]
    edges = {"edges": (Edge(),) * 6} | given_
    if kind == "gable":
        edges["edges"] = (Edge(), Edge(), Edge(gable=True), Edge(), Edge(), Edge())
    with pytest.raises(RoofError) as found:
        lay_out_roof(replace(roof, plan=replace(roof.plan, corners=corners, **edges)))
    assert found.value.message.id == f"error.{sentence}"


@pytest.mark.parametrize("other", [30.0, 24.0])
def test_a_square_heel_stands_downhill_by_half_the_thickness_times_the_cotangent_of_its_plan_angle(other):
    """Closed form; between two pitches the flatter side's angle, the smaller, reaches farther."""
    roof = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    edges = tuple(
        replace(edge, slope=tan(radians(other))) if k in (1, 3) else edge for k, edge in enumerate(roof.plan.edges)
    )
    roof = replace(roof, plan=replace(roof.plan, edges=edges), hip=replace(roof.hip, heel="square"))
    layout = lay_out_roof(roof)
    for plan in arrange(layout).hip_and_ridge_members:
        seam = plan.seam
        if seam.kind is SeamKind.VALLEY:
            valley = hip_or_ridge_member(layout, plan)
            [heel] = [cut.plane for cut in valley.cut_planes if cut.id == "square"]
            plane = valley.placement.plane_to_world(heel)
            downhill = (seam.corner - seam.direction * plane.above(seam.corner)) - seam.corner
            smaller = min(radians(seam.plan_angle(slope)) for slope in (seam.first, seam.second))
            assert -downhill.dot(seam.direction) == pytest.approx(25.0 / tan(smaller))


@pytest.mark.parametrize("sides", [{"slope": 0.7}, {"plate": 90.0}])
def test_square_tails_under_different_pitches_or_plates_are_refused_over_an_inside_corner(sides):
    roof = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    edges = tuple(replace(edge, **sides) if k in (1, 3) else edge for k, edge in enumerate(roof.plan.edges))
    roof = replace(roof, plan=replace(roof.plan, edges=edges), eaves=replace(roof.eaves, tail=Tail.SQUARE))
    with pytest.raises(RoofError) as found:
        frame_roof(lay_out_roof(roof))
    assert found.value.message.id == "error.roof_valley_square"
