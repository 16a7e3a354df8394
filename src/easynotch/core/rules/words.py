"""Words: every sentence by its id, in the user's dialect, with lengths on the user's tape.

A language is a folder beside this module: ``messages.toml`` and the files named with it in ``CATALOGUES`` (what the
core says) and ``interface.toml`` (what the screens say) hold sentences by id; ``terms.toml`` holds the trade's names,
one column a dialect. In a sentence ``{name}`` is a value, ``{name:up}`` and ``{name:down}`` one that is a least or a
greatest one, ``{term:name}`` a trade name and ``{Term:name}`` one that begins the words. What the screens say stands in
its final case; what the core says begins with a capital where it is a sentence of its own (``Words.say``).
"""

import re
import tomllib
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from importlib.resources import files

from ..tape import Tape, mark_within, nearest, write_marks
from ..terms import Angle, Count, Least, Length, Listed, Message, Most, Named, Share, Value, Volume
from .piece_names import joint_parts, piece_name

LANGUAGE = "en"
CATALOGUES = {
    "messages": ("messages", "choices", "roofs", "stairs", "bench", "schedule", "curves"),
    "interface": ("interface",),
}
MM_PER_INCH = 25.4
LITRE_PER_FT3 = 1 / 28.316846592
MM2_PER_FT2 = 304.8**2
ANGLES = (
    "slope", "hip_slope", "hip_plan_angle", "backing", "dihedral", "guard_slope", "valley_slope", "valley_plan_angle",
    "valley_trough", "sweep",
)  # fmt: skip
"""Facts that are angles, beside the bevels."""
PARTS = {"quarter": 1 / 4, "third": 1 / 3, "half": 1 / 2}
NAMED = 1e-4
"""Of a whole: a share this near to one that has a name is called by it."""
_NAME = re.compile(r"\{([a-z_]+(?::up|:down)?)\}")
_SLOT = re.compile(r"\{([tT]erm:)?([a-z_]+)\}")


class Dialect(StrEnum):
    """The dialects of the trade."""

    NORTH_AMERICA = "north_america"
    BRITAIN_IRELAND = "britain_ireland"
    AUSTRALIA_NEW_ZEALAND = "australia_new_zealand"


def _flat(table: Mapping[str, object], prefix: str = "") -> dict[str, str]:
    flat: dict[str, str] = {}
    for key, value in table.items():
        if isinstance(value, dict):
            flat.update(_flat(value, f"{prefix}{key}."))
        else:
            flat[prefix + key] = str(value)
    return flat


@cache
def _load(name: str) -> dict[str, object]:
    return tomllib.loads((files(__package__) / "words" / LANGUAGE / f"{name}.toml").read_text("utf-8"))


@cache
def terms_of(dialect: Dialect) -> dict[str, str]:
    """The trade's names in a dialect, by their internal name."""
    rows = _load("terms")
    names: dict[str, str] = {}
    for name, row in rows.items():
        columns = row if isinstance(row, dict) else {}
        names[name] = str(columns.get(str(dialect), columns.get("all")))
    return names


@cache
def catalogue(name: str, dialect: Dialect) -> dict[str, str]:
    """A catalogue (``messages`` or ``interface``) in a dialect: id to sentence, its trade names filled in."""
    names = terms_of(dialect)

    def fill(match: re.Match[str]) -> str:
        if not match[1]:
            return match[0]
        name = names[match[2]]
        return name[:1].upper() + name[1:] if match[1] == "Term:" else name

    sentences: dict[str, str] = {}
    for file in CATALOGUES[name]:
        sentences.update(_flat(_load(file)))
    return {key: _SLOT.sub(fill, text) for key, text in sentences.items()}


@cache
def parted(name: str, dialect: Dialect) -> dict[str, tuple[str, ...]]:
    """A catalogue's sentences taken apart once: text and slots' names in turn."""
    return {key: tuple(_NAME.split(text)) for key, text in catalogue(name, dialect).items()}


def is_angle(key: str) -> bool:
    """Whether a fact is an angle, in degrees."""
    return key in ANGLES or key.startswith(("bevels.", "survey.corner."))


def is_length(key: str, number: float | int) -> bool:
    """Whether a fact is a length, to be read on the tape with its qualifier."""
    return not (isinstance(number, int) or is_angle(key) or key.endswith(("_area", "_volume")))


def value_of(key: str, number: float) -> Value:
    """A fact that is measured as a value: a volume, an angle or a length."""
    return Volume(number) if key.endswith("_volume") else Angle(number) if is_angle(key) else Length(number)


def _slot(message: Message, part: str) -> Value:
    """What fills a slot; one that ends in ``:up`` or ``:down`` is told as a bound."""
    name, _, bound = part.partition(":")
    value = message.values[name]
    if not bound or not isinstance(value, Length):
        return value
    return Least(value.mm) if bound == "up" else Most(value.mm)


