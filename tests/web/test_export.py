"""If these break, a template is not true, an office cannot open a file, or a name typed at the bench runs in a table.

Everything written is opened again by a reader that is not ours.
"""

import csv
import io
import json
import re
import xml.etree.ElementTree as ET
import zipfile
from itertools import pairwise
from math import atan2, degrees, hypot

import ezdxf
import pdfplumber
import pytest
import trimesh
from hypothesis import given
from hypothesis import strategies as st
from pypdf import PdfReader

from easynotch.cli import main
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Frame, Vector, as_manifold, outline
from easynotch.core.supply import Wanted, rips
from easynotch.core.tape import Tape
from easynotch.drawing.page import Paper
from easynotch.exchange import parse_json, read_job
from easynotch.exchange.tables.csv_tables import csv_of, read_csv
from easynotch.paper.export import MAKERS, PRINTED, Work, document_of
from easynotch.presenting.mark.setting_out import laths_of

HOSTILE = '=HYPERLINK("x")<script>alert(1)</script>&\\P{x}'
POINT = 25.4 / 72


@pytest.fixture(scope="module")
def works(home):
    """The boardwalk steps and the warden's hut, the first under a hostile name."""
    found = []
    for file, name in (("1-heron-flats", HOSTILE), ("3-heron-flats-roofs", "Warden's hut")):
        job = parse_json((home / "demo" / f"{file}.json").read_bytes())
        job["works"] = [{**job["works"][0], "name": name}]
        read = read_job(job)
        found.append(Work(read, 0, Words(Dialect.NORTH_AMERICA, Tape.of(read.units)), Paper.LETTER))
    return found


def printed(work, kind):
    return MAKERS[kind][0](work)


def test_the_sheets_open_with_every_page_bookmarked_and_every_font_inside(works):
    for work in works:
        for made in (printed(work, kind) for kind in PRINTED):
            reader = PdfReader(io.BytesIO(made))
            assert len(reader.outline) == len(reader.pages) > 0
            for page in reader.pages:
                fonts = page["/Resources"].get("/Font", {})
                embedded = [one.get_object() for one in fonts.values()]
                assert all(
                    "/FontFile2" in font["/FontDescriptor"] for font in embedded if font["/BaseFont"] != "/Helvetica"
                )
        assert printed(work, "pdf") == printed(work, "pdf")


