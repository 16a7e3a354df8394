"""What is cut together: one work's pieces, or those of every work of a job, less what is cut already."""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from hashlib import sha256

from ...core.rules import Words
from ...core.solid import HOUSING_DEPTH, Face, Member, housings, seen_outline
from ...core.stairs import Layout, stringer_count
from ...core.supply import SHEET_ROLES, OnHand, Scarf, Wanted, always, scarf, whole_length
from ...core.terms import Count, Length, Message, Volume, message
from ...drawing.codes import code_of
from ...exchange import JobInput, Worked, WorkedFlight, WorkedRoof
from ...exchange.working.supply import wanted_of
from ..mark.titles import title_in
from ..shared.progress import OnProgress

LITRE = 1e6
"""mm³."""
A_BOARD = 2
"""Screws where a board crosses what bears it, and at a baluster's two ends."""
HARDWARE = (
    "hangers", "brackets", "anchors", "bags", "head_screws", "tread_screws", "riser_screws", "baluster_screws",
    "wedges", "feet", "heads",
)  # fmt: skip
AT = ":"
"""Between a work's id and its piece's."""
USUAL_LONGEST = 6096.0


@dataclass(frozen=True, slots=True)
class Rack:
    """Boards on hand of one section."""

    thickness: float
    depth: float
    board: OnHand
    note: str = ""


@dataclass(frozen=True, slots=True)
class Part:
    """A work of the batch: its id, what it is called (empty where it is the only one), and what was worked out."""

    work_id: str
    name: str
    worked: Worked


@dataclass(frozen=True, slots=True)
class Batch:
    """Pieces to cut, by an id that names the work too; what each is called, and the letter on its label; the works;
    boards on hand; scarfs; whether a cheaper plan is still looked for, and who is told how far it is.
    """

    wanted: tuple[Wanted, ...]
    names: dict[str, str]
    codes: dict[str, str]
    works: tuple[Worked, ...]
    rack: tuple[Rack, ...] = ()
    scarfs: tuple[str, ...] = ()
    should_continue: Callable[[], bool] = always
    on_progress: OnProgress | None = None


Done = Mapping[tuple[str, str, str], int]


def shape_of(member: Member) -> str:
    """A piece's shape in a word, so that one that was changed after it was cut is known."""
    faces = [
        [(round(u - member.zero, 1), round(v, 1)) for u, v in seen_outline(member, face)]
        for face in (Face.NEAR, Face.FAR)
    ]
    shown = (faces, round(member.stock.thickness, 1), round(member.stock.depth, 1))
    # What is let in does not show in the outlines.
    let_in = [[(round(u - member.zero, 1), round(v, 1)) for u, v in corners] for corners in housings(member)]
    deep = {round(cut.plane.offset, 1) for cut in member.cut_planes if cut.role == HOUSING_DEPTH}
    text = repr((*shown, let_in, sorted(deep)) if let_in else shown)
    return sha256(text.encode()).hexdigest()[:16]


@dataclass(frozen=True, slots=True)
class Ways:
    """How a batch is planned: whether pieces that are not seen may lie with their other edge up, whether those that are
    seen keep their face, whether pieces longer than any board are planned in two parts, how many of each piece are cut
    and good, the boards on hand, whether a cheaper plan is still looked for, and who is told how far it is.
    """

    edge_free: bool = False
    face_given: bool = False
    scarfed: bool = False
    done: Done = field(default_factory=dict)
    rack: tuple[Rack, ...] = ()
    should_continue: Callable[[], bool] = always
    on_progress: OnProgress | None = None


def batch_of(parts: Sequence[Part], job: JobInput, words: Words, ways: Ways | None = None) -> Batch:
    """What is still to be cut.

    Args:
        parts: the works.
        job: whose settings count.
        words: for the pieces' names.
        ways: how it is planned.
    """
    ways = ways or Ways()
    wanted: list[Wanted] = []
    names: dict[str, str] = {}
    codes: dict[str, str] = {}
    told: list[str] = []
    longest = _longest(job)
    for part in parts:
        kinds = {one.member.id: code_of(kind) for kind, one in enumerate(part.worked.members)}
        for one in wanted_of(part.worked, job.settings, edge_free=ways.edge_free, face_given=ways.face_given):
            title = title_in(part.worked, one.member, words)
            name = f"{part.name}: {title}" if part.name else title
            made = _in_parts(one, part.worked, longest)
            if made is not None:
                told.append(_said(name, made, words))
            ends = [("", one.member)]
            if made is not None and ways.scarfed:
                ends = list(zip(("head", "foot"), made.parts, strict=True))
            for end, member in ends:
                called = words.say(message(f"cut.part_{end}", piece=name)) if end else name
                _add(wanted, names, part.work_id, replace(one, id=member.id, member=member), called, ways.done)
                codes[f"{part.work_id}{AT}{member.id}"] = kinds[one.id]
    works = tuple(part.worked for part in parts)
    return Batch(tuple(wanted), names, codes, works, ways.rack, tuple(told), ways.should_continue, ways.on_progress)


