"""Cheeks and deductions as steps: from the theoretical plumb line, each level distance back from it, on both faces.

The closed forms of the trade (half the 45° ridge, half a thickness) are not used here: every distance is read off the
planes, and the tests hold it against them.
"""

from dataclasses import dataclass, replace

from ..solid import CutPlane, Face, Member, Removal
from .layout import STRAIGHT, UPRIGHT
from .lines import ON, Needed
from .preferences import Cheeks
from .sequence import Sequence, named
from .step import AcrossHold, Do, Edge, JoinHold, PencilLine, Step, TapeEnd

BESIDE = "beside_"
PARALLEL = 1e-6
"""Degrees."""


@dataclass(frozen=True, slots=True)
class End:
    """A plumb cut with cheeks, or one something is deducted for: its cuts, and where its theoretical line and its nose
    cross the top edge's centre, u; None where no theoretical line is drawn.
    """

    role: str
    cuts: tuple[CutPlane, ...]
    theory: float | None
    nose: float

    @property
    def straight(self) -> bool:
        """Whether every cut goes square through the thickness."""
        return all(abs(cut.plane.normal.z) < STRAIGHT for cut in self.cuts)


def ends_of(sequence: Sequence) -> list[End]:
    """The plumb ends and notches of a sloping piece that are laid out from a centre line, head to foot."""
    member, layout = sequence.member, sequence.layout
    theory, found = member.theory, []
    if theory is None or sequence.bench.angles.plumb is None:
        return []
    heads = _plumb_cuts(member, "head", alone=True)
    if heads and layout.centre:
        found.append(End("head", heads, layout.u(0.0), max(_centre(layout.u(0.0), cut) for cut in heads)))
    elif any(abs(cut.plane.normal.z) > STRAIGHT for cut in heads):
        found.append(End("head", heads, None, max(_centre(layout.u(0.0), cut) for cut in heads)))
    heels = tuple(cut for cut in _plumb_cuts(member, "heel", alone=False) if abs(cut.plane.normal.z) > STRAIGHT)
    if heels and theory.plate is not None:
        found.append(End("heel", heels, None, _centre(layout.u(0.0), heels[0])))
    tails = _plumb_cuts(member, "tail", alone=True)
    if tails and theory.tail is not None and (layout.eave or any(abs(cut.plane.normal.z) > STRAIGHT for cut in tails)):
        start = layout.u(theory.tail) if layout.eave else None
        found.append(End("tail", tails, start, min(_centre(layout.u(0.0), cut) for cut in tails)))
    return found


def _centre(zero: float, cut: CutPlane) -> float:
    return zero + cut.plane.offset / cut.plane.normal.x


def _plumb_cuts(member: Member, role: str, *, alone: bool) -> tuple[CutPlane, ...]:
    cuts = [
        cut for removal in member.removals for cut in removal.planes
        if cut.role == role and (len(removal.planes) == 1) is alone
    ]  # fmt: skip
    upright = all(abs(member.placement.plane_to_world(cut.plane).normal.z) < UPRIGHT for cut in cuts)
    return tuple(cuts) if upright else ()


def lay_out_end(sequence: Sequence, end: End) -> Needed | None:
    """The steps from an end's theoretical line to the tops of its lines on the near face; return the line through its
    nose where the end has cheeks, for the far face to be set from.
    """
    nose: Needed | None = None
    if end.theory is not None:
        stop = f"centre_{end.role}"
        base = sequence.plumb_line(Face.NEAR, stop, "centre", end.theory, stop)
        if end.straight:
            sequence.level_tick(base, end.nose, end.role, end.role)
            return None
        if abs(end.nose - end.theory) > ON:
            sequence.level_tick(base, end.nose, f"nose_{end.role}", end.role)
        else:
            nose = base
    elif end.straight:
        return None
    if nose is None:
        stop = f"nose_{end.role}"
        nose = sequence.plumb_line(Face.NEAR, stop, "centre", end.nose, stop)
    for cut in end.cuts:
        line = sequence.lines.get((Face.NEAR, cut.id))
        if line is not None:
            _cheek(sequence, nose, line, sequence.stop_of(line))
    return nose


def _cheek(sequence: Sequence, nose: Needed, line: Needed, stop: str) -> None:
    """Half the thickness, level, from the nose's line to a cheek's."""
    top = min((line.start, line.end), key=lambda point: point[1])
    at = top[0] - _lean(sequence) * top[1]
    sequence.level_tick(nose, at, stop, "half_thickness")


