"""If these break, a list, a sheet or a drawing tells of another piece than the one that stands in the building.

Random works are written as files and read back by readers that share nothing with ours; every word, figure and line
is then held against the solids in the exported mesh, and against nothing else.
"""

import csv
import io
import re
from bisect import bisect
from math import cos, radians, sin

import ezdxf
import numpy as np
import pdfplumber
import pytest
import trimesh
from hypothesis import HealthCheck, Phase, assume, given, settings
from hypothesis import strategies as st
from shapely import Polygon, unary_union

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.drawing.page import Paper
from easynotch.exchange import contract, read_job
from easynotch.paper.export import MAKERS, Work

METRE, NEAR = 1000.0, -1.0
"""The near face is the one at the member's z of half its thickness times this."""
FEW = settings(max_examples=16, suppress_health_check=list(HealthCheck), phases=[Phase.generate])
"""Found works are told as they are: making them smaller would take minutes."""


def whole(low, high):
    return st.integers(low, high)


@st.composite
def stairs(draw):
    count, riser = draw(whole(3, 9)), draw(whole(150, 195))
    kind = draw(st.sampled_from(["hanger", "drop_board", "ledger", "flush"]))
    head = {
        "kind": kind,
        "header_depth": 240,
        "drop_board": {"thickness": 38, "depth": 140},
        "ledger": {"width": 38, "depth": 60},
    }
    work = {
        "kind": "flight", "total_rise": count * riser, "riser": {"count": count}, "width": draw(whole(700, 1200)),
        "stringer_spacing": draw(whole(300, 600)), "riser_board": draw(st.sampled_from([0, 18])),
        "tread": {"thickness": draw(whole(25, 40)), "nosing": 20, "going": draw(whole(230, 290))},
        "upper_finish": draw(whole(0, 30)), "stock": {"thickness": 45, "depth": 290}, "head": head,
    }  # fmt: skip
    if draw(st.booleans()):
        work["kicker"] = {"width": 90, "thickness": 38, "notch": draw(st.sampled_from(["all", "inner", "none"]))}
    if draw(st.booleans()):
        work["sides"] = {"skirt": {"thickness": 20, "depth": 280}, "margin": 30}
    return work


@st.composite
def roofs(draw):
    ends = draw(st.sampled_from([["gable", "gable"], ["hip", "hip"], ["gable", "hip"]]))
    width = draw(whole(3000, 6500))
    plan = {"shape": "rectangle", "length": width + draw(whole(800, 3000)), "width": width, "ends": ends, "plate": 90}
    if draw(st.integers(0, 3)) == 0:
        plan = {"shape": "polygon", "sides": draw(whole(4, 8)), "side": draw(whole(2200, 3200)), "plate": 90}
    return {
        "kind": "roof", "plan": plan, "pitch": f"{draw(whole(18, 48))}°",
        "ridge": {"kind": "board", "thickness": draw(st.sampled_from([22, 35, 45])), "depth": 240},
        "rafter": {"thickness": draw(st.sampled_from([38, 45])), "depth": draw(st.sampled_from([140, 170])), "spacing": 600},
        "notch": {"rule": "seat", "value": draw(whole(40, 70))},
        "eaves": {"overhang": draw(whole(250, 500)), "fascia": 20, "fascia_depth": 150, "tail": draw(st.sampled_from(["plumb", "square"]))},
        "hip": {"thickness": 45, "depth": 220, "keep_planes": draw(st.sampled_from(["drop", "back"]))},
    }  # fmt: skip


def exported(work):
    job = read_job({"format": "easy-notch-job", "version": 1, "units": "metric", "works": [work]})
    return Work(job, 0, Words(Dialect.NORTH_AMERICA, Tape.of(Units.METRIC)), Paper.A4)


class Solid:
    """A mesh as it was read: its corners and faces in mm, the faces gathered by their planes."""

    def __init__(self, mesh):
        self.points = np.asarray(mesh.vertices) * METRE
        self.triangles = np.asarray(mesh.triangles) * METRE
        self.watertight = mesh.is_watertight
        self.faces = []
        for normal, triangle in zip(np.asarray(mesh.face_normals), self.triangles, strict=True):
            offset = float(normal @ triangle.mean(axis=0))
            same = next(
                (one for one in self.faces if np.abs(one[0] - normal).max() < 2e-4 and abs(one[1] - offset) < 0.1), None
            )
            if same is None:
                self.faces.append((normal, offset, [triangle]))
            else:
                same[2].append(triangle)

    def along_edge(self, y):
        """Where every sawn face's plane meets the edges of the board at a height, on either wide face."""
        half = np.abs(self.points[:, 2]).max()
        for normal, offset, _ in self.faces:
            if abs(normal[0]) > 1e-6:
                yield from ((offset - normal[1] * y - normal[2] * z) / normal[0] for z in (-half, half))

    def hook(self, deep):
        """The end a tape is hooked on: the head's long point, as it was before the top edge was planed."""
        planed = any(abs(one[0]) < 1e-6 and abs(one[1]) > 0.1 and abs(one[2]) > 0.1 for one, _, _ in self.faces)
        if not planed:
            return self.points[:, 0].min()
        half = np.abs(self.points[:, 2]).max()
        nearest = self.points[:, 0].min() + self.extent() / 4
        ends = []
        for y in (0.0, deep):
            for z in (-half, 0.0, half):
                met = (
                    (offset - normal[1] * y - normal[2] * z) / normal[0]
                    for normal, offset, _ in self.faces
                    if normal[0] < -1e-6
                )
                ends += [max([x for x in met if x < nearest], default=nearest)]
        return min(ends)

    def placed(self, place):
        """Its faces where it stands."""
        turned, moved = place[:3, :3], place[:3, 3] * METRE
        return [
            (turned @ normal, offset + float((turned @ normal) @ moved), [one @ turned.T + moved for one in triangles])
            for normal, offset, triangles in self.faces
        ]

    def extent(self):
        return self.points[:, 0].max() - self.points[:, 0].min()


