"""A bench step as data: what is measured from where to where, how the tool is held, what is drawn, what is sawn.

Everything lies in the frame of the uncut board on the horses: u along it from its left end, v down from the edge that
is the crown, mm; a line on the top edge has its v across the thickness, from the near face. Written out by
:func:`as_json` in the form of ``docs/steps.md``.
"""

from dataclasses import dataclass
from enum import StrEnum

from ..solid import Face
from ..tools import MitrePair, Reach

Point = tuple[float, float]


class Do(StrEnum):
    """What is done at a step."""

    CROWN = "crown"
    SQUARE_END = "square_end"
    HOOK = "hook"
    TICK = "tick"
    DRAW = "draw"
    CARRY = "carry"
    STEP = "step"
    GAUGE = "gauge"
    JIG = "jig"
    SAW = "saw"
    TURN = "turn"
    WRITE = "write"
    MEASURE = "measure"
    TRACE = "trace"


class Edge(StrEnum):
    """What a tape starts on or a tick lies on."""

    TOP = "top"
    BOTTOM = "bottom"
    LINE = "line"
    END = "end"


@dataclass(frozen=True, slots=True)
class TapeEnd:
    """Where a measurement starts or arrives: ``at`` is u on an edge or of an end, and on a ``line`` the distance from
    the point it starts at; ``point`` is that place on its face.
    """

    edge: Edge
    at: float
    point: Point
    line: str = ""


@dataclass(frozen=True, slots=True)
class LeggedHold:
    """A tool with two legs at 90° held on one edge of the board: the square, or a jig made to ``tongue`` and ``body``.

    The legs cross the edge at ``tongue_at`` and ``body_at``, where their scales read ``tongue`` and ``body``;
    ``draw`` is the leg that is traced. ``off_wood`` tells that the heel or one of the figures lies beside the board,
    where a scrap of the same thickness must carry it; ``clamped`` that it is the setting of all of the piece's lines.
    """

    jig: bool
    edge: Edge
    tongue: float
    body: float
    draw: str
    heel: Point
    tongue_at: Point
    body_at: Point
    off_wood: bool = False
    clamped: bool = False


@dataclass(frozen=True, slots=True)
class AcrossHold:
    """The square's body along an edge: a line square across, by the tongue, from ``at`` on that edge."""

    edge: Edge
    at: float


@dataclass(frozen=True, slots=True)
class AngleHold:
    """A rafter triangle or a bevel on an edge, turned from square across by ``degrees`` about ``pivot``; on the
    triangle's hip scale the common's rise in its unit run stands for the degrees.
    """

    triangle: bool
    edge: Edge
    pivot: Point
    degrees: float
    hip_scale: float | None = None


@dataclass(frozen=True, slots=True)
class JoinHold:
    """A straightedge through two ticks."""

    first: Point
    second: Point


@dataclass(frozen=True, slots=True)
class AlongHold:
    """A straightedge laid along a line that is there, to draw it on."""

    line: str


Held = LeggedHold | AcrossHold | AngleHold | JoinHold | AlongHold


@dataclass(frozen=True, slots=True)
class PencilLine:
    """A pencil line on a face, or across an edge, from one point to the other."""

    id: str
    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class Walk:
    """The square walked along the top edge, mm: ``times`` whole steps of ``along`` for ``run`` of level run each, then
    ``level_rest`` measured level, ``odd`` of it with the body or the tape after ``widths`` of the tongue.
    """

    rise: float
    run: float
    along: float
    times: int
    level_rest: float
    widths: int
    width: float

    @property
    def odd(self) -> float:
        """What is left of the rest after the tongue's widths."""
        return self.level_rest - self.widths * self.width


@dataclass(frozen=True, slots=True)
class SlopedRule:
    """A rule laid across the board from edge to edge, sloped so that ``number`` spans it, mm; the place lies at ``at``
    on it. ``start`` and ``end`` are where it crosses the edges; ``parts`` out of ``whole`` is its share of the depth.
    """

    number: float
    at: float
    parts: int
    whole: int
    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class ReadAcross:
    """A distance read across the square: ``body`` level and ``tongue`` plumb, ``reading`` straight across between
    them, each a ``scale``-th of the real length, mm.
    """

    tongue: float
    body: float
    reading: float
    scale: float


@dataclass(frozen=True, slots=True)
class SawCut:
    """How a line is sawn: ``tilt`` from upright; ``far`` is how far, along the board, the blade comes out on the other
    face, positive towards the foot; ``waste`` which side goes; cuts of one ``group`` part one piece of waste.

    ``mitre`` is the mitre saw's pair; ``reach`` the shop's saws that make it, ``short`` the ones that do not, each with
    what it lacks.
    ``depth`` is how deep it is let in, None where the cut goes right through; ``rip`` that it runs the board's length.
    """

    line: str
    role: str
    tilt: float
    far: float
    waste: str
    group: int
    mitre: MitrePair
    reach: tuple[str, ...] = ()
    short: tuple[tuple[str, Reach], ...] = ()
    depth: float | None = None
    rip: bool = False


@dataclass(frozen=True, slots=True)
class Stand:
    """Which piece stands at a line across a board, and to which side of the line: ``head`` or ``foot``."""

    piece: str
    side: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """One bench step.

    Attributes:
        id: its name within the piece.
        do: what is done.
        stop: the place along the board it belongs to; the screen shows a stop's steps together.
        role: of the cut it is for.
        face: the face that lies up.
        on_end: whether it is drawn on the board's end: down from the crown edge, and through from the near face.
        start: what the tape starts on.
        to: where it arrives.
        reading: what the tape shows, mm, exact.
        level: whether the tape lies level as the piece stands: square to its plumb lines.
        deduct: what a level distance takes off, by name; empty for a running mark.
        hold: how the tool is held.
        line: what is drawn.
        walk: how the square is walked.
        across: how the distance is read across the square.
        rule: how the place is found without arithmetic, where it lies at a fraction of the depth.
        cut: how it is sawn.
        count: how many are traced.
        stand: what will stand at the line that is drawn.
    """

    id: str
    do: Do
    stop: str
    role: str = ""
    face: Face = Face.NEAR
    on_end: bool = False
    start: TapeEnd | None = None
    to: TapeEnd | None = None
    reading: float | None = None
    level: bool = False
    deduct: str = ""
    hold: Held | None = None
    line: PencilLine | None = None
    walk: Walk | None = None
    across: ReadAcross | None = None
    rule: SlopedRule | None = None
    cut: SawCut | None = None
    count: int = 0
    stand: Stand | None = None
