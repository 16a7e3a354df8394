"""If these break, the board on the horses forgets where one was, or tells another way than one's own."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_access import violations
from tests.browser.test_stair import running_marks, station

# Of the open lines as they are drawn, degrees, whatever room the drawing has.
ANGLES = """(all) => all.map((e) => {
  const [[a, b], [c, d]] = e.getAttribute("points").trim().split(" ").map((p) => p.split(",").map(Number));
  return Math.atan2(d - b, c - a) * 180 / Math.PI;
})"""


def boat_store(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    station(page, "Mark")
    expect(page.locator(".stops li").first).to_be_visible()


@pytest.fixture
def habits(page):
    """Choose how the shop works; put back as usual afterwards."""
    usual = ("the steel square", "with the tape", "head", "right hand")

    def choose(*names: str) -> None:
        page.goto("/settings")
        for name in names:
            page.get_by_role("radio", name=re.compile(f"^{name}\\b", re.IGNORECASE)).check()
            expect(page.get_by_role("radio", name=re.compile(f"^{name}\\b", re.IGNORECASE))).to_be_checked()
        page.wait_for_load_state("networkidle")

    yield choose
    choose(*usual)


@pytest.mark.parametrize("theme", ["light", "sun"])
def test_at_arms_length_the_figure_is_the_boards_and_the_place_is_kept_on_the_way_back(page, theme):
    page.add_init_script(f"localStorage.setItem('theme', '{theme}')")
    page.set_viewport_size({"width": 390, "height": 844})
    boat_store(page)
    page.get_by_role("button", name="Next mark").click()
    page.get_by_role("button", name="Next mark").click()
    figure = page.locator(".big .figure").inner_text()
    page.get_by_role("button", name="Arm's length").click()
    arm = page.get_by_role("dialog", name="Arm's length")
    expect(arm.locator(".arm-big")).to_have_text(re.compile(re.escape(figure)))
    letters = arm.locator(".arm-big").evaluate("(e) => parseFloat(getComputedStyle(e).fontSize)")
    assert letters >= 64
    inside = arm.locator(".arm-big").evaluate(
        "(e) => e.getBoundingClientRect().right <= innerWidth && e.scrollWidth <= innerWidth"
    )
    assert inside
    assert violations(page) == []
    arm.get_by_role("button", name="Next mark").click()
    expect(arm.locator("header p")).to_contain_text("4 of 5")
    page.keyboard.press("Escape")
    expect(arm).to_have_count(0)
    expect(page.locator(".stops li").nth(3)).to_have_class(re.compile("open"))


def test_every_piece_keeps_its_own_place_over_a_reload_and_the_piece_on_the_horses_stays(page):
    boat_store(page)
    for _ in range(3):
        page.get_by_role("button", name="Next mark").click()
    page.get_by_role("button", name=re.compile("^Block 1")).click()
    expect(page.locator(".stops li").first).to_have_class(re.compile("open"))
    page.get_by_role("button", name="Next mark").click()
    expect(page.locator(".stops li").nth(1)).to_have_class(re.compile("open"))
    page.reload()
    expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text("Block 1")
    expect(page.locator(".stops li").nth(1)).to_have_class(re.compile("open"))
    page.get_by_role("button", name=re.compile("^Common rafter")).click()
    expect(page.locator(".stops li").nth(3)).to_have_class(re.compile("open"))


def test_the_shops_own_tool_method_and_hook_are_told_and_the_lines_stay_where_they_are(page, habits):
    boat_store(page)
    page.get_by_role("button", name="Next mark").click()
    page.get_by_role("button", name="Next mark").click()
    expect(page.locator(".square")).to_have_count(1)
    expect(page.locator(".held-list")).to_have_count(0)
    taped = running_marks(page)
    lines = page.locator(".line-open").evaluate_all(ANGLES)
    habits("the sliding bevel", "by stepping the square", "foot")
    boat_store(page)
    expect(page.locator(".held-list")).to_contain_text("Bevel at 36.9°")
    expect(page.locator(".held-list")).to_contain_text("Step off")
    expect(page.locator(".square")).to_have_count(0)
    assert running_marks(page) != taped
    assert page.locator(".line-open").evaluate_all(ANGLES) == pytest.approx(lines, abs=0.1)


def test_the_steps_taken_along_open_without_a_server_and_can_be_ticked(page, tmp_path):
    boat_store(page)
    with page.expect_download() as taken:
        page.get_by_role("button", name="Take the steps along").click()
    kept = tmp_path / "steps.html"
    taken.value.save_as(kept)
    assert taken.value.suggested_filename == "Boat store.html"
    alone = page.context.new_page()
    asked: list[str] = []
    alone.on("request", lambda request: asked.append(request.url))
    alone.goto(kept.as_uri())
    expect(alone.get_by_role("heading", name=re.compile("Common rafter"))).to_be_visible()
    alone.get_by_role("checkbox").first.check()
    assert asked == [kept.as_uri()]
    alone.set_viewport_size({"width": 390, "height": 844})
    assert alone.evaluate("document.documentElement.scrollWidth <= innerWidth")


def test_for_the_left_hand_the_hook_lies_to_the_right_and_every_figure_stays(page, habits):
    boat_store(page)
    page.get_by_role("button", name="Next mark").click()
    page.get_by_role("button", name="Next mark").click()
    ringed = "(all) => all.map((e) => parseFloat(e.getAttribute('cx')))"
    right = page.locator(".held circle").evaluate_all(ringed)
    words = page.locator(".held-words p").all_inner_texts()
    figures = running_marks(page)
    habits("left hand")
    boat_store(page)
    left = page.locator(".held circle").evaluate_all(ringed)
    width = page.locator(".lens svg").evaluate("(e) => e.clientWidth")
    assert sorted(left) == pytest.approx(sorted(width - x for x in right), abs=1)
    assert page.locator(".held-words p").all_inner_texts() == words[::-1]
    assert running_marks(page) == figures
    hook, board = (page.locator(f".whole-board {what}").bounding_box() for what in (".hook", ".board-edge"))
    assert hook["x"] > board["x"] + board["width"] * 0.9
