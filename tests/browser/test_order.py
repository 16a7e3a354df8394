"""If these break, three people stand in the yard at six in the morning and nobody knows what to start with."""

import io
import re

import pytest
import vobject
from playwright.sync_api import Page, expect

from tests.browser.test_nothing_lost import commit
from tests.browser.test_roof import start_roof
from tests.browser.test_stair import saved, start_stair, station


def open_order(page: Page, job: str) -> None:
    page.goto("/")
    page.locator(".job-head").filter(has=page.get_by_role("heading", name=job, exact=True)).get_by_role(
        "link", name="Order of work"
    ).first.click()
    page.wait_for_url("**/order")
    expect(page.locator(".order-first li").first).to_be_visible()


@pytest.mark.parametrize("size", [(1280, 800), (390, 844)])
def test_what_to_start_with_is_said_done_and_the_next_takes_its_place(page: Page, size) -> None:
    page.set_viewport_size({"width": size[0], "height": size[1]})
    open_order(page, "Heron Flats, boardroom")
    first = page.locator(".order-first li")
    before = first.first.locator(".order-now").inner_text()
    first.first.get_by_label("Minutes it took").fill("25")
    first.first.get_by_role("button", name="Done").click()
    expect(page.locator(".order-first .order-now", has_text=before)).to_have_count(0)
    # It is not done after all: both ways are noted.
    page.get_by_role("tab", name="The whole order").click()
    done = page.locator(".task-line.done", has_text=before)
    done.get_by_role("button").first.click()
    done.get_by_role("button", name="Not done after all").click()
    expect(page.locator(".order-first .order-now", has_text=before)).to_have_count(1)
    assert page.evaluate("document.documentElement.scrollWidth") <= size[0]


def test_a_plan_is_agreed_held_up_and_taken_along(page: Page) -> None:
    open_order(page, "Heron Flats, archive")
    page.get_by_role("button", name="Agree on this plan").click()
    expect(page.locator(".order-head")).to_contain_text("nothing has moved since")
    line = page.locator(".task-line", has_text="Raise the rafters in opposite pairs").first
    line.get_by_role("button").first.click()
    expect(line).to_contain_text("Props stay until the rafters are fixed")
    line.get_by_label("Held until").fill("2099-01-05")
    line.get_by_label("Why").fill("Storm")
    line.get_by_role("button", name="Hold it").click()
    expect(page.locator(".order-end")).to_contain_text("January")
    expect(page.locator(".order-head")).to_contain_text(re.compile("Agreed .*: done .*, now "))
    with page.expect_download() as taken:
        page.get_by_role("link", name="second").click()
    text = taken.value.path().read_text("utf-8")
    events = next(iter(vobject.readComponents(io.StringIO(text)))).vevent_list
    assert any(one.summary.value.startswith("Raise the rafters in opposite pairs") for one in events)
    line.get_by_label("Held until").fill("")
    line.get_by_role("button", name="Let go").click()
    expect(page.locator(".order-head")).to_contain_text("nothing has moved since")


def test_the_crew_is_said_by_keyboard_alone_and_what_is_wrong_is_not_kept(page: Page) -> None:
    open_order(page, "Heron Flats, tea kiosk")
    page.get_by_role("tab", name="Day by day").focus()
    for _ in range(2):
        page.keyboard.press("ArrowRight")
        page.keyboard.press("Enter")
    page.get_by_role("button", name="One more").focus()
    page.keyboard.press("Enter")
    role = page.get_by_label("Role").nth(2)
    expect(page.get_by_role("button", name="Keep for this job")).to_be_disabled()
    role.focus()
    page.keyboard.type("apprentice")
    hours = page.get_by_label("Hours a day")
    hours.fill("25")
    expect(hours).to_have_attribute("aria-invalid", "true")
    expect(page.get_by_role("button", name="Keep for this job")).to_be_disabled()
    hours.fill("9")
    page.get_by_role("button", name="Keep for this job").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("This job has a crew of its own.")).to_be_visible()
    expect(page.get_by_role("link", name="apprentice")).to_be_visible()
    field = page.get_by_label("Fix the kicker: Times the usual")
    field.fill("2")
    field.press("Enter")
    expect(page.get_by_role("row", name=re.compile("Fix the kicker"))).to_contain_text("as typed")
    page.reload()
    expect(page.get_by_label("Fix the kicker: Times the usual")).to_have_value("2")


def test_a_correction_is_taken_and_the_marks_it_moves_are_told_on_a_phone(page: Page) -> None:
    start_roof(page)
    commit(page, "Span, over the plates", "6 m")
    commit(page, "Length of the plates", "9 m")
    saved(page)
    page.set_viewport_size({"width": 390, "height": 844})
    station(page, "Mark")
    for place in range(4):
        page.get_by_role("button", name="Marked").click()
        expect(page.locator(".stops li.done")).to_have_count(place + 1)
    station(page, "Fit")
    commit(page, "Head, at its top", "6 mm")
    commit(page, "Head, at its bottom", "6 mm")
    page.get_by_role("button", name=re.compile("as the width across the plates")).click()
    expect(page.get_by_label("Head, at its top")).to_have_value("")
    station(page, "Mark")
    # Only what moved is told; it is marked anew.
    expect(page.locator(".disturbed-said").first).to_be_visible()
    station(page, "Measure")
    # 6 m and twice 6 mm.
    expect(page.get_by_label("Span, over the plates", exact=True)).to_have_value(re.compile(r"^19’\s8\s11⁄16″"))


def test_a_stringer_is_tried_its_rise_put_right_and_the_stair_checked_once_it_stands(page: Page) -> None:
    start_stair(page)
    commit(page, "Total rise", "1200 mm")
    saved(page)
    station(page, "Fit")
    expect(page.get_by_label("Top cut under the framing")).to_be_visible()
    commit(page, "Head, at its top", "0")
    shown = page.get_by_role("region", name="Where it gapes").get_by_role("alert").first
    expect(shown).to_contain_text("it fits here")
    commit(page, "Rise, measured again", "1212 mm")
    expect(shown).to_contain_text("The finished rise is")
    page.get_by_role("button", name="When it stands").click()
    commit(page, "Lowest riser, finished surface to the first tread", "120 mm")
    expect(page.get_by_text(re.compile("less than it should be"))).to_be_visible()
    expect(page.get_by_role("button", name="When it stands")).to_contain_text("1 to put right")
    page.get_by_role("button", name=re.compile("as the rise")).click()
    station(page, "Measure")
    expect(page.get_by_label("Total rise")).to_have_value(re.compile(r"^3’\s11\s11⁄16″"))
