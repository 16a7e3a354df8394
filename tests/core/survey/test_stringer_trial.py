"""If these break, a foot is packed because the ground falls, or a rise that was measured wrong is cut into every stringer."""

from dataclasses import replace
from math import cos, radians, sin, tan

import numpy as np
import pytest
from hypothesis import given, settings

from easynotch.core.solid import Vector
from easynotch.core.stairs import frame_stair, lay_out, split, straight_down, stringer_section
from easynotch.core.survey import StringerCause, StringerSection, StringerSeen, stringer_causes
from tests.flights import flights

TRIALS = 150
FOOT = 220.0
"""mm: how long a sawn foot is."""
CAUSES = {
    StringerCause.RISE: (4, 15), StringerCause.CREEP: (4, 15), StringerCause.SLOPE: (0.3, 1.5),
    StringerCause.FOOT: (0.3, 1.5), StringerCause.HEAD: (0.4, 1.5), StringerCause.GROUND: (0.3, 1.5),
}  # fmt: skip


def stringers(chance):
    run, slope, drop = chance.uniform(800, 3500), chance.uniform(0.55, 0.85), chance.uniform(120, 210)
    face = chance.uniform(180, 330)
    return StringerSection(
        ((0.0, -drop), (0.0, -drop - face)),
        (run, -drop - run * slope),
        chance.uniform(230, 300),
        run * slope + drop + 60,
    )


def stood(section, cause, size):
    """What a body of many points shows that is stood on the ground by itself: turned until both ends of its foot are
    on it, then pushed until a point of its head touches the header.
    """
    toe = np.array(section.toe)
    head = np.linspace(*np.array(section.head), 80)
    back = toe - [FOOT, 0.0]
    fall = size if cause is StringerCause.GROUND else 0.0
    if cause is StringerCause.HEAD:
        head[:, 0] += (head[0, 1] - head[:, 1]) * tan(radians(size))
    if cause is StringerCause.FOOT:
        # Too much is off at the back: it ends that much higher.
        back = np.add(back, (0.0, FOOT * tan(radians(size))))
    if cause is StringerCause.CREEP:
        head[:, 1] += size

    def turned(points, angle):
        c, s = cos(angle), sin(angle)
        return (points - toe) @ np.array([[c, s], [-s, c]]) + toe

    low, high = -0.3, 0.3
    while high - low > 1e-13:
        angle = (low + high) / 2
        foot = turned(back[None, :], angle)[0]
        over = foot[1] - (toe[1] + (toe[0] - foot[0]) * tan(radians(fall)))
        # Turned further the head and the foot's back sink.
        low, high = (angle, high) if over > 0 else (low, angle)
    head = turned(head, angle)
    push = head[:, 0].min()
    tread = turned(np.array([[400.0, -500.0], [400.0 + section.going, -500.0]]), angle)
    out = section.going * tan(radians(size)) if cause is StringerCause.SLOPE else 0.0
    return StringerSeen(
        head_top=head[0, 0] - push, head_bottom=head[-1, 0] - push,
        drop=-head[0, 1] + (size if cause is StringerCause.RISE else 0.0),
        tread=tread[0, 1] - tread[1, 1] + out, ground=section.going * tan(radians(fall)),
        rise=section.rise + (size if cause is StringerCause.RISE else 0.0),
    )  # fmt: skip


def read(seen, chance):
    """Each read to half a mm, heights to one and a half."""
    spread = {"head_top": 0.5, "head_bottom": 0.5, "drop": 1.0, "tread": 0.4, "ground": 0.4, "rise": 1.0}
    values = {name: getattr(seen, name) + chance.uniform(-one, one) for name, one in spread.items()}
    return StringerSeen(**values | {name: max(0.0, values[name]) for name in ("head_top", "head_bottom")})


@pytest.mark.parametrize("cause", list(CAUSES))
def test_the_true_cause_comes_first_with_its_size(cause):
    chance, first, asked = np.random.default_rng(21), 0, 0
    for _ in range(TRIALS):
        section = stringers(chance)
        size = chance.uniform(*CAUSES[cause]) * chance.choice([-1.0, 1.0])
        best = stringer_causes(section, read(stood(section, cause, size), chance))[0]
        if best.id is StringerCause.NOT_TOLD:
            continue
        asked += 1
        first += best.id is cause
        if best.id is cause:
            within = 2.0 if cause in (StringerCause.RISE, StringerCause.CREEP) else 0.35
            assert abs(best.size - size) < within, (cause, size, best)
    assert asked > TRIALS / 2 and first >= 0.9 * asked, (first, asked)


@pytest.mark.parametrize(
    ("cause", "left_out"),
    [
        (StringerCause.RISE, "rise"),
        (StringerCause.CREEP, "rise"),
        (StringerCause.FOOT, "ground"),
        (StringerCause.GROUND, "ground"),
    ],
)
def test_what_is_alike_until_one_more_thing_is_read_is_not_told(cause, left_out):
    chance = np.random.default_rng(22)
    for _ in range(40):
        section = stringers(chance)
        size = CAUSES[cause][1] * chance.choice([-1.0, 1.0])
        seen = stood(section, cause, size)
        found = stringer_causes(section, replace(seen, **{left_out: None}))
        assert found[0].id is StringerCause.NOT_TOLD and len(found) > 1
        assert stringer_causes(section, seen)[0].id is cause


def test_what_is_as_it_should_be_fits():
    section = stringers(np.random.default_rng(3))
    right = stood(section, StringerCause.HEAD, 0.0)
    assert [one.id for one in stringer_causes(section, right)] == [StringerCause.NOT_TOLD]


@settings(max_examples=40)
@given(flights())
def test_a_stringer_lies_in_section_where_its_planes_are(flight):
    two = split(flight)
    layout = two.upper if two else lay_out(straight_down(flight))
    section = stringer_section(layout)
    if section is None:
        return
    member = frame_stair(layout, two).pieces[0].member
    frame = member.placement
    assert {"head", "foot"} & {cut.role for cut in member.cut_planes}
    for role, (x, z) in (("head", section.head[0]), ("head", section.head[1]), ("foot", section.toe)):
        cut = next((one for one in member.cut_planes if one.role == role), None)
        if cut is None:
            continue
        normal = frame.x * cut.plane.normal.x + frame.y * cut.plane.normal.y + frame.z * cut.plane.normal.z
        at = Vector(x, frame.origin.y, z) - frame.origin
        assert abs(normal.dot(at) - cut.plane.offset) < 1e-6, role
