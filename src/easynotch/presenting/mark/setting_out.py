"""Where pieces stand along every plate, the ridge or the header: one list for screen and paper."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import hypot

from ...core.roofs import End
from ...core.rules import Words
from ...core.stairs import anchor_plan, stringer_places
from ...core.terms import Message, message
from ...exchange import Worked, WorkedFlight, WorkedRoof
from .places import meets_of
from .titles import names_in, title_in

ALONG = 0.999
"""How nearly a rafter must run square to an eave to stand along it."""


@dataclass(frozen=True, slots=True)
class Stand:
    """A piece standing on a line: its near side and its far side from the end the tape is hooked on, mm."""

    near: float
    far: float
    title: str


@dataclass(frozen=True, slots=True)
class Lath:
    """A line pieces stand along, as it is marked on one lath."""

    title: str
    length: float
    stands: tuple[Stand, ...]
    centres: bool = False
    """Whether its figures are centres, not near sides."""


def laths_of(worked: Worked, words: Words) -> list[Lath]:
    """Every plate with rafters square to it, and the ridge; of a stair its header with the stringers."""
    if isinstance(worked, WorkedFlight):
        return [*_header(worked, words), *_kicker(worked, words)]
    return [*_plates(worked, words), *_ridges(worked, words)]


def _header(worked: WorkedFlight, words: Words) -> Iterator[Lath]:
    flight = worked.layout.flight
    half, t = flight.width / 2, flight.stock.thickness
    title = title_in(worked, worked.pattern.member, words)
    stands = tuple(Stand(half - y - t / 2, half - y + t / 2, title) for y in reversed(stringer_places(worked.layout)))
    yield Lath(words.say(Message("set_out.header")), flight.width, stands)


def _kicker(worked: WorkedFlight, words: Words) -> Iterator[Lath]:
    """The kicker with its anchors, each told by its hole's centre."""
    layout = worked.two.lower if worked.two is not None else worked.layout
    plan = anchor_plan(layout)
    if plan is not None and plan.places:
        title = words.say(Message("set_out.anchor"))
        stands = tuple(Stand(at, at, title) for at in plan.places)
        yield Lath(words.say(Message("set_out.kicker")), plan.length, stands, centres=True)


def _corners(worked: WorkedRoof) -> tuple[tuple[float, float], ...]:
    if worked.layout.outline is not None:
        return worked.layout.roof.plan.corners
    plan = worked.layout.roof.plan
    return ((0.0, 0.0), (plan.length, 0.0), (plan.length, plan.width), (0.0, plan.width))


def _plate(worked: WorkedRoof, number: int, words: Words) -> str:
    """What a plate is called and where the tape is hooked on it: a rectangle's by sides, an outline's by corners."""
    rectangle = worked.layout.outline is None or End.HIP in worked.layout.roof.plan.ends
    key = f"set_out.plate_{number}" if rectangle else "set_out.plate"
    return words.say(message(key, n=str(number)))


def _plates(worked: WorkedRoof, words: Words) -> Iterator[Lath]:
    corners = _corners(worked)
    for number, ((ax, ay), (bx, by)) in enumerate(zip(corners, (*corners[1:], corners[0]), strict=True), 1):
        long = hypot(bx - ax, by - ay)
        along = ((bx - ax) / long, (by - ay) / long)
        stands = []
        for piece in worked.framing.pieces:
            if "head_to_plate" not in piece.member.lengths:
                continue
            half, title = piece.member.stock.thickness / 2, title_in(worked, piece.member, words)
            for frame in piece.frames:
                level = hypot(frame.x.x, frame.x.y)
                # Down the slope, so towards the eave; the eave's outside lies to the right of its way.
                out = (frame.x.x * along[1] - frame.x.y * along[0]) / level if level > 0 else 0.0
                if out > ALONG:
                    at = (frame.origin.x - ax) * along[0] + (frame.origin.y - ay) * along[1]
                    stands.append(Stand(at - half, at + half, title))
        if stands:
            yield Lath(_plate(worked, number, words), long, tuple(sorted(stands, key=lambda one: one.near)))


def _ridges(worked: WorkedRoof, words: Words) -> Iterator[Lath]:
    """Every ridge board or beam with what stands against either of its faces: the very places Mark shows on it."""
    names = names_in(worked, words)
    for one in worked.members:
        if one.member.role != "ridge":
            continue
        stands = {
            round(meeting.low, 2): Stand(meeting.low, meeting.high, names[meeting.piece])
            for meeting in meets_of(worked, one.member)
        }
        if stands:
            placed = tuple(stands[key] for key in sorted(stands))
            yield Lath(names[one.member.id], one.member.lengths["overall"], placed)
