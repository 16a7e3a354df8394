"""If these break, the board on the horses forgets where one was, or tells another way than one's own."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.test_access import violations
from tests.browser.test_stair import running_marks, station

PLACE = re.compile("/marking/place$")
# Of the open lines as they are drawn, degrees, whatever room the drawing has.
ANGLES = """(all) => all.map((e) => {
  const [[a, b], [c, d]] = e.getAttribute("points").trim().split(" ").map((p) => p.split(",").map(Number));
  return Math.atan2(d - b, c - a) * 180 / Math.PI;
})"""


def boat_store(page: Page) -> None:
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    with page.expect_response(re.compile("/marking")):
        station(page, "Mark")
    # Every device finds the piece where it was left: each test begins at the hook.
    page.get_by_role("button", name=re.compile("^Common rafter")).click()
    page.locator(".stops li button").first.click()
    expect(page.locator(".stops li").first).to_have_class(re.compile("open"))


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
    expect(arm.locator("header p")).to_contain_text("4 of ")
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
    expect(page.locator(".step-list")).to_contain_text("Square on the")
    taped = running_marks(page)
    lines = page.locator(".line-open").evaluate_all(ANGLES)
    habits("the sliding bevel", "by stepping the square", "foot")
    boat_store(page)
    page.locator(".stops li").filter(has_text="Step off to the ridge line").get_by_role("button").click()
    expect(page.locator(".step-list")).to_contain_text("Whole steps")
    assert page.locator(".lens .ghost").count() > 1
    page.locator(".stops li").filter(has_text="Notch over the plate").get_by_role("button").click()
    expect(page.locator(".step-list")).to_contain_text("36.9° from square across")
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
    page.locator(".stops li button").nth(2).click()
    left = page.locator(".held circle").evaluate_all(ringed)
    width = page.locator(".lens svg").evaluate("(e) => e.clientWidth")
    assert sorted(left) == pytest.approx(sorted(width - x for x in right), abs=1)
    assert page.locator(".held-words p").all_inner_texts() == words[::-1]
    assert running_marks(page) == figures
    hook, board = (page.locator(f".whole-board {what}").bounding_box() for what in (".hook", ".board-edge"))
    assert hook["x"] > board["x"] + board["width"] * 0.9


def test_ticks_and_places_reach_the_other_device_and_what_was_skipped_is_shown(page, browser):
    boat_store(page)
    page.get_by_role("button", name="Marked").click()
    expect(page.locator(".stops li").nth(1)).to_have_class(re.compile("open"))
    page.get_by_role("button", name="Next mark").click()
    page.keyboard.press("t")
    expect(page.locator(".stops li").nth(2)).to_have_class(re.compile("done"))
    expect(page.locator(".stops li").nth(1)).to_contain_text("skipped")
    page.wait_for_load_state("networkidle")
    other = browser.new_context(service_workers="block", base_url=page.url.split("/work")[0])
    phone = other.new_page()
    phone.goto(page.url.split("?")[0])
    stops = phone.locator(".stops li")
    expect(stops.nth(2)).to_have_class(re.compile("open.*done"))
    expect(stops.nth(0)).to_have_class(re.compile("done"))
    expect(stops.nth(1)).not_to_have_class(re.compile("done"))
    stops.nth(1).get_by_role("button").click()
    phone.get_by_role("button", name="Marked").click()
    expect(stops.nth(2)).to_contain_text("ticked before its turn")
    other.close()
    for n in (0, 1, 2):
        page.reload()
        page.locator(".stops li button").nth(n).click()
        page.get_by_role("button", name="Marked", pressed=True).click()
        page.wait_for_load_state("networkidle")


def test_after_a_change_the_disturbed_marks_are_shown_old_against_new(page):
    boat_store(page)
    stops = page.locator(".stops li")
    stops.nth(2).get_by_role("button").click()
    page.get_by_role("button", name="Marked").click()
    page.wait_for_load_state("networkidle")
    station(page, "Measure")
    width = page.get_by_label("Span, over the plates")
    before = width.input_value()
    width.fill("4 m")
    width.press("Enter")
    station(page, "Mark")
    expect(page.get_by_role("status").filter(has_text="changed after marking")).to_be_visible()
    expect(stops.nth(2)).to_contain_text("changed since it was marked")
    stops.nth(2).get_by_role("button").click()
    expect(page.locator(".changed-said")).to_contain_text(re.compile("Marked at .* after the change it is"))
    expect(page.locator(".line-before").first).to_be_attached()
    station(page, "Measure")
    width.fill(before)
    width.press("Enter")
    station(page, "Mark")
    expect(page.locator(".disturbed-said")).to_have_count(0)
    expect(stops.nth(2)).to_have_class(re.compile("done"))
    stops.nth(2).get_by_role("button").click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    page.wait_for_load_state("networkidle")


def test_ticks_made_while_the_server_is_out_of_reach_arrive_later(page):
    boat_store(page)
    page.route("**/marking/**", lambda route: route.abort())
    page.get_by_role("button", name="Marked").click()
    expect(page.locator(".stops li").first).to_have_class(re.compile("done"))
    page.reload()
    expect(page.locator(".stops li").first).to_have_class(re.compile("done"))
    page.unroute("**/marking/**")
    with page.expect_response(lambda answer: "marking/tick" in answer.url and answer.ok):
        pass
    page.evaluate("localStorage.clear()")
    page.reload()
    expect(page.locator(".stops li").first).to_have_class(re.compile("done"))
    page.locator(".stops li button").first.click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    page.wait_for_load_state("networkidle")


def test_with_the_heel_away_the_board_lies_the_other_way_round_and_every_figure_stays(page, habits):
    boat_store(page)
    page.locator(".stops li button").nth(2).click()
    figures, words = running_marks(page), page.locator(".held-words p").all_inner_texts()
    habits("away from you")
    boat_store(page)
    page.locator(".stops li button").nth(2).click()
    assert running_marks(page) == figures
    assert page.locator(".held-words p").all_inner_texts() == words[::-1]
    tape, board = (page.locator(f".lens {what}").bounding_box() for what in (".tape rect", ".board-edge"))
    assert tape["y"] > board["y"] + board["height"] - 2
    habits("towards you")


def test_a_jig_is_made_first_and_a_template_is_traced(page, habits):
    habits("a home-made jig")
    boat_store(page)
    page.locator(".stops li").filter(has_text="Make the jig").get_by_role("button").click()
    expect(page.locator(".step-list")).to_contain_text("under the fence")
    page.locator(".stops li").filter(has_text="Notch over the plate").get_by_role("button").click()
    expect(page.locator(".step-list")).to_contain_text("Jig on the")
    habits("a template")
    boat_store(page)
    page.locator(".stops li").filter(has_text=re.compile("^Then ")).get_by_role("button").click()
    expect(page.locator(".step-list")).to_contain_text("trace")


def test_a_hips_far_face_is_turned_up_and_struck_on_one_face_the_board_stays(page, habits):
    def hip() -> None:
        page.goto("/")
        page.get_by_role("link", name=re.compile("Warden")).click()
        with page.expect_response(re.compile("/marking")):
            station(page, "Mark")
        page.get_by_role("button", name=re.compile("^Hip ×")).click()
        page.locator(".stops li").filter(has_text=re.compile("Far face: head|Beside it: head")).get_by_role(
            "button"
        ).click()

    hip()
    expect(page.get_by_role("img", name=re.compile("far face"))).to_be_visible()
    page.get_by_role("button", name="Turn back").click()
    expect(page.get_by_role("img", name=re.compile("^The board at this mark"))).to_be_visible()
    habits("struck beside the first")
    hip()
    expect(page.get_by_role("img", name=re.compile("^The board at this mark"))).to_be_visible()
    expect(page.locator(".step-list")).to_contain_text("each cut takes its own side")
    habits("carried round to the far face")


def test_what_is_clamped_wrong_is_told_with_its_remedy_and_nonsense_at_its_field(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
    station(page, "Mark")
    page.locator(".stops li").filter(has_text="Notch 2").get_by_role("button").click()
    page.get_by_text("Is it a little off?").click()
    tongue = page.get_by_label("Clamped on the tongue")
    tongue.fill("7 apples")
    tongue.press("Enter")
    expect(page.locator(".gauge-check [role=alert]")).to_be_visible()
    tongue.fill("7 3/4")
    tongue.press("Enter")
    expect(page.locator(".gauge-rows")).to_contain_text(re.compile("too long: after 5"))
    expect(page.locator(".gauge-rows")).to_contain_text("Set every notch on its own running mark")


def test_wheel_and_tap_find_a_mark_and_a_swipe_goes_on(page, browser):
    boat_store(page)
    lens = page.locator(".lens").bounding_box()
    page.mouse.move(lens["x"] + lens["width"] / 2, lens["y"] + lens["height"] / 2)
    depth = page.locator(".lens .board-edge").bounding_box()["height"]
    page.mouse.wheel(0, -240)
    expect(page.get_by_role("button", name="Farther")).to_be_enabled()
    assert page.locator(".lens .board-edge").bounding_box()["height"] > depth * 1.5
    page.get_by_role("button", name="Farther").click(click_count=3)
    line = page.locator(".lens .line-later").first.bounding_box()
    page.mouse.click(line["x"] + line["width"] / 2, line["y"] + line["height"] / 2)
    expect(page.locator(".stops li").nth(1)).to_have_class(re.compile("open"))


def test_practice_checks_an_answer_on_the_tape_and_explains_it_and_keeps_count(page):
    page.goto("/practice")
    given = page.locator(".given li").first.inner_text()
    rise = re.search(r"of (\d+) risers climbs (.*),", given)
    field = page.locator(".questions input").first
    field.fill("nonsense")
    field.press("Enter")
    expect(page.locator(".questions [role=alert]")).to_be_visible()
    field.fill("1 in")
    field.press("Enter")
    expect(page.locator(".answered")).to_contain_text("Too small by")
    right = re.search(r"It is (.*)\.", page.locator(".answered p").first.inner_text()).group(1)
    field.fill(right.removesuffix(" strong").removesuffix(" weak"))
    field.press("Enter")
    expect(page.locator(".answered")).to_contain_text("Right:")
    assert rise
    assert violations(page) == []
    expect(page.locator(".practice-progress")).to_contain_text("1 of 2")


def test_two_quick_steps_do_not_overtake_each_other_on_their_way_to_the_store(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardwalk steps")).click()
    station(page, "Mark")
    expect(page.locator(".stops [aria-current=step]")).to_be_visible()
    page.locator(".stops button").first.click()
    page.wait_for_load_state("networkidle")
    held, sent = [], []
    page.on("request", lambda request: sent.append(request) if PLACE.search(request.url) else None)
    page.route(PLACE, lambda route: route.continue_() if held else held.append(route))
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    expect(page.locator(".stops button").nth(2)).to_have_attribute("aria-current", "step")
    # The second waits until the first has come through, however long that takes.
    page.evaluate("() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
    assert len(sent) == 1
    with page.expect_response(lambda response: response.request not in sent[:1] and bool(PLACE.search(response.url))):
        held[0].continue_()
    assert len(sent) == 2
    page.unroute(PLACE)
    page.reload()
    expect(page.locator(".stops button").nth(2)).to_have_attribute("aria-current", "step")
    page.locator(".stops button").first.click()
