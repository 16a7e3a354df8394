"""If these break, somebody stands in the yard with a list nobody can fill, or pays for lengths he did not ask for."""

import pytest

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import read_job, worked_out
from easynotch.presenting.cut.batch import Part, batch_of
from easynotch.presenting.cut.plan import NOTHING, cut_view

WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.METRIC))


def stair(settings=None, **changes):
    work = {
        "kind": "flight", "name": "stair", "total_rise": 1400, "riser": {"count": 8}, "width": 1000,
        "stringer_spacing": 400, "riser_board": 18, "tread": {"thickness": 30, "nosing": 20, "going": 250},
        "stock": {"thickness": 45, "depth": 290, "length": 3000}, "head": {"kind": "hanger", "header_depth": 240},
        **changes,
    }  # fmt: skip
    file = {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [work]}
    return read_job({**file, **({"settings": settings} if settings else {})})


def cutting(job):
    return cut_view(batch_of([Part("", "", worked_out(job, 0))], job, WORDS), job, WORDS, others=True)


def test_riser_boards_of_all_heights_come_out_of_the_next_wider_real_board_together():
    job = stair()
    worked = worked_out(job, 0)
    heights = sorted({one.member.stock.depth for one in worked.members if one.member.role == "riser_board"})
    assert len(heights) == 2
    view = cutting(job)
    bought = {(row.thickness, row.depth) for row in view.buying if row.thickness}
    # 175 is no board: it is ripped from 195, and the lowest one, though 145 is a board, from what they leave.
    assert {(18.0, 195.0)} == {one for one in bought if one[0] == 18.0}
    rips = sorted(one.title for one in view.settings if one.title.startswith("Rip to 1"))
    assert rips == ["Rip to 145 mm from 195 mm", "Rip to 175 mm from 195 mm"]
    # A shop that keeps one width of that thickness gets every kind out of it, on the same boards.
    kept = {"stock": [{"name": "18 mm board", "thickness": 18, "depth": 220, "lengths": [2400, 3600]}]}
    shop = cutting(stair(settings=kept))
    (section,) = [one for one in shop.sections if one.thickness == 18.0]
    assert section.depth == 220.0
    assert {laid.piece for board in section.boards for laid in board.laid} == {"riser_board", "riser_board_2"}
    assert any({"riser_board", "riser_board_2"} <= {laid.piece for laid in board.laid} for board in section.boards)


@pytest.mark.parametrize(
    ("said", "sentence"),
    [
        (2400, None),
        (3000, "cost 25 % more"),
        (3300, "not among the lengths to buy"),
        (2100, "does not hold every piece"),
    ],
)
def test_a_length_that_was_said_and_is_not_bought_says_why(said, sentence):
    shop = {"stock": [{"name": "", "thickness": 45, "depth": 290, "lengths": [2100, 2400, 3000], "price": 3}]}
    view = cutting(stair(settings=shop, stock={"thickness": 45, "depth": 290, "length": said}))
    told = [one for one in view.alternatives if "you said" in one]
    assert len(told) == (0 if sentence is None else 1)
    assert sentence is None or sentence in told[0]


def test_what_is_bought_beside_timber_is_counted_off_the_stair_itself():
    slab = {"length": 1200, "width": 1000, "thickness": 100, "back": 300, "gravel": 150}
    head = {"kind": "drop_board", "header_depth": 240, "drop_board": {"thickness": 38, "depth": 140}}
    view = cutting(stair(slab=slab, head=head))
    rows = {row.what: row for row in view.buying}
    stringers = worked_out(stair(), 0).facts["stringer_count"]
    assert any("gravel" in what.lower() and "180 l" in what for what in rows)
    # Seven treads of 250 on each stringer, less the lowest riser's board.
    assert any(f"oist tape, {stringers * (7 * 250 - 18)} mm over" in what for what in rows)
    screws = next(row for what, row in rows.items() if "drop board" in what and "crews" in what)
    assert screws.count == 2 * stringers
    assert any("end-grain sealer" in what.lower() for what in rows)


def test_a_stair_with_a_platform_buys_for_both_its_flights():
    slab = {"length": 1200, "width": 1000, "thickness": 100, "back": 300, "gravel": 150}
    platform = {"after": 4, "turn": "left", "depth": 1000, "finish": 28, "header_depth": 240}
    kicker = {"thickness": 38, "width": 89}
    job = stair(slab=slab, platform=platform, kicker=kicker, stringer_spacing=300)
    view = cutting(job)
    rows = {row.what: row for row in view.buying}
    assert any("gravel" in what.lower() and "180 l" in what for what in rows)
    # The upper flight's stringers may not be as many as the lower's: the pieces themselves are counted.
    stringers = sum(
        len(piece.frames) for piece in worked_out(job, 0).framing.pieces if piece.member.role.startswith("stringer")
    )
    counts = {what: row.count for what, row in rows.items()}
    assert next(n for what, n in counts.items() if "anger" in what) == stringers
    # Only the lower one stands on a kicker.
    assert next(n for what, n in counts.items() if "racket" in what) == stringers / 2


def test_what_boards_cost_is_their_price_by_length_and_count_and_nothing_is_said_without_prices():
    priced = {"stock": [{"name": "", "thickness": 45, "depth": 290, "lengths": [2400, 3000], "price": 3}]}
    rows = [row for row in cutting(stair(settings=priced)).buying if row.depth == 290]
    assert rows
    for row in rows:
        # A price is for a metre.
        assert row.cost == pytest.approx(3 * row.length.mm / 1000 * row.count, abs=0.006)
    assert {row.cost for row in cutting(stair()).buying if row.depth} == {None}


def test_nothing_to_cut_says_nothing():
    assert (NOTHING.tried, NOTHING.rows, NOTHING.sections, NOTHING.kerf) == (False, [], [], 0.0)
