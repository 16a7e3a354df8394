"""If these break, a change is lost and the screen says Saved, is made twice, or is shown to the wrong tab."""

import contextlib
import json
import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import APIResponse, Page, Response, Route, expect
from playwright.sync_api import Error as PlaywrightError

from tests.browser.test_mark import boat_store
from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import saved, start_stair, station


@pytest.fixture(autouse=True)
def bench_as_before(page: Page) -> Iterator[None]:
    """The bench shows thirty works: those begun here are taken off it again."""
    yield
    for one in page.request.get("/api/bench").json()["jobs"]:
        if one["job"]["name"] == "New job":
            page.request.delete(f"/api/jobs/{one['job']['id']}")


SAVE = re.compile(r"/api/works/\w+\?")


def problem(status: int, detail: str) -> dict[str, object]:
    body = {"type": "about:blank", "title": "", "status": status, "detail": detail, "errors": [], "conflict": []}
    return {"status": status, "content_type": "application/problem+json", "body": json.dumps(body)}


def try_again(page: Page) -> None:
    """Have it sent now, unless it was sent again by itself just before."""
    with contextlib.suppress(PlaywrightError):
        page.get_by_role("button", name="Try again").click(timeout=3000)
    expect(page.get_by_text("not kept yet")).to_have_count(0)


def changes(route: Route, **answer: object) -> None:
    """Answer what changes something; let the rest through."""
    if route.request.method in ("GET", "HEAD"):
        route.fallback()
    else:
        route.fulfill(**answer)


@pytest.mark.parametrize("status", [400, 401, 403, 404, 405, 429, 500, 502, 503, 507])
def test_whatever_answer_a_save_gets_what_was_typed_stays_and_saved_is_not_said(page: Page, status: int) -> None:
    start_stair(page)
    page.route(SAVE, lambda route: changes(route, **problem(status, f"Because of {status}.")))
    field = page.get_by_label("Total rise", exact=True)
    commit(page, "Total rise", "57")
    if status == 404:
        expect(page.get_by_role("alert")).to_contain_text("deleted")
    elif status == 400:
        # Not understood: it stays where it was typed.
        expect(field).to_have_value(re.compile("57|4’.9″"))
    else:
        expect(page.get_by_role("alert")).to_contain_text(f"Because of {status}.")
    if status != 400:
        expect(page.locator(".bar-word.save")).to_have_text("Not saved")
    # A reload loses nothing, and once it is put right the value is kept.
    page.unroute(SAVE)
    page.reload()
    saved(page)
    expect(field).to_have_value(re.compile("4’.9″"))


def test_an_answer_that_got_lost_makes_no_conflict_of_a_save_with_itself(page: Page) -> None:
    start_stair(page)
    lost = []

    def lose(route: Route) -> None:
        if route.request.method != "PUT" or len(lost) >= 2:
            route.fallback()
            return
        lost.append(route.fetch().status)
        route.abort()

    page.route(SAVE, lose)
    commit(page, "Total rise", "58")
    page.get_by_label("Total rise", exact=True).blur()
    saved(page)
    expect(page.get_by_label("Total rise", exact=True)).to_have_value(re.compile("4’.10″"))
    assert lost == [200, 200]
    expect(page.get_by_role("alertdialog")).to_have_count(0)
    page.get_by_role("button", name="Undo").click()
    expect(page.get_by_label("Total rise", exact=True)).not_to_have_value(re.compile("4’.10″"))


def test_a_step_back_while_nobody_answers_clears_nothing_and_is_taken_when_they_do(page: Page) -> None:
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    commit(page, "Total rise", "51")
    saved(page)
    field = page.get_by_label("Width over the stringers", exact=True)
    field.fill("nonsense")
    field.press("Enter")
    expect(page.get_by_role("alert").first).to_be_visible()
    page.route(re.compile("/undo"), lambda route: route.abort())
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".bar-word.save")).to_have_text("Not saved")
    page.unroute(re.compile("/undo"))
    page.get_by_role("button", name="Try again").click()
    expect(page.get_by_label("Total rise", exact=True)).to_have_value(re.compile("4’.2″"))
    # What was refused stays where it was typed.
    expect(field).to_have_value("nonsense")
    field.press("Escape")


