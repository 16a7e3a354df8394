"""The hips of a roof: judgement calls drawn, bevels, sheets, patterns and what to check before one is cut."""

from collections.abc import Iterator
from dataclasses import replace
from math import hypot

from ...core.bench import figures_of
from ...core.roofs import (
    Bevel,
    Datum,
    Framing,
    Hip,
    KeepPlanes,
    MasterPattern,
    RoofError,
    RoofLayout,
    Seam,
    SeamKind,
    Slope,
    bevels_of,
    distinct_corners,
    hip_check,
    jack_marks,
    jack_step,
    lay_out_roof,
    master_patterns,
    pieces_near,
    stock_of,
    trough_of,
)
from ...core.rules import Words, piece_name
from ...core.solid import Member
from ...core.tape import Style
from ...core.terms import Angle, Count, Length, Message, Value, message
from ...core.tools.saw import MITRE_TURNS
from ...drawing import Sheet
from ...drawing.roofs.geometric import GeometricSheet, Read, draw_geometric
from ...drawing.roofs.hip_boards import draw_block, draw_master
from ...drawing.roofs.hip_choices import draw_head, draw_heel, draw_planes, draw_valley_planes, head_window
from ...exchange import WorkedRoof
from ..mark.tools import Tools
from ..shared.in_words import sheet_view
from ..shared.lengths import format_length
from .hip_models import (
    BevelView,
    CornerView,
    HipCallView,
    HipCheckView,
    HipOptionView,
    HipsView,
    JackMarkView,
    MasterLineView,
    MasterView,
    PieceLengthView,
    PieceListView,
    ReadView,
)
from .pieces import lengths_said

BLOCK = 90.0
"""mm: the depth of the offcut that carries the bevels, where the hip is deeper."""


Corner = tuple[Seam, tuple[int, ...]]
"""A hip's or valley's corner, and the numbers of all that are like it."""
BESIDE = 1.0
"""mm: a hip that crosses a wall nearer to its corner crosses it there."""
NO_HIPS = HipsView(calls=[], corners=[], patterns=[], pieces=[])


def hips_of_roof(worked: WorkedRoof, words: Words, tools: Tools) -> HipsView:
    """Return a roof's hips as they are shown, and every piece with its lengths."""
    layout, corners = worked.layout, distinct_corners(worked.layout)
    pieces = [_piece(piece.member, words) for piece in worked.framing.pieces if piece.frames]
    if not corners:
        return replace(NO_HIPS, pieces=pieces)
    return HipsView(
        calls=[*_calls(worked, corners, words)],
        corners=[_corner(worked, seam, numbers, words, tools) for seam, numbers in corners],
        patterns=[_master(pattern, words) for pattern in master_patterns(layout, worked.framing)],
        pieces=pieces,
    )


def _calls(worked: WorkedRoof, corners: list[Corner], words: Words) -> Iterator[HipCallView]:
    """Hips' head, planes and heel, and the valleys' top: each way drawn as it would be on this very roof."""
    layout, hip = worked.layout, worked.layout.roof.hip
    hips, valleys = ([seam for seam, _ in corners if seam.kind is kind] for kind in (SeamKind.HIP, SeamKind.VALLEY))
    if hips and hip is not None:
        yield from _hip_calls(worked, hip, hips[0], words)
    if valleys:
        valley, stock = layout.roof.plan.valley, stock_of(layout, valleys[0])
        ploughed = valley is not None and valley.ploughed
        drop, raised = (trough_of(valleys[0], stock.thickness, ploughed=chosen) for chosen in (False, True))
        said: tuple[dict[str, Value], dict[str, Value]] = ({"proud": Length(drop)}, {"raised": Length(raised)})
        yield HipCallView(
            field="plan.valley.top",
            title=words.say(Message("hips.valley_top")),
            options=[
                _option(f"valley_{option}", option, ploughed is chosen, words,
                        draw_valley_planes(valleys[0], stock.thickness, stock.depth, ploughed=chosen), values)
                for option, chosen, values in (("in_planes", False, said[0]), ("ploughed", True, said[1]))
            ],
        )  # fmt: skip


