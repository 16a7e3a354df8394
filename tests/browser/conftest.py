"""One server and one browser for the whole run; every test gets a page of its own and waits on conditions."""

import subprocess
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, CDPSession, Page, expect, sync_playwright

from easynotch.timing.browser import ARGUMENTS, CHROMIUM
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
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        yield chromium
        chromium.close()


@dataclass(frozen=True)
class Window:
    """What all pages share: what was fetched once is not fetched again; what they keep is forgotten between tests."""

    context: BrowserContext
    blank: CDPSession
    address: str

    def forget(self) -> None:
        """Close every page but the blank one, and empty the browser's storage as if it had never been here."""
        for one in self.context.pages[1:]:
            one.close()
        self.context.clear_cookies()
        kinds = "local_storage,indexeddb,cache_storage,websql"
        self.blank.send("Storage.clearDataForOrigin", {"origin": self.address, "storageTypes": kinds})


@pytest.fixture(scope="session")
def window(browser, server) -> Iterator[Window]:
    context = browser.new_context(
        service_workers="block",
        viewport={"width": 1280, "height": 800},
        base_url=server.address,
        # What moves is drawn again and again, without a graphics card. By thumb and out of reach it does move.
        reduced_motion="reduce",
    )
    context.set_default_timeout(PATIENCE)
    yield Window(context, context.new_cdp_session(context.new_page()), server.address)
    context.close()


@pytest.fixture
def page(window) -> Iterator[Page]:
    opened = window.context.new_page()
    faults: list[str] = []
    opened.on("pageerror", lambda error: faults.append(str(error)))
    yield opened
    window.forget()
    assert faults == []
