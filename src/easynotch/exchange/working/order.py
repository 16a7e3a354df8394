"""The order of work of what was worked out: its tasks, by the shop's habits."""

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median

from ...core.schedule import (
    EXPERIENCE,
    Calendar,
    Person,
    RoofHabits,
    StairHabits,
    Task,
    roof_tasks,
    stair_tasks,
)
from ..input.settings_model import USUAL_CREW, CrewInput, SettingsInput, habit_of
from .work_out import Worked
from .work_out_roof import WorkedRoof

SCHOOLS = {"flight": ("stringer_assembly", "step_order"), "roof": ("ridge_order",)}
"""Where crews differ in the order of work, by the kind of a work: choices of the shop and of a job."""


@dataclass(frozen=True, slots=True)
class Crew:
    """Who works and when; ``begins`` is the hour of the day work begins at."""

    people: tuple[Person, ...]
    hours: float
    weekdays: frozenset[int]
    begins: float

    def calendar(self, first: int) -> Calendar:
        """Return the working days from one on whose weekday is ``first``, 0 for Monday."""
        return Calendar(self.hours, self.weekdays, first)


def tasks_of(prefix: str, worked: Worked, settings: SettingsInput | None) -> tuple[Task, ...]:
    """Return the tasks of a work, each after what it needs; ``prefix`` begins their ids."""
    members = [one.member for one in worked.members]
    if isinstance(worked, WorkedRoof):
        habits = RoofHabits(rafters_first=habit_of(settings, "ridge_order") == "rafters_first")
        return roof_tasks(prefix, worked.layout, members, float(worked.facts.get("sheathing_area", 0.0)), habits)
    ground = StairHabits(on_the_ground=habit_of(settings, "stringer_assembly") == "on_the_ground")
    flights = [worked.layout] if worked.two is None else [worked.two.upper, worked.two.lower]
    return stair_tasks(prefix, flights, members, ground)


def unmeasured_tasks(prefix: str, kind: str) -> tuple[Task, ...]:
    """Return what there is to do of a work before it can be worked out: it is measured."""
    first = "walls" if kind == "roof" else "surfaces"
    names = {one: f"{prefix}.{one}" for one in (first, "measure")}
    return (Task(names[first], first), Task(names["measure"], "measure", (names[first],)))


def crew_of(settings: SettingsInput | None) -> Crew:
    """Return the crew of some settings, the usual one where none is said."""
    said: CrewInput = (settings.crew if settings else None) or USUAL_CREW
    hours, minutes = said.begins.split(":")
    return Crew(
        tuple(Person(one.role, EXPERIENCE[one.experience]) for one in said.people),
        said.hours, frozenset(said.weekdays), int(hours) + int(minutes) / 60,
    )  # fmt: skip


def factors_of(
    settings: SettingsInput | None, taken: Sequence[tuple[str, float]], enough: int = 2
) -> dict[str, tuple[float, int]]:
    """Return how much longer than usual each kind of task takes a shop: as it was typed (then from 0 tasks), else the
    median of those that were done, with how many they are, where they are ``enough``.
    """
    found: dict[str, tuple[float, int]] = {}
    by_kind: dict[str, list[float]] = {}
    for task, ratio in taken:
        by_kind.setdefault(task.rpartition(".")[2], []).append(ratio)
    for kind, ratios in by_kind.items():
        if len(ratios) >= enough:
            found[kind] = (median(ratios), len(ratios))
    typed = (settings.times if settings else None) or {}
    return found | {kind: (float(factor), 0) for kind, factor in typed.items()}
