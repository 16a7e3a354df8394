"""How every line of a board is set and held, in words, by the shop's own method, tool and hook."""

from collections.abc import Callable
from dataclasses import dataclass

from ..core.bench import (
    Cheeks,
    Down,
    Gauged,
    Handed,
    Hold,
    Hook,
    Method,
    Preferences,
    Step,
    StepKind,
    Tick,
    hooked_length,
    steps_of,
)
from ..core.rules import Words
from ..core.solid import Member
from ..core.tape import Style
from ..core.terms import Angle, Count, Length, Message, Value
from ..core.tools import Held, Square, Way, other_figures


def likes_of(habit: Callable[[str], str], square: Square, words: Words) -> Preferences:
    """The shop's preferences at the bench."""
    return Preferences(
        method=Method(habit("method")),
        way=Way(habit("tool")),
        hook=Hook(habit("hook")),
        hold=Hold(habit("hold")),
        handed=Handed(habit("hand")),
        cheeks=Cheeks(habit("cheeks")),
        square=square,
        metric=words.tape.style not in (Style.FEET_INCHES, Style.DECIMAL_INCHES),
    )


@dataclass(frozen=True, slots=True)
class HeldLines:
    """The steps of a piece by their line, and where the tape's hook is."""

    steps: tuple[Step, ...]
    likes: Preferences
    length: float

    def of(self, marks: tuple[str, ...], words: Words, *, shown: bool, far: bool) -> list[str]:
        """How the lines of a stop are set and held on the near or the far face, one sentence each.

        Where the square is ``shown`` in its setting that says it all, but for what is not read on the tape.
        """
        kind = StepKind.CARRY if far else StepKind.DRAW
        said = [
            _say(step, words)
            for step in self.steps
            if step.kind is kind
            and step.line is not None
            and step.line.id in marks
            and not step.beside
            and (not shown or step.stepped is not None or step.across is not None)
        ]
        said += [more for step in self.steps if step.kind is kind and step.line and step.line.id in marks
                 for more in _stepping(step, words)]  # fmt: skip
        return list(dict.fromkeys(said))

    def others(self, marks: tuple[str, ...], words: Words) -> str:
        """Other figures for the first line of a stop, or nothing."""
        for step in self.steps:
            if step.kind is not StepKind.DRAW or step.line is None or step.line.id not in marks:
                continue
            found = other_figures(
                step.line.angle,
                square=self.likes.square,
                division=words.tape.division,
                depth=step.line.across,
                metric=self.likes.metric,
            )
            pairs = [
                words.say(Message("held.pair", {"tongue": Length(one.tongue), "body": Length(one.body)}))
                for one in found
            ]
            return words.say(Message("held.others", {"pairs": "; ".join(pairs)})) if pairs else ""
        return ""

    def run(self, at: float) -> float:
        """A running mark from where the tape is hooked."""
        return at if self.likes.hook is Hook.HEAD else self.length - at


def held_lines(member: Member, likes: Preferences, words: Words) -> HeldLines:
    """The steps of a piece as the shop works."""
    steps = steps_of(member, likes, words.tape.division)
    return HeldLines(steps, likes, hooked_length(tuple(s.line for s in steps if s.kind is StepKind.DRAW and s.line)))


def _say(step: Step, words: Words) -> str:
    assert step.line is not None
    assert step.held is not None
    if isinstance(step.line.anchor, Gauged):
        return words.say(Message("held.gauged", {"at": Length(step.line.anchor.at)}))
    return " ".join(part for part in (_where(step, words), _direction(step.held, words)) if part)


def _stepping(step: Step, words: Words) -> list[str]:
    """What a stepped or read mark risks, and what to do on a board too narrow for its part."""
    said = []
    if step.stepped is not None:
        one = step.stepped
        if one.widths:
            values: dict[str, Value] = {"level": Length(one.level), "n": Count(one.widths),
                                        "width": Length(one.width), "rest": Length(one.rest)}  # fmt: skip
            said.append(words.say(Message("held.narrow", values)))
        if one.steps > 1:
            creep = one.steps * words.tape.division / 2
            said.append(words.say(Message("held.creep", {"n": Count(one.steps), "creep": Length(creep)})))
    if step.across is not None and step.across.held:
        risk = step.across.scale * words.tape.division / 2
        said.append(words.say(Message("held.across_risk", {"risk": Length(risk)})))
    return said


AT_ONCE = 0.05
"""mm: a line set back less is carried straight across the edge."""


def _where(step: Step, words: Words) -> str:
    assert step.line is not None
    anchor = step.line.anchor
    if isinstance(anchor, Down):
        return words.say(Message("held.down" if anchor.at >= 0 else "held.up", {"at": Length(abs(anchor.at))}))
    assert isinstance(anchor, Tick)
    values: dict[str, Value] = {"at": Length(step.run or 0.0)}
    if step.held is not None and step.held.way is Way.TEMPLATE:
        return ""
    if step.across is not None:
        across = step.across
        values |= {"level": Length(across.level), "plumb": Length(across.plumb), "reading": Length(across.reading),
                   "scale": Count(int(across.scale))}  # fmt: skip
        return words.say(Message("held.read_across" if across.held else "held.read_halves", values))
    if step.stepped is not None:
        stepped = step.stepped
        values |= {"n": Count(stepped.steps), "step": Length(stepped.step), "part": Length(stepped.part)}
        return words.say(Message("held.stepped" if stepped.steps else "held.part", values))
    return words.say(Message(f"held.at_{anchor.edge}", values))


def _direction(held: Held, words: Words) -> str:
    values: dict[str, Value] = {
        "tongue": Length(held.tongue), "body": Length(held.body), "angle": Angle(held.degrees)
    }  # fmt: skip
    if held.way in (Way.SQUARE, Way.TWELFTHS):
        key = f"held.square_{held.draws}" if held.draws else "held.across"
        return words.say(Message(key if held.reaches or not held.draws else f"{key}_slide", values))
    if held.way is Way.TEMPLATE:
        return words.say(Message("held.template"))
    return words.say(Message(f"held.{held.way}" if held.degrees > 0 else "held.across", values))
