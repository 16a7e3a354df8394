"""Paired devices: let one in by a code, list them, shut one out. Only for whoever sits at this machine."""

import segno
from flask import Response, current_app
from pydantic import BaseModel, Field

from ...core.terms import Message
from ...store import DeviceNotFound, list_devices, new_code, shut_out
from ..bodies.answers import CodeView, DevicesView, DeviceView
from ..bodies.describing import blueprint
from ..server import problem
from ..server.requests import answer, database
from ..server.sharing import Door, at_this_machine, pairing_link

api = blueprint("devices", __name__, "devices", "/api/devices")


class DevicePath(BaseModel):
    """Which device."""

    device_id: str = Field(max_length=40)


def _door() -> Door:
    door: Door = current_app.extensions["easynotch.door"]
    return door


@api.before_request
def only_here() -> Response | None:
    """A paired phone may not let others in, nor shut them out."""
    if at_this_machine(_door()):
        return None
    return problem.problem(403, problem.PLAIN.say(Message("problem.only_here")))


@api.get("", responses={200: DevicesView})
def read_devices() -> Response:
    """Who may come in, and at which address."""
    return _everyone()


def _everyone() -> Response:
    with database().read() as db:
        devices = [DeviceView.model_validate(device, from_attributes=True) for device in list_devices(db)]
    door = _door()
    return answer(DevicesView(address=door.address, fingerprint=door.fingerprint, devices=devices))


@api.post("/code", responses={201: CodeView})
def make_code() -> Response:
    """A new pairing code; the one before it is void."""
    address = _door().address
    if address is None:
        return problem.problem(409, problem.PLAIN.say(Message("problem.not_shared")))
    with database().connect() as db:
        code = new_code(db)
    return answer(CodeView(code=code, address=address, picture=picture(address, code)), 201)


@api.delete("/<device_id>", responses={200: DevicesView})
def remove_device(path: DevicePath) -> Response:
    """Shut a device out; its token is worth nothing from now on."""
    try:
        with database().connect() as db:
            shut_out(db, path.device_id)
    except DeviceNotFound:
        return problem.problem(404, problem.PLAIN.say(Message("problem.no_device")))
    return _everyone()


def picture(address: str, code: str) -> str:
    """The pairing link as a QR picture: an SVG in a data URI, which the content policy lets through."""
    return str(segno.make(pairing_link(address, code), error="m").svg_data_uri(scale=5, border=4, light="#fff"))