@dataclass(frozen=True, slots=True)
class Words:
    """A dialect and a tape: what turns messages and values into sentences."""

    dialect: Dialect
    tape: Tape

    def say(self, message: Message) -> str:
        """A message as a sentence.

        Raises:
            KeyError: for an id without a sentence, or a sentence that wants a value the message lacks.
        """
        sentence = self._filled(message, self.value)
        return sentence[:1].upper() + sentence[1:]

    def within(self, message: Message) -> str:
        """Return a message as it stands within a line: it begins as the catalogue has it."""
        return self._filled(message, self.value)

    def _filled(self, message: Message, said: Callable[[Value], str]) -> str:
        """A sentence with its slots filled: what stands at odd places is a slot's name."""
        parts = parted("messages", self.dialect)[message.id]
        if len(parts) == 1:
            return parts[0]
        return "".join(said(_slot(message, part)) if at % 2 else part for at, part in enumerate(parts))

    def value(self, value: Value) -> str:
        """A value as text: a length on the tape with its qualifier, an angle to a tenth of a degree."""
        if isinstance(value, Volume):
            return f"{value.litres * LITRE_PER_FT3:.1f} ft³" if self.tape.imperial else f"{value.litres:.0f} l"
        if isinstance(value, Least | Most):
            return write_marks(mark_within(value.mm, self.tape, least=isinstance(value, Least)), self.tape)
        if isinstance(value, Length):
            return " ".join(filter(None, self.called(value.mm)))
        if isinstance(value, Share):
            return self._share(value.number)
        if isinstance(value, Named):
            return self._named(value.id)
        if isinstance(value, Listed):
            return self._listed([self._filled(item, self.value) for item in value.items])
        if isinstance(value, Angle):
            return f"{value.degrees:.1f}°"
        if isinstance(value, str):
            return value
        return f"{value.number:.3f}".rstrip("0").rstrip(".")

    def _share(self, share: float) -> str:
        """A part of a whole: by its name where it has one, else in per cent."""
        name = next((name for name, part in PARTS.items() if abs(share - part) < NAMED), None)
        if name is not None:
            return parted("messages", self.dialect)[f"share.{name}"][0]
        percent = share * 100
        return f"{percent:.0f} %" if percent >= 1 or percent == 0 else f"{percent:.1f} %"

    def _listed(self, items: list[str]) -> str:
        """Several things one after the other, the last one after an “and”."""
        if len(items) < 2:
            return "".join(items)
        *first, last = items
        return parted("messages", self.dialect)["list.and"][0].join((", ".join(first), last))

    def _named(self, name: str) -> str:
        """A piece by its id; a joint by the piece, the side it stands on and the place."""
        if "." not in name:
            return self.say(piece_name(name))
        piece, side, place = joint_parts(name)
        called = self.say(piece_name(piece))
        if side:
            called = f"{called}, {self.say(Message(f'side.{side}')).lower()}"
        counted = re.fullmatch(r"(bearing|purlin)(\d+)_(\w+)", place)
        if counted:
            values: dict[str, Value] = {"piece": called, "n": Count(int(counted[2]))}
            return self.say(Message(f"fit.{counted[1]}_{counted[3]}", values))
        return self.say(Message(f"fit.{place}", {"piece": called}))

    def called(self, mm: float) -> tuple[str, str]:
        """A length's nearest mark, and how it stands to it (strong or weak, in the dialect) or nothing."""
        mark = nearest(mm, self.tape)
        text = write_marks(mark.divisions, self.tape)
        return text, "" if mark.sense is None else terms_of(self.dialect)[mark.sense]

    def fact(self, key: str) -> str:
        """What a fact is, with both of its ends."""
        corner = re.fullmatch(r"survey\.corner\.(\d+)", key)
        if corner:
            return self.say(Message("fact.survey.corner", {"n": Count(int(corner[1]))}))
        return self.say(Message(f"fact.{key}"))

    def fact_value(self, key: str, number: float) -> str:
        """A fact's number as text: a count, an angle or a length."""
        if isinstance(number, int):
            return str(number)
        if key.endswith("_area"):
            return f"{number / MM2_PER_FT2:.1f} ft²" if self.tape.imperial else f"{number / 1e6:.2f} m²"
        return self.value(value_of(key, number))

    def figure(self, value: Value) -> str:
        """A value in a working: on the tape where it stands on a mark, otherwise to a thousandth."""
        if not isinstance(value, Length) or nearest(value.mm, self.tape).residue == 0:
            return self.value(value)
        if self.tape.imperial:
            return f"{value.mm / MM_PER_INCH:.3f}″"
        return f"{value.mm:.2f} mm"

    def figures(self, message: Message) -> str:
        """A line of working with its figures filled in."""
        return self._filled(message, self.figure)
