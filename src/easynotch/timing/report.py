"""The report of ``./easy-notch bench``: every figure beside its target, and divided by the machine's own yardstick."""

import json
import statistics
import sys
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

from .browser import key_to_redraw_p95_ms
from .calibration import calibration_ms
from .full_bench import bench_1000_p95_ms
from .inside import dry_fit_100_ms, flight_ms, joined_150_ms, nest_200, roof_100_ms
from .key_by_key import dearest_key_ms
from .server import api_p95_ms, first_screen_kb, second_start_s


@dataclass(frozen=True, slots=True)
class Measurement:
    """One number: its key, what it is, its target, and how it is measured."""

    key: str
    what: str
    target: float
    unit: str
    measure: Callable[[], float]


MEASUREMENTS = (
    Measurement("flight_ms", "a flight worked out, median", 5, "ms", flight_ms),
    Measurement("roof_100_ms", "a hip roof of 100 members with exact joints, median", 60, "ms", roof_100_ms),
    Measurement("joined_150_ms", "a joined roof of 150 members with exact joints, median", 120, "ms", joined_150_ms),
    Measurement("dry_fit_100_ms", "its dry fit on the tape and its solids, median", 400, "ms", dry_fit_100_ms),
    Measurement("api_p95_ms", "work-out over the API, 8 clients, 95th percentile", 100, "ms", api_p95_ms),
    Measurement("key_to_redraw_p95_ms", "key to board redrawn, 95th percentile", 100, "ms", key_to_redraw_p95_ms),
    Measurement("dearest_key_ms", "the dearest key of 400 typed into any demo field", 300, "ms", dearest_key_ms),
    Measurement("bench_1000_p95_ms", "a bench of 1000 works opened and searched, p95", 100, "ms", bench_1000_p95_ms),
    Measurement("first_screen_kb", "script and style of the first screen, compressed", 300, "kB", first_screen_kb),
    Measurement("second_start_s", "second start to first answer", 2, "s", second_start_s),
    Measurement("nest_200_s", "a cutting plan of 200 pieces, worst of five sets", 2, "s", lambda: nest_200()[0]),
    Measurement(
        "nest_200_gap", "the gap its bound leaves, worst of five sets", 0.05, "of the cost", lambda: nest_200()[1]
    ),
)


PER_MS = {"ms": 1.0, "s": 1000.0}
"""Milliseconds in a unit of time; what is no time has no ratio."""


def document(results: Mapping[str, float], yardsticks: Sequence[float]) -> dict[str, object]:
    """What ``--json`` prints: the figures, the yardstick's median over all its times, every time divided by it."""
    yardstick = statistics.median(yardsticks)
    ratios = {
        one.key: round(results[one.key] * PER_MS[one.unit] / yardstick, 4)
        for one in MEASUREMENTS
        if one.unit in PER_MS and one.key in results
    }
    return {**results, "calibration_ms": round(yardstick, 3), "ratios": ratios}


def bench(*, as_json: bool) -> int:
    """Measure everything and print it; the exit code is 0 whatever the numbers say."""
    results: dict[str, float] = {}
    yardsticks = [calibration_ms()]
    for measurement in MEASUREMENTS:
        if not as_json:
            print(f"{measurement.what} …", end=" ", flush=True)
        value = results[measurement.key] = round(measurement.measure(), 3)
        # Between the rows, so that it meets the machine as they do.
        yardsticks.append(calibration_ms())
        if not as_json:
            verdict = "within" if value <= measurement.target else "OVER"
            scale = PER_MS.get(measurement.unit)
            ratio = "" if scale is None else f"; {value * scale / yardsticks[-1]:.3g} times the yardstick"
            print(f"{value:g} {measurement.unit}, {verdict} {measurement.target:g} {measurement.unit}{ratio}")
    told = document(results, yardsticks)
    if as_json:
        json.dump(told, sys.stdout, indent=1)
        print()
    else:
        print(f"The yardstick, a fixed work in Python and JSON: {told['calibration_ms']} ms. Targets are for 100 ms.")
    return 0
