"""Practice pieces: made up from a number, so that an answer is checked against the very piece it was asked of."""

from random import Random
from typing import Any

from ...core.rules import Words
from ...core.tape import Tape, Units
from ...core.terms import Count, Length, Message, Value
from ...exchange import (
    JobInput,
    Problems,
    RoofInput,
    WorkedFlight,
    WorkedRoof,
    usual_flight,
    usual_roof,
    worked_out,
)

ASKED: dict[str, tuple[str, ...]] = {
    "stairs": ("riser", "going", "step", "throat", "head_drop", "first_riser"),
    "rafters": ("theoretical", "head_to_plate", "tail", "hap", "seat", "notch_depth", "fascia_drop"),
    "hips": ("rise", "theoretical", "common_difference", "ridge_length"),
}


MOST_TRIES = 40
"""Made-up pieces before one is found that has nothing against it."""


def made_up(school: str, units: Units, seed: int) -> tuple[JobInput, WorkedFlight | WorkedRoof]:
    """The piece of a seed: the first made up that works out with nothing that stops it."""
    for turn in range(MOST_TRIES):
        chance = Random(f"{school}:{units}:{seed}:{turn}")
        job = JobInput.model_validate(
            {"format": "easy-notch-job", "version": 1, "name": "practice", "units": units,
             "works": [_document(school, units, chance)]}
        )  # fmt: skip
        try:
            worked = worked_out(job, 0, Tape.of(units, False))
        except Problems:
            continue
        if all(check.level != "stop" for check in worked.checks):
            return job, worked
    raise LookupError(seed)


def _document(school: str, units: Units, chance: Random) -> dict[str, Any]:
    """A work of a school, its sizes by chance within what is usual."""
    imperial = units is Units.IMPERIAL

    def length(low: int, high: int, step: int = 1) -> str:
        """In eighths of an inch, or mm."""
        value = chance.randrange(low, high + 1, step)
        return f"{value // 8} {value % 8}/8 in" if imperial else f"{value} mm"

    if school == "stairs":
        document = usual_flight(units, "practice")
        document["total_rise"] = length(220, 900) if imperial else length(700, 2900)
        document["stock"] = {**document["stock"], "length": "20'" if imperial else "7000 mm"}
        return document
    document = usual_roof(units, "practice")
    ends = ["hip", "hip"] if school == "hips" else ["gable", "gable"]
    width = length(8 * 12 * 8, 8 * 12 * 16, 4) if imperial else length(2400, 5200, 5)
    long = length(8 * 12 * 20, 8 * 12 * 30, 4) if imperial else length(6200, 9000, 5)
    document["plan"] = {**document["plan"], "length": long, "width": width, "ends": ends}
    twelfths, angle = chance.choice([4, 5, 6, 7, 8, 9, 10, 12]), chance.randrange(20, 46)
    if school == "hips":
        deeper = {"thickness": '1 1/2"', "depth": '9 1/4"'} if imperial else {"thickness": "45 mm", "depth": "220 mm"}
        document["hip"] = {**deeper, "keep_planes": "drop", "head": "commons"}
    document["pitch"] = f"{twelfths}/12" if imperial else f"{angle}°"
    document["rafter"] = {**document["rafter"], "length": "24'" if imperial else "8000 mm"}
    document["eaves"] = {**document["eaves"], "overhang": length(64, 160) if imperial else length(200, 500, 5)}
    return document


def given_in_words(job: JobInput, worked: WorkedFlight | WorkedRoof, words: Words) -> list[str]:
    """What a hand needs to know to work it out, in sentences."""
    if isinstance(worked, WorkedFlight):
        flight = worked.layout.flight
        rows: list[tuple[str, dict[str, Value]]] = [
            ("flight", {"rise": Length(flight.total_rise), "n": Count(worked.layout.riser_count)}),
            ("tread", {"going": Length(worked.layout.going + flight.tread.nosing),
                       "nosing": Length(flight.tread.nosing), "thickness": Length(flight.tread.thickness)}),
            ("finish", {"upper": Length(flight.upper_finish), "lower": Length(flight.lower_finish)}),
            ("board", {"depth": Length(flight.stock.depth)}),
        ]  # fmt: skip
    else:
        roof, given = worked.layout.roof, job.works[0]
        assert isinstance(given, RoofInput)
        rows = [
            ("roof", {"length": Length(roof.plan.length), "width": Length(roof.plan.width), "pitch": given.pitch.text}),
            ("ridge", {"thickness": Length(roof.ridge.stock.thickness), "depth": Length(roof.ridge.stock.depth)}),
            ("rafter", {"depth": Length(roof.rafter.depth), "thickness": Length(roof.rafter.thickness),
                        "spacing": Length(roof.spacing)}),
            ("notch", {"seat": Length(worked.layout.notch.seat)}),
            ("eaves", {"overhang": Length(roof.eaves.overhang), "fascia": Length(roof.eaves.fascia)}),
        ]  # fmt: skip
    return [words.say(Message(f"practice.{key}", values)) for key, values in rows]
