"""If these break, a drawing shows another stair than the one that is cut: a distance, a scrap or a profile astray."""

from math import hypot

import pytest
from hypothesis import assume, given
from shapely import Polygon, intersection, unary_union

from easynotch.core.bench import Preferences, lay_on_board
from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import extent, outline
from easynotch.core.stairs import lay_out, stringers
from easynotch.core.terms import Angle, Count, Level, against
from easynotch.drawing import Layer, draw_board, draw_elevation, draw_profile
from tests.flights import flights


def shape(points) -> Polygon:
    return Polygon(points) if len(points) > 2 else Polygon()


@given(flights())
def test_every_dimension_on_the_sketch_is_as_long_as_it_says(flight):
    layout = lay_out(flight)
    sheet = draw_elevation(layout, stringers(layout)[0])
    for one in sheet.dimensions:
        drawn = hypot(one.end[0] - one.start[0], one.end[1] - one.start[1])
        if one.id == "header_depth" and flight.head.header_depth is None:
            continue
        assert drawn == pytest.approx(one.length.mm, abs=1e-6), one.id
    left, top, right, bottom = sheet.extent
    for path in sheet.paths:
        assert all(left - 1e-6 <= x <= right + 1e-6 and y <= bottom for x, y in path.points), path.id
    assert top < -flight.upper_finish


@given(flights())
def test_treads_and_riser_boards_are_drawn_where_the_sawn_stringer_carries_them(flight):
    layout = lay_out(flight)
    sheet = draw_elevation(layout, stringers(layout)[0])
    wood = shape(next(path.points for path in sheet.paths if path.id == "stringer"))
    for path in sheet.paths:
        if path.layer is Layer.FINISH and path.id.startswith(("tread_", "riser_board_")):
            piece = shape(path.points)
            assert piece.intersection(wood).area < 1e-3, path.id
            assert piece.distance(wood) < 1e-6, path.id


@given(flights())
def test_what_is_left_and_what_is_hatched_make_up_the_board_and_share_nothing(flight):
    layout = lay_out(flight)
    member = stringers(layout)[0]
    layout = lay_on_board(member, Preferences())
    length = layout.u(extent(member)[1])
    sheet = draw_board(member, layout, length)
    left, scraps = shape(sheet.near.outline), unary_union([shape(scrap) for scrap in sheet.near.waste])
    assert left.area == pytest.approx(shape([(u - member.zero, v) for u, v in outline(member)]).area)
    assert left.area + scraps.area == pytest.approx(length * sheet.depth, rel=1e-6)
    assert sheet.board == pytest.approx(length - layout.hook)
    # On a grid: edges that run in each other to the last digit make a plain intersection nonsense.
    assert intersection(left, scraps, grid_size=1e-6).area < 1e-2


@given(flights())
def test_every_sawn_edge_of_the_board_is_a_pencil_line_on_it(flight):
    """Walk the outline: each edge lies on a mark's piece or on an edge of the stock, and nothing sawn is left unmarked."""
    layout = lay_out(flight)
    member = stringers(layout)[0]
    sheet = draw_board(member, lay_on_board(member, Preferences()), 1e5)
    assume(len(sheet.near.outline) > 2)
    pieces = [piece for pieces in sheet.near.lines.values() for piece in pieces]
    corners = sheet.near.outline
    for i, (u, v) in enumerate(corners):
        a, b = corners[i - 1]
        middle = ((u + a) / 2, (v + b) / 2)
        on_stock = (v < 1e-6 and b < 1e-6) or (v > sheet.depth - 1e-6 and b > sheet.depth - 1e-6)
        assert on_stock or any(distance(middle, piece) < 1e-4 for piece in pieces)
    sawn = sum(hypot(c[0] - d[0], c[1] - d[1]) for c, d in pieces)
    stock = sum(
        abs(u - corners[i - 1][0])
        for i, (u, v) in enumerate(corners)
        if min(v, corners[i - 1][1]) > sheet.depth - 1e-6 or max(v, corners[i - 1][1]) < 1e-6
    )
    assert sawn + stock == pytest.approx(Polygon(corners).length, rel=1e-6)


def distance(point, piece) -> float:
    (ax, ay), (bx, by) = piece
    share = ((point[0] - ax) * (bx - ax) + (point[1] - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)
    share = max(0.0, min(1.0, share))
    return hypot(point[0] - ax - share * (bx - ax), point[1] - ay - share * (by - ay))


@given(flights())
def test_the_small_profile_climbs_the_total_rise_in_equal_steps(flight):
    layout = lay_out(flight)
    profile = draw_profile(layout)
    assert profile.ground == pytest.approx(flight.total_rise)
    climbs = [b - a for (_, a), (_, b) in zip(profile.steps, profile.steps[1:], strict=False) if b - a > 1e-9]
    assert climbs == [pytest.approx(layout.riser)] * layout.riser_count
    assert all(b[0] >= a[0] for a, b in zip(profile.steps, profile.steps[1:], strict=False))


@pytest.mark.parametrize("set_id", LimitSetId)
def test_a_value_at_its_limit_passes_and_one_just_beyond_does_not(set_id):
    for limit in limit_set(set_id).limits.values():
        way = 1 if limit.bound == "at_most" else -1
        assert against(limit, limit.amount) is Level.OK
        assert against(limit, limit.amount - way * 0.01) is Level.OK
        assert against(limit, limit.amount + way * 0.01) is limit.level
        if isinstance(limit.value, Count):
            assert 0.2 < limit.amount < 0.4 or limit.amount in range(2, 10)
        else:
            assert 1 <= limit.amount <= {"headroom_min": 2100, "rise_without_landing": 4000}.get(limit.id, 1100)
        assert isinstance(limit.value, Angle) == limit.id.startswith("slope")
        assert limit.source.id.startswith("source.")
