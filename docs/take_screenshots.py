"""Take the pictures of docs/screenshots again from the demo data.

PYTHONPATH=src .venv/bin/python docs/take_screenshots.py
"""

from io import BytesIO
from pathlib import Path
from typing import Any

import pypdfium2
from PIL import Image, ImageDraw
from playwright.sync_api import sync_playwright

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape
from easynotch.drawing.page import Paper
from easynotch.exchange import parse_json, read_job
from easynotch.paper.export import MAKERS, Work
from easynotch.timing.browser import ARGUMENTS, CHROMIUM
from easynotch.timing.server import served

FOLDER = Path(__file__).parent / "screenshots"
DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
# Name, size, theme, station, and how many marks to step on.
VIEWS = (
    ("bench", DESK, "light", "", 0),
    ("measure", DESK, "light", "measure", 0),
    ("work-out", DESK, "light", "work-out", 0),
    ("mark", DESK, "light", "mark", 4),
    ("mark-phone-sun", PHONE, "sun", "mark", 4),
    ("survey", DESK, "light", "store measure", 0),
    ("roof-work-out", DESK, "light", "roof work-out", 0),
    ("roof-fit", DESK, "light", "roof fit", 0),
    ("hip-mark", DESK, "light", "hip mark", 4),
    ("hip-work-out", DESK, "light", "hip work-out", 0),
    ("geometric-sheet", DESK, "light", "hip work-out", 1),
    ("outline-measure", DESK, "light", "outline measure", 0),
    ("stair-measure", DESK, "light", "marsh measure", 0),
    ("stair-elevation", DESK, "light", "marsh work-out", 0),
    ("cut", DESK, "light", "cut cut", 0),
    ("logbook", DESK, "light", "logbook", 0),
    ("order", DESK, "light", "order", 0),
    ("measure-phone", PHONE, "light", "keypad", 0),
)


def shown(which: list[str], station: str) -> str:
    """The work a picture shows: for a roof the hipped one where the whole is seen, the gable where one rafter is."""
    if stair := {
        "marsh": "Marsh steps",
        "store": "Crooked store",
        "cut": "Warden's hut",
    }.get("".join(which)):
        return stair
    if which == ["outline"]:
        return "Archive with a lower wing" if station == "measure" else "Six-sided lookout"
    if which == ["roof"]:
        return "Drying loft" if station == "work-out" else "Boat store"
    return "Warden's hut" if which == ["hip"] else "Boardwalk steps"


