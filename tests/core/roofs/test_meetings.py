"""If these break, the marks on a ridge or a fascia stand where no rafter comes, or a rafter has none."""

from dataclasses import replace
from math import hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Hook, Preferences, as_json, lay_on_board, steps_of
from easynotch.core.roofs import frame_roof, lay_out_roof
from easynotch.core.roofs.planes.footprint import FootprintSide, contact_share, cut_by, strip
from easynotch.core.solid import Face, Vector, as_manifold, meetings
from easynotch.exchange.working.meets import BOARDS, STANDING
from tests.apprentice import Apprentice, Tools
from tests.roofs import outlines, roofs


def placed(roof):
    return [(piece.member, piece.frames) for piece in frame_roof(lay_out_roof(roof)).pieces]


def touching(board, member, frame):
    """Where corners of a piece's mesh lie on a board's faces, as (face, from, to): no plane of the core is asked."""
    half, length = board.stock.thickness / 2, board.lengths["overall"]
    corners = as_manifold(member, frame).to_mesh64().vert_properties
    origin, x, y, z = board.placement.origin, board.placement.x, board.placement.y, board.placement.z
    for face, side in ((Face.NEAR, -half), (Face.FAR, half)):
        on = []
        for px, py, pz in corners[:, :3]:
            dx, dy, dz = px - origin.x, py - origin.y, pz - origin.z
            if abs(dx * z.x + dy * z.y + dz * z.z - side) < 2e-3:
                on.append((dx * x.x + dy * x.y + dz * x.z, dx * y.x + dy * y.y + dz * y.z))
        if len(on) >= 3:
            low, high = min(u for u, _ in on), max(u for u, _ in on)
            deep = min(v for _, v in on) < board.stock.depth and max(v for _, v in on) > 0.0
            if deep and high > 1e-3 and low < length - 1e-3:
                yield str(face), round(low, 2), round(high, 2)


@settings(max_examples=15)
@given(roofs(around=True))
def test_marks_on_a_board_are_where_the_meshes_of_what_stands_there_touch_it(roof):
    pieces = placed(roof)
    for board, _ in pieces:
        if board.role not in BOARDS:
            continue
        standing = [(member, frames) for member, frames in pieces if member.role in STANDING]
        found = meetings(board, standing)
        meshes = {
            one for member, frames in standing for frame in frames
            if hypot(*(getattr(frame.z, axis) + getattr(board.placement.x, axis) for axis in "xyz")) < 1e-9
            or hypot(*(getattr(frame.z, axis) - getattr(board.placement.x, axis) for axis in "xyz")) < 1e-9
            for one in touching(board, member, frame)
        }  # fmt: skip
        told = {(str(one.face), round(one.low, 2), round(one.high, 2)) for one in found}
        near = lambda a, b: a[0] == b[0] and abs(a[1] - b[1]) < 0.02 and abs(a[2] - b[2]) < 0.02  # noqa: E731
        assert all(any(near(one, other) for other in meshes) for one in told), (board.id, told - meshes)
        assert all(any(near(one, other) for other in told) for one in meshes), (board.id, meshes - told)


@settings(max_examples=10)
@given(roofs(around=True) | outlines())
def test_the_apprentice_squares_every_place_across_a_board_from_either_hook(roof):
    pieces = placed(roof)
    for board, _ in pieces:
        if board.role not in BOARDS:
            continue
        meets = meetings(board, [(member, frames) for member, frames in pieces if member.role in STANDING])
        for hook in Hook:
            preferences = Preferences(hook=hook)
            layout = lay_on_board(board, preferences)
            steps = [as_json(step, str) for step in steps_of(board, preferences, meets=meets)]
            size = {"length": layout.length, "depth": layout.depth, "thickness": layout.thickness}
            made = Apprentice(size, Tools()).follow(steps)
            places = {one["line"]["id"]: one["stand"] for one in steps if "stand" in one}
            for name, stand in places.items():
                at = made.lines[name].point[0]
                low, high = next(
                    (layout.u(one.low), layout.u(one.high)) for one in meets if one.piece == stand["piece"]
                    and min(abs(layout.u(one.low) - at), abs(layout.u(one.high) - at)) < 1e-3
                )  # fmt: skip
                # The X lies on the piece's own side of the line.
                assert stand["side"] == ("foot" if (low + high) / 2 > at else "head")


def test_a_rafter_flush_with_the_squared_end_is_marked_by_its_other_side(home):
    from easynotch.exchange import parse_json, read_job, worked_out  # noqa: PLC0415

    job = read_job(parse_json((home / "demo" / "3-heron-flats-roofs.json").read_bytes()))
    framing = worked_out(job, 0).framing
    ridge = next(piece.member for piece in framing.pieces if piece.member.role == "ridge")
    meets = meetings(ridge, [(p.member, p.frames) for p in framing.pieces if p.member.role in STANDING])
    ticks = [
        step
        for step in steps_of(ridge, Preferences(), meets=meets)
        if step.role == "place" and step.reading is not None
    ]
    near = [step.reading for step in ticks if step.face is Face.NEAR]
    # Kings at both ends, 1 1/2 in thick, 98 in apart centre to centre: three bays of 24 in, and the last 26 in two.
    assert near == pytest.approx([inch * 25.4 for inch in (1.5, 24, 48, 72, 85, 98)], abs=0.01)


def test_the_fascias_own_marks_are_the_places_that_are_squared_across_it():
    from easynotch.core.roofs import fascia_run  # noqa: PLC0415
    from easynotch.exchange import parse_json, read_job, worked_out  # noqa: PLC0415
    from tests.conftest import HOME  # noqa: PLC0415

    job = read_job(parse_json((HOME / "demo" / "3-heron-flats-roofs.json").read_bytes()))
    worked = worked_out(job, 1)
    run = fascia_run(worked.layout, worked.framing.setting_out)
    boards = {piece.member.id: piece.member for piece in worked.framing.pieces}
    standing = [(p.member, p.frames) for p in worked.framing.pieces if p.member.role in STANDING]
    for number, piece in enumerate(run.pieces, 1):
        found = meetings(boards[f"fascia_a_{number}"], standing)
        assert [one.low for one in found] == pytest.approx(list(piece.marks), abs=1e-6)


@given(st.floats(100, 900), st.floats(-400, 1400), st.floats(10, 700))
def test_a_cut_bears_on_as_much_of_a_face_as_lies_behind_it(wide, at, mates):
    """A piece cut square along a wall: the share of its end that a board of that face backs."""
    face = FootprintSide(Vector(0.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0), "wall", "front")
    piece = cut_by(strip("rafter", Vector(0.0, 500.0, 0.0), Vector(0.0, -500.0, 0.0), wide / 2, wide / 2), face, "head")
    (number,) = [n for n, side in enumerate(piece.sides) if side.against is face]
    backing = replace(strip("wall", Vector(at, -10.0, 0.0), Vector(at + mates, -10.0, 0.0), 10.0, 10.0))
    named = replace(
        backing,
        sides=tuple(replace(side, face="front" if side.face == "left" else side.face) for side in backing.sides),
    )
    shared = max(0.0, min(at + mates, wide / 2) - max(at, -wide / 2))
    assert contact_share(piece, number, named) == pytest.approx(shared / wide, abs=1e-9)
    assert contact_share(piece, number, backing) == 0.0
