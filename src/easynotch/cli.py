"""The commands behind ``./easy-notch``. Imports are late: ``work-out`` needs no server and no database."""

import argparse
import json
import os
import sys
from collections.abc import Iterable, Iterator, Mapping, Sequence
from pathlib import Path
from tempfile import NamedTemporaryFile
from typing import NoReturn

from .core.bench import Hook, Method
from .core.rules import Dialect, Words
from .core.tape import Tape, Units
from .core.terms import Check, Level, Message
from .core.tools import MarkingTool
from .exchange import FlightInput, Problems, RoofInput, Worked, contract, parse_json, read_job, words_of, worked_out
from .exchange.reading import MOST_BYTES
from .exchange.working.curves import WorkedCurve, at_their_places, curve_contract, curves_apart, work_out_curve


def main(arguments: list[str]) -> int:
    """Run a command; the exit code is 0, 2 for input that cannot be worked out, 3 for what the machine lacks."""
    parser = argparse.ArgumentParser(prog="easy-notch")
    commands = parser.add_subparsers(dest="command", required=True)
    work_out = commands.add_parser("work-out", help="work out a job file")
    work_out.add_argument("file", metavar="FILE")
    work_out.add_argument("--json", action="store_true", help="print the answer as JSON, full precision")
    steps = commands.add_parser("steps", help="the bench steps of every piece")
    steps.add_argument("file", metavar="FILE")
    steps.add_argument("--tool", choices=[str(tool) for tool in MarkingTool if tool is not MarkingTool.TEMPLATE])
    steps.add_argument("--method", choices=[str(method) for method in Method])
    steps.add_argument("--hook", choices=[str(hook) for hook in Hook])
    steps.add_argument("--json", action="store_true", help="as data, mm and degrees: docs/steps.md")
    export = commands.add_parser("export", help="write a job's sheets and files")
    export.add_argument("file", metavar="FILE")
    export.add_argument("--to", type=Path, required=True, metavar="DIR")
    export.add_argument("--only", default="", metavar="KINDS", help="pdf, dxf, svg, csv, html, gltf; commas between")
    export.add_argument("--paper", choices=("a4", "letter", "a3"), help="Letter for feet and inches, else A4")
    export.add_argument("--replace", action="store_true", help="write over files that are there")
    for name in ("serve", "demo"):
        command = commands.add_parser(name)
        command.add_argument("--data", type=Path, metavar="DIR", help="where the jobs are kept")
        command.add_argument("--port", type=int, default=8490)
        command.add_argument("--share", action="store_true", help="let paired devices on this network in")
        command.add_argument(
            "--plain-http", action="store_true", help="with --share: without encryption, to be read by whoever listens"
        )
        command.add_argument("--name", metavar="HOST", help="with --share: a name this machine has on its network")
    bench = commands.add_parser("bench", help="measure the speed")
    bench.add_argument("--json", action="store_true")
    commands.add_parser("schema", help="write the schemas, the screen's types and its words")
    chosen = parser.parse_args(arguments)
    if chosen.command == "work-out":
        return _work_out(chosen.file, as_json=chosen.json)
    if chosen.command == "steps":
        return _steps(chosen)
    if chosen.command == "export":
        return _export(chosen.file, chosen.to, chosen.only, chosen.paper, replace=chosen.replace)
    if chosen.command in ("serve", "demo"):
        from .web.serving import serve  # noqa: PLC0415

        demo = chosen.command == "demo"
        return serve(
            data=chosen.data, port=chosen.port, demo=demo, share=chosen.share, name=chosen.name, plain=chosen.plain_http
        )
    if chosen.command == "bench":
        from .timing import bench as measure  # noqa: PLC0415

        return measure(as_json=chosen.json)
    # Before the routes are made.
    os.environ["EASY_NOTCH_DESCRIBE"] = "1"
    from .web.schema import write_schemas  # noqa: PLC0415

    return write_schemas()


def _work_out(file: str, *, as_json: bool) -> int:
    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
    try:
        data, curved = curves_apart(parse_json(_bytes_of(file)))
        try:
            job = read_job(data)
            words = words_of(job.settings, job.units)
            tape = None if as_json else words.tape
            worked = [(given, worked_out(job, number, tape)) for number, given in enumerate(job.works)]
        except Problems as found:
            raise at_their_places(found, curved, len(curved) + len(data["works"])) if curved else found from None
        curves = {place: work_out_curve(one, job.units, f"works[{place}]") for place, one in curved.items()}
        answers = _answers(worked, curves, words, as_json=as_json)
    except Problems as found:
        for problem in found.problems:
            print(f"{problem.path or file}: {words.say(problem.message)}", file=sys.stderr)
        return 2
    sys.stdout.write(answers)
    return 0


