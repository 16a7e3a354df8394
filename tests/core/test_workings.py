"""If these break, a carpenter who follows a working line by line on a calculator comes to another figure than the line."""

import re
import tomllib
from functools import cache
from math import asin, atan, cos, degrees, radians, sin, sqrt, tan

import pytest
from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError
from easynotch.core.stairs import FlightError
from easynotch.core.tape import Units
from easynotch.core.terms.message import number_of
from easynotch.exchange import FlightInput, Problems, RoofInput, work_out_flight, work_out_roof
from tests.conftest import HOME
from tests.flights import stairs
from tests.joined import joined
from tests.roofs import outlines, roofs

SIGNS = (("−", "-"), ("×", "*"), ("÷", "/"), ("²", "**2"), ("√2", "sqrt(2)"), ("√", "sqrt"))
KNOWN = {
    "sqrt": sqrt, "cos": lambda x: cos(radians(x)), "sin": lambda x: sin(radians(x)), "tan": lambda x: tan(radians(x)),
    "atan": lambda x: degrees(atan(x)), "asin": lambda x: degrees(asin(x)),
}  # fmt: skip


@cache
def figures():
    """What is told of every line, as it stands in the catalogue."""
    folder = HOME / "src" / "easynotch" / "core" / "rules" / "words" / "en"
    found = {}
    for file in folder.glob("*.toml"):
        lines = tomllib.loads(file.read_text("utf-8")).get("working", {})
        found |= {key: one["figures"] for key, one in lines.items() if isinstance(one, dict)}
    return found


def reckoned(line):
    """What a line's figures come to; None where they are told in words."""
    text = figures()[line.figures.id.split(".")[1]]
    for sign, plain in SIGNS:
        text = text.replace(sign, plain)
    words = set(re.findall(r"[A-Za-z]+", re.sub(r"\{\w+\}", "", text)))
    if not words <= set(KNOWN) or re.search(r"(cos|sin|tan)(?! [{(])", text) or not re.search(r"[-+*/]|sqrt", text):
        return None
    values = {key: number_of(value) for key, value in line.figures.values.items()}
    text = re.sub(r"\b(cos|sin|tan) \{(\w+)\}", r"\1({\2})", text)
    text = re.sub(r"\{(\w+)\}", r"(\1)", text)
    return eval(text, {"__builtins__": {}}, {**KNOWN, **values})


# Told in the lengths of the box, and come to litres.
LITRES = {"working.volume.figures": 1e-6, "working.volume_each.figures": 1e-6}


def unfaithful(working):
    """Lines whose figures come to something else than what is told."""
    for one in working:
        for line in (*one.first.lines, *one.second.lines):
            came = reckoned(line)
            if came is None:
                continue
            came *= LITRES.get(line.figures.id, 1.0)
            if came != pytest.approx(number_of(line.result), rel=1e-9, abs=1e-6):
                yield line.figures.id, came, number_of(line.result)


def roof_of(roof, units):
    class Given(RoofInput):
        def roof(self, *_, **__):
            return roof

    return work_out_roof(Given.model_construct(), units)


def flight_of(flight, units):
    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    return work_out_flight(Given.model_construct(), units)


WORKS = st.one_of(
    st.one_of(roofs(), roofs(("hip",)), outlines(), joined(alike=True)).map(lambda one: (roof_of, one)),
    stairs().map(lambda one: (flight_of, one)),
)


@settings(max_examples=40, suppress_health_check=[HealthCheck.too_slow])
@given(
    WORKS,
    st.sampled_from(Units),
)
def test_every_line_of_every_working_comes_to_what_it_says(work, units):
    work_out, asked = work
    try:
        worked = work_out(asked, units)
    except (RoofError, FlightError, Problems):
        assume(False)
        raise
    assert list(unfaithful(worked.working)) == []


def test_most_lines_are_figures_that_can_be_reckoned():
    """So that the test above says something: the others are words, or a number as it was given."""
    told = [text for text in figures().values() if re.search(r"[-+*/−×÷√]", text)]
    worded = [text for text in told if set(re.findall(r"[A-Za-z]+", re.sub(r"\{\w+\}", "", text))) - set(KNOWN)]
    assert len(told) > 150
    assert len(worded) < len(told) / 4
