"""How soon something is there: a plan from the command line, the server's first answer and what it holds while idle."""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from benchmarks.timing import line

__all__ = ["run"]

_LOAF = Path(__file__).parent.parent / "src/archtop/studio/demo/lantern-row.loaf.json"
_EMPTY_DJANGO = "import django; from django.conf import settings; settings.configure(); django.setup()"
_RUNS = 5


def run() -> None:
    """As ratios to an empty Python and to an empty Django."""
    empty = _median_s([sys.executable, "-c", "pass"])
    django = _median_s([sys.executable, "-c", _EMPTY_DJANGO])
    plan = _median_s([str(Path(sys.executable).parent / "archtop"), "plan", str(_LOAF)])
    line("plan of a loaf's file, from the shell", f"{plan:.2f} s", f"aim 1 s; {plan / empty:.0f} times an empty Python")
    first, megabytes = _served()
    line(
        "first answer of a server that is started",
        f"{first:.2f} s",
        f"aim 3 s; {first / django:.0f} times Django alone",
    )
    bare = _resident_mb(_EMPTY_DJANGO)
    line("held by a server that idles", f"{megabytes:.0f} MB", f"aim 200 MB; {megabytes / bare:.1f} times Django alone")


def _median_s(command: list[str]) -> float:
    took = []
    for _ in range(_RUNS):
        began = time.perf_counter()
        subprocess.run(command, check=True, capture_output=True)
        took.append(time.perf_counter() - began)
    return sorted(took)[_RUNS // 2]


def _served() -> tuple[float, float]:
    """Seconds until a studio that was there before answers, and the megabytes it then holds."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    with tempfile.TemporaryDirectory() as home:
        environment = {**os.environ, "ARCHTOP_HOME": home}
        command = [sys.executable, "-m", "django", "serve", "--port", str(port), "--settings", "archtop.site.settings"]
        for last in (False, True):
            began = time.perf_counter()
            with subprocess.Popen(command, env=environment, stdout=subprocess.DEVNULL) as server:
                while True:
                    try:
                        urllib.request.urlopen(f"http://127.0.0.1:{port}/api/session").close()
                        break
                    except OSError:
                        time.sleep(0.02)
                took, holds = time.perf_counter() - began, _of_process(server.pid)
                server.terminate()
            if last:
                return took, holds
    raise AssertionError("unreachable")


def _resident_mb(code: str) -> float:
    told = f"{code}; print(open('/proc/self/status').read())"
    status = subprocess.run([sys.executable, "-c", told], check=True, capture_output=True, text=True).stdout
    return _megabytes(status)


def _of_process(pid: int) -> float:
    return _megabytes(Path(f"/proc/{pid}/status").read_text(encoding="utf-8"))


def _megabytes(status: str) -> float:
    return next(int(text.split()[1]) for text in status.splitlines() if text.startswith("VmRSS")) / 1000
