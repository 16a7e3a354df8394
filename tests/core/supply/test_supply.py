"""If these break, a board is bought that was not needed, or two pieces are sawn out of the same wood."""

from dataclasses import replace
from itertools import pairwise, permutations, product

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.solid import CutPlane, Frame, Member, Plane, Removal, Stock, Vector, as_manifold
from easynotch.core.stairs import lay_out, stringers
from easynotch.core.supply import (
    OnHand,
    StockLength,
    Turn,
    Wanted,
    clear_lengths,
    lying_ways,
    nest,
    off_cuts,
    saw_settings,
    scarf,
)
from easynotch.core.supply.columns import Master, dual_bound_prices, priced
from easynotch.core.supply.ends import pitch
from easynotch.core.supply.nest import Plan, _loose, _loose_bound
from easynotch.core.supply.packing import first_fit, items_of
from tests.flights import flights

DEPTH, THICK = 140.0, 38.0
mm = st.floats


@st.composite
def hip_and_ridge_members(draw, number=0):
    """A stick whose ends are sawn at any angle on its face and any tilt, or double-cheeked at its head."""
    length, thick = draw(mm(300, 2600)), THICK
    planes = []
    for name, sign, at in (("head", -1.0, 0.0), ("end", 1.0, length)):
        lean, tilt = draw(mm(-0.8, 0.8)), draw(st.sampled_from([0.0, 0.0, 0.5, -0.7]))
        normal = Vector(sign, lean, tilt).unit()
        through = Vector(at, DEPTH / 2, 0.0)
        planes.append(Removal((CutPlane(name, name, Plane(normal, normal.dot(through))),)))
    if draw(st.booleans()):
        normal = Vector(-1.0, 0.0, draw(mm(0.3, 1.0))).unit()
        planes.append(Removal((CutPlane("cheek", "head", Plane(normal, normal.dot(Vector(0.0, 0.0, 0.0)))),)))
    frame = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    return Member(
        f"stick_{number}", "stick", Stock(thick, DEPTH), frame, tuple(planes), (-400.0, length + 400.0), 0.0,
        lengths={"overall": length},
    )  # fmt: skip


@st.composite
def batches(draw):
    """One to six kinds of sticks, one to six of each; some may lie with their other edge up."""
    return tuple(
        Wanted(
            f"stick_{k}",
            draw(hip_and_ridge_members(k)),
            draw(st.integers(1, 6)),
            edge_free=draw(st.booleans()),
            face_given=draw(st.booleans()),
        )
        for k in range(draw(st.integers(1, 6)))
    )


YARD = (StockLength(3000.0, 9.0), StockLength(4200.0, 12.0), StockLength(6000.0, 17.5))


def placed(member, laid):
    """A piece's solid where it lies in its board: x along the board, y down from its upper edge, the face up at −z."""
    marked = lying_ways(member, edge_free=True)[Turn.AS_MARKED]
    start, whole = laid.start, marked.length
    x, y, z = Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0), Vector(0.0, 0.0, 1.0)
    if laid.turn is Turn.AS_MARKED:
        frame = Frame(Vector(start - marked.zero, 0.0, 0.0), x, y, z)
    elif laid.turn is Turn.END_FOR_END:
        frame = Frame(Vector(start + whole + marked.zero, 0.0, 0.0), -x, y, -z)
    else:
        frame = Frame(Vector(start + whole + marked.zero, DEPTH, 0.0), -x, -y, z)
    return as_manifold(member, frame)


