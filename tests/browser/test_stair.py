"""The stair as a person walks it: from a typed rise to the marks, through a reload, a mistake and a stopped server."""

import re

from playwright.sync_api import Page, expect


def start_stair(page: Page, units: str = "feet & inches") -> None:
    page.goto("/")
    page.get_by_role("button", name=re.compile(f"Start a stair in a new job.*{units}")).click()
    expect(page.get_by_label("Total rise")).to_be_visible()


def saved(page: Page) -> None:
    expect(page.get_by_role("status")).to_have_text("Saved")


def station(page: Page, name: str) -> None:
    """Go to a station. Until its part of the program has come, the one before stays on screen, with fields of the same names."""
    page.get_by_role("navigation").get_by_role("link", name=re.compile(f"^{name}")).click()
    expect(page.locator("main h1")).to_have_text(re.compile(f": {name}$"))


def running_marks(page: Page) -> list[str]:
    rows = page.locator(".running li")
    expect(rows.first).to_be_visible()
    return [text.replace("\u2044", "/").replace("\u00a0", " ") for text in rows.all_inner_texts()]


def test_from_a_typed_rise_to_the_running_marks_and_all_as_it_was_after_a_reload(page):
    start_stair(page)
    expect(page.get_by_text("Everything hangs on it")).to_be_visible()
    page.get_by_label("Total rise").click()
    page.keyboard.type("52 3/8")
    expect(page.get_by_text("reads as")).to_contain_text("4’")
    page.keyboard.press("Enter")
    saved(page)
    station(page, "Work out")
    page.get_by_role("button", name="Choose 8 risers").click()
    expect(page.get_by_role("button", name="Choose 8 risers")).to_have_attribute("aria-pressed", "true")
    saved(page)
    station(page, "Mark")
    marks = running_marks(page)
    assert len(marks) == 7
    page.keyboard.press("ArrowRight")
    page.keyboard.press("PageDown")
    expect(page.locator(".stops [aria-current=step]")).to_contain_text("Head: plumb line")
    page.reload()
    assert running_marks(page) == marks
    expect(page.locator(".stops [aria-current=step]")).to_contain_text("Head: plumb line")
    station(page, "Measure")
    expect(page.get_by_label("Total rise")).to_have_value(re.compile("4’.4.3⁄8″"))
    page.go_back()
    assert running_marks(page) == marks


def test_text_that_is_no_length_gets_a_sentence_at_its_field_and_is_still_there_after_a_reload(page):
    start_stair(page)
    rise = page.get_by_label("Total rise")
    rise.fill("52 3/8")
    rise.press("Enter")
    saved(page)
    rise.fill("7 5/8/2")
    expect(page.get_by_role("alert")).to_contain_text("after 7 5/8 I found")
    expect(rise).to_have_attribute("aria-invalid", "true")
    expect(page.locator(".shape-stringer")).to_be_visible()
    rise.press("Tab")
    page.reload()
    expect(page.get_by_label("Total rise")).to_have_value("7 5/8/2")
    expect(page.get_by_role("alert")).to_contain_text("7 5/8 / 2")
    page.get_by_label("Total rise").fill("7 5/8 / 2 + 48")
    page.get_by_label("Total rise").press("Enter")
    saved(page)
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_rise_too_small_for_two_risers_is_said_where_it_is_typed(page):
    start_stair(page)
    page.get_by_label("Total rise").fill("3/8")
    expect(page.get_by_role("alert")).to_contain_text("A flight has at least two")
    expect(page.get_by_text("reads as")).to_have_count(0)
    page.get_by_label("Total rise").fill("38")
    expect(page.get_by_text("reads as")).to_contain_text("3’")


def test_a_word_typed_and_not_finished_outlives_a_reload(page):
    start_stair(page, "millimetres")
    page.get_by_label("Total rise").click()
    page.keyboard.type("1164")
    page.reload()
    expect(page.get_by_label("Total rise")).to_have_value("1164 mm")
    saved(page)
    page.reload()
    expect(page.get_by_label("Total rise")).to_have_value("1164 mm")


