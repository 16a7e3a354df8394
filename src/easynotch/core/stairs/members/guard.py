"""The guard beside a flight: posts, rails between them, balusters at equal gaps.

Seen from the side: every line of it hangs on the line over the nosings. Source: ``trade.md`` 4.6.
"""

from dataclasses import dataclass
from math import hypot

from ...solid import Face, Frame, Member, Stock, Touch, Vector, member_face, removal, straight, stretch
from ...tape import whole_up
from ..layout.layout import Layout
from ..model.surroundings import Balusters, Guard, GuardSides, Handrail
from .treads import ALIKE, Notch, Placed

ABOVE = 40.0
"""mm: how far a post's top stands over the rail's, at its uphill face."""
DOWN, UP = Vector(0.0, 0.0, -1.0), Vector(0.0, 0.0, 1.0)
ALONG, BACK = Vector(1.0, 0.0, 0.0), Vector(-1.0, 0.0, 0.0)


@dataclass(frozen=True, slots=True)
class GuardLayout:
    """A guard as it is set out along the stair, the same on both sides.

    ``posts`` are their centres, level from the header's face; ``clear`` the level room between two, ``count`` the
    balusters in it, ``gap`` the clear room between them, level.
    """

    posts: tuple[float, ...]
    clear: float
    count: int
    gap: float


def guard_layout(layout: Layout) -> GuardLayout | None:
    """Posts from the header's face to the lowest riser, as few as stand near enough; balusters by the largest gap,
    then at equal ones.
    """
    guard = layout.flight.around.guard
    if guard is None:
        return None
    post = guard.post.thickness
    first, last = post / 2, layout.finished_risers[-1] - post / 2
    bays = max(1, whole_up((last - first) / guard.bay))
    posts = tuple(first + k * (last - first) / bays for k in range(bays + 1))
    clear = (last - first) / bays - post
    wide = guard.baluster.thickness
    count = max(0, whole_up((clear - guard.gap) / (wide + guard.gap)))
    return GuardLayout(posts, clear, count, (clear - count * wide) / (count + 1))


def guard_sides(guard: Guard | Handrail) -> tuple[float, ...]:
    """Which sides a guard or a handrail stands on: 1 for the left, -1 for the right."""
    return {GuardSides.BOTH: (1.0, -1.0), GuardSides.LEFT: (1.0,), GuardSides.RIGHT: (-1.0,)}[guard.sides]


def post_line(layout: Layout, guard: Guard, sign: float) -> float:
    """The y of a side's posts' centres: outside the stringer and its skirt."""
    skirt = layout.flight.around.sides.skirt
    return sign * (layout.flight.width / 2 + (skirt.thickness if skirt else 0.0) + guard.post.depth / 2)


def newel_notches(layout: Layout) -> tuple[Notch, ...]:
    """What the posts take out of treads that run past the stringers, in plan."""
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or layout.flight.around.sides.overhang <= 0:
        return ()
    half, far = guard.post.thickness / 2, layout.flight.width
    return tuple(
        (x - half, x + half, *((layout.flight.width / 2, far) if sign > 0 else (-far, -layout.flight.width / 2)))
        for sign in guard_sides(guard)
        for x in set_out.posts
    )


