"""If these break, what was noted at the horses is lost, or is told otherwise to the inspector than it was written."""

import io
import re

from PIL import Image
from playwright.sync_api import Page, expect
from pypdf import PdfReader

from tests.browser.test_mark import boat_store
from tests.browser.test_outbox import problem


def open_logbook(page: Page) -> None:
    page.get_by_role("link", name="Logbook").last.click()
    page.wait_for_url("**/logbook**")
    expect(page.locator(".logbook-day li").first).to_be_visible()


def picture() -> bytes:
    made = io.BytesIO()
    Image.new("RGB", (1600, 1200), (160, 120, 80)).save(made, "JPEG")
    return made.getvalue()


def test_a_note_a_picture_and_its_correction_are_found_again_and_stand_in_the_record(page: Page) -> None:
    boat_store(page)
    open_logbook(page)
    lines = page.locator(".logbook-day li")
    page.get_by_label("Note", exact=True).fill("The far plate stands 12 mm low.")
    page.get_by_label("By whom").first.fill("Carpenter")
    # Nothing that was typed is lost by leaving.
    page.reload()
    expect(page.get_by_label("Note", exact=True)).to_have_value("The far plate stands 12 mm low.")
    page.get_by_role("button", name="Add to the logbook").click()
    expect(lines.first).to_contain_text("The far plate stands 12 mm low.")
    expect(lines.first).to_contain_text("Boat store · Carpenter")
    expect(page.get_by_label("Note", exact=True)).to_have_value("")
    lines.first.get_by_role("button", name="Correct this").click()
    page.get_by_label("Note", exact=True).fill("It stands 9 mm low.")
    page.get_by_role("button", name="Add to the logbook").click()
    expect(lines.first).to_contain_text("Correction: It stands 9 mm low.")
    expect(lines.nth(1)).to_contain_text("Corrected later.")
    page.get_by_label("Note", exact=True).fill("The gable as found.")
    file = {"name": "gable.jpg", "mimeType": "image/jpeg", "buffer": picture()}
    page.get_by_test_id("picture").set_input_files(file)
    shown = lines.first.get_by_role("img", name="The gable as found.")
    expect(shown).to_be_visible()
    assert shown.evaluate("img => img.decode().then(() => img.naturalWidth)") == 360
    page.get_by_test_id("picture").set_input_files({**file, "buffer": b"no picture"})
    expect(page.get_by_text("No picture that can be read.")).to_be_visible()
    page.get_by_label("Search").fill("plat far")
    expect(lines).to_have_count(1)
    page.get_by_label("Search").fill("")
    page.get_by_label("What").select_option("Pictures")
    expect(lines).to_have_count(1)
    with page.expect_download() as taken:
        page.get_by_role("link", name="Site record to print").click()
    text = " ".join(" ".join(page.extract_text() for page in PdfReader(taken.value.path()).pages).split())
    assert "Correction: It stands 9 mm low." in text
    page.get_by_role("link", name="Back to Boat store").click()
    page.wait_for_url("**/measure")


def test_a_note_waits_where_the_program_does_not_take_it_and_is_in_the_logbook_once(page: Page) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    boat_store(page)
    stops = page.locator(".stops li")
    page.get_by_role("button", name="Marked").click()
    expect(stops.first).to_have_class(re.compile("done"))
    page.wait_for_load_state("networkidle")
    # On a phone the bar has no room for it: it is opened from Fit.
    page.goto(page.url.split("/mark")[0] + "/fit")
    open_logbook(page)
    # What was done at Mark is there without anybody writing it.
    expect(page.locator(".logbook-day li").first).to_contain_text("Common rafter marked:")
    notes = re.compile(r"/logbook(\?|$)")

    def refuse(route) -> None:
        if route.request.method == "POST":
            route.fulfill(**problem(503, "Busy."))
        else:
            route.fallback()

    page.route(notes, refuse)
    page.get_by_label("Note", exact=True).fill("Half the deck is wet.")
    page.get_by_role("button", name="Add to the logbook").click()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    page.unroute(notes)
    expect(page.get_by_text("not kept yet")).to_have_count(0)
    wet = page.locator(".logbook-day li").filter(has_text="Half the deck is wet.")
    expect(wet).to_have_count(1)
    page.reload()
    expect(wet).to_have_count(1)
    page.go_back()
    page.goto(page.url.split("/fit")[0] + "/mark?stop=0")
    stops.first.get_by_role("button").click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    page.wait_for_load_state("networkidle")
