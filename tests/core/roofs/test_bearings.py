"""If these break, a valley floats over the wall that should carry it, or is notched where no wall stands."""

from dataclasses import replace
from math import atan2, cos, hypot, radians, sin, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences
from easynotch.core.roofs import Bearing, Plan, RoofError, check_roof, facts_of, frame_roof, lay_out_roof
from easynotch.core.roofs.plan.seams import SeamKind
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Vector, dry_fit, overlaps
from easynotch.core.solid.mesh import as_manifold, box
from easynotch.core.tape import Tape, Units
from tests.core.bench.test_apprentice import PREFERENCES, drawn_as_it_is
from tests.joined import wing_roof
from tests.roofs import mm

METRIC = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC, fine=False))


def over(bearings, *, pitch=32.0, plates=0.0):
    """A main roof with a wing, and walls below."""
    roof = wing_roof(3300.0, 2200.0, 2600.0, pitch=pitch, thick=(45.0, 60.0, 35.0))
    edges = tuple(replace(edge, plate=plates if k in (1, 3) else 0.0) for k, edge in enumerate(roof.plan.edges))
    return replace(roof, plan=replace(roof.plan, edges=edges, bearings=tuple(bearings)))


def of_valley(roof, share, turned, lower, width):
    """A wall square to one valley but for an angle, its top so far above that valley's lower edge."""
    layout = lay_out_roof(roof)
    seam = layout.outline.valleys[0]
    at = seam.low + (seam.high - seam.low) * share
    way = atan2(seam.direction.y, seam.direction.x) + radians(90.0 + turned)
    x, y = cos(way) * 500.0, sin(way) * 500.0
    depth = roof.hip.stock.depth * hypot(1.0, seam.rise_per_run)
    return Bearing((at.x - x, at.y - y), (at.x + x, at.y + y), at.z - depth + lower, width), seam


@settings(max_examples=15)
@given(st.floats(0.25, 0.75), st.floats(-50.0, 50.0), mm(60, 400), mm(60, 150), st.floats(25.0, 42.0))
def test_a_post_on_a_wall_below_reaches_from_the_walls_top_to_the_valleys_lower_edge(share, turned, gap, width, pitch):
    roof = over((), pitch=pitch)
    wall, seam = of_valley(roof, share, turned, -gap, width)
    roof = replace(roof, plan=replace(roof.plan, bearings=(replace(wall, posts=True),)))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    posts = [piece for piece in framing.pieces if piece.member.role == "bearing_post"]
    assert posts
    fitted = [one.exact for one in dry_fit(framing.touches, 1.0) if one.exact.id.startswith("bearing_post")]
    assert len(fitted) == 2 * len(posts)
    for joint in fitted:
        assert abs(joint.opening) < 1e-3 and joint.bears > 0.95, joint
    names = {piece.member.id for piece in posts}
    shared = overlaps([(piece.member, piece.frames) for piece in framing.pieces])
    assert not [one for one in shared if one.one in names or one.other in names]
    # Its middle reaches as far as the valley's lower edge is over the wall there, its long side half its depth farther up.
    lengths = [piece.member.lengths["overall"] for piece in posts]
    assert min(abs(gap + seam.rise_per_run * width / 2 - long) for long in lengths) < 1e-6
    checks = check_roof(layout, framing, facts_of(layout, framing), (), {})
    said = [one for one in checks if one.id.startswith("bearing_posted")]
    assert said and {one.level for one in said} == {"ok"}
    for check in said:
        assert min(abs(check.message.values["value"].mm - long) for long in lengths) < 1e-6
    for piece in posts:
        drawn_as_it_is(piece.member, Preferences())