def _steps(chosen: argparse.Namespace) -> int:
    from .presenting.mark import listing  # noqa: PLC0415
    from .presenting.mark.pieces import tools_of  # noqa: PLC0415

    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
    try:
        job = read_job(parse_json(_bytes_of(chosen.file)))
        words = words_of(job.settings, job.units)
        works = []
        for number, given in enumerate(job.works):
            worked = worked_out(job, number)
            preferences = listing.chosen(
                tools_of(job.model_copy(update={"works": [given]})).preferences,
                tool=MarkingTool(chosen.tool) if chosen.tool else None,
                method=Method(chosen.method) if chosen.method else None,
                hook=Hook(chosen.hook) if chosen.hook else None,
            )
            if chosen.json:
                works.append({"name": given.name, "members": listing.members_json(worked, preferences, words)})
            else:
                print(given.name or given.kind, *listing.members_said(worked, preferences, words), sep="\n")
    except Problems as found:
        for problem in found.problems:
            print(f"{problem.path or chosen.file}: {words.say(problem.message)}", file=sys.stderr)
        return 2
    if chosen.json:
        print(json.dumps({"works": works}, indent=1))
    return 0


def _export(file: str, folder: Path, only: str, paper: str | None, *, replace: bool) -> int:
    from .drawing.page import Paper  # noqa: PLC0415
    from .paper.export import FORMATS, export_files  # noqa: PLC0415

    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
    try:
        job = read_job(parse_json(_bytes_of(file)))
        words = words_of(job.settings, job.units)
        kinds = [one.strip() for one in only.split(",") if one.strip()] or list(FORMATS)
        made = export_files(job, words, kinds, Paper(paper) if paper else None)
    except Problems as found:
        for problem in found.problems:
            print(f"{problem.path or file}: {words.say(problem.message)}", file=sys.stderr)
        return 2
    try:
        folder.mkdir(parents=True, exist_ok=True)
        taken = [name for name in made if (folder / name).is_symlink() or (folder / name).exists()]
        if taken and not replace:
            _stop(
                f"{folder / taken[0]} is there already. Nothing was written; choose another folder, or add --replace."
            )
        for name, data in made.items():
            _write(folder / name, data)
            print(folder / name)
    except OSError as error:
        _stop(f"{folder}: {error.strerror or error}")
    return 0


def _write(file: Path, data: bytes) -> None:
    """A file whole or not at all, in the place of a link rather than through it."""
    with NamedTemporaryFile(dir=file.parent, prefix=".easy-notch-", delete=False) as part:
        part.write(data)
    made = Path(part.name)
    made.chmod(0o644)
    made.replace(file)


def _answers(
    worked: Sequence[tuple[FlightInput | RoofInput, Worked]], curves: Mapping[int, WorkedCurve], words: Words, *,
    as_json: bool,
) -> str:  # fmt: skip
    from .presenting.shared.assumed import assumed_said  # noqa: PLC0415
    from .presenting.work_out.pieces import pieces_said  # noqa: PLC0415

    if as_json:
        works = [contract(given.name, one) for given, one in worked]
        for place, curve in curves.items():
            works.insert(place, curve_contract(curve))
        return json.dumps({"works": works}, indent=1, allow_nan=False) + "\n"
    lines: list[str] = []
    for curve in curves.values():
        lines.append(curve.name or words.say(Message("work.curve")))
        lines += [f"  {words.fact(key):<62} {words.fact_value(key, value)}" for key, value in curve.facts.items()]
        lines += _checks_said(curve.checks, words)
    for given, one in worked:
        lines.append(given.name or words.say(Message(f"work.{one.kind}")))
        hipped = any(laid.member.role == "hip" for laid in one.members)
        lines += [
            f"  {words.fact(key):<62} {words.fact_value(key, value)}"
            for key, value in one.facts.items()
            if hipped or key != "common_difference"
        ]
        lines += pieces_said(one, words)
        lines += [f" ? {said}" for said in assumed_said(given, words)]
        lines += _checks_said(one.checks, words)
    return "\n".join(lines) + "\n"


def _checks_said(checks: Iterable[Check], words: Words) -> Iterator[str]:
    signs = {Level.OK: " ", Level.LOOK: "?", Level.STOP: "!"}
    for check in checks:
        yield f" {signs[check.level]} {words.say(check.message)}."
        if check.remedy:
            yield f"     {words.say(check.remedy)}"


def _bytes_of(file: str) -> bytes:
    try:
        with Path(file).open("rb") as stream:
            return stream.read(MOST_BYTES + 1)
    except OSError as error:
        _stop(f"{file}: {error.strerror or error}")


def _stop(sentence: str) -> NoReturn:
    print(sentence, file=sys.stderr)
    raise SystemExit(2)
