"""Where pieces stand along every plate, the ridge or the header: one list for screen and paper."""

from collections.abc import Iterator
from dataclasses import dataclass
from math import hypot

from ...core.roofs import End
from ...core.rules import Words
from ...core.solid import Frame, Member, Vector
from ...core.stairs import anchor_plan, stringer_places
from ...core.terms import Message, message
from ...exchange import Worked, WorkedFlight, WorkedRoof
from .places import meets_of
from .titles import names_in, title_in

ALONG = 0.999
"""How nearly a rafter must run square to an eave to stand along it."""
NEAR_WALL = 50.0
"""mm: a rafter whose heel is this near to a wall's line stands on it; its sheathing lies between."""


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
    joined = worked.layout.outline is not None and bool(worked.layout.outline.valleys)
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
                    if joined and not _on_wall(piece.member, frame, (ax, ay), (bx, by)):
                        continue
                    stands.append(Stand(at - half, at + half, title))
        if stands:
            yield Lath(_plate(worked, number, words), long, tuple(sorted(stands, key=lambda one: one.near)))


def _on_wall(member: Member, frame: Frame, start: tuple[float, float], end: tuple[float, float]) -> bool:
    """Whether a rafter in a place stands on a wall, not on another one that looks the same way."""
    at = frame.to_world(Vector(member.lengths["theoretical"], 0.0, 0.0))
    long = hypot(end[0] - start[0], end[1] - start[1])
    x, y = (end[0] - start[0]) / long, (end[1] - start[1]) / long
    along, aside = (at.x - start[0]) * x + (at.y - start[1]) * y, (at.x - start[0]) * y - (at.y - start[1]) * x
    return -NEAR_WALL < along < long + NEAR_WALL and abs(aside) < NEAR_WALL


def _ridges(worked: WorkedRoof, words: Words) -> Iterator[Lath]:
    """Every ridge board or beam with what stands against either of its faces: the very places Mark shows on it."""
    names = names_in(worked, words)
    for member in worked.members:
        if member.member.role not in ("ridge", "wing_ridge"):
            continue
        # From the board's own end, where the tape is hooked.
        end = member.member.zero
        stands = {
            round(meeting.low, 2): Stand(meeting.low - end, meeting.high - end, names[meeting.piece])
            for meeting in meets_of(worked, member.member)
        }
        if stands:
            placed = tuple(stands[key] for key in sorted(stands))
            yield Lath(names[member.member.id], member.member.lengths["overall"], placed)
