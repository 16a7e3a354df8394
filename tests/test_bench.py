"""If these break, a bench on a slow machine is read as a slow program."""

import pytest

from easynotch.timing.calibration import calibration_ms
from easynotch.timing.report import MEASUREMENTS, document


def test_every_time_is_divided_by_the_median_of_the_yardsticks_and_what_is_no_time_by_nothing():
    results = {one.key: 3.0 for one in MEASUREMENTS}
    told = document(results, [400.0, 150.0, 90.0])
    assert told["calibration_ms"] == 150.0
    ratios = told["ratios"]
    assert ratios["flight_ms"] == pytest.approx(0.02)
    assert ratios["second_start_s"] == pytest.approx(20.0)
    assert {"first_screen_kb", "nest_200_gap"}.isdisjoint(ratios)
    assert {key: told[key] for key in results} == results


def test_the_yardstick_is_the_same_work_every_time():
    calls = []

    def count():
        calls.append(1)
        return 0

    with pytest.MonkeyPatch.context() as patch:
        patch.setattr("easynotch.timing.calibration._work", count)
        assert calibration_ms() >= 0.0
    assert len(calls) == 3