def take(browser: Any, address: str) -> None:
    """One picture of each view."""
    for name, size, theme, station, marks in VIEWS:
        touch = size is PHONE
        context = browser.new_context(
            viewport=size, base_url=address, reduced_motion="reduce", has_touch=touch, is_mobile=touch
        )
        context.add_init_script(f"localStorage.setItem('theme', '{theme}')")
        page = context.new_page()
        page.goto("/")
        page.wait_for_selector(".card .profile")
        if station == "/settings":
            page.goto(station)
            page.wait_for_selector(".settings input:checked")
        elif station == "logbook":
            write_log(page)
        elif station == "order":
            page.get_by_role("link", name="Order of work").nth(3).click()
            page.wait_for_selector(".order-day .task-line")
        elif station == "keypad":
            page.click(".card")
            page.get_by_label("Total rise").tap()
            for key in ("5", "2", "3⁄8"):
                page.locator(".keypad").get_by_role("button", name=key, exact=True).first.tap()
            page.wait_for_selector(".keypad-read b")
        elif station:
            *which, where = station.split()
            roof = which in (["roof"], ["outline"])
            page.get_by_role("link", name=shown(which, where)).first.click()
            page.wait_for_selector(".sheet svg, .sheet-list")
            page.goto(page.url.rsplit("/", 1)[0] + f"/{where}")
            page.wait_for_selector(".lens svg, .candidates, .sheet svg, .fits, .cut-board")
            if roof and where == "work-out":
                page.get_by_role("button", name="Show the whole").click()
                page.wait_for_selector(".whole-scene canvas")
                page.wait_for_load_state("networkidle")
            show_part(page, which, where)
            if which == ["hip"] and where == "work-out":
                marks = hip_sheets(page, marks)  # noqa: PLW2901 - the number said which of the two
            elif which == ["hip"]:
                lay_piece(page, "Hip")
            if marks:
                # Wherever the last picture left the piece.
                page.wait_for_load_state("networkidle")
                page.locator(".stops button").first.click()
                page.evaluate('() => document.querySelectorAll("*").forEach((one) => { one.scrollTop = 0; })')
            for _ in range(marks):
                page.click(".turn.forward")
        page.wait_for_load_state("networkidle")
        # Once no cheaper plan is looked for any more.
        page.wait_for_function("() => !document.querySelector('.cut-looking')")
        page.evaluate("() => document.fonts.ready")
        # What was moved by the last change is drawn anew a frame later.
        page.evaluate("() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
        page.screenshot(path=FOLDER / f"{name}.png")
        context.close()


def write_log(page: Any) -> None:
    """A day in a logbook: marks, a changed figure, a note, and a picture drawn by us."""
    page.get_by_role("link", name="Boat store").first.click()
    page.wait_for_selector(".sheet svg")
    overhang = page.get_by_label("Overhang", exact=True).first
    overhang.fill("15")
    overhang.press("Tab")
    page.wait_for_selector(".save.saved")
    page.goto(page.url.rsplit("/", 1)[0] + "/mark")
    page.wait_for_selector(".lens svg")
    page.locator(".stops button").first.click()
    for number in range(3):
        page.get_by_role("button", name="Marked").click()
        page.locator(".stops li").nth(number).and_(page.locator(".done")).wait_for()
    page.wait_for_load_state("networkidle")
    page.get_by_role("link", name="Logbook").click()
    page.get_by_label("By whom").first.fill("Lead carpenter")
    page.get_by_label("Note", exact=True).fill("First plate planed down 3/16\" at the far end; the second one left.")
    page.get_by_role("button", name="Add to the logbook").click()
    page.locator(".logbook-day li").filter(has_text="planed down").wait_for()
    page.get_by_label("Note", exact=True).fill("The gable as found.")
    page.get_by_test_id("picture").set_input_files(
        {"name": "gable.jpg", "mimeType": "image/jpeg", "buffer": drawn_gable()}
    )
    page.locator(".logbook-day img").wait_for()


def drawn_gable() -> bytes:
    """A gable, drawn: wall, rafters, sky."""
    picture = Image.new("RGB", (1600, 700), (214, 222, 222))
    pencil = ImageDraw.Draw(picture)
    pencil.polygon([(0, 700), (0, 560), (800, 90), (1600, 560), (1600, 700)], fill=(150, 112, 72))
    pencil.polygon([(140, 700), (800, 250), (1460, 700)], fill=(236, 226, 204))
    made = BytesIO()
    picture.save(made, "JPEG")
    return made.getvalue()


def show_part(page: Any, which: list[str], where: str) -> None:
    """What a picture is of, where that is not what a station begins with."""
    if which == ["marsh"] and where == "work-out":
        page.wait_for_selector(".stair-drawing svg")
        page.evaluate("document.querySelector('.stair-sheets').scrollIntoView()")
    if which == ["store"]:
        page.wait_for_selector(".survey .sheet svg")
        page.evaluate("document.querySelector('.survey').scrollIntoView()")
    if which == ["roof"] and where == "fit":
        for label in ("Head, at its top", "Head, at its bottom"):
            field = page.get_by_label(label)
            field.fill("1/4")
            field.press("Enter")
        page.wait_for_selector(".tried .cause")


def hip_sheets(page: Any, which: int) -> int:
    """The hips' part of Work out: its choices, or the geometric sheet."""
    page.get_by_role("tab", name="Geometric sheet").click()
    page.wait_for_selector(".hip-geometric")
    page.evaluate(f"document.querySelector('{'.hip-card' if which else '.hip-calls'}').scrollIntoView()")
    return 0


def lay_piece(page: Any, title: str) -> None:
    """Another piece than the pattern on the horses; those that are not at hand are shown first."""
    more = page.locator(".piece-bar .more")
    if more.count():
        more.click()
    page.locator(".piece-bar button", has_text=title).first.click()
    page.get_by_text("Far face: Head").wait_for()


def pages() -> None:
    """Two pages as they print, side by side: a cutting sheet, and how a template's pages lie together."""
    folder = Path(__file__).parent.parent / "demo"
    job = read_job(parse_json((folder / "1-heron-flats.json").read_bytes()))
    work = Work(job, 0, Words(Dialect.NORTH_AMERICA, Tape.of(job.units)), Paper.LETTER)
    picture = Image.new("RGB", (1280, 800), "#c9c3b8")
    # The drawings come before the first cutting sheet.
    for at, (kind, number) in enumerate((("pdf", len(work.drawings())), ("templates", 0))):
        page = pypdfium2.PdfDocument(MAKERS[kind][0](work))[number]
        scale = min(760 / page.get_height(), 600 / page.get_width())
        drawn = page.render(scale=scale).to_pil()
        picture.paste(drawn, (320 + 640 * at - drawn.width // 2, (800 - drawn.height) // 2))
    picture.save(FOLDER / "sheets.png")


if __name__ == "__main__":
    FOLDER.mkdir(exist_ok=True)
    pages()
    with served() as where, sync_playwright() as playwright:
        chromium = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        take(chromium, where)
        chromium.close()
