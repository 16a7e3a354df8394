"""The network's side of sharing: a certificate made at first use, and a port where what comes is decrypted.

What arrives there is handed on, byte by byte, to a socket of this machine alone; whoever reads it there knows that it
came over the network, encrypted.
"""

import asyncio
import contextlib
import ipaddress
import socket
import ssl
from collections import Counter
from collections.abc import Iterable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from threading import Thread

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from .listening import MOST_OF_ONE

CERTIFICATE, KEY = "certificate.pem", "certificate-key.pem"
GOOD_FOR = timedelta(days=800)
"""Phones trust none that is good for longer than some 825 days."""
RENEW_BEFORE = timedelta(days=30)
HANDSHAKE_S = 8.0
CHUNK = 65536


def certificate(folder: Path, names: Iterable[str]) -> tuple[Path, Path]:
    """The files of this machine's certificate and key; made anew where its names have changed or it nearly ends."""
    wanted = sorted(set(names))
    cert, key = folder / CERTIFICATE, folder / KEY
    if not (cert.exists() and key.exists() and _still_good(cert, wanted)):
        _make(cert, key, wanted)
    return cert, key


def fingerprint(cert: Path) -> str:
    """The SHA-256 of a certificate as browsers show it: pairs of figures and letters."""
    raw = x509.load_pem_x509_certificate(cert.read_bytes()).fingerprint(hashes.SHA256())
    return raw.hex(" ").upper()


def _still_good(cert: Path, wanted: list[str]) -> bool:
    try:
        kept = x509.load_pem_x509_certificate(cert.read_bytes())
        names = kept.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    except (ValueError, x509.ExtensionNotFound):
        return False
    found = sorted(str(one.value) for one in names)
    return found == wanted and kept.not_valid_after_utc - datetime.now(UTC) > RENEW_BEFORE


def _make(cert: Path, key: Path, names: list[str]) -> None:
    secret = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Easy Notch on this site")])
    begins = datetime.now(UTC) - timedelta(hours=1)
    made = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(secret.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(begins)
        .not_valid_after(begins + GOOD_FOR)
        .add_extension(x509.SubjectAlternativeName([_name(one) for one in names]), critical=False)
        # It stands for itself alone, and a phone may be told to trust it.
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(secret, hashes.SHA256())
    )
    private = secret.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )
    key.unlink(missing_ok=True)
    key.touch(mode=0o600)
    key.write_bytes(private)
    cert.write_bytes(made.public_bytes(serialization.Encoding.PEM))


def _name(text: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(text))
    except ValueError:
        return x509.DNSName(text)


class Decrypting:
    """A port for encrypted connections whose bytes are handed on to a socket of this machine alone."""

    def __init__(self, port: socket.socket, within: Path, files: tuple[Path, Path]) -> None:
        self.port, self.within = port, within
        self.context = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
        self.context.minimum_version = ssl.TLSVersion.TLSv1_2
        self.context.load_cert_chain(*files)
        self.of_one: Counter[str] = Counter()
        self.loop = asyncio.new_event_loop()
        self.thread = Thread(target=self._run, daemon=True)

    def start(self) -> None:
        """Begin, in a thread of its own: it computes nothing."""
        self.thread.start()

    def stop(self) -> None:
        """Hang up."""
        self.loop.call_soon_threadsafe(self.loop.stop)
        self.thread.join(5)

    def _run(self) -> None:
        asyncio.set_event_loop(self.loop)
        self.loop.run_until_complete(
            asyncio.start_server(
                self._hand_on, sock=self.port, ssl=self.context, ssl_handshake_timeout=HANDSHAKE_S, limit=CHUNK
            )
        )
        self.loop.run_forever()

    async def _hand_on(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        address = str(writer.get_extra_info("peername")[0])
        self.of_one[address] += 1
        try:
            if self.of_one[address] <= MOST_OF_ONE:
                inner, outer = await asyncio.open_unix_connection(str(self.within))
                both = (asyncio.create_task(_copy(reader, outer)), asyncio.create_task(_copy(inner, writer)))
                # Whoever asks may hang up first: then its question is asked no more.
                await asyncio.wait(both, return_when=asyncio.FIRST_COMPLETED)
                for one in both:
                    one.cancel()
                outer.close()
        except (OSError, ssl.SSLError):
            pass
        finally:
            self.of_one[address] -= 1
            if not self.of_one[address]:
                del self.of_one[address]
            with contextlib.suppress(OSError, ssl.SSLError):
                writer.close()


async def _copy(reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
    with contextlib.suppress(OSError, ssl.SSLError):
        while data := await reader.read(CHUNK):
            writer.write(data)
            await writer.drain()
