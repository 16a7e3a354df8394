"""The places along a board: a piece's steps, those done at one place together, in words and with the square drawn."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from itertools import groupby, pairwise
from math import atan2, cos, sin

from ...core.bench import Do, Edge, Layout, LeggedHold, Preferences, Step
from ...core.rules import Words
from ...core.solid import Face
from ...core.terms import Count, Message
from ...core.tools import square_outline
from ..shared.lengths import Point, Shown, format_length
from .laying import Laid
from .models import SquareView, StepView, StopView
from .sentences import UPRIGHT, Sentences, is_imperial, saw_title
from .titles import Kind, stop_title

GRADUATIONS = {True: (25.4, 25.4 / 16, 1.0), False: (10.0, 1.0, 10.0)}
"""By imperial or not: mm of a numbered graduation and of a fine one, and what the numbered one counts."""
CROSS = 19.0
"""mm from a line to the middle of the X beside it."""
FIGURED = frozenset({Do.TICK, Do.GAUGE, Do.MEASURE, Do.STEP, Do.HOOK})


@dataclass(frozen=True, slots=True)
class Piece:
    """A piece as its stops are told: its steps, where it lies on the board, and in which words."""

    title: str
    kind: Kind
    laid: Laid
    preferences: Preferences
    words: Words
    names: Mapping[str, str] = field(default_factory=dict)
    """What the pieces are called that stand against it, by their ids."""

    @property
    def steps(self) -> tuple[Step, ...]:
        """What is done to it."""
        return self.laid.steps

    @property
    def layout(self) -> Layout:
        """Where it lies on its board."""
        return self.laid.layout

    def groups(self) -> list[tuple[str, tuple[Step, ...]]]:
        """Return the steps by the place they are done at, places in the order they are first come to."""
        found: dict[str, list[Step]] = {}
        for stop, group in groupby(self.steps, key=lambda step: step.stop):
            found.setdefault(stop, []).extend(group)
        return [(stop, tuple(steps)) for stop, steps in found.items()]

    def titles(self) -> dict[str, str]:
        """Return what each place is called, by its id."""
        made: dict[str, str] = {}
        notches = 0
        for stop, steps in self.groups():
            roles = {step.role for step in steps if step.line is not None}
            counted = {"riser", "tread"} <= roles or stop.startswith("walk_")
            notches += counted and not stop.startswith("far_")
            cuts = [step.cut for step in steps if step.cut is not None]
            if cuts:
                made[stop] = saw_title(cuts, self.words)
            elif steps[0].do is Do.TRACE:
                made[stop] = self.words.say(Message("stop_title.any.trace", {"n": Count(steps[0].count)}))
            else:
                number = int(stop.rsplit("_", 1)[1]) if stop.startswith("walk_") and stop[-1].isdigit() else notches
                made[stop] = stop_title(stop, steps, self.kind, self.words, number)
        return made


def stop_views(piece: Piece) -> list[StopView]:
    """Return every place along a piece's board, told and drawn."""
    titles = piece.titles()
    said = Sentences(piece.words, piece.kind, piece.preferences, piece.title, piece.layout.hook, piece.names,
                     piece.laid.turned)  # fmt: skip
    return [_stop(piece, said, stop, steps, titles[stop]) for stop, steps in piece.groups()]


def _stop(piece: Piece, said: Sentences, stop: str, steps: tuple[Step, ...], title: str) -> StopView:
    places = any(step.stand is not None for step in steps)
    read = [step for step in steps if step.do in FIGURED and step.reading is not None]
    from_hook = [step for step in read if step.start is not None and step.start.edge is Edge.END]
    figured = next(iter(from_hook), read[-1] if read else None)
    drawn = [step for step in steps if step.line is not None and step.do is not Do.SQUARE_END and not step.on_end]
    views = _views(piece, said, steps)
    squares = [view.square for view in views if view.square is not None]
    cuts = [step.cut.line for step in steps if step.cut is not None]
    marks = [step.line.id for step in drawn if step.line is not None] or cuts
    face = Face.FAR if any(step.face is Face.FAR for step in steps) and all(
        step.face is not Face.NEAR for step in steps) else Face.NEAR  # fmt: skip
    pencil = [
        (step.line.start, step.line.end)
        for step in drawn
        if step.line is not None and step.face in (Face.NEAR, Face.FAR)
    ]
    return StopView(
        id=stop,
        kind=_kind(stop, steps),
        title=title,
        figure=None if places else _figure(figured, piece.words),
        ends=said.ends(figured) if figured is not None and not places else "",
        steps=views,
        marks=list(dict.fromkeys(mark.removesuffix("_on") for mark in marks)),
        lines=pencil,
        lens=_lens(piece, steps, squares, pencil),
        notes=list(dict.fromkeys(note for step in steps for note in said.notes(step))),
        face=str(face),
        at=_at(read),
        measure=_measure(figured),
        crosses=[
            (step.line.start[0] + (CROSS if step.stand.side == "foot" else -CROSS), piece.layout.depth / 2)
            for step in steps
            if step.line is not None and step.stand is not None
        ],
        rule=next(((step.rule.start, step.rule.end) for step in steps if step.rule is not None), None),
        square=next(iter(squares), None),
        ghosts=_ghosts(piece, steps),
    )


