"""If these break, three people stand in the yard at six in the morning and nobody knows what to start with."""

import io
import re

import pytest
import vobject
from playwright.sync_api import Page, expect


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
