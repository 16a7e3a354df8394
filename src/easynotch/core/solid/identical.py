"""Pieces that are sawn alike are one pattern, whatever they are called and wherever they go."""

from collections.abc import Iterable

from .member import Member, Removal

SAME = 0.02
"""mm: planes nearer than this, over a board's depth, are one to any saw."""
TURN = 1e-5
"""Of a unit normal: what turns less than this stays within SAME over a board's depth."""

Row = tuple[float, float, float, float]


def group_identical(members: Iterable[Member]) -> list[list[Member]]:
    """Return members in groups that one pattern serves, in the order each group's first comes.

    Two members are one pattern where their sections are the same and their sawn planes are, measured from their zero:
    role, name and hand do not matter, and neither does the order the planes are declared in.
    """
    groups: list[tuple[list[Row], list[Member]]] = []
    for member in members:
        rows = _rows(member)
        for known, group in groups:
            if _same(known, rows) and _section(group[0]) == _section(member):
                group.append(member)
                break
        else:
            groups.append((rows, [member]))
    return [group for _, group in groups]


def _section(member: Member) -> tuple[float, float]:
    return round(member.stock.thickness, 2), round(member.stock.depth, 2)


def _rows(member: Member) -> list[Row]:
    """Every plane from the member's zero, with how many bound its removal folded in."""
    return [row for removal in member.removals for row in _removal_rows(member, removal)]


def _removal_rows(member: Member, removal: Removal) -> Iterable[Row]:
    for cut in removal.planes:
        normal = cut.plane.normal
        offset = cut.plane.offset - normal.x * member.zero
        # Planes of notches and of ends are kept apart: the same plane takes other wood alone than with another.
        yield (offset + len(removal.planes) * 1e6, normal.x, normal.y, normal.z)


def _same(first: list[Row], second: list[Row]) -> bool:
    if len(first) != len(second):
        return False
    left = list(second)
    for row in first:
        match = next((one for one in left if _near(row, one)), None)
        if match is None:
            return False
        left.remove(match)
    return True


def _near(first: Row, second: Row) -> bool:
    return abs(first[0] - second[0]) < SAME and all(
        abs(a - b) < TURN for a, b in zip(first[1:], second[1:], strict=True)
    )
