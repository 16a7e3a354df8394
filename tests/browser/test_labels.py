"""If this breaks, one figure is written over another and is read wrong from the horses."""

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from easynotch.core.tape import Units
from easynotch.presenting.practice.made_up import made_up as make_up
from tests.browser.test_access import SIZES

BOXES = """(selector) => [...document.querySelectorAll(selector)].filter((e) => e.checkVisibility()).map((e) => {
  const box = e.getBoundingClientRect();
  return [e.textContent, box.left, box.top, box.right, box.bottom];
})"""


def collisions(page: Page, selector: str) -> list[tuple[str, str]]:
    """Pairs of labels that lie over each other by more than a pixel."""
    boxes = page.evaluate(BOXES, selector)
    assert boxes, selector
    return [
        (a[0], b[0])
        for i, a in enumerate(boxes)
        for b in boxes[:i]
        if min(a[3], b[3]) - max(a[1], b[1]) > 1 and min(a[4], b[4]) - max(a[2], b[2]) > 1
    ]


@pytest.mark.parametrize("size", SIZES)
@pytest.mark.parametrize("name", ["Boardwalk steps", "Ringing room step", "Kiosk hatch steps"])
def test_no_two_labels_lie_over_each_other_and_none_leaves_the_view(page, size, name):
    page.set_viewport_size(dict(zip(("width", "height"), SIZES[size], strict=True)))
    page.goto("/")
    page.get_by_role("link", name=re.compile(name)).click()
    labels = ".sheet-list .tape-field" if size == "phone" else ".sheet-label, .sheet-text"
    page.locator(labels.split(",", maxsplit=1)[0]).first.wait_for()
    page.evaluate("() => document.fonts.ready")
    assert collisions(page, labels) == []
    for _, left, _, right, _ in page.evaluate(BOXES, labels):
        assert left >= 0 and right <= SIZES[size][0]
    page.goto(page.url.replace("measure", "mark") + "?stop=0")
    page.locator(".lens svg").wait_for()
    for _ in each_mark(page):
        assert collisions(page, ".tape text") == []
        assert collisions(page, ".tooth text, .whole-board .end") == []
        if page.locator(".held-words").count():
            assert collisions(page, ".held-words p") == []


# Which mark is open, and how many there are.
PLACE = """() => {
  const all = [...document.querySelectorAll(".stops ol button")];
  return [all.findIndex((one) => one.ariaCurrent === "step"), all.length];
}"""


FORWARD = "document.querySelector('.turn.forward:not([disabled])')"


def each_mark(page: Page) -> Iterator[int]:
    """Every mark of the board from the one that is open on, each once it is drawn."""
    while True:
        number, count = page.evaluate(PLACE)
        yield number
        if number == count - 1:
            return
        # The place another screen left the board at may come late: then it is elsewhere already.
        page.wait_for_function(f"(before) => ({PLACE})()[0] !== before || {FORWARD} !== null", arg=number)
        page.evaluate(f"(before) => {{ if (({PLACE})()[0] === before) {FORWARD}?.click(); }}", number)
        page.wait_for_function(f"(before) => ({PLACE})()[0] !== before", arg=number)


@pytest.fixture(scope="module")
def made_up(browser, server):
    """Flights, gables and hip roofs made up by the trainer's chance, one job of each kind of tape."""
    context = browser.new_context(service_workers="block", base_url=server.address)
    works, jobs = [], []
    for units in Units:
        job = context.request.post("/api/jobs", data={"name": f"Heron Flats, made up, {units}", "units": units}).json()
        jobs.append(job["id"])
        for school in ("stairs", "rafters", "hips"):
            document = make_up(school, units, 7)[0].works[0].model_dump(mode="json", exclude_none=True)
            kept = context.request.post(
                f"/api/jobs/{job['id']}/works", data={"kind": document["kind"], "document": document}
            )
            assert kept.ok, kept.text()
            works.append(kept.json()["id"])
    yield works
    # Off the bench again: it shows a first few dozen works, and other tests look for theirs.
    for job in jobs:
        context.request.delete(f"/api/jobs/{job}")
    context.close()


@pytest.mark.parametrize("size", SIZES)
def test_on_made_up_members_no_two_labels_of_the_board_collide_and_none_leaves_the_view(page, size, made_up):
    width, height = SIZES[size]
    page.set_viewport_size({"width": width, "height": height})
    page.emulate_media(reduced_motion="reduce")
    for work in made_up:
        page.goto(f"/work/{work}/mark?stop=0")
        page.locator(".lens svg").wait_for()
        page.evaluate("() => document.fonts.ready")
        buttons = page.locator(".piece-bar button[aria-pressed]")
        for piece in range(min(4, buttons.count())):
            title = buttons.nth(piece).inner_text().split(" ×")[0]
            buttons.nth(piece).click()
            expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text(title)
            for _ in each_mark(page):
                assert collisions(page, ".tape text") == []
                assert collisions(page, ".whole-board .tooth text, .whole-board .end") == []
                drawn = ".held-words p, .lens-tools > *, .measured text"
                assert collisions(page, drawn) == []
                view = page.locator(".lens").bounding_box()
                for text, left, top, right, bottom in page.evaluate(BOXES, f"{drawn}, .tape text"):
                    assert left >= view["x"] - 1 and right <= view["x"] + view["width"] + 1, (text, title)
                    assert top >= view["y"] - 1 and bottom <= view["y"] + view["height"] + 1, (text, title)
