"""What the sticks of an outline cover in plan once it is known what their ends go against."""

from dataclasses import dataclass, replace

from ...solid import Vector
from ..planes.footprint import Footprint, FootprintSide
from ..planes.planes import UP
from .headers import HeaderPlan
from .seam_sections import Post, faces_of, post_polygon
from .seams import Seam
from .valley_heads import Reach

PARTED = "parted"
"""What cuts are called until it is known at which end they are."""


@dataclass(frozen=True, slots=True)
class HipOrRidgePlan:
    """A seam's stick in plan. Its ``footprint`` names cuts at the upper end head…, those at a ridge's lower end end…
    A supporting valley's ``reach`` tells how it runs on past its seam.
    """

    seam: Seam
    name: str
    footprint: Footprint
    reach: Reach | None = None
    butts: bool = False
    """Whether it ends at a supporting valley's side."""

    @property
    def top(self) -> Vector:
        """Where its line ends above."""
        return self.seam.high if self.reach is None else self.reach.head


@dataclass(frozen=True, slots=True)
class Arrangement:
    """The sticks that stand, the posts under their heads, the nodes where heads go against one another in turn, the
    seams left without a stick, and the headers.
    """

    hip_and_ridge_members: tuple[HipOrRidgePlan, ...]
    posts: tuple[Post, ...]
    in_turn: tuple[Vector, ...]
    left_out: tuple[Seam, ...]
    headers: tuple[HeaderPlan, ...] = ()

    def post_prints(self) -> list[Footprint]:
        """What the posts cover in plan."""
        return [post_print(number, post) for number, post in enumerate(self.posts)]


def post_print(number: int, post: Post) -> Footprint:
    """A post's footprint, its sides named as its faces."""
    corners = tuple(Vector(post.at.x, post.at.y, 0.0) + corner for corner in post_polygon(post))
    rows = faces_of(post)
    sides = []
    for here, there in zip(corners, (*corners[1:], *corners[:1]), strict=True):
        out = -UP.cross((there - here).unit())
        face, (direction, off) = max(enumerate(rows, 1), key=lambda row: row[1][0].dot(out))
        at = Vector(post.at.x, post.at.y, 0.0) + direction * off
        sides.append(FootprintSide(at, direction, f"post_{number}", f"face_{face}"))
    return Footprint(corners, tuple(sides))


def ends_of(plan: HipOrRidgePlan, kind: str) -> list[tuple[str, FootprintSide]]:
    """A stick's end cuts of one kind, ``head`` or ``end``, each with the name its plane has on the stick."""
    plain = "strip_end" if kind == "head" else "strip_start"
    found = [side for side in plan.footprint.sides if side.face.split("_")[0] == kind]
    found = found or [side for side in plan.footprint.sides if side.face == plain]
    return [(kind if n == 0 else f"{kind}_side" if n == 1 else f"{kind}_{n}", side) for n, side in enumerate(found)]


def cut_names(plan: HipOrRidgePlan) -> dict[str, str]:
    """From the faces of a stick's footprint to the planes of its member."""
    kinds = ("head", "end") if plan.seam.corner is None else ("head",)
    return {side.face: name for kind in kinds for name, side in ends_of(plan, kind)}


def named_by_end(footprint: Footprint, seam: Seam) -> Footprint:
    """The same, its latest cuts named by the end they are at, after those it had."""
    sides = list(footprint.sides)
    for number, side in enumerate(sides):
        if side.face.startswith(PARTED):
            upper = seam.corner is not None or side.normal.dot(seam.direction) > 0
            kind = "head" if upper else "end"
            count = sum(one.face.split("_")[0] == kind for one in sides)
            sides[number] = replace(side, face=kind if count == 0 else f"{kind}_{count + 1}")
    return replace(footprint, sides=tuple(sides))


def end_name(seam: Seam, node: Vector) -> str:
    """What a stick's cut at a node is called: its head, or a ridge's lower end."""
    return "head" if seam.corner is not None or seam.climbs_to(node) else "end"