def guard_pieces(layout: Layout) -> tuple[list[Placed], list[Touch]]:
    """Posts, rails, balusters and their strips, and what they touch; nothing where the flight is too short for it."""
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return [], []
    sides = tuple(post_line(layout, guard, sign) for sign in guard_sides(guard))
    posts = _posts(layout, guard, set_out, sides)
    under_cap = guard.rail.depth / layout.cos
    low_top = guard.under + guard.lower_rail.depth / layout.cos
    rails = [
        _rail(layout, guard, set_out, sides, ("rail", guard.rail, guard.height)),
        _rail(layout, guard, set_out, sides, ("bottom_rail", guard.lower_rail, low_top)),
    ]
    made = [*posts, *rails]
    touches = _rail_touches(set_out, rails, posts)
    high, low = guard.height - under_cap, low_top
    upper, lower = rails
    if guard.strip is not None and guard.held is not Balusters.BETWEEN:
        strip, aside = guard.strip, _aside(guard)
        # A strip lies flat on its rail; the balusters are nailed to its side, or stand between the strips.
        strips = [
            _rail(layout, guard, set_out, sides, ("nailer", strip, high), aside),
            _rail(layout, guard, set_out, sides, ("bottom_nailer", strip, low + strip.depth / layout.cos), aside),
        ]
        made += strips
        touches += _rail_touches(set_out, strips, posts)
        if guard.held is Balusters.STRIPS:
            upper, lower = strips
            low, high = low + strip.depth / layout.cos, high - strip.depth / layout.cos
    if set_out.count and high - low > 0:
        baluster = _balusters(layout, guard, set_out, sides, (low, high))
        made.append(baluster)
        touches += [
            Touch("baluster.head", baluster[0], "head", member_face(upper[0], Face.BOTTOM)),
            Touch("baluster.foot", baluster[0], "foot", member_face(lower[0], Face.TOP)),
        ]
    return made, touches


def handrail_pieces(layout: Layout) -> list[Placed]:
    """The handrails on the walls, from the top finished riser to the lowest one, plumb at both ends."""
    rail = layout.flight.around.handrail
    if rail is None:
        return []
    from_wall = layout.flight.width / 2 - rail.off - rail.stock.thickness / 2
    first, last = layout.finished_risers[0], layout.finished_risers[-1]
    ys = tuple(sign * from_wall for sign in guard_sides(rail))
    return [_sloping(layout, ("handrail", rail.stock, rail.height), (first,), last - first, ys)]


def _aside(guard: Guard) -> float:
    """How far out of the balusters' plane their strips lie: none where they stand between them, else beside them,
    towards the stair.
    """
    if guard.held is Balusters.STRIPS:
        return 0.0
    strip = guard.strip.thickness if guard.strip else 0.0
    return (guard.baluster.depth + strip) / 2


def _posts(layout: Layout, guard: Guard, set_out: GuardLayout, sides: tuple[float, ...]) -> list[Placed]:
    """Square-ended posts, from the stringer's lower edge (or what it stands on) to a little over the rail."""
    half = guard.post.thickness / 2
    sorts: dict[float, list[Frame]] = {}
    for x in set_out.posts:
        top = layout.nosing_level(x - half) + guard.height + ABOVE
        edge = layout.edge_at_header - x * layout.slope - layout.plumb_depth
        low = max(edge, layout.bearing_level + layout.flight.lower_finish)
        length = top - low
        key = next((k for k in sorts if abs(k - length) < ALIKE), length)
        sorts.setdefault(key, []).extend(Frame.along(Vector(x - half, y, top), DOWN, ALONG) for y in sides)
    stock = Stock(guard.post.depth, guard.post.thickness)
    return [
        straight("post" if n == 1 else f"post_{n}", "post", stock, frames, length)
        for n, (length, frames) in enumerate(sorts.items(), 1)
    ]


def _rail(
    layout: Layout,
    guard: Guard,
    set_out: GuardLayout,
    sides: tuple[float, ...],
    what: tuple[str, Stock, float],
    aside: float = 0.0,
) -> Placed:
    """A rail between two posts."""
    starts = tuple(x + guard.post.thickness / 2 for x in set_out.posts[:-1])
    ys = tuple(y - (aside if y > 0 else -aside) for y in sides)
    return _sloping(layout, what, starts, set_out.clear, ys)


