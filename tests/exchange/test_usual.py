"""If these break, a thing said to be there comes with sizes that the next answer refuses."""

import pytest

from easynotch.core.rules.usual import usual_sizes
from easynotch.core.tape import Units
from easynotch.exchange import Problems, read_job, usual_flight, usual_roof

ROOF = ("gable", "collar", "blocking", "ridge", "eaves", "gambrel", "rafter", "plan", "hip")
# Not a key of their own: rows of a list, several keys at once, or what a fresh plan or a wall in it is drawn with.
ROWS = {
    "defects": "rafter.defects",
    "overhead": "overhead",
    "plan.wings": "plan.wings",
    "plan.purlins": "plan.purlins",
    "plan.openings": "plan.openings",
    "plan.dormers": "plan.dormers",
}
OTHERWISE = {
    "ground.readings",
    "eaves.profile_row",
    "tread.boards",
    "plan.outline",
    "plan.side",
    "plan.bearing_width",
    "rafter.depths",
    "gambrel",
}


def with_value(work, path, value):
    key, _, rest = path.partition(".")
    if not rest:
        merged = {**work[key], **value} if isinstance(value, dict) and isinstance(work.get(key), dict) else value
        return {**work, key: merged}
    return {**work, key: with_value(work.get(key) or {}, rest, value)}


@pytest.mark.parametrize("units", Units)
@pytest.mark.parametrize("path", [path for path in usual_sizes()[Units.METRIC] if path not in OTHERWISE])
def test_every_usual_size_is_one_that_can_be_read_where_it_stands(units, path):
    value = usual_sizes()[units][path]
    if (ROWS.get(path) or path).split(".")[0] in ROOF:
        work = {**usual_roof(units, "roof"), "plan": {"shape": "rectangle", "length": "7 m", "width": "5 m"}}
    else:
        work = {**usual_flight(units, "stair"), "total_rise": "1400 mm", "width": "1000 mm"}
    if path in ROWS:
        path, value = ROWS[path], [value]
    if path.startswith("riser."):
        work["riser"] = {}
    if path == "tread.in_hand":
        work["tread"] = {"thickness": "30 mm", "nosing": "20 mm", "going": "250 mm"}
    if path in ("slab", "footing"):
        value = {**value, "width": "1000 mm"}
    if path == "platform":
        value = {**value, "depth": "1000 mm"}
    file = {"format": "easy-notch-job", "version": 1, "units": units.value, "works": [with_value(work, path, value)]}
    try:
        read_job(file)
    except Problems as found:
        # A part of something that is not there is refused for what is missing, not for the size.
        assert all(one.message.id == "error.missing" for one in found.problems), found


def test_both_tapes_have_the_same_things_and_write_them_as_a_carpenter_would():
    sizes = usual_sizes()
    assert set(sizes[Units.METRIC]) == set(sizes[Units.IMPERIAL])
    for path, value in sizes[Units.IMPERIAL].items():
        assert "mm" not in repr(value), path
    for path, value in sizes[Units.METRIC].items():
        assert '"' not in repr(value), path