@pytest.mark.parametrize("how", ["full", "forbidden"])
def test_a_browser_that_keeps_nothing_says_so_and_goes_on(page: Page, how: str) -> None:
    start_stair(page)
    full = "Storage.prototype.setItem = () => { throw new DOMException('full', 'QuotaExceededError'); };"
    forbidden = "for (const name of ['localStorage', 'sessionStorage']) Object.defineProperty(window, name, { get() { throw new DOMException('no', 'SecurityError'); } });"
    page.add_init_script(full if how == "full" else forbidden)
    page.reload()
    page.route(SAVE, lambda route: changes(route, **problem(503, "Busy.")))
    commit(page, "Total rise", "59")
    expect(page.get_by_text("keeps nothing itself")).to_be_visible()
    expect(page.locator(".bar-word.save")).to_have_text("Not saved")
    page.unroute(SAVE)
    page.get_by_role("button", name="Try again").first.click()
    saved(page)
    expect(page.get_by_text("keeps nothing itself")).to_have_count(0)
    expect(page.get_by_label("Total rise", exact=True)).to_have_value(re.compile("4’.11″"))


def test_a_malformed_entry_in_the_storage_is_no_blank_page(page: Page) -> None:
    start_stair(page)
    page.evaluate(
        """() => {
          for (const key of Object.keys(localStorage)) localStorage.setItem(key, '{"typing": 7, "waiting": [null, 3]}');
          for (const [name, text] of [["outbox:x", '[{"id": 1}, null, 7]'], ["outbox:y", "{"], ["theme", "zebra"]])
            localStorage.setItem(name, text);
          const work = location.pathname.split("/")[2];
          localStorage.setItem(`left:${work}:gone`, '[1]');
          localStorage.setItem(`places:${work}`, '{"a": 7, "b": null}');
        }"""
    )
    page.reload()
    commit(page, "Total rise", "60")
    saved(page)
    station(page, "Mark")
    expect(page.locator(".stage")).to_be_visible()


def test_two_tabs_keep_their_own_half_typed_words_and_a_closed_ones_are_taken_over(page: Page) -> None:
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    field = page.get_by_label("Total rise", exact=True)
    field.fill("55 1/")
    other = page.context.new_page()
    other.goto(page.url)
    there = other.get_by_label("Total rise", exact=True)
    # The half-typed value of the first is no business of the second.
    expect(there).to_have_value(re.compile("4’.2″"))
    there.fill("77")
    there.press("Escape")
    expect(there).to_have_value(re.compile("4’.2″"))
    expect(field).to_have_value("55 1/")
    other.close()
    field.fill("55")
    field.press("Enter")
    saved(page)
    # What a tab could not send before it was closed is sent by the next one.
    page.route(SAVE, lambda route: changes(route, **problem(503, "Busy.")))
    commit(page, "Total rise", "56")
    expect(page.locator(".bar-word.save")).to_have_text("Not saved")
    address = page.url
    context = page.context
    page.close()
    fresh = context.new_page()
    fresh.goto(address)
    expect(fresh.get_by_label("Total rise", exact=True)).to_have_value(re.compile("4’.8″"))
    saved(fresh)


def test_going_back_while_typing_keeps_what_was_typed(page: Page) -> None:
    start_stair(page)
    commit(page, "Total rise", "50")
    saved(page)
    station(page, "Work out")
    station(page, "Measure")
    page.get_by_label("Total rise", exact=True).fill("53")
    page.go_back()
    saved(page)
    station(page, "Measure")
    expect(page.get_by_label("Total rise", exact=True)).to_have_value(re.compile("4’.5″"))


def test_a_double_click_starts_one_job_and_a_name_waits_for_the_program(page: Page) -> None:
    page.goto("/")
    expect(page.get_by_role("heading", name="The bench")).to_be_visible()
    before = page.request.get("/api/bench").json()["jobs"]
    page.get_by_role("button", name=re.compile("Start a stair in a new job.*milli")).dblclick()
    page.wait_for_url(re.compile("/work/"))
    work = page.url.split("/work/")[1].split("/")[0]
    job = page.request.get(f"/api/works/{work}").json()["job"]
    assert len(page.request.get("/api/bench").json()["jobs"]) == len(before) + 1
    jobs = page.request.get(f"/api/bench?whole={job['id']}").json()["jobs"]
    (made,) = [one for one in jobs if one["job"]["id"] == job["id"]]
    assert [card["work"]["id"] for card in made["cards"]] == [work]
    # Deleted on another screen: it is told, and put back with what was typed.
    page.request.delete(f"/api/jobs/{job['id']}")
    commit(page, "Total rise", "1400")
    expect(page.get_by_role("alert")).to_contain_text("deleted meanwhile")
    page.get_by_role("button", name="Put it back").click()
    saved(page)
    assert page.request.get(f"/api/works/{work}").json()["work"]["document"]["total_rise"] == "1400 mm"
    page.request.delete(f"/api/jobs/{job['id']}")
    page.goto("/")
    page.get_by_role("button", name="Deleted").click()
    expect(page.get_by_role("dialog")).to_contain_text(job["name"])
    page.get_by_role("button", name="Close").click()
    # A name typed while nobody answers.
    page.route(re.compile("/api/works/"), lambda route: route.abort())
    page.get_by_role("button", name=re.compile("More about Boat store")).click()
    page.get_by_role("menuitem", name="Rename").click()
    page.get_by_role("textbox", name="Name").fill("Boat store, new")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    page.reload()
    page.unroute(re.compile("/api/works/"))
    expect(page.get_by_role("link", name=re.compile("Boat store, new"))).to_be_visible()
    page.get_by_role("button", name=re.compile("More about Boat store")).click()
    page.get_by_role("menuitem", name="Rename").click()
    page.get_by_role("textbox", name="Name").fill("Boat store")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_role("link", name=re.compile("Boat store, new"))).to_have_count(0)


