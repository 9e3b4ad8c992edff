"""Calls made up from the API's own description, valid and not: none may be answered by a fault of the server."""

from __future__ import annotations

import json
import os
import re
import subprocess
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from benchmarks.served import Asked, Studio
from benchmarks.timing import line

__all__ = ["run"]

_ROOT = Path(__file__).parents[1]
_TOOL = _ROOT / ".make/faults/bin/schemathesis"
_DESCRIPTION = _ROOT / "docs/openapi.json"
# How many are made up for each operation, of those that take a loaf and of the others: a hundred parts of a loaf are
# made up in a second, anything else in some milliseconds.
_WITH_A_LOAF = int(os.environ.get("FAULTS_WITH_A_LOAF", "6"))
_OTHERS = int(os.environ.get("FAULTS_OTHERS", "15"))
_A_LOAF = "Loaf"
_WITHIN_S = 3600


def run() -> int:
    """Make them up and send them; how many were answered by a fault."""
    taking = sorted(_taking_a_loaf())
    chosen = [f"--include-operation-id={name}" for name in taking]
    # Signed out nothing more would be tried.
    others = [f"--exclude-operation-id={name}" for name in (*taking, "sign_out")]
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        tried = [_made_up(studio, chosen, _WITH_A_LOAF), _made_up(studio, others, _OTHERS)]
    calls, faults = sum(made for made, _ in tried), sum(failed for _, failed in tried)
    line(f"{calls} calls made up from the API's description", f"{faults} faults of the server")
    return faults


def _made_up(studio: Studio, which: list[str], examples: int) -> tuple[int, int]:
    """How many calls were made up for some operations, and how many were answered by a fault."""
    headers = [part for name, value in Asked(studio.port).headers.items() for part in ("-H", f"{name}: {value}")]
    where = ["run", str(_DESCRIPTION), "--url", f"http://127.0.0.1:{studio.port}", *headers]
    how = ["--checks", "not_a_server_error", "--phases", "fuzzing", "--max-examples", str(examples)]
    apart = ["--request-timeout", "60", "--seed", "1", "--no-color", "--continue-on-failure", "--workers", "2"]
    told = subprocess.run(
        [str(_TOOL), *where, *how, *apart, *which],
        capture_output=True,
        text=True,
        timeout=_WITHIN_S,
        cwd=studio.home,
        check=False,
    )
    made = re.search(r"(\d[\d,]*) generated", told.stdout)
    if made is None:
        print(told.stdout, told.stderr)
        return 0, 1
    failed = re.search(r"Server error: (\d+)", told.stdout)
    if failed:
        print(told.stdout)
    return int(made.group(1).replace(",", "")), int(failed.group(1)) if failed else 0


def _taking_a_loaf() -> Iterator[str]:
    """Operations whose body holds a whole loaf."""
    description = json.loads(_DESCRIPTION.read_text(encoding="utf-8"))
    schemas = description["components"]["schemas"]

    def named(part: Any, seen: set[str]) -> set[str]:
        match part:
            case {"$ref": str(address)}:
                name = address.rpartition("/")[2]
                if name not in seen:
                    seen.add(name)
                    named(schemas[name], seen)
            case dict():
                for inner in part.values():
                    named(inner, seen)
            case list():
                for inner in part:
                    named(inner, seen)
        return seen

    for methods in description["paths"].values():
        for operation in methods.values():
            if _A_LOAF in named(operation.get("requestBody", {}), set()):
                yield operation["operationId"]
