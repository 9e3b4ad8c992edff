"""``plan()`` of the demo loaf, and of the same loaf by way of the endpoint."""

from __future__ import annotations

import http.client
import json
import os
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import files
from pathlib import Path

from archtop.core import plan, read_cupboard, read_loaf
from benchmarks.timing import line, median_ms

DEMO = files("archtop.studio") / "demo"

__all__ = ["demo_text", "run", "served_demo"]


def demo_text() -> str:
    """The demo loaf's document."""
    return (DEMO / "lantern-row.loaf.json").read_text(encoding="utf-8")


@contextmanager
def served_demo() -> Iterator[int]:
    """The demo in a process and a folder of its own; gives its port."""
    with socket.socket() as probe, tempfile.TemporaryDirectory() as home:
        probe.bind(("127.0.0.1", 0))
        port = int(probe.getsockname()[1])
        probe.close()
        server = subprocess.Popen(
            [Path(sys.executable).parent / "archtop", "demo", "--port", str(port)],
            env={**os.environ, "ARCHTOP_HOME": home},
            stdout=subprocess.DEVNULL,
        )
        try:
            for _ in range(600):
                try:
                    http.client.HTTPConnection("127.0.0.1", port, timeout=5).request("GET", "/")
                except OSError:
                    time.sleep(0.2)
                else:
                    break
            yield port
        finally:
            server.terminate()
            server.wait()


def run() -> None:
    """Plan in the process, then over the wire."""
    text = demo_text()
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    loaf = read_loaf(json.loads(text))
    core = median_ms(lambda: plan(loaf, cupboard), 200)
    line("plan() of the demo loaf, median", f"{core:.1f} ms", "aim 20 ms")
    with served_demo() as port:
        connection = http.client.HTTPConnection("127.0.0.1", port, timeout=5)
        connection.request("GET", "/")
        page = connection.getresponse()
        page.read()
        cookies = [value.split(";")[0] for name, value in page.getheaders() if name.lower() == "set-cookie"]
        token = next(cookie.split("=")[1] for cookie in cookies if cookie.startswith("csrftoken="))
        headers = {"Cookie": "; ".join(cookies), "X-CSRFToken": token, "Content-Type": "application/json"}

        def ask() -> None:
            connection.request("POST", "/api/plan", text, headers)
            response = connection.getresponse()
            body = response.read()
            if response.status != 200:
                raise RuntimeError(body.decode())

        wire = median_ms(ask, 100)
    line("plan endpoint, end to end, median", f"{wire:.1f} ms", "aim 60 ms")
    line("endpoint to bare plan()", f"{wire / core:.1f} ×")