def test_a_tick_is_sent_again_after_a_failure_and_not_shown_as_kept_before(page: Page) -> None:
    boat_store(page)
    first = page.locator(".stops li").first
    page.route(re.compile("/marking/tick"), lambda route: route.fulfill(**problem(500, "Our fault.")))
    page.get_by_role("button", name="Marked").click()
    expect(page.get_by_text("Our fault.")).to_be_visible()
    expect(page.locator(".bar-word.save")).to_have_text("Not saved")
    page.reload()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    expect(first).to_have_class(re.compile("done"))
    with page.expect_request(re.compile("/marking/tick")):
        page.get_by_role("button", name="Try again").click()
    page.unroute(re.compile("/marking/tick"))
    try_again(page)
    page.evaluate("localStorage.clear()")
    page.reload()
    expect(first).to_have_class(re.compile("done"))
    page.locator(".stops li button").first.click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    expect(first).not_to_have_class(re.compile("done"))
    page.wait_for_load_state("networkidle")


def test_what_waits_is_taken_up_where_the_page_that_was_left_counts_as_open_for_a_while(page: Page) -> None:
    """On a busy machine its lock is free only later: till then the page loaded anew is another tab."""
    boat_store(page)
    first = page.locator(".stops li").first
    page.route(re.compile("/marking/tick"), lambda route: route.fulfill(**problem(503, "Busy.")))
    page.get_by_role("button", name="Marked").click()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    tab = page.evaluate("sessionStorage.getItem('tab')")
    other = page.context.new_page()
    other.goto("/api/bench")
    other.evaluate(
        f"() => {{ navigator.locks.request('tab:{tab}', () => new Promise((done) => setTimeout(done, 4000))); }}"
    )
    page.reload()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    assert page.evaluate("sessionStorage.getItem('tab')") != tab
    expect(first).to_have_class(re.compile("done"))
    page.unroute(re.compile("/marking/tick"))
    try_again(page)
    page.locator(".stops li button").first.click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    expect(first).not_to_have_class(re.compile("done"))
    page.wait_for_load_state("networkidle")


def test_settings_and_stock_changed_while_nobody_answers_are_kept_later_and_a_double_click_adds_one_board(
    page: Page,
) -> None:
    keeping = re.compile(r"/api/(shop|rack)(\?|$|/)")

    def away(route: Route) -> None:
        if route.request.method == "GET":
            route.fallback()
        else:
            route.abort()

    page.goto("/settings")
    british = page.get_by_label("Britain and Ireland")
    expect(page.get_by_label("North America")).to_be_checked()
    page.route(keeping, away)
    british.check()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    page.unroute(keeping)
    page.reload()
    expect(british).to_be_checked()
    expect(page.get_by_text("not kept yet")).to_have_count(0)
    page.get_by_label("North America").check()
    expect(page.get_by_label("North America")).to_be_checked()
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    station(page, "Cut")
    page.get_by_role("tab", name=re.compile("On hand")).click()
    for label, text in (("Thickness", "1 1/2"), ("Depth", "9 1/4"), ("Length", "17'")):
        page.get_by_label(label, exact=True).fill(text)
        page.get_by_label(label, exact=True).press("Tab")
    mine = page.locator(".rack-boards li").filter(has_text=re.compile("17’.0″"))
    page.get_by_role("button", name="Put on the rack").dblclick()
    expect(mine).to_have_count(1)
    page.route(keeping, away)
    mine.get_by_role("button", name="Gone").click()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    page.unroute(keeping)
    try_again(page)
    expect(mine).to_have_count(0)
    rack = page.request.get("/api/rack?units=imperial").json()["boards"]
    assert not [one for one in rack if one["length"]["mm"] > 5000]


