"""Times inside the process."""

import copy
import json
import statistics
import time

from ..exchange import read_job, work_out_flight
from ..web.serving import home


def flight_ms(rounds: int = 200) -> float:
    """Median of working the boardwalk flight out: layout, stringers, marks, cuts, joints, checks, working.

    Every round has another total rise, so that nothing kept from the round before is met again.
    """
    job = json.loads((home() / "demo" / "1-heron-flats.json").read_text("utf-8"))
    times = []
    for k in range(rounds):
        other = copy.deepcopy(job)
        other["works"][0]["total_rise"] = 1300 + k * 0.37
        read = read_job(other)
        start = time.perf_counter()
        work_out_flight(read.works[0], read.units)
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)
