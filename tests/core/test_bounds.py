"""If these break, a typo of a thousand takes the machine's whole time instead of a sentence at its field."""

from time import perf_counter

import pytest

from easynotch.exchange import Problems, read_job, worked_out
from tests.core.stairs.test_audited_stairs import flight_job

GUARD = {
    "height": 900, "under": 50, "gap": 99, "bay": 1800, "post": {"thickness": 90, "depth": 90},
    "rail": {"thickness": 38, "depth": 90}, "lower_rail": {"thickness": 38, "depth": 60},
    "baluster": {"thickness": 38, "depth": 38},
}  # fmt: skip
SLAB = {"length": 1200, "width": 1000, "thickness": 100, "back": 300, "bag": 10}
ANCHORS = {"embedment": 60, "length": 130, "spacing": 900}
KICKER = {"width": 90, "thickness": 38}
TIMBER = {"thickness": 45, "depth": 3e5}


def refused(job):
    begun = perf_counter()
    with pytest.raises(Problems) as found:
        worked_out(read_job(job), 0)
    assert perf_counter() - begun < 2.0
    return [one.path.removeprefix("works[0].") for one in found.value.problems]


@pytest.mark.parametrize(
    ("path", "changes"),
    [
        ("stringer_spacing", {"stringer_spacing": 0.1}),
        ("anchors.spacing", {"kicker": KICKER, "anchors": {**ANCHORS, "spacing": 0.1}}),
        ("guard.bay", {"guard": {**GUARD, "bay": 0.1}}),
        ("guard.gap", {"guard": {**GUARD, "gap": 0.1, "baluster": {"thickness": 0.2, "depth": 20}}}),
        ("tread.in_hand.width", {"tread": {"thickness": 30, "nosing": 20, "going": 250, "in_hand": {"width": 0.1}}}),
        ("slab.bag", {"slab": {**SLAB, "bag": 1e-300}}),
        ("slab.length", {"slab": {**SLAB, "length": 1e6, "width": 1e6}}),
        ("blocks.depth", {"blocks": TIMBER}),
        ("sides.skirt.depth", {"sides": {"skirt": TIMBER}}),
        ("stock.depth", {"stock": {"thickness": 45, "depth": 12e3}}),
    ],
)
def test_a_number_of_a_stair_that_asks_for_too_much_is_told_at_its_field_at_once(path, changes):
    assert refused(flight_job(**changes)) == [path]


def roof_job(**changes):
    work = {
        "kind": "roof", "plan": {"shape": "rectangle", "length": 7000, "width": 5000, "ends": ["gable", "gable"]},
        "pitch": "30°", "ridge": {"kind": "board", "thickness": 35, "depth": 220},
        "rafter": {"thickness": 45, "depth": 170, "spacing": 400}, "notch": {"rule": "seat", "value": 90},
        "eaves": {"overhang": 300, "fascia": 20, "tail": "plumb"}, **changes,
    }  # fmt: skip
    return {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [work]}


@pytest.mark.parametrize(
    ("path", "changes"),
    [
        ("rafter.spacing", {"rafter": {"thickness": 45, "depth": 170, "spacing": 4}}),
        ("rafter.spacing", {"rafter": {"thickness": 1, "depth": 170, "spacing": 4}}),
        ("rafter.depth", {"rafter": {"thickness": 45, "depth": 3e5, "spacing": 400}}),
        ("ridge.depth", {"ridge": {"kind": "board", "thickness": 35, "depth": 5000}}),
    ],
)
def test_a_number_of_a_roof_that_asks_for_too_much_is_told_at_its_field_at_once(path, changes):
    assert refused(roof_job(**changes)) == [path]


def test_what_is_just_within_the_bounds_is_worked_out():
    spaced = roof_job(rafter={"thickness": 45, "depth": 170, "spacing": 46})
    assert worked_out(read_job(spaced), 0).facts["rafter_count"] > 150
    narrow = worked_out(read_job(flight_job(stringer_spacing=1000 / 60 + 0.1)), 0)
    assert narrow.facts["stringer_count"] <= 61
    poured = worked_out(read_job(flight_job(slab={**SLAB, "bag": 1})), 0)
    assert poured.facts["slab_bags"] == 120