@settings(max_examples=15)
@given(
    st.floats(0.25, 0.75), st.floats(-50.0, 50.0), mm(20, 90), mm(60, 150), st.floats(25.0, 42.0), st.floats(0.0, 90.0)
)
def test_over_a_wall_below_a_valley_keeps_its_height_above_plate_and_its_rise_and_lies_on_the_whole_wall(
    share, turned, lower, width, pitch, plates
):
    roof = over((), pitch=pitch, plates=plates)
    wall, seam = of_valley(roof, share, turned, lower, width)
    roof = replace(roof, plan=replace(roof.plan, bearings=(wall,)))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, 1.0)
    assert all(abs(one.exact.opening) < 1e-3 for one in fitted)
    on_wall = [one.exact for one in fitted if one.exact.id.startswith("valley_1.bearing1")]
    assert {one.id.rpartition("_")[2] for one in on_wall} >= {"seat", "heel"}
    assert all(one.bears > 0.95 for one in on_wall)
    said = {check.id: check for check in check_roof(layout, framing, facts_of(layout, framing), fitted, {})}
    name = next(piece.member.id for piece in framing.pieces if piece.member.role == "valley")
    aslant = said.get(f"bearing_aslant.1.{name}")
    values = (aslant or said[f"bearing_on.1.{name}"]).message.values
    # A face comes over the wall so much sooner or later than the centre: half the thickness, by the angle between them.
    across = abs(seam.direction.x * (wall.end[0] - wall.start[0]) + seam.direction.y * (wall.end[1] - wall.start[1]))
    long = hypot(wall.end[0] - wall.start[0], wall.end[1] - wall.start[1])
    off = roof.hip.stock.thickness / 2 * across / (long * long - across * across) ** 0.5
    assert (aslant is not None) == (off > 0.5)
    if aslant is not None:
        assert [values[one].mm - values["going"].mm for one in ("low", "high")] == pytest.approx([-off, off])
    # Closed form: the height above plate, and so much more as the valley climbs on its way, less the wall's top.
    higher = min(seam.first.plate, seam.second.plate)
    stand = layout.notch.hap + higher + seam.rise_per_run * values["going"].mm - wall.top
    assert values["value"].mm == pytest.approx(stand, abs=1e-6)
    assert values["rise"].mm == pytest.approx(wall.top - higher)
    # None of any piece's wood lies within the wall.
    along = Vector(wall.end[0] - wall.start[0], wall.end[1] - wall.start[1], 0.0)
    solid = box(Vector(0.0, -wall.width / 2, -2000.0), Vector(along.length, wall.width / 2, 0.0))
    standing = solid.rotate((0.0, 0.0, atan2(along.y, along.x) * 180.0 / 3.141592653589793)).translate(
        (wall.start[0], wall.start[1], wall.top)
    )
    for piece in framing.pieces:
        if piece.member.role in ("valley", "valley_short", "common", "valley_jack"):
            for frame in piece.frames:
                assert (as_manifold(piece.member, frame) ^ standing).volume() < 1.0


@settings(max_examples=8)
@given(st.floats(0.3, 0.7), st.floats(-40.0, 40.0), mm(25, 80), PREFERENCES)
def test_a_notch_on_the_way_is_marked_to_the_hair(share, turned, lower, preferences):
    roof = over(())
    wall, _ = of_valley(roof, share, turned, lower, 100.0)
    layout = lay_out_roof(replace(roof, plan=replace(roof.plan, bearings=(wall,))))
    notched = [
        piece.member for piece in frame_roof(layout).pieces
        if any(cut.id.startswith("bearing") for cut in piece.member.cut_planes)
    ]  # fmt: skip
    assert notched
    for member in notched:
        drawn_as_it_is(member, preferences)


def test_a_wall_too_low_is_told_with_the_post_it_wants_and_one_nothing_comes_over_too():
    roof = over(())
    wall, _ = of_valley(roof, 0.5, 0.0, -150.0, 90.0)
    away = Bearing((-4000.0, 1000.0), (-3000.0, 1000.0), 100.0, 90.0)
    layout = lay_out_roof(replace(roof, plan=replace(roof.plan, bearings=(wall, away))))
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, 1.0)
    said = {check.id: check for check in check_roof(layout, framing, facts_of(layout, framing), fitted, {})}
    assert "bearing_none.2" in said
    low = said["bearing_off.1.valley"]
    seam = next(seam for seam in layout.outline.seams if seam.kind is SeamKind.VALLEY)
    assert low.value.mm == pytest.approx(150.0 - 45.0 * seam.rise_per_run, abs=1e-6)
    assert METRIC.say(low.message) and METRIC.say(low.remedy)