def _add(wanted: list[Wanted], names: dict[str, str], work_id: str, piece: Wanted, name: str, done: Done) -> None:
    key = f"{work_id}{AT}{piece.id}"
    names[key] = name
    wanted.append(
        replace(piece, id=key, count=max(0, piece.count - done.get((work_id, piece.id, shape_of(piece.member)), 0)))
    )


def _longest(job: JobInput) -> float:
    kept = [length.mm for kind in (job.settings.stock or ()) for length in kind.lengths] if job.settings else []
    return max(kept, default=USUAL_LONGEST)


def _in_parts(piece: Wanted, worked: Worked, longest: float) -> Scarf | None:
    """A scarf for a piece no board is long enough for."""
    if piece.member.role == "template" or whole_length(piece.member) <= longest:
        return None
    return scarf(piece.member, longest, _bearings(piece.member, worked))


def _bearings(member: Member, worked: Worked) -> tuple[float, ...]:
    """Where a piece bears: a rafter over its plate. Of the others it is not known here."""
    del worked
    found = member.lengths.get("head_to_plate")
    return (found,) if found is not None else ()


def _said(name: str, made: Scarf, words: Words) -> str:
    key = "cut.scarf" if made.bearing is not None else "cut.scarf_unborne"
    return words.say(message(key, piece=name, start=Length(made.start), long=Length(made.stop - made.start)))


def hardware(batch: Batch) -> dict[str, int]:
    """Counts of what is not timber; what holds is for the maker's tables and local code."""
    counts = Counter[str]()
    for worked in batch.works:
        counts.update(_for_a_stair(worked) if isinstance(worked, WorkedFlight) else _for_a_roof(worked))
    return {key: counts[key] for key in HARDWARE if counts[key]}


def materials(batch: Batch) -> Iterator[Message]:
    """Gravel under slabs, tape over the stringers' level cuts, and end grain to be sealed."""
    for worked in batch.works:
        if not isinstance(worked, WorkedFlight):
            continue
        flights = _flights(worked)
        slabs = [layout.flight.around.slab for layout in flights]
        for slab in slabs:
            if slab is not None and slab.gravel > 0:
                yield message("buy.gravel", volume=Volume(slab.length * slab.width * slab.gravel / LITRE))
        if worked.layout.flight.around.housed is not None:
            continue
        count = [stringer_count(layout) for layout in flights]
        # From the header's face to the lowest riser every level cut lies under a tread.
        level = sum(n * layout.riser_plumbs[-1] for n, layout in zip(count, flights, strict=True))
        yield message("buy.tape", long=Length(level))
        yield message("buy.sealer", n=Count(sum(count)))


def _flights(worked: WorkedFlight) -> list[Layout]:
    """A stair's flights: both, where it has a platform."""
    return [worked.two.upper, worked.two.lower] if worked.two is not None else [worked.layout]


def _for_a_roof(worked: WorkedRoof) -> dict[str, int]:
    """Rafters of every kind sit on a plate and lean on a ridge, a hip or each other: one fixing at either end."""
    rafters = [member.member for member in worked.members if member.member.role not in SHEET_ROLES]
    roles = [({cut.role for cut in rafter.cut_planes}, rafter.count) for rafter in rafters]
    return {
        "feet": sum(count for cuts, count in roles if "seat" in cuts),
        "heads": sum(count for cuts, count in roles if {"seat", "head"} <= cuts),
    }


def _for_a_stair(worked: WorkedFlight) -> dict[str, int]:
    flight, facts = worked.layout.flight, worked.facts
    stringers = int(facts["stringer_count"])
    boards = Counter[str]()
    for piece in worked.framing.pieces:
        boards[piece.member.role] += len(piece.frames)
    bearers = 0 if flight.around.housed is not None else stringers
    # Both flights hang from a header, the lower one from the platform's.
    heads = sum(stringer_count(layout) for layout in _flights(worked))
    return {
        "hangers": heads if flight.head.kind == "hanger" else 0,
        "anchors": int(facts.get("anchor_count", 0)),
        "bags": int(facts.get("slab_bags", 0)) + int(facts.get("footing_bags", 0)),
        "brackets": sum(stringer_count(one) for one in _flights(worked) if one.flight.kicker is not None),
        "head_screws": heads * A_BOARD if flight.head.kind == "drop_board" else 0,
        "tread_screws": boards["tread"] * bearers * A_BOARD,
        "riser_screws": boards["riser_board"] * bearers * A_BOARD,
        "baluster_screws": boards["baluster"] * A_BOARD,
        "wedges": 2 * (len(worked.layout.walked) + boards["riser_board"]) if flight.around.housed is not None else 0,
    }


def notes_of(words: Words, keys: Sequence[str]) -> list[str]:
    """What is to be said of a plan."""
    return [words.say(Message(f"cut.{key}")) for key in keys]
