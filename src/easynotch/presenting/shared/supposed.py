"""What is still to be measured is supposed for the drawing: told as supposed, never kept, never cut by."""

from typing import Any

from ...core.tape import Units

SUPPOSED: dict[Units, dict[str, dict[str, str]]] = {
    Units.IMPERIAL: {
        "flight": {"total_rise": "4'"},
        "roof": {"plan.length": "16'", "plan.width": "10'"},
        "polygon": {"plan.side": "5'"},
        "outline": {},
    },
    Units.METRIC: {
        "flight": {"total_rise": "1200 mm"},
        "roof": {"plan.length": "5000 mm", "plan.width": "3000 mm"},
        "polygon": {"plan.side": "1500 mm"},
        "outline": {},
    },
}
"""What the sketch of an unmeasured work is drawn with. It is marked as supposed and never stored."""


def suppose_missing(data: Any) -> list[str]:
    """Fill in what is still to be measured, and say so."""
    works = data.get("works") if isinstance(data, dict) else None
    units = Units.METRIC if isinstance(data, dict) and data.get("units") == "metric" else Units.IMPERIAL
    supposed: list[str] = []
    for work in works if isinstance(works, list) else []:
        if not isinstance(work, dict):
            continue
        plan = work.get("plan")
        shape = str(plan.get("shape")) if isinstance(plan, dict) else ""
        wanted = SUPPOSED[units].get(shape, SUPPOSED[units].get(str(work.get("kind")), {}))
        for path, value in wanted.items():
            *outer, key = path.split(".")
            place = work
            for step in outer:
                place = place.setdefault(step, {}) if isinstance(place.get(step, {}), dict) else {}
            if place.get(key) in (None, ""):
                place[key] = value
                supposed.append(path)
    return supposed
