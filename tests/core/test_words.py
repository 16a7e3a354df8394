"""If these break, a screen or a step shows a bare key, or a word of another country's trade."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

from hypothesis import given

from easynotch.core.rules import Dialect, LimitSetId, Words, catalogue, limit_set
from easynotch.core.rules.words import terms_of
from easynotch.core.tape import Tape, Units
from easynotch.exchange.job_model import FlightInput
from easynotch.exchange.work_out import WorkedFlight
from tests.flights import flights

SLOT = re.compile(r"\{(term:)?([a-z_]+)\}")


def test_every_dialect_has_a_word_for_every_trade_name_and_every_sentence():
    names = terms_of(Dialect.NORTH_AMERICA)
    for dialect in Dialect:
        assert [name for name, word in terms_of(dialect).items() if not word or word == "None"] == []
        assert terms_of(dialect).keys() == names.keys()
        for part in ("messages", "interface"):
            sentences = catalogue(part, dialect)
            assert [key for key, text in sentences.items() if "{term:" in text or not text] == []
    assert catalogue("messages", Dialect.BRITAIN_IRELAND)["fact.stringer_count"] == "strings"


def literal_ids(source: Path) -> Iterator[str]:
    """Message ids written out in the code: first arguments of message() and Message()."""
    for file in source.rglob("*.py"):
        for node in ast.walk(ast.parse(file.read_text("utf-8"))):
            if (
                isinstance(node, ast.Call)
                and isinstance(node.func, ast.Name)
                and node.func.id in ("message", "Message")
                and node.args
            ):
                first = node.args[0]
                if isinstance(first, ast.Constant) and isinstance(first.value, str):
                    yield first.value


def test_every_message_the_code_names_has_a_sentence(home):
    known = catalogue("messages", Dialect.NORTH_AMERICA)
    assert [found for found in literal_ids(home / "src" / "easynotch") if found not in known] == []


def test_every_word_the_screens_name_has_a_sentence(home):
    known = catalogue("interface", Dialect.NORTH_AMERICA)
    used = {
        word
        for file in (home / "frontend" / "src").rglob("*.tsx")
        for word in re.findall(r"\bsay\(\s*\"([a-z_.]+)\"", file.read_text("utf-8"))
    }
    assert len(used) > 40
    assert sorted(used - known.keys()) == []


@given(flights())
def test_everything_a_flight_says_can_be_worded_in_every_dialect(flight):
    from easynotch.exchange import work_out as module  # noqa: PLC0415

    class Given(FlightInput):
        def flight(self, units):
            return flight

    for units, set_id in ((one, two) for two in LimitSetId for one in Units):
        worked: WorkedFlight = module.work_out_flight(Given.model_construct(), units, set_id)
        for dialect in Dialect:
            words = Words(dialect, Tape.of(units))
            for check in worked.checks:
                for said in filter(None, (check.message, check.remedy)):
                    assert not SLOT.search(words.say(said))
            for working in worked.working:
                for line in (*working.first.lines, *working.second.lines):
                    assert not SLOT.search(words.say(line.what) + words.figures(line.figures))
            assert all(words.fact(key) for key in worked.facts)
        assert limit_set(set_id).limits.keys() == limit_set(LimitSetId.BRITISH_DWELLING).limits.keys()