def _hip_calls(worked: WorkedRoof, hip: Hip, seam: Seam, words: Words) -> Iterator[HipCallView]:
    layout = worked.layout
    heads: tuple[str, ...] = ("commons", "ridge_single", "ridge_double", "post", "pairs")
    if not layout.roof.plan.plain:
        heads = heads[3:]
    yield HipCallView(
        field="hip.head",
        title=words.say(Message("hips.head")),
        options=[_head(worked, hip, seam, head, words) for head in heads],
    )
    keeps = [_kept(seam, hip, keep, words) for keep in KeepPlanes]
    yield HipCallView(field="hip.keep_planes", title=words.say(Message("hips.planes")), options=keeps)
    heels = [
        _option(f"heel_{heel}", heel, hip.heel == heel, words,
                draw_heel(seam, hip.stock.thickness, heel, hip.keep_planes), {})
        for heel in ("v", "square")
    ]  # fmt: skip
    yield HipCallView(field="hip.heel", title=words.say(Message("hips.heel")), options=heels)


def _kept(seam: Seam, hip: Hip, keep: KeepPlanes, words: Words) -> HipOptionView:
    """One way of keeping a hip within the planes, in section."""
    thickness = hip.stock.thickness
    shift = abs(seam.shift(thickness))
    aside = "_aside" if keep is KeepPlanes.DROP and shift > 1e-6 else ""
    drawing = draw_planes(seam, thickness, hip.stock.depth, keep)
    values: dict[str, Value] = {"drop": Length(seam.drop(thickness)), "shift": Length(shift)}
    return _option(f"keep_{keep}{aside}", keep, hip.keep_planes is keep, words, drawing, values)


def _option(
    key: str, option: str, chosen: bool, words: Words, drawing: Sheet, values: dict[str, Value]
) -> HipOptionView:
    return HipOptionView(
        id=option, name=words.say(Message(f"hips.{key}.name")), chosen=chosen, drawing=sheet_view(drawing, words),
        say=words.say(Message(f"hips.{key}.say", values)), refused="",
    )  # fmt: skip


def _head(worked: WorkedRoof, hip: Hip, seam: Seam, head: str, words: Words) -> HipOptionView:
    layout = worked.layout
    now = hip.head if hip.head in ("post", "pairs") or layout.roof.plan.plain else "post"
    name = words.say(Message(f"hips.head_{head}.name"))
    near = head_window(seam.high, max(hip.stock.thickness, layout.roof.rafter.thickness))
    try:
        standing = pieces_near(lay_out_roof(replace(layout.roof, hip=replace(hip, head=head))), near)
    except RoofError as found:
        return HipOptionView(
            id=head, name=name, chosen=head == now, drawing=None, say="", refused=words.say(found.message)
        )
    longest = next((one for one in standing if one.role == "hip"), None)
    if longest is None:
        refused = words.say(Message("hips.no_room"))
        return HipOptionView(id=head, name=name, chosen=head == now, drawing=None, say="", refused=refused)
    said = words.say(Message(f"hips.head_{head}.say", {"length": Length(longest.lengths["overall"])}))
    drawing = sheet_view(draw_head(standing, near), words)
    return HipOptionView(id=head, name=name, chosen=head == now, drawing=drawing, say=said, refused="")


def _corner(worked: WorkedRoof, seam: Seam, numbers: tuple[int, ...], words: Words, tools: Tools) -> CornerView:
    bevels = bevels_of(seam)
    stock = stock_of(worked.layout, seam)
    struck = [bevel for bevel in bevels if bevel.from_across is not None]
    sheet = draw_geometric(seam, drawn_step(worked.layout))
    member = _member_of(worked.framing, seam)
    plural = "hips" if seam.kind is SeamKind.HIP else "valleys"
    order = {id(one): number for number, one in enumerate(struck, 1)}
    return CornerView(
        kind="hip" if seam.kind is SeamKind.HIP else "valley",
        title=corner_title(seam, numbers, words),
        bevels=[_bevel(one, order.get(id(one), 0), seam, words, tools, stock.depth) for one in bevels],
        geometric=sheet_view(sheet.sheet, words),
        scale=sheet.scale,
        steps=[words.say(Message(f"{plural}.step.{step}", {"scale": Count(sheet.scale)})) for step in sheet.steps],
        reads=read_views(sheet, seam, words),
        lengths=drawn_lengths(sheet, seam, worked.layout, words),
        block=sheet_view(draw_block(struck, min(stock.depth, BLOCK)), words),
        check=_check(worked.layout, member, seam, words) if member is not None else None,
        jacks=[
            JackMarkView(
                piece=mark.piece, title=words.say(piece_name(mark.piece)),
                side=words.say(_side(seam, mark.slope)),
                on_plate=None if mark.on_plate is None else format_length(mark.on_plate, words),
                on_hip=format_length(mark.on_hip, words),
            )
            for mark in jack_marks(worked.layout, worked.framing, seam)
        ],
    )  # fmt: skip


