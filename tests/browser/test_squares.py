"""If these break, a square is drawn on a board as no square can lie."""

import re
from math import hypot

import pytest
from playwright.sync_api import expect

from tests.browser.test_stair import station

# Every place of the piece on the horses, one after the other, and there every step that holds a square: the traced edges
# of the square as it is drawn, its ringed figures, the edges of the board, px. Clicked within the page, frame by frame.
DRAWN_SQUARES = """async () => {
  const frame = () => new Promise((done) => requestAnimationFrame(done));
  const points = (e) => e.getAttribute("points").trim().split(" ").map((p) => p.split(",").map(Number));
  const read = (stop) => {
    const shape = document.querySelector(".lens .square polygon");
    if (!shape) return;
    const wood = document.querySelector(".lens .board-edge");
    const [x, y, w, h] = ["x", "y", "width", "height"].map((k) => Number(wood.getAttribute(k)));
    const rings = Object.fromEntries([...document.querySelectorAll(".held g[data-leg]")].map((g) => {
      const c = g.querySelector("circle");
      return [g.dataset.leg, c && [Number(c.getAttribute("cx")), Number(c.getAttribute("cy"))]];
    }));
    const lines = [...document.querySelectorAll(".lens > svg > g > .line-open")].filter((e) => e.points).map(points);
    found.push({ stop, points: points(shape), wood: [x, y, w, h], rings, lines, ...shape.dataset });
  };
  const found = [];
  const count = document.querySelectorAll(".stops li button").length;
  let visited = 0;
  for (let n = 0; n < count; n += 1) {
    document.querySelectorAll(".stops li button")[n].click();
    for (let tries = 0; tries < 60 && !document.querySelectorAll(".stops li")[n].classList.contains("open"); tries += 1) await frame();
    await frame();
    visited += document.querySelectorAll(".stops li")[n].classList.contains("open");
    const steps = document.querySelectorAll(".step-list button").length;
    if (!steps) read(n);
    for (let step = 0; step < steps; step += 1) {
      document.querySelectorAll(".step-list button")[step].click();
      await frame();
      read(n);
    }
  }
  return { found, visited, count };
}"""

EVERY_WORK = [
    "Boardwalk steps", "Ringing room step", "Kiosk hatch steps", "Warden's hut", "Boat store", "Punt lean-to", "Hide porch",
    "Ringing shed", "Six-sided lookout", "Net store corner", "Marsh steps", "Hide stair", "Old landing steps",
]  # fmt: skip


@pytest.mark.parametrize("work", EVERY_WORK)
def test_the_square_on_every_drawing_is_a_square_and_reads_at_the_edge(page, work):
    """Read off the drawn shape itself: legs at 90°, their figures where they cross the board's edge, on wood or a scrap."""
    page.goto("/")
    page.get_by_role("link", name=re.compile(work)).first.click()
    station(page, "Mark")
    expect(page.locator(".stops [aria-current=step]")).to_be_visible()
    if page.locator(".piece-bar .more").count():
        page.locator(".piece-bar .more").click()
    pieces = page.locator(".piece-bar button:not(.more)").all_inner_texts()
    # Of a pair the left one: the right one's drawing is its mirror, by the same code. Of jacks the first and the last:
    # those between differ in their length alone, and the steps of all are drawn by the apprentice.
    named = [name for name in pieces if ", right" not in name or name.replace(", right", ", left") not in pieces]
    kinds: dict[str, list[str]] = {}
    for name in named:
        kinds.setdefault(re.sub(r"\d+", "", name.split(" ×")[0]), []).append(name)
    names = [name for alike in kinds.values() for name in dict.fromkeys((alike[0], alike[-1]))]
    seen = 0
    for name in names:
        if page.locator(".piece-bar .more").count():
            page.locator(".piece-bar .more").click()
        page.get_by_role("button", name=name, exact=True).first.click()
        expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text(name.split(" ×")[0])
        drawings = page.evaluate(DRAWN_SQUARES)
        assert drawings["visited"] == drawings["count"]
        for drawn in drawings["found"]:
            seen += 1
            heel, tongue, body = drawn["points"][0], drawn["points"][1], drawn["points"][5]
            sides = [(end[0] - heel[0], end[1] - heel[1]) for end in (tongue, body)]
            (a, b), (c, d) = sides
            assert abs(a * c + b * d) / (hypot(a, b) * hypot(c, d)) < 1e-3, (work, name, drawn["stop"])
            x, y, wide, high = drawn["wood"]
            # Both figures stand on one edge, each on its own leg.
            edge = y if drawn["edge"] == "top" else y + high
            for side, at in drawn["rings"].items():
                if at is None:
                    continue
                assert at[1] == pytest.approx(edge, abs=0.6), (work, name, drawn["stop"])
                u, v = sides[0] if side == "tongue" else sides[1]
                off = abs((at[0] - heel[0]) * v - (at[1] - heel[1]) * u) / hypot(u, v)
                assert off < 0.6, (work, name, drawn["stop"])
                if drawn["scrap"] == "false":
                    assert x - 1 <= at[0] <= x + wide + 1, (work, name, drawn["stop"])
            # What glows lies along the leg that draws it.
            drawing = sides[0] if drawn["draws"] == "tongue" else sides[1]
            along = [
                abs((q[0] - p[0]) * drawing[1] - (q[1] - p[1]) * drawing[0])
                / (hypot(q[0] - p[0], q[1] - p[1]) * hypot(*drawing) or 1.0)
                for p, q in drawn["lines"]
            ]
            assert not along or min(along) < 2e-3, (work, name, drawn["stop"])
    assert seen >= 5
