"""If these break, what the order of work tells is not what stands when it was followed."""

from itertools import pairwise

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.solid import as_manifold
from easynotch.core.stairs import frame_flight, lay_out, order_of_work
from tests.flights import whole_flights


def corners(member, frame):
    return as_manifold(member, frame).to_mesh64().vert_properties[:, :3]


@settings(max_examples=28)
@given(whole_flights(), st.booleans())
def test_every_figure_in_the_order_of_work_is_measured_on_the_pieces_that_then_stand(flight, together):
    layout = lay_out(flight)
    told = {step.id.removeprefix("order."): step.values for step in order_of_work(layout, on_the_ground=together)}
    standing = {}
    for piece in frame_flight(layout).pieces:
        standing.setdefault(piece.member.role, []).extend(corners(piece.member, frame) for frame in piece.frames)

    strings = sorted(standing.get("stringer", []), key=lambda at: at[:, 1].min())
    if strings:
        assert told["pattern"]["n"].number == len(strings)
        gap = strings[1][:, 1].min() - strings[0][:, 1].max()
        assert told["pattern"]["spacer"].mm == pytest.approx(gap, abs=1e-6)
        assert told["pattern"]["centres"].mm == pytest.approx(gap + flight.stock.thickness, abs=1e-6)
    head = next((told[kind] for kind in ("hanger", "flush", "drop_board") if kind in told), None)
    if strings and head is not None:
        face = [z for x, _, z in strings[0] if x < strings[0][:, 0].min() + 1e-6]
        assert -head["drop"].mm == pytest.approx(max(face), abs=1e-6)
        assert -head["low"].mm == pytest.approx(min(face), abs=1e-6)
        assert head["bearing"].mm == pytest.approx(max(face) - min(face), abs=1e-6)
    if "kicker" in told:
        kickers = standing["kicker"]
        assert told["kicker"]["n"].number == len(kickers)
        assert told["kicker"]["long"].mm == pytest.approx(
            max(at[:, 1].max() - at[:, 1].min() for at in kickers), abs=1e-6
        )
        assert told["kicker"]["front"].mm == pytest.approx(max(at[:, 0].max() for at in kickers), abs=1e-6)
    if "form" in told and flight.around.slab is not None:
        form = told["form"]
        assert form["diagonal"].mm ** 2 == pytest.approx(form["length"].mm ** 2 + form["width"].mm ** 2)
    if "posts" in told:
        # One side's, from the header's face outwards.
        side = min(at[:, 1].max() for at in standing["post"])
        posts, balusters = (
            sorted(
                (float(at[:, 0].min()), float(at[:, 0].max()))
                for at in standing.get(role, [])
                if at[:, 1].min() < side + 1e-6
            )
            for role in ("post", "baluster")
        )
        assert told["posts"]["n"].number == len(posts)
        assert told["posts"]["first"].mm == pytest.approx(sum(posts[0]) / 2, abs=1e-6)
        assert {round(b[0] - a[0], 4) for a, b in pairwise(posts)} == {round(told["posts"]["apart"].mm, 4)}
        assert told["balusters"]["n"].number * (len(posts) - 1) == len(balusters)
        clear = [b[0] - a[1] for a, b in pairwise(sorted(posts + balusters))]
        assert clear == pytest.approx([told["balusters"]["gap"].mm] * len(clear), abs=1e-6)
        rise = layout.riser / layout.going
        assert told["balusters"]["slope"].mm == pytest.approx(clear[0] * (1 + rise**2) ** 0.5, abs=1e-6)
        low = next(at for at in standing["rail"] if at[:, 1].min() < side + 1e-6)
        assert told["rails"]["long"].mm == pytest.approx(np.ptp(low[:, 0]) * (1 + rise**2) ** 0.5, abs=1e-6)
