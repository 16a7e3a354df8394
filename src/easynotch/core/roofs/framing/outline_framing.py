"""The framing of a roof over an outline: rafters along every eave, sticks under every seam, fascias round it."""

from ...solid import Member, Touch
from ...terms import message
from ..members.bearings import bearing_posts
from ..members.dummies import dummies
from ..members.hip_and_ridge_members import hip_or_ridge_member
from ..members.outline_fascias import fascias, refuse_lost_eaves
from ..members.outline_rafters import Near, Standing, rafters_of
from ..members.purlins import purlins_under
from ..members.valley_boards import board_mates, valley_boards
from ..model.roof import RoofError, Tail
from ..model.setting_out import SettingOut
from ..plan.arrangement import Arrangement
from ..plan.head_order import arrange
from ..plan.headers import header_member
from ..plan.hip_heads import check_heads, head_places, rafters_beside
from ..plan.layout import RoofLayout
from ..plan.rafter_stations import framing_ends
from ..plan.seam_sections import outline_of, post_member, stock_of
from ..plan.seams import NODE, SeamKind
from ..planes.footprint import Footprint
from .identical_pieces import group_identical, names_of, signature
from .laid_framing import frame_laid
from .outline_touches import (
    MatingFaces,
    bearing_post_touches,
    header_touches,
    purlin_touches,
    rafter_touches,
    stick_touches,
)
from .pieces import Framing, Piece
from .surveyed_plates import SurveyedPlates, rafters_for_their_places, stick_for_its_place, surveyed_plates


def frame_outline(layout: RoofLayout) -> Framing:
    """Frame a roof over an outline.

    Raises:
        RoofError: what outlines are not worked out for yet.
    """
    _refuse(layout)
    arranged = arrange(layout)
    plates = surveyed_plates(layout)
    hip_and_ridge_members = [(plan, hip_or_ridge_member(layout, plan)) for plan in arranged.hip_and_ridge_members]
    rafters = _rafters(layout, arranged)
    if plates is not None:
        rafters = rafters_for_their_places(plates, rafters)
        hip_and_ridge_members = [
            (plan, stick_for_its_place(plates, plan.seam, member)) for plan, member in hip_and_ridge_members
        ]
    posts = [(post, post_member(post)) for post in arranged.posts]
    laid = frame_laid(layout, fascias(layout))
    along, boards = laid.fascias, valley_boards(layout)
    below = list(bearing_posts(layout, [one for _, one in hip_and_ridge_members if "theoretical" in one.lengths]))
    bearing_pieces = group_identical([post for post, _, _ in below])
    placed_purlins = purlins_under(layout, hip_and_ridge_members)
    purlins = group_identical([one.member for one in placed_purlins])
    # Commons first, the longest the pattern; then jacks as they are numbered, left beside right.
    standing = (
        [Piece(one.member, (one.member.placement,)) for one in rafters]
        if plates is not None
        else sorted(group_identical([one.member for one in rafters]), key=_in_order)
    )
    each = [(one.member.id, one) for one in rafters] if plates is not None else _first_of_each(rafters, standing)
    headers = [(plan, header_member(plan)) for plan in arranged.headers]
    header_pieces = group_identical([member for _, member in headers])
    mates = MatingFaces(
        hip_and_ridge_members,
        [
            *zip(arranged.post_prints(), [member for _, member in posts], strict=True),
            *((plan.footprint, member) for plan, member in headers),
        ],
        _beside(layout, rafters),
    )
    touches = (
        *stick_touches(layout, hip_and_ridge_members, (mates, plates), along),
        *rafter_touches(layout, each, (mates, plates), along),
        *(Touch(f"{member.id}.{cut}", member, cut, face) for member, cut, face in board_mates(boards)),
        *header_touches(headers, header_pieces, rafters),
        *laid.touches,
        *bearing_post_touches(below, bearing_pieces),
        *purlin_touches(placed_purlins, purlins, each),
    )
    sticks = {
        kind: _alike([one for plan, one in hip_and_ridge_members if plan.seam.kind is kind], plates)
        for kind in SeamKind
    }
    whole = [piece for piece in standing if not _in_order(piece)[0]]
    placed = [
        # In the order they are cut: what is whole, what lies over corners, what is cut off by it.
        *whole,
        *sticks[SeamKind.HIP],
        *sticks[SeamKind.VALLEY],
        *(piece for piece in standing if _in_order(piece)[0]),
        *sticks[SeamKind.RIDGE],
        *group_identical([member for _, member in posts]),
        *header_pieces,
        *laid.pieces,
        *purlins,
        *bearing_pieces,
        *(Piece(one, (one.placement,)) for one in (*(fascia for _, fascia in along), *(one.member for one in boards))),
    ]
    hips = [stick for plan, stick in hip_and_ridge_members if plan.seam.kind is SeamKind.HIP]
    if layout.roof.hip is not None and layout.roof.hip.dummies and hips:
        placed += [Piece(dummy, ()) for dummy in dummies(max(hips, key=lambda hip: hip.lengths["overall"]))]
    low, high = framing_ends(layout, layout.sides[0].slope)
    stations = sorted(rafter.station - low for rafter in rafters if rafter.side is layout.sides[0])
    out = SettingOut(tuple(stations), layout.roof.rafter.thickness, high - low)
    return Framing(tuple(placed), out, touches)


