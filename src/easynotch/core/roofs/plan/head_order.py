"""What the sticks of an outline cover in plan, and what their heads go against: posts, or one another in turn.

Where a post has no room, or none is wanted, one stick runs through under the node and the others are cut beside it and
beside each other, those most square to it first. Nodes whose heads would come into one another are taken as one; what
seam runs between them is too short for a stick and is left out.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import combinations
from math import cos, radians, sin

from ...solid import Vector
from ..planes.footprint import NEAR, Footprint, FootprintSide, cut_by, disjoint, strip, trim_to_neighbours
from ..planes.planes import UP, Slope
from .arrangement import PARTED, Arrangement, HipOrRidgePlan, end_name, named_by_end, post_print
from .headers import headers_of
from .hip_heads import beside_commons, head_place, head_places, heads_in_turn, stub_ridge
from .layout import RoofLayout
from .seam_sections import (
    Post,
    at_valley,
    from_node,
    on_wall,
    outline_of,
    post_at,
    reach_aside,
    stock_of,
)
from .seams import NODE, SAME_LINE, Seam, SeamKind
from .valley_heads import FARTHEST, far_reaches, reaches_of, thickest_of

WIDEST_POST = 5.0
"""Times the thickest stick, from a post's middle to its faces: a wider one is no post any more."""
BEYOND = 8.0
"""Times the thickest stick: how far sticks are drawn past a node before they are cut there."""
ACROSS = sin(radians(40.0))
"""A stick more nearly in line than this ends at the through stick's end, another at its side."""
NEARLY = cos(radians(40.0))
"""A stick that comes nearer to the other's line than this bears on its end."""
IN_LINE = cos(radians(1.0))
SHORTEST = 1.0
"""Times its thickness: a stick that would be shorter is left out."""


@lru_cache(maxsize=16)
def arrange(layout: RoofLayout) -> Arrangement:
    """Find what every stick's ends go against."""
    return _Arranging(layout).arranged()


@dataclass(slots=True)
class _Cluster:
    """Nodes taken as one, and whether a post stands there."""

    nodes: list[Vector]
    post: Post | None


