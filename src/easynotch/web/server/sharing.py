"""The door for devices on the same network: nobody unpaired sees anything but the pairing page.

Whoever sits at this machine and opens the loopback address needs no pairing. Everybody else has to carry the token
that a one-time code gave the device; it lies in a cookie that scripts cannot read.
"""

import base64
import hashlib
import ipaddress
import time
from dataclasses import dataclass
from importlib.resources import files
from pathlib import Path

from flask import Flask, Response, g, redirect, request, send_file
from jinja2 import Environment, PackageLoader, StrictUndefined
from werkzeug.wrappers import Response as AnyResponse

from ...core.terms import Message, message
from ...store import Database, known_device, note_seen, pair, wait_before_trying
from . import problem

COOKIE = "easy-notch-device"
YEAR_S = 365 * 24 * 3600
SEEN_EVERY_S = 60
PAIRING = "/pair"
TRUST = "/certificate"
LONGEST_NAME = 60
STYLE = (files(__package__) / "templates" / "pairing.css").read_text("utf-8")
TEMPLATES = Environment(loader=PackageLoader("easynotch.web.server"), autoescape=True, undefined=StrictUndefined)
STYLE_HASH = base64.b64encode(hashlib.sha256(STYLE.encode()).digest()).decode()
PAGE_POLICY = (
    f"default-src 'none'; style-src 'sha256-{STYLE_HASH}'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)


@dataclass(frozen=True, slots=True)
class Door:
    """Where the program can be reached: the loopback names, and the network address where it is shared.

    ``address`` is None where it is not shared; ``fingerprint`` is its certificate's, empty where it is shared in the
    clear, and ``certificate`` the file of it.
    """

    loopback: frozenset[str]
    network: frozenset[str] = frozenset()
    address: str | None = None
    fingerprint: str = ""
    certificate: Path | None = None

    @property
    def hosts(self) -> frozenset[str]:
        """Every host name that is answered."""
        return self.loopback | self.network


LOOPBACK = frozenset({"127.0.0.1", "localhost", "[::1]"})
HERE_ALONE = Door(LOOPBACK)


def host_name() -> str:
    """The host of the request without its port."""
    return request.host if request.host.endswith("]") else request.host.rsplit(":", 1)[0]


def at_this_machine(door: Door) -> bool:
    """Whether the request comes from this machine, to its loopback address.

    A call without any sender's address was made inside this process; over a socket there always is one.
    """
    if request.remote_addr is None:
        return host_name() in door.loopback
    try:
        near = ipaddress.ip_address(request.remote_addr).is_loopback
    except ValueError:
        near = False
    return near and host_name() in door.loopback


def guard_door(app: Flask, database: Database, door: Door) -> None:
    """Refuse whoever is not paired, and serve the pairing page."""
    last_noted: dict[str, float] = {}

    @app.before_request
    def only_paired() -> AnyResponse | None:
        if at_this_machine(door) or request.path in (PAIRING, TRUST):
            return None
        device = _known(database)
        if device is None:
            if request.path.startswith("/api/"):
                return problem.problem(401, problem.PLAIN.say(Message("problem.unpaired")))
            return redirect(PAIRING, 303)
        g.device = device
        if time.monotonic() - last_noted.get(device, float("-inf")) > SEEN_EVERY_S:
            last_noted[device] = time.monotonic()
            with database.connect() as db:
                note_seen(db, device)
        return None

    def pairing_page() -> AnyResponse:
        if at_this_machine(door) or _known(database):
            return redirect("/", 303)
        if request.method == "POST":
            return _try_code(database, door)
        with database.read() as db:
            wait = wait_before_trying(db)
        return _page(door, request.args.get("code", "")[:12], wait=wait)

    def trust() -> AnyResponse:
        """The certificate, to be trusted by a phone: without it a phone keeps nothing to work with out of reach."""
        if door.certificate is None:
            return problem.problem(404, problem.PLAIN.say(Message("problem.not_found")))
        return send_file(
            door.certificate, "application/x-x509-ca-cert", as_attachment=True, download_name="easy-notch.crt"
        )

    app.add_url_rule(PAIRING, "pairing", pairing_page, methods=["GET", "POST"])
    app.add_url_rule(TRUST, "trust", trust)


def _known(database: Database) -> str | None:
    token = request.cookies.get(COOKIE)
    if not token:
        return None
    with database.read() as db:
        return known_device(db, token)


def _try_code(database: Database, door: Door) -> AnyResponse:
    code = "".join(letter for letter in request.form.get("code", "")[:40] if letter.isdigit())
    plain = PAIRING_WORDS.say(Message("pairing.device"))
    name = " ".join(request.form.get("name", "").split())[:LONGEST_NAME] or plain
    with database.connect() as db:
        paired = pair(db, code, name)
    if paired.token is None:
        return _page(door, "", wait=paired.wait, wrong=True)
    response = redirect("/", 303)
    response.set_cookie(
        COOKIE, paired.token, max_age=YEAR_S, httponly=True, samesite="Lax", secure=bool(door.fingerprint)
    )
    return response


PAIRING_WORDS = problem.PLAIN


def _page(door: Door, code: str, *, wait: int, wrong: bool = False) -> Response:
    """Return the pairing page: plain HTML, for nothing else is served to a stranger."""

    def say(key: str, **values: str) -> str:
        return PAIRING_WORDS.say(message(f"pairing.{key}", **values))

    html = TEMPLATES.get_template("pairing.html").render(
        say=say, style=STYLE, code=code, wait=wait, wrong=wrong, action=PAIRING, certificate=TRUST,
        fingerprint=door.fingerprint, longest_name=LONGEST_NAME,
    )  # fmt: skip
    status = 429 if wait else 403 if wrong else 200
    response = Response(html, status=status, mimetype="text/html")
    response.headers["Content-Security-Policy"] = PAGE_POLICY
    response.headers["Cache-Control"] = "no-store"
    # Under "no-referrer" a browser sends its form with the origin "null", which would be refused as a stranger's.
    response.headers["Referrer-Policy"] = "same-origin"
    if wait:
        response.headers["Retry-After"] = str(wait)
    return response


def pairing_link(address: str, code: str) -> str:
    """The address that opens the pairing page with its code filled in."""
    return f"{address}{PAIRING}?code={code}"
