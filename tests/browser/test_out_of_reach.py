"""If these break, a phone behind the building marks nothing, or somebody listens to what it sends."""

import re
import ssl
from urllib.request import urlopen

import pytest
from playwright.sync_api import expect

from easynotch.timing.browser import ARGUMENTS, CHROMIUM
from tests.browser.conftest import PATIENCE, Server

NETWORK_NAME = "heron.test"


@pytest.fixture
def sealed(browser, tmp_path):
    """A server that is shared encrypted, and a browser for which the network's name leads to this machine."""
    server = Server(tmp_path, "demo", "--share", "--name", NETWORK_NAME).start()
    mapped = [*ARGUMENTS, f"--host-resolver-rules=MAP {NETWORK_NAME} 127.0.0.1", "--ignore-certificate-errors"]
    phones = browser.browser_type.launch(executable_path=CHROMIUM, args=mapped)
    yield server, phones
    phones.close()
    server.stop()


def test_a_phone_out_of_reach_goes_on_marking_and_sends_its_ticks_later(browser, sealed):
    server, phones = sealed
    here = browser.new_context(service_workers="block", base_url=server.address).new_page()
    here.goto("/settings#phones")
    here.get_by_role("button", name="Make a code").click()
    code = here.locator(".pairing-code.large").inner_text()
    address = here.locator(".pairing .pairing-code").first.inner_text()
    assert address == f"https://{NETWORK_NAME}:{server.port + 1}"
    fingerprint = here.locator("#phones > .pairing-code").inner_text()
    context = phones.new_context(base_url=address, ignore_https_errors=True, viewport={"width": 390, "height": 844})
    context.set_default_timeout(PATIENCE)
    phone = context.new_page()
    phone.goto("/")
    expect(phone.locator(".print")).to_have_text(fingerprint)
    phone.get_by_label("Code").fill(code)
    phone.get_by_role("button", name="Pair").click()
    expect(phone.get_by_role("link", name=re.compile("Boat store"))).to_be_visible()
    (cookie,) = context.cookies()
    assert (cookie["secure"], cookie["httpOnly"]) == (True, True)
    phone.evaluate("navigator.serviceWorker.ready.then(() => true)")
    phone.reload()
    phone.get_by_role("link", name=re.compile("Boat store")).click()
    phone.get_by_role("navigation").get_by_role("link", name=re.compile("^Mark")).click()
    stops = phone.locator(".stops li")
    expect(stops.first).to_be_visible()
    phone.wait_for_load_state("networkidle")
    server.kill()
    phone.reload()
    expect(phone.get_by_text("Out of reach")).to_be_visible()
    expect(stops.first).to_be_visible()
    phone.get_by_role("button", name="Marked").click()
    expect(stops.first).to_have_class(re.compile("done"))
    expect(phone.get_by_text("not kept yet")).to_be_visible()
    phone.reload()
    expect(stops.first).to_have_class(re.compile("done"))
    server.command = "serve"
    server.start()
    # By itself, as soon as it is back in reach.
    expect(phone.get_by_text("not kept yet")).to_have_count(0)
    here.reload()
    here.goto("/")
    here.get_by_role("link", name=re.compile("Boat store")).click()
    here.get_by_role("navigation").get_by_role("link", name=re.compile("^Mark")).click()
    expect(here.locator(".stops li").first).to_have_class(re.compile("done"))
    # Shut out, it keeps nothing to read.
    here.goto("/settings#phones")
    here.get_by_role("button", name=re.compile("Shut out")).first.click()
    expect(here.get_by_role("button", name=re.compile("Shut out"))).to_have_count(0)
    phone.goto("/")
    expect(phone.get_by_role("heading", name="Pair this device")).to_be_visible()


def test_the_network_speaks_tls_alone_and_the_certificate_is_the_one_that_is_told(sealed):
    server, _ = sealed
    port = server.port + 1
    pem = ssl.get_server_certificate(("127.0.0.1", port))
    kept = (server.folder / "certificate.pem").read_text()
    assert pem.strip() == kept.strip()
    assert (server.folder / "certificate-key.pem").stat().st_mode & 0o077 == 0
    context = ssl.create_default_context(cadata=kept)
    context.check_hostname = False
    with urlopen(f"https://127.0.0.1:{port}/pair", context=context) as refused:
        assert refused.status == 200
