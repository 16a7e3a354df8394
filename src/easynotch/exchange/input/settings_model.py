"""The settings of a shop, and what a job differs in: words, tape, square, saws, stock, habits."""

from collections.abc import Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, create_model

from ...core.rules import Dialect, Words, choices
from ...core.schedule import kinds
from ...core.tape import Tape, Units
from ...core.tools import IMPERIAL, METRIC, Saw, Square
from ..problems import from_validation
from .measured import NotNegative, Positive, reading_in
from .parts import Flag, Name, Part


class SquareKind(StrEnum):
    """Which square lies on the board."""

    IMPERIAL = "imperial"
    METRIC = "metric"
    OWN = "own"


class SquareInput(Part):
    """The square in the shop: a usual one, or its own sizes along the outside edges."""

    kind: SquareKind
    body: Positive | None = None
    tongue: Positive | None = None
    body_width: Positive | None = None
    tongue_width: Positive | None = None

    def square(self) -> Square:
        """The square, for the core; what is not given is as on the imperial one."""
        if self.kind is not SquareKind.OWN:
            return METRIC if self.kind is SquareKind.METRIC else IMPERIAL
        return Square(
            body=self.body.mm if self.body else IMPERIAL.body,
            tongue=self.tongue.mm if self.tongue else IMPERIAL.tongue,
            body_width=self.body_width.mm if self.body_width else IMPERIAL.body_width,
            tongue_width=self.tongue_width.mm if self.tongue_width else IMPERIAL.tongue_width,
        )


class SawInput(Part):
    """A saw: how far its blade tilts (degrees), how deep it cuts upright, which side of the motor the blade is."""

    name: Name
    tilt: Annotated[float, Field(ge=0, le=60)]
    depth: Positive
    blade: Literal["left", "right"]

    def saw(self) -> Saw:
        """The saw, for the core."""
        return Saw(self.name, self.tilt, self.depth.mm, self.blade)


class KeptStockInput(Part):
    """A size kept in stock, with the lengths the yard has and what one of them costs a metre or a foot."""

    name: Name
    thickness: Positive
    depth: Positive
    lengths: Annotated[tuple[Positive, ...], Field(max_length=20)] = ()
    price: Annotated[float, Field(ge=0, le=1e6)] | None = None


class PersonInput(Part):
    """Somebody of a crew: the role, and how experienced."""

    role: Name
    experience: Literal["learning", "practised", "quick"] = "practised"


Weekday = Annotated[int, Field(ge=0, le=6)]


class CrewInput(Part):
    """Who works, how long a day without breaks, from when, and on which weekdays (0 is Monday)."""

    people: Annotated[list[PersonInput], Field(min_length=1, max_length=10)]
    hours: Annotated[float, Field(ge=1, le=16)] = 8.0
    begins: Annotated[str, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] = "07:00"
    weekdays: Annotated[tuple[Weekday, ...], Field(min_length=1, max_length=7)] = (0, 1, 2, 3, 4)


TaskKind: Any = Literal[tuple(kinds())]
Factor = Annotated[float, Field(ge=0.1, le=10)]
"""How much longer than usual a kind of task takes."""


def _habits() -> dict[str, Any]:
    """A field for every choice there is, taking one of its answers."""
    return {name: (Literal[choice.answers] | None, None) for name, choice in choices().items()}


Habits = create_model("Habits", __base__=Part, __doc__="Preferences and habits, each with its answer.", **_habits())


class SettingsInput(Part):
    """Settings; what is missing stands as the shop has it, or as usual."""

    dialect: Dialect | None = None
    fine: Flag | None = None
    keys: Flag | None = None
    square: SquareInput | None = None
    saws: Annotated[list[SawInput], Field(max_length=20)] | None = None
    stock: Annotated[list[KeptStockInput], Field(max_length=60)] | None = None
    bag: Annotated[float, Field(gt=0, le=1000, description="what a bag of concrete yields, litres")] | None = None
    kerf: Positive | None = None
    trim: NotNegative | None = None
    crew: CrewInput | None = None
    times: dict[TaskKind, Factor] | None = None
    habits: Habits | None = None  # type: ignore[valid-type]


USUAL_CREW = CrewInput(people=[PersonInput(role="lead"), PersonInput(role="second")])


class Origin(StrEnum):
    """Where a setting comes from."""

    USUAL = "usual"
    SHOP = "shop"
    JOB = "job"


@dataclass(frozen=True, slots=True)
class EffectiveSettings:
    """Settings as they stand for a job: the document with everything filled in, and where each key comes from."""

    document: dict[str, Any]
    origins: dict[str, Origin]


def read_settings(data: Any, units: Units) -> dict[str, Any]:
    """Settings as they are kept: every unit written out, nothing that was not given.

    Raises:
        Problems: what is wrong with them.
    """
    try:
        with reading_in(units):
            settings = SettingsInput.model_validate(data)
    except ValidationError as error:
        raise from_validation(error, SettingsInput) from None
    kept: dict[str, Any] = settings.model_dump(mode="json", exclude_none=True)
    return kept


def resolve_settings(shop: Mapping[str, Any], job: Mapping[str, Any], units: Units) -> EffectiveSettings:
    """What holds for a job: its own settings over the shop's over what is usual for its units."""
    usual: dict[str, Any] = {
        "dialect": str(Dialect.NORTH_AMERICA),
        "fine": False,
        "keys": True,
        "square": {"kind": str(units)},
        "saws": [],
        "stock": [],
        "bag": None,
        "kerf": None,
        "trim": None,
        "crew": USUAL_CREW.model_dump(mode="json"),
        "times": {},
    }
    document: dict[str, Any] = {}
    origins: dict[str, Origin] = {}
    for key, value in usual.items():
        document[key], origins[key] = _first(key, value, shop, job)
    habits = {name: choice.usual for name, choice in choices().items()}
    document["habits"] = {}
    for name, answer in habits.items():
        chosen, origin = _first(name, answer, shop.get("habits") or {}, job.get("habits") or {})
        document["habits"][name], origins[f"habits.{name}"] = chosen, origin
    return EffectiveSettings(document, origins)


def _first(key: str, usual: Any, shop: Mapping[str, Any], job: Mapping[str, Any]) -> tuple[Any, Origin]:
    if job.get(key) is not None:
        return job[key], Origin.JOB
    return (shop[key], Origin.SHOP) if shop.get(key) is not None else (usual, Origin.USUAL)


def square_of(settings: SettingsInput | None, units: Units) -> Square:
    """The square that lies on the board: the one of the settings, or the usual one of the units."""
    usual = METRIC if units is Units.METRIC else IMPERIAL
    if settings is None:
        return usual
    square = settings.square.square() if settings.square else usual
    habits: dict[str, Any] = settings.habits.model_dump() if settings.habits else {}
    return replace(square, inside=habits.get("scale") == "inside")


def habit_of(settings: SettingsInput | None, name: str) -> str:
    """How the shop does a thing, or how it is usually done."""
    habits: dict[str, Any] = settings.habits.model_dump() if settings and settings.habits else {}
    return str(habits.get(name) or choices()[name].usual)


def saws_of(settings: SettingsInput | None) -> tuple[Saw, ...]:
    """The saws of the shop."""
    return tuple(one.saw() for one in (settings.saws or ())) if settings else ()


def words_of(settings: SettingsInput | None, units: Units) -> Words:
    """The words a job's own settings ask for: their dialect, and their tape, fine or not."""
    dialect = settings.dialect if settings is not None else None
    fine = settings.fine if settings is not None else None
    return Words(dialect or Dialect.NORTH_AMERICA, Tape.of(units, fine=bool(fine)))
