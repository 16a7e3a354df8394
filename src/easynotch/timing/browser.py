"""From a key pressed to the board redrawn, in headless Chromium."""

import shutil
from typing import Any

from .server import percentile, served

ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-quic",
    "--no-first-run",
]
CHROMIUM = shutil.which("chromium-headless-shell") or shutil.which("chromium")
"""Debian's Chromium, without a window where there is one without."""
KEYS = 60
REDRAWN = """
async () => {
  const board = document.querySelector(".shape-stringer");
  const input = document.querySelector(".label-total_rise input");
  const before = board.getAttribute("points");
  window.redrawn = new Promise((resolve) => {
    let pressed = 0;
    input.addEventListener("keydown", () => { pressed = performance.now(); }, { once: true });
    new MutationObserver((_, observer) => {
      const now = document.querySelector(".shape-stringer");
      if (now && now.getAttribute("points") !== before) {
        observer.disconnect();
        requestAnimationFrame(() => resolve(performance.now() - pressed));
      }
    }).observe(document.querySelector(".sheet"), { subtree: true, childList: true, attributes: true });
  });
}
"""

WAITED = "() => Promise.race([window.redrawn, new Promise((done) => setTimeout(() => done(5000), 5000))])"


def key_to_redraw_p95_ms() -> float:
    """Type digits into the total rise of the boardwalk flight and time each to the frame after the redrawn board."""
    from playwright.sync_api import sync_playwright  # noqa: PLC0415 - only the bench needs a browser

    with served() as address, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        page: Any = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(address)
        page.click(".card")
        page.wait_for_selector(".shape-stringer")
        field = page.locator(".label-total_rise input")
        times: list[float] = []
        for k in range(KEYS):
            field.fill(f"{40 + k % 12}.")
            page.wait_for_timeout(200)
            page.evaluate(REDRAWN)
            # "43." becomes "43.6": the one key changes the board.
            field.press(str(k % 10) if k % 10 else "5")
            times.append(page.evaluate(WAITED))
        browser.close()
    return percentile(times, 95)
