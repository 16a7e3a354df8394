"""If these break, a stair's screen stays empty or says a key instead of a sentence."""

import re
from functools import partial

from hypothesis import given, settings

from easynotch.core.rules import Dialect, Words
from easynotch.core.stairs import order_of_work
from easynotch.core.tape import Tape, Units
from easynotch.core.tools import IMPERIAL
from easynotch.drawing import draw_foot, draw_head, draw_in_hand, draw_stair, draw_stair_plan
from easynotch.exchange import habit_of, work_out_flight
from easynotch.exchange.job_model import FlightInput
from easynotch.web import stair
from easynotch.web.board_view import Tools, board_view
from easynotch.web.pieces import talk_of
from easynotch.web.views import check_view, sheet_view
from tests.flights import whole_flights

SLOT = re.compile(r"\{\w+\}")
WORDS = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))
TOOLS = Tools(IMPERIAL, (), partial(habit_of, None))


@settings(max_examples=40)
@given(whole_flights())
def test_every_piece_and_figure_of_any_whole_flight_has_its_words_and_drawings(flight):
    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    worked = work_out_flight(Given.model_construct(), Units.METRIC)
    layout, framing = worked.layout, worked.framing
    said = []
    for laid in worked.members:
        board = board_view(laid, WORDS, talk_of(worked, laid, WORDS), TOOLS)
        said += [board.title, *(stop.say for stop in board.stops), *(stop.title for stop in board.stops)]
    said += [WORDS.say(step) for step in order_of_work(layout, on_the_ground=True)]
    for check in worked.checks:
        view = check_view(check, WORDS)
        said += [view.text, view.remedy or "-"]
    groups = list(stair._groups(worked, WORDS))
    said += [fact.label for group in groups for fact in group.facts]
    said += [fit.text for fit in stair._fits(worked, WORDS)]
    sheets = [draw_stair(layout, None, framing), draw_stair_plan(layout, None, framing)]
    sheets += [draw_head(layout, framing), draw_foot(layout, framing)]
    sheets += [drawn] if (drawn := draw_in_hand(layout, worked.pattern.member)) else []
    for sheet in sheets:
        view = sheet_view(sheet, WORDS)
        said += [one.label for one in view.dimensions]
        left, top, right, bottom = sheet.extent
        assert right > left and bottom > top
        inside = [left - 1 <= x <= right + 1 for path in sheet.paths for x, _ in path.points]
        assert any(inside)
    assert all(said)
    assert [one for one in said if SLOT.search(one)] == []
