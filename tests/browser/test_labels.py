"""If this breaks, one figure is written over another and is read wrong from the horses."""

import re

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
    page.emulate_media(reduced_motion="reduce")
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
    assert wrong_labels(page, [".tape text", ".tooth text, .whole-board .end", ".held-words p"]) == []


# Every mark of the board from the one that is open on, each once it is drawn: which labels lie over each other by more than
# a pixel, and which leave the view. Walked within the page, frame by frame.
WALK = """async (kinds) => {
  const frame = () => new Promise(requestAnimationFrame);
  const marks = () => [...document.querySelectorAll(".stops ol button")];
  const place = () => marks().findIndex((one) => one.ariaCurrent === "step");
  const boxes = (selector) => [...document.querySelectorAll(selector)].filter((e) => e.checkVisibility())
    .map((e) => [e.textContent, e.getBoundingClientRect()]);
  const wrong = [];
  let seen = 0;
  // Where somebody left the board is kept, and may be answered late: from its first mark on, once that was gone to here.
  do { marks()[0].click(); await frame(); } while (place() !== 0);
  await frame();
  for (;;) {
    const number = place();
    for (const kind of kinds) {
      const found = boxes(kind);
      found.forEach(([a, p], i) => found.slice(0, i).forEach(([b, q]) => {
        if (Math.min(p.right, q.right) - Math.max(p.left, q.left) > 1 && Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top) > 1)
          wrong.push([number, a, b]);
      }));
    }
    const view = document.querySelector(".lens").getBoundingClientRect();
    for (const [text, box] of boxes(".held-words p, .lens-tools > *, .lens .measured text, .tape text"))
      if (box.left < view.left - 1 || box.right > view.right + 1 || box.top < view.top - 1 || box.bottom > view.bottom + 1)
        wrong.push([number, text, "leaves the view"]);
    seen += 1;
    if (number === marks().length - 1) return { wrong, seen };
    // The place another screen left the board at may come late: then it is elsewhere already.
    const until = performance.now() + 20000;
    const forward = () => document.querySelector(".turn.forward:not([disabled])");
    while (place() === number && performance.now() < until) { forward()?.click(); await frame(); }
    if (place() === number) return { wrong: [[number, "the next mark", "does not open"]], seen };
    await frame();
  }
}"""


def wrong_labels(page: Page, kinds: list[str]) -> list[list[str]]:
    """Labels that lie over each other, or leave the view, at any mark from the one that is open on."""
    found = page.evaluate(WALK, kinds)
    assert found["seen"] > 1
    wrong: list[list[str]] = found["wrong"]
    return wrong


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
        # The narrowest view is the hardest: most pieces are walked there.
        for piece in range(min(4 if size == "phone" else 2, buttons.count())):
            title = buttons.nth(piece).inner_text().split(" ×")[0]
            buttons.nth(piece).click()
            expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text(title)
            drawn = ".held-words p, .lens-tools > *, .measured text"
            assert wrong_labels(page, [".tape text", ".whole-board .tooth text, .whole-board .end", drawn]) == [], title