@settings(max_examples=28)
@given(batches(), mm(2, 5), mm(0, 20))
def test_every_piece_is_cut_once_within_its_board_with_a_saws_width_between(batch, kerf, trim):
    plan = nest(batch, YARD, kerf, trim)
    assert plan.too_long == ()
    counted = {one.id: 0 for one in batch}
    members = {one.id: one.member for one in batch}
    free = {one.id: one.edge_free for one in batch}
    faced = {one.id: one.face_given for one in batch}
    for board in plan.boards:
        solids = []
        for laid in board.laid:
            counted[laid.id] += board.count
            assert laid.turn is not Turn.OTHER_EDGE or free[laid.id]
            assert laid.turn is not Turn.END_FOR_END or not faced[laid.id]
            solids.append(placed(members[laid.id], laid))
            low, high = solids[-1].bounding_box()[0], solids[-1].bounding_box()[3]
            assert low > trim - 1e-6
            assert high < board.stock.length - trim + 1e-6
        for one, after in pairwise(solids):
            assert one.min_gap(after, 50.0) > kerf - 1e-4
    assert counted == {one.id: one.count for one in batch}
    assert plan.bound <= plan.cost + 1e-9
    assert nest(batch, YARD, kerf, trim) == plan


def square_stick(name, length):
    """A piece with square ends."""
    frame = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    ends = (("head", Vector(-1.0, 0.0, 0.0), 0.0), ("end", Vector(1.0, 0.0, 0.0), length))
    cuts = tuple(Removal((CutPlane(end, "end", Plane(normal, at)),)) for end, normal, at in ends)
    return Member(name, "stick", Stock(THICK, DEPTH), frame, cuts, (-10.0, length + 10.0), 0.0)


def parted(rows):
    """Every way to part things into boards."""
    if not rows:
        yield []
        return
    for parts in parted(rows[1:]):
        yield [[rows[0]], *parts]
        for k, part in enumerate(parts):
            yield [*parts[:k], [rows[0], *part], *parts[k + 1 :]]


@settings(max_examples=50, deadline=None)
@given(
    st.lists(st.sampled_from([640.0, 1066.8, 1450.0, 1990.0, 2400.0, 2950.0]), min_size=1, max_size=7),
    st.sampled_from([((4000.0, 10.0),), ((2440.0, 8.0), (3660.0, 12.0), (4880.0, 16.0)), ((3000.0, 9.1), (4200.0, 12.7))]),
)  # fmt: skip
def test_of_all_plans_there_are_the_cheapest_is_found_and_nothing_above_it_is_called_proved(lengths, yard):
    batch = tuple(Wanted(f"p{k}", square_stick(f"p{k}", length), 1) for k, length in enumerate(lengths))
    plan = nest(batch, tuple(StockLength(length, cost) for length, cost in yard), 4.0)

    def cost(part):
        room = sum(part) + 4.0 * (len(part) - 1)
        return min((price for length, price in yard if room <= length), default=1e9)

    best = min(sum(cost(part) for part in parts) for parts in parted(lengths))
    assert plan.bound <= best + 1e-6
    assert plan.cost == pytest.approx(best)


def least_reach(part, kerf, memo):
    """How far a board's pieces reach at least: every order and every way they may lie, piece after piece in solids."""
    best = float("inf")
    for order in permutations(part):
        for turns in product(*(list(memo[name]) for name in order)):
            ways = [memo[name][turn] for name, turn in zip(order, turns, strict=True)]
            at, reach = 0.0, ways[0].length
            for before, after in pairwise(ways):
                at += pitch(before, after, kerf)
                reach = max(reach, at + after.length)
            best = min(best, reach)
    return best


