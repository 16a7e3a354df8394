"""If this breaks, the apprentice's phone cannot come in, or cannot be shut out again."""

import re

from playwright.sync_api import expect

from easynotch.timing.browser import ARGUMENTS, CHROMIUM
from tests.browser.conftest import Server

NETWORK_NAME = "heron.test"


def test_a_phone_is_paired_on_a_name_browsers_do_not_trust_and_is_shut_out_again(browser, tmp_path):
    server = Server(tmp_path, "demo", "--share", "--plain-http", "--name", NETWORK_NAME).start()
    # A browser of its own, for which the network name leads to this machine.
    mapped = [*ARGUMENTS, f"--host-resolver-rules=MAP {NETWORK_NAME} 127.0.0.1"]
    phones = browser.browser_type.launch(executable_path=CHROMIUM, args=mapped)
    try:
        here = browser.new_context(service_workers="block", base_url=server.address).new_page()
        address = f"http://{NETWORK_NAME}:{server.port}"
        phone = phones.new_context(
            service_workers="block",
            base_url=address,
            viewport={"width": 390, "height": 844},
            has_touch=True,
            is_mobile=True,
        ).new_page()
        phone.goto("/work/any/mark")
        expect(phone.get_by_role("heading", name="Pair this device")).to_be_visible()
        assert phone.evaluate("isSecureContext") is False
        phone.get_by_label("Code").fill("12")
        phone.get_by_role("button", name="Pair").tap()
        expect(phone.get_by_role("alert")).to_contain_text("not good")

        here.goto("/settings#phones")
        here.get_by_role("button", name="Make a code").click()
        code = here.locator(".pairing-code.large").inner_text()
        expect(here.get_by_role("img", name=re.compile("pairing address"))).to_be_visible()
        phone.get_by_label("Code").fill(code)
        phone.get_by_label("What to call").fill("Apprentice's phone")
        phone.get_by_role("button", name="Pair").tap()
        phone.get_by_role("link", name=re.compile("Boardwalk steps")).tap()
        rise = phone.get_by_label("Total rise")
        rise.fill("52 1/2")
        rise.press("Enter")
        phone.get_by_role("button", name="Done").tap()
        phone.get_by_role("navigation").get_by_role("link", name=re.compile("^Mark")).tap()
        expect(phone.get_by_text("Lengthen the screen time")).to_be_visible()

        here.reload()
        here.get_by_role("button", name="Shut out Apprentice's phone").click()
        expect(here.get_by_text("Apprentice's phone")).to_have_count(0)
        phone.goto("/")
        expect(phone.get_by_role("heading", name="Pair this device")).to_be_visible()
        here.goto("/")
        here.get_by_role("link", name=re.compile("Boardwalk steps")).click()
        expect(here.get_by_label("Total rise")).to_have_value(re.compile("4’.4.1⁄2″"))
    finally:
        phones.close()
        server.stop()
