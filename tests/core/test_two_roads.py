"""If these break, a carpenter reads a number nobody checked, or one that its own working does not come to."""

from dataclasses import replace

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.stairs import (
    Anchors,
    Flight,
    FlightError,
    Ground,
    Housed,
    Overhead,
    Platform,
    Reading,
    RiserChoice,
    RiserRule,
    Side,
    Turn,
)
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Count
from easynotch.exchange import FlightInput, Problems, WorkedFlight, work_out_flight
from tests.flights import whole_flights

mm = st.floats


@st.composite
def stairs(draw: st.DrawFn) -> Flight:
    """Any stair: on level or falling ground, over one flight or two, on cut stringers or in housed strings."""
    flight = draw(whole_flights())
    around = flight.around
    sort = draw(st.sampled_from(["plain", "falling", "readings", "platform"]))
    if draw(st.integers(0, 3)) == 0:
        deep = draw(mm(8, flight.stock.thickness - 10)) if flight.stock.thickness > 20 else 8.0
        around = replace(around, housed=Housed(draw(mm(0, 40)), deep, 3.0, draw(mm(0.02, 0.08))))
    if sort == "platform":
        up, down = draw(st.integers(2, 8)), draw(st.integers(2, 8))
        fall = draw(st.sampled_from([0.0, 0.01, 0.02]))
        around = replace(
            around, platform=Platform(up, draw(st.sampled_from(Turn)), 1000.0, 28.0, 240.0, fall=fall, well=100.0)
        )
        rise = (up + down) * draw(mm(150, 200)) + fall * 1000
        flight = replace(flight, total_rise=rise, riser=RiserChoice(RiserRule.COUNT, up + down))
    if sort == "falling":
        ground = Ground(
            (Reading(draw(mm(0, 500)), flight.total_rise),), slope=draw(mm(-0.1, 0.2)), across=draw(mm(-0.03, 0.03)),
            measured=draw(st.sampled_from(Side)),
        )  # fmt: skip
        flight = replace(flight, ground=ground)
    if sort == "readings":
        far = flight.total_rise + draw(mm(-200, 500))
        ground = Ground((Reading(0.0, flight.total_rise), Reading(draw(mm(800, 4000)), far)))
        flight = replace(flight, ground=ground)
    beams = st.builds(Overhead, mm(0, 2000), mm(2000, 5000), mm(1500, 2400))
    anchors = st.builds(Anchors, mm(40, 90), mm(90, 160), mm(200, 1200), st.sampled_from([6.0, 6.35]))
    return replace(
        flight,
        stretch=draw(st.booleans()),
        around=replace(
            around, overhead=tuple(draw(st.lists(beams, max_size=3))), anchors=draw(st.none() | anchors), built=None
        ),
    )


def worked(flight: Flight, units: Units) -> WorkedFlight:
    """A flight worked out as one that was read."""

    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    return work_out_flight(Given.model_construct(), units)


@settings(max_examples=150, suppress_health_check=[HealthCheck.too_slow])
@given(stairs(), st.sampled_from(Units))
def test_every_number_of_any_stair_is_worked_out_twice_and_is_the_one_that_is_told(flight, units):
    try:
        stair = worked(flight, units)
    except (FlightError, Problems):
        assume(False)
        raise
    roads = {one.fact: one for one in stair.working}
    assert len(roads) == len(stair.working)
    assert set(roads) == set(stair.facts)
    assert [(one.fact, one.first, one.second) for one in stair.working if not one.agrees] == []
    wrong = [fact for fact, one in roads.items() if stair.facts[fact] != pytest.approx(one.first.result, abs=1e-6)]
    assert wrong == []
    counted = {fact for fact, number in stair.facts.items() if isinstance(number, int)}
    assert {fact for fact, one in roads.items() if isinstance(one.first.value, Count)} == counted
    words = Words(Dialect.NORTH_AMERICA, Tape.of(units))
    for one in stair.working:
        for line in (*one.first.lines, *one.second.lines):
            assert "{" not in words.say(line.what) + words.figures(line.figures)
