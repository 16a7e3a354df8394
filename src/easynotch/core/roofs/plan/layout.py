"""The layout of a roof: its planes, the notch, the ridge, and what the rafters bear on, all in the world.

World: x along the ridge from the framing's first end, y across from the first long wall, z up from the plate tops.
"""

from dataclasses import dataclass, replace
from math import hypot, isfinite

from ...terms import Count, message
from ..model.bounds import refuse_too_many
from ..model.joined import ValleyHead
from ..model.notch import NotchSizes, size_notch
from ..model.roof import (
    Edge,
    End,
    KeepsTrue,
    LineUp,
    MeasuredTo,
    Notch,
    NotchRule,
    Plan,
    RidgeKind,
    Roof,
    RoofError,
    Shape,
    UpperEnd,
)
from ..planes.planes import Slope
from .outline import lay_out_outline
from .seams import OutlineRoof
from .wings import with_wings

SAME = 0.05
"""mm: two notches whose depths differ less are one."""


@dataclass(frozen=True, slots=True)
class RoofSide:
    """One slope of the section: its plane, its run from the bearing line to where it ends above, and what it does
    at both ends.

    ``upper`` is where the next leg of the same side begins, for the lower leg of a gambrel; ``bears`` tells whether
    it lies on a plate below.
    """

    slope: Slope
    run: float
    bears: bool = True
    broken_above: bool = False


@dataclass(frozen=True, slots=True)
class RoofLayout:
    """A roof laid out. ``sides`` are its slopes in section, the first side's from the eave up, then the other's;
    ``notch`` is the first side's; ``peak`` the height where the planes meet. A roof with hips has an ``outline``.
    """

    roof: Roof
    sides: tuple[RoofSide, ...]
    notch: NotchSizes
    peak: float
    outline: OutlineRoof | None = None

    @property
    def hipped(self) -> bool:
        """Whether it has hips."""
        return self.outline is not None

    def out_of(self, slope: Slope) -> float:
        """From one bearing line out to its fascia's outer face: where fascias are lined up, the flattest slope's is as
        was said, less on steeper ones, and more over higher plates.
        """
        if self.outline is None or self.roof.plan.line_up is not LineUp.OVERHANG:
            return self.out
        flattest = min(side.slope.rise_per_run for side in self.sides)
        return (self.out * flattest + slope.plate) / slope.rise_per_run

    @property
    def alike(self) -> bool:
        """Whether every slope has the same run, pitch and plate: then one rafter serves all."""
        first = self.sides[0]
        return all(
            abs(side.run - first.run) < 1e-9
            and abs(side.slope.rise_per_run - first.slope.rise_per_run) < 1e-12
            and abs(side.slope.plate - first.slope.plate) < 1e-9
            for side in self.sides
        )

    @property
    def ridge_span(self) -> tuple[float, float]:
        """From where to where the ridge reaches along the plan between gables: to the verges."""
        verge = self.roof.eaves.verge
        return -verge, self.roof.plan.length + verge

    @property
    def ridge_length(self) -> float:
        """The plan's length and both verges."""
        first, second = self.ridge_span
        return second - first

    @property
    def out(self) -> float:
        """From the bearing line out to the fascia's outer face, level."""
        eaves = self.roof.eaves
        fascia = 0.0 if eaves.measured_to is MeasuredTo.FASCIA else eaves.fascia
        return eaves.overhang + fascia - self.roof.plan.sheathing

    @property
    def half_ridge(self) -> float:
        """What the ridge takes off each rafter's run, level: half a board's thickness; nothing of a beam below."""
        ridge = self.roof.ridge
        return ridge.stock.thickness / 2 if ridge.kind is RidgeKind.BOARD else 0.0


def lay_out_roof(roof: Roof) -> RoofLayout:
    """Lay a roof out.

    Raises:
        RoofError: what is no roof, or is none yet.
    """
    refuse_too_many(roof)
    sizes = size_notch(roof.notch, roof.slope, roof.rafter.depth)
    if _is_laid_on(roof):
        _refuse_bearings(roof, "plan.valley.head")
        return _outline(replace(roof, plan=as_outline(roof.plan)), sizes)
    if roof.plan.wings and roof.plan.shape is Shape.RECTANGLE:
        try:
            return _outline(replace(roof, plan=with_wings(roof.plan)), sizes)
        except RoofError as error:
            if error.path.startswith(("plan.edges", "plan.corners")):
                # The sides were made of wings here: no edge was said.
                raise RoofError("plan.wings", error.message) from error
            raise
    if roof.plan.shape is Shape.OUTLINE:
        _refuse_bearings(roof)
        return _outline(roof, sizes)
    if End.HIP in roof.plan.ends and roof.plan.shape is Shape.RECTANGLE:
        _refuse_hips(roof)
        _refuse_bearings(roof)
        return _outline(replace(roof, plan=as_outline(roof.plan)), sizes)
    if roof.plan.bearings or roof.plan.purlins or roof.plan.openings or roof.plan.dormers:
        _refuse_bearings(roof)
        return _outline(replace(roof, plan=as_outline(roof.plan)), sizes)
    if roof.plan.shape is Shape.SHED:
        return _shed(roof, sizes)
    if roof.gambrel is not None:
        return _gambrel(roof, sizes)
    return _two_slopes(roof, sizes)


