"""If these break, somebody at the saw cuts from another plan than the one on the screen."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_access import violations
from tests.browser.test_stair import saved, station


def at_the_saw(page: Page, name: str):
    """A work's boards, once no cheaper plan is looked for any more."""
    page.goto("/")
    page.get_by_role("link", name=re.compile(name)).click()
    station(page, "Cut")
    boards = page.locator(".cut-boards > li")
    expect(boards.first).to_be_visible()
    expect(page.locator(".cut-looking")).to_have_count(0)
    return boards


def test_boards_are_filled_ticked_and_taken_along(page):
    boards = at_the_saw(page, "Warden's hut")
    assert violations(page) == []
    expect(page.locator(".cut-section").first).to_contain_text("shared cut")
    boards.first.locator(".cut-done").click()
    expect(page.locator(".cut-already li")).to_have_count(1)
    page.reload()
    expect(page.locator(".cut-already li")).to_have_count(1)
    page.get_by_role("tab", name="Saw settings").click()
    expect(page.locator(".saw-settings > li").first).to_contain_text("Square")
    assert violations(page) == []
    page.get_by_role("tab", name="To buy").click()
    expect(page.locator(".cut-table tbody tr").first).to_be_visible()
    assert violations(page) == []
    page.get_by_role("tab", name="Sheets and files").click()
    with page.expect_download() as taken:
        page.get_by_role("button", name="Take the PDF along").click()
    assert taken.value.suggested_filename == "warden-s-hut-pdf.pdf"
    assert taken.value.path().read_bytes().startswith(b"%PDF")
    # The rack is the shop's: what was cut here is left as it was for whoever comes next.
    page.get_by_role("tab", name="Boards", exact=True).click()
    page.get_by_role("button", name="Not cut after all").click()
    expect(page.locator(".cut-already li")).to_have_count(0)


def test_a_spoiled_piece_is_planned_again_and_its_off_cut_lies_on_the_rack(page):
    boards = at_the_saw(page, "Hide stair")
    before = boards.count()
    boards.first.locator(".cut-done").click()
    expect(page.locator(".cut-already li")).to_have_count(1)
    page.locator(".cut-spoil").first.click()
    expect(page.locator(".cut-spoil[aria-pressed=true]")).to_have_count(1)
    expect(page.locator(".cut-already")).to_contain_text("spoiled")
    assert violations(page) == []
    page.get_by_role("button", name="Not cut after all").click()
    expect(page.locator(".cut-already li")).to_have_count(0)
    expect(page.locator(".cut-looking")).to_have_count(0)
    expect(boards).to_have_count(before)
    page.get_by_role("tab", name="On hand").click()
    page.get_by_label("Thickness").fill("1 1/2")
    page.get_by_label("Depth").fill("a hand")
    page.get_by_label("Length").fill("16'")
    page.get_by_role("button", name="Put on the rack").click()
    expect(page.get_by_role("alert")).to_be_visible()
    page.get_by_label("Depth").fill("11 1/4")
    page.get_by_role("button", name="Put on the rack").click()
    rack = page.locator(".rack-boards li").filter(has_text=re.compile("16’.0″"))
    expect(rack).to_have_count(1)
    field = rack.get_by_label("Defects")
    field.fill("3' to 3' 4\"")
    field.press("Enter")
    expect(rack.locator("rect.layer-cut")).to_have_count(1)
    rack.get_by_label("Sighted along").select_option("crooked")
    page.reload()
    page.get_by_role("tab", name="On hand").click()
    expect(rack.get_by_label("Sighted along")).to_have_value("crooked")
    expect(rack.locator("rect.layer-cut")).to_have_count(1)
    assert violations(page) == []
    page.get_by_role("tab", name="Boards", exact=True).click()
    expect(page.locator(".cut-boards").first).to_contain_text("on hand")
    page.get_by_role("tab", name="On hand").click()
    rack.get_by_role("button", name="Gone").click()
    expect(page.locator(".rack")).to_contain_text("No boards on hand")


