"""The bench steps of a piece: the one list that screen, take-along page, printed sheet and practice show.

All derived from the member's marks and planes; none written for a kind of member. Whoever follows them with rigid
tools on a blank board gets the piece: an apprentice in the tests does.
"""

from math import cos, radians, sin, tan

from ..solid import Face, Meeting, Member, Plane
from ..tools import MarkingTool
from .deductions import End, ends_of, far_face, lay_out_end
from .holding import Angles, Bench, Setting, fitting
from .layout import lay_on_board, plumb_angle
from .lengthwise import gauge_lengthwise
from .lines import ON, Needed
from .meetings import mark_meetings
from .ploughing import gauge_trough, is_ploughed, plough_steps
from .preferences import Hook, Method, Preferences
from .sawing import saw_steps
from .sequence import Sequence
from .step import AcrossHold, Do, Edge, LeggedHold, PencilLine, Step, TapeEnd
from .stepping import walk_notches, walk_to

LEAST_SLOPE = 1e-6
"""Degrees: a flatter piece has no plumb and level lines of its own, only square ones."""


def steps_of(
    member: Member,
    preferences: Preferences,
    more: int = 0,
    begins: float | None = None,
    meets: tuple[Meeting, ...] = (),
) -> tuple[Step, ...]:
    """Every step of a piece in the order of practice: crown, squared end and hook; the lines from the hooked end on,
    deductions one by one; compound ones carried round the edge to the far face; waste crossed, hand and place written,
    a last measurement; then the saw, set once for all lines it suits; then the others, traced and counted.

    Args:
        member: the piece.
        preferences: how the user works.
        more: how many are traced from this one.
        begins: how far from the board's left end the piece begins, to keep clear of its defects; else as usual.
        meets: what will stand against its wide faces, marked on the board itself.
    """
    layout = lay_on_board(member, preferences, begins)
    bench = Bench(layout, angles_of(member, preferences), preferences.tool, preferences.square, preferences.unit_run)
    sequence = Sequence(member, layout, bench, preferences)
    squared = _begin(sequence)
    noses = _near_face(sequence)
    _half_thickness(sequence)
    gauge_lengthwise(sequence)
    troughs = [removal for removal in member.removals if is_ploughed(removal)]
    for removal in troughs:
        gauge_trough(sequence, removal)
    mark_meetings(sequence, meets, Face.NEAR)
    far_face(sequence, noses)
    mark_meetings(sequence, meets, Face.FAR)
    _peg(sequence)
    _finish(sequence)
    ploughed = frozenset(cut.id for removal in troughs for cut in removal.planes)
    sequence.steps.extend(saw_steps(sequence, squared | ploughed))
    for removal in troughs:
        sequence.steps.extend(plough_steps(sequence, removal))
    if more:
        sequence.add(Step(id="trace", do=Do.TRACE, stop="trace", count=more))
    return tuple(sequence.steps)


def angles_of(member: Member, preferences: Preferences) -> Angles:
    """The plumb lines of a piece and the settings that draw them: a stair's are riser and going, never scaled."""
    plumb = plumb_angle(member)
    if plumb is None or abs(plumb) < LEAST_SLOPE:
        return Angles(None)
    rise = tan(radians(abs(plumb)))
    tooth = tooth_of(member)
    if tooth is not None:
        others = fitting(tooth[0], tooth[1], preferences.square, depth=member.stock.depth, always_unit=True)
        if tooth[0] > preferences.square.tongue_reach or tooth[1] > preferences.square.body_reach:
            return Angles(plumb, others)
        return Angles(plumb, (Setting(*tooth), *(one for one in others if abs(one.tongue - tooth[0]) > ON)))
    unit = member.theory.unit if member.theory is not None else 1.0
    if preferences.tool is MarkingTool.JIG:
        # A triangle as deep as the board: its plumb edge strikes right across.
        lean = radians(abs(plumb))
        return Angles(plumb, (Setting(member.stock.depth / cos(lean), member.stock.depth / sin(lean)),))
    run = preferences.unit_run * unit
    always_unit = preferences.tool is MarkingTool.TWELFTHS or preferences.method is Method.STEP_OFF
    found = fitting(rise * run, run, preferences.square, depth=member.stock.depth, always_unit=always_unit)
    scale = rise * run if unit > 1.0 + 1e-9 else None
    return Angles(plumb, found, scale)


