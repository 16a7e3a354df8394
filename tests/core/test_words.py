"""If these break, a screen or a step shows a bare key, or a word of another country's trade."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from hypothesis import given

from easynotch.core.rules import Dialect, LimitSetId, Words, catalogue, choices, limit_set
from easynotch.core.rules.words import terms_of
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Message, Named
from easynotch.exchange import WorkedFlight, work_out_flight
from easynotch.exchange.input.job_model import FlightInput
from tests.flights import flights
from tests.laid import houses
from tests.roofs import roofs

SLOT = re.compile(r"\{(term:)?([a-z_]+)\}")


def test_every_dialect_has_a_word_for_every_trade_name_and_every_sentence():
    names = terms_of(Dialect.NORTH_AMERICA)
    for dialect in Dialect:
        assert [name for name, word in terms_of(dialect).items() if not word or word == "None"] == []
        assert terms_of(dialect).keys() == names.keys()
        for part in ("messages", "interface"):
            sentences = catalogue(part, dialect)
            assert [key for key, text in sentences.items() if "{term:" in text.lower() or not text] == []
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


def named(text: str) -> re.Pattern[str] | None:
    """What a name with slots may come to, where enough of it is written out to tell."""
    parts = re.split(r"\$?\{[^{}]*\}", text)
    return re.compile(".*".join(map(re.escape, parts))) if sum(map(len, parts)) > 3 else None


def test_no_sentence_stands_in_a_catalogue_that_nobody_says(home):
    written, slotted = set(), set()
    for file in (home / "src" / "easynotch").rglob("*.py"):
        for node in ast.walk(ast.parse(file.read_text("utf-8"))):
            if isinstance(node, ast.Constant) and isinstance(node.value, str):
                written.add(node.value)
            elif isinstance(node, ast.JoinedStr):
                slotted.add("".join(one.value if isinstance(one, ast.Constant) else "{}" for one in node.values))
    for file in (home / "src" / "easynotch").rglob("templates/*.html"):
        written.update(re.findall(r'say\("([a-z_.]+)"', file.read_text("utf-8")))
    patterns = [found for text in slotted if " " not in text and (found := named(text))]
    # Limits and where they come from are named in their own files.
    said = {
        key for key in catalogue("messages", Dialect.NORTH_AMERICA)
        if key in written or key.startswith(("limits.", "source.")) or any(one.fullmatch(key) for one in patterns)
    }  # fmt: skip
    assert catalogue("messages", Dialect.NORTH_AMERICA).keys() - said == set()
    files = (home / "frontend" / "src").rglob("*.ts*")
    screens = "".join(
        file.read_text("utf-8") for file in files if "generated" not in str(file) and file.name != "schema.d.ts"
    )
    shaped = [found for text in re.findall(r"`([a-z_]+\.[^`]*)`", screens) if (found := named(text))]
    unsaid = [
        key for key in catalogue("interface", Dialect.NORTH_AMERICA)
        if f'"{key}"' not in screens and not any(one.fullmatch(key) for one in shaped)
    ]  # fmt: skip
    assert unsaid == []


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
    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    for units, set_id in ((one, two) for two in LimitSetId for one in Units):
        worked: WorkedFlight = work_out_flight(Given.model_construct(), units, set_id)
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


@given(roofs() | houses().map(lambda house: house[1]))
def test_everything_a_roof_says_can_be_worded_in_every_dialect(roof):
    from easynotch.exchange import work_out_roof  # noqa: PLC0415
    from easynotch.exchange.input.roof_model import RoofInput  # noqa: PLC0415

    class Given(RoofInput):
        def roof(self, units):
            return roof

    for units in Units:
        worked = work_out_roof(Given.model_construct(), units)
        for dialect in Dialect:
            words = Words(dialect, Tape.of(units))
            for check in worked.checks:
                for said in filter(None, (check.message, check.remedy)):
                    assert not SLOT.search(words.say(said))
            for working in worked.working:
                assert working.agrees
                for line in (*working.first.lines, *working.second.lines):
                    assert not SLOT.search(words.say(line.what) + words.figures(line.figures))
            assert all(words.fact(key) and words.fact_value(key, value) for key, value in worked.facts.items())
            for joint in worked.joints:
                place = joint.id.rpartition(".")[2]
                assert words.say(Message(f"fit.{place}", {"piece": joint.id}))
                assert not SLOT.search(words.value(Named(joint.id)))


@pytest.mark.parametrize("dialect", Dialect)
def test_every_setting_choice_and_limit_is_named_with_who_works_that_way(dialect):
    words = Words(dialect, Tape.of(Units.IMPERIAL))
    for choice in choices().values():
        assert len(choice.answers) >= 2
        assert words.say(Message(f"choice.group.{choice.group}"))
        assert words.say(Message(f"choice.{choice.id}.title"))
        for answer in choice.answers:
            assert words.say(Message(f"choice.{choice.id}.{answer}.name"))
            assert words.say(Message(f"choice.{choice.id}.{answer}.say")).endswith(".")
    for set_id in LimitSetId:
        for name, limit in limit_set(set_id).limits.items():
            assert words.say(Message(f"limit.{name}"))
            assert "confirm" in words.say(limit.source)


def test_no_sentence_of_one_file_stands_in_the_way_of_another():
    from easynotch.core.rules.words import CATALOGUES, _flat, _load  # noqa: PLC0415

    for files in CATALOGUES.values():
        every = [key for file in files for key in _flat(_load(file))]
        assert [key for key in set(every) if every.count(key) > 1] == []
