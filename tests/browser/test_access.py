"""If these break, someone in glare, with a keyboard alone or with a screen reader cannot use a view."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from easynotch.timing.browser import ARGUMENTS, CHROMIUM
from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import saved, start_stair

STATIONS = ("measure", "work-out", "mark", "cut", "fit")
PAGES = (
    "/settings", "/limits/north_american_deck", "job", "logbook", "order", "order crew", "roof measure", "roof work-out", "roof mark", "roof fit",
)  # fmt: skip
SIZES = {"desk": (1280, 800), "phone": (390, 844), "wide": (1920, 1080)}


def open_station(page: Page, station: str) -> None:
    if not page.url.startswith("http"):
        page.goto("/")
    if station.startswith("/"):
        page.goto(station)
    elif station == "job":
        page.goto("/")
        page.get_by_role("link", name="Job settings").first.click()
        page.wait_for_url("**/settings")
        page.get_by_role("button", name="Change: riser at most").click()
    elif station == "logbook":
        page.goto("/")
        page.get_by_role("link", name="Logbook").first.click()
        page.wait_for_url("**/logbook")
    elif station.startswith("order"):
        page.goto("/")
        page.get_by_role("link", name="Order of work").nth(3).click()
        page.wait_for_url("**/order")
        if station == "order crew":
            page.get_by_role("tab", name="Crew and times").click()
        else:
            page.locator(".order-day .task-line").nth(2).get_by_role("button").click()
    elif station:
        *roof, station = station.split()
        page.goto("/")
        page.get_by_role("link", name="Boat store" if roof else "Boardwalk steps").click()
        page.wait_for_url("**/measure")
        page.goto(page.url.replace("measure", station))
    page.locator(
        ".card .profile, .sheet svg, .sheet-list, .candidates, .lens svg, .fits svg, .to-come h2, .settings h2, .cut-page h2, "
        ".logbook-day h2, .order-day h2, .order-crew h2"
    ).first.wait_for()
    page.evaluate("() => document.fonts.ready")


# Of what a page keeps only one example each: listing them all takes longer than looking.
BRIEF = {"resultTypes": ["violations"]}
RULES = {"runOnly": ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa", "best-practice"], **BRIEF}
COLOURS = {"runOnly": {"type": "rule", "values": ["color-contrast"]}, **BRIEF}
"""What changes with the theme; names, roles and order are those of the first."""


def violations(page: Page, options: dict[str, object] = RULES) -> list[tuple[str, str, str]]:
    results = Axe().run(page, options=options)
    return [
        (rule["id"], str(node["target"]), node["failureSummary"][:200])
        for rule in results.response["violations"]
        for node in rule["nodes"]
    ]


def change_theme(page: Page, theme: str) -> None:
    """The theme chosen in another tab: it holds here too."""
    page.evaluate(
        """async (theme) => {
          const paper = () => getComputedStyle(document.documentElement).getPropertyValue("--paper");
          const [before, chosen] = [paper(), localStorage.getItem("theme") ?? "light"];
          localStorage.setItem("theme", theme);
          window.dispatchEvent(new StorageEvent("storage", { key: "theme" }));
          while (theme !== chosen && paper() === before) await new Promise(requestAnimationFrame);
        }""",
        theme,
    )
    page.evaluate("() => Promise.allSettled(document.getAnimations().map((one) => one.finished))")


def in_every_theme(page: Page) -> list[tuple[str, str, str, str]]:
    """Every rule in the first theme, every colour in the others."""
    found = []
    for theme, rules in (("light", RULES), ("dark", COLOURS), ("sun", COLOURS)):
        change_theme(page, theme)
        found += [(theme, *one) for one in violations(page, rules)]
    return found


SMALL = """() => [...document.querySelectorAll("body *")]
  .filter((e) => [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()))
  .filter((e) => e.checkVisibility() && parseFloat(getComputedStyle(e).fontSize) < 14)
  .map((e) => e.className + ": " + e.textContent)"""


def test_no_view_breaks_the_access_rules_in_any_theme_scrolls_sideways_or_writes_small_at_any_size(page):
    for station in ("", *STATIONS, *PAGES):
        page.set_viewport_size({"width": 1280, "height": 800})
        open_station(page, station)
        assert in_every_theme(page) == [], station or "bench"
        for size, (width, height) in SIZES.items():
            page.set_viewport_size({"width": width, "height": height})
            # Drawings are laid out anew for the room they have.
            page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
            page.wait_for_function("document.documentElement.scrollWidth <= innerWidth")
            assert page.evaluate(SMALL) == [], (station or "bench", size)


def test_no_sheet_or_panel_over_a_view_breaks_them_either(page):
    start_stair(page)
    for opener in ("History", "Keys", "Settings that hold here"):
        page.get_by_role("button", name=opener).click()
        expect(page.get_by_role("dialog")).to_be_visible()
        page.evaluate("() => Promise.allSettled(document.getAnimations().map((one) => one.finished))")
        assert in_every_theme(page) == [], opener
        page.keyboard.press("Escape")
        expect(page.get_by_role("dialog")).to_have_count(0)
    make_conflict(page)
    assert in_every_theme(page) == [], "conflict"
    page.goto("/")
    page.get_by_role("button", name=re.compile("More about")).first.click()
    page.get_by_role("menuitem", name="Rename").click()
    expect(page.get_by_role("dialog")).to_be_visible()
    page.evaluate("() => Promise.allSettled(document.getAnimations().map((one) => one.finished))")
    assert in_every_theme(page) == [], "rename"


def make_conflict(page: Page) -> None:
    """Two tabs on the open stair save different rises."""
    commit(page, "Total rise", "50")
    saved(page)
    other = page.context.new_page()
    other.goto(page.url)
    commit(other, "Total rise", "51")
    saved(other)
    other.close()
    commit(page, "Total rise", "52")
    expect(page.get_by_role("alertdialog")).to_be_visible()


CLIPPED = """() => [...document.querySelectorAll("body *")]
  .filter((e) => [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()))
  .filter((e) => e.checkVisibility() && !e.closest(".hidden, svg, option"))
  .filter((e) => {
    const style = getComputedStyle(e);
    const hides = style.overflowX !== "visible" && style.overflowX !== "auto";
    const box = e.getBoundingClientRect();
    return (hides && e.scrollWidth > e.clientWidth + 1) || box.right > innerWidth + 1 || box.left < -1;
  })
  .map((e) => e.className + ": " + e.textContent.slice(0, 60))"""


@pytest.mark.parametrize("way", ["zoomed", "larger text"])
def test_no_word_is_lost_at_twice_the_size(browser, server, tmp_path, way):
    """Zoom halves the page in CSS pixels; the reader's own letter size leaves the page and doubles the letters."""
    zoomed = way == "zoomed"
    context = browser.browser_type.launch_persistent_context(
        tmp_path,
        executable_path=CHROMIUM,
        args=[*ARGUMENTS, f"--blink-settings=defaultFontSize={16 if zoomed else 32}"],
        viewport={"width": 640, "height": 400} if zoomed else {"width": 1280, "height": 800},
        device_scale_factor=2 if zoomed else 1,
        base_url=server.address,
        reduced_motion="reduce",
    )
    page = context.new_page()
    page.goto("/")
    assert page.evaluate("getComputedStyle(document.documentElement).fontSize") == ("16px" if zoomed else "32px")
    for station in ("", *STATIONS, *PAGES):
        open_station(page, station)
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), (way, station)
        assert page.evaluate(CLIPPED) == [], (way, station)
    context.close()


