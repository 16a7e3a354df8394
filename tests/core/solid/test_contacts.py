"""If these break, two pieces are said to bear on one another that hardly touch, or are stopped though they are held whole.

The declared contact is held against the triangles of the pieces' meshes: nothing of the core's faces is asked.
"""

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from shapely import Polygon, unary_union

from easynotch.core.roofs import frame_roof, lay_out_roof
from easynotch.core.solid import as_manifold, close
from easynotch.core.stairs import frame_flight, lay_out
from tests.core.bench.test_bench import roof
from tests.flights import whole_flights
from tests.roofs import outlines, roofs

IN = 25.4


def lying_in(member, normal, at):
    """What of a piece's mesh lies in a plane, as a shape in that plane's own coordinates."""
    mesh = as_manifold(member, member.placement).to_mesh64()
    points = mesh.vert_properties[:, :3]
    first = np.cross(normal, [0.0, 0.0, 1.0] if abs(normal[2]) < 0.9 else [1.0, 0.0, 0.0])
    first /= np.linalg.norm(first)
    second = np.cross(normal, first)
    on = np.abs((points - at) @ normal) < 1e-3
    flat = [
        Polygon([(points[k] @ first, points[k] @ second) for k in tri])
        for tri in mesh.tri_verts
        if all(on[k] for k in tri)
    ]
    return unary_union([one.buffer(0) for one in flat if one.area > 1e-9])


def check_contact(touch):
    joint = close(touch)
    sawn = next(cut.plane for cut in touch.member.cut_planes if cut.id == touch.cut_id)
    world = touch.member.placement.plane_to_world(sawn)
    normal = np.array([world.normal.x, world.normal.y, world.normal.z])
    at = normal * world.offset
    own = lying_in(touch.member, normal, at)
    if own.area < 1.0:
        return
    mates = unary_union([lying_in(part.member, normal, at) for part in touch.mate.parts])
    # A piece cut through may lie in the plane in several parts: the joint is the largest one's.
    largest = max(getattr(own, "geoms", [own]), key=lambda part: part.area)
    shared = largest.intersection(mates).area
    assert joint.contact == pytest.approx(min(1.0, shared / largest.area), abs=2e-3), touch.id


@settings(max_examples=12)
@given(roofs(around=True) | outlines())
def test_every_contact_of_a_roof_is_the_area_its_meshes_share(given_roof):
    for touch in frame_roof(lay_out_roof(given_roof)).touches:
        if all(part.member is not None for part in touch.mate.parts):
            check_contact(touch)


@settings(max_examples=12)
@given(whole_flights())
def test_every_contact_of_a_stairs_pieces_is_the_area_their_meshes_share(flight):
    flight = replace(flight, around=replace(flight.around, housed=None))
    for touch in frame_flight(lay_out(flight)).touches:
        if all(part.member is not None for part in touch.mate.parts) and touch.member.role != "hanger":
            check_contact(touch)


def joints(worked):
    return {one.id: one for one in worked.joints}


def test_a_deep_hip_in_the_corner_of_shallow_commons_hangs_below_them():
    found = joints(roof(rafter={"depth": '3 1/2"'}))
    for joint in (found["hip.head"], found["hip.head_side"]):
        assert 0.5 < joint.contact < 0.75
        assert joint.bears > 0.9


def test_a_hips_long_seat_covers_its_plates_corner_and_hangs_over_inside_it():
    found = roof(notch={"rule": "hap", "value": '2 1/2"'}, plan={"plate": '3 1/2"'})
    seat = joints(found)["hip.seat"]
    assert seat.contact < 0.9
    assert seat.bears == pytest.approx(1.0)
    assert not any(check.id.startswith("joint_contact") for check in found.checks)


def test_a_long_seat_on_a_plate_it_covers_is_no_stop_though_less_than_half_of_it_bears():
    found = roof(notch={"rule": "seat", "value": '5"'}, plan={"plate": '2"'}, pitch="5/12")
    seat = joints(found)["common.seat"]
    assert seat.contact == pytest.approx(0.4, abs=0.01)
    assert seat.bears == pytest.approx(1.0)
    assert not any(check.id == "joint_contact.common.seat" for check in found.checks)
