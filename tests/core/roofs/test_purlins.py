"""If these break, a purlin does not lie under its rafters, gapes at a hip or valley, or stands in another piece."""

from dataclasses import replace
from math import atan, degrees, hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences
from easynotch.core.roofs import Edge, Purlin, RoofError, bevels_of, frame_roof, hips_of, lay_out_roof
from easynotch.core.roofs.planes.planes import UP
from easynotch.core.solid import Stock, close, overlaps
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.joined import joined, wing_roof
from tests.roofs import mm, outlines

CLOSED = 1e-3


def with_purlins(roof, height, thick, deep, *, plumb=False):
    return replace(roof, plan=replace(roof.plan, purlins=(Purlin(height, Stock(thick, deep), plumb=plumb),)))


def framed(roof, share, thick, deep, *, plumb=False):
    """A roof with purlins, at the first height from the asked one at which they run into no heads; None without one."""
    peak = lay_out_roof(roof).peak
    for height in (share * peak, *(other * peak for other in (0.35, 0.25, 0.45, 0.2, 0.55, 0.3, 0.4))):
        layout = lay_out_roof(with_purlins(roof, height, thick, deep, plumb=plumb))
        try:
            return height, layout, frame_roof(layout)
        except RoofError as error:
            if error.path != "plan.purlins[0].height":
                return None
    return None


def purlins_of(framing):
    return [piece for piece in framing.pieces if piece.member.role == "purlin"]


@settings(max_examples=40)
@given(st.one_of(outlines(), joined()), st.floats(0.2, 0.55), mm(30, 80), mm(90, 220), st.booleans())
def test_purlins_of_any_roof_lie_under_the_rafters_and_fit_round_hips_and_valleys(roof, share, thick, deep, plumb):
    made = framed(roof, share, thick, deep, plumb=plumb)
    if made is None:
        return
    height, layout, framing = made
    found = purlins_of(framing)
    assert plumb or len(framing.pieces) == len(frame_roof(lay_out_roof(roof)).pieces) + len(found)
    slopes = [side.slope for side in layout.sides]
    for piece in found:
        for frame in piece.frames:
            assert frame.origin.z == pytest.approx(height)
            # Its upper edge in the rafters' lower edges: its middle, or its inner corner where it stands plumb.
            inner = frame.origin + frame.z * (thick / 2 if plumb else 0.0) * (1.0 if frame.z.z >= 0 else -1.0)
            assert any(
                ((UP if plumb else slope.plane.normal) + frame.y).length < 1e-9
                and abs(slope.plane.above(inner) + roof.rafter.depth) < 1e-6
                for slope in slopes
            )
        drawn_as_it_is(piece.member, Preferences())
    touches = [touch for touch in framing.touches if "purlin" in touch.id]
    for joint in map(close, touches):
        assert abs(joint.opening) < CLOSED and joint.bears > 0.5, joint
    names = {piece.member.id for piece in found}
    shared = overlaps([(piece.member, piece.frames) for piece in framing.pieces])
    assert not [one for one in shared if one.one in names or one.other in names]


@settings(max_examples=30)
@given(outlines(), st.floats(0.25, 0.7))
def test_an_end_at_a_hip_has_the_purlins_named_bevels(roof, share):
    """On its face and on its edge, as the hip's corner tells them."""
    made = framed(roof, share, 40.0, 140.0)
    if made is None:
        return
    _, layout, framing = made
    bevels = [bevel for hip in hips_of(layout) for bevel in bevels_of(hip)]
    known = {name: [one.degrees for one in bevels if one.id == name] for name in ("face_purlin", "edge_purlin")}
    for piece in purlins_of(framing):
        for cut in piece.member.cut_planes:
            normal = cut.plane.normal
            if cut.id not in ("head", "end") or abs(normal.y) < 1e-9:
                continue
            for name, across in (("face_purlin", normal.y), ("edge_purlin", normal.z)):
                angle = degrees(atan(abs(across / normal.x)))
                assert min(abs(angle - one) for one in known[name]) < 1e-6, (name, angle, known[name])


def test_under_an_equal_hip_a_lip_is_as_long_as_half_the_hip_is_wide():
    corners = ((0.0, 0.0), (8000.0, 0.0), (8000.0, 8000.0), (0.0, 8000.0))
    wing = wing_roof(3000.0, 2000.0, 3000.0, pitch=35, thick=(38.0, 38.0, 38.0))
    roof = replace(wing, plan=replace(wing.plan, corners=corners, edges=(Edge(),) * 4))
    layout = lay_out_roof(with_purlins(roof, 900.0, 40.0, 200.0))
    (piece,) = purlins_of(frame_roof(layout))
    planes = {cut.id: cut.plane for cut in piece.member.cut_planes}
    lip = planes["end"].offset - planes["end_heel"].offset
    assert (piece.member.count, lip) == (4, pytest.approx(roof.hip.stock.thickness / 2))
    assert planes["end"].normal == planes["end_heel"].normal
    up = piece.member.placement.plane_to_world(planes["end_seat"]).normal
    assert (
        hypot(up.x, up.y) / up.z == pytest.approx(hips_of(layout)[0].rise_per_run) == pytest.approx(roof.slope / 2**0.5)
    )


def test_purlins_above_the_roof_are_refused_at_their_height():
    wing = wing_roof(3000.0, 2000.0, 3000.0, pitch=35, thick=(38.0, 38.0, 38.0))
    with pytest.raises(RoofError) as refused:
        frame_roof(lay_out_roof(with_purlins(wing, 9000.0, 40.0, 200.0)))
    assert refused.value.path == "plan.purlins[0].height"
