"""The rest of a stair as a person walks it: ground that falls, a door at the head, a guard, a stair that stands."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_access import violations
from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import saved, start_stair, station


def tick(page: Page, name: str) -> None:
    box = page.get_by_role("checkbox", name=name, exact=True)
    box.check()
    saved(page)
    expect(box).to_be_checked()


def test_on_falling_ground_the_foot_is_found_drawn_and_confirmed(page):
    start_stair(page)
    commit(page, "Total rise", "38 1/4")
    saved(page)
    tick(page, "Where the rise was measured, and ground that falls")
    commit(page, "It falls by, such as 1:20 or 5%", "1:9")
    saved(page)
    expect(page.locator(".label-ground")).to_contain_text("worked out where the foot lands")
    station(page, "Work out")
    loop = page.locator(".stair-sheets ol").first
    expect(loop).to_contain_text("It rests at")
    look = page.locator(".side").get_by_text(re.compile("ground is worked out to lie"))
    expect(look).to_be_visible()
    station(page, "Measure")
    page.get_by_role("button", name="Measure there").click()
    # What was found there is typed on the drawing: refused in words until it is a length.
    there = page.locator(".label-ground input")
    there.fill("about chest high")
    there.press("Enter")
    expect(page.locator(".label-ground").get_by_role("alert")).to_be_visible()
    there.fill("43 7/8")
    there.press("Enter")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".side")).not_to_contain_text("worked out to lie")
    page.reload()
    expect(page.locator(".stair-groups")).to_contain_text("3’\u00a07\u00a07⁄8″")


def test_a_door_that_sweeps_past_its_landing_is_told_with_what_to_do(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    tick(page, "A door at the head")
    commit(page, "Landing, from the door's wall to the stair", "30")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".side")).to_contain_text("is left to stand on while it opens")
    station(page, "Measure")
    commit(page, "Landing, from the door's wall to the stair", "72")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".side")).not_to_contain_text("is left to stand on while it opens")


def test_a_guard_is_laid_out_drawn_and_cut(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    tick(page, "Guard beside the stair")
    station(page, "Work out")
    groups = page.locator(".stair-groups")
    expect(groups).to_contain_text("Balusters on one side")
    expect(page.locator(".stair-drawing .layer-framing").nth(8)).to_be_attached()
    assert violations(page) == []
    page.get_by_role("tab", name="The stair from above").click()
    expect(page.locator(".stair-drawing").first).to_contain_text("over stringers")
    station(page, "Cut")
    page.get_by_role("tab", name="Cut list").click()
    expect(page.get_by_role("button", name="Baluster", exact=True)).to_be_visible()
    assert violations(page) == []
    station(page, "Fit")
    expect(page.locator(".fit-card").first).to_be_visible()
    expect(page.locator(".clash")).to_contain_text("stands in another")
    assert violations(page) == []


def test_a_stair_that_stands_shows_its_odd_risers_and_the_least_that_mends_them(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Old landing steps")).click()
    station(page, "Fit")
    rows = page.locator(".built tbody tr")
    expect(rows).to_have_count(6)
    expect(page.locator(".built tr.odd")).to_have_count(2)
    expect(page.locator(".built")).to_contain_text("Pack up")
    assert violations(page) == []
    page.get_by_role("link", name=re.compile("^Measure")).click()
    commit(page, "Its risers from below, with ; between", "7 1/8; 7 1/4; 7 1/4; 7 1/4; 7 3/16; 7 3/16")
    saved(page)
    station(page, "Fit")
    expect(page.locator(".built")).to_contain_text("Nothing to mend")


def test_a_knot_touched_on_the_board_moves_the_layout_clear_of_it_and_a_second_touch_takes_it_away(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    saved(page)
    station(page, "Work out")
    board = page.locator(".in-hand svg")
    first = page.locator(".in-hand .shape-laid")
    before = first.get_attribute("points")
    box = page.locator(".in-hand .shape-board").bounding_box()
    canvas = board.bounding_box()
    assert box and canvas
    at = {"x": box["x"] - canvas["x"] + box["width"] * 0.085, "y": box["y"] - canvas["y"] + box["height"] * 0.8}
    board.click(position=at)
    expect(page.locator(".in-hand .shape-defect_1")).to_be_attached()
    expect(page.locator(".side")).to_contain_text("meets a defect")
    board.click(position=at)
    expect(page.locator(".in-hand .shape-defect_1")).to_have_count(0)
    expect(first).to_have_attribute("points", before or "")
    assert violations(page) == []


def test_the_foot_stands_on_one_thing_and_each_is_told_what_holds_it(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    tick(page, "A deck or floor under the foot")
    expect(page.get_by_role("checkbox", name="Slab at the foot", exact=True)).to_have_count(0)
    commit(page, "Its boards, thick", "a plank")
    expect(page.get_by_role("alert").first).to_be_visible()
    commit(page, "Its boards, thick", "1 1/4")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".side")).to_contain_text("nothing known under them")
    expect(page.locator(".stair-groups")).to_contain_text("First riser on the stringer")


def test_nonsense_in_any_field_of_a_whole_stair_is_answered_at_that_field_and_stays_typed(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Marsh steps")).click()
    expect(page.locator(".label-total_rise input")).to_be_visible()
    for name in ("A door at the head", "A ceiling's edge or a beam over the stair", "A trial stringer in sheet first"):
        tick(page, name)
    fields = page.locator(".tape-field, .typed-field").filter(has=page.locator("input"))
    total = fields.count()
    assert total > 50
    for number in range(total):
        field = fields.nth(number)
        entry = field.locator("input")
        before = entry.input_value()
        entry.fill("about so much")
        entry.press("Tab")
        label = entry.get_attribute("aria-label") or field.locator("label").text_content()
        expect(field.get_by_role("alert"), label).to_contain_text("about so much")
        expect(entry, label).to_have_value("about so much")
        entry.focus()
        if "tape-field" in (field.get_attribute("class") or ""):
            entry.press("Escape")
        else:
            entry.fill(before)
            entry.press("Tab")
        expect(field.get_by_role("alert"), label).to_have_count(0)
    for name in ("A door at the head", "A ceiling's edge or a beam over the stair", "A trial stringer in sheet first"):
        page.get_by_role("checkbox", name=name, exact=True).uncheck()
        saved(page)


def test_a_fascia_behind_the_stringers_is_asked_by_drawing_and_stands_in_the_cut_list(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    commit(page, "Header depth", "9 1/4")
    page.get_by_role("button", name="A fascia behind").click()
    commit(page, "Fascia thickness", "7/8")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".stair-drawing .shape-fascia").first).to_be_attached()
    expect(page.locator(".side")).to_contain_text("The hangers stand on a fascia")
    station(page, "Fit")
    expect(page.locator(".fits")).to_contain_text("on the hanger’s leg".replace("’", "'"))
    station(page, "Cut")
    page.get_by_role("tab", name="Cut list").click()
    expect(page.get_by_role("button", name="Fascia on the header")).to_be_visible()


def test_housed_strings_are_told_by_their_own_figures_marked_at_every_nosing_and_fit(page):
    start_stair(page)
    commit(page, "Total rise", "52 3/8")
    commit(page, "Header depth", "9 1/4")
    commit(page, "Riser board", "3/4")
    tick(page, "Housed strings instead of cut ones")
    saved(page)
    # Only what housed strings have is still asked.
    expect(page.get_by_role("button", name="Strings on the header")).to_be_visible()
    for name in ("Drop board", "Hanger"):
        expect(page.get_by_role("button", name=name, exact=True)).to_have_count(0)
    expect(page.get_by_role("checkbox", name=re.compile("^Screws"))).to_have_count(0)
    station(page, "Work out")
    expect(page.locator(".stair-groups")).to_contain_text("From one housing to the next")
    expect(page.locator(".stair-groups")).not_to_contain_text("Spacer block")
    working = page.locator(".working")
    working.get_by_role("button", name=re.compile("^Risers")).click()
    expect(working).to_contain_text("Both come to the same")
    expect(working.locator(".road")).to_have_count(2)
    working.get_by_role("button", name=re.compile("^Risers")).click()
    expect(working.locator(".road")).to_have_count(0)
    assert violations(page) == []
    station(page, "Mark")
    steps = page.get_by_role("button", name=re.compile(r"Tread \d: housing"))
    expect(steps).to_have_count(6)
    steps.nth(0).click()
    expect(page.locator(".callout")).to_contain_text("draw square across")
    assert violations(page) == []
    station(page, "Fit")
    expect(page.locator(".fits")).to_contain_text("housing 6 on its tread")
    expect(page.locator(".fits")).not_to_contain_text("Too little")
    assert violations(page) == []