def test_a_yard_that_is_short_sends_later_or_longer_and_what_came_is_on_hand(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Old landing steps")).click()
    station(page, "Cut")
    page.get_by_role("tab", name="To buy").click()
    page.get_by_role("button", name="Ask the made-up yard").click()
    first = page.locator(".yard-buttons button").first
    expect(first).to_be_visible()
    assert violations(page) == []
    first.click()
    expect(page.locator(".yard-orders li")).to_have_count(1)
    page.get_by_role("button", name="It came").click()
    expect(page.locator(".yard-orders li")).to_have_count(0)
    page.get_by_role("tab", name="On hand").click()
    expect(page.locator(".rack-boards li").first).to_contain_text("bought")
    for _ in range(page.locator(".rack-boards li").count()):
        left = page.locator(".rack-boards li").count()
        page.get_by_role("button", name="Gone").first.click()
        expect(page.locator(".rack-boards li")).to_have_count(left - 1)


def test_a_rafter_changed_after_it_was_cut_is_cut_again(page):
    boards = at_the_saw(page, "Punt lean-to")
    before = boards.count()
    boards.first.locator(".cut-done").click()
    expect(page.locator(".cut-already li")).to_have_count(1)
    page.reload()
    expect(page.locator(".cut-already li")).to_have_count(1)
    less = boards.count()
    assert less <= before
    station(page, "Measure")
    field = page.get_by_label("Span, over the plates")
    field.fill("6' 1\"")
    field.press("Enter")
    saved(page)
    station(page, "Cut")
    page.get_by_role("tab", name="Cut list").click()
    changed = page.locator(".cut-table tbody tr").first
    expect(changed).to_be_visible()
    page.get_by_role("tab", name="Boards", exact=True).click()
    page.get_by_role("button", name="Not cut after all").click()
    expect(page.locator(".cut-already li")).to_have_count(0)


def test_a_page_is_looked_at_before_it_is_printed_and_a_job_travels_as_a_file(page, tmp_path):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Warden's hut")).click()
    station(page, "Cut")
    page.get_by_role("tab", name="Sheets and files").click()
    page.get_by_role("button", name="Set-out sheets").click()
    picture = page.locator(".page-preview img")
    expect(picture).to_be_visible()
    assert picture.evaluate("(img) => img.decode().then(() => img.naturalWidth > 100)")
    page.get_by_role("button", name="Page after").click()
    expect(page.locator(".page-preview figcaption")).to_contain_text("Page 2 of")
    assert violations(page) == []
    page.get_by_role("button", name="Boards with their pieces").click()
    expect(page.locator(".page-preview figcaption")).to_contain_text("Page 1 of")
    assert violations(page) == []
    # What is printed is every page at its own size, and nothing of the screen; then the screen is as it was.
    page.evaluate("() => { window.printed = 0; window.print = () => { window.printed += 1; }; }")
    page.emulate_media(media="print")
    page.get_by_role("button", name=re.compile("^Print")).click(force=True)
    page.wait_for_function("() => window.printed === 1")
    pages = page.locator(".print-pages img")
    told = page.locator(".page-preview figcaption").text_content() or ""
    assert pages.count() == int(re.search(r"of (\d+)", told).group(1))
    box = pages.first.bounding_box()
    assert box
    assert box["width"] == pytest.approx(279.4 * 96 / 25.4, abs=1)
    assert box["height"] == pytest.approx(215.9 * 96 / 25.4, abs=1)
    assert page.locator("#root").is_hidden()
    page.evaluate("() => window.dispatchEvent(new Event('afterprint'))")
    page.emulate_media(media="screen")
    expect(page.locator(".print-pages")).to_have_count(0)
    expect(page.locator(".page-preview")).to_be_visible()
    page.goto("/")
    with page.expect_download() as taken:
        page.get_by_role("link", name="Take along").first.click()
    file = tmp_path / "job.json"
    taken.value.save_as(file)
    jobs = page.locator(".job")
    before = jobs.count()
    page.get_by_label("Take in a job file").set_input_files(file)
    expect(jobs).to_have_count(before + 1)
    file.write_text("{")
    page.get_by_label("Take in a job file").set_input_files(file)
    expect(page.get_by_role("alert")).to_contain_text("not a job file")
    expect(jobs).to_have_count(before + 1)
    assert violations(page) == []
    page.locator(".job").last.get_by_role("button", name=re.compile("Heron Flats")).first.click()
    page.get_by_role("menuitem", name="Delete").or_(page.get_by_role("button", name="Delete", exact=True)).first.click()
    expect(jobs).to_have_count(before)