def _sloping(
    layout: Layout, what: tuple[str, Stock, float], starts: tuple[float, ...], run: float, ys: tuple[float, ...]
) -> Placed:
    """Rails alike along the nosings' line, plumb at both ends.

    Args:
        layout: the flight.
        what: the rail's name, its section, and how far its top edge lies above the nosings' line, plumb.
        starts: the plumb lines of their uphill ends.
        run: how long they are, level.
        ys: where they lie across the stair.
    """
    name, stock, above = what
    frames = []
    for start in starts:
        for y in ys:
            origin = Vector(start, y, layout.nosing_level(start) + above)
            frames.append(
                Frame.along(origin, Vector(layout.cos, 0.0, -layout.sin), Vector(-layout.sin, 0.0, -layout.cos))
            )
    cuts = (
        removal(frames[0], ("head", "head", Vector(starts[0], 0.0, 0.0), BACK)),
        removal(frames[0], ("foot", "plumb", Vector(starts[0] + run, 0.0, 0.0), ALONG)),
    )
    along = run / layout.cos
    spread = stock.depth * layout.slope + 1.0
    member = Member(
        name, name, stock, frames[0], cuts, reach=(-spread, along + spread), zero=0.0, count=len(frames),
        lengths={"overall": along + stock.depth * layout.slope, "between_posts": along, "plan_run": run},
    )  # fmt: skip
    ends = stretch(member) or (0.0, along)
    return Member(
        name, name, stock, frames[0], cuts, member.reach, ends[0], count=len(frames), lengths=member.lengths
    ), tuple(frames)


def _rail_touches(set_out: GuardLayout, rails: list[Placed], posts: list[Placed]) -> list[Touch]:
    """The first bay's rails on its posts."""
    found = []
    for rail, _ in rails:
        for cut, x in (("head", set_out.posts[0]), ("foot", set_out.posts[1])):
            here = [
                (member, frame) for member, frames in posts for frame in frames
                if abs(frame.origin.x + member.stock.depth / 2 - x) < ALIKE
            ]  # fmt: skip
            post, frame = min(here, key=lambda one: abs(one[1].origin.y - rail.placement.origin.y))
            standing = Member(
                post.id, post.role, post.stock, frame, post.removals, post.reach, post.zero, lengths=post.lengths
            )
            face = Face.BOTTOM if cut == "head" else Face.TOP
            found.append(Touch(f"{rail.id}.{cut}", rail, cut, member_face(standing, face)))
    return found


def _balusters(
    layout: Layout, guard: Guard, set_out: GuardLayout, sides: tuple[float, ...], between: tuple[float, float]
) -> Placed:
    """Plumb sticks between the rails, both ends cut to the slope."""
    low, high = between
    wide, half = guard.baluster.thickness, guard.post.thickness / 2
    frames = []
    for post in set_out.posts[:-1]:
        for k in range(set_out.count):
            x = post + half + set_out.gap + k * (wide + set_out.gap)
            for y in sides:
                # On its uphill face it reaches highest: that is where its top end's line begins.
                frames.append(Frame.along(Vector(x, y, layout.nosing_level(x) + high), DOWN, ALONG))
    x = frames[0].origin.x
    slope = Vector(layout.sin, 0.0, layout.cos)
    cuts = (
        removal(frames[0], ("head", "head", Vector(x, 0.0, layout.nosing_level(x) + high), slope)),
        removal(frames[0], ("foot", "foot", Vector(x, 0.0, layout.nosing_level(x) + low), -slope)),
    )
    long = high - low
    drop = wide * layout.slope
    member = Member(
        "baluster", "baluster", Stock(guard.baluster.depth, wide), frames[0], cuts,
        reach=(-drop - 1.0, long + 2 * drop + 1.0), zero=0.0, count=len(frames),
        lengths={"overall": long + drop, "along_edge": long},
    )  # fmt: skip
    return member, tuple(frames)


def baluster_length(layout: Layout, guard: Guard) -> float:
    """A baluster, long point to long point: what is plumb between the rails, and what its sloping ends add."""
    low_top = guard.under + guard.lower_rail.depth / layout.cos
    between = guard.height - guard.rail.depth / layout.cos - low_top
    if guard.strip is not None and guard.held is Balusters.STRIPS:
        between -= 2 * guard.strip.depth / layout.cos
    return between + guard.baluster.thickness * layout.slope


def opening_under(layout: Layout, guard: Guard) -> float:
    """The largest ball that passes between tread, riser and lower rail: in the right triangle they leave.

    The rail runs over the nosings, which stand before the riser's face: at that face it is the higher for it.
    """
    upright = layout.riser + layout.flight.tread.nosing * layout.slope + guard.under
    level = upright / layout.slope
    return upright + level - hypot(upright, level)
