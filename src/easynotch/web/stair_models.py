"""What a whole flight shows beside its stringer: drawings, groups of figures, the landing loop, the dry fit."""

from dataclasses import dataclass

from .shown_models import FactView, FitView, SheetView, Shown, View


@dataclass(frozen=True, slots=True, kw_only=True)
class FiguresView:
    """A group of figures that belong together, under its title."""

    id: str
    title: str
    facts: list[FactView]
    drawing: SheetView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class RiserView:
    """A riser of a built stair, from below: as measured, and as it becomes; what is done to the tread on top of it."""

    number: int
    measured: Shown
    odd: bool
    becomes: Shown
    mend: str


@dataclass(frozen=True, slots=True, kw_only=True)
class BuiltView:
    """What an existing stair is found to be, and the least that mends it."""

    say: str
    risers: list[RiserView]
    drawing: SheetView


class StairView(View):
    """A flight as a whole; empty lists where it has none of a thing."""

    elevation: SheetView | None
    plan: SheetView | None
    board: SheetView | None
    groups: list[FiguresView]
    loop: list[str]
    order: list[str]


class StairFitView(View):
    """The dry fit of a flight, how its pattern is tried, and a built stair's survey."""

    fit: list[FitView]
    trial: list[str]
    built: BuiltView | None
