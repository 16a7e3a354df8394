"""What something that stands should read, and what it did read."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from .check import TOUCHING, Check, Level
from .message import Length, Listed, Message, Most, Value


@dataclass(frozen=True, slots=True)
class Should:
    """A check of what stands: what its tape or feeler should read, mm, and how far off it may be.

    ``one_way`` where only more than that is wrong. The catalogue has ``assembled.ID.what``, ``.how`` it is read, and
    what is done where it reads ``.more`` or ``.less``.
    """

    id: str
    value: float
    within: float
    one_way: bool = False


def stands(should: Should, read: float) -> Check:
    """Return what a reading says: in order, or by how much it is off and what is done about it."""
    off = read - should.value
    values: Mapping[str, Value] = {
        "what": Listed((Message(f"assembled.{should.id}.what"),)), "value": Length(read), "by": Length(abs(off)),
        "should": Length(should.value), "within": Most(should.within),
    }  # fmt: skip
    wrong = off > should.within + TOUCHING or (not should.one_way and off < -should.within - TOUCHING)
    name, subject = f"assembled.{should.id}", Length(read)
    if not wrong:
        return Check(name, Level.OK, Message("assembled.ok", values), subject)
    way = "more" if off > 0 else "less"
    key = "beyond" if should.value == 0 else way
    remedy = Message(f"assembled.{should.id}.{way}", values)
    return Check(name, Level.LOOK, Message(f"assembled.{key}", values), subject, remedy=remedy)


def checks_of_standing(shoulds: Sequence[Should], readings: Mapping[str, float]) -> tuple[Check, ...]:
    """Return what was read says, of what there is to check on this work."""
    return tuple(stands(one, readings[one.id]) for one in shoulds if one.id in readings)