def tooth_of(member: Member) -> tuple[float, float] | None:
    """The riser and the going of a piece with notches from its top edge, read off two of its planes, mm."""
    risers = [
        cut.plane
        for removal in member.removals
        for cut in removal.planes
        if cut.role == "riser" and len(removal.planes) > 1
    ]
    treads = [cut.plane for one in member.removals for cut in one.planes if cut.role == "tread"]
    if not risers or len(treads) < 2:
        return None
    first, second = treads[:2]
    rise = abs(second.offset - first.offset)
    angle = plumb_angle(member)
    return None if angle is None or abs(angle) < LEAST_SLOPE else (rise, rise / tan(radians(abs(angle))))


def _begin(sequence: Sequence) -> frozenset[str]:
    """Crown up, the hook's end squared and sawn, the tape hooked; return the cuts that squaring has made."""
    layout, preferences = sequence.layout, sequence.preferences
    hook = layout.hook
    square = [
        cut.id for removal in sequence.member.removals for cut in removal.planes
        if len(removal.planes) == 1 and _is_square_at(cut.plane, hook + layout.origin)
    ]  # fmt: skip
    sequence.add(Step(id="crown", do=Do.CROWN, stop="hook"))
    name = square[0] if square else f"end_{preferences.hook}"
    sequence.add(Step(
        id="square_end", do=Do.SQUARE_END, stop="hook", hold=AcrossHold(Edge.TOP, hook),
        start=TapeEnd(Edge.TOP, hook, (hook, 0.0)), line=PencilLine(name, (hook, 0.0), (hook, layout.depth)),
    ))  # fmt: skip
    for cut in square:
        line = sequence.lines.get((Face.NEAR, cut))
        if line is not None:
            sequence.drawn[Face.NEAR, cut] = line
    sequence.add(Step(id="hook", do=Do.HOOK, stop="hook", start=TapeEnd(Edge.END, hook, (hook, 0.0)), reading=0.0))
    if preferences.tool is MarkingTool.JIG and sequence.bench.angles.settings:
        setting = sequence.bench.angles.settings[0]
        sequence.add(Step(
            id="jig", do=Do.JIG, stop="jig", hold=LeggedHold(True, Edge.TOP, setting.tongue, setting.body, "both",
                                                             (0.0, 0.0), (0.0, 0.0), (0.0, 0.0)),
        ))  # fmt: skip
    return frozenset(square)


def _is_square_at(plane: Plane, x: float) -> bool:
    return abs(plane.normal.y) < 1e-9 and abs(plane.normal.z) < 1e-9 and abs(plane.offset / plane.normal.x - x) < ON


def _near_face(sequence: Sequence) -> dict[str, Needed]:
    """Every line of the near face, from the hooked end on; return the centre lines the far face is set from."""
    ends = {end.role: end for end in ends_of(sequence)}
    noses: dict[str, Needed] = {}
    lines = [line for (face, _), line in sequence.lines.items() if face is Face.NEAR]
    if sequence.preferences.method is Method.STEP_OFF:
        _walk(sequence, ends)
    order = sorted({line.group for line in lines}, key=lambda group: _place(sequence, group))
    if sequence.preferences.hook is Hook.FOOT:
        order.reverse()
    for group in order:
        own = [one for one in lines if one.group == group]
        if {"riser", "tread"} <= {line.role for line in own}:
            # Both teeth first: then the square lies still for both legs.
            for line in own:
                if not line.base:
                    sequence.set_point(line, sequence.stop_of(line))
        for line in own:
            _lay_out(sequence, ends, noses, line.role)
            sequence.draw(line, sequence.stop_of(line))
    for role in list(ends):
        # Of two cheeks, a clipped or a planed one may leave no line on the near face at all.
        _lay_out(sequence, ends, noses, role)
    return noses


def _lay_out(sequence: Sequence, ends: dict[str, End], noses: dict[str, Needed], role: str) -> None:
    end = ends.pop(role, None)
    if end is not None:
        nose = lay_out_end(sequence, end)
        if nose is not None:
            noses[role] = nose


def _place(sequence: Sequence, group: int) -> int:
    """The order of drawing is the order removals are declared in, rips and planed tops last."""
    planes = sequence.member.removals[group].planes
    lengthwise = len(planes) == 1 and abs(planes[0].plane.normal.x) < 1e-9
    return group + (10_000 if lengthwise else 0)


