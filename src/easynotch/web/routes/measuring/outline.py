"""The plan editor's questions: an outline with one side or angle measured anew, or moved by hand."""

from typing import Literal

from flask import Response
from pydantic import BaseModel, ConfigDict, Field

from ....core.roofs import RoofError, check_outline, with_angle, with_side, with_wing
from ....core.tape import Units
from ....core.terms import Message
from ....exchange import Problem, Problems, typed_length
from ....presenting.work_out.roof_models import CornersView
from ...bodies.describing import blueprint
from ...bodies.view import described
from ...server import problem
from ...server.requests import WordsQuery, answer, words_of

api = blueprint("outline", __name__, "work-out")

Coordinate = float
MOST = 24
"""Corners."""
WIDEST = 1e6
"""mm."""


class OutlineBody(BaseModel):
    """Corners in mm, counter-clockwise, and what was typed of one of them: the length of the side that begins there,
    or the inside angle at it; or nothing, where a corner was moved by hand or a wing is pulled out of that side.
    """

    model_config = ConfigDict(extra="forbid")
    units: Units
    corners: list[tuple[float, float]] = Field(min_length=3, max_length=MOST)
    number: int = Field(default=0, strict=True, ge=0, lt=MOST)
    what: Literal["side", "angle", "moved", "wing"]
    text: str = Field(default="", max_length=100)


@api.post("/outline", responses={200: described(CornersView)})
def change_outline(query: WordsQuery, body: OutlineBody) -> Response:
    """The corners after the change, neat enough to be kept; refused where the outline is none then."""
    words = words_of(query, body.units)
    try:
        corners = _changed(body)
        check_outline(corners)
    except RoofError as found:
        message = Message("error.outline_open") if body.what in ("side", "angle") else found.message
        return problem.from_problems(Problems([Problem(body.what, message)]), words)
    except Problems as found:
        return problem.from_problems(found, words)
    return answer(CornersView(corners=[(neat(x), neat(y)) for x, y in corners]))


def _changed(body: OutlineBody) -> tuple[tuple[float, float], ...]:
    corners = tuple((x, y) for x, y in body.corners)
    number = min(body.number, len(corners) - 1)
    if any(abs(value) > WIDEST for point in corners for value in point):
        raise Problems([Problem(body.what, Message("error.outline_open"))])
    if body.what == "side":
        length = typed_length(body.text, body.units, "side")
        if length <= 0:
            raise Problems([Problem("side", Message("gauge.not_positive"))])
        return with_side(corners, number, length)
    if body.what == "angle":
        try:
            angle = float(body.text.strip().removesuffix("°").removesuffix("deg").strip().replace(",", "."))
        except ValueError:
            raise Problems([Problem("angle", Message("error.not_angle"))]) from None
        if not 0 < angle < 360:
            raise Problems([Problem("angle", Message("error.not_angle"))])
        return with_angle(corners, number, angle)
    if body.what == "wing":
        return with_wing(corners, number)
    return corners


def neat(mm: float) -> str:
    """To a thousandth: finer than any tape, and free of a float's tail."""
    return f"{round(mm, 3) + 0.0:.10g} mm"
