"""If these break, a figure runs off the paper, or a page cannot be made for a stair or a roof somebody really has."""

from itertools import pairwise
from math import ceil

import pytest
from hypothesis import HealthCheck, Phase, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.drawing.measure import width_of
from easynotch.drawing.page import Paper
from easynotch.exchange import FlightInput, RoofInput, parse_json, read_job
from easynotch.paper.export import PRINTED, Work
from easynotch.paper.model_pages import TAB, _parted, _strips
from easynotch.paper.piece_pages import cutting_sheets
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
    points = [point for stroke in page.strokes for point in stroke.points]
    for words in page.words:
        long = width_of(words.text, words.size, bold=words.bold)
        left = words.at[0] - {"start": 0.0, "middle": long / 2, "end": long}[words.anchor]
        points += [words.at] if words.turn else [(left, words.at[1]), (left + long, words.at[1])]
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


STAIRS = "demo/4-heron-flats-stairs.json"


@pytest.fixture(scope="module")
def stairs(home):
    job = read_job(parse_json((home / STAIRS).read_bytes()))
    words = Words(Dialect.NORTH_AMERICA, Tape.of(job.units))
    return [Work(job, number, words, Paper.LETTER) for number in range(len(job.works))]


def test_the_boards_on_paper_are_the_boards_on_the_screen_each_with_a_box_to_tick(stairs):
    for work in stairs:
        sections = work.cutting.sections
        pages = work.pages("boards")
        said = [words.text for page in pages for words in page.words]
        boards = [board for section in sections for board in section.boards]
        for board in boards:
            assert f"{board.count} × {board.length.text} {board.length.sense}".rstrip() in said
        squares = [
            stroke for page in pages for stroke in page.strokes
            if len(stroke.points) == 4 and abs(stroke.points[1][0] - stroke.points[0][0] - 3.4) < 1e-6
        ]  # fmt: skip
        assert len(squares) == sum(board.count for board in boards)
        # Every piece is drawn, at one scale for the whole work, where it lies in its board.
        wood = [stroke for page in pages for stroke in page.strokes if stroke.fill == 0.95]
        assert len(wood) == sum(len(board.laid) for board in boards)
        drawn = sorted(max(x for x, _ in one.points) - min(x for x, _ in one.points) for one in wood)
        real = sorted(
            max(u for u, _ in laid.outline) - min(u for u, _ in laid.outline) for board in boards for laid in board.laid
        )
        scale = real[-1] / drawn[-1]
        assert [one * scale for one in drawn] == pytest.approx(real, rel=1e-6)


def area_of(points):
    return abs(sum(a * d - b * c for (a, b), (c, d) in pairwise([*points, points[0]]))) / 2


def test_a_models_strip_longer_than_the_paper_comes_in_parts_that_make_up_the_whole(stairs):
    """A long handrail at one tenth, on the smallest paper: what its parts share is the tab they are glued by."""
    whole = dict(_strips(stairs[1].worked, stairs[1].words))
    for room in (60.0, 90.0, 150.0):
        for name, shape in whole.items():
            long = max(u for part, _ in shape for u, _ in part)
            parts = list(_parted([(name, shape)], room, stairs[1].words))
            count = len(parts)
            assert count == (1 if long <= room else ceil((long - TAB) / (room - TAB) - 1e-9))
            for _, faces in parts:
                assert max(u for part, _ in faces for u, _ in part) <= room + 1e-6
            # The middle face is a plain strip: its parts are as long together as it is, and a tab more for each joint.
            edge = [part for part, folded in shape if folded][-1]
            deep = max(v for _, v in edge) - min(v for _, v in edge)
            found = sum(area_of(part) for _, faces in parts for part, _ in faces)
            tabs = found - sum(area_of(part) for part, _ in shape)
            assert tabs >= -1e-6
            assert count > 1 or tabs == pytest.approx(0.0, abs=1e-6)
            assert deep > 0


def test_what_is_counted_to_buy_is_what_the_framing_holds(stairs):
    for work in stairs:
        bought = {row.what: row.count for row in work.cutting.buying if row.length is None}
        frames = {}
        for piece in work.worked.framing.pieces:
            frames[piece.member.role] = frames.get(piece.member.role, 0) + len(piece.frames)
        stringers = work.worked.facts["stringer_count"]
        assert bought["Screws for tread boards, two at each stringer"] == frames["tread"] * stringers * 2
        hangers = next((n for what, n in bought.items() if what.startswith("Hangers")), 0)
        assert hangers == (stringers if work.worked.layout.flight.head.kind == "hanger" else 0)
        balusters = next((n for what, n in bought.items() if "balusters" in what), 0)
        assert balusters == 2 * frames.get("baluster", 0)


def test_on_a_board_the_face_that_lies_up_is_drawn_over_the_one_below_and_lefts_are_rights_turned_over(home):
    job = read_job(parse_json((home / "demo/3-heron-flats-roofs.json").read_bytes()))
    work = Work(job, 0, Words(Dialect.NORTH_AMERICA, Tape.of(job.units)), Paper.LETTER)
    seen = {}
    for section in work.cutting.sections:
        for board in section.boards:
            for laid in board.laid:
                if not laid.turned:
                    low = laid.start
                    seen[laid.piece] = [
                        [(round(u - low, 6), v) for u, v in face] for face in (laid.outline, laid.hidden)
                    ]
    lefts = [name for name in seen if name.startswith("jack") and name.endswith("left")]
    assert lefts
    for left in lefts:
        right = left.replace("left", "right")
        if right in seen:
            assert [flat(face) for face in seen[left]] == [
                pytest.approx(flat(face), abs=1e-5) for face in reversed(seen[right])
            ]
            assert seen[left][0] != seen[left][1]


def flat(face):
    return [value for point in sorted(face) for value in point]


def test_however_much_there_is_to_warn_of_every_step_of_a_piece_still_comes_on_paper(stairs):
    work = stairs[0]
    board = work.boards[0]
    stops = [f"Warning {n}: {'do not build it like this ' * 12}" for n in range(60)]
    pages = cutting_sheets("Marsh steps", board, stops, Paper.A4, work.words)
    said = " ".join(words.text for page in pages for words in page.words)
    assert all(f"Warning {n}:" in said for n in range(60))
    steps = [stop.title for stop in board.stops if stop.figure is not None]
    assert all(title in said for title in steps)
    assert all(off_the_paper(page) == [] for page in pages)
