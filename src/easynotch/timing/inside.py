"""Times inside the process."""

import copy
import json
import statistics
import time
from collections.abc import Iterable

from ..core.roofs import Roof, frame_roof, lay_out_roof
from ..core.solid import Frame, Stock, Vector, as_manifold, close, dry_fit, marks_of, straight
from ..core.supply import StockLength, Wanted, nest
from ..exchange import RoofInput, read_job, worked_out
from ..exchange.working.quiet import greeted
from ..web.home import home


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
        worked_out(read, 0)
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def nest_200() -> tuple[float, float]:
    """Seconds a cutting plan of 200 pieces in forty lengths takes, and the gap its bound leaves; of five sets the worst
    of each.
    """
    greeted()
    seconds, gaps = [], []
    lengths = tuple(StockLength(length, length) for length in (2400.0, 3600.0, 4800.0))
    frame = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    for round_number in range(5):
        # Lengths spread over the usual range, another set every round, the same ones at every run.
        spread = [300.0 + (k * 811 + round_number * 137) % 3200 + 0.37 * k for k in range(40)]
        wanted = tuple(
            Wanted(f"piece_{k}", straight(f"piece_{k}", "stick", Stock(38.0, 89.0), [frame], length)[0], 5)
            for k, length in enumerate(spread)
        )
        start = time.perf_counter()
        plan = nest(wanted, lengths, 3.0)
        seconds.append(time.perf_counter() - start)
        gaps.append(plan.gap)
    return max(seconds), max(gaps)


def _hip_roof(round_number: int) -> Roof:
    """The warden's hut, so long and so closely set that it has about a hundred rafters; another one every round."""
    job = json.loads((home() / "demo" / "3-heron-flats-roofs.json").read_text("utf-8"))
    job["works"] = job["works"][:1]
    plan, rafter = job["works"][0]["plan"], job["works"][0]["rafter"]
    plan["length"], rafter["spacing"] = 13800 + round_number * 0.7, 400 + round_number * 0.03
    read = read_job(job)
    given = read.works[0]
    assert isinstance(given, RoofInput)
    return given.roof(read.units)


def roof_100_ms(rounds: int = 40) -> float:
    """Median of a hip roof of about a hundred members: planes, pieces, marks and exact joints."""
    return _framed_ms(_hip_roof(number) for number in range(rounds))


def joined_150_ms(rounds: int = 20) -> float:
    """Median of the boardroom's L with about a hundred and fifty members: planes, pieces, marks and exact joints."""
    return _framed_ms(_joined_roof(number) for number in range(rounds))


def _framed_ms(roofs: Iterable[Roof]) -> float:
    times = []
    for roof in roofs:
        start = time.perf_counter()
        framing = frame_roof(lay_out_roof(roof))
        for piece in framing.pieces:
            marks_of(piece.member)
        for touch in framing.touches:
            close(touch)
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def _joined_roof(round_number: int) -> Roof:
    """The boardroom's plan half as large again, its rafters nearer to each other, a little different every round."""
    job = json.loads((home() / "demo" / "5-heron-flats-boardroom.json").read_text("utf-8"))
    work = job["works"][0]
    scale = 1.5 + round_number * 1e-4
    work["plan"]["corners"] = [[scale * _mm(x), scale * _mm(y)] for x, y in work["plan"]["corners"]]
    work["rafter"]["spacing"] = 380 + round_number * 0.03
    work["hip"]["length"] = work["plan"]["valley"]["length"] = None
    read = read_job(job)
    given = read.works[0]
    assert isinstance(given, RoofInput)
    return given.roof(read.units)


def _mm(length: str | float) -> float:
    return float(str(length).removesuffix("mm"))


def dry_fit_100_ms(rounds: int = 10) -> float:
    """Median of its dry fit: every joint exact and on the tape, and every member as a solid in each of its places."""
    times = []
    for number in range(rounds):
        framing = frame_roof(lay_out_roof(_hip_roof(number)))
        start = time.perf_counter()
        dry_fit(framing.touches, 25.4 / 16)
        for piece in framing.pieces:
            for frame in piece.frames:
                as_manifold(piece.member, frame).volume()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)
