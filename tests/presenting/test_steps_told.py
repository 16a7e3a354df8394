"""If these break, the page in the pocket, the sheet on the wall and the screen tell one cut in two ways."""

import html
import json
import re
import subprocess
import sys

import pytest

from easynotch.core.bench import Preferences
from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape
from easynotch.drawing.page import Paper
from easynotch.exchange import parse_json, read_job, worked_out
from easynotch.paper.export import Work
from easynotch.paper.hand_out import hand_out_page
from easynotch.presenting.mark import listing
from easynotch.presenting.mark.pieces import boards_of

FRACTIONS = str.maketrans({"⁄": "/", "\u2009": " ", "\u00a0": " "})


def demo_works(home):
    for file in sorted((home / "demo").glob("*.json")):
        job = read_job(parse_json(file.read_bytes()))
        for number, work in enumerate(job.works):
            yield pytest.param(job, number, id=f"{file.stem}: {work.name}")


def pytest_generate_tests(metafunc):
    if "number" in metafunc.fixturenames:
        from tests.conftest import HOME  # noqa: PLC0415

        metafunc.parametrize(("job", "number"), list(demo_works(HOME)))


def squeezed(text):
    """Letters and figures alone: how lines are broken on paper does not matter."""
    return re.sub(r"[\s\u2009\u00a0]+", "", text.translate(FRACTIONS))


def test_screen_pocket_page_and_printed_sheet_say_the_same_step_by_step(job, number):
    words = Words(Dialect.NORTH_AMERICA, Tape.of(job.units))
    alone = job.model_copy(update={"works": [job.works[number]]})
    worked = worked_out(job, number)
    boards = [board for _, board in boards_of(worked, alone, words)]
    pocket = squeezed(html.unescape(re.sub(r"<[^>]+>", " ", hand_out_page("work", boards, [], words))))
    work = Work(alone, 0, words, Paper.A4)
    printed = squeezed(" ".join(one.text for sheet in work.sheets() for one in sheet.words))
    at = on_paper = there = 0
    for board in boards:
        for stop in board.stops:
            for said in (*(step.say for step in stop.steps), *stop.notes):
                at = pocket.index(squeezed(said), at)
                on_paper = printed.index(squeezed(said), on_paper)
                there += 1
    assert there > 10
    tilts = {
        f"{cut.blade_tilt:.1f}°"
        for one in worked.members
        for cut in one.cuts
        if cut.blade_tilt > 0.05 and cut.line_angle < 89
    }
    told = {tilt for tilt in tilts if tilt in printed and tilt in pocket}
    # A housing's floor and a half lap's cheek are not sawn at a tilt but let in to a depth.
    assert {tilt for tilt in tilts if not tilt.startswith("90.0")} <= told


def test_the_steps_command_writes_them_for_every_member_and_loads_no_web_server(home, tmp_path):
    file = home / "tests" / "reference" / "roof-hip.job.json"
    code = (
        "import sys; from easynotch.cli import main\n"
        f"code = main(['steps', {str(file)!r}, '--json', '--tool', 'triangle'])\n"
        "assert not {'flask', 'waitress'} & set(sys.modules), 'a web server was loaded'\nsys.exit(code)"
    )
    run = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    (work,) = json.loads(run.stdout)["works"]
    members = {member["id"]: member for member in work["members"]}
    assert {"common", "king_common", "hip", "jack_1_left"} <= members.keys()
    hip = members["hip"]
    assert hip["board"].keys() == {"length", "depth", "thickness"}
    for step in hip["steps"]:
        for end in (step.get("from"), step.get("to")):
            assert end is None or end["edge"] in ("top", "bottom", "line", "end")
        if "line" in step and step["face"] in ("near", "far"):
            for u, v in (step["line"]["from"], step["line"]["to"]):
                assert -1e-6 <= u <= hip["board"]["length"] + 1e-6
                assert -1e-6 <= v <= hip["board"]["depth"] + 1e-6
    assert any(step.get("hold", {}).get("hip_scale") for step in hip["steps"])
    assert any(step.get("cut", {}).get("tilt", 0) > 44 for step in hip["steps"])


def test_what_is_said_on_the_command_line_stands_in_place_of_the_shops_habit():
    usual = Preferences()
    assert listing.chosen(usual, tool=None, method=None) == usual
    assert listing.chosen(usual, hook="foot").hook == "foot"
