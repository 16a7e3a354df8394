"""The shop's square, saws and habits, as the bench takes them."""

from collections.abc import Callable
from dataclasses import dataclass

from ...core.bench import Cheeks, Deduct, Handed, Hold, Hook, Method, Noses, Preferences
from ...core.solid import Member
from ...core.tools import MarkingTool, Saw, Square
from ...exchange.working.supply import SPARED, SPARES


@dataclass(frozen=True, slots=True)
class Tools:
    """The shop's square, saws and habits; ``gauge`` is what is clamped on the tongue for a flight's riser, mm."""

    square: Square
    saws: tuple[Saw, ...]
    habit: Callable[[str], str]
    metric: bool = False
    gauge: float | None = None

    def spare(self, member: Member) -> int:
        """How many more of a piece are cut, by habit: of rafters, where stock can split."""
        return SPARES[self.habit("spares")] if member.role in SPARED else 0

    @property
    def template(self) -> bool:
        """Whether everything but the pattern is traced from it."""
        return self.habit("tool") == MarkingTool.TEMPLATE

    @property
    def preferences(self) -> Preferences:
        """How the shop works at the bench; a pattern that others are traced from is drawn with the square."""
        return Preferences(
            method=Method(self.habit("method")),
            tool=MarkingTool.SQUARE if self.template else MarkingTool(self.habit("tool")),
            hook=Hook(self.habit("hook")),
            hold=Hold(self.habit("hold")),
            handed=Handed(self.habit("hand")),
            cheeks=Cheeks(self.habit("cheeks")),
            noses=Noses(self.habit("noses")),
            deduct=Deduct.BOARD if self.habit("ridge_deduction") == "after" else Deduct.RUN,
            square=self.square,
            saws=self.saws,
            metric=self.metric,
            gauge=self.gauge,
        )
