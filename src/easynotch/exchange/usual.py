"""What a new flight starts from before it is measured: usual sizes, every one there to be changed."""

from typing import Any

from ..core.tape import Units

USUAL_FLIGHT: dict[Units, dict[str, Any]] = {
    Units.IMPERIAL: {
        "kind": "flight",
        "riser": {"at_most": '7 3/4"'},
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
        "riser": {"target": "180 mm"},
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


def usual_flight(units: Units, name: str) -> dict[str, Any]:
    """A flight's document before anything is measured."""
    return {**USUAL_FLIGHT[units], "name": name}
