"""If these break, a survey says corners stand where they do not, or blames a wall for a reading that is wrong."""

from itertools import combinations
from math import atan2, cos, hypot, pi, sin

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LinearRing

from easynotch.core.survey import (
    AtSide,
    Distance,
    Level,
    Offset,
    adjust,
    facts_of_survey,
    levels_of,
    missing_ties,
    packers_of,
    survey_of,
    true_up,
    true_within,
)

TOLERANCE = 2.0


@st.composite
def sites(draw, least=4, most=10):
    """A drawn outline, and how it really stands: every corner off by up to 60 mm, turned and moved as it likes."""
    count = draw(st.integers(least, most))
    angles = [2 * pi * (k + draw(st.floats(-0.25, 0.25))) / count for k in range(count)]
    drawn = [(5000 * np.cos(a) * draw(st.floats(0.6, 1.4)), 4000 * np.sin(a)) for a in angles]
    assume(LinearRing(drawn).is_simple)
    assume(min(hypot(c - a, d - b) for (a, b), (c, d) in combinations(drawn, 2)) > 800)
    off = st.floats(-60, 60)
    return drawn, [(x + draw(off), y + draw(off)) for x, y in drawn]


def apart(points, pair):
    (a, b), (c, d) = (points[k] for k in pair)
    return hypot(c - a, d - b)


def read(true, pairs, noise=None):
    found = [apart(true, pair) for pair in pairs]
    if noise is not None:
        found = [value + off for value, off in zip(found, noise, strict=True)]
    return [Distance(k, *pair, value, TOLERANCE) for k, (pair, value) in enumerate(zip(pairs, found, strict=True))]


def sides(count):
    return [(k, (k + 1) % count) for k in range(count)]


def as_seen(true):
    """The corners from the first one, along the first side."""
    (a, b), (c, d) = true[0], true[1]
    long = hypot(c - a, d - b)
    x, y = (c - a) / long, (d - b) / long
    return [((p - a) * x + (q - b) * y, (q - b) * x - (p - a) * y) for p, q in true]


@settings(max_examples=60)
@given(sites())
def test_exact_readings_give_back_every_corner(site):
    drawn, true = site
    pairs = list(combinations(range(len(true)), 2))
    found = adjust(drawn, read(true, pairs))
    assert found.misfit < 1e-6 and found.suspects is None
    for got, wanted in zip(found.corners, as_seen(true), strict=True):
        assert got == pytest.approx(wanted, abs=1e-6)


@settings(max_examples=40)
@given(sites(), st.data())
def test_what_is_missing_is_said_and_with_it_the_corners_are_known(site, data):
    drawn, true = site
    pairs = sides(len(true))
    kept = data.draw(st.lists(st.sampled_from(pairs), min_size=1, unique=True))
    missing = missing_ties(drawn, read(true, kept))
    assert adjust(drawn, read(true, kept)) is None
    assert len(kept) + len(missing) == 2 * len(true) - 3
    assert adjust(drawn, read(true, [*kept, *missing])).misfit < 1e-6
    for one in range(len(missing)):
        assert missing_ties(drawn, read(true, [*kept, *missing[:one], *missing[one + 1 :]]))


def test_with_noise_the_truth_lies_within_what_is_stated_in_95_of_100_sites():
    """2,000 crooked rectangles, all six lengths read with the tolerance's noise."""
    chance = np.random.default_rng(7)
    drawn = [(0.0, 0.0), (9000.0, 0.0), (9000.0, 6000.0), (0.0, 6000.0)]
    pairs, inside, total = list(combinations(range(4), 2)), 0, 0
    for _ in range(2000):
        true = [(x + chance.normal(0, 20), y + chance.normal(0, 20)) for x, y in drawn]
        found = adjust(drawn, read(true, pairs, chance.normal(0, TOLERANCE / 1.96, 6)))
        for got, within, (x, y) in list(zip(found.corners, found.within, as_seen(true), strict=True))[1:]:
            inside += hypot(got[0] - x, got[1] - y) <= within
            total += 1
    assert 0.94 < inside / total < 0.995