def _refuse_hips(roof: Roof) -> None:
    """Refuse what hipped ends of a rectangle are not worked out for.

    Raises:
        RoofError: with the key it is about.
    """
    if roof.hip is None:
        raise RoofError("hip", message("error.roof_hip_missing"))
    if roof.ridge.kind is not RidgeKind.BOARD:
        raise RoofError("ridge.kind", message("error.roof_hip_ridge"))
    if roof.gambrel is not None or roof.plan.ridge_at is not None:
        raise RoofError("plan.ends", message("error.roof_hip_shape"))


def _is_laid_on(roof: Roof) -> bool:
    """Whether a rectangle's wings lie on its deck: it is framed whole then."""
    valley, plan = roof.plan.valley, roof.plan
    laid = valley is not None and valley.head is ValleyHead.LAY_ON
    return laid and bool(plan.wings) and plan.shape is Shape.RECTANGLE


def _refuse_bearings(roof: Roof, path: str = "plan.openings") -> None:
    """Refuse walls below that are points, and walls, purlins, openings and wings on a roof they are not worked out for.

    Raises:
        RoofError: at the wall, or at all of them.
    """
    for number, bearing in enumerate(roof.plan.bearings):
        if hypot(bearing.end[0] - bearing.start[0], bearing.end[1] - bearing.start[1]) < 1.0:
            raise RoofError(f"plan.bearings[{number}].to", message("error.bearing_short"))
    plan = roof.plan
    if plan.shape is Shape.OUTLINE:
        return
    plain = plan.shape is Shape.RECTANGLE and plan.ridge_at is None and roof.gambrel is None
    if not (plain and roof.ridge.kind is RidgeKind.BOARD):
        if plan.bearings:
            raise RoofError("plan.bearings", message("error.bearings_here"))
        if plan.purlins:
            raise RoofError("plan.purlins", message("error.purlins_here"))
        raise RoofError(path if not roof.plan.dormers else "plan.dormers", message("error.openings_here"))


def as_outline(plan: Plan) -> Plan:
    """A rectangle as an outline: its long sides eaves, its ends hipped or gables."""
    first, second = (Edge(gable=end is End.GABLE) for end in plan.ends)
    corners = ((0.0, 0.0), (plan.length, 0.0), (plan.length, plan.width), (0.0, plan.width))
    return replace(
        plan, shape=Shape.OUTLINE, corners=corners, edges=(Edge(), second, Edge(), first),
        rectangle=(plan.length, plan.width),
    )  # fmt: skip


def _outline(roof: Roof, sizes: NotchSizes) -> RoofLayout:
    """A plane over every eave of an outline, all as high over their bearing lines."""
    plan = roof.plan
    raised = 0.0
    if any(edge.plate for edge in plan.edges if not edge.gable):
        # Fascias of different heights would not meet at the corners.
        if plan.line_up is LineUp.PLATES:
            raise RoofError("plan.line_up", message("error.plates_twice"))
        plan = replace(plan, line_up=LineUp.OVERHANG)
        roof = replace(roof, plan=plan)
    if plan.line_up is LineUp.PLATES:
        eaves = roof.eaves
        fascia = 0.0 if eaves.measured_to is MeasuredTo.FASCIA else eaves.fascia
        raised = eaves.overhang + fascia - plan.sheathing
    found = lay_out_outline(plan.corners, plan.edges, roof.slope, sizes.hap, plan.sheathing, raised)
    if found.valleys and plan.valley is not None and plan.valley.head is ValleyHead.LAY_ON:
        raise RoofError("plan.valley.head", message("error.laid_here"))
    sides = tuple(RoofSide(region.slope, region.run) for region in found.regions)
    peak = max(region.slope.height(region.run) for region in found.regions)
    layout = RoofLayout(roof, sides, sizes, peak, outline=found)
    short = min((slope for slope in found.slopes if slope is not None), key=layout.out_of)
    if layout.out_of(short) < min(0.0, layout.out):
        at = found.slopes.index(short)
        raise RoofError(f"plan.edges[{at}].plate", message("error.plate_low", n=Count(at + 1)))
    return layout


