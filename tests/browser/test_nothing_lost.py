"""If these break, two people overwrite each other's measurements, or a stopped server swallows a word."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Server
from tests.browser.test_stair import saved, start_stair, station


def commit(page: Page, label: str, text: str) -> None:
    page.get_by_label(label, exact=True).fill(text)
    page.get_by_label(label, exact=True).press("Enter")


@pytest.mark.parametrize("side", ["On this screen", "Kept meanwhile"])
def test_two_tabs_on_one_stair_are_shown_side_by_side_and_either_can_be_kept(page, side):
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    other = page.context.new_page()
    other.goto(page.url)
    expect(other.get_by_label("Total rise")).to_have_value(re.compile("4’.2″"))
    commit(page, "Total rise", "51")
    saved(page)
    commit(page, "Width over the stringers", "40")
    saved(page)
    commit(other, "Total rise", "52")
    panel = other.get_by_role("alertdialog")
    row = panel.get_by_role("row", name=re.compile("^Total rise|^total rise"))
    expect(row).to_contain_text('52"')
    expect(row).to_contain_text('51"')
    expect(panel.get_by_role("row", name=re.compile("width over"))).to_contain_text('40"')
    row.get_by_role("radio").nth(0 if side == "On this screen" else 1).check()
    panel.get_by_role("button", name="Keep these").click()
    saved(other)
    expect(other.get_by_label("Total rise")).to_have_value(re.compile("4’.4″" if side == "On this screen" else "4’.3″"))
    expect(other.get_by_label("Width over the stringers")).to_have_value(re.compile("3’.4″"))
    other.get_by_role("button", name="History").click()
    history = other.get_by_role("dialog")
    expect(history).to_contain_text('otal rise 50" → 51"')
    assert ('otal rise 51" → 52"' in history.inner_text()) == (side == "On this screen")


def test_a_step_back_over_another_screens_change_is_not_taken_silently(page):
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    other = page.context.new_page()
    other.goto(page.url)
    commit(other, "Total rise", "51")
    saved(other)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_role("alert")).to_contain_text("Nothing was undone")
    expect(page.get_by_label("Total rise")).to_have_value(re.compile("4’.3″"))
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Total rise")).to_have_value(re.compile("4’.2″"))
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_server_stopped_while_typing_loses_no_word_and_saving_resumes_by_itself(browser, tmp_path):
    server = Server(tmp_path, "serve").start()
    try:
        context = browser.new_context(
            service_workers="block", viewport={"width": 1280, "height": 800}, base_url=server.address
        )
        page = context.new_page()
        page.goto("/")
        expect(page.get_by_text("Nothing on the bench yet")).to_be_visible()
        start_stair(page)
        commit(page, "Total rise", "50")
        saved(page)
        server.kill()
        commit(page, "Total rise", "53 1/4")
        expect(page.get_by_role("alert")).to_contain_text("does not answer")
        page.get_by_label("Finish below").fill("1/2")
        server.start()
        saved(page)
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_label("Finish below").press("Enter")
        saved(page)
        page.reload()
        expect(page.get_by_label("Total rise")).to_have_value(re.compile("4’.5.1⁄4″"))
        expect(page.get_by_label("Finish below")).to_have_value("1⁄2″")
        station(page, "Work out")
        context.close()
    finally:
        server.stop()


def test_what_was_dropped_while_it_was_on_its_way_does_not_come_back_with_its_refusal(page):
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    held = []
    page.route(
        "**/api/works/*", lambda route: held.append(route) if route.request.method == "PUT" else route.continue_()
    )
    entry = page.get_by_label("Finish below")
    before = entry.input_value()
    entry.fill("about so much")
    entry.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("about so much")
    entry.focus()
    entry.press("Escape")
    assert len(held) == 1
    held[0].continue_()
    page.unroute("**/api/works/*")
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)
    expect(entry).to_have_value(before)


def test_a_station_whose_part_of_the_program_did_not_come_is_there_once_it_can(page):
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    address = page.url.replace("/measure", "/fit")
    refused = []

    def refuse(route):
        refused.append(route.request.url)
        route.abort()

    part = re.compile("/assets/FitStation")
    page.route(part, refuse)
    page.goto(address)
    page.wait_for_function("() => document.querySelector('.rod')")
    expect(page.locator(".stage [aria-busy=true]")).to_be_visible()
    assert refused
    page.unroute(part)
    expect(page.locator(".stage [aria-busy=true]")).to_have_count(0)
    expect(page.get_by_role("link", name=re.compile("Fit")).first).to_be_visible()
    expect(page.locator(".stage h2, .stage h1:not(.hidden)").first).to_be_visible()