@settings(max_examples=28, deadline=None, phases=[Phase.generate])
@given(
    st.lists(hip_and_ridge_members(), min_size=2, max_size=5),
    st.sampled_from([((3000.0, 10.0),), ((2440.0, 8.0), (3660.0, 12.0))]),
)
def test_of_angled_pieces_too_the_cheapest_plan_is_bounded_rightly_and_what_is_called_proved_is(made, yard):
    kerf = 3.0
    made = [replace(one, id=f"p{k}") for k, one in enumerate(made)]
    batch = tuple(Wanted(one.id, one, 1) for one in made)
    ways = {one.id: lying_ways(one, edge_free=False) for one in made}
    plan = nest(batch, tuple(StockLength(length, cost) for length, cost in yard), kerf)
    assume(not plan.too_long)
    known = {}

    def cost(part):
        key = tuple(sorted(part))
        if key not in known:
            known[key] = least_reach(key, kerf, ways)
        return min((price for length, price in yard if known[key] <= length + 1e-9), default=1e9)

    best = min(sum(cost(part) for part in parts) for parts in parted([one.id for one in made]))
    assert plan.bound <= best + 1e-6
    assert plan.cost >= best - 1e-6
    # Five pieces are few enough to look at everything.
    assert plan.cost == pytest.approx(best)
    assert plan.gap == pytest.approx(0.0)


@settings(max_examples=40, deadline=None)
@given(st.lists(st.sampled_from([700.0, 1150.0, 1600.0, 2300.0, 3300.0]), min_size=1, max_size=6), st.integers(1, 3))
def test_what_a_programme_in_whole_boards_proves_is_not_a_step_too_much(lengths, worse):
    """Seen from a plan that costs some steps more than the best: the proof must not call that one the best."""
    yard = ((2440.0, 8.0), (3660.0, 12.0), (6100.0, 20.0))
    batch = tuple(Wanted(f"p{k}", square_stick(f"p{k}", length), 1) for k, length in enumerate(lengths))
    items, rooms = items_of(batch, 4.0), tuple((StockLength(length, cost), length) for length, cost in yard)
    master = Master(items, rooms, list(first_fit(items, rooms)))
    prices, _ = priced(master, lambda: True)

    def cost(part):
        room = sum(part) + 4.0 * (len(part) - 1)
        return min((price for length, price in yard if room <= length), default=1e9)

    best = min(sum(cost(part) for part in parts) for parts in parted(lengths))
    loose = _loose(items, rooms, dual_bound_prices(items, rooms, prices, 4.0), 4.0, best + worse * 4.0)
    assert loose.whole
    assert _loose_bound(master, loose, 4.0) == pytest.approx(best)


@settings(max_examples=40, deadline=None)
@given(
    st.lists(st.sampled_from([700.0, 1150.0, 1600.0, 2300.0]), min_size=1, max_size=6),
    st.lists(st.sampled_from([4.0, 6.0, 8.0]), min_size=3, max_size=3),
)
def test_of_plans_that_cost_the_same_the_one_that_leaves_less_over_is_taken(lengths, prices):
    """A yard whose prices do not go by length: a longer board for the same money is no reason to waste it."""
    batch = tuple(Wanted(f"p{k}", square_stick(f"p{k}", length), 1) for k, length in enumerate(lengths))
    yard = tuple(zip((2400.0, 3000.0, 3600.0), prices, strict=True))
    plan = nest(batch, tuple(StockLength(length, cost) for length, cost in yard), 4.0)

    def boards(part):
        room = sum(part) + 4.0 * (len(part) - 1)
        return min(((cost, length) for length, cost in yard if room <= length), default=(1e9, 1e9))

    best = min(
        tuple(map(sum, zip(*(boards(part) for part in parts), strict=True))) for parts in parted(lengths)
    )  # fmt: skip
    wood = sum(board.stock.length * board.count for board in plan.boards)
    assert (round(plan.cost, 6), wood) == (pytest.approx(best[0]), pytest.approx(best[1]))