def _eave_a(roof: Roof, rise_per_run: float, plate: float, hap: float) -> Slope:
    plan = roof.plan
    return Slope("a", (0.0, -plan.sheathing), (plan.length, -plan.sheathing), rise_per_run, plate, hap)


def _eave_b(roof: Roof, rise_per_run: float, plate: float, hap: float) -> Slope:
    plan = roof.plan
    y = plan.width + plan.sheathing
    return Slope("b", (plan.length, y), (0.0, y), rise_per_run, plate, hap)


def _two_slopes(roof: Roof, sizes: NotchSizes) -> RoofLayout:
    """Two planes meeting over the ridge: on the centre, or where the plan says."""
    plan, rise_per_run = roof.plan, roof.slope
    ridge_at = plan.width / 2 if plan.ridge_at is None else plan.ridge_at
    if not 0 < ridge_at < plan.width:
        raise RoofError("plan.ridge_at", message("error.roof_ridge_outside"))
    run_a, run_b = ridge_at + plan.sheathing, plan.width - ridge_at + plan.sheathing
    peak = sizes.hap + run_a * rise_per_run
    plate_b, rate_b = 0.0, rise_per_run
    if plan.keeps_true is KeepsTrue.PLATES:
        rate_b = run_a * rise_per_run / run_b
    else:
        plate_b = (run_a - run_b) * rise_per_run
    sides = (
        RoofSide(_eave_a(roof, rise_per_run, 0.0, sizes.hap), run_a),
        RoofSide(_eave_b(roof, rate_b, plate_b, sizes.hap), run_b),
    )
    return RoofLayout(roof, sides, sizes, peak)


def _shed(roof: Roof, sizes: NotchSizes) -> RoofLayout:
    """One plane over the whole span: to the upper bearing line, or to the face of the wall it leans on."""
    plan = roof.plan
    run = plan.width + plan.sheathing * (2 if plan.upper is UpperEnd.PLATE else 1)
    slope = _eave_a(roof, roof.slope, 0.0, sizes.hap)
    return RoofLayout(roof, (RoofSide(slope, run),), sizes, slope.height(run))


def _gambrel(roof: Roof, sizes: NotchSizes) -> RoofLayout:
    """Two planes a side: each its own triangle, the upper one beginning where the lower one breaks."""
    plan, gambrel = roof.plan, roof.gambrel
    assert gambrel is not None
    run = plan.width / 2 + plan.sheathing
    if not 0 < gambrel.break_run < run:
        raise RoofError("gambrel.break_run", message("error.roof_break_outside"))
    sides: list[RoofSide] = []
    for lower in (_eave_a(roof, roof.slope, 0.0, sizes.hap), _eave_b(roof, roof.slope, 0.0, sizes.hap)):
        shift = lower.inward * gambrel.break_run
        upper = Slope(
            f"{lower.id}_upper",
            (lower.start[0] + shift.x, lower.start[1] + shift.y),
            (lower.end[0] + shift.x, lower.end[1] + shift.y),
            gambrel.upper_slope,
            lower.height(gambrel.break_run),
            0.0,
        )
        sides += [
            RoofSide(lower, gambrel.break_run, broken_above=True),
            RoofSide(upper, run - gambrel.break_run, bears=False),
        ]
    return RoofLayout(roof, tuple(sides), sizes, sides[1].slope.height(sides[1].run))


def notch_choices(roof: Roof) -> dict[str, Notch]:
    """Notches to choose between: full bearing of the plate, a quarter and a third of the depth, and the one there is
    where it is none of these.
    """
    bearing = roof.plan.plate + roof.plan.sheathing
    choices = {
        "bearing": Notch(NotchRule.SEAT, bearing),
        "quarter": Notch(NotchRule.FRACTION, 1 / 4),
        "third": Notch(NotchRule.FRACTION, 1 / 3),
    }
    own = size_notch(roof.notch, roof.slope, roof.rafter.depth).depth
    if all(abs(size_notch(one, roof.slope, roof.rafter.depth).depth - own) > SAME for one in choices.values()):
        choices = {"own": roof.notch, **choices}
    return choices


def notch_alternatives(roof: Roof, sizes: NotchSizes) -> dict[NotchRule, Notch]:
    """The same notch said by each of the three rules."""
    return {
        NotchRule.SEAT: Notch(NotchRule.SEAT, sizes.seat if isfinite(sizes.seat) else 0.0),
        NotchRule.FRACTION: Notch(NotchRule.FRACTION, sizes.fraction(roof.rafter.depth)),
        NotchRule.HAP: Notch(NotchRule.HAP, sizes.hap),
    }
