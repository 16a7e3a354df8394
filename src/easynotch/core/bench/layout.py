"""Where a piece lies on the uncut board, and where its tape is hooked."""

from dataclasses import dataclass
from math import atan2, degrees, radians, tan

from ..solid import Member, extent
from .preferences import Deduct, Hook, Method, Noses, Preferences

TRIM = {True: 25.0, False: 25.4}
"""By metric or not: mm of a board's end that squaring it takes off, where there is enough."""
LEAST_TRIM = 3.0
"""mm: a saw takes off less of an end only by luck."""
STEPPED_SPARE = 30.0
"""mm of board before the place a stepped layout should end at."""
STRAIGHT = 1e-9
UPRIGHT = 1e-6


@dataclass(frozen=True, slots=True)
class Layout:
    """A piece on its board, mm.

    Attributes:
        length: of the uncut board.
        depth: of its wide face.
        thickness: through it.
        origin: the member's x at the board's left end.
        hook: u of the squared end the tape is hooked on.
        left: from which u there is wood once the end is squared.
        right: to which u.
        centre: whether the theoretical head line lies on the board, for deductions to be taken from it.
        eave: whether the one at the eave does.
        holds: whether the board is long enough.
    """

    length: float
    depth: float
    thickness: float
    origin: float
    hook: float
    left: float
    right: float
    centre: bool
    eave: bool
    holds: bool

    def u(self, x: float) -> float:
        """A place along the member, along the board."""
        return x - self.origin


def has_cheeks(member: Member, role: str) -> bool:
    """Whether an end of a piece is cut at an angle through its thickness, plumb as it stands."""
    cuts = [
        cut.plane
        for removal in member.removals
        if len(removal.planes) == 1
        for cut in removal.planes
        if cut.role == role
    ]
    plumb = all(abs(member.placement.plane_to_world(plane).normal.z) < UPRIGHT for plane in cuts)
    return plumb and any(abs(plane.normal.z) > STRAIGHT for plane in cuts)


def plumb_angle(member: Member) -> float | None:
    """The plumb lines on a piece's wide faces, degrees from square across, positive where they lean to the foot; None
    where its wide faces do not stand plumb or it stands on end.
    """
    across, down = -member.placement.x.z, -member.placement.y.z
    if abs(member.placement.z.z) > UPRIGHT or down <= UPRIGHT:
        return None
    return degrees(atan2(across, down))


def lay_on_board(member: Member, preferences: Preferences, begins: float | None = None) -> Layout:
    """Lay a piece on its board: the end the tape hooks on squared at the piece's end, or at its theoretical point where
    deductions are taken on the board and the board is long enough.

    Args:
        member: the piece.
        preferences: how the user works.
        begins: how far from the board's left end the piece begins, to keep clear of its defects; else as usual.
    """
    low, high = extent(member)
    usual, have = TRIM[preferences.metric], member.stock.length
    start, tail, stop = low, False, high
    stepped = preferences.method is Method.STEP_OFF
    if _wants_centre(member, preferences):
        # A stepped layout ends where its steps end: a hand's width is left before it.
        spare = STEPPED_SPARE if stepped else 0.0
        from_theory = min(0.0, low) - spare
        if have is None or have - high + from_theory >= 2 * LEAST_TRIM:
            start = from_theory
            to_theory = _theory_stop(member, high)
            if to_theory is not None and (have is None or have - to_theory + start >= 2 * LEAST_TRIM):
                tail, stop = True, max(high, to_theory)
    centre = start != low or (_wants_centre(member, preferences) and start <= 0.0)
    need = stop - start
    holds = have is None or have >= high - low - 1e-6
    length = have if have is not None and have >= need - 1e-6 else need + 2 * usual
    trim = max(0.0, min(usual, (length - need) / 2)) if begins is None else max(0.0, min(begins, length - need))
    if preferences.hook is Hook.FOOT:
        origin = stop + trim - length if begins is None else start - trim
        right = stop - origin
        return Layout(
            length, member.stock.depth, member.stock.thickness, origin, right, 0.0, right, centre, tail, holds
        )
    origin = start - trim
    return Layout(length, member.stock.depth, member.stock.thickness, origin, trim, trim, length, centre, tail, holds)


def _theory_stop(member: Member, high: float) -> float | None:
    """How far the board reaches for the theoretical line at the eave to lie on it whole; None where nothing is taken
    off there by a plumb line.
    """
    angle = plumb_angle(member)
    tails = [cut.plane for removal in member.removals for cut in removal.planes if cut.role == "tail"]
    upright = all(abs(member.placement.plane_to_world(plane).normal.z) < UPRIGHT for plane in tails)
    if member.theory is None or member.theory.tail is None or angle is None or not tails or not upright:
        return None
    return max(high, member.theory.tail + max(0.0, member.stock.depth * tan(radians(angle))))


def _wants_centre(member: Member, preferences: Preferences) -> bool:
    """Whether the head's deductions are taken on the board."""
    if member.theory is None or plumb_angle(member) is None:
        return False
    if preferences.method is Method.STEP_OFF:
        return member.theory.plate is not None
    if has_cheeks(member, "head"):
        return preferences.noses is Noses.CENTRE
    return preferences.deduct is Deduct.BOARD