def test_a_board_put_on_the_rack_while_the_first_plan_is_still_made_is_seen(page: Page) -> None:
    held: list[Route] = []
    answers: list[APIResponse] = []

    def hold_the_first(route: Route) -> None:
        if held:
            route.fallback()
            return
        # Held before it is fetched: the next one may come while this one waits.
        held.append(route)
        answers.append(route.fetch())

    page.route(re.compile("/cut.*token="), hold_the_first)
    boat_store(page)
    station(page, "Cut")
    page.get_by_role("tab", name=re.compile("On hand")).click()
    for label, text in (("Thickness", "1 1/2"), ("Depth", "9 1/4"), ("Length", "18'")):
        page.get_by_label(label, exact=True).fill(text)
        page.get_by_label(label, exact=True).press("Tab")
    mine = page.locator(".rack-boards li").filter(has_text=re.compile("18’.0″"))
    while not answers:
        page.wait_for_timeout(50)
    page.get_by_role("button", name="Put on the rack").click()
    expect(mine).to_have_count(1)
    # The plan that was asked for before knows nothing of the board.
    with contextlib.suppress(PlaywrightError):
        held[0].fulfill(response=answers[0])
    expect(page.locator(".cut-looking")).to_have_count(0)
    expect(mine).to_have_count(1)
    mine.get_by_role("button", name="Gone").click()
    expect(mine).to_have_count(0)


def test_a_change_made_at_once_after_a_reload_is_not_written_over_one_that_waits(page: Page) -> None:
    boat_store(page)
    stops = page.locator(".stops li")
    page.route(re.compile("/marking/"), lambda route: changes(route, **problem(503, "Busy.")))
    page.get_by_role("button", name="Marked").click()
    expect(page.get_by_text("not kept yet")).to_be_visible()
    # Who else is open is not known yet when the next change is made.
    page.add_init_script(
        "const ask = navigator.locks.query.bind(navigator.locks);"
        "navigator.locks.query = () => new Promise((tell) => setTimeout(() => tell(ask()), 3000));"
    )
    page.reload()
    expect(stops.first).to_have_class(re.compile("done"))
    stops.nth(3).get_by_role("button").click()
    page.get_by_role("button", name="Marked").click()
    expect(stops.nth(3)).to_have_class(re.compile("done"))
    page.reload()
    expect(stops.first).to_have_class(re.compile("done"))
    expect(stops.nth(3)).to_have_class(re.compile("done"))
    # What is asked for after they are kept comes late: nothing is shown undone until then.
    asked: list[Route] = []
    late = True

    def hold(route: Route) -> None:
        asked.append(route)
        if not late:
            route.continue_()

    page.route(re.compile(r"/marking\?"), hold)
    answers: list[Response] = []
    page.on("response", lambda one: answers.append(one) if "/marking/tick" in one.url and one.ok else None)
    page.unroute(re.compile("/marking/"))
    try_again(page)
    while len(answers) < 2 or not asked:
        page.wait_for_timeout(50)
    expect(stops.first).to_have_class(re.compile("done"))
    expect(stops.nth(3)).to_have_class(re.compile("done"))
    # One that was caught already may be handed over only now.
    late = False
    for one in list(asked):
        with contextlib.suppress(PlaywrightError):
            one.continue_()
    for n in (0, 3):
        stops.nth(n).get_by_role("button").click()
        page.get_by_role("button", name="Marked", pressed=True).click()
        expect(stops.nth(n)).not_to_have_class(re.compile("done"))
    page.wait_for_load_state("networkidle")


def test_ticks_that_were_asked_for_before_one_was_made_do_not_take_it_off_the_screen(page: Page) -> None:
    boat_store(page)
    first = page.locator(".stops li").first
    held: list[Route] = []
    old: list[APIResponse] = []

    def hold(route: Route) -> None:
        held.append(route)
        old.append(route.fetch())

    page.route(re.compile(r"/marking\?"), hold)
    page.evaluate("window.dispatchEvent(new Event('visibilitychange'))")
    while not old:
        page.wait_for_timeout(50)
    with page.expect_response(re.compile("/marking/tick")):
        page.get_by_role("button", name="Marked").click()
    expect(first).to_have_class(re.compile("done"))
    # By then it is no longer waited for, or what it brings is not shown.
    with contextlib.suppress(PlaywrightError):
        held[0].fulfill(response=old[0])
    page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
    expect(first).to_have_class(re.compile("done"))
    page.unroute(re.compile(r"/marking\?"))
    page.locator(".stops li button").first.click()
    page.get_by_role("button", name="Marked", pressed=True).click()
    expect(first).not_to_have_class(re.compile("done"))
    page.wait_for_load_state("networkidle")
