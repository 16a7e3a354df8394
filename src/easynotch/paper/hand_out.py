"""The hand-out: every piece's bench steps as one self-contained page, to print or to open on a phone with no server.

No script and nothing fetched: ticks are plain check boxes, drawings are lines in the page itself.
"""

from dataclasses import dataclass

from jinja2 import Environment, PackageLoader, StrictUndefined

from ..core.rules import Words
from ..core.terms import message
from ..presenting.mark.models import BoardView

TEMPLATES = Environment(
    loader=PackageLoader("easynotch.paper"), autoescape=True, undefined=StrictUndefined, keep_trailing_newline=True
)


@dataclass(frozen=True, slots=True, kw_only=True)
class HandOutView:
    """A work's bench steps as one self-contained page; empty while something is still to be measured."""

    name: str
    html: str


def hand_out_page(name: str, boards: list[BoardView], warned: list[str], words: Words) -> str:
    """Return the whole page. Everything that was typed is escaped.

    Args:
        name: the work's.
        boards: every piece on the horses, a sheet for each.
        warned: what stands on every sheet: figures nobody measured, checks that stop.
        words: the user's.
    """

    def say(key: str, **values: str) -> str:
        return words.say(message(key, **values))

    return TEMPLATES.get_template("hand_out.html").render(name=name, boards=boards, warned=warned, say=say)