@settings(max_examples=60)
@given(sites(4, 8), st.data())
def test_a_blunder_is_named_or_those_that_cannot_be_told_apart_are_said(site, data):
    drawn, true = site
    count = len(true)
    pairs = list(combinations(range(count), 2))
    if data.draw(st.booleans()):
        # As few as a crew would read: the sides, and from the first corner across.
        pairs = [*sides(count), *((0, k) for k in range(2, count - 1)), (1, 3)]
    wrong = data.draw(st.integers(0, len(pairs) - 1))
    readings = read(true, pairs)
    off = data.draw(st.sampled_from([-30.0, 30.0]))
    bad = readings[wrong]
    readings[wrong] = Distance(bad.number, bad.start, bad.end, bad.value + off, TOLERANCE)
    found = adjust(drawn, readings)
    assert wrong in (found.suspects.readings if found.suspects else [wrong])
    if found.suspects is None:
        # Nothing else lies over it: without it the corners would not be known.
        others = [one for one in readings if one.number != wrong]
        assert missing_ties(drawn, others) or (found.spare > 0 and abs(found.normalized[wrong]) <= 3.5)
        return
    if found.suspects.named is not None:
        assert found.suspects.off == pytest.approx(off, abs=1e-3)
    else:
        # One more reading of the wrong one, a true one, tells it.
        again = Distance(len(pairs), bad.start, bad.end, bad.value, TOLERANCE)
        told = adjust(drawn, [*readings, again])
        assert told.suspects.named == wrong
        assert found.suspects.tell


@settings(max_examples=30)
@given(sites(), st.floats(0, 6.28), st.floats(-9000, 9000))
def test_truing_moves_the_corners_onto_the_outline_as_drawn(site, turn, away):
    drawn, true = site
    turned = [(x * np.cos(turn) - y * np.sin(turn) + away, x * np.sin(turn) + y * np.cos(turn)) for x, y in true]
    made = true_up(turned, drawn)
    moved = [(x + a, y + b) for (x, y), (a, b) in zip(turned, made.moves, strict=True)]
    for pair in combinations(range(len(drawn)), 2):
        assert apart(moved, pair) == pytest.approx(apart(drawn, pair), abs=1e-6)
    # Moved or turned by a little more, all moves together are no less.
    least = sum(x * x + y * y for x, y in made.moves)
    for a, b, spin in ((0.5, 0.0, 0.0), (0.0, 0.5, 0.0), (0.0, 0.0, 1e-4), (0.0, 0.0, -1e-4)):
        other = [(x * np.cos(spin) - y * np.sin(spin) + a, x * np.sin(spin) + y * np.cos(spin) + b)
                 for x, y in made.corners]  # fmt: skip
        assert sum((x - p) ** 2 + (y - q) ** 2 for (x, y), (p, q) in zip(other, turned, strict=True)) >= least - 1e-6


def test_levels_hang_together_and_the_wrong_one_is_told():
    true = {0: 0.0, 1: 6.0, 2: -4.0, 3: 9.0, AtSide(0, 3000.0): 2.5}
    readings = [Level(k, place, None, height, 1.0) for k, (place, height) in enumerate(true.items())]
    readings += [Level(10 + k, k, (k + 1) % 4, true[k] - true[(k + 1) % 4], 1.0) for k in range(4)]
    found = levels_of(readings)
    assert found.heights == pytest.approx(true) and found.misfit < 1e-9 and found.suspects == ()
    assert found.at(0, 1500.0, 9000.0, 4) == pytest.approx(1.25)
    assert found.at(0, 6000.0, 9000.0, 4) == pytest.approx(4.25)
    wrong = [Level(2, 2, None, 26.0, 1.0) if one.number == 2 else one for one in readings]
    assert levels_of(wrong).suspects == (2,)
    # What hangs on nothing absolute is not guessed.
    assert levels_of([Level(0, 0, 1, 5.0, 1.0)]).heights == {}
    assert packers_of(found.heights)[2] == pytest.approx(13.0) and packers_of(found.heights)[3] == 0.0


def test_what_a_survey_found_is_said_in_figures():
    drawn = [(0.0, 0.0), (8000.0, 0.0), (8000.0, 5000.0), (0.0, 5000.0)]
    true = [(0.0, 0.0), (8000.0, 0.0), (8000.0, 5000.0), (40.0, 5000.0)]
    levels = [Level(9 + k, k, None, height, 1.0) for k, height in enumerate((0.0, 3.0, 5.0, -4.0))]
    bowed = Offset(20, AtSide(0, 4000.0), 12.0, 1.0)
    survey = survey_of(drawn, read(true, list(combinations(range(4), 2))), levels, [bowed])
    facts = facts_of_survey(survey)
    assert facts["survey.corner.1"] == pytest.approx(90.0 - np.degrees(np.arctan(40 / 5000)), abs=1e-6)
    assert facts["survey.corner.2"] == pytest.approx(90.0, abs=1e-6)
    assert facts["survey.out_of_square"] == pytest.approx(40 / 5000 * 8000, abs=1e-3)
    assert facts["survey.out_of_parallel"] == pytest.approx(40.0, abs=1e-6)
    assert facts["survey.out_of_level"] == 9.0 and facts["survey.twist"] == pytest.approx(6.0)
    assert facts["survey.out_of_straight"] == 12.0 and facts["survey.misfit"] < 1e-6
    assert survey.offset_at(0, 2000.0) == pytest.approx(6.0) and survey.offset_at(1, 100.0) == 0.0
    few = survey_of(drawn, read(true, sides(4)), (), ())
    assert few.plan is None and few.missing == ((0, 2),) and facts_of_survey(few) == {}


