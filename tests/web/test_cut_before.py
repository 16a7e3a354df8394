"""If these break, a piece that was cut before its marks moved is nailed in as it is, or thrown away though it could be
made of it.
"""

import pytest

from tests.web.test_order import named, order, task


class Shop:
    """A roof in its job, changed, planned and cut as a screen does it."""

    def __init__(self, client, name):
        self.client = client
        self.job, work = named(client, name)
        self.id, self.document, self.revision = work["id"], work["document"], work["revision"]

    def plan(self):
        file = {**self.client.get(f"/api/jobs/{self.job['id']}/file").json, "works": [self.document]}
        return self.client.post(f"/api/works/{self.id}/cut", json=file, query_string={"quick": True}).json

    def wanted(self, piece):
        return next(row["count"] for row in self.plan()["rows"] if row["piece"] == piece)

    def cut(self, piece):
        """One board with this piece in it, and nothing else."""
        section, laid = next(
            (section, laid) for section in self.plan()["sections"] for board in section["boards"]
            for laid in board["laid"] if laid["piece"] == piece
        )  # fmt: skip
        one = {key: laid[key] for key in ("work_id", "piece", "title", "shape")} | {"start": 0, "stop": 4000}
        board = {
            "thickness": section["thickness"], "depth": section["depth"], "length": 4200, "rack": "", "kerf": 3,
            "pieces": [one],
        }  # fmt: skip
        return self.client.post(f"/api/works/{self.id}/cut-boards", json=board).json["id"]

    def change(self, **keys):
        self.document = {**self.document, **keys}
        saved = self.client.put(f"/api/works/{self.id}", json={"revision": self.revision, "document": self.document})
        self.revision = saved.json["revision"]

    def piece(self, board):
        return next(one for one in self.plan()["cut"] if one["id"] == board)["pieces"][0]

    def say(self, board, **body):
        return self.client.put(f"/api/cut-boards/{board}/pieces/0", json={"spoiled": False, **body})


@pytest.fixture
def hut(client):
    return Shop(client, "Warden's hut")


def wider(hut, by):
    plan = hut.document["plan"]
    return {"plan": {**plan, "width": f'{15 * 12 + 2 + by}"'}}


def test_a_rafter_that_is_too_long_now_is_sawn_anew_and_then_counts(client, hut):
    total = hut.wanted("common")
    board = hut.cut("common")
    assert hut.wanted("common") == total - 1 and hut.piece(board)["said"] == ""
    hut.change(**wider(hut, -1))
    told = hut.piece(board)
    assert told["outcome"] == "recut" and "off at the head" in told["said"]
    assert hut.wanted("common") == total  # not before it is sawn
    assert hut.say(board, recut=True).status_code == 200
    assert hut.piece(board)["said"] == "" and hut.wanted("common") == total - 1
    lines = [one["text"] for one in client.get(f"/api/jobs/{hut.job['id']}/logbook").json["lines"]]
    assert lines[0].startswith("Sawn anew")


def test_one_that_is_too_short_is_spoiled_and_its_wood_lies_on_the_rack(client, hut):
    total = hut.wanted("common")
    board = hut.cut("common")
    hut.change(**wider(hut, 1))
    told = hut.piece(board)
    assert told["outcome"] == "short" and "too short" in told["said"]
    refused = hut.say(board, recut=True)
    assert refused.status_code == 422 and "cannot be sawn" in refused.json["errors"][0]["sentence"]
    hut.say(board, spoiled=True, to_rack=True)
    assert hut.piece(board)["spoiled"] and hut.wanted("common") == total
    assert any(round(one["length"]["mm"]) == 4000 for one in client.get("/api/rack").json["boards"])


def test_a_short_jack_slides_towards_its_corner_and_back_to_what_it_was_everything_fits(client, hut):
    jack = next(row["piece"] for row in hut.plan()["rows"] if row["piece"].startswith("jack_1"))
    total = hut.wanted(jack)
    board = hut.cut(jack)
    before = hut.document["hip"]
    # A hip that is thicker by half an inch takes that much more off every jack; a thinner one leaves them short.
    hut.change(hip={**before, "thickness": '1 1/4"'})
    told = hut.piece(board)
    assert told["outcome"] == "slide" and "towards its corner" in told["said"]
    # Half the difference in thickness at 45°, level, is how far it slides at equal pitches: 0.354 in.
    assert "slide it 3/8″ weak along the plate" in told["said"]
    hut.change(hip=before)
    assert hut.piece(board)["said"] == "" and hut.wanted(jack) == total - 1


def test_what_fits_counts_though_it_was_cut_to_other_marks(client, hut):
    board = hut.cut("common")
    done = task(order(client, hut.job), {"id": hut.id}, "pattern")
    assert done["state"] == "done"
    # A name moves no mark.
    hut.change(name="The warden's hut")
    assert hut.piece(board)["said"] == ""
    assert task(order(client, hut.job), {"id": hut.id}, "pattern")["state"] == "done"
