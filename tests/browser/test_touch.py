"""If this breaks, a carpenter with gloves and a phone cannot enter a length or walk the marks."""

import re

from playwright.sync_api import expect


def test_a_whole_stair_by_thumb_on_a_phone_with_the_tape_keypad(browser, server):
    context = browser.new_context(
        service_workers="block",
        viewport={"width": 390, "height": 844},
        base_url=server.address,
        has_touch=True,
        is_mobile=True,
    )
    page = context.new_page()
    page.goto("/")
    page.get_by_role("button", name=re.compile("Start a stair in a new job.*feet")).tap()
    page.get_by_label("Total rise").tap()
    keypad = page.get_by_role("region", name="Tape keypad")
    for key in ("4", "’ ft", "4", "3⁄8", "″ in"):
        keypad.get_by_role("button", name=key, exact=True).tap()
    expect(keypad.locator(".keypad-read")).to_contain_text("= 4’")
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
    keypad.get_by_role("button", name="Done").tap()
    expect(keypad).to_have_count(0)
    expect(page.get_by_label("Total rise")).to_have_value(re.compile("4’.4.3⁄8″"))
    width = page.get_by_label("Width over the stringers")
    width.tap()
    expect(width).to_be_in_viewport()
    # The field slides clear of the keypad within a few frames.
    assert page.evaluate(
        """() => new Promise((done) => {
          const look = (frames) => {
            const field = document.activeElement.getBoundingClientRect();
            const clear = field.bottom <= document.querySelector(".keypad").getBoundingClientRect().top;
            if (clear || frames === 0) done(clear);
            else requestAnimationFrame(() => look(frames - 1));
          };
          look(60);
        })"""
    )
    keypad.get_by_role("button", name="Done").tap()
    page.get_by_role("navigation").get_by_role("link", name=re.compile("Work out")).tap()
    page.get_by_role("button", name="Choose 8 risers").tap()
    expect(page.get_by_role("button", name="Choose 8 risers")).to_have_attribute("aria-pressed", "true")
    page.get_by_role("navigation").get_by_role("link", name=re.compile("^Mark")).tap()
    stops = page.locator(".stops li")
    expect(stops.first).to_be_attached()
    for n in range(1, stops.count()):
        page.get_by_role("button", name="Next mark").tap()
        expect(stops.nth(n)).to_have_class(re.compile("open"))
        expect(page.locator(".big")).to_be_in_viewport()
    finger = context.new_cdp_session(page)
    lens = page.locator(".lens").bounding_box()
    y = lens["y"] + lens["height"] / 2
    # The finger comes to rest before it is lifted: after a fling the browser swallows the next tap.
    for kind, x in (("touchStart", 60), ("touchMove", 160), *(("touchMove", 300) for _ in range(12))):
        page.evaluate("() => new Promise((done) => requestAnimationFrame(done))")
        finger.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": [{"x": x, "y": y}]})
    finger.send("Input.dispatchTouchEvent", {"type": "touchEnd", "touchPoints": []})
    expect(stops.nth(stops.count() - 2)).to_have_class(re.compile("open"))
    page.get_by_role("button", name="Marked").tap()
    expect(stops.nth(stops.count() - 2)).to_have_class(re.compile("done"))
    page.reload()
    expect(stops.nth(stops.count() - 1)).to_have_class(re.compile("open"))
    small = page.evaluate(
        """() => [...document.querySelectorAll("button, a, input, select")]
          .filter((e) => e.checkVisibility() && e.tabIndex >= 0)
          .map((e) => [e.outerHTML.slice(0, 80), e.getBoundingClientRect()])
          .filter(([, box]) => box.height < 43.5 || box.width < 43.5).map(([name]) => name)"""
    )
    assert small == []
    context.close()