def corner_title(seam: Seam, numbers: tuple[int, ...], words: Words) -> str:
    """Return what corners that are alike are called."""
    key = "hips.corner" if seam.kind is SeamKind.HIP else "valleys.corner"
    return words.say(message(key, n=Count(numbers[0]), all=Count(len(numbers))))


def _member_of(framing: Framing, seam: Seam) -> Member | None:
    """The hip or valley that stands under a seam; of hips the first where none lies so."""
    roles = ("hip",) if seam.kind is SeamKind.HIP else ("valley", "valley_short")
    found = [piece for piece in framing.pieces if piece.member.role in roles]
    under: list[tuple[float, Member]] = []
    for piece in found:
        for frame in piece.frames:
            off = frame.origin - seam.high
            along = off.x * seam.direction.x + off.y * seam.direction.y
            beside = abs(off.x * seam.direction.y - off.y * seam.direction.x)
            turned = frame.x - seam.direction * frame.x.dot(seam.direction)
            # A supporting valley runs on past the end of its seam, in the seam's own plane.
            runs_down = frame.x.dot(seam.direction) < -0.5 and abs(turned.x) + abs(turned.y) < 1e-6
            if runs_down and beside < 2 * piece.member.stock.thickness:
                under.append((abs(along), piece.member))
    if under:
        return min(under, key=lambda one: one[0])[1]
    return found[0].member if found and seam.kind is SeamKind.HIP else None


def _side(seam: Seam, slope: Slope) -> Message:
    """Which side of whoever climbs the hip or valley a slope lies on."""
    kind = "hips" if seam.kind is SeamKind.HIP else "valleys"
    return Message(f"{kind}.left" if slope is seam.second else f"{kind}.right")


def _bevel(bevel: Bevel, number: int, seam: Seam, words: Words, tools: Tools, depth: float) -> BevelView:
    square = saw = ""
    away = bevel.from_across
    if away is not None and 1e-6 < away < 90 - 1e-6 and bevel.id not in ("backing", "trough"):
        metric = words.tape.style not in (Style.FEET_INCHES, Style.DECIMAL_INCHES)
        held, leg = figures_of(away, tools.square, depth=depth, metric=metric)
        values = {"tongue": Length(held.tongue), "body": Length(held.body)}
        square = words.say(Message(f"hips.square_{leg}", values))
        saw = words.say(
            Message("hips.mitre", {"angle": Angle(away)})
            if away <= MITRE_TURNS
            else Message("hips.beyond", {"angle": Angle(90 - away)})
        )
    if bevel.id in ("edge_jack", "edge_hip", "edge_valley") and bevel.slope is not None:
        turned = seam.plan_angle(bevel.slope)
        # A valley's cheek lies along its ridge, which runs as the eave does.
        tilt = turned if bevel.id == "edge_valley" else abs(90.0 - turned)
        saw = words.say(Message("hips.tilt", {"angle": Angle(tilt)}))
    if bevel.id == "sheathing":
        # Both sheets' edges lie in the plane that halves the angle between the slopes.
        saw = words.say(Message(f"hips.sheathing_{seam.kind}", {"angle": Angle((180.0 - seam.dihedral) / 2)}))
    if bevel.id in ("backing", "trough"):
        saw = words.say(Message("hips.rip", {"angle": Angle(bevel.degrees)}))
    return BevelView(
        id=bevel.id, number=number, label=bevel_label(bevel, seam, words), angle=words.figure(Angle(bevel.degrees)),
        square=square, saw=saw,
    )  # fmt: skip


def bevel_label(bevel: Bevel, seam: Seam, words: Words) -> str:
    """Its name; of a corner whose sides differ with the side."""
    name = words.say(Message(f"hips.bevel.{bevel.id}"))
    datum = words.say(Message(f"hips.from.{bevel.datum}")) if bevel.datum is not Datum.PLANES else ""
    sides = sum(one.id == bevel.id for one in bevels_of(seam))
    side = words.say(_side(seam, bevel.slope)) if sides > 1 and bevel.slope is not None else ""
    return ", ".join((name, *(_within(part) for part in (side, datum) if part)))


def _within(words: str) -> str:
    """As it is said within a sentence."""
    return words[:1].lower() + words[1:]


