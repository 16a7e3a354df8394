"""What is checked on a work once it stands, in words."""

from ...core.rules import Words
from ...core.terms import Check, Count, Length, Level, Message, Most, Should, message, number_of
from ...exchange import Worked
from .models import AssembledRowView, AssembledView

NOT_ASSEMBLED = AssembledView(rows=[], said="")


def assembled_of(worked: Worked, words: Words) -> AssembledView:
    """Return the checks of a stair or roof that stands, each with what was read."""
    found = {check.id.removeprefix("assembled."): check for check in worked.checks if check.id.startswith("assembled.")}
    rows = []
    for should in worked.shoulds:
        check = found.get(should.id)
        rows.append(
            AssembledRowView(
                id=should.id, what=words.say(Message(f"assembled.{should.id}.what")),
                how=words.say(Message(f"assembled.{should.id}.how")), should=_should(should, words),
                level=check.level if check else "", said=_said(should, check, words) if check else "",
                remedy=words.say(check.remedy) if check and check.remedy else "",
            )
        )  # fmt: skip
    off = sum(check.level is not Level.OK for check in found.values())
    values = {"n": Count(len(found)), "all": Count(len(rows)), "off": Count(off)}
    return AssembledView(
        rows=rows, said=words.say(Message("assembled.count_off" if off else "assembled.count", values))
    )


def _said(should: Should, check: Check, words: Words) -> str:
    """What a reading says, beside its field."""
    off = number_of(check.value) - should.value if check.value is not None else 0.0
    key = "row_ok" if check.level is Level.OK else "row_more" if off > 0 else "row_less"
    return words.say(Message(f"assembled.{key}", {"by": Length(abs(off))}))


def _should(should: Should, words: Words) -> str:
    key = "should_nothing" if should.value == 0 else "should_most" if should.one_way else "should"
    return words.say(message(f"assembled.{key}", should=Length(should.value), within=Most(should.within)))