def read_back(work):
    """The pieces by their titles, and where each stands."""
    scene = trimesh.load(io.BytesIO(work.gltf()), file_type="glb")
    solids = {name: Solid(mesh) for name, mesh in scene.geometry.items()}
    places = {name: [] for name in scene.geometry}
    for node in scene.graph.nodes_geometry:
        matrix, name = scene.graph[node]
        places[name].append(np.array(matrix))
    return solids, places


def titled(work):
    """The contract's members by the titles their meshes have."""
    told = contract("", work.worked)["members"]
    standing = [one for one, piece in zip(told, work.worked.framing.pieces, strict=True) if piece.frames]
    solids, places = read_back(work)
    assert len(standing) == len(solids)
    return [(one, solid, places[title]) for one, (title, solid) in zip(standing, solids.items(), strict=True)]


def normal_of(cut):
    """What a cut's angles say of its plane: the parts of its normal along, down and across the board, unsigned."""
    tilt, line = radians(cut["blade_tilt"]), radians(cut["line_angle"])
    return np.array([cos(tilt) * cos(line), cos(tilt) * sin(line), sin(tilt)])


@FEW
@given(stairs() | roofs())
def test_every_face_of_a_mesh_is_a_face_of_its_board_or_a_cut_as_its_angles_say(work):
    for told, solid, _ in titled(exported(work)):
        assert solid.watertight, told["id"]
        thick, deep = told["stock"]["thickness"], told["stock"]["depth"]
        cuts = [normal_of(cut) for cut in told["cuts"]]
        for normal, offset, _ in solid.faces:
            board = (
                (abs(abs(normal[2]) - 1) < 1e-4 and abs(offset - thick / 2) < 0.01)
                or (abs(normal[1] + 1) < 1e-4 and abs(offset) < 0.01)
                or (abs(normal[1] - 1) < 1e-4 and abs(offset - deep) < 0.01)
            )
            assert board or any(np.abs(np.abs(normal) - one).max() < 1e-3 for one in cuts), (told["id"], normal, offset)
        for cut, wanted in zip(told["cuts"], cuts, strict=True):
            found = [normal for normal, _, _ in solid.faces if np.abs(np.abs(normal) - wanted).max() < 1e-3]
            assert found or cut["role"] in ("clip", "backing"), (told["id"], cut["id"])
            if cut["leans"] is not None and found:
                ways = {"foot" if -normal[0] * normal[1] > 0 else "head" for normal in found}
                assert cut["leans"] in ways, (told["id"], cut["id"])


@FEW
@given(stairs() | roofs())
def test_every_length_on_the_cut_list_is_that_of_the_solid_and_as_many_stand_as_are_listed(work):
    made = exported(work)
    rows = list(csv.reader(io.StringIO(made.csv().decode("utf-8-sig"))))[1:]
    solids, places = read_back(made)
    listed = {row[0]: (int(row[1]), float(row[3])) for row in rows}
    for title, solid in solids.items():
        count, length = listed[title]
        assert length == pytest.approx(solid.extent(), abs=0.01), title
        assert count == len(places[title]), title


@FEW
@given(stairs() | roofs())
def test_the_drawing_files_outlines_are_the_meshes_near_faces(work):
    made = exported(work)
    space = ezdxf.read(io.StringIO(made.dxf().decode())).modelspace()
    names = sorted((one.dxf.insert.x, one.dxf.text) for one in space.query("TEXT"))
    starts = [x for x, _ in names]
    drawn = {}
    for one in space.query("LWPOLYLINE"):
        if one.closed and one.dxf.layer == "CUT":
            shape = Polygon([point[:2] for point in one.get_points()])
            drawn.setdefault(names[bisect(starts, shape.bounds[0] + 1.0) - 1][1], []).append(shape)
    solids, _ = read_back(made)
    for title, solid in solids.items():
        near = [
            triangle for normal, _, triangles in solid.faces if normal[2] * NEAR > 1 - 1e-4 for triangle in triangles
        ]
        # A post is planed on every side: what is drawn of it is what is seen of it.
        seen = list(solid.triangles) if title.startswith("Post") else near
        left = unary_union([one for one in (Polygon(triangle[:, :2]) for triangle in seen) if one.area > 1e-6])
        largest = max(getattr(left, "geoms", [left]), key=lambda one: one.area)
        (outline,) = drawn.get(title, [Polygon()])
        assert outline.area == pytest.approx(largest.area, rel=1e-4), title
        for side in range(4):
            wide = outline.bounds[side % 2 + 2] - outline.bounds[side % 2] if outline.area else 0.0
            assert wide == pytest.approx(largest.bounds[side % 2 + 2] - largest.bounds[side % 2], abs=0.02), title