def test_single_keys_can_be_switched_off_and_the_search_has_one(page):
    page.goto("/settings")
    off = page.get_by_role("radio", name=re.compile("^do nothing", re.I))
    off.check()
    expect(off).to_be_checked()
    try:
        open_station(page, "work-out")
        page.keyboard.press("3")
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_have_count(0)
        assert page.url.endswith("work-out")
    finally:
        page.goto("/settings")
        page.get_by_role("radio", name=re.compile("^work", re.I)).check()
        expect(page.get_by_role("radio", name=re.compile("^work", re.I))).to_be_checked()
    open_station(page, "work-out")
    page.keyboard.press("3")
    page.wait_for_url("**/mark**")


def test_the_whole_stair_is_walked_by_keyboard_alone_with_the_focus_always_seen(page):
    page.goto("/")
    start = page.get_by_role("button", name=re.compile("Start a stair in a new job.*feet"))
    for _ in range(120):
        page.keyboard.press("Tab")
        if start.evaluate("e => e === document.activeElement"):
            break
    page.keyboard.press("Enter")
    rise = page.get_by_label("Total rise")
    expect(rise).to_be_visible()
    for _ in range(40):
        page.keyboard.press("Tab")
        outline = page.evaluate("getComputedStyle(document.activeElement).outlineStyle")
        assert outline != "none", page.evaluate("document.activeElement.outerHTML.slice(0, 120)")
        if rise.evaluate("e => e === document.activeElement"):
            break
    page.keyboard.type("29 1/2")
    page.keyboard.press("Enter")
    expect(page.get_by_role("status")).to_have_text("Saved")
    page.keyboard.press("Escape")
    page.keyboard.press("2")
    page.wait_for_url("**/work-out")
    page.get_by_role("button", name="Choose 5 risers").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="Choose 5 risers")).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("3")
    expect(page.locator(".lens svg")).to_be_visible()
    page.keyboard.press("PageDown")
    expect(page.locator(".stops [aria-current=step]")).to_contain_text("Top level line")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("0")
    expect(page.get_by_role("heading", name="The bench")).to_be_visible()
