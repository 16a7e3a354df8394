"""What is looked at in openings, in what lies on a deck, and where rafters end over a gable's wall."""

from collections.abc import Iterator

from ...terms import Check, Count, Length, Level, make_check
from ..framing.pieces import Framing
from ..laid.plan import LaidKind, LaidRoof, laid_roofs
from ..plan.layout import RoofLayout
from ..plan.seam_sections import outline_of

LEVEL_ENOUGH = 1.6
"""mm: fascias that differ less in height meet; a carpenter's sixteenth."""
FLUSH = 1e-6
"""mm: a tail shorter than this is none."""


def check_laid(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Headers that carry, rafters over gables, and of what is laid on its ridge, its tails and the deck under it."""
    over = sum(len(piece.frames) for piece in framing.pieces if piece.member.role == "over_gable")
    if over:
        yield make_check("over_gable", Level.OK, Count(over), n=Count(over))
    headers = sum(len(piece.frames) for piece in framing.pieces if piece.member.role == "roof_header")
    if headers:
        yield make_check("headers_carry", Level.LOOK, Count(headers))
    yield from _wing_is_main(layout)
    laid = laid_roofs(layout)
    if not laid:
        return
    if layout.roof.plan.deck <= 0:
        yield make_check("laid_deck", Level.LOOK, Length(0.0))
    for one in laid:
        yield make_check(f"laid_lands.{one.kind.value}_{one.number}", Level.OK, Length(one.ridge_end))
        if one.kind is LaidKind.WING:
            yield _fascias(layout, one)
    steepest = max(one.slopes[0].per_run for one in laid)
    deeper = layout.roof.ridge.stock.depth - layout.roof.rafter.depth * steepest
    yield make_check("laid_ridge", Level.OK if deeper >= 0 else Level.STOP, Length(abs(deeper)))
    short = sum(
        len(piece.frames) for piece in framing.pieces
        if piece.member.role == "laid_common" and abs(piece.member.lengths.get("tail", 0.0)) < FLUSH
    )  # fmt: skip
    if short:
        yield make_check("laid_tails", Level.LOOK, Count(short))


def _fascias(layout: RoofLayout, one: LaidRoof) -> Check:
    """Whether a wing's fascia comes as high as the main one it is mitred with."""
    own, main = (slope.height(-layout.out_of(slope)) for slope in (one.slopes[0], one.main))
    level = Level.LOOK if abs(own - main) > LEVEL_ENOUGH else Level.OK
    return make_check(f"laid_fascia.{one.number}", level, Length(abs(own - main)), n=Count(one.number))


def _wing_is_main(layout: RoofLayout) -> Iterator[Check]:
    """Whether the highest ridge of a rectangle with wings runs out over a wing."""
    rectangle, ridges = layout.roof.plan.rectangle, outline_of(layout).ridges
    if rectangle is None or not ridges or not outline_of(layout).valleys:
        return
    main = max(ridges, key=lambda one: (round(one.high.z, 3), one.run))
    out = max(
        max(-at.x, at.x - rectangle[0], -at.y, at.y - rectangle[1]) for at in (main.low, main.high)
    )  # fmt: skip
    if out > 1.0 + layout.roof.plan.sheathing:
        yield make_check("wing_main", Level.LOOK, Length(main.high.z))
