"""What is to be bought for a batch: boards by section and length, what holds them, and what else was considered."""

from collections.abc import Iterator

from ...core.rules import Words
from ...core.terms import Count, Length, Message, Value, message
from ...exchange import JobInput
from ...exchange.working.supply import SectionPlan, lengths_of, one_length_plans
from ..shared.lengths import format_length
from .batch import Batch, hardware, materials
from .models import (
    BuyView,
)


def bought_views(plans: tuple[SectionPlan, ...], words: Words) -> Iterator[BuyView]:
    """Boards by section and length, the dearest section first."""
    for plan in plans:
        counted: dict[float, int] = {}
        costs: dict[float, float] = {}
        for board in plan.plan.boards:
            if board.stock.id:
                continue
            counted[board.stock.length] = counted.get(board.stock.length, 0) + board.count
            costs[board.stock.length] = board.stock.cost
        section = plan.section
        size = f"{words.value(Length(section.thickness))} × {words.value(Length(section.depth))}"
        for length, count in sorted(counted.items(), reverse=True):
            yield BuyView(
                what=f"{plan.name}, {size}" if plan.name else size, length=format_length(length, words), count=count,
                cost=round(costs[length] * count, 2) if plan.priced else None,
                thickness=section.thickness, depth=section.depth,
            )  # fmt: skip


def alternatives(plans: tuple[SectionPlan, ...], job: JobInput, words: Words) -> Iterator[str]:
    """What else was considered: each section bought in one length alone, where that brings every piece."""
    for one in plans:
        yield from _said_length(one, job, words)
        bought = {(board.stock.length, board.count) for board in one.plan.boards if not board.stock.id}
        ways = []
        for other in one_length_plans(one, job.settings, job.units) if bought else ():
            if bought == {(other.length, other.count)}:
                continue
            share = round(100 * (other.cost / one.plan.cost - 1)) if one.plan.cost > 0 else 0
            values: dict[str, Value] = {
                "length": Length(other.length),
                "n": Count(other.count),
                "share": f"{share:g} %",
            }
            ways.append(words.say(Message(f"cut.other_{'alike' if share <= 0 else 'dearer'}", values)))
        if ways:
            yield words.say(message("cut.other", section=_size(one, words), ways="; ".join(ways)))


def _said_length(plan: SectionPlan, job: JobInput, words: Words) -> Iterator[str]:
    """Why other lengths are bought than the one that was said of this section."""
    said = next((piece.member.stock.length for piece in plan.wanted if piece.member.stock.length is not None), None)
    bought = {board.stock.length for board in plan.plan.boards if not board.stock.id}
    if said is None or not bought or bought == {said}:
        return
    values: dict[str, Value] = {"said": Length(said), "section": _size(plan, words), "length": Length(max(bought))}
    if not any(abs(said - offer) < SAME_LENGTH for offer in lengths_of(plan.section, job.settings, job.units)):
        yield words.say(Message("cut.said_not_kept", values))
        return
    alone = next(
        (
            one
            for one in one_length_plans(plan, job.settings, job.units, most=None)
            if abs(one.length - said) < SAME_LENGTH
        ),
        None,
    )
    if alone is None:
        yield words.say(Message("cut.said_too_short", values))
    elif alone.cost > plan.plan.cost > 0:
        share = f"{max(1, round(100 * (alone.cost / plan.plan.cost - 1))):g} %"
        yield words.say(Message("cut.said_dearer", {**values, "n": Count(alone.count), "share": share}))


def _size(plan: SectionPlan, words: Words) -> str:
    return f"{words.value(Length(plan.section.thickness))} × {words.value(Length(plan.section.depth))}"


def hardware_views(batch: Batch, words: Words) -> Iterator[BuyView]:
    """Yield what is bought that is not timber: materials, then what holds."""
    for material in materials(batch):
        yield BuyView(what=words.say(material), length=None, count=1, cost=None, thickness=0.0, depth=0.0)
    for key, count in hardware(batch).items():
        yield BuyView(
            what=words.say(Message(f"buy.{key}")), length=None, count=count, cost=None, thickness=0.0, depth=0.0
        )


SAME_LENGTH = 1.0
"""mm: lengths are alike within it."""
