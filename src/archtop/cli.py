"""``archtop`` on the command line: plan a file, run one calculator, serve the application.

Answers are JSON on standard output; bad input answers with exit code 2 and the problems as JSON on standard error.
"""

from __future__ import annotations

import argparse
import json
import os
import sys
import zipfile
from collections.abc import Sequence
from pathlib import Path
from typing import Any

from archtop.core import InputError, plan, read_cupboard, read_loaf, standard_cupboard

__all__ = ["main"]

_LIMIT_BYTES = 4_000_000


def _read_json(name: str) -> Any:
    try:
        raw = sys.stdin.buffer.read(_LIMIT_BYTES + 1) if name == "-" else Path(name).read_bytes()
    except OSError as error:
        raise InputError.one("file.unreadable", "file", name, error.strerror or "unreadable", "Check it.") from error
    if len(raw) > _LIMIT_BYTES:
        raise InputError.one(
            "document.size", "file", f"{len(raw)} bytes", f"at most {_LIMIT_BYTES} bytes", "Is it a loaf?"
        )
    try:
        return json.loads(raw)
    except (ValueError, RecursionError) as error:
        raise InputError.one("document.json", "file", name, f"must be JSON ({error})", "Check the file.") from error


def _plan(args: argparse.Namespace) -> str:
    cupboard = read_cupboard(_read_json(args.cupboard)) if args.cupboard else standard_cupboard()
    return plan(read_loaf(_read_json(args.file)), cupboard).model_dump_json(indent=2)


def _calc(args: argparse.Namespace) -> str:
    # All calculators at once take a while to load: only who asks for one waits for them.
    from archtop.core import calculate, list_calculators

    if args.list:
        return json.dumps(list_calculators(), indent=2)
    if not args.name:
        raise InputError.one("calculator.none", "calculator", "nothing", "needs a name", "See calc --list.")
    return calculate(args.name, _read_json(args.file)).model_dump_json(indent=2)


def _django(*command: str) -> str:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "archtop.site.settings")
    from django.core.management import execute_from_command_line
    from django.db import DatabaseError

    try:
        execute_from_command_line(["archtop", *command])
    except (OSError, DatabaseError) as error:
        # What is in the way is told, not where in the code it was met.
        raise InputError.one(
            "home.unusable",
            "ARCHTOP_HOME",
            os.environ.get("ARCHTOP_HOME", ".archtop"),
            f"cannot be used: {getattr(error, 'strerror', None) or error}",
            "Choose a folder that you may write to, with room on its disk, and see that the port is free.",
        ) from error
    return ""


def _serve(args: argparse.Namespace) -> str:
    return _django(args.command, "--port", args.port, *(["--share"] if args.share else []))


def _export(args: argparse.Namespace) -> str:
    for option, file in (("--studio", args.studio), ("--tables", args.tables)):
        if file:
            _django("export_studio", option, file)
    if args.loaf:
        return _django("export_loaf", args.loaf)
    if not (args.studio or args.tables):
        raise InputError.one("export.none", "export", "nothing", "needs a loaf's id or --studio FILE", "Say which.")
    return ""


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="archtop", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    one = commands.add_parser("plan", help="plan a loaf document (JSON in, JSON out)")
    one.add_argument("file", nargs="?", default="-", help="a file, or - for standard input")
    one.add_argument("--cupboard", help="a file with the studio's scents, colourants and stock")
    one.set_defaults(run=_plan)
    calc = commands.add_parser("calc", help="run one calculator (JSON in, JSON out)")
    calc.add_argument("name", nargs="?")
    calc.add_argument("file", nargs="?", default="-", help="a file, or - for standard input")
    calc.add_argument("--list", action="store_true", help="name, summary and schemas of every calculator")
    calc.set_defaults(run=_calc)
    for name, text in (("serve", "serve the application"), ("demo", "serve it with the demo studio")):
        sub = commands.add_parser(name, help=f"{text} on 127.0.0.1")
        sub.add_argument("--port", default="8735")
        sub.add_argument("--share", action="store_true", help="let phones and tablets of this network in")
        sub.set_defaults(run=_serve)
    export = commands.add_parser("export", help="write a loaf's document to standard output, or the studio to a file")
    export.add_argument("loaf", nargs="?", help="its id")
    export.add_argument("--studio", metavar="FILE", help="the whole studio with its photographs, as a zip")
    export.add_argument("--tables", metavar="FILE", help="every table as CSV, in a zip")
    export.set_defaults(run=_export)
    keep = commands.add_parser("backup", help="write the whole studio into one file, while it is open")
    keep.add_argument("file", nargs="?", help="where to; by default among the studio's own backups")
    keep.set_defaults(run=lambda args: _django("backup", *([args.file] if args.file else [])))
    back = commands.add_parser("restore", help="put a backup in the place of the studio")
    back.add_argument("file")
    back.add_argument("--over", action="store_true", help="even over loaves; they are backed up first")
    back.set_defaults(run=lambda args: _django("restore", args.file, *(["--over"] if args.over else [])))
    fresh = commands.add_parser("password", help="set a new password for the owner, and end a lock-out")
    fresh.add_argument("password", nargs="?", help="by default one is made up and shown once")
    fresh.set_defaults(run=lambda args: _django("password", *([args.password] if args.password else [])))
    bring = commands.add_parser("import", help="read a loaf document, or a whole studio's file, into the studio")
    bring.add_argument("file")
    bring.set_defaults(
        run=lambda args: _django("import_studio" if zipfile.is_zipfile(args.file) else "import_loaf", args.file)
    )
    return parser


def main(argv: Sequence[str] | None = None) -> int:
    """Run a command; 0 when done, 2 when the input was refused."""
    args = _parser().parse_args(argv)
    try:
        answer = args.run(args)
    except InputError as error:
        problems = [problem.model_dump() for problem in error.problems]
        print(json.dumps({"problems": problems}, indent=2, ensure_ascii=False), file=sys.stderr)
        return 2
    if answer:
        print(answer)
    return 0


if __name__ == "__main__":
    sys.exit(main())