def test_rafters_with_plumb_ends_share_their_cuts_and_stringers_nose_to_tail_only_where_crown_is_free():
    normal = Vector(-1.0, -0.6, 0.0).unit()
    frame = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    cuts = (
        Removal((CutPlane("head", "head", Plane(normal, 0.0)),)),
        Removal((CutPlane("tail", "tail", Plane(-normal, (-normal).dot(Vector(1900.0, 0.0, 0.0)))),)),
    )
    rafter = Member("rafter", "common", Stock(THICK, DEPTH), frame, cuts, (-200.0, 2200.0), 0.0)
    plan = nest((Wanted("rafter", rafter, 3),), (StockLength(6000.0, 1.0),), 3.0)
    # Three box lengths of 1984 mm and two kerfs would not go into 6000 with their ends counted whole.
    assert plan.boards[0].shared == 2
    assert plan.boards[0].rest > 6000 - 3 * 1984
    wedge = (cuts[0], Removal((CutPlane("foot", "foot", Plane(Vector(1.0, -0.6, 0.0).unit(), 1900 / 1.36**0.5)),)))
    stringer = Member("stringer", "stringer", Stock(THICK, DEPTH), frame, wedge, (-200.0, 2200.0), 0.0)
    crowned, free = (
        nest((Wanted("stringer", stringer, 2, edge_free=edge),), (StockLength(6000.0, 1.0),), 3.0).boards[0]
        for edge in (False, True)
    )
    assert free.rest > crowned.rest + 50
    assert {laid.turn for laid in crowned.laid} == {Turn.AS_MARKED}


@given(flights())
def test_every_end_of_a_batch_is_sawn_at_one_setting_and_square_ones_come_first(flight):
    members = stringers(lay_out(flight))
    batch = tuple(Wanted(one.id, one, one.count) for one in members)
    found = saw_settings(batch)
    keys = [(one.mitre, one.bevel) for one in found]
    assert len(set(keys)) == len(keys)
    # Head and foot of every stringer: the teeth are sawn by hand along their lines.
    assert sum(one.count for one in found) == 2 * sum(one.count for one in members)


def test_a_piece_longer_than_any_board_is_named_and_the_others_are_still_planned():
    frame = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    cut = (Removal((CutPlane("head", "head", Plane(Vector(-1.0, 0.0, 0.0), 0.0)),)),)
    long = Member("long", "x", Stock(THICK, DEPTH), frame, cut, (0.0, 9000.0), 0.0)
    short = Member("short", "x", Stock(THICK, DEPTH), frame, cut, (0.0, 900.0), 0.0)
    plan = nest((Wanted("long", long, 1), Wanted("short", short, 2)), YARD, 3.0)
    assert plan.too_long == ("long",)
    assert sum(len(board.laid) * board.count for board in plan.boards) == 2


@st.composite
def on_hand(draw):
    """Up to six boards on hand, some with defects."""
    made = []
    for k in range(draw(st.integers(1, 6))):
        length = draw(mm(400, 6000))
        ends = draw(st.lists(mm(0, length), min_size=0, max_size=2).map(sorted))
        made.append(OnHand(f"rack_{k}", length, tuple((at, min(length, at + 60)) for at in ends)))
    return made


@settings(max_examples=30)
@given(batches(), on_hand(), mm(2, 5))
def test_boards_on_hand_are_used_once_and_clear_of_their_defects_and_never_make_the_rest_dearer(batch, rack, kerf):
    bought = nest(batch, YARD, kerf)
    plan = nest(batch, (*YARD, *clear_lengths(rack)), kerf)
    assert plan.cost <= bought.cost + 1e-6
    assert plan.bound <= plan.cost + 1e-6
    assert sum(len(board.laid) * board.count for board in plan.boards) == sum(one.count for one in batch)
    boards = {one.id: one for one in rack}
    used = {}
    for board in plan.boards:
        if not board.stock.id:
            continue
        assert board.count == 1
        for laid in board.laid:
            used.setdefault(board.stock.id, []).append((board.stock.start + laid.start, board.stock.start + laid.stop))
    for name, spans in used.items():
        whole = boards[name]
        for start, stop in spans:
            assert -1e-6 < start < stop < whole.length + 1e-6
            assert all(stop <= low + 1e-6 or start >= high - 1e-6 for low, high in whole.defects)
        left = sum(one.length for one in off_cuts(whole, spans, kerf))
        assert left <= whole.length - max(b - a for a, b in spans) + 1e-6


