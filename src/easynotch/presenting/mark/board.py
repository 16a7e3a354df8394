"""A piece on the horses as the Mark station shows it."""

from ...core.bench import Edge, Handed, Hold, Hook
from ...core.rules import Words
from ...core.solid import Face, extent
from ...drawing import FaceSheet, draw_board
from ...exchange import Worked
from ..shared.lengths import format_length
from .laying import lay_out_piece
from .models import BoardView, DefectView, FarView, MarkView, RunningView
from .patterns import Pattern
from .sentences import is_imperial
from .stops import GRADUATIONS, Piece, stop_views
from .titles import kind_of, names_in, title_in
from .tools import Tools

AT_HOOK = 1e-6
"""mm: a mark this near to the hook is the hook."""
BEYOND = 60.0
"""mm of board drawn beyond the farthest thing that lies on it."""


def board_view(worked: Worked, pattern: Pattern, words: Words, tools: Tools) -> BoardView:
    """Return a pattern on the horses: its board, its steps, its running marks."""
    member, preferences = pattern.first.member, tools.preferences
    laid = lay_out_piece(
        worked, member, preferences, more=pattern.count - 1 + pattern.spare(tools), meets=pattern.meets
    )
    layout, steps = laid.layout, laid.steps
    title = title_in(worked, member, words)
    kind = kind_of(worked, member)
    stops = stop_views(Piece(title, kind, laid, preferences, words, names_in(worked, words)))
    held = [u for stop in stops for step in stop.steps if step.square is not None
            for u, _ in (step.square.heel, step.square.tongue_at, step.square.body_at)]  # fmt: skip
    wood = max([*(u for stop in stops for line in stop.lines for u, _ in line), layout.hook, *held, 0.0])
    length = min(layout.length, max(wood, layout.u(extent(member)[1])) + BEYOND)
    sheet = draw_board(member, layout, length)
    marked = sorted({
        round(step.to.at, 6): step.to.at for step in steps
        if step.to is not None and step.to.edge is Edge.TOP and step.face is Face.NEAR and step.start is not None
        and abs(step.to.at - layout.hook) > AT_HOOK
    }.values())  # fmt: skip
    unit, division, numbered = GRADUATIONS[is_imperial(words)]
    return BoardView(
        id=member.id,
        title=title,
        count=pattern.count,
        goes=pattern.goes(worked, words),
        depth=sheet.depth,
        length=length,
        board=format_length(sheet.board, words),
        stock=format_length(member.stock.length, words) if member.stock.length else None,
        outline=list(sheet.near.outline),
        waste=[list(scrap) for scrap in sheet.near.waste],
        marks=_marks(sheet.near),
        far=None
        if sheet.far is None
        else FarView(
            outline=list(sheet.far.outline),
            waste=[list(scrap) for scrap in sheet.far.waste],
            marks=_marks(sheet.far, "far_"),
        ),
        away=preferences.hold is Hold.AWAY,
        running=[
            RunningView(number=n, at=at, figure=format_length(abs(at - layout.hook), words))
            for n, at in enumerate(marked, 1)
        ],
        left_handed=preferences.handed is Handed.LEFT,
        hook=layout.hook,
        from_foot=preferences.hook is Hook.FOOT,
        plank=kind.plank,
        defects=[
            DefectView(
                corners=[
                    (one.start, one.top),
                    (one.stop, one.top),
                    (one.stop, min(one.deep, sheet.depth)),
                    (one.start, min(one.deep, sheet.depth)),
                ],
                face=None if one.face is None else str(one.face),
            )
            for one in (laid.lying.defects if laid.lying is not None else ())
        ],
        stops=stops,
        tape_unit=unit,
        tape_division=division,
        tape_numbered=numbered,
    )


def _marks(sheet: FaceSheet, prefix: str = "") -> list[MarkView]:
    return [
        MarkView(id=f"{prefix}{name}", role=sheet.roles[name], pieces=list(pieces))
        for name, pieces in sheet.lines.items()
    ]
