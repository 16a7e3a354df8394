"""Treads and riser boards: every board of every step with where it lies."""

from dataclasses import dataclass

from ...solid import Frame, Member, Removal, Stock, Touch, Vector, removal, ripped, straight, support_face
from ..layout.layout import Layout
from ..layout.places import lying, upright

ALIKE = 1e-6
"""mm: pieces nearer in size than this are one piece."""

Placed = tuple[Member, tuple[Frame, ...]]
Notch = tuple[float, float, float, float]
"""A corner cut out round a newel, in plan: from and to x, from and to y."""


@dataclass(frozen=True, slots=True)
class Row:
    """A board of a tread: its front's and back's plumb lines, and how wide the stock it comes from is."""

    front: float
    back: float
    stock: float

    @property
    def ripped(self) -> bool:
        """Whether it is narrower than its stock."""
        return self.stock - (self.front - self.back) > ALIKE


def rows(layout: Layout, number: int) -> tuple[Row, ...]:
    """The boards of a tread, from the nosing back; the last one takes what is left.

    Args:
        layout: the flight.
        number: which tread, from the top, 0 first.
    """
    tread = layout.flight.tread
    back, front, _ = layout.walked[number]
    boards = tread.boards or tread.in_hand
    if boards is None:
        return (Row(front, back, front - back),)
    made: list[Row] = []
    at = front
    while at - back > ALIKE and (tread.boards is None or len(made) < tread.boards.count):
        end = max(back, at - boards.width)
        made.append(Row(at, end, boards.width))
        at = end - boards.gap
    return tuple(made)


def treads(layout: Layout, notches: tuple[Notch, ...] = ()) -> list[Placed]:
    """The treads' boards: those alike are one piece with several places.

    Args:
        layout: the flight.
        notches: what is cut out of them round newels, in plan.
    """
    length, thickness = layout.tread_width, layout.flight.tread.thickness
    sorts: dict[tuple[float, float, tuple[Notch, ...]], list[Frame]] = {}
    for number in range(layout.tread_count):
        level = layout.walked[number][2]
        for row in rows(layout, number):
            frame = lying(row.front, length / 2, level, thickness)
            cut = tuple(
                sorted(own for notch in notches if (own := own_notch(notch, row, length / 2, length)) is not None)
            )
            width = row.front - row.back
            key = next(
                (k for k in sorts if abs(k[0] - width) < ALIKE and abs(k[1] - row.stock) < ALIKE and _same(k[2], cut)),
                (width, row.stock, cut),
            )
            sorts.setdefault(key, []).append(frame)
    made = []
    for number, ((width, stock, cut), frames) in enumerate(sorts.items(), 1):
        off = (ripped(width),) if stock - width > ALIKE else ()
        round_newels = tuple(corner_cut(frames[0], one, n) for n, one in enumerate(cut, 1))
        name = "tread" if number == 1 else f"tread_{number}"
        made.append(straight(name, "tread", Stock(thickness, stock), frames, length, *off, *round_newels))
    return made


def _same(one: tuple[Notch, ...], other: tuple[Notch, ...]) -> bool:
    return len(one) == len(other) and all(
        abs(a - b) < ALIKE for row, mate in zip(one, other, strict=True) for a, b in zip(row, mate, strict=True)
    )


def own_notch(notch: Notch, row: Row, start: float, length: float) -> Notch | None:
    """A notch as a board sees it that begins at y = ``start``: along it from its left end, and back from its front;
    None where it misses.
    """
    low, high, right, left = notch
    along = (max(0.0, start - left), min(length, start - right))
    deep = (max(0.0, row.front - high), min(row.front - row.back, row.front - low))
    if along[1] - along[0] < ALIKE or deep[1] - deep[0] < ALIKE:
        return None
    return (*along, *deep)


def corner_cut(frame: Frame, own: Notch, number: int) -> Removal:
    """The planes round a newel's notch; those at the board's own edges cut nothing and are left out."""
    start, end, near, far = own
    at = [
        (f"newel_{number}_start", Vector(start, 0.0, 0.0), Vector(1.0, 0.0, 0.0), start > ALIKE),
        (f"newel_{number}_end", Vector(end, 0.0, 0.0), Vector(-1.0, 0.0, 0.0), True),
        (f"newel_{number}_front", Vector(0.0, near, 0.0), Vector(0.0, 1.0, 0.0), near > ALIKE),
        (f"newel_{number}_back", Vector(0.0, far, 0.0), Vector(0.0, -1.0, 0.0), True),
    ]

    def world(point: Vector) -> Vector:
        return frame.x * point.x + frame.y * point.y + frame.z * point.z

    planes = [(name, "newel", frame.to_world(point), world(normal)) for name, point, normal, there in at if there]
    return removal(frame, *planes)


def riser_boards(layout: Layout) -> list[Placed]:
    """The riser boards: between the level cuts, or between the treads where those run on under them."""
    flight = layout.flight
    board = flight.riser_board
    if board <= 0:
        return []
    on_tread = flight.tread.thickness if min(flight.tread.under_riser, board) > 0 else 0.0
    spots = []
    if flight.head.riser_board and not flight.flush:
        spots.append((0.0, 0.0, layout.tread_levels[0] + on_tread))
    for k, plumb in enumerate(layout.riser_plumbs):
        last = k == layout.tread_count - 1
        below = layout.bearing_level + flight.lower_finish if last else layout.tread_levels[k + 1] + on_tread
        spots.append((plumb, layout.tread_levels[k], below))
    sorts: dict[float, list[Frame]] = {}
    for x, top, below in spots:
        height = top - below
        if height <= ALIKE:
            continue
        key = next((k for k in sorts if abs(k - height) < ALIKE), height)
        sorts.setdefault(key, []).append(upright(x, -layout.riser_length / 2, top, board))
    return [
        straight(
            "riser_board" if number == 1 else f"riser_board_{number}", "riser_board", Stock(board, height), frames,
            layout.riser_length,
        )
        for number, (height, frames) in enumerate(sorts.items(), 1)
    ]  # fmt: skip


def step_touches(layout: Layout, stringer: Member, side: str) -> list[Touch]:
    """What lies on a stringer's notches: the treads' undersides and the backs of the riser boards."""
    flight = layout.flight
    half = layout.tread_width / 2
    touches = []
    for k, (back, front, level) in enumerate(layout.walked, 1):
        under = support_face(
            Vector(back, -half, level), Vector(back, half, level), Vector(front, half, level),
            Vector(front, -half, level),
        )  # fmt: skip
        touches.append(Touch(f"{side}.tread_{k}", stringer, f"tread_{k}", under))
    if flight.riser_board > 0:
        for k, plumb in enumerate(layout.riser_plumbs, 1):
            top, far = layout.tread_levels[k - 1], layout.bearing_level
            low = layout.tread_levels[k] if k < layout.tread_count else far
            half = flight.width / 2
            behind = support_face(
                Vector(plumb, -half, low), Vector(plumb, -half, top), Vector(plumb, half, top), Vector(plumb, half, low)
            )
            touches.append(Touch(f"{side}.riser_{k}", stringer, f"riser_{k}", behind))
    return touches
