"""What pieces and the places along them are called."""

import re
from dataclasses import dataclass

from ...core.bench import Step
from ...core.roofs import Tails, head_places
from ...core.rules import Words, piece_name
from ...core.solid import Face, Member
from ...core.terms import Count, Message, Value
from ...exchange import Worked, WorkedRoof

BELOW = "lower_"
_NUMBERED = re.compile(r"(?P<kind>[a-z_]+?)_(?P<n>\d+)")
PLANKS = frozenset({
    "ridge", "fascia", "false_fascia", "tread", "riser_board", "kicker", "block", "ridge_block", "lookout", "skirt",
    "drop_board", "spacer", "ledger", "baluster", "bottom_rail", "bottom_nailer", "handrail", "hip_foot_dummy",
    "hip_head_dummy", "valley_board", "purlin", "bearing_post", "roof_header", "laid_ridge",
    "laid_board",
})  # fmt: skip
"""Roles of straight boards, which have no crown to lay up and are cut to a stop rather than traced."""


def stair_title(member_id: str, words: Words) -> Message:
    """A piece's name by its id: ``stringer``, ``tread_2``, ``lower_stringer``."""
    if member_id.startswith(BELOW):
        return Message("board.below", {"piece": words.say(stair_title(member_id.removeprefix(BELOW), words))})
    found = _NUMBERED.fullmatch(member_id)
    if found is None:
        return Message(f"board.{member_id}")
    return Message(f"board.{found['kind']}_n", {"n": Count(int(found["n"]))})


def title_in(worked: Worked, member: Member, words: Words) -> str:
    """What a piece of a work is called."""
    return words.say(piece_name(member.id) if isinstance(worked, WorkedRoof) else stair_title(member.id, words))


def names_in(worked: Worked, words: Words) -> dict[str, str]:
    """What every piece of a work is called, by its id."""
    return {member.member.id: title_in(worked, member.member, words) for member in worked.members}


@dataclass(frozen=True, slots=True)
class Kind:
    """How a piece is spoken of: ``name`` is ``stringer``, ``rafter`` or ``plank``; ``snapped`` where tails run long;
    ``head`` and ``tail`` are the ids of what is taken off its ends; ``template`` that it is held to boards to draw by.
    """

    name: str
    snapped: bool = False
    head: str = "deduction"
    tail: str = "deduction"
    template: bool = False

    @property
    def plank(self) -> bool:
        """Whether it is a straight board."""
        return self.name == "plank"


def kind_of(worked: Worked, member: Member) -> Kind:
    """How a piece of a work is spoken of."""
    if not isinstance(worked, WorkedRoof):
        return Kind("stringer" if member.role in ("stringer", "template") else "plank")
    if member.role in PLANKS or member.theory is None:
        return Kind("plank", template=member.role == "template")
    roof = worked.layout.roof
    snapped = roof.eaves.tails is Tails.SNAPPED and not worked.layout.hipped
    corner = member.role == "hip"
    return Kind("rafter", snapped, _head(worked, member), "fascia_corner" if corner else "fascia")


def _head(worked: WorkedRoof, member: Member) -> str:
    hip, commons = worked.layout.roof.hip, bool(head_places(worked.layout))
    if member.role == "hip" and hip is not None:
        head = str(hip.head) if commons or hip.head == "pairs" else "post"
        return {"commons": "half_common_corner", "ridge_single": "half_ridge_corner",
                "ridge_double": "half_ridge_corner", "post": "post"}.get(head, "mate")  # fmt: skip
    if member.role in ("jack", "hung"):
        return "half_hip"
    if member.role == "end_common":
        return "half_common" if hip is not None and commons and hip.head == "commons" else "mate"
    if hip is not None and worked.layout.outline is not None and not commons:
        return "mate"
    return "half_ridge"


def stop_title(stop: str, steps: tuple[Step, ...], kind: Kind, words: Words, number: int) -> str:
    """What a place along the board is called.

    Args:
        stop: its id.
        steps: what is done there.
        kind: how the piece is spoken of.
        words: in which words.
        number: which of its kind it is, where they are counted.
    """
    values: dict[str, Value] = {"n": Count(number)}
    if stop.startswith("far_"):
        where = "beside" if steps[0].face is Face.NEAR else "far"
        return words.say(Message(f"stop_title.any.{where}", {
            "title": _lowered(stop_title(stop.removeprefix("far_"), steps, kind, words, number))}))  # fmt: skip
    if stop in _COMMON:
        return words.say(Message(f"stop_title.any.{stop}", values))
    if stop.startswith("walk_"):
        return words.say(Message("stop_title.any.walk", values))
    titled = _titled(stop, steps, kind)
    found = re.match(r"[a-z]+_(\d+)", stop) if "housing" in titled or titled.endswith(".face") else None
    return words.say(Message(f"stop_title.{titled}", {"n": Count(int(found[1]))} if found else values))


_COMMON = frozenset({
    "hook", "jig", "cross", "write", "check", "turn", "carry", "centre_head", "centre_tail", "nose_head", "nose_heel",
    "nose_tail", "top_head", "top_tail", "half_thickness", "peg", "walk_start", "walk_head", "walk_tail",
    "places",
})  # fmt: skip


def _titled(stop: str, steps: tuple[Step, ...], kind: Kind) -> str:
    roles = [step.role for step in steps if step.line is not None and step.role not in ("centre", "guide")]
    role = roles[0] if roles else next((step.role for step in steps if step.role not in ("", "centre", "guide")), "end")
    if "riser" in roles and "tread" in roles:
        role = "notch"
    if role == "housing":
        role = "housing_riser" if stop.startswith("riser") else "housing_tread"
    if kind.name == "rafter":
        named = stop.split("_heel", 1)
        role = {"seat": "heel", "cheek": "shoulder"}.get(role, role)
        over = named[0].rstrip("0123456789")
        if role == "heel" and len(named) > 1 and over in ("beam", "upper", "purlin", "bearing"):
            role = f"{over}_heel"
        if role == "foot" and stop.startswith("deck"):
            role = "deck_foot"
        if role == "tail" and kind.snapped:
            role = "tail_snapped"
    role = {"seat": "heel"}.get(role, role)
    table = kind.name if (kind.name, role) in _TITLES else "plank"
    return f"{table}.{role}"


_TITLES = frozenset(
    [("rafter", role) for role in (
        "head", "heel", "beam_heel", "upper_heel", "purlin_heel", "bearing_heel", "shoulder", "tail", "tail_snapped",
        "tail_profile", "tail_level", "foot", "deck_foot", "end", "bevel", "backing", "clip", "plough", "face")]
    + [("stringer", role) for role in ("tread", "head", "notch", "riser", "foot", "kicker", "ledger")]
)  # fmt: skip


def _lowered(text: str) -> str:
    return text[:1].lower() + text[1:]