TICKED = re.compile(r"(\d+) mm(?: (?:strong|weak))? from the squared end: tick the (top|bottom) edge")
MARKED_BY_PLACES = ("Ridge", "Fascia", "Kicker", "Ledger", "Drop board", "Skirt")
"""What is marked on these is where other pieces stand."""


@FEW
@given(stairs() | roofs())
def test_every_printed_figure_along_an_edge_is_where_a_sawn_face_of_the_mesh_meets_that_edge(work):
    made = exported(work)
    solids, _ = read_back(made)
    standing = [piece.member for piece in made.worked.framing.pieces if piece.frames]
    depths = dict(zip(solids, (member.stock.depth for member in standing), strict=True))
    checked = 0
    with pdfplumber.open(io.BytesIO(MAKERS["pdf"][0](made))) as document:
        texts = [page.extract_text() for page in document.pages]
    for text in texts:
        heading = text.splitlines()[1]
        title = max((name for name in solids if heading.startswith(name)), key=len, default=None)
        if title is None or title.startswith(MARKED_BY_PLACES):
            continue
        solid = solids[title]
        # Where a line is found by stepping back from a theoretical one, that one is no saw's.
        if "from the squared head end" not in text or "level towards" in text:
            continue
        deep = depths[title]
        hook = solid.hook(deep)
        for figure, edge in TICKED.findall(text):
            met = list(solid.along_edge(0.0 if edge == "top" else deep))
            assert min(abs(x - hook - float(figure)) for x in met) < 0.51, (
                title,
                figure,
                edge,
                [x - hook for x in met],
            )
            checked += 1
    assume(checked)


BUILT_ON = ("seat", "heel", "heel_side", "foot", "square", "clipped")
"""Cuts that bear on plates, walls or ground, which are no pieces of the mesh."""


@FEW
@given(roofs())
def test_every_declared_contact_is_the_area_the_meshes_share(work):
    made = exported(work)
    joints = contract("", made.worked)["joints"]
    pieces = {told["id"]: (told, solid, places) for told, solid, places in titled(made)}
    standing = [(name, solid.placed(place)) for name, (_, solid, places) in pieces.items() for place in places]
    checked = 0
    for joint in joints:
        name, cut = joint["id"].split(".")[0], joint["id"].split(".")[-1]
        if name not in pieces or cut in BUILT_ON:
            continue
        told, solid, places = pieces[name]
        wanted = next((normal_of(one) for one in told["cuts"] if one["id"] == cut), None)
        at = next((one["along_top"] for one in told["marks"] if one["id"] == cut), None)
        if wanted is None or at is None:
            continue
        zero = solid.points[:, 0].min()
        half = told["stock"]["thickness"] / 2
        face = [
            one
            for one in solid.faces
            if np.abs(np.abs(one[0]) - wanted).max() < 1e-3
            and abs((one[1] - one[0][2] * NEAR * half) / one[0][0] - zero - at) < 0.05
        ]
        if len(face) != 1:
            continue
        shares = []
        for place in places:
            normal, offset, area, shape, basis = world_face(face[0], place)
            others = [other for _, faces in standing for other in faces]
            touching = [
                flat(triangles, basis)
                for n, d, triangles in others
                if np.abs(n + normal).max() < 2e-3 and abs(d + offset) < 0.1
            ]
            shared = unary_union(touching).intersection(shape).area if touching else 0.0
            shares.append(shared / area)
        assert min(abs(share - joint["contact"]) for share in shares) < 0.02, (joint, shares)
        checked += 1
    assert checked


def flat(triangles, basis):
    """Triangles in the plane of a face, as one shape."""
    return unary_union([one for one in (Polygon(triangle @ basis.T) for triangle in triangles) if one.area > 1e-6])


def world_face(face, place):
    """A face where its piece stands: its normal and offset there, its area, and itself in a basis of its plane."""
    normal, _, triangles = face
    turned = place[:3, :3]
    there = [triangle @ turned.T + place[:3, 3] * METRE for triangle in triangles]
    across = turned @ normal
    aside = np.cross(across, [1.0, 0.0, 0.0] if abs(across[0]) < 0.9 else [0.0, 1.0, 0.0])
    aside /= np.linalg.norm(aside)
    basis = np.array([aside, np.cross(across, aside)])
    shape = flat(there, basis)
    return across, float(across @ there[0].mean(axis=0)), shape.area, shape, basis