def _lean(sequence: Sequence) -> float:
    down = -sequence.member.placement.y.z
    return -sequence.member.placement.x.z / down


def far_face(sequence: Sequence, noses: dict[str, Needed]) -> None:
    """The far face's lines, where a cut does not go straight through: each end's carried over the top edge from its
    nose's line, or from the near line it is parallel to, then the line across the top edge.
    """
    compound = [
        (number, removal) for number, removal in enumerate(sequence.member.removals)
        if any(abs(cut.plane.normal.z) > STRAIGHT for cut in removal.planes) and not removal.housing
    ]  # fmt: skip
    beside = _beside(sequence, compound)
    for line in beside:
        _draw_beside(sequence, line)
    struck = {line.id for line in beside}
    wanted = [
        line for (face, _), line in sequence.lines.items()
        if face is Face.FAR and line.id not in struck and (face, line.id) not in sequence.drawn
        and any(line.group == number for number, _ in compound)
    ]  # fmt: skip
    if not wanted:
        _top_lines(sequence, noses)
        return
    for role in dict.fromkeys(line.role for line in wanted):
        nose = noses.get(role)
        if nose is not None:
            _carry(sequence, nose, "carry")
    _top_lines(sequence, noses)
    sequence.add(Step(id="turn", do=Do.TURN, stop="turn", face=Face.FAR))
    for role in dict.fromkeys(line.role for line in wanted):
        nose, lines = noses.get(role), [line for line in wanted if line.role == role]
        far_nose = None
        if nose is not None:
            top = min((nose.start, nose.end), key=lambda point: point[1])
            far_nose = sequence.plumb_line(Face.FAR, nose.id, "centre", top[0], f"far_{nose.id}")
        for line in lines:
            if far_nose is not None:
                _cheek(sequence, far_nose, line, sequence.stop_of(line))
            elif not line.gauged and not line.base:
                _set_from_near(sequence, line)
            sequence.draw(line, sequence.stop_of(line))


def _carry(sequence: Sequence, line: Needed, stop: str) -> None:
    """A line's top carried square over the top edge to the far face."""
    top = min((line.start, line.end), key=lambda point: point[1])
    if top[1] > ON:
        return
    thick = sequence.layout.thickness
    sequence.add(Step(
        id=f"carry_{named(line)}", do=Do.CARRY, stop=stop, role=line.role, face=Face.TOP,
        start=TapeEnd(Edge.LINE, 0.0, top, named(line)), to=TapeEnd(Edge.TOP, top[0], top),
        hold=AcrossHold(Edge.TOP, top[0]), line=PencilLine(f"top_{named(line)}", (top[0], 0.0), (top[0], thick)),
    ))  # fmt: skip
    sequence.tick_at(Face.FAR, top)


def _set_from_near(sequence: Sequence, line: Needed) -> None:
    """A far line's place on the top edge, from the near line of its cut carried over, or from the hook."""
    near = _near_of(sequence, line)
    stop = sequence.stop_of(line)
    if near is None or line.start[1] > ON or near.start[1] > ON:
        return
    carried = f"top_{named(near)}"
    if not any(step.line is not None and step.line.id == carried for step in sequence.steps):
        _carry(sequence, near, stop)
    between = line.start[0] - near.start[0]
    if abs(between) < ON:
        return
    sequence.add(Step(
        id=f"tick_{named(line)}", do=Do.TICK, stop=stop, role=line.role, face=Face.FAR, deduct="set_back",
        start=TapeEnd(Edge.LINE, sequence.layout.thickness, near.start, carried),
        to=TapeEnd(Edge.TOP, line.start[0], line.start), reading=abs(between),
    ))  # fmt: skip
    sequence.tick_at(Face.FAR, line.start)


def _near_of(sequence: Sequence, line: Needed) -> Needed | None:
    near = sequence.drawn.get((Face.NEAR, line.id))
    if near is not None and not near.base:
        return near
    same = [
        one for (face, _), one in sequence.drawn.items()
        if face is Face.NEAR and one.role == line.role and not one.base and abs(one.angle - line.angle) < 1e-6
    ]  # fmt: skip
    return min(same, key=lambda one: abs(one.start[0] - line.start[0])) if same else None


