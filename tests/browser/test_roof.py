"""The roof as a person walks it: from two tapes and a pitch to the pattern's marks, the whole, and the dry fit."""

import re

from playwright.sync_api import Page, expect

from tests.browser.test_access import violations
from tests.browser.test_nothing_lost import commit
from tests.browser.test_stair import running_marks, saved, station


def start_roof(page: Page) -> None:
    page.goto("/")
    page.get_by_role("button", name=re.compile("Start a roof in a new job.*feet")).click()
    expect(page.get_by_label("Span, over the plates")).to_be_visible()


def test_from_span_length_and_pitch_to_a_pattern_rafter_that_fits(page):
    start_roof(page)
    station(page, "Mark")
    expect(page.get_by_role("heading", name="Span or length: missing")).to_be_visible()
    station(page, "Measure")
    commit(page, "Span, over the plates", "11' 3\"")
    commit(page, "Length of the plates", "19' 6\"")
    saved(page)
    expect(page.locator(".label-ridge_underside")).to_contain_text("″")
    station(page, "Work out")
    commit(page, "Pitch", "9/12")
    saved(page)
    page.get_by_role("button", name="HAP", exact=True).click()
    page.locator(".notch-rules input").fill("5 7/8")
    page.locator(".notch-rules input").press("Enter")
    saved(page)
    commit(page, "Overhang", "14")
    saved(page)
    # The reference's ridge underside for this building.
    expect(page.locator(".fact-rows").first).to_contain_text("3’\u00a010\u00a011⁄16″")
    station(page, "Mark")
    marks = running_marks(page)
    assert marks[0].endswith("6’ 11 7/16″")
    assert marks[-1].endswith("8’ 4″")
    page.get_by_role("button", name=re.compile("Set out plates and ridge")).click()
    expect(page.locator(".lath").first.locator("li")).to_have_count(16)
    station(page, "Fit")
    expect(page.locator(".fit-card")).to_have_count(8)
    expect(page.locator(".fit-card.stop")).to_have_count(0)
    page.reload()
    expect(page.locator(".fit-card")).to_have_count(8)


def test_a_ridge_drawn_up_steepens_the_pitch_and_a_notch_is_chosen_by_its_joint(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    station(page, "Work out")
    ridge = page.get_by_role("slider", name="Raise or lower the ridge")
    before = float(ridge.get_attribute("aria-valuenow"))
    ridge.scroll_into_view_if_needed()
    box = ridge.locator(".grip").bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x, y - 20, steps=4)
    page.mouse.up()
    expect(page.get_by_label("Pitch")).not_to_have_value(re.compile("^9/12$"))
    saved(page)
    # The drag is worked out four times: the last answer counts.
    page.wait_for_function(
        "([slider, least]) => Number(slider.getAttribute('aria-valuenow')) > least",
        arg=[ridge.element_handle(), before + 100],
    )
    drawn = float(ridge.get_attribute("aria-valuenow"))
    ridge.focus()
    page.keyboard.press("ArrowDown")
    page.keyboard.press("ArrowDown")
    page.get_by_label("Overhang").focus()
    saved(page)
    expect(ridge).not_to_have_attribute("aria-valuenow", str(round(drawn)))
    assert float(ridge.get_attribute("aria-valuenow")) < drawn
    page.get_by_role("button", name=re.compile("A quarter of the depth")).click()
    saved(page)
    expect(page.get_by_role("button", name=re.compile("A quarter of the depth"))).to_have_attribute(
        "aria-pressed", "true"
    )
    for _ in range(4):
        undo = page.get_by_role("button", name="Undo")
        if undo.is_enabled():
            undo.click()
            saved(page)
    expect(page.get_by_label("Pitch")).to_have_value("9/12")