def outline_pieces_near(layout: RoofLayout, near: Near) -> list[Member]:
    """Return rafters, hips, ridges and posts near a place, each where it stands, without what they touch."""
    _refuse(layout)
    arranged = arrange(layout)
    return [
        *(rafter.member for rafter in _rafters(layout, arranged, near)),
        *(hip_or_ridge_member(layout, plan) for plan in arranged.hip_and_ridge_members),
        *map(post_member, arranged.posts),
    ]


def _rafters(layout: RoofLayout, arranged: Arrangement, near: Near | None = None) -> list[Standing]:
    return [
        rafter
        for side, region in zip(layout.sides, outline_of(layout).regions, strict=True)
        for rafter in rafters_of(layout, side, region, arranged, near)
    ]


def _beside(layout: RoofLayout, rafters: list[Standing]) -> list[tuple[Footprint, Member]]:
    """The king and end commons that hips go against, by what they cover in plan."""
    found = []
    for place in head_places(layout):
        for slope, footprint in rafters_beside(layout, place):
            middle = (footprint.corners[0] + footprint.corners[2]) * 0.5
            station = slope.station_of((middle.x, middle.y))
            at = next((one for one in rafters if one.side.slope == slope and abs(one.station - station) < NODE), None)
            if at is not None:
                found.append((footprint, at.member))
    return found


def _in_order(piece: Piece) -> tuple[int, float, str]:
    member = piece.member
    order = {"jack": 1, "valley_jack": 2, "hip_valley_jack": 3, "hung": 4, "trimmed": 5, "over_gable": 6}
    return order.get(member.role, 0), -round(member.lengths["plan_run"], 3), member.id


def _refuse(layout: RoofLayout) -> None:
    if layout.roof.eaves.tail is Tail.PROFILE:
        raise RoofError("eaves.tail", message("error.roof_hip_profile"))
    check_heads(layout)
    refuse_lost_eaves(layout)
    for seam in outline_of(layout).seams:
        stock_of(layout, seam)


def _alike(members: list[Member], plates: SurveyedPlates | None) -> list[Piece]:
    """Members as pieces: those that are sawn alike are one, unless each was cut for its place."""
    if plates is None:
        return group_identical(members)
    placed = [Piece(one, (one.placement,)) for one in members if one.place is not None]
    return [*placed, *group_identical([one for one in members if one.place is None])]


def _first_of_each(rafters: list[Standing], pieces: list[Piece]) -> list[tuple[str, Standing]]:
    names = names_of(pieces)
    found: dict[str, Standing] = {}
    for rafter in rafters:
        found.setdefault(names[signature(rafter.member)], rafter)
    return list(found.items())
