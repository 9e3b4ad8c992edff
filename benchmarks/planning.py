"""``plan()`` of the demo loaf, and of the same loaf by way of the endpoint."""

from __future__ import annotations

import http.client
import json
from importlib.resources import files

from archtop.core import plan, read_cupboard, read_loaf
from benchmarks.served import Asked, Studio
from benchmarks.timing import line, median_ms

DEMO = files("archtop.studio") / "demo"

__all__ = ["demo_text", "run"]


def demo_text() -> str:
    """The demo loaf's document."""
    return (DEMO / "lantern-row.loaf.json").read_text(encoding="utf-8")


def run() -> None:
    """Plan in the process, then over the wire."""
    text = demo_text()
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    loaf = read_loaf(json.loads(text))
    core = median_ms(lambda: plan(loaf, cupboard), 200)
    line("plan() of the demo loaf, median", f"{core:.1f} ms", "aim 20 ms")
    with Studio.demo() as studio:
        headers = {**Asked(studio.port).headers, "Content-Type": "application/json"}
        # One line for all of them, as a browser keeps it.
        connection = http.client.HTTPConnection("127.0.0.1", studio.port, timeout=5)

        def ask() -> None:
            connection.request("POST", "/api/plan", text, headers)
            response = connection.getresponse()
            body = response.read()
            if response.status != 200:
                raise RuntimeError(body.decode())

        wire = median_ms(ask, 100)
    line("plan endpoint, end to end, median", f"{wire:.1f} ms", "aim 60 ms")
    line("endpoint to bare plan()", f"{wire / core:.1f} ×")
