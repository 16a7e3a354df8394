"""If this breaks, one figure is written over another and is read wrong from the horses."""

import re

import pytest
from playwright.sync_api import Page

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
    forward = page.get_by_role("button", name="Next mark")
    while forward.is_enabled():
        forward.click()
        assert collisions(page, ".tape text") == []
        assert collisions(page, ".tooth text, .whole-board .end") == []
        if page.locator(".held-words").count():
            assert collisions(page, ".held-words p") == []
