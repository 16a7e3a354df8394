"""A work's bench steps written out: as data for whoever follows them, or in words to read."""

from collections.abc import Iterator
from dataclasses import replace
from typing import Any

from ...core.bench import Preferences, as_json, lay_on_board, steps_of
from ...core.rules import Words
from ...exchange import Worked
from .defects import begins, lying_of
from .places import meets_of
from .stops import Piece, stop_views
from .titles import kind_of, names_in, title_in


def members_json(worked: Worked, preferences: Preferences, words: Words) -> list[dict[str, Any]]:
    """Return every member's board and steps, in the form of ``docs/steps.md``."""

    def called(mm: float) -> str:
        return " ".join(words.called(mm)).strip()

    made = []
    for laid in worked.members:
        member = laid.member
        lying = lying_of(worked, member)
        start = begins(lying)
        layout = lay_on_board(member, preferences, start)
        steps = steps_of(member, preferences, more=member.count - 1, begins=start, meets=meets_of(worked, member))
        made.append({
            "id": member.id, "role": member.role, "count": member.count,
            "board": {"length": layout.length, "depth": layout.depth, "thickness": layout.thickness},
            "steps": [as_json(step, called, inside=preferences.square.inside) for step in steps],
        })  # fmt: skip
    return made


def members_said(worked: Worked, preferences: Preferences, words: Words) -> Iterator[str]:
    """Yield every member's steps in words: its title, then each place along its board with its figure."""
    names = names_in(worked, words)
    for laid in worked.members:
        member = laid.member
        title = title_in(worked, member, words)
        lying = lying_of(worked, member)
        start = begins(lying)
        layout = lay_on_board(member, preferences, start)
        steps = steps_of(member, preferences, more=member.count - 1, begins=start, meets=meets_of(worked, member))
        yield f"  {title}, × {member.count}"
        for number, stop in enumerate(
            stop_views(
                Piece(
                    title,
                    kind_of(worked, member),
                    steps,
                    layout,
                    preferences,
                    words,
                    names,
                    lying is not None and lying.turned,
                )
            ),
            1,
        ):
            figure = f"{stop.figure.text} {stop.figure.sense}".strip() if stop.figure else ""
            yield f"  {number:3}. {stop.title}" + (f": {figure}, {stop.ends}" if figure else "")
            for step in stop.steps:
                yield f"       {step.say}"
            for note in stop.notes:
                yield f"       ({note})"


def chosen(preferences: Preferences, **said: Any) -> Preferences:
    """Return preferences with what was said on the command line in place of the shop's."""
    return replace(preferences, **{key: value for key, value in said.items() if value is not None})
