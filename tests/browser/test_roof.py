"""The roof as a person walks it: from two tapes and a pitch to the pattern's marks, the whole, and the dry fit."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import running_marks, saved, station


def start_roof(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name=re.compile("Start a roof in a new job.*feet")).click()
    expect(page.get_by_label("Span, over the plates")).to_be_visible()


def test_from_span_length_and_pitch_to_a_pattern_rafter_that_fits(page):
    start_roof(page)
    station(page, "Mark")
    expect(page.get_by_role("heading", name="Span or length: missing")).to_be_visible()
    station(page, "Measure")
    commit(page, "Span, over the plates", "11' 3\"")
    commit(page, "Length of the plates", "19' 6\"")
    saved(page)
    expect(page.locator(".label-ridge_underside")).to_contain_text("″")
    station(page, "Work out")
    commit(page, "Pitch", "9/12")
    saved(page)
    page.get_by_role("button", name="HAP", exact=True).click()
    page.locator(".notch-rules input").fill("5 7/8")
    page.locator(".notch-rules input").press("Enter")
    saved(page)
    commit(page, "Overhang", "14")
    saved(page)
    # The reference's ridge underside for this building.
    expect(page.locator(".fact-rows")).to_contain_text("3’\u200910\u200911⁄16″")
    station(page, "Mark")
    marks = running_marks(page)
    assert marks[0].endswith("6’ 11 7/16″")
    assert marks[-1].endswith("8’ 4″")
    page.get_by_role("button", name=re.compile("Set out plates and ridge")).click()
    expect(page.locator(".lath li")).to_have_count(16)
    station(page, "Fit")
    expect(page.locator(".fit-card")).to_have_count(8)
    expect(page.locator(".fit-card.stop")).to_have_count(0)
    page.reload()
    expect(page.locator(".fit-card")).to_have_count(8)


def test_a_wrong_pitch_gets_a_sentence_and_the_shape_changes_by_its_drawing(page):
    start_roof(page)
    commit(page, "Span, over the plates", "10'")
    commit(page, "Length of the plates", "16'")
    saved(page)
    page.get_by_role("button", name="Gambrel").click()
    saved(page)
    commit(page, "Upper pitch", "4/12")
    saved(page)
    station(page, "Work out")
    commit(page, "Pitch", "steep")
    expect(page.get_by_role("alert").filter(has_text="is not a pitch")).to_be_visible()
    expect(page.get_by_label("Pitch")).to_have_value("steep")
    commit(page, "Pitch", "20/12")
    saved(page)
    station(page, "Mark")
    expect(page.get_by_role("button", name=re.compile("Lower rafter"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Upper rafter"))).to_be_visible()
    station(page, "Measure")
    page.get_by_role("button", name="Lean-to").click()
    saved(page)
    station(page, "Fit")
    expect(page.locator(".fit-card").first).to_be_visible()
    expect(page.locator(".fit-card.stop")).to_have_count(0)


def test_the_whole_is_fetched_only_when_it_is_asked_for_and_a_tapped_piece_can_be_marked(page):
    chunks: list[str] = []
    page.on("request", lambda request: chunks.append(request.url))
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    station(page, "Work out")
    expect(page.get_by_role("button", name="Show the whole")).to_be_visible()
    assert not [url for url in chunks if "Whole-" in url or "/api/whole" in url]
    page.get_by_role("button", name="Show the whole").click()
    canvas = page.locator(".whole-scene canvas")
    expect(canvas).to_be_visible()
    page.get_by_role("button", name="ridge", exact=True).click()
    page.get_by_role("button", name="Turn to the right").click()
    box = canvas.bounding_box()
    pick = page.get_by_role("button", name=re.compile("Lay it on the horses"))
    for share in (0.5, 0.46, 0.54, 0.42, 0.58, 0.38):
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] * share)
        if pick.count():
            break
    expect(pick).to_contain_text("Ridge")
    pick.click()
    expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text("Ridge")
