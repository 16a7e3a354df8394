"""The site sketch of a flight: deck, drop and landing seen from the side, to scale, with every measured distance."""

from ...core.solid import Member, Vector, outline
from ...core.stairs import Layout
from ...core.terms import Length, message
from ..sheet import Dimension, Layer, Path, Point, Sheet, Text, area, line, rectangle

FRAMING_THICKNESS = 38.0
UNKNOWN_HEADER = 235.0
"""mm: drawn for a header whose depth was not measured, in theory lines."""


def draw_elevation(layout: Layout, pattern: Member) -> Sheet:
    """Draw a flight where it stands.

    The world's x runs to the right; its z runs up, so y on the sheet is −z.
    """
    flight = layout.flight
    foot = layout.finished_risers[-1]
    top, bottom = -flight.upper_finish, -flight.upper_finish + flight.total_rise
    back = -max(420.0, 0.32 * foot)
    beyond = foot + max(380.0, 0.26 * foot)
    hold = back * 0.55
    header = flight.head.header_depth
    stands, behind = bottom + flight.lower_finish, -flight.head.fascia
    paths = [
        area("ground", Layer.GROUND, _ground(layout, (back, beyond), stands)),
        *_finish("lower_finish", (back, bottom), (beyond, stands), flight.lower_finish),
        rectangle("joist", Layer.FRAMING, (back, 0.0), (behind - FRAMING_THICKNESS, header or UNKNOWN_HEADER)),
        rectangle(
            "header",
            Layer.FRAMING if header else Layer.THEORY,
            (behind - FRAMING_THICKNESS, 0.0),
            (behind, header or UNKNOWN_HEADER),
        ),
        *_fascia(behind, header or UNKNOWN_HEADER),
        *_finish(
            "upper_finish",
            (back, top),
            (layout.finished_risers[0] if not flight.flush else 0.0, 0.0),
            flight.upper_finish,
        ),
        *_stringer_with_steps(layout, pattern),
        line("level", Layer.REFERENCE, (hold, top), (foot, top)),
        line("drop", Layer.REFERENCE, (foot, top), (foot, bottom)),
    ]
    side = max(60.0, 0.045 * foot)
    dimensions = [
        _measured_rise(layout, side),
        *_rise_at_foot(layout, side),
        Dimension("total_run", (foot - layout.total_run, stands), (foot, stands), 170.0, Length(layout.total_run)),
        Dimension("upper_finish", (back, top), (back, 0.0), -side, Length(flight.upper_finish), "upper_finish"),
        Dimension("header_depth", (back, 0.0), (back, header or UNKNOWN_HEADER), -side, Length(header or 0.0),
                  "head.header_depth"),
        Dimension("lower_finish", (back, bottom), (back, stands), -side, Length(flight.lower_finish), "lower_finish"),
    ]  # fmt: skip
    texts = [Text("hold_level", (hold, top), message("sketch.hold_level"))]
    if layout.landing is None:
        texts.append(Text("drop_here", (foot, bottom), message("sketch.drop_here")))
    low = max(stands + 200.0, max(y for _, y in paths[0].points) + 90.0)
    return Sheet((back, top - 60.0, beyond, low), tuple(paths), tuple(dimensions), tuple(texts))


def _stringer_with_steps(layout: Layout, pattern: Member) -> list[Path]:
    """Treads and riser boards behind a cut stringer; let into a housed string they are drawn as if it were glass."""
    steps = _steps(layout)
    wood = area("stringer", Layer.WOOD, [_in_world(pattern, u, v) for u, v in outline(pattern)])
    return [wood, *steps] if layout.flight.around.housed is not None else [*steps, wood]


def _fascia(behind: float, depth: float) -> list[Path]:
    """The fascia on the header that the stringer stands against."""
    return [rectangle("fascia", Layer.FINISH, (behind, 0.0), (0.0, depth))] if behind < 0 else []


def _measured_rise(layout: Layout, side: float) -> Dimension:
    """The rise as it is typed: at the foot, or where it was measured on ground that falls."""
    flight, foot = layout.flight, layout.finished_risers[-1]
    top, ground = -flight.upper_finish, flight.ground
    if ground is None or layout.landing is None:
        return Dimension(
            "total_rise", (foot, top), (foot, top + flight.total_rise), side, Length(flight.total_rise), "total_rise"
        )
    first = ground.typed
    start, end = (first.at, top), (first.at, top + first.drop)
    return Dimension("total_rise", start, end, max(foot - first.at, 0.0) + side, Length(first.drop), "total_rise")


def _rise_at_foot(layout: Layout, side: float) -> list[Dimension]:
    """On falling ground the rise where the foot lands, worked out, or typed once the place is set out."""
    ground, landing, foot = layout.flight.ground, layout.landing, layout.finished_risers[-1]
    if ground is None or landing is None:
        return []
    top, asked = -layout.flight.upper_finish, ground.confirmed is not None or ground.pegged is not None
    return [
        Dimension("ground", (foot, top), (foot, top + landing.rise), side / 2, Length(landing.rise),
                  "ground.confirmed.drop" if asked else None, label_at=0.97)
    ]  # fmt: skip


def _ground(layout: Layout, ends: tuple[float, float], stands: float) -> list[Point]:
    """The ground under the stair: level, or as it was measured."""
    (back, beyond), ground = ends, layout.flight.ground
    if ground is None:
        return [(back, stands + 110), (back, stands), (beyond, stands), (beyond, stands + 110)]
    top = layout.flight.lower_finish - layout.flight.upper_finish
    inner = {reading.at for reading in ground.readings} | {layout.finished_risers[-1]}
    places = sorted({back, beyond, *(at for at in inner if back < at < beyond)})
    surface = [(x, top + ground.drop(x)) for x in places]
    low = max(y for _, y in surface) + 110
    return [(back, low), *surface, (beyond, low)]


def _in_world(member: Member, u: float, v: float) -> Point:
    point = member.placement.to_world(Vector(u, v, 0.0))
    return point.x, -point.z


def _finish(path_id: str, low: Point, high: Point, thickness: float) -> list[Path]:
    return [rectangle(path_id, Layer.FINISH, low, high)] if thickness > 0 else []


def _steps(layout: Layout) -> list[Path]:
    """The treads and riser boards as they will lie on the stringer."""
    flight, paths = layout.flight, []
    board = flight.riser_board
    faces = layout.finished_risers if layout.flight.flush else layout.finished_risers[1:]
    for number, (plumb, level, face) in enumerate(zip(layout.riser_plumbs, layout.tread_levels, faces, strict=True), 1):
        if board > 0:
            below = layout.tread_levels[number] if number < layout.tread_count else layout.bearing_level
            paths.append(rectangle(f"riser_board_{number}", Layer.FINISH, (plumb, -level), (face, -below)))
        back = face + flight.tread.nosing - flight.tread.depth
        paths.append(
            rectangle(
                f"tread_{number}",
                Layer.FINISH,
                (back, -level - flight.tread.thickness),
                (face + flight.tread.nosing, -level),
            )
        )
    return paths
