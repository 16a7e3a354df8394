"""The building as it stands: a crooked one is read, a wrong reading found, and rafters are marked for their places; what
lies on a deck is said at Measure and marked at Mark.
"""

import re
import urllib.request

from playwright.sync_api import expect

from tests.browser.conftest import PATIENCE, Server
from tests.browser.test_access import violations
from tests.browser.test_nothing_lost import commit
from tests.browser.test_roof import start_roof
from tests.browser.test_stair import running_marks, saved, station

READ = ("9004 mm", "6012 mm", "9010 mm", "5995 mm", "10831 mm", "10848 mm")
"""Sides, then both diagonals: the last one reads 30 mm long."""


def test_a_wrong_reading_is_found_read_again_and_every_rafter_cut_for_its_own_place(page):
    start_roof(page)
    commit(page, "Span, over the plates", "6 m")
    commit(page, "Length of the plates", "9 m")
    saved(page)
    page.get_by_role("button", name="Survey the plates").click()
    survey = page.get_by_role("region", name="The plates as they stand")
    expect(survey.get_by_label(re.compile(r"^Reading \d+: what it read$"))).to_have_count(10)
    for number, value in enumerate(READ, 1):
        commit(page, f"Reading {number}: what it read", value)
    saved(page)
    station(page, "Work out")
    expect(page.get_by_text(re.compile("The readings cannot all be right"))).to_be_visible()
    station(page, "Measure")
    # One more length that was read already, read right: it is told which one was wrong.
    row = survey.get_by_role("listitem").filter(has_text="may be wrong").nth(5)
    row.get_by_role("button", name="Read once more").click()
    commit(page, "Reading 11: what it read", "10818 mm")
    saved(page)
    expect(survey.get_by_text("may be wrong")).to_have_count(1)
    page.reload()
    station(page, "Work out")
    expect(page.get_by_text(re.compile("corner 2 to corner 4, reads .* long against the others"))).to_be_visible()
    station(page, "Measure")
    survey.get_by_role("button", name="Take reading 6 away").click()
    saved(page)
    expect(survey.get_by_text("Out of square, over the longer side at the worst corner")).to_be_visible()
    assert violations(page) == []
    station(page, "Mark")
    page.get_by_text("more pieces").click()
    # With the ridge over the middles of both ends, straight walls stand as far from it on either side.
    page.get_by_role("button", name=re.compile("^Rafter 7, first side ×2")).click()
    expect(page.get_by_role("heading", name=re.compile("Square the end"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("^Rafter 7, first side"), pressed=True)).to_be_visible()
    assert len(running_marks(page)) > 1


def test_a_dormer_is_said_refused_where_it_has_no_room_and_its_jacks_are_marked(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Drying loft")).click()
    dormers = page.get_by_role("group", name="Dormers 1", exact=True)
    dormers.get_by_label("Its plates over the roof's").fill("400 mm")
    dormers.get_by_label("Its plates over the roof's").press("Enter")
    expect(dormers.get_by_text(re.compile("Raise them to at least"))).to_be_visible()
    dormers.get_by_label("Its plates over the roof's").fill("1400 mm")
    dormers.get_by_label("Its plates over the roof's").press("Enter")
    saved(page)
    expect(page.get_by_text(re.compile("Raise them to at least"))).to_have_count(0)
    station(page, "Mark")
    page.get_by_text("more pieces").click()
    page.get_by_role("button", name=re.compile("^Laid-on jack 1, left")).click()
    expect(page.get_by_text("Foot: level line on the deck").first).to_be_visible()
    station(page, "Fit")
    expect(page.locator(".fit-card.stop")).to_have_count(0)


def test_a_span_read_again_keeps_both_readings_and_takes_their_mean(page):
    start_roof(page)
    commit(page, "Span, over the plates", "11' 3\"")
    commit(page, "Length of the plates", "19' 6\"")
    saved(page)
    page.get_by_role("button", name="Readings", exact=True).click()
    slip = page.get_by_role("dialog", name="Readings")
    slip.get_by_label("Which value").click()
    page.get_by_role("option", name=re.compile("(span|width)", re.IGNORECASE)).first.click()
    slip.get_by_label("It reads").fill("11' 3 1/2\"")
    slip.get_by_label("It reads").press("Enter")
    expect(slip.locator(".kept-rows li")).to_have_count(2)
    expect(slip.locator(".kept-rows li").first).to_contain_text("used")
    slip.get_by_role("button", name="Use the mean").click()
    expect(slip.locator(".kept-rows").locator("..").get_by_text("used")).to_have_count(1)
    assert violations(page) == []
    slip.get_by_role("button", name="Back").click()
    saved(page)
    expect(page.get_by_label("Span, over the plates")).to_have_value(re.compile("11’.3.1⁄4"))
    expect(page.get_by_text("2 readings", exact=True)).to_be_visible()
    page.reload()
    expect(page.get_by_role("button", name="2 readings kept")).to_be_visible()


def bring_in(server, file):
    """Take a job file in, as the bench does."""
    request = urllib.request.Request(
        f"{server.address}/api/jobs/import", file.read_bytes(),
        {"Content-Type": "application/json", "Idempotency-Key": "0123456789abcdef", "Origin": server.address},
    )  # fmt: skip
    urllib.request.urlopen(request, timeout=20).close()


def open_store(browser, server):
    page = browser.new_context(base_url=server.address, service_workers="block", reduced_motion="reduce").new_page()
    page.set_default_timeout(PATIENCE)
    page.goto("/")
    page.get_by_role("link", name=re.compile("Crooked store, to be read")).click()
    page.get_by_role("button", name="Instruments").click()
    return page, page.get_by_role("region", name="Instruments")


def take(page, tray, number):
    """Take the reading that is missing next, and see it arrive."""
    expect(tray).to_contain_text(f"Into Reading {number}:")
    tray.get_by_role("button", name="Take a reading").click()
    expect(tray.locator(".tray-came")).to_contain_text(f"Reading {number}:")
    expect(page.get_by_label(f"Reading {number}: what it read", exact=True)).not_to_have_value("")
    saved(page)


def levels_and_string(page, tray):
    tray.get_by_role("button", name="Rotary level and staff").click()
    tray.get_by_role("button", name="Pair", exact=True).click()
    for number in range(6, 11):
        take(page, tray, number)
    tray.get_by_role("button", name="Tape", exact=True).click()
    tray.get_by_role("button", name="Pair", exact=True).click()
    take(page, tray, 11)


def read_and_marked(page):
    """What was read stands in the slip; rafter 7 is marked; Fit tells what to read again."""
    page.get_by_role("button", name=re.compile(r"^Readings")).click()
    slip = page.get_by_role("dialog", name="Readings")
    expect(slip.get_by_text("Reading 1: side 1–2")).to_be_visible()
    assert violations(page) == []
    slip.get_by_role("button", name="Back").click()
    station(page, "Mark")
    page.get_by_text("more pieces").click()
    page.get_by_role("button", name=re.compile("^Rafter 7, first side")).click()
    expect(page.get_by_role("button", name=re.compile("^Rafter 7, first side"), pressed=True)).to_be_visible()
    assert len(running_marks(page)) > 1
    station(page, "Fit")
    expect(page.get_by_text(re.compile(r"Reading \d+ read again would narrow it most")).first).to_be_visible()


def test_a_crooked_store_is_read_with_instruments_over_a_dead_server_and_a_second_device(browser, tmp_path, home):
    """Nothing that was read is lost; the planted blunder is found, read again, and rafter 7 is cut for its own place."""
    server = Server(tmp_path, "serve").start()
    try:
        bring_in(server, home / "demo/7-heron-flats-store.json")
        page, tray = open_store(browser, server)
        tray.get_by_role("button", name="Pair", exact=True).click()
        for number in (1, 2, 3):
            take(page, tray, number)
        # Undone, it is missing again; read again, it is there.
        tray.get_by_role("button", name="Undo it").click()
        expect(page.get_by_label("Reading 3: what it read", exact=True)).to_have_value("")
        saved(page)
        take(page, tray, 3)
        server.kill()
        tray.get_by_role("button", name="Take a reading").click()
        expect(tray.locator(".tray-came")).to_contain_text("Nobody answers just now")
        server.start()
        take(page, tray, 4)
        other, beside = open_store(browser, server)
        take(other, beside, 5)
        # This screen has not heard of it: it points at the same reading, and is pointed on to the next one.
        page.get_by_label("Reading 6: what it read", exact=True).focus()
        take(page, tray, 6)
        expect(page.get_by_label("Reading 5: what it read", exact=True)).not_to_have_value("")
        other.context.close()
        station(page, "Work out")
        expect(page.get_by_text(re.compile("The readings cannot all be right"))).to_be_visible()
        station(page, "Measure")
        survey = page.get_by_role("region", name="The plates as they stand")
        survey.locator("[id='survey.readings[5]']").get_by_role("button", name="Read once more").click()
        saved(page)
        take(page, tray, 13)
        expect(survey.get_by_text("may be wrong")).to_have_count(1)
        survey.get_by_role("button", name="Take reading 6 away").click()
        saved(page)
        levels_and_string(page, tray)
        survey.get_by_role("button", name="pieces are cut to it").click()
        saved(page)
        page.get_by_role("button", name="Put the instruments away").click()
        read_and_marked(page)
        page.context.close()
    finally:
        server.stop()


def test_an_instrument_that_sends_keys_types_into_the_field_that_is_pointed_at(page):
    start_roof(page)
    commit(page, "Span, over the plates", "6 m")
    commit(page, "Length of the plates", "9 m")
    saved(page)
    page.get_by_role("button", name="Instruments").click()
    tray = page.get_by_role("region", name="Instruments")
    tray.get_by_role("button", name="Pair", exact=True).click()
    tray.get_by_role("button", name="Set it").click()
    tray.get_by_role("button", name="as typed keys").click()
    page.get_by_label("Span, over the plates", exact=True).focus()
    tray.get_by_role("button", name="Take a reading").click()
    expect(tray.locator(".tray-came")).to_contain_text("Distance meter read")
    expect(page.get_by_label("Span, over the plates", exact=True)).not_to_have_value(re.compile("^6000"))
    saved(page)
    assert violations(page) == []
    tray.get_by_role("button", name="Let go").click()


def test_a_tried_patterns_gaps_are_typed_and_tell_what_to_put_right_on_a_phone_too(page):
    start_roof(page)
    commit(page, "Span, over the plates", "6 m")
    commit(page, "Length of the plates", "9 m")
    saved(page)
    page.set_viewport_size({"width": 390, "height": 844})
    station(page, "Fit")
    tried = page.get_by_role("region", name="Where it gapes")
    commit(page, "Head, at its top", "6 mm")
    commit(page, "Head, at its bottom", "6 mm")
    # As wide at the top as at the bottom: the run, if the heights are right.
    first = tried.get_by_role("status").get_by_role("alert").first
    told = re.compile("The ridge stands .* farther from the plate than the pattern was cut for")
    expect(first).to_contain_text(told)
    expect(tried.get_by_role("heading", name=re.compile("until the heights are read"))).to_be_visible()
    assert violations(page) == []
    expect(page.get_by_text("Saved", exact=True)).to_be_attached()
    page.reload()
    expect(first).to_contain_text(told)
    # What gapes by less than a feeler reads is no cause; what was typed can be taken back.
    commit(page, "Head, at its top", "0")
    commit(page, "Head, at its bottom", "0")
    expect(first).to_contain_text("it fits here")
    # A place is ticked where it fits, and at the saw others are cut by it once it fits at all of them.
    places = tried.get_by_role("checkbox")
    expect(places).to_have_count(6)
    for place in range(5):
        places.nth(place).check()
        # What was read here says nothing of the next place.
        expect(places.nth(5)).to_be_disabled()
        commit(page, "Head, at its top", "0")
        expect(places.nth(5)).to_be_enabled()
    expect(page.locator(".bar-word.save")).to_have_text("Saved")
    station(page, "Cut")
    expect(page.get_by_text("It fits at 5 of 6 places.")).to_be_visible()
    page.get_by_role("link", name="Try it at Fit").click()
    places.nth(5).check()
    expect(page.locator(".bar-word.save")).to_have_text("Saved")
    station(page, "Cut")
    expect(page.get_by_text("The pattern was tried and fits.")).to_be_visible()
    station(page, "Measure")
    commit(page, "Span, over the plates", "6.1 m")
    station(page, "Fit")
    # Marked anew it is tried anew.
    expect(tried.get_by_role("checkbox", checked=True)).to_have_count(0)
    commit(page, "Head, at its top", "wide")
    expect(tried.get_by_text(re.compile("length", re.IGNORECASE)).first).to_be_visible()
    expect(page.get_by_label("Head, at its top")).to_have_value("wide")
