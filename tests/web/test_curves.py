"""If these break, a job with a curved work is half taken in, and the half that is missing is not said."""

import json

from easynotch.cli import main


def test_what_does_not_know_curves_yet_says_so(client, capsys, tmp_path):
    curve = {"kind": "curve", "form": "vault", "chord": 3000, "rise": 600, "stock": {"thickness": 38, "depth": 235}}
    job = {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [curve]}
    file = tmp_path / "job.json"
    file.write_text(json.dumps(job))
    assert main(["steps", str(file)]) == 2
    assert "work-out` alone so far" in capsys.readouterr().err
    for address in ("/api/work-out", "/api/jobs/import"):
        answer = client.post(address, json=job)
        assert answer.status_code == 422 and "alone so far" in answer.json["errors"][0]["sentence"], address