def test_a_template_laid_together_from_its_tiles_is_the_piece_to_a_tenth_of_a_millimetre(works):
    work = works[0]
    member = work.worked.pattern.member
    edge = [(u - member.zero, v) for u, v in outline(member)]
    found = []
    bars = []
    with pdfplumber.open(io.BytesIO(printed(work, "templates"))) as document:
        for page in document.pages[1:]:
            title = page.extract_text().splitlines()[-1]
            numbers = [int(word) for word in title.replace(",", " ").split() if word.isdigit()]
            row, column = numbers[-4], numbers[-2]
            wide, high = float(page.width) * POINT, float(page.height) * POINT
            step = (wide - 24 - 12, high - 24 - 14 - 12)
            corner = (min(u for u, _ in edge) - 5 + (column - 1) * step[0], -5 + (row - 1) * step[1])
            for one in page.lines:
                ends = [(float(x) * POINT, float(y) * POINT) for x, y in one["pts"]]
                (ax, ay), (bx, by) = ends[0], ends[-1]
                if ay > high - 20 and by > high - 20:
                    bars.append(hypot(bx - ax, by - ay))
                    continue
                a, b = ((x - 12 + corner[0], y - 12 + corner[1]) for x, y in ((ax, ay), (bx, by)))
                found.append((a, b))
    assert max(bars) == pytest.approx(101.6, abs=0.02)

    def off(point, a, b):
        long = hypot(b[0] - a[0], b[1] - a[1])
        return abs((b[0] - a[0]) * (a[1] - point[1]) - (a[0] - point[0]) * (b[1] - a[1])) / long

    def on(point, a, b):
        along = ((point[0] - a[0]) * (b[0] - a[0]) + (point[1] - a[1]) * (b[1] - a[1])) / hypot(
            b[0] - a[0], b[1] - a[1]
        )
        return off(point, a, b) < 0.1 and -0.1 < along < hypot(b[0] - a[0], b[1] - a[1]) + 0.1

    for a, b in pairwise([*edge, edge[0]]):
        long = hypot(b[0] - a[0], b[1] - a[1])
        lines = [(p, q) for p, q in found if on(p, a, b) and on(q, a, b) and hypot(q[0] - p[0], q[1] - p[1]) > 0.5]
        # Every part of the edge lies on some tile: overlaps counted once along it.
        spans = sorted(
            sorted(((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / long for p in pair)
            for pair in lines
        )
        reached = 0.0
        for low, high in spans:
            assert low <= reached + 0.2
            reached = max(reached, high)
        assert reached == pytest.approx(long, abs=0.1)


def test_notch_and_tail_printed_alone_are_those_of_the_piece_at_full_size(works):
    roof = Work(works[1].job, 0, works[1].words, Paper.A3)
    pages = roof.pages("templates")
    titles = " ".join(page.title for page in pages)
    assert "Common rafter, the notch alone" in titles
    assert "Hip, the tail alone" in titles
    (notch,) = [page for page in pages if page.title.startswith("Common rafter, the notch alone: Row")]
    marks = {mark.id: mark.pieces[0] for mark in roof.worked.pattern.marks}
    for name in ("heel", "seat"):
        (ax, ay), (bx, by) = marks[name]
        long = hypot(bx - ax, by - ay)
        drawn = [
            hypot(one.points[1][0] - one.points[0][0], one.points[1][1] - one.points[0][1]) for one in notch.strokes
        ]
        assert any(size == pytest.approx(long, abs=0.1) for size in drawn), name


def test_the_drawing_opens_without_faults_at_full_size_with_layers_named_by_meaning(works, tmp_path):
    for work in works:
        (tmp_path / "drawing.dxf").write_bytes(work.dxf())
        document = ezdxf.readfile(tmp_path / "drawing.dxf")
        assert document.audit().errors == []
        assert document.units == ezdxf.units.MM
        assert {"CUT", "PENCIL", "WOOD", "WASTE"} <= {layer.dxf.name for layer in document.layers}
        shapes = [one for one in document.modelspace().query("LWPOLYLINE") if one.dxf.layer == "CUT" and one.closed]
        member = work.worked.pattern.member
        left = outline(member)
        long = max(u for u, _ in left) - min(u for u, _ in left)
        widths = [max(p[0] for p in one.get_points()) - min(p[0] for p in one.get_points()) for one in shapes]
        assert any(width == pytest.approx(long, abs=1e-6) for width in widths)


def test_what_was_swung_by_compass_is_an_arc_in_the_drawing_from_and_to_where_it_was_drawn(works, tmp_path):
    (tmp_path / "drawing.dxf").write_bytes(works[1].dxf())
    arcs = list(ezdxf.readfile(tmp_path / "drawing.dxf").modelspace().query("ARC"))
    swung, x = [], 0.0
    for _, sheet in [*works[1].drawings(), *works[1].constructions()]:
        left, top, right, _ = sheet.extent
        swung += [[(x + u - left, top - v) for u, v in path.points] for path in sheet.paths if path.middle is not None]
        x += right - left + 200.0
    assert len(arcs) == len(swung) > 2
    for arc, points in zip(arcs, swung, strict=True):
        middle, radius = arc.dxf.center, arc.dxf.radius
        ends = [(p.x, p.y) for p in (arc.start_point, arc.end_point)]
        assert min(ends) == pytest.approx(min(points[0], points[-1]), abs=1e-6)
        assert max(ends) == pytest.approx(max(points[0], points[-1]), abs=1e-6)
        sweep = (arc.dxf.end_angle - arc.dxf.start_angle) % 360.0
        for u, v in points:
            assert hypot(u - middle.x, v - middle.y) == pytest.approx(radius, abs=1e-6)
            assert (degrees(atan2(v - middle.y, u - middle.x)) - arc.dxf.start_angle + 1e-6) % 360.0 <= sweep + 1e-5


def test_sheets_as_drawings_are_true_in_size_and_carry_a_name_as_text_alone(works):
    packed = zipfile.ZipFile(io.BytesIO(works[0].svg()))
    for name in packed.namelist():
        text = packed.read(name).decode()
        root = ET.fromstring(text)
        assert root.get("width") == "279.4mm" or root.get("width") == "215.9mm"
        assert not [one for one in root.iter() if one.tag.endswith(("script", "image", "a"))]
        assert "<script" not in text


def test_the_whole_opens_in_another_reader_with_every_piece_in_its_place_and_of_its_volume(works):
    for work in works:
        scene = trimesh.load(io.BytesIO(work.gltf()), file_type="glb")
        pieces = [piece for piece in work.worked.framing.pieces if piece.frames]
        assert len(scene.graph.nodes_geometry) == sum(len(piece.frames) for piece in pieces)
        solids = [as_manifold(piece.member, frame) for piece in pieces for frame in piece.frames]
        low = [min(one.bounding_box()[k] for one in solids) for k in range(3)]
        high = [max(one.bounding_box()[3 + k] for one in solids) for k in range(3)]
        size = [(b - a) / 1000 for a, b in zip(low, high, strict=True)]
        assert scene.extents == pytest.approx([size[0], size[2], size[1]], abs=1e-4)
        whole = sum(scene.geometry[scene.graph[node][1]].volume for node in scene.graph.nodes_geometry)
        assert whole == pytest.approx(sum(one.volume() for one in solids) / 1e9, rel=1e-3)


@given(st.lists(st.lists(st.text(max_size=12), min_size=2, max_size=4), min_size=1, max_size=5))
def test_whatever_is_typed_comes_out_of_a_table_as_it_went_in_and_never_as_a_formula(rows):
    # A carriage return inside a cell is the one thing the format itself folds.
    rows = [[one.replace("\r", " ").replace("\0", " ") for one in row] for row in rows]
    text = csv_of(rows[0], rows[1:])
    assert read_csv(text) == rows
    for row in csv.reader(io.StringIO(text)):
        assert all(not one.startswith(("=", "@", "\t")) for one in row)


def test_the_cut_list_and_the_bench_page_hold_a_hostile_name_as_plain_text(works):
    table = works[0].csv().decode("utf-8-sig")
    rows = list(csv.reader(io.StringIO(table)))
    assert len({len(row) for row in rows}) == 1
    page = works[0].html().decode()
    assert "<script" not in page
    assert "&lt;script&gt;" in page


def test_a_job_written_to_a_file_and_read_again_is_the_same_job(home):
    for file in sorted((home / "demo").glob("*.json")):
        read = read_job(parse_json(file.read_bytes()))
        again = read_job(parse_json(json.dumps(document_of(read)).encode()))
        assert again == read, file.name


def test_the_command_writes_what_was_asked_for_and_refuses_what_it_does_not_know(home, tmp_path, capsys):
    job = str(home / "demo" / "2-heron-flats-tea-kiosk.json")
    assert main(["export", job, "--to", str(tmp_path / "out"), "--only", "csv,gltf"]) == 0
    assert {one.suffix for one in (tmp_path / "out").iterdir()} == {".csv", ".glb"}
    assert main(["export", job, "--to", str(tmp_path / "out"), "--only", "pdf,docx"]) == 2
    # Nothing is written over unasked, and a link is replaced, not followed.
    with pytest.raises(SystemExit, match="2"):
        main(["export", job, "--to", str(tmp_path / "out"), "--only", "csv"])
    elsewhere = tmp_path / "elsewhere.txt"
    elsewhere.write_text("mine")
    first = next((tmp_path / "out").glob("*.csv"))
    kept = first.read_bytes()
    first.unlink()
    first.symlink_to(elsewhere)
    with pytest.raises(SystemExit, match="2"):
        main(["export", job, "--to", str(tmp_path / "out"), "--only", "csv"])
    assert main(["export", job, "--to", str(tmp_path / "out"), "--only", "csv", "--replace"]) == 0
    assert (elsewhere.read_text(), first.is_symlink(), first.read_bytes()) == ("mine", False, kept)
    assert "docx" in capsys.readouterr().err


def test_nothing_is_made_to_cut_from_while_the_rise_is_missing(client):
    job = {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [{"kind": "flight"}]}
    answer = client.post("/api/export?file=pdf", json=job)
    assert answer.status_code == 422


def test_a_bevel_printed_at_full_size_stands_at_its_angle_beside_a_true_bar(works):
    for work in works:
        angles = []
        with pdfplumber.open(io.BytesIO(printed(work, "bevels"))) as document:
            for page in document.pages:
                words = page.extract_text()
                angles += [float(found) for found in re.findall(r"(\d+\.\d\d)°", words)]
                thick = [one for one in page.lines if abs(one["linewidth"] * POINT - 0.6) < 0.01]
                for line, called in zip(thick, angles[-len(thick) :], strict=True):
                    (ax, ay), (bx, by) = line["pts"]
                    drawn = degrees(atan2(abs(by - ay), abs(bx - ax)))
                    assert min(abs(drawn - called), abs(drawn - (90 - called))) < 0.02
                    assert hypot(bx - ax, by - ay) * POINT > 30
                bar = max(
                    (abs(one["x1"] - one["x0"]) for one in page.lines if one["top"] > page.height - 40), default=0
                )
                assert bar * POINT == pytest.approx(101.6, abs=0.1)
        assert len(angles) >= 2


def test_a_lath_carries_every_piece_where_the_framing_has_it(works):
    stair, hut = works
    (header,) = laths_of(stair.worked, stair.words)
    flight = stair.worked.layout.flight
    assert header.stands[0].near == pytest.approx(0)
    assert header.stands[-1].far == pytest.approx(flight.width)
    laths = {lath.title: lath for lath in laths_of(hut.worked, hut.words)}
    run, thick = hut.worked.facts["run"], hut.worked.layout.roof.rafter.thickness
    plate = laths["First side's plate, from the first end on"]
    kings = [one.near for one in plate.stands if "King" in one.title or "king" in one.title]
    assert kings == pytest.approx([run - thick / 2, plate.length - run - thick / 2])
    ridge = laths["Ridge"]
    assert ridge.length == pytest.approx(hut.worked.facts["ridge_length"])
    assert all(one.near >= -1e-6 and one.far <= ridge.length + 1e-6 for one in ridge.stands)
    # What stands along both long plates stands at the same places, seen from either end.
    other = laths["Second side's plate, from the second end on"]
    assert sorted(round(plate.length - one.far, 3) for one in other.stands) == [
        round(one.near, 3) for one in plate.stands
    ]


def test_a_page_looked_at_is_the_page_that_prints(client):
    card = next(
        c
        for one in client.get("/api/bench").json["jobs"]
        for c in one["cards"]
        if c["work"]["document"]["kind"] == "flight"
    )
    body = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [card["work"]["document"]]}
    for kind in PRINTED:
        seen = client.post(f"/api/preview?file={kind}&paper=a4&page=1", json=body).json
        made = PdfReader(io.BytesIO(client.post(f"/api/export?file={kind}&paper=a4", json=body).data))
        assert seen["pages"] == len(made.pages)
        root = ET.fromstring(seen["svg"])
        size = made.pages[0].mediabox
        assert float(root.get("width").removesuffix("mm")) == pytest.approx(float(size.width) * POINT, abs=0.01)


def test_every_rafter_on_the_plan_has_the_code_that_is_on_its_label(works):
    hut = works[1]
    with pdfplumber.open(io.BytesIO(printed(hut, "labels"))) as document:
        labels = re.findall(r"\b([A-Z]+\d+) · \d+ / \d+", "\n".join(page.extract_text() for page in document.pages))
    with pdfplumber.open(io.BytesIO(printed(hut, "pdf"))) as document:
        plan = re.findall(r"\b([A-Z]+\d+)\b", document.pages[1].extract_text())
    rafters = [one for one in hut.worked.members if "head_to_plate" in one.member.lengths]
    assert (
        len(labels)
        == len(set(labels))
        == sum(one.member.count for one in hut.worked.members if one.member.role != "template")
    )
    assert len(set(plan) & set(labels)) == sum(one.member.count for one in rafters)


def test_a_rip_is_told_with_its_line_as_it_lies_on_the_wood(home):
    job = read_job(parse_json((home / "demo" / "4-heron-flats-stairs.json").read_bytes()))
    work = Work(job, 1, Words(Dialect.NORTH_AMERICA, Tape.of(job.units)), Paper.A4)
    members = {one.member.id: one.member for one in work.worked.members}
    found = rips(tuple(Wanted(name, member, 1) for name, member in members.items()))
    assert found
    lying = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
    for rip in found:
        assert rip.tilt == pytest.approx(0)
        edges = as_manifold(members[rip.piece], lying).bounding_box()[1::3]
        assert edges[0 if rip.top else 1] == pytest.approx(rip.line, abs=1e-3)
