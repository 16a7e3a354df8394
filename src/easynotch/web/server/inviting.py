"""How phones come in: the address of this machine on its network, encrypted or in the clear, and a one-time code."""

from __future__ import annotations

import io
import socket
import sys
from dataclasses import dataclass, replace
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import TYPE_CHECKING

import segno

from ...store import Database, new_code
from .sharing import LOOPBACK, Door, pairing_link

if TYPE_CHECKING:
    from .encrypting import Decrypting

LAST_PORT = 65535


def door_of(port: int, name: str | None, scheme: str = "http") -> Door:
    """How this machine is reached from its network: by its address there, its own name, and a name given."""
    address = network_address()
    own = socket.gethostname().lower()
    names = {address, own, f"{own}.local", *([name.lower()] if name else [])}
    return Door(LOOPBACK, frozenset(names) - LOOPBACK, f"{scheme}://{name or address}:{port}")


def network_address() -> str:
    """This machine's address on its network; loopback where it has none. Nothing is sent to find it out."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # a documentation address: connecting a datagram socket sends nothing
            address: str = probe.getsockname()[0]
        except OSError:
            return "127.0.0.1"
    return address


@dataclass(frozen=True, slots=True)
class Sealed:
    """What is shared encrypted: its door, the port that decrypts, and the socket it hands on to."""

    door: Door
    decrypting: Decrypting
    within: socket.socket
    folder: TemporaryDirectory[str]

    def let_go(self) -> None:
        """Close what only the process that listens needs."""
        self.decrypting.port.close()
        self.within.close()

    def stop(self) -> None:
        """Hang up, and take the socket away."""
        self.decrypting.stop()
        self.folder.cleanup()


def sealing(folder: Path, port: int, name: str | None) -> Sealed:
    """A port beside this machine's own where the network comes in encrypted.

    Raises:
        OSError: the port is in use.
    """
    # Late: what encrypts takes a tenth of a start, and is wanted only where phones come in.
    from .encrypting import Decrypting, certificate, fingerprint  # noqa: PLC0415

    outside = socket.create_server(("0.0.0.0", port + 1 if port < LAST_PORT else 0), backlog=256)
    door = door_of(outside.getsockname()[1], name, "https")
    files = certificate(folder, door.network)
    private = TemporaryDirectory(prefix="easy-notch-")
    path = Path(private.name) / "decrypted"
    within = socket.socket(socket.AF_UNIX, socket.SOCK_STREAM)
    within.bind(str(path))
    door = replace(door, fingerprint=fingerprint(files[0]), certificate=files[0])
    return Sealed(door, Decrypting(outside, path, files), within, private)


def invite(database: Database, door: Door) -> None:
    """Print how a phone comes in: the address, a one-time code, both as a QR picture, and the certificate."""
    address = door.address or ""
    with database.connect() as db:
        code = new_code(db)
    say(f"Phones on this network: open {address}/ and type the code {code[:3]} {code[3:]}")
    say("The code lets one device in, within ten minutes. The next one is made under Settings, Phones.")
    if door.fingerprint:
        say("The phone's browser warns of a certificate it does not know. Go on only if it shows this SHA-256:")
        say(door.fingerprint)
    else:
        say("Nothing is encrypted: whoever listens on this network reads what is sent, and can come in as that phone.")
    text = io.StringIO()
    segno.make(pairing_link(address, code), error="m").terminal(out=text, compact=True, border=2)
    say(text.getvalue())


def say(sentence: str) -> None:
    """A line on the terminal."""
    sys.stdout.write(sentence + "\n")
    sys.stdout.flush()
