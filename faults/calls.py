"""Calls made up from the API's own description, valid and not: none may be answered by a fault of the server."""

from __future__ import annotations

import os
import re
import subprocess
from pathlib import Path

from benchmarks.served import Asked, Studio
from benchmarks.timing import line

__all__ = ["run"]

_ROOT = Path(__file__).parents[1]
_TOOL = _ROOT / ".make/faults/bin/schemathesis"
# Examples an operation: making up whole documents takes longer than answering them.
_EXAMPLES = int(os.environ.get("FAULTS_EXAMPLES", "20"))
_WITHIN_S = 3600


def run() -> int:
    """Make them up and send them; how many were answered by a fault."""
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        asked = Asked(studio.port)
        headers = [part for name, value in asked.headers.items() for part in ("-H", f"{name}: {value}")]
        where = ["run", str(_ROOT / "docs/openapi.json"), "--url", f"http://127.0.0.1:{studio.port}", *headers]
        how = ["--checks", "not_a_server_error", "--phases", "fuzzing", "--max-examples", str(_EXAMPLES)]
        # Signed out nothing more would be tried.
        apart = ["--exclude-operation-id", "sign_out", "--request-timeout", "60", "--seed", "1", "--no-color"]
        command = [str(_TOOL), *where, *how, *apart, "--continue-on-failure", "--workers", "2"]
        told = subprocess.run(command, capture_output=True, text=True, timeout=_WITHIN_S, cwd=studio.home, check=False)
    made = re.search(r"(\d[\d,]*) generated", told.stdout)
    if made is None:
        print(told.stdout, told.stderr)
        return 1
    failed = re.search(r"Server error: (\d+)", told.stdout)
    faults = int(failed.group(1)) if failed else 0
    line(f"{made.group(1)} calls made up from the API's description", f"{faults} faults of the server")
    if faults:
        print(told.stdout)
    return faults
