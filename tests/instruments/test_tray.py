"""If these break, a simulated instrument is better than a real one, or its faults are not what is told of them."""

from dataclasses import replace
from statistics import mean

import pytest

from easynotch.core.survey import AtSide, Distance, survey_of
from easynotch.instruments import (
    Between,
    Fault,
    HeightAt,
    Kind,
    RidgeTop,
    State,
    StringAt,
    Taken,
    ValueOf,
    press,
    site_of,
    truth,
    turned_round,
)
from easynotch.instruments.tray import BIAS, BODY, PULL, WEIGHT

DRAWN = ((0.0, 0.0), (9000.0, 0.0), (9000.0, 6000.0), (0.0, 6000.0))
SITE = site_of("Any barn", DRAWN)
STORE = site_of("Crooked store, to be read", DRAWN)


def taken(state, target, times, site=SITE):
    """So many presses one after the other."""
    made = []
    for _ in range(times):
        found, state = press(state, target, site)
        made.append(found)
    return made, state


def paired(kind, **set_to):
    return replace(State(kind), paired=True, **set_to)


def test_a_meter_reads_the_building_that_stands_and_not_the_drawing_with_its_own_bias_and_noise():
    made, _ = taken(paired(Kind.METER, battery=10.0), Between(0, 1), 200)
    off = [one.value - SITE.distance(0, 1) for one in made]
    assert mean(off) == pytest.approx(BIAS, abs=0.2)
    assert 0.5 < max(off) - min(off) < 6 and all(one.value == round(one.value) for one in made)
    assert abs(SITE.distance(0, 1) - 9000) > 0.5


@pytest.mark.parametrize("reference", ["front", "tripod"])
def test_a_meter_set_to_another_edge_reads_short_and_says_so(reference):
    state = paired(Kind.METER)
    (back,), _ = taken(state, Between(0, 2), 1)
    (other,), _ = taken(replace(state, reference=reference), Between(0, 2), 1)
    assert back.value - other.value == pytest.approx(BODY[reference], abs=1.0)
    assert other.notes == (f"from_{reference}",) and back.notes == ()


@pytest.mark.parametrize(
    ("state", "target", "why"),
    [
        (State(Kind.METER), Between(0, 1), "not_paired"),
        (paired(Kind.METER, battery=0.0), Between(0, 1), "flat"),
        (paired(Kind.METER), ValueOf("width", 20.0), "out_of_range"),
        (paired(Kind.METER), ValueOf("plan.length", 90_000.0), "out_of_range"),
        (paired(Kind.METER, sun=True), ValueOf("plan.length", 20_000.0), "glare"),
        (paired(Kind.METER), HeightAt(0), "not_for_it"),
        (paired(Kind.STAFF), Between(0, 1), "not_for_it"),
        (paired(Kind.ANGLE), ValueOf("pitch", None), "nothing_there"),
    ],
)
def test_where_there_is_no_reading_it_says_why(state, target, why):
    found, _ = press(state, target, SITE)
    assert found == Fault(why)


def test_a_low_battery_reads_rougher_and_an_empty_one_not_at_all():
    fresh, _ = taken(paired(Kind.METER, battery=5.0), Between(0, 1), 150)
    low, state = taken(paired(Kind.METER, battery=0.14), Between(0, 1), 7)
    rough = [taken(paired(Kind.METER, battery=0.14, count=k), Between(0, 1), 1)[0][0].value for k in range(150)]
    assert max(rough) - min(rough) > 1.5 * (max(one.value for one in fresh) - min(one.value for one in fresh))
    assert all(one.notes == ("low_battery",) for one in low) and state.battery == 0.0
    assert press(state, Between(0, 1), SITE)[0] == Fault("flat")


def test_what_stands_in_the_way_spoils_the_first_reading_of_that_line_alone():
    made, state = taken(paired(Kind.METER), Between(1, 3), 2, STORE)
    assert made[1].value - made[0].value == pytest.approx(30, abs=4)
    # Either way along it, and on whatever press it is.
    again, _ = press(state, Between(3, 1), STORE)
    assert again.value == pytest.approx(STORE.distance(1, 3), abs=4)
    assert press(paired(Kind.METER, count=9), Between(0, 2), STORE)[0].value == pytest.approx(10831, abs=4)


def test_the_known_store_is_the_one_its_readings_in_the_examples_come_to():
    read = ((0, 1, 9004.0), (1, 2, 6012.0), (2, 3, 9010.0), (3, 0, 5995.0), (0, 2, 10831.0), (1, 3, 10818.0))
    assert all(STORE.distance(a, b) == pytest.approx(value, abs=0.2) for a, b, value in read)
    plan = survey_of(DRAWN, [Distance(k, *row, 2.0) for k, row in enumerate(read)], (), ()).plan
    assert plan is not None and plan.misfit < 0.2


def test_a_tape_is_read_from_where_it_starts_and_hangs_where_it_is_long():
    state = paired(Kind.TAPE, started_at=100.0)
    made, _ = taken(state, Between(0, 1), 60)
    metres = SITE.distance(0, 1) / 1000
    sag = WEIGHT**2 * metres**3 / (24 * PULL**2) * 1000
    assert sag > 0.5
    assert mean(one.value - one.started_at for one in made) == pytest.approx(SITE.distance(0, 1) + sag, abs=0.4)
    short, _ = taken(state, StringAt(AtSide(0, 4000.0)), 60)
    assert mean(one.value - 100.0 for one in short) == pytest.approx(SITE.offset(AtSide(0, 4000.0)), abs=0.4)


def test_a_staff_reads_its_line_of_sight_less_the_height():
    for target in (HeightAt(2), HeightAt(AtSide(0, 4200.0)), HeightAt(2, 1), RidgeTop(1700.0)):
        (one,), _ = taken(paired(Kind.STAFF, sight=1420.0), target, 1)
        assert one.value == pytest.approx(truth(SITE, target), abs=4) and one.shown == 1420.0 - one.value


def test_an_angle_finder_drifts_until_it_is_turned_round():
    made, state = taken(paired(Kind.ANGLE, battery=10.0), ValueOf("pitch", 27.0), 20)
    assert made[-1].value - made[0].value > 0.1 and made[-1].notes == ("drifted",)
    (after,), _ = taken(turned_round(state), ValueOf("pitch", 27.0), 1)
    assert after.value == pytest.approx(27.0, abs=0.15) and after.degrees and after.notes == ()


def test_the_same_press_reads_the_same_and_another_building_another():
    state = paired(Kind.METER)
    assert press(state, Between(0, 1), SITE) == press(state, Between(0, 1), SITE)
    assert isinstance(press(state, Between(0, 1), site_of("Other barn", DRAWN))[0], Taken)
    assert site_of("Other barn", DRAWN) != SITE


def test_a_digital_level_reads_from_place_to_place_as_roughly_as_its_angle_is():
    state = paired(Kind.ANGLE, battery=40.0)
    off, tolerance = [], 0.0
    for count in range(120):
        found, _ = press(replace(state, count=count), HeightAt(2, 1), SITE)
        off.append(found.value - truth(SITE, HeightAt(2, 1)))
        tolerance = found.tolerance
    # 6 m at a twentieth of a degree: no more than that can be told.
    assert 3 < tolerance < 15 and sum(abs(one) <= tolerance for one in off) > 110
    assert press(state, HeightAt(2), SITE)[0] == Fault("level_between")
