"""Fifty at once: the list, a plan and a save, in turn, against a bare Django view that reads the list's rows.

Both are served by the same server with as many threads, one after the other in one run.
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import threading
import time
import uuid
from collections.abc import Callable
from typing import Any

from benchmarks.served import Asked, Studio, free_port
from benchmarks.timing import line

__all__ = ["run"]

_CLIENTS = 50
_SECONDS = 10.0
_BARE = """
import os, sys
os.environ["DJANGO_SETTINGS_MODULE"] = "archtop.site.settings"
import django
django.setup()
from django.http import JsonResponse
from django.core.handlers.wsgi import WSGIHandler
from django.test.utils import override_settings
from django.urls import path
from waitress import serve
from archtop.studio.models import Loaf

def rows(request):
    loaves = Loaf.objects.filter(put_away=False)
    return JsonResponse(list(loaves.values("id", "name", "revision", "preview")), safe=False)

class Urls:
    urlpatterns = [path("api/loaves", rows)]

with override_settings(ROOT_URLCONF=Urls, MIDDLEWARE=[]):
    serve(WSGIHandler(), port=int(sys.argv[1]), threads=8)
"""


def run() -> None:
    """Answers a second, and how long the slowest twentieth waited."""
    with Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        asked = [Asked(studio.port) for _ in range(_CLIENTS)]
        loaves = [asked[0].ask("POST", "/loaves", {"name": f"Loaf {number}"}) for number in range(_CLIENTS)]
        ours = _under_load([_turns(*each) for each in zip(asked, loaves, strict=True)])
        port = free_port()
        home = {**os.environ, "ARCHTOP_HOME": str(studio.home)}
        bare = subprocess.Popen([sys.executable, "-c", _BARE, str(port)], env=home, stderr=subprocess.DEVNULL)
        try:
            plain = [Asked(port, signed_in=False) for _ in range(_CLIENTS)]
            _until_there(plain[0])
            alone = _under_load([_looks(one) for one in plain])
        finally:
            bare.kill()
            bare.wait()
    line(
        f"{_CLIENTS} clients: list, plan, save",
        f"{ours[0]:.0f} answers/s, p95 {ours[1]:.1f} s",
        f"bare Django reading the list's rows {alone[0]:.0f}/s, p95 {alone[1]:.1f} s: {alone[0] / ours[0]:.1f} times",
    )


def _turns(asked: Asked, loaf: dict[str, Any]) -> Callable[[int], object]:
    """What one does, over and over: a look at the list, a plan of the loaf that is open, a save with another name."""
    document, at = loaf["document"], {"revision": loaf["revision"]}

    def do(number: int) -> None:
        match number % 3:
            case 0:
                asked.ask("GET", "/loaves")
            case 1:
                asked.ask("POST", f"/plan?loaf={loaf['id']}", document)
            case _:
                saved = {**document, "name": f"Saved {number}"}
                what = {"document": saved, "based_on": at["revision"], "save_id": str(uuid.uuid4())}
                at["revision"] = asked.ask("PUT", f"/loaves/{loaf['id']}", what)["revision"]

    return do


def _looks(asked: Asked) -> Callable[[int], object]:
    return lambda _: asked.ask("GET", "/loaves")


def _under_load(clients: list[Callable[[int], object]]) -> tuple[float, float]:
    """Answers a second, and the wait that nineteen of twenty stay under [s]."""
    waits: list[float] = []
    until = time.perf_counter() + _SECONDS

    def work(do: Callable[[int], object], first: int) -> None:
        number = first
        while (began := time.perf_counter()) < until:
            do(number)
            waits.append(time.perf_counter() - began)
            number += 1

    hands = [threading.Thread(target=work, args=(do, first)) for first, do in enumerate(clients)]
    began = time.perf_counter()
    for hand in hands:
        hand.start()
    for hand in hands:
        hand.join()
    return len(waits) / (time.perf_counter() - began), statistics.quantiles(waits, n=20)[-1]


def _until_there(asked: Asked) -> None:
    while True:
        try:
            asked.ask("GET", "/loaves")
        except OSError:
            time.sleep(0.1)
        else:
            return
