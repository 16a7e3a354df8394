"""The take-away: every piece's bench steps as one self-contained page, to print or to open on a phone with no server.

No script and nothing fetched: ticks are plain check boxes, drawings are lines in the page itself.
"""

from html import escape

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Words
from ..core.terms import Message
from ..exchange import JobInput, Worked
from ..presenting.mark.models import BoardView, StopView
from ..presenting.mark.pieces import boards_of
from ..presenting.shared.assumed import assumed_said
from .first_work import first_work
from .kept import WordsQuery
from .screen_models import TakeAwayView
from .shown_models import Point
from .work_out import suppose_missing

api = APIBlueprint("take_away", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])

STYLE = """
body{font:16px/1.4 system-ui,sans-serif;margin:0;color:#000;background:#fff}
section{padding:12px 14px;break-after:page;max-width:60rem;margin:auto}
h1{font-size:1.5rem;margin:.2em 0}h2{font-size:1.15rem;margin:.2em 0}
svg{width:100%;height:auto;display:block;margin:8px 0}
polygon{fill:none;stroke:#000;stroke-width:2;vector-effect:non-scaling-stroke}
polygon.waste{fill:#ddd;stroke-dasharray:6 4}
ol{padding-left:1.6em}li{margin:0 0 .7em}label{display:block}
input{width:24px;height:24px;vertical-align:middle;margin:0 8px 0 0}
b.figure{font-size:1.6rem}p{margin:.2em 0}.quiet{color:#333}
@media print{section{padding:0}input{appearance:none;border:2px solid #000}}
"""


@api.before_request
def suppose() -> None:
    """What is missing is refused here: nobody marks a board from a supposed rise."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/take-away", responses={200: TakeAwayView})
def take_away(query: WordsQuery, body: JobInput) -> Response:
    """The first work of a job as one page of steps, a sheet for each piece."""

    def made(worked: Worked | None, words: Words) -> TakeAwayView:
        if worked is None or g.supposed:
            return TakeAwayView(name="", html="")
        boards = [one for _, one in boards_of(worked, body, words)]
        name = body.works[0].name or words.say(Message("take_away.unnamed"))
        stops = [words.say(check.message) for check in worked.checks if check.level == "stop"]
        warned = [*assumed_said(body.works[0], words), *stops]
        return TakeAwayView(name=name, html=page(name, boards, warned, words))

    return first_work(query, body, made)


def page(name: str, boards: list[BoardView], warned: list[str], words: Words) -> str:
    """The whole page. Everything that was typed is escaped."""
    told = "".join(f"<p><b>{escape(one)}</b></p>" for one in warned)
    sections = "".join(_section(name, board, told, words) for board in boards)
    return (
        '<!doctype html><html lang="en"><head><meta charset="utf-8">'
        '<meta name="viewport" content="width=device-width,initial-scale=1">'
        f"<title>{escape(name)}</title><style>{STYLE}</style></head><body>{sections}</body></html>"
    )


def _section(name: str, board: BoardView, warned: str, words: Words) -> str:
    many = escape(words.say(Message("take_away.count", {"n": str(board.count)})))
    steps = "".join(_step(stop) for stop in board.stops)
    caution = escape(words.say(Message("take_away.caution")))
    return (
        f"<section><p class=quiet>{escape(name)}</p><h1>{escape(board.title)} <small>{many}</small></h1>{warned}"
        f"{_drawing(board)}<ol>{steps}</ol><p class=quiet>{caution}</p></section>"
    )


def _drawing(board: BoardView) -> str:
    width, depth = board.length, board.depth
    size = max(depth * 0.16, width * 0.02)
    running = "".join(
        f'<text x="{mark.at:.1f}" y="-14" font-size="{size:.0f}" text-anchor="middle">{mark.number}</text>'
        for mark in board.running
    )
    waste = "".join(f'<polygon class="waste" points="{_points(scrap)}"/>' for scrap in board.waste)
    edge = depth * 0.25
    return (
        f'<svg viewBox="{-edge:.0f} {-edge:.0f} {width + 2 * edge:.0f} {depth + 2 * edge:.0f}" role="img">'
        f'{waste}<polygon points="{_points(board.outline)}"/>{running}</svg>'
    )


def _points(points: list[Point]) -> str:
    return " ".join(f"{u:.1f},{v:.1f}" for u, v in points)


def _step(stop: StopView) -> str:
    figure = f"{escape(stop.figure.text)} {escape(stop.figure.sense)}".strip() if stop.figure else ""
    done = "".join(f"<p>{escape(one.say)}</p>" for one in stop.steps)
    notes = "".join(f"<p class=quiet>{escape(note)}</p>" for note in stop.notes)
    return (
        f"<li><label><input type=checkbox> <b class=figure>{figure}</b> <b>{escape(stop.title)}</b></label>"
        f"<p class=quiet>{escape(stop.ends)}</p>{done}{notes}</li>"
    )
