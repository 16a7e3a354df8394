"""If these break, a stair cannot be renamed or found, is deleted for good by a slip, or speaks another country's trade."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import running_marks, saved, start_stair, station


def more(page: Page, name: str, action: str) -> None:
    page.get_by_role("button", name=f"More about {name}", exact=True).last.click()
    page.get_by_role("menuitem", name=action).click()


def test_a_stair_is_renamed_duplicated_deleted_and_put_back(page):
    start_stair(page, "millimetres")
    page.get_by_label("Total rise").fill("1164")
    page.get_by_label("Total rise").press("Enter")
    saved(page)
    page.goto("/")
    more(page, "Stair", "Rename")
    page.get_by_role("textbox", name="Name").fill("Hide <b>steps</b>")
    page.get_by_role("button", name="Keep").click()
    card = page.get_by_role("link", name="Hide <b>steps</b>")
    expect(card).to_have_count(1)
    more(page, "Hide <b>steps</b>", "Duplicate")
    expect(card).to_have_count(2)
    more(page, "Hide <b>steps</b> 2", "Delete")
    expect(card).to_have_count(1)
    page.get_by_role("button", name="Put it back").click()
    expect(card).to_have_count(2)
    card.last.click()
    expect(page.get_by_label("Total rise")).to_have_value("1164 mm")


def test_the_words_change_on_an_open_stair_and_no_number_does(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
    station(page, "Mark")
    before = running_marks(page)
    assert before[0].endswith("weak")
    url = page.url
    try:
        page.goto("/settings")
        page.get_by_label("Britain and Ireland").check()
        expect(page.get_by_label("Britain and Ireland")).to_be_checked()
        page.goto(url)
        after = running_marks(page)
        assert [mark.replace("bare", "weak").replace("full", "strong") for mark in after] == before
        expect(page.get_by_role("button", name=re.compile("Inner string, notched over the foot plate"))).to_be_visible()
    finally:
        page.goto("/settings")
        page.get_by_label("North America").check()
        expect(page.get_by_label("North America")).to_be_checked()


def test_another_limit_set_judges_the_same_stair_otherwise(page):
    start_stair(page)
    page.get_by_label("Total rise").fill("52 3/8")
    page.get_by_label("Total rise").press("Enter")
    saved(page)
    url = page.url
    page.get_by_role("button", name="Settings that hold here").click()
    page.get_by_role("link", name="Change for this job").click()
    choice = page.get_by_role("combobox", name=re.compile("Limits"))
    choice.select_option(label="Typical British dwelling")
    expect(choice).to_have_value("british_dwelling")
    page.goto(url)
    station(page, "Work out")
    expect(page.locator(".limits")).to_contain_text("Typical British dwelling")


def test_a_job_changes_a_limit_with_its_reason_and_its_work_says_so(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    saved(page)
    url = page.url
    page.get_by_role("button", name="Settings that hold here").click()
    page.get_by_role("link", name="Change for this job").click()
    page.get_by_role("button", name="Change: riser at most").click()
    page.get_by_label("Value").fill("7")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("alert")).to_contain_text("At least 3 characters")
    expect(page.get_by_label("Value")).to_have_value("7")
    page.get_by_label("Reason").fill("The marsh board's letter")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("button", name="Keep")).to_have_count(0)
    page.get_by_role("radio", name=re.compile("^Britain and Ireland")).check()
    expect(page.get_by_role("radio", name=re.compile("^Britain and Ireland"))).to_be_checked()
    page.goto(url)
    station(page, "Work out")
    expect(page.locator(".checks").first).to_contain_text("The marsh board's letter")
    expect(page.locator(".limits")).to_contain_text("1 changed for this job")
    page.locator(".units").click()
    sheet = page.get_by_role("dialog")
    expect(sheet.locator(".origins .job").first).to_contain_text("Britain and Ireland")
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
    page.locator(".units").click()
    expect(page.get_by_role("dialog")).to_contain_text("North America")


def test_what_is_put_away_is_out_of_the_way_and_comes_back(page):
    start_stair(page)
    page.goto("/")
    more(page, "Stair", "Rename")
    page.get_by_role("textbox", name="Name").fill("Old ramp")
    page.get_by_role("button", name="Keep").click()
    card = page.get_by_role("link", name="Old ramp")
    expect(card).to_have_count(1)
    more(page, "Old ramp", "Put away")
    expect(card).to_have_count(0)
    page.get_by_role("button", name=re.compile("1 put away")).click()
    expect(card).to_have_count(1)
    more(page, "Old ramp", "Take out again")
    expect(card).to_have_count(0)
    page.get_by_role("button", name="Back to the bench").click()
    expect(card).to_have_count(1)


def test_an_own_square_is_typed_and_a_size_that_is_none_stays_to_be_corrected(page):
    page.goto("/settings")
    try:
        page.get_by_role("radio", name="its own sizes").check()
        body = page.get_by_label("Body, outside")
        body.fill("eighteen")
        body.press("Enter")
        expect(page.get_by_role("alert").filter(has_text="is not a length")).to_be_visible()
        body.fill("18")
        body.press("Enter")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.reload()
        expect(page.get_by_label("Body, outside")).to_have_value("18″".replace("″", '"'))
    finally:
        page.get_by_role("radio", name=re.compile("^24 by 16")).check()
        expect(page.get_by_label("Body, outside")).to_have_count(0)
