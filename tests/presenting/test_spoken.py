"""If these break, a stringer is spoken of as a plank, a figure is told between other points than it is measured, or Fit
sets up what does not stand.
"""

import json

import pytest

from easynotch.core.bench import Do, Preferences, steps_of
from easynotch.core.roofs.framing.pieces import RAFTERS
from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape
from easynotch.core.terms import Length
from easynotch.exchange import parse_json, read_job, worked_out
from easynotch.presenting.fit.roof_joints import trial_steps
from easynotch.presenting.mark.pieces import boards_of
from easynotch.presenting.mark.sentences import Sentences
from easynotch.presenting.mark.setting_out import laths_of
from easynotch.presenting.mark.titles import kind_of
from easynotch.presenting.practice.made_up import given_in_words
from easynotch.presenting.work_out.pieces import lengths_said
from tests.conftest import HOME

DEMO = {file.stem[0]: read_job(parse_json(file.read_bytes())) for file in sorted((HOME / "demo").glob("*.json"))}
SPOKEN = {
    ("1", 0): {"stringer": "stringer", "tread": "plank"},
    ("3", 0): {"common": "rafter", "hip": "rafter", "ridge": "plank", "fascia": "plank"},
    ("6", 0): {"valley": "rafter", "valley_short": "rafter", "valley_jack": "rafter", "wing_ridge": "plank"},
}


@pytest.mark.parametrize("which", SPOKEN)
def test_every_piece_is_spoken_of_as_what_it_is(which):
    job, number = DEMO[which[0]], which[1]
    worked = worked_out(job, number)
    kinds = {one.member.role: kind_of(worked, one.member).name for one in worked.members}
    assert {role: kinds.get(role) for role in SPOKEN[which]} == SPOKEN[which]


@pytest.mark.parametrize("which", SPOKEN)
def test_the_last_measurement_is_told_between_the_first_mark_and_the_last(which):
    job = DEMO[which[0]]
    worked, words = worked_out(job, which[1]), Words(Dialect.BRITAIN_IRELAND, Tape.of(job.units))
    measured = 0
    for one in worked.members:
        spoken = Sentences(words, kind_of(worked, one.member), Preferences(), "piece", 0.0, {})
        for step in steps_of(one.member, Preferences()):
            told = "from the first mark to the last" in spoken.ends(step)
            assert told == (step.do is Do.MEASURE), step.id
            measured += told
    assert measured >= len(worked.members) // 2


def test_what_practice_gives_is_what_was_made_up():
    """A tread's whole width is what lies on the stringer and what stands out beyond it."""
    job = DEMO["1"]
    words = Words(Dialect.NORTH_AMERICA, Tape.of(job.units))
    given = given_in_words(job, worked_out(job, 0), words)
    tread = job.works[0].tread
    wide = tread.boards * tread.board_width.mm + (tread.boards - 1) * tread.gap.mm
    assert any(words.value(Length(wide)) in sentence for sentence in given), given


def test_fit_sets_up_what_stands_and_nothing_else():
    for which, stands, lacks in (
        ("5", ("valleys", "hips", "posts"), ()),
        ("6", ("valleys", "ridges"), ("hips", "posts")),
    ):
        job = DEMO[which]
        words = Words(Dialect.BRITAIN_IRELAND, Tape.of(job.units))
        said = " ".join(trial_steps(worked_out(job, 0), True, words)).lower()
        for word in stands:
            assert word in said, word
        for word in lacks:
            assert word not in said, word


def test_a_supporting_valley_is_planed_between_its_lines_and_not_its_whole_length():
    job = DEMO["6"]
    worked, words = worked_out(job, 0), Words(Dialect.BRITAIN_IRELAND, Tape.of(job.units))
    boards = {board.id: board for _, board in boards_of(worked, job, words)}
    said = [step.say for stop in boards["valley"].stops for step in stop.steps if step.say.startswith("Gauge")]
    assert said
    assert all("between the lines" in one for one in said), said


@pytest.mark.parametrize("which", ["5", "6"])
def test_every_rafter_on_a_plate_is_set_out_on_its_own_wall_once(which):
    job = DEMO[which]
    worked, words = worked_out(job, 0), Words(Dialect.BRITAIN_IRELAND, Tape.of(job.units))
    laths = laths_of(worked, words)
    plates = laths[: sum(slope is not None for slope in worked.layout.outline.slopes)]
    seated = sum(
        one.member.count
        for one in worked.members
        if "head_to_plate" in one.member.lengths and one.member.role in RAFTERS
    )
    assert sum(len(plate.stands) for plate in plates) == seated
    for plate in plates:
        assert all(-1e-6 <= one.near < one.far <= plate.length + 1e-6 for one in plate.stands), plate.title
    # Every ridge too, and a wing's jacks against it.
    assert len(laths) == len(plates) + sum(one.member.role in ("ridge", "wing_ridge") for one in worked.members)


def test_a_valley_jacks_lengths_are_told_between_its_own_ends():
    job = DEMO["5"]
    worked, words = worked_out(job, 0), Words(Dialect.BRITAIN_IRELAND, Tape.of(job.units))
    jack = next(one.member for one in worked.members if one.member.role == "valley_jack")
    said = dict(lengths_said(jack, words))
    assert not any("plate" in sentence for sentence in said), json.dumps(said)
    assert any("valley's centre line" in sentence for sentence in said)
