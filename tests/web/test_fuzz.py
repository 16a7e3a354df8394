"""If this breaks, some odd request crashes the server, or gets an answer its own document does not describe."""

import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis import checks
from schemathesis.specs.openapi import checks as promised

from easynotch.store import (
    CutBoard,
    CutPiece,
    Database,
    Ordered,
    RackBoard,
    add_to_rack,
    create_limit_set,
    create_work,
    keep_cut,
    list_devices,
    list_jobs,
    new_code,
    order,
    pair,
)
from easynotch.store.log import Entry, Picture, add_entry
from easynotch.web.app import create_app
from easynotch.web.server.sharing import LOOPBACK, Door
from easynotch.web.serving import load_demo

HELD = [
    checks.not_a_server_error,
    promised.status_code_conformance,
    promised.content_type_conformance,
    promised.response_schema_conformance,
]
"""That valid data is never refused is not among them: lengths are strings, and most strings are no length."""


def test_no_request_made_from_our_own_document_crashes_or_is_answered_otherwise_than_it_says(tmp_path, home, capsys):
    database = Database(tmp_path)
    load_demo(database, home / "demo")
    app = create_app(database, door=Door(LOOPBACK, frozenset(), "http://heron.test"))
    schema = schemathesis.openapi.from_wsgi("/api/openapi.json", app)
    operations = [result.ok() for result in schema.get_all_operations()]
    described = sum(len(methods) for methods in app.test_client().get("/api/openapi.json").json["paths"].values())
    with database.read() as db:
        job = list_jobs(db)[0]
    ran: dict[str, int] = {}

    def fuzz(operation) -> None:
        name = f"{operation.method.upper()} {operation.path}"

        @settings(max_examples=9, deadline=None, suppress_health_check=list(HealthCheck))
        @given(case=operation.as_strategy())
        def call(case):
            ran[name] = ran.get(name, 0) + 1
            if ran[name] % 2 and case.path_parameters:
                # Every other call goes to a job, a work, a limit set, a device and an instrument that are there.
                with database.connect() as db:
                    work = create_work(db, job.id, {"kind": "flight", "name": "fuzzed"})
                    own = create_limit_set(db, "fuzzed", "british_dwelling")
                    paired = pair(db, new_code(db), "fuzzed")
                    device = list_devices(db)[-1].id if paired.token else ""
                    lying = add_to_rack(db, RackBoard(38.0, 140.0, 3000.0))
                    pieces = (CutPiece(work.id, "stringer", "stringer", 0.0, 900.0),)
                    cut = keep_cut(db, job.id, CutBoard(38.0, 140.0, 3000.0, pieces), [])
                    pictured = add_entry(db, Entry(job.id, "picture"), Picture(1, 1, b"\xff\xd8", b"\xff\xd8"))
                    owed = order(db, Ordered(job.id, 38.0, 140.0, 3000.0, 2, 9.0, 3))
                there = {
                    "job_id": job.id, "work_id": work.id, "set_id": own.id, "device_id": device, "order_id": owed,
                    "board_id": lying if "/rack/" in operation.path else cut, "place": 0, "token": "t",
                    "number": 1, "kind": "meter", "entry": pictured,
                    "task": f"{work.id}.measure", "task_kind": "scaffold",
                }  # fmt: skip
                case.path_parameters = {key: there[key] for key in case.path_parameters}
            case.call_and_validate(checks=HELD)

        call()

    for operation in operations:
        fuzz(operation)
    with capsys.disabled():
        pass
    assert len(ran) == len(operations) == described
