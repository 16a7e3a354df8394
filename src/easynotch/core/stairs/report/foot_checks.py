"""The checks of what the foot stands on and is held with. At a limit is allowed."""

from collections.abc import Iterator

from ...terms import Check, Count, Length, Level
from ...terms.check import TOUCHING
from ..layout.layout import Layout
from ..members.kicker import LEAST_ANCHORS, anchor_plan
from ..model.flight import HeadKind, KickerNotch
from .checks import plain


def _reaches(given: float, wanted: float) -> bool:
    return given >= wanted - TOUCHING


def foot_checks(layout: Layout) -> Iterator[Check]:
    """Anchors, slab, footing, a deck below, and the screws at the foot."""
    yield from _anchors(layout)
    yield from _slab(layout)
    yield from _footing(layout)
    yield from _deck_below(layout)


def _anchors(layout: Layout) -> Iterator[Check]:
    around, plan, kicker = layout.flight.around, anchor_plan(layout), layout.flight.kicker
    anchors = around.anchors
    if anchors is None:
        return
    if around.deck_below is not None:
        yield plain("anchors_deck", Level.STOP)
        return
    if kicker is None or plan is None:
        yield plain("anchors_kicker", Level.LOOK)
        return
    enough = len(plan.places) >= LEAST_ANCHORS
    yield plain(
        "anchors",
        Level.OK if enough else Level.STOP,
        Length(plan.hole),
        n=Count(len(plan.places)),
        clear=Length(anchors.clear),
    )
    wanted = anchors.embedment + kicker.thickness
    yield plain(
        "anchor_length", Level.OK if _reaches(anchors.length, wanted) else Level.STOP, Length(wanted),
        anchor=Length(anchors.length),
    )  # fmt: skip
    concrete = around.slab.thickness if around.slab else around.footing.depth if around.footing else None
    if concrete is not None and _reaches(plan.hole, concrete):
        yield plain("anchor_through", Level.STOP, Length(plan.hole), slab=Length(concrete))


def _slab(layout: Layout) -> Iterator[Check]:
    slab = layout.flight.around.slab
    if slab is None:
        return
    wide = _reaches(slab.width, layout.flight.width)
    yield plain("slab_width", Level.OK if wide else Level.LOOK, Length(slab.width), stair=Length(layout.flight.width))
    kicker = layout.flight.kicker
    if kicker is not None:
        under = _reaches(slab.back, kicker.width + layout.flight.riser_board)
        yield plain("slab_back", Level.OK if under else Level.STOP, Length(slab.back), kicker=Length(kicker.width))


def _footing(layout: Layout) -> Iterator[Check]:
    """A strip of concrete must carry every toe, with its kicker, and go down as deep as frost does."""
    flight, footing = layout.flight, layout.flight.around.footing
    if footing is None:
        return
    wide = _reaches(footing.width, flight.width)
    yield plain("footing_width", Level.OK if wide else Level.STOP, Length(footing.width), stair=Length(flight.width))
    wanted = (flight.kicker.width if flight.kicker else 0.0) + flight.riser_board
    held = _reaches(footing.back, wanted) and _reaches(footing.length, footing.back)
    yield plain(
        "footing_back", Level.OK if held else Level.STOP, Length(footing.back), wanted=Length(wanted),
        length=Length(footing.length),
    )  # fmt: skip
    if footing.frost is None:
        yield plain("footing_ask", Level.LOOK, Length(footing.depth))
    else:
        deep = _reaches(footing.depth, footing.frost)
        yield plain(
            "footing_frost", Level.OK if deep else Level.STOP, Length(footing.depth), frost=Length(footing.frost)
        )


def _deck_below(layout: Layout) -> Iterator[Check]:
    """On boards: something under them to screw into, and a screw that reaches it."""
    flight, deck = layout.flight, layout.flight.around.deck_below
    if deck is None:
        return
    yield plain("deck_block", Level.OK if deck.block is not None else Level.LOOK, Length(deck.boards))
    kicker = flight.kicker
    if deck.screw is None or kicker is None:
        return
    through, least = kicker.thickness + deck.boards, flight.around.screws.least
    held = deck.screw - through
    yield plain(
        "deck_screw", Level.OK if _reaches(held, least) else Level.STOP, Length(deck.screw), through=Length(through),
        held=Length(held), least=Length(least),
    )  # fmt: skip


def screw_checks(layout: Layout) -> Iterator[Check]:
    """A screw must hold in the piece behind, and not come out of it."""
    flight, screws = layout.flight, layout.flight.around.screws
    kicker = flight.kicker
    board = flight.head.drop_board
    by_ends = kicker is not None and kicker.notch is not KickerNotch.ALL
    stacks = (
        ("tread", screws.tread, flight.tread.thickness),
        ("riser_board", screws.riser_board, flight.riser_board),
        ("kicker", screws.kicker, flight.stock.thickness if by_ends else 0.0),
        ("head", screws.head, board.width if board is not None and flight.head.kind is HeadKind.DROP_BOARD else 0.0),
    )
    for name, screw, through in stacks:
        if screw is None or through <= 0:
            continue
        held = screw - through
        yield plain(
            f"screw_{name}", Level.OK if _reaches(held, screws.least) else Level.STOP, Length(screw),
            through=Length(through), held=Length(held), least=Length(screws.least),
        )  # fmt: skip
