"""If these break, what a trial told is taken into the work as another length than it told."""

import json

import pytest

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import read_job, worked_out
from easynotch.presenting.fit.trial import trial_view
from tests.conftest import HOME

WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.METRIC))
GAP = 6.0


def jobs():
    for name in ("3-heron-flats-roofs", "5-heron-flats-boardroom"):
        job = json.loads((HOME / "demo" / f"{name}.json").read_text("utf-8"))
        for number, work in enumerate(job["works"]):
            yield pytest.param({**job, "works": [work]}, id=f"{name}-{number}")


def length_of(job, piece):
    return next(one.member for one in worked_out(read_job(job), 0).members if one.member.id == piece).lengths["overall"]


@pytest.mark.parametrize("job", list(jobs()))
def test_a_gap_all_along_the_head_makes_the_piece_longer_by_it_along_its_edge(job):
    (work,) = job["works"]
    whole = worked_out(read_job(job), 0)
    for piece in whole.tryable:
        gaps = {"gaps": {"head_top": f"{GAP} mm", "head_bottom": f"{GAP} mm"}, "piece": piece}
        tried = worked_out(read_job({**job, "works": [{**work, "trial": gaps}]}), 0)
        cause = trial_view(tried, WORDS).causes[0]
        assert cause.id == "run"
        if cause.correction is None:
            # A span over an outline is no single figure.
            assert not tried.layout.roof.plan.plain
            continue
        *outer, key = cause.correction.path.split(".")
        taken = json.loads(json.dumps(work))
        place = taken
        for name in outer:
            place = place.setdefault(name, {})
        place[key] = cause.correction.value
        longer = length_of({**job, "works": [taken]}, piece) - length_of(job, piece)
        assert longer == pytest.approx(GAP * tried.tried.per_run, abs=0.2)
