"""Limits that are a shop's or a job's own: a shipped set, and what differs from it with the reason."""

from collections.abc import Mapping
from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field, Tag, ValidationError, create_model

from ...core.rules import LimitChange, LimitSet, LimitSetId, changed, limit_set, usual_limit_set
from ...core.tape import Units
from ...core.terms import Angle, Count, Length, Message
from ..problems import Problems, from_validation
from .measured import Fraction, PitchText, Positive, fraction_of, reading_in
from .parts import Name, Part, Whole, text_or_object

Reason = Annotated[str, Field(max_length=400, min_length=3)]


class LengthChange(Part):
    """Another length for a limit, and why."""

    value: Positive
    reason: Reason


class AngleChange(Part):
    """Another slope for a limit, and why."""

    value: PitchText
    reason: Reason


class ShareChange(Part):
    """Another share for a limit, and why."""

    value: Fraction
    reason: Reason


class CountChange(Part):
    """Another number for a limit, and why."""

    value: Annotated[Whole, Field(ge=1, le=200)]
    reason: Reason


def _fields() -> dict[str, Any]:
    """A field for every limit there is, of the kind its value has."""
    limits = limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits
    kinds = {Length: LengthChange, Angle: AngleChange, Count: ShareChange}
    counted = {name for name, limit in limits.items() if isinstance(limit.value, Count) and limit.value.number >= 1}
    return {
        name: ((CountChange if name in counted else kinds[type(limit.value)]) | None, None)
        for name, limit in limits.items()
    }


class _Changes(Part):
    def changes(self) -> dict[str, LimitChange]:
        """The changes, for the core."""
        found: dict[str, LimitChange] = {}
        for name, change in self:
            if isinstance(change, LengthChange):
                found[name] = LimitChange(Length(change.value.mm), change.reason)
            elif isinstance(change, AngleChange):
                found[name] = LimitChange(Angle(change.value.pitch.degrees), change.reason)
            elif isinstance(change, CountChange):
                found[name] = LimitChange(Count(change.value), change.reason)
            elif isinstance(change, ShareChange):
                found[name] = LimitChange(Count(fraction_of(change.value) or 0.0), change.reason)
        return found


LimitChanges = create_model("LimitChanges", __base__=_Changes, __doc__="Limits that differ, by id.", **_fields())


class LimitsInput(Part):
    """A shipped limit set, the shop's own changes to it under a name, and what this one job overrides."""

    base: LimitSetId
    name: Name = ""
    changes: LimitChanges = LimitChanges()  # type: ignore[valid-type]
    overrides: LimitChanges = LimitChanges()  # type: ignore[valid-type]


ChosenLimits = Annotated[Annotated[LimitSetId, Tag("#text")] | Annotated[LimitsInput, Tag("#object")], text_or_object()]


def limits_of(chosen: LimitSetId | LimitsInput | None, units: Units = Units.IMPERIAL) -> LimitSet:
    """The limit set a job is held against; the usual one of its units where none was chosen."""
    if not isinstance(chosen, LimitsInput):
        return limit_set(chosen or usual_limit_set(units))
    found = limit_set(chosen.base)
    if chosen.name:
        name = Message("limits.own", {"name": chosen.name})
        found = changed(found, chosen.changes.changes(), "source.own", name)  # type: ignore[attr-defined]
    return changed(found, chosen.overrides.changes(), "source.override")  # type: ignore[attr-defined]


def limits_document(limits: str | None, own: Mapping[str, Any] | None, overrides: Mapping[str, Any]) -> Any:
    """What stands in a job file for a job's limits.

    Args:
        limits: the id of a shipped set, or None for the usual one.
        own: an own set (``name``, ``base``, ``changes``), where the job uses one.
        overrides: what the job overrides; needs ``limits`` or ``own`` to stand on.
    """
    if own is not None:
        return {"base": own["base"], "name": own["name"], "changes": own["changes"], "overrides": dict(overrides)}
    if overrides and limits is not None:
        return {"base": limits, "overrides": dict(overrides)}
    return limits


def read_changes(data: Any, units: Units, path: str) -> dict[str, Any]:
    """Changed limits as they are kept: every unit written out.

    Args:
        data: changes by limit id, each a value and its reason.
        units: of a bare number.
        path: where they stand, for the errors.

    Raises:
        Problems: an unknown limit, a value of the wrong kind, a missing reason.
    """
    try:
        with reading_in(units):
            read = LimitChanges.model_validate(data)
    except ValidationError as error:
        found = from_validation(error, LimitChanges).problems
        raise Problems([replace(one, path=f"{path}.{one.path}") for one in found]) from None
    kept: dict[str, Any] = read.model_dump(mode="json", exclude_none=True)
    return kept