def test_what_is_built_round_the_rafters_is_asked_for_and_a_clash_is_told_at_fit(page):
    start_roof(page)
    commit(page, "Span, over the plates", "12'")
    commit(page, "Length of the plates", "16'")
    saved(page)
    page.get_by_label("Boards of different depth").check()
    depths = page.get_by_label(re.compile("Depths in the order"))
    depths.fill('7 1/8"; 7 3/8"; nonsense')
    depths.press("Enter")
    expect(page.get_by_role("alert").filter(has_text="nonsense")).to_be_visible()
    page.reload()
    expect(depths).to_have_value('7 1/8"; 7 3/8"; nonsense')
    depths.fill('7 1/8"; 7 3/8"')
    depths.press("Enter")
    saved(page)
    page.get_by_label("Tails run long and snapped").check()
    page.get_by_label(re.compile("Rafter tops found")).fill('0; 0; 1/4"')
    page.get_by_label(re.compile("Rafter tops found")).press("Enter")
    saved(page)
    page.get_by_label("Barge rafters at the verge").check()
    expect(page.get_by_role("alert").filter(has_text="verge")).to_be_visible()
    commit(page, "Verge beyond the gables", "1/2")
    saved(page)
    station(page, "Work out")
    expect(page.locator(".side")).to_contain_text("ignore rafter 3 (")
    page.get_by_role("button", name="shaped", exact=True).click()
    saved(page)
    expect(page.get_by_role("group", name="The tail's shape, from its top corner 1")).to_be_visible()
    station(page, "Fit")
    expect(page.locator(".clash").first).to_contain_text("stand in each other")
    station(page, "Mark")
    page.get_by_role("button", name=re.compile("more pieces")).click()
    expect(page.get_by_role("button", name=re.compile("board 2"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Notch template"))).to_be_visible()


def test_a_wrong_pitch_gets_a_sentence_and_the_shape_changes_by_its_drawing(page):
    start_roof(page)
    commit(page, "Span, over the plates", "10'")
    commit(page, "Length of the plates", "16'")
    saved(page)
    page.get_by_role("button", name="Gambrel").click()
    saved(page)
    commit(page, "Upper pitch", "4/12")
    saved(page)
    station(page, "Work out")
    commit(page, "Pitch", "steep")
    expect(page.get_by_role("alert").filter(has_text="is not a pitch")).to_be_visible()
    expect(page.get_by_label("Pitch")).to_have_value("steep")
    commit(page, "Pitch", "20/12")
    saved(page)
    station(page, "Mark")
    expect(page.get_by_role("button", name=re.compile("Lower rafter"))).to_be_visible()
    expect(page.get_by_role("button", name=re.compile("Upper rafter"))).to_be_visible()
    station(page, "Measure")
    page.get_by_role("button", name="Lean-to").click()
    saved(page)
    station(page, "Fit")
    expect(page.locator(".fit-card").first).to_be_visible()
    expect(page.locator(".fit-card.stop")).to_have_count(0)


def test_the_whole_is_fetched_only_when_it_is_asked_for_and_a_tapped_piece_can_be_marked(page):
    chunks: list[str] = []
    page.on("request", lambda request: chunks.append(request.url))
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boat store")).click()
    station(page, "Work out")
    expect(page.get_by_role("button", name="Show the whole")).to_be_visible()
    assert not [url for url in chunks if "Whole-" in url or "/api/whole" in url]
    page.get_by_role("button", name="Show the whole").click()
    canvas = page.locator(".whole-scene canvas")
    expect(canvas).to_be_visible()
    page.get_by_role("button", name="ridge", exact=True).click()
    page.get_by_role("button", name="Turn to the right").click()
    box = canvas.bounding_box()
    pick = page.get_by_role("button", name=re.compile("Lay it on the horses"))
    for share in (0.5, 0.46, 0.54, 0.42, 0.58, 0.38):
        page.mouse.click(box["x"] + box["width"] / 2, box["y"] + box["height"] * share)
        if pick.count():
            break
    expect(pick).to_contain_text("Ridge")
    pick.click()
    expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text("Ridge")


def test_a_plan_is_typed_and_moved_and_what_is_no_outline_is_said_at_its_field(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Net store corner")).click()
    editor = page.get_by_role("region", name="The plan")
    side = editor.get_by_label("Side 1", exact=True).first
    side.fill("16'")
    side.press("Enter")
    expect(side).to_have_value(re.compile("16’"))
    angle = editor.get_by_label("Corner 2, inside")
    angle.fill("nonsense")
    angle.press("Enter")
    expect(editor.get_by_role("alert")).to_contain_text("between 0 and 360")
    angle.fill("97")
    angle.press("Enter")
    expect(angle).to_have_value(re.compile("97"))
    corner = editor.get_by_role("button", name="Corner 3")
    before = corner.get_attribute("cx")
    corner.focus()
    corner.press("Shift+ArrowRight")
    expect(corner).not_to_have_attribute("cx", before)
    box, view = corner.bounding_box(), editor.get_by_role("group", name="Plan with corners to move").bounding_box()
    page.mouse.move(box["x"] + 8, box["y"] + 8)
    page.mouse.down()
    page.mouse.move(view["x"] + view["width"] * 0.01, view["y"] + view["height"] * 0.5, steps=4)
    page.mouse.up()
    expect(editor.get_by_role("alert")).to_contain_text("cross each other")
    editor.get_by_role("group", name="Side 3").get_by_role("button", name="gable").click()
    station(page, "Work out")
    expect(page.get_by_text(re.compile("All [0-9]+ joints close")).first).to_be_attached()


def test_a_wing_is_pulled_out_of_a_side_by_key_typed_to_its_width_and_its_valley_jack_marked(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardroom wing")).click()
    editor = page.get_by_role("region", name="The plan")
    expect(editor.get_by_label("Corner 4, inside")).to_have_value(re.compile("270"))
    # The L's inside corner is fixed by a third measurement: 4.8 m one way, 3.6 m the other.
    expect(editor.get_by_text(re.compile("6000 mm across, between the far ends of sides 3 and 4"))).to_be_visible()
    pull = editor.get_by_role("button", name="Pull a wing out of side 6")
    pull.focus()
    pull.press("Enter")
    # The side's two parts and the wing's three sides.
    expect(editor.get_by_label("Side 10", exact=True).first).to_be_visible()
    width = editor.get_by_label("Side 8", exact=True).first
    width.fill("3000")
    width.press("Enter")
    expect(width).to_have_value(re.compile("3000"))
    # What stands on the other side of the mouth takes up the difference: no corner is askew.
    for corner in range(1, 11):
        expect(editor.get_by_label(f"Corner {corner}, inside")).to_have_value(re.compile("^(90|270)"))
    # Its plates stand higher, and a wall below carries one valley: the plan shows it.
    for side in (7, 8, 9):
        plate = editor.get_by_label(f"Plate higher, side {side}")
        plate.fill("60")
        plate.press("Enter")
        expect(plate).to_have_value(re.compile("60"))
    # They are level by the overhang then, whatever was chosen; raising them again is refused where it is asked.
    fascias = editor.get_by_role("group", name="Fascias with different pitches")
    expect(fascias.get_by_role("button", name="lined up by the overhang", pressed=True)).to_be_visible()
    fascias.get_by_role("button", name="lined up by raised plates").click()
    expect(editor.get_by_role("alert").filter(has_text="they are not raised again")).to_be_visible()
    fascias.get_by_role("button", name="lined up by the overhang").click()
    expect(editor.get_by_role("alert")).to_have_count(0)
    below = page.get_by_role("region", name="Walls and purlins below that carry")
    below.get_by_role("button", name="Add a wall below").press("Enter")
    for label, value in (("from x", "4500"), ("from y", "4000"), ("to x", "5500"), ("to y", "4000"), ("top", "420")):
        field = below.get_by_label(f"Wall 1, {label}")
        field.fill(value)
        field.press("Enter")
        expect(field).to_have_value(re.compile(value))
    expect(page.locator("path.shape-bearing_1, .shape-bearing_1").first).to_be_attached()
    station(page, "Work out")
    expect(page.get_by_text(re.compile("The plates stand up to 60 mm apart")).first).to_be_attached()
    expect(page.get_by_text(re.compile("of it stay plumb over the seat")).first).to_be_attached()
    expect(page.get_by_text(re.compile("Valleys that end at another one's side")).first).to_be_attached()
    expect(page.get_by_text(re.compile("All [0-9]+ joints close")).first).to_be_attached()
    station(page, "Fit")
    expect(page.get_by_text(re.compile("A straightedge along the jack meets the valley's centre"))).to_be_visible()
    expect(page.locator(".fit-card.stop")).to_have_count(0)
    station(page, "Mark")
    page.get_by_text(re.compile("more pieces")).click()
    page.get_by_role("option", name=re.compile("Valley jack 1, left")).or_(
        page.get_by_role("button", name=re.compile("Valley jack 1, left"))
    ).first.click()
    expect(page.locator(".stops li").filter(has_text="Foot").first).to_be_visible()
    assert violations(page) == []


def test_a_valley_is_ploughed_by_choosing_its_drawing_and_its_corner_has_its_own_bevels_and_saw_settings(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Boardroom wing")).click()
    station(page, "Work out")
    ploughed = page.get_by_role("button", name=re.compile("^Raised and ploughed"))
    ploughed.click()
    expect(ploughed).to_have_attribute("aria-pressed", "true")
    corners = page.locator(".hip-corner select")
    corners.select_option(corners.locator("option").filter(has_text="Inside corner").get_attribute("value"))
    expect(page.get_by_role("row").filter(has_text="Plumb cut, valley")).to_contain_text("67.8°")
    saved(page)
    station(page, "Cut")
    page.get_by_role("tab", name=re.compile("aw settings")).click()
    expect(
        page.get_by_text(re.compile("Plough the top from the near face's top corner, blade tilted 20.7°"))
    ).to_be_visible()
    station(page, "Work out")
    page.get_by_role("button", name=re.compile("^Centre in the planes")).click()
    saved(page)


def test_a_wing_is_said_by_its_side_and_purlins_and_valley_boards_are_pieces_of_their_own(page):
    start_roof(page)
    commit(page, "Span, over the plates", "20'")
    commit(page, "Length of the plates", "30'")
    saved(page)
    page.get_by_role("button", name="Add a wing").click()
    saved(page)
    # Wider than its side is long: said at the field, and what was typed stays.
    commit(page, "Wing 1, width", "40'")
    wing = page.get_by_role("region", name="Wings")
    expect(wing.get_by_role("alert")).to_contain_text("which is 30")
    commit(page, "Wing 1, width", "12'")
    expect(wing.get_by_role("alert")).to_have_count(0)
    commit(page, "Wing 1, out from the side", "6'")
    expect(page.get_by_label("Valley depth")).to_be_visible()
    page.get_by_role("checkbox", name="Valley boards under an open valley").check()
    purlins = page.get_by_role("group", name="Purlins under the rafters", exact=True)
    purlins.get_by_role("button").first.click()
    commit(page, "Upper edge's middle, over the plates' tops", "30'")
    expect(purlins.get_by_role("alert")).to_contain_text("No slope is as high as purlin 1")
    commit(page, "Upper edge's middle, over the plates' tops", "2'")
    expect(purlins.get_by_role("alert")).to_have_count(0)
    saved(page)
    station(page, "Mark")
    more = page.locator(".piece-bar .more")
    for piece in ("Purlin 1", "Valley board 1, left"):
        more.click()
        page.get_by_role("button", name=re.compile(f"^{piece}")).first.click()
        expect(page.locator(".piece-bar [aria-pressed=true]")).to_contain_text(piece)
        expect(page.locator(".stops li")).not_to_have_count(0)
    station(page, "Fit")
    # Of many joints those that close stand behind their piece.
    page.get_by_role("button", name=re.compile(r"Purlin 1\b.*close")).first.click()
    expect(page.locator(".fit-card").filter(has_text="notch at the side of hip or valley").first).to_be_visible()
    expect(page.locator(".fit-card.stop")).to_have_count(0)


def test_a_six_sided_roof_is_marked_and_every_joint_of_it_closes(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Six-sided lookout")).click()
    page.get_by_role("group", name="Sides").get_by_role("button", name="8").click()
    station(page, "Fit")
    expect(page.locator(".fit-card").first).to_be_visible()
    expect(page.locator(".fit-card.stop")).to_have_count(0)
    station(page, "Work out")
    page.get_by_role("button", name="Show the whole").click()
    expect(page.locator(".whole-scene canvas")).to_be_visible()
    station(page, "Mark")
    page.get_by_role("button", name=re.compile("^Hip ×8")).click()
    expect(page.locator(".stops li").filter(has_text="Far face").first).to_be_visible()
    assert violations(page) == []


def test_a_hip_head_chosen_by_its_drawing_makes_lefts_and_rights_and_the_sheets_follow(page):
    page.goto("/")
    page.get_by_role("link", name=re.compile("Warden's hut")).click()
    station(page, "Work out")
    heads = page.get_by_role("list", name="Hip heads")
    expect(heads.get_by_role("button", pressed=True)).to_contain_text("Into the commons' corner")
    expect(page.get_by_role("row", name=re.compile("Top edge, jack"))).to_contain_text("40.8°")
    heads.get_by_role("button", name=re.compile("On the ridge, one cheek")).click()
    saved(page)
    page.get_by_role("tab", name="Before it is cut").click()
    before = page.locator(".hip-expect").inner_text()
    page.get_by_role("list", name="Keeping the planes").get_by_role("button", name=re.compile("clipped")).click()
    # The tape ends at the clipped face now: it reads less.
    expect(page.locator(".hip-expect")).not_to_have_text(before)
    page.get_by_role("tab", name="Geometric sheet").click()
    expect(page.locator(".hip-geometric svg text")).to_have_count(17)
    page.get_by_role("tab", name="Master pattern").click()
    expect(page.get_by_role("row", name=re.compile("Jack 1, left"))).to_be_visible()
    assert violations(page) == []
    station(page, "Mark")
    expect(
        page.get_by_role("button", name=re.compile("hip, left", re.I))
        .or_(page.get_by_role("option", name=re.compile("hip, left", re.I)))
        .first
    ).to_be_attached()