@settings(max_examples=40)
@given(
    sites(4, 8), st.floats(0, 6.28), st.lists(st.tuples(st.floats(-30, 30), st.floats(-30, 30)), min_size=8, max_size=8)
)
def test_a_corner_that_is_held_stays_and_the_others_move_the_least_that_is_left(site, turn, off):
    """Held against every other turn of the drawn outline about that corner."""
    drawn = site[0]
    standing = [(x + a, y + b) for (x, y), (a, b) in zip(drawn, off, strict=False)]
    made = true_up(standing, drawn, [1])
    assert hypot(*made.moves[1]) < 1e-3
    # As it was drawn, laid elsewhere.
    for i, j in combinations(range(len(drawn)), 2):
        assert apart(made.corners, (i, j)) == pytest.approx(apart(drawn, (i, j)), abs=1e-6)
    total = sum(x * x + y * y for x, y in made.moves)
    (p, q), (a, b) = standing[1], drawn[1]
    for more in (turn, 1e-3, -1e-3):
        now = atan2(made.corners[0][1] - q, made.corners[0][0] - p) - atan2(drawn[0][1] - b, drawn[0][0] - a)
        c, s = cos(now + more), sin(now + more)
        moved = [(p + (x - a) * c - (y - b) * s - u, q + (x - a) * s + (y - b) * c - v)
                 for (x, y), (u, v) in zip(drawn, standing, strict=True)]  # fmt: skip
        assert total <= sum(x * x + y * y for x, y in moved) + 1e-3


@settings(max_examples=40)
@given(
    sites(4, 8), st.lists(st.tuples(st.floats(-30, 30), st.floats(-30, 30)), min_size=8, max_size=8),
    st.lists(st.floats(0, 20), min_size=1, max_size=4),
    st.lists(st.tuples(st.floats(-1, 1), st.floats(-1, 1), st.floats(-1, 1)), min_size=30, max_size=30),
)  # fmt: skip
def test_no_wall_is_trued_by_more_than_it_allows_and_the_moves_are_the_least_that_do(site, off, most, ways):
    """Held against other places of the drawn outline round the one that was found."""
    drawn = site[0]
    standing = [(x + a, y + b) for (x, y), (a, b) in zip(drawn, off, strict=False)]
    allows = dict(enumerate(most))
    made = true_within(standing, drawn, (), allows)
    for i, j in combinations(range(len(drawn)), 2):
        assert apart(made.corners, (i, j)) == pytest.approx(apart(drawn, (i, j)), abs=1e-3)

    def taken(moves):
        """How much farther than allowed the worst wall is taken."""
        found = []
        for wall, allowed in allows.items():
            (a, b), (c, d) = standing[wall], standing[(wall + 1) % len(standing)]
            for corner in (wall, (wall + 1) % len(standing)):
                u, v = moves[corner]
                found.append(abs(u * (d - b) - v * (c - a)) / hypot(c - a, d - b) - allowed)
        return max(found)

    gives = taken(made.moves)
    assert gives <= made.beyond + 0.01 and (made.beyond == 0) == (made.stuck is None)
    total = sum(u * u + v * v for u, v in made.moves)
    x0, y0 = np.mean(made.corners, axis=0)
    for dx, dy, turn in ways:
        for scale in (0.05, 2.0):
            c, s = cos(turn * scale * 1e-3), sin(turn * scale * 1e-3)
            moved = [(x0 + (x - x0) * c - (y - y0) * s + dx * scale - u, y0 + (x - x0) * s + (y - y0) * c + dy * scale - v)
                     for (x, y), (u, v) in zip(made.corners, standing, strict=True)]  # fmt: skip
            # Whatever moves less takes a wall farther.
            assert sum(u * u + v * v for u, v in moved) >= total - 1.0 or taken(moved) > max(gives, 0.0) - 0.02
            if made.beyond > 0:
                assert taken(moved) >= made.beyond - 0.02
