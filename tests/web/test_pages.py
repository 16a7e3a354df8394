"""If these break, a figure runs off the paper, or a page cannot be made for a stair or a roof somebody really has."""

import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.drawing.page import Paper
from easynotch.exchange import FlightInput, RoofInput, read_job
from easynotch.web.export import PRINTED, Work
from tests.flights import whole_flights
from tests.roofs import outlines, roofs

EMPTY = read_job({"format": "easy-notch-job", "version": 1, "units": "metric", "works": []})
WORDS = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))
# Every page of a work takes its time: a case that fails is told as it was drawn, not made small.
MADE = settings(
    deadline=None, suppress_health_check=list(HealthCheck), phases=(Phase.explicit, Phase.reuse, Phase.generate)
)


def work_of(model, key, made, paper):
    """A work whose layout was drawn at random."""

    class Given(model):
        pass

    setattr(Given, key, lambda *_, **__: made)
    one = Given.model_construct(name="Heron Flats", kind="roof" if key == "roof" else "flight")
    return Work(EMPTY.model_copy(update={"works": [one]}), 0, WORDS, paper)


def off_the_paper(page):
    points = [point for stroke in page.strokes for point in stroke.points] + [words.at for words in page.words]
    return [
        (round(x, 1), round(y, 1))
        for x, y in points
        if not (-0.5 <= x <= page.width + 0.5 and -0.5 <= y <= page.height + 0.5)
    ]


def look(work):
    for kind in PRINTED:
        pages = work.pages(kind)
        assert pages or kind in ("templates", "setting"), kind
        for page in pages:
            assert page.title, kind
            assert off_the_paper(page) == [], (kind, page.title)


@pytest.mark.parametrize("paper", [Paper.A4, Paper.A3])
def test_every_page_of_any_stair_stays_on_its_paper(paper):
    @settings(MADE, max_examples=12)
    @given(whole_flights())
    def stairs(flight):
        look(work_of(FlightInput, "flight", flight, paper))

    stairs()


@pytest.mark.parametrize("made", [roofs(around=True), outlines()], ids=["over a rectangle", "over an outline"])
def test_every_page_of_any_roof_stays_on_its_paper(made):
    @settings(MADE, max_examples=6)
    @given(made, st.sampled_from(Paper))
    def over(roof, paper):
        look(work_of(RoofInput, "roof", roof, paper))

    over()