def _figure(step: Step | None, words: Words) -> Shown | None:
    if step is None:
        return None
    return format_length(step.reading or 0.0, words)


def _kind(stop: str, steps: tuple[Step, ...]) -> str:
    if stop.startswith("far_") or any(step.do is Do.TURN for step in steps):
        return "carry"
    last = steps[-1].do
    return {Do.HOOK: "hook", Do.WRITE: str(steps[-1].id), Do.MEASURE: "check", Do.TRACE: "trace", Do.SAW: "saw",
            Do.JIG: "jig", Do.STEP: "step"}.get(last, "line")  # fmt: skip


def _at(read: list[Step]) -> float | None:
    """The last running mark on the top edge, read from the hook."""
    ticks = [step.to.at for step in read if step.to is not None and step.to.edge is Edge.TOP and step.face is Face.NEAR]
    return ticks[-1] if ticks else None


def _measure(step: Step | None) -> tuple[Point, Point] | None:
    """The two ends of a figure that is not read on the tape along the top edge."""
    if step is None or step.start is None or step.do is Do.HOOK:
        return None
    if step.do is Do.GAUGE and step.line is not None:
        (u, v), (w, _) = step.line.start, step.line.end
        middle = (u + w) / 2
        return ((middle, 0.0), (middle, v)) if step.face in (Face.NEAR, Face.FAR) else None
    if step.to is None or (step.start.edge is Edge.END and step.to.edge is Edge.TOP):
        return None
    return step.start.point, step.to.point


def _lens(piece: Piece, steps: tuple[Step, ...], squares: list[SquareView], pencil: list[tuple[Point, Point]]) -> Point:
    if pencil:
        points = [point for line in pencil for point in line]
        middle = sum(u for u, _ in points) / len(points), sum(v for _, v in points) / len(points)
        # Where the square reaches far to one side of the line, between both.
        heels = [square.heel[0] for square in squares]
        return ((middle[0] * 2 + heels[0]) / 3 if heels else middle[0], middle[1])
    places = [step.to.point for step in steps if step.to is not None]
    if places:
        return places[-1]
    if any(step.do is Do.HOOK for step in steps):
        return (piece.layout.hook, 0.0)
    return (piece.layout.left + piece.layout.right) / 2, piece.layout.depth / 2


def _views(piece: Piece, said: Sentences, steps: tuple[Step, ...]) -> list[StepView]:
    """A place's steps; what is sawn at one setting of an upright blade is one of them, so is a mark with its line."""
    if any(step.stand is not None for step in steps):
        return [
            StepView(id=draw.id, do=str(Do.DRAW), say=said.place(tick, draw), square=None)
            for tick, draw in pairwise(steps)
            if draw.stand is not None
        ]
    sawn = [step for step in steps if step.cut is not None and step.cut.depth is None]
    if (
        sawn
        and len(sawn) == len(steps)
        and all(step.cut and step.cut.tilt <= UPRIGHT for step in sawn)
        and not any(step.cut and step.cut.rip for step in sawn)
    ):
        return [StepView(id=sawn[0].id, do=str(Do.SAW), say=said.saw_upright(sawn), square=None)]
    return [
        StepView(
            id=step.id, do=str(step.do), say=said.say(step, before),
            square=_square(step.hold, piece) if isinstance(step.hold, LeggedHold) else None,
        )
        for before, step in zip((None, *steps), steps, strict=False)
    ]  # fmt: skip


def _square(hold: LeggedHold, piece: Piece) -> SquareView:
    words, square = piece.words, piece.preferences.square
    unit, division, numbered = GRADUATIONS[is_imperial(words)]
    shape = (
        (hold.heel, hold.tongue_at, hold.tongue_at, hold.body_at, hold.body_at, hold.body_at)
        if hold.jig else square_outline(square, hold.heel, hold.tongue_at, hold.body_at)
    )  # fmt: skip
    return SquareView(
        shape=list(shape),
        heel=hold.heel,
        tongue_at=hold.tongue_at,
        body_at=hold.body_at,
        tongue_figure=format_length(hold.tongue, words),
        body_figure=format_length(hold.body, words),
        draws=hold.draw,
        edge=str(hold.edge),
        jig=hold.jig,
        scrap=hold.off_wood,
        scales=words.say(Message(f"square.{'inside' if square.inside else 'outside'}_scales")),
        unit=unit,
        division=division,
        numbered=numbered,
    )


def _ghosts(piece: Piece, steps: tuple[Step, ...]) -> list[list[Point]]:
    """The outlines of the square at every place it was walked to before its last one."""
    found: list[list[Point]] = []
    for step in steps:
        walk, start, to = step.walk, step.start, step.to
        if walk is None or start is None or to is None:
            continue
        angle = atan2(walk.rise, walk.run)
        sign = 1.0 if to.at > start.at else -1.0
        for number in range(walk.times):
            # The tongue stands at the head's side of each step, the body at its foot's.
            here = start.at + sign * number * walk.along
            tongue = here if sign > 0 else here - walk.along
            heel = (tongue + walk.rise * sin(angle), walk.rise * cos(angle))
            found.append(
                list(square_outline(piece.preferences.square, heel, (tongue, 0.0), (tongue + walk.along, 0.0)))
            )
    return found