def drawn_step(layout: RoofLayout) -> float:
    """From one jack to the next, as the geometric sheet draws them."""
    return jack_step(layout)


def read_views(sheet: GeometricSheet, seam: Seam, words: Words) -> list[ReadView]:
    """The bevels of a geometric sheet by their letters."""
    bevels = bevels_of(seam)
    return [_read(read, number, bevels, seam, words) for number, read in enumerate(sheet.reads, 1)]


def drawn_lengths(sheet: GeometricSheet, seam: Seam, layout: RoofLayout, words: Words) -> list[PieceLengthView]:
    """The lengths a rule reads off it, at its scale; of a corner whose sides differ with the side."""
    found: list[PieceLengthView] = []
    for one in sheet.lengths:
        alike = [length.length for length in sheet.lengths if length.id == one.id]
        if one.side == 1 and abs(alike[0] - one.length) < 1e-6:
            continue
        label = words.say(message(f"hips.drawn.{one.id}", step=Length(drawn_step(layout))))
        if one.side is not None and max(alike) - min(alike) > 1e-6:
            slope = (seam.first, seam.second)[one.side]
            label = f"{label}, {_within(words.say(_side(seam, slope)))}"
        found.append(PieceLengthView(label=label, length=format_length(one.length, words)))
    return found


def _read(read: Read, number: int, bevels: tuple[Bevel, ...], seam: Seam, words: Words) -> ReadView:
    slope = None if read.side is None else (seam.first, seam.second)[read.side]
    named = [one for one in bevels if one.id == read.bevel]
    bevel = next((one for one in named if one.slope is slope), named[0])
    label = words.say(Message(f"hips.bevel.{read.bevel}"))
    if slope is not None:
        label = f"{label}, {_within(words.say(_side(seam, slope)))}"
    return ReadView(
        letter=words.say(Message("hips.letter", {"n": Count(number)})), label=label,
        angle=words.figure(Angle(bevel.degrees)),
    )  # fmt: skip


def _check(layout: RoofLayout, hip: Member, seam: Seam, words: Words) -> HipCheckView:
    found = hip_check(layout, hip, seam)
    one = words.tape.division
    values: dict[str, Value] = {
        "along": Count(round(10 * found.gain, 1)), "plumb": Count(round(10 * found.plumb_gain, 1)),
        "start": Length(304.8 if one != round(one) else 500.0),
    }  # fmt: skip
    keys = ("started", "longer", "run", "height", "dummies", "after", "fascia")
    plural = "hips" if seam.kind is SeamKind.HIP else "valleys"
    kind = "ends_clipped" if found.clipped else "ends_beside" if _is_beside_corner(layout, seam) else "ends"
    ends = f"{plural}.check.{kind}"
    return HipCheckView(
        piece=hip.id,
        distance=format_length(found.distance, words),
        level=format_length(found.level, words),
        plumb=format_length(found.plumb, words),
        ends=words.say(Message(ends)),
        say=[words.say(Message(f"{plural}.check.{key}", values)) for key in keys],
    )


def _is_beside_corner(layout: RoofLayout, seam: Seam) -> bool:
    """Whether a hip or valley comes over a wall beside the corner, where plates stand at different heights."""
    if layout.outline is None or seam.corner is None:
        return False
    return min(hypot(x - seam.corner.x, y - seam.corner.y) for x, y in layout.outline.corners) > BESIDE


def _piece(member: Member, words: Words) -> PieceListView:
    """A piece with its lengths, both ends named."""
    return PieceListView(
        id=member.id,
        title=words.say(piece_name(member.id)),
        role=member.role,
        count=member.count,
        lengths=[
            PieceLengthView(label=said, length=format_length(length, words))
            for said, length in lengths_said(member, words)
        ],
    )


def _master(pattern: MasterPattern, words: Words) -> MasterView:
    return MasterView(
        title=words.say(
            message(f"hips.master.{'feet' if pattern.from_head else 'title'}", piece=Count(len(pattern.lines)))
        ),
        from_head=pattern.from_head,
        drawing=sheet_view(draw_master(pattern), words),
        length=format_length(pattern.length, words),
        lines=[
            MasterLineView(
                number=number,
                title=words.say(piece_name(line.piece)),
                run_line=format_length(line.run_line, words),
                level=format_length(line.level, words),
                deduction=format_length(line.deduction, words),
                head=format_length(line.head, words),
            )
            for number, line in enumerate(pattern.lines, 1)
        ],
    )