def _top_lines(sequence: Sequence, noses: dict[str, Needed]) -> None:
    """The cheeks' lines across the top edge: from the near line's top to the nose, and on to the far line's."""
    thick, layout = sequence.layout.thickness, sequence.layout
    for nose in noses.values():
        role = nose.id.rsplit("_", 1)[-1]
        at = min((nose.start, nose.end), key=lambda point: point[1])[0]
        for face, edge in ((Face.NEAR, 0.0), (Face.FAR, thick)):
            for (side, _), line in list(sequence.lines.items()):
                if side is not face or line.role != role or line.base or line.gauged:
                    continue
                top = min((line.start, line.end), key=lambda point: point[1])
                u = top[0] - _lean(sequence) * top[1]
                if not layout.left - ON <= u <= layout.right + ON or role == "heel" or abs(u - at) < ON:
                    continue
                middle = (at, thick / 2)
                carried = f"top_{named(nose)}"
                if not any(step.id == f"tick_middle_{role}" for step in sequence.steps) and any(
                    step.line is not None and step.line.id == carried for step in sequence.steps
                ):
                    sequence.add(Step(
                        id=f"tick_middle_{role}", do=Do.TICK, stop=f"top_{role}", role=role, face=Face.TOP,
                        deduct="middle", start=TapeEnd(Edge.LINE, 0.0, (at, 0.0), carried),
                        to=TapeEnd(Edge.LINE, thick / 2, middle, carried), reading=thick / 2,
                    ))  # fmt: skip
                ends = ((u, 0.0), (at, thick / 2)) if face is Face.NEAR else ((at, thick / 2), (u, thick))
                name = f"top_{named(line)}"
                sequence.add(Step(
                    id=f"draw_{name}", do=Do.DRAW, stop=f"top_{role}", role=role, face=Face.TOP,
                    start=TapeEnd(Edge.LINE, edge, ends[0]), hold=JoinHold(*ends), line=PencilLine(name, *ends),
                ))  # fmt: skip


def _beside(sequence: Sequence, compound: list[tuple[int, Removal]]) -> list[Needed]:
    """By the school of one face: lines struck on the near face instead of the far one, parallel to a near one.

    Where the cut has a near line, where its blade comes out; of two cheeks the other's own near line, in waste.
    """
    if sequence.preferences.cheeks is not Cheeks.ONE_FACE:
        return []
    layout, found = sequence.layout, []
    alone = {n for n, _ in compound if len(sequence.member.removals[n].planes) == 1}
    for (face, _), line in sequence.lines.items():
        if face is not Face.FAR or line.group not in alone or line.gauged or line.base:
            continue
        near = _near_of(sequence, line)
        struck = line if (Face.NEAR, line.id) in sequence.lines else _own_near(sequence, line)
        tops = (near.start[1] if near else 1.0, struck.start[1])
        on_wood = all(layout.left - ON <= u <= layout.right + ON for u, _ in (struck.start, struck.end))
        if near is not None and max(tops) < ON and on_wood and abs(near.angle - struck.angle) < PARALLEL:
            found.append(replace(struck, face=Face.NEAR))
    return found


def _own_near(sequence: Sequence, line: Needed) -> Needed:
    """Where a cut that shows on the far face alone meets the near one's plane, across the whole board."""
    plane = sequence.member.removals[line.group].planes[0].plane
    normal, half, depth = plane.normal, sequence.layout.thickness / 2, sequence.layout.depth
    ends = [
        (sequence.layout.u((plane.offset + normal.z * half - normal.y * v) / normal.x), v) for v in (0.0, depth)
    ]  # fmt: skip
    return replace(line, start=ends[0], end=ends[1])


def _draw_beside(sequence: Sequence, line: Needed) -> None:
    near = _near_of(sequence, line)
    assert near is not None
    stop, name = f"far_{line.id}", f"{BESIDE}{line.id}"
    between = line.start[0] - near.start[0]
    if abs(between) > ON:
        sequence.add(Step(
            id=f"tick_{name}", do=Do.TICK, stop=stop, role=line.role, face=Face.NEAR, deduct="beside",
            start=TapeEnd(Edge.LINE, 0.0, near.start, named(near)),
            to=TapeEnd(Edge.TOP, line.start[0], line.start), reading=abs(between),
        ))  # fmt: skip
    sequence.tick_at(Face.NEAR, line.start)
    sequence.draw(replace(line, id=name), stop)
