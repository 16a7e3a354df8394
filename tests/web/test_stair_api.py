"""If these break, a stair's screen stays empty or says a key instead of a sentence."""

import re
from functools import partial

from hypothesis import assume, given, settings

from easynotch.core.rules import Dialect, Words, catalogue
from easynotch.core.stairs import order_of_work
from easynotch.core.tape import Tape, Units
from easynotch.core.tools import IMPERIAL
from easynotch.drawing import draw_foot, draw_head, draw_in_hand, draw_stair, draw_stair_plan
from easynotch.exchange import Problems, habit_of, work_out_flight
from easynotch.exchange.input.job_model import FlightInput
from easynotch.presenting.fit.stair_joints import stair_fit_of
from easynotch.presenting.mark.board import board_view
from easynotch.presenting.mark.patterns import patterns_of
from easynotch.presenting.mark.tools import Tools
from easynotch.presenting.shared.in_words import check_view, sheet_view
from easynotch.presenting.work_out.stair import flight_at, stair_of
from tests.flights import stairs

SLOT = re.compile(r"\{\w+\}")
WORDS = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))
TOOLS = Tools(IMPERIAL, (), partial(habit_of, None))


@settings(max_examples=40)
@given(stairs())
def test_every_piece_and_figure_of_any_whole_flight_has_its_words_and_drawings(flight):
    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    try:
        worked = work_out_flight(Given.model_construct(), Units.METRIC)
    except Problems:
        assume(False)
    layout, framing = worked.layout, worked.framing
    said = []
    for pattern in patterns_of(worked):
        board = board_view(worked, pattern, WORDS, TOOLS)
        said += [board.title, *(step.say for stop in board.stops for step in stop.steps)]
        said += [text for stop in board.stops for text in (stop.title, *stop.notes)]
    said += [WORDS.say(step) for step in order_of_work(layout, on_the_ground=True)]
    for check in worked.checks:
        view = check_view(check, WORDS)
        said += [view.text, view.remedy or "-"]
    shown, fitted = stair_of(worked, WORDS, on_the_ground=False), stair_fit_of(worked, WORDS)
    said += [fact.label for group in shown.groups for fact in group.facts]
    said += [fit.text for fit in fitted.fit] + fitted.trial
    sheets = [draw_stair(layout, worked.two, framing), draw_stair_plan(layout, worked.two, framing)]
    sheets += [draw_head(*flight_at("head", worked)), draw_foot(*flight_at("feet", worked))]
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


def answers(client, name):
    """What the screens ask of a demo stair: its figures and its dry fit."""
    cards = [card["work"] for job in client.get("/api/bench").json["jobs"] for card in job["cards"]]
    work = next(one for one in cards if one["document"]["name"] == name)
    body = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [work["document"]]}
    return client.post("/api/stair", json=body).json, client.post("/api/stair-fit", json=body).json


def test_the_figures_of_a_stair_are_told_in_what_they_are_measured_in(client):
    stair, _ = answers(client, "Marsh steps")
    facts = {fact["id"]: fact for group in stair["groups"] for fact in group["facts"]}
    assert facts["slab_volume"]["text"] == "6.0 ft³"
    assert facts["gravel_volume"]["text"] == "6.0 ft³"
    assert facts["slab_bags"]["text"] == "10"
    assert facts["guard_slope"]["text"].endswith("°")
    anchors = [facts[f"anchor_{n}"]["value"] for n in (1, 2, 3)]
    assert anchors == sorted(anchors)
    assert "anchor_4" not in facts
    assert facts["baluster_length"]["value"] > facts["rail_between"]["value"] / 10
    said = " ".join(stair["order"])
    assert "6.0 ft³ of concrete, 10 bags" in said
    assert "litres" not in said


def test_a_head_that_is_held_on_too_little_of_its_face_comes_first_and_says_so(client):
    _, fit = answers(client, "Boardwalk steps")
    first = fit["fit"][0]
    assert (first["id"], first["level"]) == ("head", "little")
    assert first["contact"] < 0.5
    hanger = next(one for one in fit["fit"] if one["id"] == "hanger")
    assert hanger["piece"] == "stringer"
    assert hanger["level"] in ("close", "open", "tight")
    assert abs(hanger["exact"]) < 1e-6


def test_in_three_dimensions_a_stair_has_what_it_hangs_on_and_every_piece_its_places(client):
    cards = [card["work"] for job in client.get("/api/bench").json["jobs"] for card in job["cards"]]
    document = next(one for one in cards if one["document"]["name"] == "Hide stair")["document"]
    body = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [document]}
    solids = client.post("/api/whole", json=body).json["solids"]
    assert [one["id"] for one in solids if one["role"] == "support"] == ["support_above", "support_platform"]
    stringers = [one for one in solids if one["role"] == "stringer"]
    assert sum(len(one["frames"]) for one in stringers) == 8


def test_every_kind_of_piece_in_three_dimensions_is_named_where_one_kind_is_shown_alone(client):
    known = catalogue("interface", Dialect.NORTH_AMERICA)
    for job in client.get("/api/bench").json["jobs"]:
        for card in job["cards"]:
            file = {"format": "easy-notch-job", "version": 1, "units": job["job"]["units"]}
            solids = client.post("/api/whole", json={**file, "works": [card["work"]["document"]]}).json["solids"]
            roles = {one["role"] for one in solids} - {"support"}
            assert roles
            assert sorted(f"role.{role}" for role in roles if f"role.{role}" not in known) == []
