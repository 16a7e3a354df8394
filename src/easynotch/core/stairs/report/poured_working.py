"""The roads to the figures of what is poured: form, top, fall, volume, bags."""

from collections.abc import Iterator
from math import atan, cos, hypot

from ...tape import WHOLE, whole_up
from ...terms import Count, Length, Volume, Working
from ..layout.layout import Layout
from ..members.foot_support import footing_plan
from ..members.slab import LITRE, SlabPlan, slab_plan
from ..model.surroundings import Slab
from .working import line, road

Sides = tuple[float, float, float]
"""Length along the stair, width, thickness, mm."""


def poured_working(layout: Layout, metre: float) -> Iterator[Working]:
    """Every figure of a slab or a strip footing.

    Args:
        layout: the flight.
        metre: the length a volume is told per, mm: a metre or a foot.
    """
    slab, footing = layout.flight.around.slab, layout.flight.around.footing
    plan = slab_plan(layout)
    if slab is not None and plan is not None:
        yield from _form(layout, "slab", slab.length, slab.width)
        yield _falls(slab.length, slab.back, slab.fall)
        yield from _edges(plan, slab)
        yield _volume("slab_volume", (slab.length, slab.width, slab.thickness), metre)
        if plan.gravel > 0:
            yield _volume("gravel_volume", (slab.length, slab.width, slab.gravel), metre)
        yield from _bags("slab_bags", plan, slab.bag)
    plan = footing_plan(layout)
    if footing is not None and plan is not None:
        yield from _form(layout, "footing", footing.length, footing.width)
        yield _volume("footing_volume", (footing.length, footing.width, footing.depth), metre)
        yield from _bags("footing_bags", plan, footing.bag)


def _form(layout: Layout, name: str, long: float, wide: float) -> Iterator[Working]:
    """The form's diagonal and its top."""
    yield Working(
        f"{name}_diagonal",
        road(line("diagonal", hypot(long, wide), one=Length(long), other=Length(wide))),
        road(line("diagonal_turned", long / cos(atan(wide / long)), run=Length(long), width=Length(wide))),
    )
    flight, n = layout.flight, layout.riser_count
    yield Working(
        f"{name}_top",
        road(line("plus", flight.total_rise + flight.lower_finish, one=Length(flight.total_rise),
                  other=Length(flight.lower_finish))),
        road(
            line("risers", n * layout.riser, n=Count(n), riser=Length(layout.riser)),
            line("plus", flight.upper_finish - layout.bearing_level, one=Length(n * layout.riser),
                 other=Length(flight.lower_finish)),
        ),
    )  # fmt: skip


def _falls(long: float, back: float, fall: float) -> Working:
    """Over the whole form; and from the foot out to the far edge, and back from it to the near one."""
    out = long - back
    return Working(
        "slab_falls",
        road(line("falls", long * fall, out=Length(long), share=Count(fall))),
        road(
            line("falls", out * fall, out=Length(out), share=Count(fall)),
            line("falls_behind", back * fall, out=Length(back), share=Count(fall)),
            line("plus", out * fall + back * fall, one=Length(out * fall), other=Length(back * fall)),
        ),
    )


def _edges(plan: SlabPlan, slab: Slab) -> Iterator[Working]:
    """Each edge from the slab's top at the foot; and from the other edge by the fall of the whole form."""
    back, out = slab.back * slab.fall, (slab.length - slab.back) * slab.fall
    whole = slab.length * slab.fall
    top, near, far = Length(plan.top), Length(plan.near), Length(plan.far)
    behind = line("falls_behind", back, out=Length(slab.back), share=Count(slab.fall))
    yield Working(
        "slab_near",
        road(behind, line("minus", plan.top - back, whole=top, part=Length(back))),
        road(line("minus", plan.far - whole, whole=far, part=Length(whole))),
    )
    yield Working(
        "slab_far",
        road(
            line("falls", out, out=Length(slab.length - slab.back), share=Count(slab.fall)),
            line("plus", plan.top + out, one=top, other=Length(out)),
        ),
        road(line("plus", plan.near + whole, one=near, other=Length(whole))),
    )


def _volume(fact: str, sides: Sides, metre: float) -> Working:
    """All three sides; and what goes into one metre or foot of it, so many times."""
    long, wide, thick = sides
    each = wide * thick * metre / LITRE
    return Working(
        fact,
        road(line("volume", Volume(long * wide * thick / LITRE), long=Length(long), wide=Length(wide),
                  thick=Length(thick))),
        road(
            line("volume_each", Volume(each), metre=Length(metre), wide=Length(wide), thick=Length(thick)),
            line("volume_times", Volume(each * (long / metre)), each=Volume(each), n=Count(long / metre)),
        ),
    )  # fmt: skip


def _bags(fact: str, plan: SlabPlan, bag: float) -> Iterator[Working]:
    """By division; and so many whole bags as it holds, with one more where some of it is left."""
    if plan.bags is None:
        return
    quotient = plan.volume / bag
    held, left = divmod(plan.volume, bag)
    bags = int(held) + (left > WHOLE * bag)
    yield Working(
        fact,
        road(
            line("divided", Count(quotient), whole=Volume(plan.volume), part=Volume(bag)),
            line("next_whole", Count(whole_up(quotient)), q=Count(quotient)),
        ),
        road(
            line("bags_less", Volume((bags - 1) * bag), n=Count(bags - 1), bag=Volume(bag)),
            line("bags", Volume(bags * bag), n=Count(bags), bag=Volume(bag)),
            line("bags_enough", Count(bags), volume=Volume(plan.volume)),
        ),
    )
