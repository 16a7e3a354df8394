"""One server and one browser for the whole run; every test gets a page of its own and waits on conditions."""

import shutil
import subprocess
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect, sync_playwright

from easynotch.timing.browser import ARGUMENTS
from easynotch.timing.server import free_port, wait_for
from tests.conftest import HOME


class Server:
    """A server process of its own, on a fixed port and folder, that can be killed and started again."""

    def __init__(self, folder: Path, command: str, *more: str) -> None:
        self.folder, self.command, self.more, self.port = folder, command, more, free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> "Server":
        launch = [str(HOME / "easy-notch"), self.command, "--port", str(self.port), "--data", str(self.folder)]
        self.process = subprocess.Popen([*launch, *self.more], stdout=subprocess.DEVNULL)
        wait_for(self.address)
        return self

    def kill(self) -> None:
        """The power goes: no time to say anything."""
        assert self.process is not None
        self.process.kill()
        self.process.wait(20)
        self.process = None

    def stop(self) -> None:
        if self.process is not None:
            self.process.terminate()
            self.process.wait(20)
            self.process = None


@pytest.fixture(scope="session")
def server(tmp_path_factory) -> Iterator[Server]:
    running = Server(tmp_path_factory.mktemp("data"), "demo").start()
    yield running
    running.stop()


PATIENCE = 30_000
"""ms a condition may take to come true; a machine with both cores busy has needed more than Playwright's five seconds."""


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    expect.set_options(timeout=PATIENCE)
    with sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=shutil.which("chromium"), args=ARGUMENTS)
        yield chromium
        chromium.close()


@pytest.fixture
def page(browser, server) -> Iterator[Page]:
    context = browser.new_context(
        service_workers="block", viewport={"width": 1280, "height": 800}, base_url=server.address
    )
    context.set_default_timeout(PATIENCE)
    opened = context.new_page()
    faults: list[str] = []
    opened.on("pageerror", lambda error: faults.append(str(error)))
    yield opened
    context.close()
    assert faults == []
