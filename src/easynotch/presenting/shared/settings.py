"""Settings in words: what stands for a job, and where each part comes from."""

from dataclasses import dataclass
from typing import Any

from ...core.rules import Dialect, Words, catalogue, choices
from ...core.tape import Tape, Units
from ...core.terms import Message
from ...exchange import EffectiveSettings, resolve_settings

PLAIN_KEYS = ("dialect", "fine", "keys", "square", "saws", "stock")
USED_PLAIN = frozenset({"dialect", "fine", "keys", "square", "saws"})


@dataclass(frozen=True, slots=True, kw_only=True)
class OriginView:
    """A setting as it stands: what it is, what was chosen, and where that comes from."""

    key: str
    title: str
    answer: str
    origin: str
    said: str
    used: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class SettledView:
    """The settings that hold for a job, as a document, and where each comes from."""

    document: dict[str, Any]
    rows: list[OriginView]


@dataclass(frozen=True, slots=True, kw_only=True)
class AnswerView:
    """An answer to a choice: who works that way, and what it changes."""

    id: str
    name: str
    say: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ChoiceView:
    """A preference or habit; ``used`` tells whether anything heeds it yet."""

    id: str
    group: str
    title: str
    used: bool
    answers: list[AnswerView]


@dataclass(frozen=True, slots=True, kw_only=True)
class GroupView:
    """A group of choices."""

    id: str
    name: str
    choices: list[ChoiceView]


def words_for(document: dict[str, Any], units: Units) -> Words:
    """The words and the tape that settled settings ask for."""
    return Words(Dialect(document["dialect"]), Tape.of(units, document["fine"]))


def effective_view(shop: dict[str, Any], job: dict[str, Any], units: Units) -> SettledView:
    """Everything as it stands for a job; of the shop itself where the job is empty."""
    effective = resolve_settings(shop, job, units)
    words = words_for(effective.document, units)
    rows = [_plain(key, effective, words) for key in PLAIN_KEYS]
    for name, answer in effective.document["habits"].items():
        rows.append(
            OriginView(
                key=f"habits.{name}",
                title=words.say(Message(f"choice.{name}.title")),
                answer=words.say(Message(f"choice.{name}.{answer}.name")).lower(),
                origin=effective.origins[f"habits.{name}"],
                said=words.say(Message(f"setting.from_{effective.origins[f'habits.{name}']}")),
                used=choices()[name].used,
            )
        )
    return SettledView(document=effective.document, rows=rows)


def _plain(key: str, effective: EffectiveSettings, words: Words) -> OriginView:
    value = effective.document[key]
    origin = effective.origins[key]
    if isinstance(value, list):
        answer = ", ".join(one["name"] for one in value) or words.say(Message("setting.none"))
    else:
        said = value["kind"] if isinstance(value, dict) else str(value).lower()
        answer = catalogue("messages", words.dialect)[f"setting.{key}.{said}"]
    return OriginView(
        key=key,
        title=words.say(Message(f"setting.{key}.title")),
        answer=answer,
        origin=origin,
        said=words.say(Message(f"setting.from_{origin}")),
        used=key in USED_PLAIN,
    )


def groups_view(words: Words) -> list[GroupView]:
    """The choices there are, by group, each answer with who works that way."""
    groups: dict[str, list[ChoiceView]] = {}
    for choice in choices().values():
        name = f"choice.{choice.id}"
        answers = [
            AnswerView(
                id=answer,
                name=words.say(Message(f"{name}.{answer}.name")),
                say=words.say(Message(f"{name}.{answer}.say")),
            )
            for answer in choice.answers
        ]
        groups.setdefault(choice.group, []).append(
            ChoiceView(
                id=choice.id,
                group=choice.group,
                title=words.say(Message(f"{name}.title")),
                used=choice.used,
                answers=answers,
            )
        )
    return [
        GroupView(id=group, name=words.say(Message(f"choice.group.{group}")), choices=found)
        for group, found in groups.items()
    ]
