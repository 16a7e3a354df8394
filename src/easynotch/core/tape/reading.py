"""Reading a length in every form people write it, with sums.

Arithmetic is exact (fractions) until the one conversion to a float at the end, so that every mark of a tape
survives being written and read again.
"""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache

from .errors import TapeError
from .tokens import MM_PER, Kind, Token, cut

LONGEST_TEXT = 120
"""Characters. A longer text is a mistake, not a measurement."""


class Units(StrEnum):
    """What a bare number means: inches, or millimetres."""

    IMPERIAL = "imperial"
    METRIC = "metric"

    @property
    def bare(self) -> str:
        """The unit of a bare number."""
        return "in" if self is Units.IMPERIAL else "mm"


@dataclass(frozen=True, slots=True)
class Reading:
    """A length that was understood: millimetres, and the text with every unit written out.

    ``canonical`` reads as the same length whatever the units of the job become later.
    """

    mm: float
    canonical: str


@dataclass(frozen=True, slots=True)
class _Value:
    """Part of a sum: an amount in millimetres, or a bare number (``bare``) that may yet become a length.

    ``unmarked`` are the places where a unit would be written if the bare number is one.
    """

    amount: Fraction
    bare: bool
    unmarked: tuple[int, ...] = ()


@lru_cache(maxsize=4096)
def read_length(text: str, units: Units) -> Reading:
    """Read a length such as ``7' 4 5/8"``, ``7-4-5/8``, ``88.625``, ``2.252m`` or ``3128/2 - 19``.

    Args:
        text: what was typed. ``a/b`` without spaces is a fraction, with spaces a division; ``a-b-c/d`` is
            feet, inches and a fraction.
        units: what a bare number is measured in.

    Raises:
        TapeError: with an id, its values and the place of what was not understood.
    """
    if len(text) > LONGEST_TEXT:
        raise TapeError("length_text_too_long", at=LONGEST_TEXT, most=str(LONGEST_TEXT))
    reader = _Reader(text, units)
    value = reader.everything()
    amount = value.amount * MM_PER[units.bare] if value.bare else value.amount
    canonical = text.strip()
    lead = len(text) - len(text.lstrip())
    suffix = '"' if units is Units.IMPERIAL else " mm"
    for place in sorted(value.unmarked + reader.settled, reverse=True):
        canonical = canonical[: place - lead] + suffix + canonical[place - lead :]
    return Reading(float(amount), canonical)


