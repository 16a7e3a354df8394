"""If these break, Fit promises a closer joint than the readings allow, names the wrong reading to read again, or tells
wrong what rafters cost that stand out of place.
"""

from dataclasses import replace
from itertools import combinations
from math import hypot

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.survey import (
    AtSide,
    Datum,
    Distance,
    Level,
    Offset,
    Stood,
    late_costs,
    opening_range,
    place_ranges,
    plate_lines,
    survey_of,
    wall_ranges,
)
from easynotch.core.survey.ranges import _at, _on_walls

WIDTH, LENGTH = 6000.0, 9000.0
DRAWN = [(0.0, 0.0), (LENGTH, 0.0), (LENGTH, WIDTH), (0.0, WIDTH)]
STANDING = [(3.0, -4.0), (9006.0, 5.0), (8995.0, 6012.0), (-2.0, 5991.0)]
HEIGHTS, SAG, BOW = (0.0, 6.0, -4.0, 9.0), -7.0, 12.0
PLACES = [(0, 600.0), (0, 4200.0), (1, 5000.0), (1, 8400.0)]
TOLERANCES = {"tie": 2.0, "level": 2.5, "offset": 1.5}


def site(chance=None):
    """The building read: without chance exactly as it stands, else every reading off by its tolerance."""

    def read(value, kind):
        return value if chance is None else value + chance.normal(0.0, TOLERANCES[kind] / 1.96)

    lengths = [hypot(c - a, d - b) for (a, b), (c, d) in combinations(STANDING, 2)]
    distances = [
        Distance(k, *pair, read(long, "tie"), TOLERANCES["tie"])
        for k, (pair, long) in enumerate(zip(combinations(range(4), 2), lengths, strict=True))
    ]
    levels = [Level(10 + k, k, None, read(z, "level"), TOLERANCES["level"]) for k, z in enumerate(HEIGHTS)]
    levels.append(Level(20, AtSide(0, 4200.0), None, read(SAG, "level"), TOLERANCES["level"]))
    offsets = [Offset(30, AtSide(2, 4000.0), read(BOW, "offset"), TOLERANCES["offset"])]
    return survey_of(DRAWN, distances, levels, offsets)


@pytest.mark.parametrize("datum", Datum)
def test_wall_and_plate_stand_within_the_range_at_95_of_100_places(datum):
    """400 sites read with noise: the place's true line lies within what was stated of the one read."""
    chance = np.random.default_rng(21)
    true = [_at(plate_lines(site(), datum, WIDTH), *place) for place in PLACES]
    within = np.zeros((len(PLACES), 2))
    sites, ranges = 400, place_ranges(site(), datum, WIDTH, PLACES)
    for _ in range(sites):
        lines = plate_lines(site(chance), datum, WIDTH)
        for k, (place, one) in enumerate(zip(PLACES, ranges, strict=True)):
            y, z = _at(lines, *place)
            within[k] += abs(y - true[k][0]) <= one.run + 1e-9, abs(z - true[k][1]) <= one.height + 1e-9
    assert (within / sites > 0.92).all() and (within / sites < 0.995).any(axis=0).all(), within / sites


def test_a_joint_marked_on_a_tape_and_sawn_opens_no_more_than_its_range_in_95_of_100():
    chance = np.random.default_rng(7)
    reading, bound, saw = 2.2, 0.5, 1.0
    many = 20_000
    opening = (
        chance.normal(0, reading / 1.96, many) + chance.uniform(-bound, bound, many) + chance.normal(0, saw / 1.96, many)
    )  # fmt: skip
    inside = np.mean(np.abs(opening) <= opening_range(reading, bound, saw))
    assert 0.945 < inside < 0.965


@settings(max_examples=25)
@given(st.sampled_from(Datum), st.sampled_from(PLACES))
def test_no_reading_read_again_narrows_a_place_more_than_the_one_that_is_named(datum, place):
    survey = site()
    (now,) = place_ranges(survey, datum, WIDTH, [place])

    def with_better(number):
        distances, levels, offsets = (
            [replace(one, tolerance=one.tolerance / 2 if one.number == number else one.tolerance) for one in rows]
            for rows in (survey.distances, survey.levels.readings, survey.offsets)
        )
        return place_ranges(survey_of(DRAWN, distances, levels, offsets), datum, WIDTH, [place])[0]

    numbers = [one.number for one in (*survey.distances, *survey.levels.readings, *survey.offsets)]
    found = {number: with_better(number) for number in numbers}
    assert min(one.height for one in found.values()) == pytest.approx(found[now.most_height].height)
    assert found[now.most_height].height < now.height
    if now.most_run is None:
        # The side that is kept stands where it stands.
        assert (datum, place[0]) == (Datum.FIRST_SIDE, 0) and now.run < 1e-6
        return
    # A better reading also draws the corners after it: it may be beaten by a hair.
    assert min(one.run for one in found.values()) > found[now.most_run].run - 0.1
    assert found[now.most_run].run < now.run


CENTRES = [19.0, *(600.0 * k for k in range(1, 15)), 8981.0]


@pytest.mark.parametrize(
    ("stands", "wrong", "sheets", "bays"),
    [
        ([(0, 3600.0, 3602.0)], [], 0, 0),
        # Two sheets of 2.4 m meet on rafter 5, and in the courses between on rafter 7.
        ([(0, 2400.0, 2408.0)], [(5, 8.0)], 2, 2),
        ([(0, 2400.0, 2404.0)], [(5, 4.0)], 0, 2),
        ([(0, 3600.0, 3580.0)], [(7, -20.0)], 2, 2),
        ([(0, 3000.0, 3020.0)], [(6, 20.0)], 0, 2),
        ([(0, 19.0, 29.0)], [(1, 10.0)], 0, 1),
        ([(2, 2400.0, 2420.0), (2, 3000.0, 3020.0)], [(5, 20.0), (6, 20.0)], 2, 3),
    ],
)
def test_what_rafters_out_of_place_cost_is_counted(stands, wrong, sheets, bays):
    found = late_costs([Stood(*one) for one in stands], {0: CENTRES, 2: CENTRES}, 38.0, 2400.0, 0.0, 3)
    assert [(one.number, one.off) for one in found.wrong] == wrong
    assert (found.sheets, found.bays) == (sheets, bays) and not found.unknown


def test_a_rafter_that_is_laid_out_nowhere_is_told():
    found = late_costs([Stood(0, 2700.0, 2700.0)], {0: CENTRES}, 38.0, None, 0.0, 0)
    assert found.wrong == () and len(found.unknown) == 1


def test_over_an_outline_a_wall_stands_within_its_range_once_the_roof_lies_over_all_of_them():
    """400 sites read with noise: the roof cut to what was read, laid over the true walls, is off them by no more."""
    chance = np.random.default_rng(5)
    # Along walls, and at two corners, where hips stand: a wall that begins there and the one that ends.
    places = [(0, 1500.0), (1, 3000.0), (2, 4000.0), (3, 5500.0), (1, 0.0), (0, 9003.0)]
    true, within, sites = site(), np.zeros((len(places), 2)), 400
    ranges = wall_ranges(true, places)
    for _ in range(sites):
        read = site(chance)
        standing = _on_walls(read, read, places)
        for k, ((out, z), one) in enumerate(zip(_on_walls(read, true, places), ranges, strict=True)):
            within[k] += abs(out - standing[k][0]) <= one.run, abs(z - standing[k][1]) <= one.height + 1e-9
    assert (within / sites > 0.92).all() and (within / sites < 0.995).any(axis=0).all(), within / sites
