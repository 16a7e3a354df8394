"""The tasks of a stair, and what must come before what: ``trade.md`` 1 and 4."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ..solid import Member
from ..stairs import Layout
from .task import Amount, Task, all_of, handling, linked, making, plain

HEADER = frozenset({"drop_board", "ledger", "header_fascia", "rim_extension", "rim_block"})
STRINGERS = frozenset({"stringer", "string"})
GUARD = frozenset({"post", "rail", "bottom_rail", "nailer", "baluster"})
STEPS = frozenset({"tread", "riser_board"})
FOOT = frozenset({"kicker", "foot_block"})
SET_DAYS = 1.0
"""Before forms come off and a pour is walked on; loaded it is after its curing."""
METRES = 1000.0


@dataclass(frozen=True, slots=True)
class StairHabits:
    """Whether stringers are put together on the ground and offered up, or one of them is fixed first."""

    on_the_ground: bool = False


def stair_tasks(
    prefix: str, layouts: Sequence[Layout], members: Sequence[Member], habits: StairHabits
) -> tuple[Task, ...]:
    """Return the tasks of a stair, each after what it needs.

    Args:
        prefix: what its ids begin with.
        layouts: its flights, the upper one first.
        members: its pieces, the pattern first.
        habits: where crews differ.
    """
    return linked(prefix, _tasks(layouts, members, habits))


def _tasks(layouts: Sequence[Layout], members: Sequence[Member], habits: StairHabits) -> Iterator[Task]:
    pieces = [one for one in members if one.role != "template"]
    stringers, rest = _of(pieces, STRINGERS), [one for one in pieces if one.role not in STRINGERS]
    yield plain("surfaces")
    yield plain("measure", ["surfaces"])
    yield from _concrete(layouts)
    if len(layouts) > 1:
        yield plain("platform", ["measure", "set"])
    header = _of(rest, HEADER)
    yield _with_one(making("header", ["measure"], all_of(header)))
    pattern, others = stringers[:1], stringers[1:]
    yield making("pattern", ["measure"], [(one, 1) for one in pattern])
    yield plain("try", ["pattern", "header", "set", "platform"])
    yield making("stringers", ["try"], [*((one, one.count - 1) for one in pattern), *all_of(others)])
    yield making(
        "boards_cut", ["try"], all_of([one for one in rest if one.role not in HEADER | GUARD | {"skirt", "handrail"}])
    )
    yield from _standing(layouts, stringers, habits)
    done = ["anchor", "square_up"]
    skirts = _of(rest, frozenset({"skirt"}))
    if skirts:
        yield making("skirts", ["try", *done], all_of(skirts))
    if _of(rest, STEPS) and layouts[0].flight.around.housed is None:
        yield replace(handling("treads", ["boards_cut", "skirts", *done], _of(rest, STEPS)), how=_way(layouts[0]))
    yield from _guard(rest, ["treads", *done])
    yield plain("check_stair", ["treads", "guard", "handrail", *done])


def _way(layout: Layout) -> str:
    """What comes first, step by step; with open risers, or riser boards that stand on treads, there is one way."""
    if layout.flight.riser_board <= 0 or layout.flight.tread.under_riser > 0:
        return ""
    return "treads_first" if layout.flight.around.treads_first else "risers_first"


def _concrete(layouts: Sequence[Layout]) -> Iterator[Task]:
    """Formed, poured, left to set before the pattern stands on it and to cure before it is loaded."""
    pours = [
        (pour.length * pour.width / METRES**2, pour.cure_days)
        for layout in layouts
        for pour in (layout.flight.around.slab, layout.flight.around.footing)
        if pour is not None
    ]
    if not pours:
        return
    area = sum(size for size, _ in pours)
    yield plain("form", ["measure"], Amount(pieces=len(pours), square_metres=area))
    yield plain("pour", ["form"], Amount(pieces=len(pours), square_metres=area))
    yield replace(plain("set", ["pour"]), days=SET_DAYS, people=0)
    longest = float(max(days for _, days in pours))
    if longest > 0:
        yield replace(plain("cure", ["pour"]), days=longest, people=0)


def _standing(layouts: Sequence[Layout], stringers: Sequence[Member], habits: StairHabits) -> Iterator[Task]:
    """From stringers on the ground to a frame that stands square and is held down."""
    housed = layouts[0].flight.around.housed is not None
    kicker = any(one.flight.kicker is not None for one in layouts)
    ready = ["stringers", "boards_cut", "header", "cure", "platform"]
    if housed:
        yield handling("bench_assembly", ["stringers", "boards_cut"], stringers)
        yield handling("offer_up", [*ready, "bench_assembly"], stringers, Amount(pieces=len(layouts)))
    elif habits.on_the_ground:
        yield handling("together", ["stringers", "boards_cut"], stringers)
        yield handling("offer_up", [*ready, "together"], stringers, Amount(pieces=len(layouts)))
    else:
        if kicker:
            yield plain("foot", ["boards_cut", "cure"])
        count = sum(one.count for one in stringers)
        yield handling("first_stringer", [*ready, "foot"], stringers, Amount(pieces=1))
        yield handling("other_stringers", ["first_stringer"], stringers, Amount(pieces=count - 1))
    yield plain("square_up", ["offer_up", "other_stringers"])
    if kicker:
        yield plain("anchor", ["square_up", "cure"])


def _guard(rest: Sequence[Member], after: list[str]) -> Iterator[Task]:
    guard, handrail = _of(rest, GUARD), _of(rest, frozenset({"handrail"}))
    if guard:
        yield making("guard_cut", ["try"], all_of(guard))
        yield handling("guard", ["guard_cut", *after], guard)
    if handrail:
        yield making("handrail", ["try", *after], all_of(handrail))


def _of(members: Sequence[Member], roles: frozenset[str]) -> list[Member]:
    return [one for one in members if one.role in roles]


def _with_one(task: Task) -> Task:
    """The header is marked and made ready where nothing is fixed to it too."""
    return replace(task, amount=replace(task.amount, pieces=max(1.0, task.amount.pieces)))
