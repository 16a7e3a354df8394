"""The bench's own yardstick: a fixed work in pure Python and JSON, so that a figure holds on any machine as a ratio."""

import json
import statistics
import time
from math import hypot, sin

POINTS = 3000
"""Points the work goes over. A choice, never to be changed: every ratio that was ever told hangs on it."""
ROUNDS = 3
"""Times it is done whenever it is asked for."""


def calibration_ms() -> float:
    """Median of the fixed work: points turned, sorted, put into dictionaries, written as JSON and read again."""
    times = []
    for _ in range(ROUNDS):
        start = time.perf_counter()
        _work()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def _work() -> int:
    total = 0
    points = [(sin(k) * 1000.0, sin(k * 1.7) * 1000.0) for k in range(POINTS)]
    for turn in range(6):
        moved = [(x * 0.8 - y * 0.6 + turn, x * 0.6 + y * 0.8) for x, y in points]
        rows = [{"id": f"p{k}", "at": list(at), "reach": hypot(*at)} for k, at in enumerate(moved)]
        rows.sort(key=lambda row: row["reach"])  # type: ignore[arg-type, return-value]
        again = json.loads(json.dumps({"rows": rows}))
        total += sum(1 for row in again["rows"] if row["reach"] > 500.0)
        points = moved
    return total
