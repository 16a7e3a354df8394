"""The tasks of a roof, and what must come before what: ``trade.md`` 1, 5 and 7."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ..roofs import RidgeKind, RoofLayout, Tails
from ..solid import Member
from .task import Amount, Task, all_of, handling, linked, making, plain

COMMONS = frozenset({"common", "king_common", "end_common", "dropped_common", "hung", "trimmed", "over_gable"})
RIDGES = frozenset({"ridge", "wing_ridge", "king_post", "ridge_post"})
HIPS = frozenset({"hip", "dummy"})
VALLEYS = frozenset({"valley", "valley_short", "valley_board"})
JACKS = frozenset({"jack", "valley_jack", "hip_valley_jack"})
FASCIAS = frozenset({"fascia", "splice_block"})
GABLES = frozenset({"barge_rafter", "lookout"})
KNEE_WALLS = frozenset({"knee_stud", "purlin"})
BLOCKS = frozenset({"block", "ridge_block", "false_tail"})
STANDING = frozenset({"commons_up", "uppers_up", "hips_up", "valleys_up", "jacks_up", "openings"})
LAID = "laid_"
"""What the ids or roles of pieces begin with that are laid on the deck."""
METRES = 1000.0
PAIRS_FIRST = 4
"""Rafters that stand before the ridge is brought to them: a pair at either end."""


@dataclass(frozen=True, slots=True)
class RoofHabits:
    """Whether the rafters are raised first and the ridge is brought to them."""

    rafters_first: bool = False


def roof_tasks(
    prefix: str, layout: RoofLayout, members: Sequence[Member], sheathing: float, habits: RoofHabits
) -> tuple[Task, ...]:
    """Return the tasks of a roof, each after what it needs.

    Args:
        prefix: what its ids begin with.
        layout: the roof laid out.
        members: its pieces, the pattern first.
        sheathing: square mm to be covered.
        habits: where crews differ.
    """
    return linked(prefix, _tasks(layout, list(members), sheathing, habits))


def _tasks(layout: RoofLayout, members: list[Member], sheathing: float, habits: RoofHabits) -> Iterator[Task]:
    pieces = [one for one in members if one.role != "template"]
    laid = [one for one in pieces if one.id.startswith(LAID) or one.role.startswith(LAID)]
    pieces = [one for one in pieces if one not in laid]
    plan = layout.roof.plan
    around = 2 * (plan.length + plan.width) / METRES
    yield plain("walls")
    yield plain("measure", ["walls"])
    yield plain("true_plates", ["measure"], Amount(metres=around))
    commons = _take(pieces, COMMONS)
    rafters = sum(one.count for one in commons)
    yield plain("set_out", ["true_plates"], Amount(pieces=rafters))
    yield plain("scaffold", ["walls"], Amount(metres=around))
    # The pattern is the roof's first piece; of it one is made and tried, the others follow.
    first = commons[:1]
    yield making("pattern", ["measure"], [(one, 1) for one in first])
    ridges = _take(pieces, RIDGES)
    raised = _raised(layout, ridges, habits)
    if ridges:
        yield making("ridge_cut", ["measure"], all_of(ridges))
    if raised == "prop_ridge":
        yield handling("prop_ridge", ["ridge_cut", "set_out", "scaffold"], ridges)
    yield plain("try", ["pattern", "set_out", "scaffold", "prop_ridge"])
    yield making("commons_cut", ["try"], [*((one, one.count - 1) for one in first), *all_of(commons[1:])])
    yield from _gambrel(layout, pieces)
    up = ["commons_cut", "set_out", "scaffold", "prop_ridge", "knee_walls"]
    standing = rafters
    if raised == "ridge_in":
        yield handling("first_pairs", up, commons, Amount(pieces=min(rafters, PAIRS_FIRST)))
        yield handling("ridge_in", ["first_pairs", "ridge_cut"], ridges)
        standing -= min(rafters, PAIRS_FIRST)
    yield handling("commons_up", [*up, "ridge_in", "first_pairs"], commons, Amount(pieces=standing))
    yield from _on_the_corners(pieces)
    yield from _within(pieces)
    yield from _eaves(layout, pieces, rafters)
    yield plain("sheathing", ["check_roof"], Amount(square_metres=sheathing / METRES**2))
    if laid:
        yield making("laid_on", ["sheathing"], all_of(laid))


def _raised(layout: RoofLayout, ridges: Sequence[Member], habits: RoofHabits) -> str:
    """How the ridge comes up: propped before the rafters, which a beam carries, or brought to the first pairs."""
    if not ridges:
        return ""
    beam = layout.roof.ridge.kind is RidgeKind.BEAM
    return "ridge_in" if habits.rafters_first and not beam else "prop_ridge"


def _gambrel(layout: RoofLayout, pieces: list[Member]) -> Iterator[Task]:
    if layout.roof.gambrel is None:
        return
    below, uppers = _take(pieces, KNEE_WALLS), _take(pieces, frozenset({"upper_common"}))
    if below:
        yield making("knee_walls", ["try", "set_out", "scaffold"], all_of(below))
    if uppers:
        yield making("uppers_up", ["try", "commons_up"], all_of(uppers))


def _on_the_corners(pieces: list[Member]) -> Iterator[Task]:
    """Valleys and hips once commons hold the ridge, jacks once these stand."""
    posts = _take(pieces, frozenset({"bearing_post"}))
    if posts:
        yield making("posts_below", ["try", "true_plates"], all_of(posts))
    for kind, roles in (("valleys", VALLEYS), ("hips", HIPS)):
        found = _take(pieces, roles)
        if found:
            yield making(f"{kind}_cut", ["try"], all_of(found))
            yield handling(f"{kind}_up", [f"{kind}_cut", "commons_up", "uppers_up", "posts_below", "valleys_up"] if
                           kind == "hips" else [f"{kind}_cut", "commons_up", "posts_below"],
                           [one for one in found if one.role != "dummy"])  # fmt: skip
    jacks = _take(pieces, JACKS)
    if jacks:
        yield making("jacks_cut", ["try"], all_of(jacks))
        yield handling("jacks_up", ["jacks_cut", "hips_up", "valleys_up", "commons_up"], jacks)


def _within(pieces: list[Member]) -> Iterator[Task]:
    """What stiffens and fills once rafters stand."""
    raised = ["commons_up", "uppers_up", "hips_up", "valleys_up", "jacks_up"]
    for kind, roles in (
        ("openings", {"roof_header"}), ("purlins", {"purlin"}), ("collars", {"collar_tie"}), ("gables", GABLES),
        ("blocks", BLOCKS),
    ):  # fmt: skip
        found = _take(pieces, frozenset(roles))
        if found:
            yield making(kind, ["try", *raised], all_of(found))


def _eaves(layout: RoofLayout, pieces: list[Member], rafters: int) -> Iterator[Task]:
    """The eaves' line, and what is checked before it is covered."""
    fascias = _take(pieces, FASCIAS)
    framed = [*sorted(STANDING), "purlins", "collars", "gables", "blocks", "tails"]
    if layout.roof.eaves.tails is Tails.SNAPPED:
        yield plain("tails", [one for one in framed if one != "tails"], Amount(pieces=rafters))
    if pieces:
        yield making("other_pieces", ["try", *framed], all_of(pieces))
    if fascias:
        yield making("fascias", ["try", "other_pieces", *framed], all_of(fascias))
    yield plain("check_roof", ["fascias", "other_pieces", *framed])


def _take(pieces: list[Member], roles: frozenset[str]) -> list[Member]:
    """The pieces of some roles, taken out of those that are left."""
    found = [one for one in pieces if one.role in roles]
    for one in found:
        pieces.remove(one)
    return found
