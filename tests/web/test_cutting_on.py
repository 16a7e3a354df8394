"""If these break, wood is made out of nothing or lost while a job is cut, spoiled and taken back in any order."""

import threading

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easynotch.store import BoardNotFound, CutBoard, CutPiece, RackBoard, add_to_rack, create_work, keep_cut, rack
from tests.web.test_cutting import HUT, cut, planned, wanted

STEPS = st.lists(st.tuples(st.sampled_from(["cut", "spoil", "good", "back", "hand"]), st.integers(0, 30)), max_size=9)


def begin(client):
    job = client.post("/api/jobs", json={"name": "Heron Flats", "units": "imperial"}).json["id"]
    return client.post(f"/api/jobs/{job}/works", json={"name": "Steps", "document": HUT["works"][0]}).json["id"]


def wood_of(kept):
    """All the wood that is there: on the rack, and in the pieces that were cut."""
    cut_out = sum(piece["stop"] - piece["start"] for board in kept["cut"] for piece in board["pieces"])
    return cut_out + sum(board["length"]["mm"] for board in kept["rack"])


@settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
@given(STEPS)
def test_whatever_is_cut_spoiled_and_taken_back_every_piece_is_made_once_and_no_wood_is_made(client, steps):
    for board in client.get("/api/rack").json["boards"]:
        client.delete(f"/api/rack/{board['id']}")
    work = begin(client)
    total = wanted(planned(client, work, quick=True))
    brought = 0.0
    for what, pick in steps:
        plan = planned(client, work, quick=True)
        boards = [(section, board) for section in plan["sections"] for board in section["boards"]]
        if what == "hand":
            size = {
                "thickness": "38.1 mm",
                "depth": f"{(139.7, 285.75)[pick % 2]} mm",
                "length": f"{900 + 200 * pick} mm",
            }
            assert client.post("/api/rack", json=size).status_code == 201
            brought += 900 + 200 * pick
        elif what == "cut" and boards:
            section, board = boards[pick % len(boards)]
            assert cut(client, work, section, board).status_code == 201
            brought += 0.0 if board["rack"] else board["whole"]
        elif plan["cut"]:
            one = plan["cut"][pick % len(plan["cut"])]
            if what == "back":
                done = client.delete(f"/api/cut-boards/{one['id']}")
                assert done.status_code in (200, 409)
            else:
                place = pick % len(one["pieces"])
                client.put(f"/api/cut-boards/{one['id']}/pieces/{place}", json={"spoiled": what == "spoil"})
    last = planned(client, work, quick=True)
    good = {}
    for board in last["cut"]:
        for piece in board["pieces"]:
            if not piece["spoiled"]:
                good[piece["title"]] = good.get(piece["title"], 0) + 1
    made = sum(good.values())
    assert made + sum(wanted(last).values()) == sum(total.values())
    assert wood_of(last) <= brought + 1e-3
    laid = sum(len(board["laid"]) * board["count"] for section in last["sections"] for board in section["boards"])
    assert laid == sum(wanted(last).values())


def test_two_devices_cutting_the_same_board_at_once_get_it_once(client):
    database = client.application.extensions["easynotch.database"].database
    job = client.get("/api/bench").json["jobs"][0]["job"]["id"]
    with database.connect() as db:
        work = create_work(db, job, {"kind": "flight", "name": "Steps"})
        there = add_to_rack(db, RackBoard(38.0, 140.0, 3000.0))
    told, ready = [], threading.Barrier(2)

    def saw():
        ready.wait()
        try:
            with database.connect() as db:
                pieces = (CutPiece(work.id, "tread", "tread", 0.0, 1000.0),)
                left = [RackBoard(38.0, 140.0, 1996.0, origin="offcut")]
                keep_cut(db, job, CutBoard(38.0, 140.0, 3000.0, pieces, there), left)
            told.append("cut")
        except BoardNotFound:
            told.append("gone")

    both = [threading.Thread(target=saw) for _ in range(2)]
    for one in both:
        one.start()
    for one in both:
        one.join()
    assert sorted(told) == ["cut", "gone"]
    with database.read() as db:
        assert [one.length for one in rack(db) if one.origin == "offcut"] == pytest.approx([1996.0])
