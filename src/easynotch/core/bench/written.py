"""Steps as plain data, in the form that ``docs/steps.md`` describes."""

from collections.abc import Callable
from typing import Any

from .step import AcrossHold, AlongHold, AngleHold, Held, JoinHold, LeggedHold, SawCut, Step, TapeEnd

Shown = Callable[[float], str]


def as_json(step: Step, shown: Shown, *, inside: bool = False) -> dict[str, Any]:
    """One step; what it has not is left out.

    Args:
        step: the step.
        shown: writes a length as the tape reads it.
        inside: whether the square's inside scales are read.
    """
    made: dict[str, Any] = {
        "id": step.id, "do": str(step.do), "face": "end" if step.on_end else str(step.face),
        "stop": step.stop, "role": step.role or None,
        "from": _tape_end(step.start), "to": _tape_end(step.to), "reading": step.reading,
        "shown": None if step.reading is None else shown(step.reading),
        "level": step.level or None, "deduct": step.deduct or None,
        "hold": _hold(step.hold, shown, inside=inside),
        "line": None if step.line is None else
        {"id": step.line.id, "from": list(step.line.start), "to": list(step.line.end)},
        "step": None if step.walk is None else {
            "unit": [step.walk.rise, step.walk.run], "along": step.walk.along, "times": step.walk.times,
            "level_rest": step.walk.level_rest,
            "with": "tongue_width" if step.walk.widths else "body" if step.walk.level_rest else None,
        },
        "across": None if step.across is None else {
            "tongue": step.across.tongue, "body": step.across.body, "reading": step.across.reading,
            "scale": step.across.scale,
        },
        "rule": None if step.rule is None else {
            "number": step.rule.number, "at": step.rule.at, "from": list(step.rule.start), "to": list(step.rule.end),
        },
        "cut": None if step.cut is None else _cut(step.cut),
        "count": step.count or None,
        "stand": None if step.stand is None else {"piece": step.stand.piece, "side": step.stand.side},
    }  # fmt: skip
    return {key: value for key, value in made.items() if value is not None}


def _tape_end(end: TapeEnd | None) -> dict[str, Any] | None:
    if end is None:
        return None
    return {"edge": str(end.edge), "at": end.at, "point": list(end.point), **({"line": end.line} if end.line else {})}


def _hold(hold: Held | None, shown: Shown, *, inside: bool) -> dict[str, Any] | None:
    match hold:
        case LeggedHold(jig=True):
            return {"tool": "jig", "riser": hold.tongue, "going": hold.body, "edge": str(hold.edge), "draw": hold.draw,
                    "heel": list(hold.heel)}  # fmt: skip
        case LeggedHold():
            return {
                "tool": "square", "edge": str(hold.edge), "tongue": hold.tongue, "body": hold.body,
                "shown": [shown(hold.tongue), shown(hold.body)], "scales": "inside" if inside else "outside",
                "draw": hold.draw, "heel": list(hold.heel), "tongue_at": list(hold.tongue_at),
                "body_at": list(hold.body_at), "scrap": hold.off_wood,
            }  # fmt: skip
        case AcrossHold():
            return {"tool": "square", "edge": str(hold.edge), "across": True, "at": hold.at}
        case AngleHold():
            scale = {} if hold.hip_scale is None else {"hip_scale": hold.hip_scale}
            return {"tool": "triangle" if hold.triangle else "bevel", "edge": str(hold.edge), "degrees": hold.degrees,
                    "pivot": list(hold.pivot), **scale}  # fmt: skip
        case JoinHold():
            return {"tool": "tape", "joins": [list(hold.first), list(hold.second)]}
        case AlongHold():
            return {"tool": "square", "along": hold.line}
    return None


def _cut(cut: SawCut) -> dict[str, Any]:
    return {
        "line": cut.line, "role": cut.role, "tilt": cut.tilt, "mitre": cut.mitre.mitre, "bevel": cut.mitre.bevel,
        "saws": list(cut.reach), "too_short": [name for name, _ in cut.short],
        "waste": cut.waste, "far": cut.far, "group": cut.group, "rip": cut.rip,
        **({} if cut.depth is None else {"depth": cut.depth}),
    }  # fmt: skip
