"""A bench of a thousand works: from a key or a tap to the cards redrawn, in headless Chromium."""

import shutil
import tempfile
from pathlib import Path
from typing import Any

from ..core.tape import Units
from ..exchange import usual_flight
from ..store import Database, create_job, create_work
from .browser import ARGUMENTS, CHROMIUM
from .server import percentile, served

JOBS, WORKS = 25, 40
WORDS = ("hide", "kiosk", "lookout", "porch", "hut", "store", "ramp", "reading room")
SOUGHT = ("hide", "kio", "porch 12", "room 3", "hut", "store 2", "lookout", "ramp 31")

WATCH = """
async () => {
  const cards = () => [...document.querySelectorAll(".card strong")].map((e) => e.textContent).join("|");
  const before = cards();
  window.redrawn = new Promise((resolve) => {
    let pressed = 0;
    const start = () => { pressed ||= performance.now(); };
    for (const kind of ["keydown", "pointerdown"]) addEventListener(kind, start, { once: true, capture: true });
    new MutationObserver((_, observer) => {
      const now = cards();
      if (now !== before && now !== "") {
        observer.disconnect();
        requestAnimationFrame(() => resolve(performance.now() - pressed));
      }
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
}
"""
WAITED = "() => Promise.race([window.redrawn, new Promise((done) => setTimeout(() => done(null), 1500))])"


def fill(folder: Path) -> None:
    """A thousand stairs in as many as twenty-five jobs, all measured."""
    with Database(folder).connect() as db:
        for job in range(JOBS):
            stored = create_job(db, f"Heron Flats, part {job + 1}", str(Units.IMPERIAL))
            for number in range(WORKS):
                name = f"{WORDS[(job + number) % len(WORDS)]} {number + 1}"
                document = usual_flight(Units.IMPERIAL, name)
                create_work(db, stored.id, {**document, "total_rise": f'{24 + (job * WORKS + number) % 90}"'})


def bench_1000_p95_ms() -> float:
    """The 95th percentile over opening such a bench and every key of seeking in it that changes what is seen."""
    from playwright.sync_api import sync_playwright  # noqa: PLC0415 - only the bench needs a browser

    folder = Path(tempfile.mkdtemp(prefix="easy-notch-full-"))
    times: list[float] = []
    try:
        fill(folder)
        with served(folder) as address, sync_playwright() as playwright:
            browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
            page: Any = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(address)
            for sought in SOUGHT:
                page.locator(".card").nth(len(times) % 7).click()
                page.wait_for_selector(".sheet svg")
                page.reload()  # nothing of the bench is left in the page
                with page.expect_response("**/api/bench*"):
                    page.wait_for_selector(".sheet svg")
                page.evaluate(WATCH)
                page.locator(".logo").click()
                times.append(page.evaluate(WAITED))
                page.evaluate("() => new Promise((done) => requestIdleCallback(done))")
                field = page.get_by_role("searchbox")
                for letter in sought:
                    page.evaluate(WATCH)
                    field.press(letter)
                    waited = page.evaluate(WAITED)
                    if waited is not None:
                        times.append(waited)
            browser.close()
    finally:
        shutil.rmtree(folder, ignore_errors=True)
    return percentile(times, 95)