class _Reader:
    """A recursive-descent reader over the tokens of one text."""

    def __init__(self, text: str, units: Units) -> None:
        self.text = text
        self.units = units
        self.tokens = cut(text)
        self.next = 0
        self.settled: tuple[int, ...] = ()

    def peek(self, ahead: int = 0) -> Token | None:
        place = self.next + ahead
        return self.tokens[place] if place < len(self.tokens) else None

    def take(self, *operators: str) -> Token | None:
        token = self.peek()
        if token is not None and token.kind is Kind.OPERATOR and token.text in operators:
            self.next += 1
            return token
        return None

    def take_unit(self, *names: str) -> Token | None:
        token = self.peek()
        if token is not None and token.kind is Kind.UNIT and (not names or token.text in names):
            self.next += 1
            return token
        return None

    def stuck(self) -> TapeError:
        token = self.peek()
        if not self.text.strip():
            return TapeError("length_empty", at=0)
        if token is None:
            return TapeError("length_ends_early", at=len(self.text), text=self.text.strip())
        before, found = self.text[: token.start].strip(), self.text[token.start :].strip()[:20]
        if not before:
            return TapeError("length_unknown", at=token.start, text=self.text.strip(), found=found)
        return TapeError("length_after", at=token.start, text=self.text.strip(), before=before, found=found)

    def everything(self) -> _Value:
        value = self.sum()
        if self.peek() is not None:
            raise self.stuck()
        return value

    def sum(self) -> _Value:
        value = self.product()
        while operator := self.take("+", "-"):
            right = self.product()
            sign = 1 if operator.text == "+" else -1
            if value.bare and right.bare:
                value = _Value(value.amount + sign * right.amount, True, value.unmarked + right.unmarked)
            else:
                value = _Value(self.as_length(value) + sign * self.as_length(right), False)
        return value

    def as_length(self, value: _Value) -> Fraction:
        if not value.bare:
            return value.amount
        self.settled += value.unmarked
        return value.amount * MM_PER[self.units.bare]

    def product(self) -> _Value:
        value = self.factor()
        while operator := self.take("*", "/"):
            right = self.factor()
            if operator.text == "*":
                if not value.bare and not right.bare:
                    raise TapeError("length_times_length", at=operator.start, text=self.text.strip())
                unmarked = value.unmarked if value.bare and right.bare else ()
                value = _Value(value.amount * right.amount, value.bare and right.bare, unmarked)
                continue
            if not right.bare:
                raise TapeError("length_divided_by_length", at=operator.start, text=self.text.strip())
            if right.amount == 0:
                raise TapeError("length_divided_by_zero", at=operator.start, text=self.text.strip())
            value = _Value(value.amount / right.amount, value.bare, value.unmarked)
        return value

    def factor(self) -> _Value:
        if self.take("-"):
            inner = self.factor()
            return _Value(-inner.amount, inner.bare, inner.unmarked)
        if self.take("("):
            inner = self.sum()
            if not self.take(")"):
                raise TapeError("length_bracket", at=len(self.text), text=self.text.strip())
            return inner
        return self.measure()

    def measure(self) -> _Value:
        token = self.peek()
        if token is None or token.kind in (Kind.UNIT, Kind.OPERATOR):
            raise self.stuck()
        if token.kind is Kind.FEET_INCHES:
            self.next += 1
            self.take_unit("in")
            return _Value(token.value * MM_PER["in"], False)
        number, end = self.mixed()
        unit = self.take_unit()
        if unit is None:
            self.refuse_two_readings(token, end)
            return _Value(number, True, (end,))
        if unit.text == "ft":
            return _Value(number * MM_PER["ft"] + self.inches_after(unit), False)
        return _Value(number * MM_PER[unit.text], False)

    def mixed(self) -> tuple[Fraction, int]:
        """A number, with the fraction that follows it; and where it ends."""
        token = self.tokens[self.next]
        self.next += 1
        after = self.peek()
        if token.kind is Kind.MIXED:
            if self.units is Units.METRIC and not (after is not None and after.text == "in"):
                one, other = (token.text.replace("-", between, 1) for between in (" ", " - "))
                raise TapeError("length_two_ways", at=token.start, found=token.text, one=one, other=other)
            return token.value, self.no_tight_slash(token)
        if token.kind is Kind.FRACTION:
            return token.value, self.no_tight_slash(token)
        if after is not None and after.kind is Kind.FRACTION and "." not in token.text and after.value < 1:
            self.next += 1
            return token.value + after.value, self.no_tight_slash(after)
        return token.value, token.end

    def no_tight_slash(self, token: Token) -> int:
        """``7 5/8/2`` could be halved or mistyped: a fraction takes a division only with a space before it."""
        after = self.peek()
        if after is not None and after.text == "/" and after.start == token.end:
            rest = self.text[after.start :].strip()
            raise TapeError(
                "length_tight_slash",
                at=after.start,
                text=self.text.strip(),
                before=self.text[: after.start].strip(),
                found=rest[:20],
                instead=f"{self.text[: after.start].strip()} / {rest[1:].strip()[:20]}",
            )
        return token.end

    def inches_after(self, foot_mark: Token) -> Fraction:
        """Millimetres of the inches that follow a foot mark, with or without their own mark."""
        dash, after = self.peek(), self.peek(1)
        if (
            dash is not None and dash.text == "-" and after is not None
            and dash.start == foot_mark.end and after.start == dash.end
        ):  # fmt: skip
            self.next += 1
        token = self.peek()
        if token is None or token.kind not in (Kind.NUMBER, Kind.FRACTION, Kind.MIXED):
            return Fraction(0)
        inches, _ = self.mixed() if token.kind is not Kind.MIXED else (token.value, self.step_over())
        unit = self.peek()
        if unit is not None and unit.kind is Kind.UNIT and unit.text != "in":
            raise self.stuck()
        self.take_unit("in")
        return inches * MM_PER["in"]

    def step_over(self) -> int:
        self.next += 1
        return self.next

    def refuse_two_readings(self, token: Token, end: int) -> None:
        """In inches, ``7-4`` is feet and inches to one reader and a subtraction to another."""
        dash, after = self.peek(), self.peek(1)
        if (
            self.units is Units.IMPERIAL and dash is not None and dash.text == "-" and after is not None
            and dash.start == end and after.start == dash.end and after.kind is Kind.NUMBER
        ):  # fmt: skip
            raise TapeError("length_two_ways", at=token.start, found=self.text[token.start : after.end],
                            one=f"{token.text}' {after.text}\"", other=f"{token.text} - {after.text}")  # fmt: skip
