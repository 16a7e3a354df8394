"""If these break, somebody at the saw cuts from another plan than the one on the screen."""

import re

from playwright.sync_api import expect

from tests.browser.test_access import violations
from tests.browser.test_stair import saved, station


def test_boards_are_filled_ticked_and_taken_along(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Warden's hut")).click()
    station(page, "Cut")
    boards = page.locator(".cut-boards li")
    expect(boards.first).to_be_visible()
    assert violations(page) == []
    expect(page.locator(".cut-section").first).to_contain_text("cuts part two pieces at one angle")
    boards.first.get_by_role("checkbox").check()
    page.reload()
    expect(page.locator(".cut-boards li").first.get_by_role("checkbox")).to_be_checked()
    page.get_by_role("button", name="Saw settings").click()
    expect(page.locator(".saw-settings > li").first).to_contain_text("Square")
    assert violations(page) == []
    page.get_by_role("button", name="To buy").click()
    expect(page.locator(".cut-table tbody tr").first).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="Sheets and files").click()
    with page.expect_download() as taken:
        page.get_by_role("button", name="Cutting sheets").click()
    assert taken.value.suggested_filename == "warden-s-hut-pdf.pdf"
    assert taken.value.path().read_bytes().startswith(b"%PDF")


def test_a_changed_rafter_starts_its_boards_anew(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Punt lean-to")).click()
    station(page, "Cut")
    page.locator(".cut-boards li").first.get_by_role("checkbox").check()
    station(page, "Measure")
    field = page.get_by_label("Span, over the plates")
    field.fill("6' 1\"")
    field.press("Enter")
    saved(page)
    station(page, "Cut")
    expect(page.locator(".cut-boards li").first.get_by_role("checkbox")).not_to_be_checked()
