"""If these break, someone in glare, with a keyboard alone or with a screen reader cannot use a view."""

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

STATIONS = ("measure", "work-out", "mark", "cut")
SIZES = {"desk": (1280, 800), "phone": (390, 844), "wide": (1920, 1080)}


def open_station(page: Page, station: str) -> None:
    if not page.url.startswith("http"):
        page.goto("/")
    if station:
        page.goto("/")
        page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
        page.wait_for_url("**/measure")
        page.goto(page.url.replace("measure", station))
    page.locator(".card .profile, .sheet svg, .sheet-list, .candidates, .lens svg, .to-come h2").first.wait_for()
    page.evaluate("() => document.fonts.ready")


@pytest.mark.parametrize("theme", ["light", "dark", "sun"])
def test_no_view_breaks_the_access_rules_in_any_theme(page, theme):
    page.add_init_script(f"localStorage.setItem('theme', '{theme}')")
    for station in ("", *STATIONS):
        open_station(page, station)
        results = Axe().run(page, options={"runOnly": ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa", "best-practice"]})
        found = [
            (rule["id"], node["target"], node["failureSummary"][:200])
            for rule in results.response["violations"]
            for node in rule["nodes"]
        ]
        assert found == [], f"{station or 'bench'} in {theme}"


@pytest.mark.parametrize("size", SIZES)
def test_no_view_scrolls_sideways_or_writes_under_fourteen_pixels(page, size):
    page.set_viewport_size(dict(zip(("width", "height"), SIZES[size], strict=True)))
    for station in ("", *STATIONS):
        open_station(page, station)
        assert page.evaluate("document.documentElement.scrollWidth <= innerWidth"), station
        small = page.evaluate(
            """() => [...document.querySelectorAll("body *")]
              .filter((e) => [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim()))
              .filter((e) => e.checkVisibility() && parseFloat(getComputedStyle(e).fontSize) < 14)
              .map((e) => e.className + ": " + e.textContent)"""
        )
        assert small == [], station


def test_the_whole_stair_is_walked_by_keyboard_alone_with_the_focus_always_seen(page):
    page.goto("/")
    start = page.get_by_role("button", name=re.compile("Start a stair in a new job.*feet"))
    for _ in range(40):
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