def test_every_tooth_can_be_walked_and_each_figure_says_where_it_runs_from(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
    station(page, "Mark")
    assert running_marks(page)[0].split() == ["1", "7", "5/8″", "weak"]
    stops = page.locator(".stops li")
    stops.first.get_by_role("button").click()
    forward = page.get_by_role("button", name="Next mark")
    for n in range(stops.count()):
        expect(stops.nth(n)).to_have_class(re.compile("open"))
        if page.locator(".big .figure").count():
            expect(page.locator(".ends-said")).to_contain_text(re.compile(r"edge|line|end|toe"))
        if n + 1 < stops.count():
            forward.click()
    expect(forward).to_be_disabled()
    page.get_by_role("button", name=re.compile("Inner stringer")).click()
    expect(stops.filter(has_text="Notch for the kicker")).to_have_count(1)


def test_digits_typed_while_the_drawing_appears_stay_in_their_field_and_open_no_station(page):
    start_stair(page)
    rise = page.get_by_label("Total rise")
    rise.fill("40 apples")
    page.reload()
    expect(page.get_by_role("alert")).to_be_visible()
    rise.click()
    page.keyboard.press("Control+A")
    page.keyboard.type("43 1/2", delay=120)
    expect(page.locator(".shape-stringer")).to_be_visible()
    expect(rise).to_be_focused()
    expect(rise).to_have_value("43 1/2")


def test_undo_and_redo_step_through_what_was_committed(page):
    start_stair(page)
    rise = page.get_by_label("Total rise")
    for text in ("50", "51"):
        rise.fill(text)
        rise.press("Enter")
        saved(page)
    page.reload()
    page.get_by_role("button", name="Undo").click()
    expect(rise).to_have_value(re.compile("4’.2″"))
    page.get_by_role("button", name="Redo").click()
    expect(rise).to_have_value(re.compile("4’.3″"))


def test_stations_that_wait_for_the_rise_say_so_and_draw_nothing_to_cut_by(page):
    start_stair(page)
    for name, heading in (("Cut", "Nothing to cut yet"), ("Fit", "Total rise: missing")):
        station(page, name)
        expect(page.get_by_role("heading", name=heading)).to_be_visible()
    expect(page.locator(".cut-board, .fit-card")).to_have_count(0)


def test_what_nobody_measured_is_asked_until_it_is_typed_or_said_to_be_so_and_told_where_it_is_cut_by(page):
    start_stair(page)
    page.get_by_label("Total rise").fill("52 3/8")
    page.keyboard.press("Enter")
    saved(page)
    asked = page.get_by_role("region", name="Assumed, not measured").get_by_role("listitem")
    expect(asked).to_have_count(6)
    page.get_by_label("Finish above").fill("1 1/4")
    page.keyboard.press("Enter")
    expect(asked).to_have_count(5)
    asked.filter(has_text="Riser boards").get_by_role("button").click()
    expect(asked).to_have_count(4)
    saved(page)
    station(page, "Mark")
    expect(page.locator(".assumed-line")).to_contain_text("Stringers from")
    expect(page.locator(".assumed-line")).not_to_contain_text("Riser boards")
    page.get_by_role("link", name="Measure them").click()
    page.get_by_role("button", name="All of these are so").click()
    expect(asked).to_have_count(0)
    saved(page)
    page.get_by_role("button", name="Undo").click()
    expect(asked).to_have_count(4)


def test_whether_the_rise_was_measured_where_the_stair_lands_is_answered_there(page):
    start_stair(page)
    page.get_by_label("Total rise").fill("52 3/8")
    page.keyboard.press("Enter")
    page.get_by_role("button", name="No, elsewhere").click()
    saved(page)
    station(page, "Work out")
    expect(page.get_by_text("Measure again there")).to_be_visible()
    page.get_by_role("button", name="Undo").click()
    station(page, "Measure")
    page.get_by_role("button", name="Yes, there").click()
    saved(page)
    station(page, "Work out")
    expect(page.get_by_text("Measure again there")).to_have_count(0)
