"""If these break, treads gape at crooked walls, a stringer's foot hangs over a landing that is out of level, or what a
header out of level does to the top riser is not told.
"""

from dataclasses import replace

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences
from easynotch.core.solid import Face, as_sawn, dry_fit, outline
from easynotch.core.stairs import Standing, Wall, frame_flight, lay_out, stringer_places
from easynotch.exchange import Problems, parse_json, read_job, work_out_flight
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.flights import flights, mm

GAPS = st.builds(Wall, mm(0, 30), mm(0, 30), st.floats(-0.004, 0.004))
BOARDWALK = "demo/1-heron-flats.json"


@st.composite
def fitted(draw):
    """A flight between one crooked wall or two."""
    left, right = draw(st.sampled_from([(GAPS, st.none()), (st.none(), GAPS), (GAPS, GAPS)]))
    flight = draw(flights())
    return replace(flight, around=replace(flight.around, standing=Standing(left=draw(left), right=draw(right))))


@settings(max_examples=40)
@given(fitted())
def test_every_treads_end_lies_on_its_wall_and_is_as_long_as_the_room_there(flight):
    layout = lay_out(flight)
    framing, standing = frame_flight(layout), flight.around.standing
    treads = [piece.member for piece in framing.pieces if piece.member.role == "tread"]
    low, high = layout.walked[-1], layout.walked[0]
    assert [one.place for one in treads] == list(range(1, len(treads) + 1))

    def room(wall, x, z):
        """Off the side by both readings, what it leans between them taken out of what it turns."""
        if wall is None:
            return 0.0
        leant = wall.leans * (z - low[2])
        share = 0.0 if high[1] == low[1] else (x - low[1]) / (high[1] - low[1])
        return wall.low + leant + (wall.high - wall.low - wall.leans * (high[2] - low[2])) * share

    for member in treads:
        for side, way, wall in (("head", 1, standing.left), ("end", -1, standing.right)):
            plane = next(member.placement.plane_to_world(cut.plane) for cut in member.cut_planes if cut.id == side)
            front = member.placement.origin
            for x, z in ((front.x, front.z), (front.x - member.stock.depth, front.z)):
                y = (plane.offset - plane.normal.x * x - plane.normal.z * z) / plane.normal.y
                assert way * y - flight.width / 2 == pytest.approx(room(wall, x, z), abs=1e-6)
    for one in dry_fit(framing.touches, 1.0):
        if one.exact.id.startswith("scribed"):
            assert abs(one.exact.opening) < 1e-3 and one.exact.bears > 0.99
            assert abs(one.on_tape.opening) <= one.bound + 1e-6
    for member in treads[:: max(1, len(treads) // 3)]:
        drawn_as_it_is(as_sawn(member), Preferences())
        assert len(outline(member, Face.TOP)) >= 3


def boardwalk(home, **survey):
    document = parse_json((home / BOARDWALK).read_bytes())
    work = next(one for one in document["works"] if one["name"] == "Boardwalk steps")
    document["works"] = [{**work, "survey": survey}]
    job = read_job(document)
    return work_out_flight(job.works[0], job.units)


def stringers(worked):
    return [piece for piece in worked.framing.pieces if piece.member.role == "stringer"]


def foot_level(piece):
    """Where a stringer's foot stands, at its lowest riser."""
    (plane,) = [piece.member.placement.plane_to_world(cut.plane) for cut in piece.member.cut_planes if cut.id == "foot"]
    return plane


@settings(max_examples=20)
@given(left=mm(-12, 12), right=mm(-12, 12))
def test_every_stringer_stands_on_the_landing_where_it_was_read(home, left, right):
    assume(abs(left - right) > 1e-6)
    drawn, worked = boardwalk(home), boardwalk(home, landing={"left": f"{left:.9f} mm", "right": f"{right:.9f} mm"})
    level = drawn.layout.bearing_level
    flight = worked.layout.flight
    places = stringer_places(worked.layout)
    assert len(stringers(worked)) == len(places)
    for piece, y in zip(stringers(worked), places, strict=True):
        plane = foot_level(piece)
        share = y / flight.width
        assert -plane.offset == pytest.approx(level + (left + right) / 2 + (left - right) * share, abs=1e-6)
    # Every tread still lies level, all risers alike to where the landing lies in the middle.
    rise = drawn.layout.flight.total_rise - (left + right) / 2
    assert worked.facts["riser"] * worked.facts["riser_count"] == pytest.approx(rise)
    assert max(abs(one.exact.opening) for one in worked.fitted) < 1e-3


def test_a_landing_that_falls_away_is_met_by_the_foot_or_packed_under_the_kicker(home):
    worked = boardwalk(home, landing={"fall": "1/50"})
    assert {check.id: check.level for check in worked.checks}["foot_along"] == "look"
    document = parse_json((home / BOARDWALK).read_bytes())
    work = next(one for one in document["works"] if one["name"] == "Boardwalk steps")
    document["works"] = [{**{k: v for k, v in work.items() if k != "kicker"}, "survey": {"landing": {"fall": "1/50"}}}]
    job = read_job(document)
    worked = work_out_flight(job.works[0], job.units)
    normal = foot_level(stringers(worked)[0]).normal
    assert normal.x / normal.z == pytest.approx(1 / 50)
    assert max(abs(one.exact.opening) for one in worked.fitted) < 1e-3
    assert {check.id: check.level for check in worked.checks}["foot_along"] == "ok"


@pytest.mark.parametrize(("left", "level"), [("2 mm", "ok"), ("20 mm", "look")])
def test_a_header_out_of_level_tells_each_stringers_drop(home, left, level):
    worked = boardwalk(home, header={"left": left, "right": "0 mm"})
    check = next(one for one in worked.checks if one.id == "header_level")
    assert check.level == level
    drops = [one.values["by"].mm for one in check.message.values["drops"].items]
    assert drops == sorted(drops) and len(drops) == worked.facts["stringer_count"]
    width, thick = worked.layout.flight.width, worked.layout.flight.stock.thickness
    assert drops[-1] - drops[0] == pytest.approx(float(left.split()[0]) * (width - thick) / width)
    assert sum(drops) / len(drops) == pytest.approx(worked.facts["head_drop"] + float(left.split()[0]) / 2)


@pytest.mark.parametrize(
    ("more", "survey", "path"),
    [
        ({"sides": {"overhang": "10 mm"}}, {"walls": {"left": {"low": "0", "high": "0"}}}, ""),
        ({"ground": {"slope": "1/40", "across": {"slope": "1/50"}}}, {"landing": {"left": "3 mm"}}, ""),
        ({}, {"walls": {"left": {"low": "0", "high": "0", "leans": "3 mm"}}}, "survey.walls.left"),
        ({}, {"walls": {"left": {"low": "0"}}}, "survey.walls.left.high"),
    ],
    ids=["over the sides", "said twice", "over no height", "half a wall"],
)
def test_what_cannot_be_surveyed_is_refused_at_its_field(home, more, survey, path):
    document = parse_json((home / BOARDWALK).read_bytes())
    work = next(one for one in document["works"] if one["name"] == "Boardwalk steps")
    document["works"] = [{**work, **more, "survey": survey}]
    with pytest.raises(Problems) as found:
        read_job(document)
    assert all(one.path.startswith("works[0]") and path in one.path for one in found.value.problems)


def test_a_wall_inside_the_stairs_side_stops_it(home):
    worked = boardwalk(home, walls={"right": {"low": "-4 mm", "high": "3 mm"}})
    assert {check.id: check.level for check in worked.checks}["wall_in_stair"] == "stop"
