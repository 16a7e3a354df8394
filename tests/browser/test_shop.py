"""If these break, a stair cannot be renamed or found, is deleted for good by a slip, or speaks another country's trade."""

import re

from playwright.sync_api import Page, expect

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
    page.goto("/")
    choice = page.locator(".job", has=page.get_by_role("heading", name="New job")).last.get_by_label(
        re.compile("Limits")
    )
    choice.select_option(label="Typical British dwelling")
    expect(choice).to_have_value("british_dwelling")
    page.goto(url)
    station(page, "Work out")
    expect(page.locator(".limits")).to_contain_text("Typical British dwelling")
