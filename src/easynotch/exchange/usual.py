"""What a new flight starts from before it is measured: usual sizes, every one there to be changed."""

from typing import Any

from ..core.tape import Units
from .input.job_model import FlightAssumed
from .input.roof_model import RoofAssumed

FLIGHT_ASSUMED = dict.fromkeys(FlightAssumed.model_fields, True)
ROOF_ASSUMED = dict.fromkeys(RoofAssumed.model_fields, True)

USUAL_FLIGHT: dict[Units, dict[str, Any]] = {
    Units.IMPERIAL: {
        "kind": "flight",
        "assumed": FLIGHT_ASSUMED,
        "tread": {"boards": 2, "board_width": '5 1/2"', "gap": '3/16"', "thickness": '1"', "nosing": '1"'},
        "riser_board": '3/4"',
        "upper_finish": '1"',
        "lower_finish": '0"',
        "stock": {"thickness": '1 1/2"', "depth": '11 1/4"', "length": "12'"},
        "head": {"kind": "hanger"},
        "kicker": None,
        "width": '42"',
        "stringer_spacing": '16"',
    },
    Units.METRIC: {
        "kind": "flight",
        "assumed": FLIGHT_ASSUMED,
        "tread": {"going": "250 mm", "thickness": "33 mm", "nosing": "20 mm"},
        "riser_board": "18 mm",
        "upper_finish": "28 mm",
        "lower_finish": "0 mm",
        "stock": {"thickness": "45 mm", "depth": "290 mm", "length": "4200 mm"},
        "head": {"kind": "hanger"},
        "kicker": None,
        "width": "1000 mm",
        "stringer_spacing": "400 mm",
    },
}


COMFORTABLE = {Units.IMPERIAL: '7"', Units.METRIC: "180 mm"}
FEWEST = {Units.IMPERIAL: '7 3/4"', Units.METRIC: "220 mm"}


def usual_flight(units: Units, name: str, riser_count: str = "fewest") -> dict[str, Any]:
    """A flight's document before anything is measured.

    Args:
        units: the job's.
        name: what the flight is called.
        riser_count: the shop's habit: ``fewest`` risers allowed, or a ``comfortable`` one aimed at.
    """
    riser = {"target": COMFORTABLE[units]} if riser_count == "comfortable" else {"at_most": FEWEST[units]}
    return {**USUAL_FLIGHT[units], "name": name, "riser": riser}


USUAL_ROOF: dict[Units, dict[str, Any]] = {
    Units.IMPERIAL: {
        "kind": "roof",
        "assumed": ROOF_ASSUMED,
        "plan": {"shape": "rectangle", "ends": ["gable", "gable"], "sheathing": '0"', "plate": '3 1/2"'},
        "pitch": "6/12",
        "ridge": {"kind": "board", "thickness": '1 1/2"', "depth": '9 1/4"'},
        "rafter": {"thickness": '1 1/2"', "depth": '7 1/4"', "spacing": '16"', "length": "14'"},
        "eaves": {"overhang": '12"', "fascia": '3/4"', "tail": "plumb", "verge": '0"'},
    },
    Units.METRIC: {
        "kind": "roof",
        "assumed": ROOF_ASSUMED,
        "plan": {"shape": "rectangle", "ends": ["gable", "gable"], "sheathing": "0 mm", "plate": "90 mm"},
        "pitch": "30°",
        "ridge": {"kind": "board", "thickness": "35 mm", "depth": "220 mm"},
        "rafter": {"thickness": "45 mm", "depth": "170 mm", "spacing": "450 mm", "length": "4800 mm"},
        "eaves": {"overhang": "300 mm", "fascia": "20 mm", "tail": "plumb", "verge": "0 mm"},
    },
}


NOTCH_BY: dict[Units, dict[str, dict[str, Any]]] = {
    Units.IMPERIAL: {
        "seat": {"rule": "seat", "value": '3 1/2"'},
        "fraction": {"rule": "fraction", "value": "1/4"},
        "hap": {"rule": "hap", "value": '5 1/2"'},
    },
    Units.METRIC: {
        "seat": {"rule": "seat", "value": "90 mm"},
        "fraction": {"rule": "fraction", "value": "1/3"},
        "hap": {"rule": "hap", "value": "130 mm"},
    },
}


USUAL_HIP = {
    Units.IMPERIAL: {"thickness": '1 1/2"', "depth": '9 1/4"'},
    Units.METRIC: {"thickness": "45 mm", "depth": "220 mm"},
}


def usual_roof(
    units: Units,
    name: str,
    notch_rule: str = "seat",
    tails: str = "on_the_bench",
    hip_planes: str = "drop",
    jacks: str = "from_the_common",
) -> dict[str, Any]:
    """A roof's document before anything is measured.

    Args:
        units: the job's.
        name: what the roof is called.
        notch_rule: the shop's habit: by ``seat``, ``fraction`` of the depth, or ``hap``.
        tails: the shop's habit: cut ``on_the_bench`` or ``run_long``.
        hip_planes: the shop's habit: how a hip, where there will be one, keeps the planes.
        jacks: the shop's habit: set out ``from_the_common`` down, ``from_the_corner`` up, or ``measured`` one by one,
            for which they are worked out from the common.
    """
    usual = USUAL_ROOF[units]
    eaves = {**usual["eaves"], **({"tails": "snapped"} if tails == "run_long" else {})}
    hip = {
        **USUAL_HIP[units],
        "keep_planes": hip_planes,
        "jacks": "corner" if jacks == "from_the_corner" else "commons",
    }
    return {**usual, "name": name, "notch": NOTCH_BY[units][notch_rule], "eaves": eaves, "hip": hip}
