"""The answer of ``work-out --json``: the contract of ``docs/facts.md``, full precision, mm and degrees."""

from typing import Any

from .work_out import Worked
from .work_out_roof import WorkedRoof
from .worked import WorkedMember


def contract(name: str, worked: Worked) -> dict[str, Any]:
    """One work's answer."""
    return {
        "name": name,
        "kind": worked.kind,
        "facts": worked.facts,
        "members": [_member(piece) for piece in worked.members],
        "joints": [
            {"id": joint.id, "opening": joint.opening, "contact": joint.contact, "bears": joint.bears}
            for joint in worked.joints
        ],
        "causes": _causes(worked),
        "checks": [{"id": check.id, "level": str(check.level)} for check in worked.checks],
    }


def _causes(worked: Worked) -> list[dict[str, Any]]:
    """What a trial tells, best first; nothing where none was said."""
    if not isinstance(worked, WorkedRoof):
        return [{"id": str(one.id), "size": one.size, "explains": one.explains} for one in worked.causes]
    return [
        {"id": str(one.id), "size": one.size, "explains": one.explains, "correction": one.correction}
        for one in worked.causes
    ]


def _member(piece: WorkedMember) -> dict[str, Any]:
    member = piece.member
    return {
        "id": member.id,
        "role": member.role,
        "hand": member.hand,
        "count": member.count,
        **({} if member.place is None else {"place": member.place}),
        "stock": {"thickness": member.stock.thickness, "depth": member.stock.depth},
        "lengths": dict(member.lengths),
        "cuts": [
            {
                "id": cut.id,
                "role": cut.role,
                "line_angle": cut.line_angle,
                "blade_tilt": cut.blade_tilt,
                "top_angle": cut.top_angle,
                "leans": cut.leans,
            }
            for cut in piece.cuts
        ],
        "marks": [{"id": mark.id, "along_top": mark.along} for mark in piece.marks],
    }