@given(hip_and_ridge_members(), st.lists(mm(0, 2600), max_size=3))
def test_a_piece_too_long_for_any_board_is_scarfed_into_parts_that_fit_and_come_to_the_whole(stick, bearings):
    whole = lying_ways(stick, edge_free=False)[Turn.AS_MARKED].length
    longest = whole * 0.85
    found = scarf(stick, longest, bearings)
    if found is None:
        assert whole < 2 * DEPTH * 8 + 4 * DEPTH or longest < whole / 2 + DEPTH * 8
        return
    head, foot = found.parts
    assert all(lying_ways(part, edge_free=False)[Turn.AS_MARKED].length <= longest + 1e-6 for part in found.parts)
    volumes = [as_manifold(part, part.placement).volume() for part in (head, foot, stick)]
    assert volumes[0] + volumes[1] == pytest.approx(volumes[2], rel=1e-6)
    if found.bearing is not None:
        assert found.start == pytest.approx(found.bearing + 50)


@settings(max_examples=80)
@given(
    st.lists(st.tuples(mm(300, 2600), st.integers(1, 4), st.booleans()), min_size=1, max_size=5),
    st.lists(st.tuples(mm(1200, 4200), st.sampled_from([None, True, False])), max_size=7),
)
def test_what_stays_visible_is_never_cut_from_a_crooked_board_and_gets_the_straight_ones_there_are(sizes, rack):
    batch = tuple(Wanted(f"s{k}", square_stick(f"s{k}", long), n, seen=seen) for k, (long, n, seen) in enumerate(sizes))
    there = tuple(OnHand(f"board {k}", round(long), (), straight) for k, (long, straight) in enumerate(rack))
    stock = (*YARD, *clear_lengths(there))
    plan = nest(batch, stock, 3.0)
    seen = {one.id for one in batch if one.seen}
    counted = dict.fromkeys((one.id for one in batch), 0)
    for board in plan.boards:
        assert max(laid.stop for laid in board.laid) + board.rest == pytest.approx(board.stock.length)
        assert board.rest > -1e-6
        for laid in board.laid:
            counted[laid.id] += board.count
            assert board.stock.straight is not False or laid.id not in seen
    assert counted == {one.id: one.count for one in batch}
    taken = [board.stock.id for board in plan.boards if board.stock.id for _ in range(board.count)]
    assert len(taken) == len(set(taken))
    assert sum(board.stock.cost * board.count for board in plan.boards) == pytest.approx(plan.cost)
    assert plan.bound <= plan.cost + 1e-9

    def visible(board):
        return any(laid.id in seen for laid in board.laid)

    def takes(board):
        return board.stock.length - board.rest

    left = [one for one in stock if one.straight and one.id not in taken]
    hidden = [board for board in plan.boards if board.stock.straight and not visible(board)]
    for board in plan.boards:
        if visible(board) and not board.stock.straight:
            assert all(one.length < takes(board) for one in left)
            assert all(other.stock.length < takes(board) or board.stock.length < takes(other) for other in hidden)


def test_a_crooked_board_costs_what_a_missing_one_does_to_pieces_that_stay_visible():
    batch = (Wanted("seen", square_stick("seen", 2000.0), 1, seen=True),)
    for straight, cost in ((None, 0.0), (True, 0.0), (False, 9.0)):
        plan = nest(batch, (*YARD, *clear_lengths((OnHand("a", 2100.0, (), straight),))), 3.0)
        assert (plan.cost, plan.bound) == (cost, cost)


def test_what_is_not_proved_needed_is_a_share_of_the_cost_and_never_less_than_nothing():
    assert Plan((), 100.0, 90.0, ()).gap == pytest.approx(0.1)
    assert Plan((), 100.0, 100.0, ()).gap == 0.0
    assert Plan((), 100.0, 101.0, ()).gap == 0.0
    assert Plan((), 0.0, 0.0, ()).gap == 0.0
