"""How every line of a board is set and held, in words, by the shop's own method, tool and hook."""

from collections.abc import Callable
from dataclasses import dataclass

from ..core.bench import Down, Gauged, Hook, Method, Preferences, Step, StepKind, Tick, hooked_length, steps_of
from ..core.rules import Words
from ..core.solid import Member
from ..core.tape import Style
from ..core.terms import Angle, Count, Length, Message, Value
from ..core.tools import Held, Square, Way


def likes_of(habit: Callable[[str], str], square: Square, words: Words) -> Preferences:
    """The shop's preferences at the bench."""
    return Preferences(
        method=Method(habit("method")),
        way=Way(habit("tool")),
        hook=Hook(habit("hook")),
        square=square,
        metric=words.tape.style not in (Style.FEET_INCHES, Style.DECIMAL_INCHES),
    )


@dataclass(frozen=True, slots=True)
class HeldLines:
    """The steps of a piece by their line, and where the tape's hook is."""

    steps: tuple[Step, ...]
    likes: Preferences
    length: float

    def of(self, marks: tuple[str, ...], words: Words, *, shown: bool) -> list[str]:
        """How the lines of a stop are set and held, one sentence each; compound ones on the far face too.

        Where the square is ``shown`` in its setting that says it all, but for what is stepped off or carried round.
        """
        said = [
            _say(step, words)
            for step in self.steps
            if step.kind in (StepKind.DRAW, StepKind.CARRY)
            and step.line is not None
            and step.line.id in marks
            and (not shown or step.kind is StepKind.CARRY or step.stepped is not None)
        ]
        return list(dict.fromkeys(said))

    def run(self, at: float) -> float:
        """A running mark from where the tape is hooked."""
        return at if self.likes.hook is Hook.HEAD else self.length - at

    def check(self, words: Words) -> str:
        """The last measurement, or nothing."""
        last = next((step for step in self.steps if step.kind is StepKind.CHECK), None)
        if last is None or last.expected is None:
            return ""
        return words.say(Message("held.check", {"value": Length(last.expected)}))


def held_lines(member: Member, likes: Preferences, words: Words) -> HeldLines:
    """The steps of a piece as the shop works."""
    steps = steps_of(member, likes, words.tape.division)
    return HeldLines(steps, likes, hooked_length(tuple(s.line for s in steps if s.kind is StepKind.DRAW and s.line)))


def _say(step: Step, words: Words) -> str:
    assert step.line is not None
    assert step.held is not None
    parts = [_where(step, words), _direction(step.held, words)] if not isinstance(step.line.anchor, Gauged) else [
        words.say(Message("held.gauged", {"at": Length(step.line.anchor.at)}))
    ]  # fmt: skip
    sentence = " ".join(part for part in parts if part)
    key = "held.far" if step.kind is StepKind.CARRY else "held.near"
    values: dict[str, Value] = {"say": sentence, "back": Length(abs(step.set_back))}
    if step.kind is StepKind.CARRY and abs(step.set_back) > AT_ONCE:
        key = "held.far_back"
    return words.say(Message(key, values))


AT_ONCE = 0.05
"""mm: a line set back less is carried straight across the edge."""


def _where(step: Step, words: Words) -> str:
    assert step.line is not None
    anchor = step.line.anchor
    if isinstance(anchor, Down):
        return words.say(Message("held.down" if anchor.at >= 0 else "held.up", {"at": Length(abs(anchor.at))}))
    assert isinstance(anchor, Tick)
    values: dict[str, Value] = {"at": Length(step.run or 0.0)}
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
    return words.say(Message(f"held.{held.way}" if held.degrees > 0 else "held.across", values))
