"""If these break, a screen says of a roof what is not so of it: a splice that is not there, a side that is the other one."""

import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import read_job, usual_roof, worked_out
from easynotch.presenting.mark.pieces import tools_of
from easynotch.presenting.work_out.hips import hips_of_roof
from easynotch.presenting.work_out.roof_screen import SHOWN_LENGTHS, roof_screen_of
from tests.core.bench.test_bench import IN, roof

WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))


def made(**changes):
    """A job of one roof, and that roof worked out."""
    work = {**usual_roof(Units.IMPERIAL, "hut"), "pitch": "8/12"}
    for key, value in changes.items():
        work[key] = {**work[key], **value} if key == "eaves" else value
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "imperial", "works": [work]})
    return job, worked_out(job, 0)


def screen(job, worked):
    return roof_screen_of(job.works[0], worked, WORDS, [], "", tools_of(job))


GABLE = {"shape": "rectangle", "length": "24'", "width": "12'"}
OUTLINE = [["0", "0"], ["24'", "0"], ["24'", "14'"], ["0", "14'"]]


@settings(max_examples=12)
@given(st.integers(6, 40), st.integers(8, 30))
def test_a_fascia_is_told_to_be_spliced_only_where_it_is(feet, board):
    job, worked = made(plan={**GABLE, "length": f"{feet}'"}, eaves={"fascia": '3/4"', "board_length": f"{board}'"})
    shown = screen(job, worked).roof.setting_out.fascia
    said = " ".join(shown.say)
    assert len(shown.pieces) == 1 or sum(piece.length.mm for piece in shown.pieces) == pytest.approx(
        shown.length.mm, abs=1
    )
    assert all(piece.length.mm <= board * 12 * IN + 1 for piece in shown.pieces)
    assert ("splice" in said.lower()) == (len(shown.pieces) > 1)
    assert str(len(shown.pieces)) in said or len(shown.pieces) == 1


def test_the_pattern_shows_every_length_it_has_and_no_other():
    job, worked = made(plan=GABLE)
    pattern = next(one.member for one in worked.framing.pieces if one.member.role == "common")
    shown = screen(job, worked).roof.lengths
    assert {one.id: one.value for one in shown} == pytest.approx(
        {key: pattern.lengths[key] for key in SHOWN_LENGTHS if key in pattern.lengths}
    )
    assert len(shown) >= 3


@pytest.mark.parametrize("asked", [
    {}, {"collar": {"thickness": '1 1/2"', "depth": '5 1/2"', "height": "4'"}}, {"eaves": {"tails": "snapped"}},
])  # fmt: skip
def test_what_is_not_worked_out_on_hips_is_said_where_it_was_asked_for(asked):
    checks = {check.id for check in roof(**asked).checks}
    assert ("not_on_hips" in checks) == bool(asked)


@pytest.mark.parametrize("pitches", [("8/12",) * 4, ("6/12", "12/12") * 2])
def test_what_is_read_off_the_sheet_names_its_side_where_it_has_one(pitches):
    job, worked = made(
        plan={"shape": "outline", "corners": OUTLINE, "edges": [{"pitch": one, "roof": "eave"} for one in pitches]},
        hip={"thickness": '1 1/2"', "depth": '9 1/4"', "keep_planes": "drop", "head": "pairs"},
    )
    corner = hips_of_roof(worked, WORDS, tools_of(job)).corners[0]
    labels = [read.label for read in corner.reads]
    assert len(set(labels)) == len(labels)
    sides = [re.search(r", (left|right) of the hip", label) for label in labels]
    assert {side[1] for side in sides if side} == {"left", "right"}
    assert not any(
        side
        for label, side in zip(labels, sides, strict=True)
        if label.startswith(("Plumb cut, hip", "Level cut, hip"))
    )
    # What is read is the bevel of that name and side in the list.
    for read, side in zip(corner.reads, sides, strict=True):
        named = [
            one for one in corner.bevels if one.label.startswith(read.label.split(", left")[0].split(", right")[0])
        ]
        own = [one for one in named if side and side[0] in one.label] or named
        assert read.angle in {one.angle for one in own}
