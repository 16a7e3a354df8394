import pytest

from easynotch.store import Database
from easynotch.web.app import create_app
from easynotch.web.serving import load_demo


@pytest.fixture
def client(tmp_path, home):
    database = Database(tmp_path)
    load_demo(database, home / "demo")
    return create_app(database, home / "frontend" / "dist").test_client()


@pytest.fixture
def work(client):
    return client.get("/api/bench").json["jobs"][0]["cards"][0]["work"]
