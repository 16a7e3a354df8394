"""A task of a work: what must be done before it, the pieces it makes, and how much there is to do."""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from ..solid import Member
from ..supply import SHEET_ROLES, whole_length
from .kinds import kinds

GREEN_SOFTWOOD = 5.5e-7
"""kg a cubic mm: softwood as it comes from a yard; an allowance for lifting, no weight to build by."""
ALONE_KG = 25.0
"""What one person lifts, at most."""
ALONE_LONG = 5000.0
"""mm: a board that one person handles, at most."""
MINUTES = 60.0


@dataclass(frozen=True, slots=True)
class Amount:
    """How much there is to do: pieces, saw cuts, metres and square metres."""

    pieces: float = 0.0
    cuts: float = 0.0
    metres: float = 0.0
    square_metres: float = 0.0


@dataclass(frozen=True, slots=True)
class Task:
    """A task. ``after`` are the ids of those that are done before it starts; ``makes`` the pieces it cuts, by id, with
    how many of each; ``days`` how long is waited, calendar days, where nobody works. ``people`` are needed at least,
    for the longest (mm) or heaviest (kg) piece where ``lift`` is given; ``how`` names the way it is done, where there
    are several.
    """

    id: str
    kind: str
    after: tuple[str, ...] = ()
    amount: Amount = Amount()
    makes: tuple[tuple[str, int], ...] = ()
    days: float = 0.0
    people: int = 1
    lift: tuple[float, float] | None = None
    how: str = ""

    @property
    def waits(self) -> bool:
        """Whether it is time that passes, and no work."""
        return self.days > 0


def amount_of(members: Iterable[tuple[Member, int]]) -> Amount:
    """Return what cutting some of each of these pieces comes to."""
    rows = [(count, len(member.cut_planes), member) for member, count in members if count > 0]
    return Amount(
        pieces=sum(count for count, _, _ in rows),
        cuts=sum(count * cuts for count, cuts, _ in rows),
        metres=sum(count * whole_length(member) for count, _, member in rows) / 1000.0,
    )


def heaviest(members: Iterable[Member]) -> tuple[float, float] | None:
    """Return the length (mm) and weight (kg) of the piece that is hardest to handle, None where one person can."""
    rows = [
        (whole_length(one), whole_length(one) * one.stock.thickness * one.stock.depth * GREEN_SOFTWOOD)
        for one in members
    ]
    found = max(rows, key=lambda row: max(row[0] / ALONE_LONG, row[1] / ALONE_KG), default=None)
    return found if found is not None and (found[0] > ALONE_LONG or found[1] > ALONE_KG) else None


def all_of(members: Iterable[Member]) -> list[tuple[Member, int]]:
    """Return pieces with how many there are of each."""
    return [(one, one.count) for one in members]


def making(kind: str, after: Sequence[str], made: Sequence[tuple[Member, int]], amount: Amount | None = None) -> Task:
    """Return a task that makes pieces; two people are on it where one of them is long or heavy."""
    pieces = [(member, count) for member, count in made if count > 0 and member.role not in SHEET_ROLES]
    lift = heaviest(member for member, _ in pieces)
    return Task(
        kind, kind, tuple(after), amount or amount_of(pieces), tuple((member.id, count) for member, count in pieces),
        people=max(kinds()[kind].people, 2 if lift else 1), lift=lift,
    )  # fmt: skip


def handling(kind: str, after: Sequence[str], members: Sequence[Member], amount: Amount | None = None) -> Task:
    """Return a task that puts pieces up that another one made."""
    lift = heaviest(members)
    count = Amount(pieces=sum(member.count for member in members))
    return Task(
        kind, kind, tuple(after), amount or count, people=max(kinds()[kind].people, 2 if lift else 1), lift=lift
    )


def plain(kind: str, after: Sequence[str] = (), amount: Amount = Amount(pieces=1)) -> Task:
    """Return a task that makes no piece."""
    return Task(kind, kind, tuple(after), amount, people=kinds()[kind].people)


def linked(prefix: str, tasks: Iterable[Task]) -> tuple[Task, ...]:
    """Return the tasks of a work with its prefix before every id; what is not there is waited for by nobody."""
    rows = list(tasks)
    there = {one.id for one in rows}
    return tuple(
        replace(one, id=f"{prefix}.{one.id}", after=tuple(f"{prefix}.{other}" for other in one.after if other in there))
        for one in rows
    )


def base_minutes(task: Task) -> float:
    """Return how long a task usually takes those it needs, in minutes."""
    if task.waits:
        return 0.0
    kind, amount = kinds()[task.kind], task.amount
    return (
        kind.start
        + kind.piece * amount.pieces
        + kind.cut * amount.cuts
        + kind.metre * amount.metres
        + kind.square_metre * amount.square_metres
    )
