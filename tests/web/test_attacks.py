"""If these break, somebody's typo, odd file or ill will is answered with our fault, or not at all."""

import io

import ezdxf
import pytest
from hypothesis import given
from hypothesis import strategies as st

from easynotch.exchange import Problems
from easynotch.exchange.dxf_in import outline_from_dxf
from easynotch.exchange.tables.csv_tables import csv_of, read_csv
from easynotch.exchange.tables.stock_table import table_of
from tests.core.test_bounds import flight_job, roof_job

STUDS = {"break_run": 800, "upper_pitch": "20°", "studs": {"thickness": 38, "depth": 90},
         "purlin": {"thickness": 38, "depth": 90}}  # fmt: skip
SIDES = {"shape": "outline", "corners": [[0, 0], [6000, 0], [6000, 4000], [0, 4000]],
         "edges": [{"pitch": "0.1%"}, {}, {}, {}]}  # fmt: skip
ODD = {
    "a list": [1, 2],
    "nothing": None,
    "works that are no list": {**roof_job(), "works": {"a": 1}},
    "a work that is a list": {**roof_job(), "works": [[1]]},
    "settings that are a list": {**roof_job(), "settings": [1]},
    "a shed with knee wall studs": roof_job(
        plan={"shape": "shed", "length": 4000, "width": 2500, "upper": "plate"}, gambrel=STUDS
    ),
    "a nearly upright roof": roof_job(pitch="9" * 38 + "/1"),
    "a nearly level roof": roof_job(pitch="1/" + "9" * 36),
    "a side nearly level": roof_job(plan=SIDES, hip={"thickness": 45, "depth": 220}),
    "a kilometre of rise": flight_job(total_rise=1e6),
    "a kilometre of going": flight_job(tread={"thickness": 30, "nosing": 20, "going": 1e6}),
    "a kilometre of span": roof_job(
        plan={"shape": "rectangle", "length": 7000, "width": 1e6, "ends": ["gable", "gable"]}
    ),
    "a kilometre of overhang": roof_job(eaves={"overhang": 1e6, "fascia": 20, "tail": "plumb"}),
    "a taped kilometre": roof_job(taped={"hip": {"read": 1e6}}),
}


@pytest.mark.parametrize("name", ODD)
def test_whatever_is_sent_to_be_worked_out_is_answered_or_refused_in_words(client, name):
    for url in (
        "/api/work-out",
        "/api/whole",
        "/api/stair",
        "/api/hips",
        "/api/cut",
        "/api/hand-out",
        "/api/overlaps",
    ):
        answer = client.post(url, json=ODD[name])
        assert answer.status_code < 500, (url, answer.json)
        if answer.status_code == 422:
            assert answer.json["errors"] or answer.json["detail"]


@pytest.mark.parametrize(
    "path", ["a" * 300, "assets/" + "b" * 4000, "work/" + "c" * 5000, "%00", "..%2f..%2fetc%2fpasswd"]
)
def test_an_address_of_any_length_leads_to_the_screens_or_nowhere(client, path):
    assert client.get(f"/{path}").status_code in (200, 404)


def test_a_cell_longer_than_a_table_reader_takes_is_refused_in_words():
    with pytest.raises(Problems):
        table_of(b"length,note\n3000," + b"x" * 200_000)


@given(st.lists(st.text(alphabet="'=+-@1a \t", max_size=6), min_size=1, max_size=4))
def test_text_in_a_table_comes_back_as_it_was_whatever_it_begins_with(cells):
    assert read_csv(csv_of(["head"], [cells]))[1] == cells


def drawing(unit=4):
    document = ezdxf.new("R2010")
    document.header["$INSUNITS"] = unit
    document.modelspace().add_lwpolyline([(0, 0), (6, 0), (6, 4), (0, 4)], close=True)
    written = io.StringIO()
    document.write(written)
    return written.getvalue()


def test_a_drawing_is_read_by_its_unit_and_with_a_byte_order_mark_and_refused_in_an_unknown_one():
    assert outline_from_dxf(drawing(6).encode())[2] == (6000.0, 4000.0)
    assert outline_from_dxf(b"\xef\xbb\xbf" + drawing(14).encode())[2] == (600.0, 400.0)
    with pytest.raises(Problems, match="dxf_unit"):
        outline_from_dxf(drawing(18).encode())


@pytest.mark.parametrize("written", ["  0", "\t  0", "0   ", " 0\t", "\x0b0"])
def test_however_an_entity_is_spaced_it_counts_among_those_that_are_too_many(written):
    body = drawing().replace("\nENDSEC", f"\n{written}\nPOINT" * 20_001 + "\nENDSEC", 1)
    with pytest.raises(Problems, match="dxf_many"):
        outline_from_dxf(body.encode())
