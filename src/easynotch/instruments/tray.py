"""The instruments of the tray: a laser distance meter, a rotary level with its staff, an angle finder and a tape.

Sag of a tape that hangs free: ``w² L³ / (24 P²)`` (w its weight by length, P the pull), the usual small-sag formula.
"""

from dataclasses import replace
from math import atan2, degrees, radians, tan
from random import Random

from .instrument import (
    Between,
    Fault,
    HeightAt,
    Instrument,
    Kind,
    Reference,
    RidgeTop,
    State,
    StringAt,
    Taken,
    Target,
    ValueOf,
    truth,
)
from .true_site import TrueSite

BODY: dict[Reference, float] = {"back": 0.0, "front": 115.0, "tripod": 62.0}
"""mm: the meter's back edge is held to the wall; what it leaves out that measures from elsewhere."""
NOISE, BIAS, NEAREST, FARTHEST, GLARE = 0.6, 0.4, 50.0, 40_000.0, 12_000.0
"""mm, of the meter: noise, one in three times more; what it reads too long; its range; from where sun outshines it."""
A_READING, LOW, LOW_NOISE = 0.02, 0.15, 4.0
"""What one reading takes of a battery; from when it is low, and how much rougher it reads then."""
STAFF_NOISE = 0.7
"""mm."""
DRIFT, ANGLE_NOISE = 0.04, 0.03
"""Degrees an angle finder drifts with each reading, at most, and its noise."""
TAPE_NOISE, WEIGHT, PULL, HANGS_FROM = 0.8, 0.13, 25.0, 3000.0
"""mm; N/m and N of the tape; from which length it hangs free, mm."""


class Meter:
    """A laser distance meter."""

    targets: tuple[type, ...] = (Between, ValueOf)

    def take(self, state: State, target: Target, site: TrueSite, chance: Random) -> Taken | Fault:
        """To the millimetre, from the edge it is set to."""
        real = truth(site, target)
        if not NEAREST <= real <= FARTHEST:
            return Fault("out_of_range")
        if state.sun and real > GLARE:
            return Fault("glare")
        low = state.battery < LOW
        read = real + BIAS - BODY[state.reference] + chance.gauss(0.0, NOISE * (LOW_NOISE if low else 1.0))
        line = line_of(site, target)
        if line is not None and line not in state.cleared:
            read += site.in_the_way[frozenset(map(int, line.rsplit(":", 1)[1].split("-")))]
        notes = (
            *(("low_battery",) if low else ()),
            *((f"from_{state.reference}",) if state.reference != "back" else ()),
        )
        return Taken(float(round(read)), float(round(read)), notes=notes)


class Staff:
    """A rotary level and its staff: the height of the line of sight less what is read on the staff."""

    targets: tuple[type, ...] = (HeightAt, RidgeTop)

    def take(self, state: State, target: Target, site: TrueSite, chance: Random) -> Taken | Fault:
        """To the millimetre."""
        shown = float(round(state.sight - truth(site, target) + chance.gauss(0.0, STAFF_NOISE)))
        return Taken(state.sight - shown, shown, notes=("staff",))


class AngleFinder:
    """A digital level that finds angles: it drifts until it is turned round on one place and set anew. Laid on a
    straightedge from place to place it reads how much higher the one lies, as roughly as its angle is.
    """

    targets: tuple[type, ...] = (ValueOf, HeightAt)

    def take(self, state: State, target: Target, site: TrueSite, chance: Random) -> Taken | Fault:
        """To a twentieth of a degree."""
        if isinstance(target, HeightAt):
            return self._level(state, target, site, chance)
        if not isinstance(target, ValueOf) or target.drawn is None:
            return Fault("nothing_there")
        read = target.drawn + state.drift + chance.gauss(0.0, ANGLE_NOISE)
        read = round(read * 20) / 20
        notes = ("drifted",) if abs(state.drift) > 3 * ANGLE_NOISE else ()
        return Taken(read, read, degrees=True, notes=notes)

    def _level(self, state: State, target: HeightAt, site: TrueSite, chance: Random) -> Taken | Fault:
        if target.end is None:
            return Fault("level_between")
        reach = site.apart(target.place, target.end)
        real = degrees(atan2(truth(site, target), reach))
        read = round((real + state.drift + chance.gauss(0.0, ANGLE_NOISE)) * 20) / 20
        notes = ("drifted",) if abs(state.drift) > 3 * ANGLE_NOISE else ()
        rough = reach * tan(radians(2 * ANGLE_NOISE + 0.025))
        return Taken(float(round(reach * tan(radians(read)))), read, tolerance=rough, notes=notes)


class SteelTape:
    """A steel tape: it may start at a figure, and hangs where it is long."""

    targets: tuple[type, ...] = (Between, StringAt, ValueOf, RidgeTop)

    def take(self, state: State, target: Target, site: TrueSite, chance: Random) -> Taken | Fault:
        """To the millimetre."""
        real = truth(site, target)
        metres = real / 1000
        sag = WEIGHT**2 * metres**3 / (24 * PULL**2) * 1000 if real > HANGS_FROM else 0.0
        shown = float(round(real + sag + state.started_at + chance.gauss(0.0, TAPE_NOISE)))
        return Taken(shown, shown, started_at=state.started_at, notes=("sag",) if sag > 1.0 else ())


INSTRUMENTS: dict[Kind, Instrument] = {
    Kind.METER: Meter(), Kind.STAFF: Staff(), Kind.ANGLE: AngleFinder(), Kind.TAPE: SteelTape(),
}  # fmt: skip
POWERED = frozenset({Kind.METER, Kind.STAFF, Kind.ANGLE})


def press(state: State, target: Target, site: TrueSite) -> tuple[Taken | Fault, State]:
    """One press of an instrument: the reading or the fault, and how it stands afterwards. The same press of the same
    instrument at the same building reads the same.
    """
    if not state.paired:
        return Fault("not_paired"), state
    if state.kind in POWERED and state.battery <= 0.0:
        return Fault("flat"), state
    instrument = INSTRUMENTS[state.kind]
    if not isinstance(target, instrument.targets):
        return Fault("not_for_it"), state
    chance = Random(f"{site.seed}:{state.kind}:{state.count}:{target}")
    found = instrument.take(state, target, site, chance)
    drift = state.drift + chance.uniform(0.0, DRIFT) if state.kind is Kind.ANGLE else state.drift
    used = max(0.0, state.battery - A_READING) if state.kind in POWERED else state.battery
    line = line_of(site, target)
    cleared = (*state.cleared, line) if line is not None and isinstance(found, Taken) else state.cleared
    return found, replace(state, count=state.count + 1, drift=drift, battery=used, cleared=cleared)


def line_of(site: TrueSite, target: Target) -> str | None:
    """The line of sight something is in the way of at first, by its site and corners; None of any other."""
    if not isinstance(target, Between):
        return None
    low, high = sorted((target.start, target.end))
    return f"{site.seed}:{low}-{high}" if frozenset((low, high)) in site.in_the_way else None


def turned_round(state: State) -> State:
    """An angle finder read on one place both ways round: half of what they differ by is its drift, and is taken off."""
    return replace(state, drift=0.0)
