"""The places of pieces along a board they stand against: each one's nearer side from the hook, and where it lies."""

from ..solid import Face, Meeting
from .lines import ON
from .sequence import Sequence
from .step import AcrossHold, Do, Edge, PencilLine, Stand, Step, TapeEnd

STOPS = {Face.NEAR: "places", Face.FAR: "far_places"}


def mark_meetings(sequence: Sequence, meets: tuple[Meeting, ...], face: Face) -> None:
    """Tick and square across every place on one face, from the hook on; the far one is turned up first."""
    layout = sequence.layout
    found = [one for one in meets if one.face is face]
    if layout.hook > layout.left:
        found.reverse()
    if face is Face.FAR and found and not any(step.do is Do.TURN for step in sequence.steps):
        sequence.add(Step(id="turn", do=Do.TURN, stop="turn", face=Face.FAR))
    for number, one in enumerate(found, 1):
        low, high = layout.u(one.low), layout.u(one.high)
        near, far = sorted((low, high), key=lambda u: abs(u - layout.hook))
        # A piece flush with the hooked end is marked by its other side.
        at = far if abs(near - layout.hook) < ON or not layout.left - ON < near < layout.right + ON else near
        if not layout.left - ON < at < layout.right + ON:
            continue
        _mark(sequence, face, at, Stand(one.piece, "foot" if at == low else "head"), number)


def _mark(sequence: Sequence, face: Face, at: float, stand: Stand, number: int) -> None:
    stop, name = STOPS[face], f"{face}_place_{number}"
    long = min(sequence.layout.depth, sequence.preferences.square.tongue_reach)
    sequence.tick(face, (at, 0.0), stop, "place", name)
    sequence.add(Step(
        id=f"draw_{name}", do=Do.DRAW, stop=stop, role="place", face=face, start=TapeEnd(Edge.TOP, at, (at, 0.0)),
        hold=AcrossHold(Edge.TOP, at), line=PencilLine(name, (at, 0.0), (at, long)), stand=stand,
    ))  # fmt: skip
