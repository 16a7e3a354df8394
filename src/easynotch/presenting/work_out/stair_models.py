"""What a whole flight shows beside its stringer: drawings, groups of figures, the landing loop, the dry fit."""

from dataclasses import dataclass

from ..shared.models import FactView, SheetView


@dataclass(frozen=True, slots=True, kw_only=True)
class FiguresView:
    """A group of figures that belong together, under its title."""

    id: str
    title: str
    facts: list[FactView]
    drawing: SheetView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class StairView:
    """A flight as a whole; empty lists where it has none of a thing."""

    elevation: SheetView | None
    plan: SheetView | None
    board: SheetView | None
    groups: list[FiguresView]
    loop: list[str]
    order: list[str]
