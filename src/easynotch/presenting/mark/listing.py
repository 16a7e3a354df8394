"""A work's bench steps written out: as data for whoever follows them, or in words to read."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from ...core.bench import Preferences, as_json
from ...core.rules import Words
from ...exchange import Worked
from .laying import lay_out_piece
from .stops import Piece, stop_views
from .titles import kind_of, names_in, title_in


def members_json(worked: Worked, preferences: Preferences, words: Words) -> list[dict[str, Any]]:
    """Return every member's board and steps, in the form of ``docs/steps.md``."""

    def called(mm: float) -> str:
        return " ".join(words.called(mm)).strip()

    made = []
    for one in worked.members:
        member = one.member
        laid = lay_out_piece(worked, member, preferences, more=member.count - 1)
        layout = laid.layout
        made.append({
            "id": member.id, "role": member.role, "count": member.count,
            "board": {"length": layout.length, "depth": layout.depth, "thickness": layout.thickness},
            "steps": [as_json(step, called, inside=preferences.square.inside) for step in laid.steps],
        })  # fmt: skip
    return made


def members_said(worked: Worked, preferences: Preferences, words: Words) -> Iterator[str]:
    """Yield every member's steps in words: its title, then each place along its board with its figure."""
    names = names_in(worked, words)
    for one in worked.members:
        member = one.member
        title = title_in(worked, member, words)
        laid = lay_out_piece(worked, member, preferences, more=member.count - 1)
        piece = Piece(title, kind_of(worked, member), laid, preferences, words, names)
        yield f"  {title}, × {member.count}"
        for number, stop in enumerate(stop_views(piece), 1):
            figure = f"{stop.figure.text} {stop.figure.sense}".strip() if stop.figure else ""
            yield f"  {number:3}. {stop.title}" + (f": {figure}, {stop.ends}" if figure else "")
            for step in stop.steps:
                yield f"       {step.say}"
            for note in stop.notes:
                yield f"       ({note})"


def chosen(preferences: Preferences, **said: Any) -> Preferences:
    """Return preferences with what was said on the command line in place of the shop's."""
    return replace(preferences, **{key: value for key, value in said.items() if value is not None})
