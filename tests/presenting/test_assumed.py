"""If these break, somebody cuts by a size that nobody measured, and nothing says so."""

import io

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import read_job, usual_flight, usual_roof
from easynotch.paper.export import export_files
from easynotch.presenting.shared.assumed import assumed_of, assumed_said


def begun(units, kind, **measured):
    usual = usual_flight(units, "begun") if kind == "flight" else usual_roof(units, "begun")
    sizes = {"total_rise": 1400} if kind == "flight" else {"plan": {**usual["plan"], "width": 5000, "length": 7000}}
    work = {**usual, **sizes, **measured}
    return read_job({"format": "easy-notch-job", "version": 1, "units": units.value, "works": [work]})


def words(units):
    return Words(Dialect.NORTH_AMERICA, Tape.of(units))


@given(st.sampled_from(Units), st.sampled_from(["flight", "roof"]), st.data())
def test_a_new_work_names_each_value_nobody_measured_until_it_is_answered(units, kind, data):
    keys = list((usual_flight(units, "") if kind == "flight" else usual_roof(units, ""))["assumed"])
    left = data.draw(st.lists(st.sampled_from(keys), unique=True))
    job = begun(units, kind, assumed=dict.fromkeys(left, True))
    found = assumed_of(job.works[0], words(units))
    assert {one.key for one in found} == set(left)
    for one in found:
        assert "{" not in one.text
        assert any(figure.isdigit() for figure in one.text) or one.text.startswith("No "), one.text
    (said,) = assumed_said(job.works[0], words(units)) or [""]
    assert all(one.text in said for one in found)


@pytest.mark.parametrize("kind", ["flight", "roof"])
def test_every_sheet_says_what_was_assumed_until_it_was_measured(kind):
    for assumed, told in ((True, True), (False, False)):
        job = begun(Units.METRIC, kind, **({} if assumed else {"assumed": {}}))
        made = export_files(job, words(Units.METRIC), ["pdf", "html"])
        html = next(data.decode() for name, data in made.items() if name.endswith(".html"))
        sheets = next(data for name, data in made.items() if "sheet" in name and name.endswith(".pdf"))
        pages = [page.extract_text() for page in PdfReader(io.BytesIO(sheets)).pages]
        cutting = [text for text in pages if "Steps" in text or "hook" in text.lower()]
        assert ("Assumed, not measured" in html) is told
        assert any("Assumed, not measured" in text for text in pages) is told
        assert cutting
