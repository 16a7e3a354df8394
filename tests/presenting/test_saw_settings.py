"""If these break, a saw is set to another angle than the piece's plane, or a rip's line is told where the wood is not."""

import re
from math import asin, atan, degrees, radians, sin, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Face
from easynotch.core.supply import SawSetting, Wanted, rips, saw_settings
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Length
from easynotch.core.tools import Saw
from easynotch.exchange import parse_json, read_job, worked_out
from easynotch.presenting.cut.batch import Batch, Part, batch_of
from easynotch.presenting.cut.saw_settings import ripped, setting_view
from easynotch.presenting.mark.pieces import boards_of
from tests.conftest import HOME

WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
ANGLE = re.compile(r"(itre|tilted) (\d+(?:\.\d+)?)°")


def batches():
    for file in sorted((HOME / "demo").glob("*.json")):
        job = read_job(parse_json(file.read_bytes()))
        for number, work in enumerate(job.works):
            worked = worked_out(job, number)
            yield pytest.param(worked, batch_of([Part("w", "", worked)], job, WORDS), id=f"{file.stem}: {work.name}")


@pytest.mark.parametrize(("worked", "batch"), list(batches()))
def test_every_end_is_told_at_the_mitre_and_bevel_of_its_own_plane_on_the_side_it_leans_to(worked, batch):
    across = [
        (piece, removal.planes[0])
        for piece in batch.wanted
        for removal in piece.member.removals
        if len(removal.planes) == 1 and abs(removal.planes[0].plane.normal.x) > 1e-6
        and not (piece.member.role == "stringer" and removal.planes[0].role in ("riser", "tread"))
    ]  # fmt: skip
    planes = {(piece.id, cut.id): cut.plane.normal.unit() for piece, cut in across}
    told = 0
    for setting in saw_settings(batch.wanted):
        view = setting_view(setting, batch.names, (), WORDS)
        found = {key: float(value) for key, value in ANGLE.findall(view.title)}
        for end in setting.ends:
            normal = planes[end.piece, end.cut]
            told += end.count
            assert found["itre"] == pytest.approx(degrees(atan(abs(normal.y / normal.x))), abs=0.11), view.title
            assert found.get("tilted", 0.0) == pytest.approx(degrees(asin(abs(normal.z))), abs=0.11), view.title
            if end.leans is not None:
                # From the top edge down, the line on the near face wanders to the end that is named.
                assert (end.leans == "foot") is (normal.y / normal.x < 0), view.title
        assert view.count == sum(end.count for end in setting.ends)
    # No end is left out, none sawn twice.
    assert told == sum(piece.count for piece, _ in across)


@given(st.floats(0.2, 60.0), st.lists(st.floats(0.0, 60.0), min_size=1, max_size=3, unique=True))
def test_a_saw_is_named_for_a_setting_exactly_where_it_tilts_that_far(bevel, tilts):
    saws = [Saw(f"saw {number}", tilt, 60.0, "left") for number, tilt in enumerate(tilts)]
    notes = setting_view(SawSetting(0.0, bevel, True, False, ()), {}, tuple(saws), WORDS).notes
    said = " ".join(notes)
    for saw, tilt in zip(saws, tilts, strict=True):
        # A scale is read to a twentieth of a degree at best.
        if abs(tilt - bevel) > 0.06:
            assert (saw.name in said) is (tilt > bevel), said
    assert ("None of the shop" in said) is all(saw.name not in said for saw in saws)


@settings(max_examples=25)
@given(st.floats(15, 55), st.floats(30, 60), st.floats(180, 300))
def test_a_backed_hips_rip_is_the_backing_of_the_trade_at_its_own_line(degrees_common, thickness, depth):
    """Equal pitches, square corner: the backing's tangent is the hip's sine of slope (trade.md 7, by hand)."""
    work = {
        "kind": "roof", "name": "", "plan": {"shape": "rectangle", "length": 7000, "width": 5000, "ends": ["hip", "hip"]},
        "pitch": f"{degrees_common}°", "ridge": {"kind": "board", "thickness": 25, "depth": 240},
        "rafter": {"thickness": 38, "depth": 184, "spacing": 600},
        "hip": {"thickness": thickness, "depth": depth, "keep_planes": "back"},
        "notch": {"rule": "fraction", "value": 0.25}, "eaves": {"overhang": 300, "fascia": 25},
    }  # fmt: skip
    worked = worked_out(read_job({"format": "easy-notch-job", "version": 1, "units": "metric", "works": [work]}), 0)
    hip = next(framed.member for framed in worked.members if framed.member.role == "hip")
    slope = atan(tan(radians(degrees_common)) / 2**0.5)
    found = [rip for rip in rips((Wanted("hip", hip, 4),)) if rip.top]
    assert len(found) == 2
    for rip in found:
        assert tan(radians(rip.tilt)) == pytest.approx(sin(slope), abs=1e-9)
    # From a ridge along the top's middle it falls to half the thickness by its tangent, on the one face and the other.
    assert [rip.line for rip in found] == pytest.approx([thickness / 2 * sin(slope)] * 2, abs=1e-6)
    assert {rip.face for rip in found} == {Face.NEAR, Face.FAR}
    views = list(ripped(Batch((Wanted("hip", hip, 4),), {"hip": "hip"}, {}, ()), WORDS))
    assert [view.count for view in views] == [4, 4]
    for view, side in zip(sorted(views, key=lambda view: "far" in view.title), ("near", "far"), strict=True):
        assert f"{WORDS.value(Length(thickness / 2 * sin(slope)))} down the {side} face" in view.title
        assert f"{degrees(atan(sin(slope))):.1f}°" in view.title


def test_a_ploughed_valley_is_sawn_from_either_face_no_deeper_than_its_middle(home):
    job = parse_json((home / "demo" / "5-heron-flats-boardroom.json").read_bytes())
    job["works"][0]["plan"]["valley"] |= {"top": "ploughed"}
    worked = worked_out(read_job(job), 0)
    batch = batch_of([Part("w", "", worked)], read_job(job), WORDS)
    told = [view for view in ripped(batch, WORDS) if "Plough" in view.title]
    # 30° over a square corner: the trough's tangent is the valley's sine of slope.
    angle = degrees(atan(sin(atan(tan(radians(30)) / 2**0.5))))
    assert len(told) == 2
    assert all(f"{angle:.1f}°" in view.title and "top corner" in view.title for view in told)
    steps = " ".join(step.say for _, board in boards_of(worked, read_job(job), WORDS) for stop in board.stops
                     for step in stop.steps)  # fmt: skip
    assert steps.count(f"blade at {angle:.1f}°") >= 2
    # Down the middle of the end: half of 45 mm by that tangent.
    assert f"{WORDS.value(Length(22.5 * tan(radians(angle))))} down the middle" in steps