class _Arranging:
    """The search for an arrangement: what does not fit changes the clusters, and all is drawn again."""

    def __init__(self, layout: RoofLayout) -> None:
        self.layout = layout
        self.roof = outline_of(layout)
        self.thickest, self.headers = thickest_of(layout), headers_of(layout)
        carried = [header.node for header in self.headers if header.node is not None]
        self.reaches = {
            seam: reach for seam, reach in far_reaches(layout).items()
            if not any((reach.node - node).length < NODE for node in carried)
        }  # fmt: skip
        near = FARTHEST * self.thickest
        # Where what would hold its head is that near, it ends there, as under level ridges.
        self.close = [
            (reach.node, seam)
            for reach in reaches_of(self.roof).values() if reach.run <= near
            for seam in self.roof.seams if seam.runs_through(reach.head)
        ]  # fmt: skip
        posts = not heads_in_turn(layout) and not head_places(layout)
        self.clusters = [
            _Cluster([node], self._post(node) if posts and not at_valley(self.roof, node) else None)
            for node in self.roof.nodes
            if not on_wall(self.roof, node)
        ]
        self.lost: set[Seam] = set()
        self._crowded_posts()

    def arranged(self) -> Arrangement:
        footprints = self._drawn()
        for _ in range(4 * len(self.roof.seams)):
            if not self._resolve_conflict(footprints):
                break
            footprints = self._drawn()
        if self.roof.valleys:
            self._part(footprints)
            while self._leans_on_nothing(footprints):
                footprints = self._drawn()
                self._part(footprints)
        hip_and_ridge_members = tuple(
            HipOrRidgePlan(seam, name, one, self.reaches.get(seam), self._butts(seam))
            for name, seam in self._named()
            if (one := footprints[name]) is not None
        )
        stubs = [stub_ridge(self.layout, place) for place in head_places(self.layout) if place.ridge is None]
        return Arrangement(
            (*hip_and_ridge_members, *stubs),
            tuple(cluster.post for cluster in self.clusters if cluster.post is not None),
            tuple(node for cluster in self.clusters if cluster.post is None for node in cluster.nodes),
            tuple(seam for name, seam in self._named() if footprints[name] is None),
            self.headers,
        )

    def _part(self, footprints: dict[str, Footprint | None]) -> None:
        """Where sticks still stand in each other, the lesser is cut off beside the greater: valleys beside hips, hips
        beside ridges, the shorter beside the longer.
        """
        order = [SeamKind.RIDGE, SeamKind.HIP, SeamKind.VALLEY]
        posts = [post_print(k, cluster.post) for k, cluster in enumerate(self.clusters) if cluster.post is not None]
        standing: list[Footprint] = []
        for name, seam in sorted(self._named(), key=lambda row: (order.index(row[1].kind), -row[1].run)):
            footprint = footprints[name]
            if footprint is None:
                continue
            others = [*standing, *(post for post in posts if not disjoint(footprint, post))]
            if any(not disjoint(footprint, one) for one in others):
                left = trim_to_neighbours(footprint, self._foot(seam), others, PARTED, seam.direction)
                footprint = footprints[name] = left and named_by_end(left, seam)
            if footprint is not None:
                standing.append(footprint)

    def _leans_on_nothing(self, footprints: dict[str, Footprint | None]) -> bool:
        """Take out for good what had no room beside others that were cut off against it; whether there was any."""
        wanted = {
            side.against.owner for one in footprints.values() if one for side in one.sides if side.against is not None
        }
        lost = {seam for name, seam in self._named() if footprints[name] is None and name in wanted}
        self.lost |= lost
        return bool(lost)

    def _butts(self, seam: Seam) -> bool:
        nodes = [reach.node for reach in self.reaches.values()]
        return seam not in self.reaches and any((seam.high - node).length < 1e-3 for node in nodes)

    def _named(self) -> list[tuple[str, Seam]]:
        return [(f"stick_{number}", seam) for number, seam in enumerate(self.roof.seams)]

    def _post(self, node: Vector) -> Post | None:
        post = post_at(self.layout, self.roof, node)
        return post if post.flat <= WIDEST_POST * self.thickest else None

    def _crowded_posts(self) -> None:
        """No post where two would stand in each other, or one in a stick that is not its own."""
        standing = [(cluster, post_print(0, cluster.post)) for cluster in self.clusters if cluster.post is not None]
        for (one, a), (other, b) in combinations(standing, 2):
            if not disjoint(a, b):
                one.post = other.post = None
        for cluster, footprint in standing:
            for seam in self.roof.seams:
                if (
                    cluster.post is not None
                    and seam not in cluster.post.seams
                    and not disjoint(footprint, self._strip(seam))
                ):
                    cluster.post = None

    def _strip(self, seam: Seam, beyond: float = 0.0) -> Footprint:
        """A seam's stick from end to end, a hip to under its fascias' corner; drawn on beyond its nodes."""
        low = seam.low - seam.direction * (self._tail(seam) if seam.corner is not None else beyond)
        right, left = (reach_aside(self.layout, seam, slope) for slope in (seam.first, seam.second))
        high = self.reaches[seam].head if seam in self.reaches else seam.high
        return strip(f"stick_{self.roof.seams.index(seam)}", low, high + seam.direction * beyond, right, left)

    def _tail(self, seam: Seam) -> float:
        """How far a hip runs out beyond its corner, level: to the nearer fascia, and its cheek's point beyond; a valley
        to the farther one.
        """
        rows = (seam.first, seam.second)
        start = [(seam.low - slope.at(0.0, 0.0, seam.low.z)).dot(slope.inward) for slope in rows]
        if seam.kind is SeamKind.VALLEY:
            climbs = [(slope, inward) for slope, inward in zip(rows, start, strict=True) if _climbs(seam, slope)]
            far = max(
                (self.layout.out_of(slope) + inward) / seam.direction.dot(slope.inward) for slope, inward in climbs
            )
            return far + 2 * self.thickest
        tail = min(
            (self.layout.out_of(slope) + inward) / max(seam.direction.dot(slope.inward), NEAR)
            for slope, inward in zip(rows, start, strict=True)
        )
        return max(0.0, tail) + 2 * self.thickest

    def _drawn(self) -> dict[str, Footprint | None]:
        reach = BEYOND * self.thickest
        footprints: dict[str, Footprint | None] = {
            name: None if seam in self.lost else self._strip(seam, reach) for name, seam in self._named()
        }
        for number, cluster in enumerate(one for one in self.clusters if one.post is not None):
            self._against_post(footprints, number, cluster)
        for cluster in self.clusters:
            if cluster.post is None:
                self._in_turn(footprints, cluster)
        for name, seam in self._named():
            self._at_walls(footprints, name, seam)
        for seam in self.reaches:
            self._run_on(footprints, f"stick_{self.roof.seams.index(seam)}", seam)
        return footprints

    def _run_on(self, footprints: dict[str, Footprint | None], name: str, seam: Seam) -> None:
        """A supporting valley's head, cut off beside what its line comes to."""
        footprint = footprints[name]
        if footprint is None:
            return
        others = [one for key, one in footprints.items() if one is not None and key != name]
        posts = [post_print(k, cluster.post) for k, cluster in enumerate(self.clusters) if cluster.post is not None]
        at = self.reaches[seam].node
        foot = [at + seam.side(slope) * reach_aside(self.layout, seam, slope) for slope in (seam.first, seam.second)]
        footprints[name] = trim_to_neighbours(footprint, foot, [*others, *posts], "head", seam.direction)

    def _against_post(self, footprints: dict[str, Footprint | None], number: int, cluster: _Cluster) -> None:
        assert cluster.post is not None
        sides = post_print(number, cluster.post).sides
        for name, seam in self._named():
            if seam in cluster.post.seams and (footprint := footprints[name]) is not None:
                direction = from_node(seam, cluster.post.at)
                face = next(side for side in sides if side.normal.dot(direction) > 1.0 - 1e-12)
                footprints[name] = cut_by(footprint, face, end_name(seam, cluster.post.at))

    def _in_turn(self, footprints: dict[str, Footprint | None], cluster: _Cluster) -> None:
        ends = [
            (name, seam, node)
            for name, seam in self._named()
            for node in cluster.nodes
            if seam.ends_at(node) and (seam not in self.reaches or not seam.climbs_to(node))
        ]
        through = [
            (name, seam) for name, seam in self._named() if any(self._passes(seam, node) for node in cluster.nodes)
        ]
        names = [name for name, _, _ in ends]
        for name in names:
            # A seam from one node of the cluster to another has no room for a stick.
            if names.count(name) > 1:
                footprints[name] = None
        ends = [end for end in ends if footprints[end[0]] is not None]
        through = [row for row in through if footprints[row[0]] is not None]
        if not ends:
            return
        place = head_place(self.layout, cluster.nodes[0]) if len(cluster.nodes) == 1 else None
        if place is not None:
            hips = [(name, seam) for name, seam, _ in ends if seam != place.ridge]
            ridge = next((name for name, seam, _ in ends if seam == place.ridge), None)
            beside_commons(self.layout, place, footprints, hips, ridge)
            return
        first: tuple[str, Seam, Vector] | None = None
        headers = [
            one for one in self.headers if one.node and any((one.node - at).length < NODE for at in cluster.nodes)
        ]
        if headers:
            placed = [*(footprints[name] for name, _ in through), *(one.footprint for one in headers)]
            direction = headers[0].slope.along
        elif through:
            # Supporting valleys and ridges that pass by: whatever ends here is cut off beside them.
            placed = [footprints[name] for name, _ in through]
            direction = through[0][1].direction
        else:
            first = self._through(ends)
            self._run_through(footprints, first, ends)
            placed = [footprints[first[0]]]
            direction = from_node(first[1], first[2])
        for name, seam, node in sorted(
            (end for end in ends if end is not first),
            key=lambda end: round(abs(from_node(end[1], end[2]).dot(direction)), 6),
        ):
            footprint = footprints[name]
            assert footprint is not None
            standing = [one for one in placed if one is not None]
            left = trim_to_neighbours(footprint, self._foot(seam), standing, end_name(seam, node))
            if left is not None and self.roof.valleys and _runs_out(left, seam, node):
                # Nothing stops all of it: it ends at its node.
                end = FootprintSide(node, from_node(seam, node), "", "")
                left = cut_by(left, end, end_name(seam, node))
            footprints[name] = left
            placed.append(left)

    def _passes(self, seam: Seam, node: Vector) -> bool:
        """Whether a seam's stick runs on past a node."""
        if seam in self.reaches and seam.climbs_to(node):
            return True
        if any(seam is one and (node - at).length < 1e-3 for at, one in self.close):
            return True
        return seam.corner is None and seam.runs_through(node)

    def _through(self, ends: list[tuple[str, Seam, Vector]]) -> tuple[str, Seam, Vector]:
        """A ridge before a hip, the longest first; but its partner where that comes nearly in line and is thicker."""
        first = max(ends, key=lambda end: (end[1].kind is SeamKind.RIDGE, end[1].run))
        direction, thick = from_node(*first[1:]), stock_of(self.layout, first[1]).thickness
        facing = [end for end in ends if from_node(*end[1:]).dot(direction) < -NEARLY]
        thicker = [end for end in facing if stock_of(self.layout, end[1]).thickness > thick + NEAR]
        return max(thicker, key=lambda end: end[1].run, default=first)

    def _run_through(
        self,
        footprints: dict[str, Footprint | None],
        first: tuple[str, Seam, Vector],
        ends: list[tuple[str, Seam, Vector]],
    ) -> None:
        """The through stick runs on until it covers the cheeks of all that come from its sides; to the node only
        where another comes in its own line.
        """
        name, seam, node = first
        direction = from_node(seam, node)
        past = 0.0
        footprint = footprints[name]
        assert footprint is not None
        for _, other, at in ends:
            if other is seam:
                continue
            along = from_node(other, at)
            aside = (at - node).dot(UP.cross(direction))
            if along.dot(direction) < -IN_LINE and abs(aside) < SAME_LINE:
                past = 0.0
                break
            if abs(UP.cross(direction).dot(along)) > ACROSS:
                past = max(past, *self._cheek(seam, node, other, at))
        end = FootprintSide(node - direction * past, direction, "", "")
        footprints[name] = cut_by(footprint, end, end_name(seam, node))

    def _cheek(self, seam: Seam, node: Vector, other: Seam, at: Vector) -> Iterator[float]:
        """How far past a node, along a through stick, both sides of another stick meet its side."""
        direction, along = from_node(seam, node), from_node(other, at)
        left = UP.cross(direction)
        towards = 1.0 if along.dot(left) > 0 else -1.0
        slope = seam.second if (seam.side(seam.second).dot(left) * towards) > 0 else seam.first
        wide = reach_aside(self.layout, seam, slope)
        for one in (other.first, other.second):
            start = at + other.side(one) * reach_aside(self.layout, other, one) - node
            step = (towards * wide - start.dot(left)) / along.dot(left)
            yield -(start + along * step).dot(direction)

    def _foot(self, seam: Seam) -> tuple[Vector, Vector]:
        """Across a stick where it surely stands: at a hip's corner, at a ridge's middle."""
        at = seam.low if seam.corner is not None else (seam.low + seam.high) * 0.5
        return tuple(
            at + seam.side(slope) * reach_aside(self.layout, seam, slope) for slope in (seam.first, seam.second)
        )  # type: ignore[return-value]

    def _at_walls(self, footprints: dict[str, Footprint | None], name: str, seam: Seam) -> None:
        """A stick that ends on a gable runs out to its verge."""
        verge = self.layout.roof.eaves.verge
        for at, direction in ((seam.high, seam.direction), (seam.low, -seam.direction)):
            footprint = footprints[name]
            if footprint is not None and seam.ends_at(at) and on_wall(self.roof, at):
                footprints[name] = cut_by(
                    footprint, FootprintSide(at + direction * verge, -direction, "", ""), end_name(seam, at)
                )

    def _resolve_conflict(self, footprints: dict[str, Footprint | None]) -> bool:
        """Find one thing that does not fit and change the clusters for it; whether there was one."""
        for name, seam in self._named():
            footprint = footprints[name]
            long = SHORTEST * stock_of(self.layout, seam).thickness
            if seam.corner is None and (footprint is None or footprint.area < long * long) and self._joined(seam, seam):
                return True
        standing = [(name, seam) for name, seam in self._named() if footprints[name] is not None]
        for (name, seam), (other_name, other) in combinations(standing, 2):
            one, two = footprints[name], footprints[other_name]
            if one is not None and two is not None and not disjoint(one, two) and self._joined(seam, other):
                return True
        return False

    def _joined(self, seam: Seam, other: Seam) -> bool:
        """Take the nearest clusters at two seams' ends as one, without a post; whether that changed anything."""
        pairs = [
            ((a - b).length, one, two)
            for one in self.clusters
            for two in self.clusters
            for a in one.nodes
            for b in two.nodes
            if one is not two and seam.ends_at(a) and other.ends_at(b)
        ]
        if not pairs:
            alone = next((one for one in self.clusters if one.post and any(seam.ends_at(at) for at in one.nodes)), None)
            if alone is not None:
                alone.post = None
            return alone is not None
        apart, one, two = min(pairs, key=lambda pair: pair[0])
        if self.roof.valleys and apart > FARTHEST * self.thickest:
            return False
        one.post = None
        one.nodes += two.nodes
        self.clusters = [cluster for cluster in self.clusters if cluster is not two]
        return True


def _runs_out(footprint: Footprint, seam: Seam, node: Vector) -> bool:
    """Whether some of a stick's square end beyond a node is left."""
    end = "strip_end" if seam.climbs_to(node) else "strip_start"
    return any(side.face == end for side in footprint.sides)


def _climbs(seam: Seam, slope: Slope) -> bool:
    """Whether one walks inward of a slope's wall along a seam."""
    return seam.direction.dot(slope.inward) > NEAR