def test_a_wall_under_the_plates_is_theirs_one_that_only_grazes_is_no_seat_and_a_hung_jack_has_no_plate():
    roof = over(())
    layout = lay_out_roof(roof)

    def said(*walls):
        layout = lay_out_roof(replace(roof, plan=replace(roof.plan, bearings=walls)))
        framing = frame_roof(layout)
        cut = {cut.id for one in framing.pieces for cut in one.member.cut_planes if cut.id.startswith("bearing")}
        fitted = dry_fit(framing.touches, 1.0)
        checks = check_roof(layout, framing, facts_of(layout, framing), fitted, {})
        return {check.id.partition(".")[0] for check in checks if check.id.startswith("bearing")}, cut

    (a, b), (c, d) = layout.outline.corners[:2]
    assert said(Bearing((a, b), (c, d), 0.0, 90.0)) == ({"bearing_none"}, set())
    seam = layout.outline.valleys[0]
    # As high as the valley's lower edge over the wall's lower face.
    wall, _ = of_valley(roof, 0.5, 0.0, -45.0 * seam.rise_per_run, 90.0)
    grazing, cut = said(wall)
    assert "bearing_edge" in grazing and "bearing_on" not in grazing
    assert not cut & {"bearing1_heel", "bearing1_seat"}
    # Beside the valley, over the mouth, only jacks stand.
    jacks = Bearing((seam.low.x + 500.0, 1800.0), (seam.low.x + 1500.0, 1800.0), 1050.0, 90.0)
    found, cut = said(jacks)
    assert found == {"bearing_hung"} and "bearing1_seat" in cut


def test_under_a_rectangle_every_length_stays_what_it_is_without_a_wall_below():
    roof = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    plain = replace(roof, plan=Plan(8000.0, 6000.0))
    purlin = Bearing((-500.0, 1500.0), (8500.0, 1500.0), 1500.0 * tan(radians(30.0)) - 60.0, 80.0)
    below = replace(roof, plan=Plan(8000.0, 6000.0, bearings=(purlin,)))
    pieces = [frame_roof(lay_out_roof(one)).pieces for one in (plain, below)]
    commons = [
        [(piece.member, len(piece.frames)) for piece in found if "common" in piece.member.role] for found in pieces
    ]
    [(whole, count)] = [row for row in commons[0] if row[0].role == "common"][:1]
    for member, _ in commons[1]:
        assert member.lengths["overall"] == pytest.approx(whole.lengths["overall"])
        assert member.lengths["head_to_plate"] == pytest.approx(whole.lengths["head_to_plate"])
    notched = [n for member, n in commons[1] if any(cut.id == "bearing1_seat" for cut in member.cut_planes)]
    assert sum(notched) * 2 == sum(n for _, n in commons[1])
    assert count == sum(n for _, n in commons[0])


BAD = {
    "high": (Bearing((3000.0, 1500.0), (9000.0, 1500.0), 5000.0, 90.0), "plan.bearings[0].top", "bearing_high"),
    "a point": (Bearing((3000.0, 1500.0), (3000.0, 1500.2), 500.0, 90.0), "plan.bearings[0].to", "bearing_short"),
}


@pytest.mark.parametrize("kind", BAD)
def test_a_wall_that_is_none_or_stands_in_the_roof_is_refused_at_its_field(kind):
    wall, path, sentence = BAD[kind]
    with pytest.raises(RoofError) as refused:
        frame_roof(lay_out_roof(over((wall,))))
    assert (refused.value.path, refused.value.message.id) == (path, f"error.{sentence}")
    assert METRIC.say(refused.value.message)
