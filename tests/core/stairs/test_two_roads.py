"""If these break, a carpenter reads a number nobody checked, or one that its own working does not come to."""

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.stairs import Flight, FlightError
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Count
from easynotch.exchange import FlightInput, Problems, WorkedFlight, work_out_flight
from tests.flights import stairs


def worked(flight: Flight, units: Units) -> WorkedFlight:
    """A flight worked out as one that was read."""

    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    return work_out_flight(Given.model_construct(), units)


@settings(max_examples=70, suppress_health_check=[HealthCheck.too_slow])
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
