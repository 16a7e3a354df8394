"""If these break, a pencil line, an angle or a saw setting no longer stands for the plane it should cut."""

from math import cos, hypot, radians, sin, tan

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import Polygon

from easynotch.core.solid import (
    CutPlane,
    Face,
    Frame,
    Member,
    Plane,
    Removal,
    Stock,
    Vector,
    as_manifold,
    close_joint,
    describe,
    marks_of,
    outline,
)

HOME = Frame.along(Vector(0, 0, 0), Vector(1, 0, 0), Vector(0, 1, 0))
STOCK = Stock(40.0, 200.0)


def board(*removals: tuple[Plane, ...]) -> Member:
    cuts = tuple(
        Removal(tuple(CutPlane(f"{i}.{k}", "cut", plane) for k, plane in enumerate(planes)))
        for i, planes in enumerate(removals)
    )
    return Member("piece", "piece", STOCK, HOME, cuts, reach=(0.0, 2000.0), zero=0.0)


@st.composite
def end_cuts(draw: st.DrawFn) -> Plane:
    """Compound cuts within 60° of square, at either end of the middle of the board."""
    line, tilt = radians(draw(st.floats(-60, 60))), radians(draw(st.floats(-60, 60)))
    normal = Vector(cos(line) * cos(tilt), sin(line) * cos(tilt), sin(tilt)) * draw(st.sampled_from([1, -1]))
    return Plane.through(Vector(500, 100, 0), normal)


@given(end_cuts())
def test_the_saw_set_to_line_and_tilt_cuts_the_plane_itself(plane):
    """Follow the near-face line with the blade tilted: the described angles give the normal back, up to mirrors."""
    cut = describe(CutPlane("cut", "cut", plane))
    line, tilt = radians(cut.line_angle), radians(cut.blade_tilt)
    got = (cos(line) * cos(tilt), sin(line) * cos(tilt), sin(tilt))
    assert got == pytest.approx([abs(plane.normal.x), abs(plane.normal.y), abs(plane.normal.z)], abs=1e-12)
    assert tan(radians(cut.top_angle)) * abs(plane.normal.x) == pytest.approx(abs(plane.normal.z), abs=1e-12)


@given(end_cuts())
def test_the_lines_on_all_four_faces_lie_in_the_plane_and_meet_at_the_arrises(plane):
    member = board((plane,))
    ends = []
    for face in Face:
        (mark,) = marks_of(member, face)
        for piece in mark.pieces:
            for u, v in piece:
                at = {
                    Face.NEAR: Vector(u, v, -20), Face.FAR: Vector(u, v, 20),
                    Face.TOP: Vector(u, 0, v), Face.BOTTOM: Vector(u, 200, v),
                }[face]  # fmt: skip
                assert plane.above(at) == pytest.approx(0, abs=1e-9)
                ends.append((round(at.x, 6), round(at.y, 6), round(at.z, 6)))
    assert all(ends.count(corner) >= 2 for corner in ends)


@given(end_cuts())
def test_the_solid_holds_as_much_wood_as_its_faces_say(first):
    """A notch square to the face and a compound end: volume by mesh against the prism formula over the faces."""
    assume(abs(first.normal.x) > 0.6)
    plumb = Plane.through(Vector(300, 0, 0), Vector(1, 0.6, 0))
    level = Plane.through(Vector(300, 60, 0), Vector(0.6, -1, 0))
    member = board(
        (plumb, level), (Plane.through(Vector(1100, 0, 0), first.normal * (1 if first.normal.x > 0 else -1)),)
    )
    near, far = (Polygon(outline(member, face)).area for face in (Face.NEAR, Face.FAR))
    # Both long faces change linearly across the thickness, so the middle section is exact with Simpson's rule.
    middle = Polygon(
        outline(Member("m", "m", Stock(1e-6, 200.0), HOME, member.removals, member.reach, 0.0), Face.NEAR)
    ).area
    assert as_manifold(member).volume() == pytest.approx(40 * (near + 4 * middle + far) / 6, rel=1e-6)


@given(st.floats(-2, 2), st.floats(0, 0.2))
def test_a_joint_tells_a_gap_from_an_overlap_and_how_much_touches(gap, tilt):
    member = board((Plane.through(Vector(500, 0, 0), Vector(1, 0, 0)),))
    x, lean = 500 + gap, 200 * tan(tilt)
    mate = (Vector(x, 0, 20), Vector(x + lean, 200, 20), Vector(x + lean, 200, -20), Vector(x, 0, -20))
    joint = close_joint("joint", member, "0.0", (mate,))
    assert joint.contact == pytest.approx(cos(tilt), abs=1e-9) or lean > 0
    worst = max(gap, gap + lean, key=abs)
    assert joint.opening == pytest.approx(worst * cos(tilt), abs=0.02 * hypot(gap, lean) + 1e-6)