def _walk(sequence: Sequence, ends: dict[str, End]) -> None:
    """The places that are stepped off: a stair's teeth; a rafter's run line and eave, from the plumb line over the
    plate.
    """
    member, layout = sequence.member, sequence.layout
    tooth = tooth_of(member)
    if tooth is not None:
        teeth = sorted({
            round(line.start[0], 6): line.start[0] for (face, _), line in sequence.lines.items()
            if face is Face.NEAR and line.role == "riser" and line.start[1] < ON
        }.values())  # fmt: skip
        square = sequence.preferences.square
        if teeth and tooth[0] <= square.tongue_reach and tooth[1] <= square.body_reach:
            sequence.tick(Face.NEAR, (teeth[0], 0.0), "walk_start", "riser", "walk_start")
            walk_notches(sequence, teeth, *tooth)
        return
    theory = member.theory
    if theory is None or theory.plate is None or sequence.bench.angles.plumb is None or not layout.centre:
        return
    plate = layout.u(theory.plate)
    sequence.tick(Face.NEAR, (plate, 0.0), "walk_start", "heel", "walk_start")
    walk_to(sequence, "head", plate, layout.u(0.0))
    tail = ends.get("tail")
    if tail is not None and tail.theory is not None:
        walk_to(sequence, "tail", plate, tail.theory)


def _half_thickness(sequence: Sequence) -> None:
    """Where half a piece's thickness is let in, gauge it along the edges it comes out at."""
    member, layout = sequence.member, sequence.layout
    for removal in member.removals:
        if not any(cut.role == "cheek" for cut in removal.planes):
            continue
        flat = next(cut.plane for cut in removal.planes if abs(cut.plane.normal.z) > 1.0 - 1e-9)
        shoulder = next((cut.plane for cut in removal.planes if abs(cut.plane.normal.z) < 0.5), None)
        near_side = flat.normal.z < 0
        deep = layout.thickness / 2 - flat.offset
        end = layout.u(shoulder.offset / shoulder.normal.x) if shoulder is not None else layout.right
        v = deep if near_side else layout.thickness - deep
        for face in (Face.TOP, Face.BOTTOM):
            if face is Face.BOTTOM and shoulder is not None:
                end = layout.u((shoulder.offset - shoulder.normal.y * layout.depth) / shoulder.normal.x)
            name = f"half_{face}"
            sequence.add(Step(
                id=f"gauge_{name}", do=Do.GAUGE, stop="half_thickness", role="lap", face=face, reading=deep,
                start=TapeEnd(Edge.TOP, layout.left, (layout.left, 0.0 if near_side else layout.thickness)),
                line=PencilLine(name, (layout.left, v), (max(end, layout.left), v)),
            ))  # fmt: skip


def _peg(sequence: Sequence) -> None:
    """The peg of a half lap: through the middle of what is let in, ticked on the face it is let into."""
    layout, member = sequence.layout, sequence.member
    shoulder = next((cut for cut in member.cut_planes if cut.role == "shoulder"), None)
    head = next((cut.plane for cut in member.cut_planes if cut.role == "head"), None)
    if shoulder is None or head is None:
        return
    half = layout.depth / 2
    middle = [layout.u((plane.offset - plane.normal.y * half) / plane.normal.x) for plane in (shoulder.plane, head)]
    face = Face.NEAR if (Face.NEAR, shoulder.id) in sequence.drawn else Face.FAR
    sequence.tick_anywhere(face, (sum(middle) / 2, half), "peg", "peg", "peg")


def _finish(sequence: Sequence) -> None:
    """Waste crossed, the piece named, a last measurement between its first and its last running mark."""
    sequence.add(Step(id="cross", do=Do.WRITE, stop="cross", role="cross"))
    sequence.add(Step(id="write", do=Do.WRITE, stop="write", role="write"))
    tops = sorted(
        {round(line.start[0], 6): line.start[0] for (face, _), line in sequence.drawn.items()
         if face is Face.NEAR and line.start[1] < ON and not line.gauged}.values()
    )  # fmt: skip
    if len(tops) > 1:
        first, last = tops[0], tops[-1]
        sequence.add(Step(
            id="measure", do=Do.MEASURE, stop="check", reading=last - first,
            start=TapeEnd(Edge.TOP, first, (first, 0.0)), to=TapeEnd(Edge.TOP, last, (last, 0.0)),
        ))  # fmt: skip
