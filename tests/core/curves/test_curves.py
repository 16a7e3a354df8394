"""If these break, two dozen ribs are cut on another arc than the ceiling's, or hips meet them beside the corner."""

import json
from math import asin, atan2, cos, degrees, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easynotch.cli import main
from easynotch.core.curves import (
    Arc,
    Curve,
    CurveSaw,
    Form,
    Kept,
    check_curve,
    corner_angle,
    facts_of,
    ribs_of,
)
from easynotch.core.solid import Stock
from easynotch.core.terms import Level


@st.composite
def curves(draw, form=Form.COVE):
    """Chords of 0.3 to 4 m, from a flat arc to a half circle, level to 55°, 3 to 8 corners."""
    chord = draw(st.floats(300, 4000))
    return Curve(
        form=form, arc=Arc(chord, chord * draw(st.floats(0.02, 0.5))), slope=tan(radians(draw(st.floats(0, 55)))),
        stock=Stock(draw(st.floats(19, 50)), draw(st.floats(100, 300))), spacing=draw(st.floats(200, 600)),
        length=draw(st.floats(1000, 12000)), kept=draw(st.sampled_from(Kept)), corners=draw(st.integers(3, 8)),
        divisions=draw(st.integers(2, 24)), saw=CurveSaw(draw(st.floats(1, 4)), 184.0, draw(st.floats(5, 60))),
    )  # fmt: skip


def pivot(curve):
    """Where the trammel turns: square under the chord's middle, level and plumb from the rib's low end."""
    beta, under = atan2(curve.slope, 1.0), curve.arc.radius - curve.arc.rise
    half = curve.arc.chord / 2
    return half * cos(beta) + under * sin(beta), half * sin(beta) - under * cos(beta)


@given(curves())
def test_every_point_of_a_rib_lies_a_radius_from_the_pivot(curve):
    x, z = pivot(curve)
    common, *others = ribs_of(curve)
    for rib in (common, *(one for one in others if one.role == "jack_rib")):
        for one in rib.stations:
            assert hypot(one.level - x, one.plumb - z) == pytest.approx(curve.arc.radius, abs=1e-6)
    # Divided into equal parts of its chord, ends on it.
    parts = [one.along for one in common.stations]
    assert parts == pytest.approx([curve.arc.chord * n / curve.divisions for n in range(curve.divisions + 1)])
    assert common.stations[0].square == pytest.approx(0, abs=1e-6) == common.stations[-1].square


@given(curves())
def test_hips_and_short_ribs_lie_in_the_coves_own_surface(curve):
    x, z = pivot(curve)
    alpha = radians(corner_angle(curve))
    common, hip, *jacks = ribs_of(curve)
    for one, over in zip(hip.stations, common.stations, strict=True):
        # A point of the hip is so far from either wall; there the cove is a radius from its pivot's line.
        wall = one.level * sin(alpha)
        assert wall == pytest.approx(over.level, abs=1e-6) and one.plumb == pytest.approx(over.plumb, abs=1e-6)
        assert hypot(wall - x, one.plumb - z) == pytest.approx(curve.arc.radius, abs=1e-6)
        # On its own board: the chord's direction and the one square to it, and back.
        turn = atan2(hip.rise, hip.run)
        assert one.along * cos(turn) - one.square * sin(turn) == pytest.approx(one.level, abs=1e-6)
        assert one.along * sin(turn) + one.square * cos(turn) == pytest.approx(one.plumb, abs=1e-6)
    assert tan(atan2(hip.rise, hip.run)) == pytest.approx(curve.slope * sin(alpha), abs=1e-9)
    for number, jack in enumerate(jacks, 1):
        # It ends where the hip crosses its place along the wall.
        along_wall = common.run / tan(alpha) - number * curve.spacing
        assert jack.run == pytest.approx(along_wall * tan(alpha), abs=1e-4)
        assert jack.count == 2 * curve.corners


@given(curves(Form.VAULT), st.floats(0.05, 0.5))
def test_the_numbers_of_an_arc_are_those_of_its_circle(curve, share):
    facts, arc = facts_of(curve), curve.arc
    r, c, h = facts["radius"], arc.chord, arc.rise
    assert r - sqrt(max(0.0, r**2 - c**2 / 4)) == pytest.approx(h, rel=1e-6)
    assert facts["sweep"] == pytest.approx(degrees(facts["arc_length"] / r))
    assert facts["arc_length"] == pytest.approx(2 * r * asin(min(1.0, c / (2 * r))))
    assert arc.square(c * share) == pytest.approx(arc.square(c * (1 - share)), abs=1e-6)
    kerf = curve.saw.kerf if curve.kept is Kept.ROUND else -curve.saw.kerf
    assert facts["trammel_far"] - facts["trammel_near"] == pytest.approx(kerf) and facts["trammel_near"] == r
    # The blade's chord in the wood leaves the arc by so much in the middle.
    s = 2 * sqrt(curve.saw.depth * (curve.saw.diameter - curve.saw.depth))
    assert facts["side_room"] == pytest.approx(s * s / (8 * r))
    bays = facts["rib_count"] - 1
    reach = curve.length - curve.stock.thickness
    assert reach / bays <= curve.spacing + 1e-6 and (bays == 1 or reach / (bays - 1) > curve.spacing - 1e-6)
    levels = {check.id: check.level for check in check_curve(curve)}
    assert (levels["curve_waist"] is Level.STOP) is (curve.stock.depth <= h)


def work_out(capsys, tmp_path, works, **job):
    file = tmp_path / "job.json"
    file.write_text(json.dumps({"format": "easy-notch-job", "version": 1, "units": "metric", **job, "works": works}))
    code = main(["work-out", str(file), "--json"])
    said = capsys.readouterr()
    return code, said.out, said.err


def test_a_job_with_a_curve_among_others_is_answered_in_its_order(capsys, tmp_path, home):
    flight = json.loads((home / "demo" / "2-heron-flats-tea-kiosk.json").read_text())["works"][0]
    curve = {
        "kind": "curve", "form": "vault", "name": "Vault", "chord": "3 m", "rise": 600,
        "stock": {"thickness": 38, "depth": 235},
    }  # fmt: skip
    code, out, _ = work_out(capsys, tmp_path, [flight, curve])
    works = json.loads(out)["works"]
    assert code == 0 and [one["kind"] for one in works] == ["flight", "curve"]
    assert works[1]["facts"]["radius"] == pytest.approx(2175.0)
    assert len(works[1]["members"][0]["stations"]) == 9
    for wrong, path in (({"rise": 1600}, "works[0].rise"), ({"chord": "wide"}, "works[0].chord")):
        code, _, err = work_out(capsys, tmp_path, [{**curve, **wrong}, flight])
        assert code == 2 and err.startswith(path)
    # What is wrong with another work is told at its own place.
    code, _, err = work_out(capsys, tmp_path, [curve, {**flight, "total_rise": -3}])
    assert code == 2 and err.startswith("works[1].total_rise")
