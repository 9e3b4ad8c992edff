"""A demo studio in a process and a folder of its own, that can be killed; and a browser's way to ask it."""

from __future__ import annotations

import atexit
import http.client
import json
import os
import resource
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from functools import cache
from pathlib import Path
from typing import Any, Self

__all__ = ["Asked", "Studio", "free_port"]

_PATIENCE_S = 120.0


def free_port() -> int:
    """One that nobody listens at."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@cache
def _loaded() -> Path:
    """A demo as it is loaded, once for all that is tried in one run: its past year takes a while to make up."""
    folder = Path(tempfile.mkdtemp())
    atexit.register(shutil.rmtree, folder)
    load = [sys.executable, "-m", "django", "demo", "--only-load"]
    told = {"ARCHTOP_HOME": str(folder / "home"), "ARCHTOP_EFFORT": "0.3"}
    subprocess.run(
        load,
        check=True,
        stdout=subprocess.DEVNULL,
        env={**os.environ, "DJANGO_SETTINGS_MODULE": "archtop.site.settings", **told},
    )
    return folder / "home"


class Studio:
    """``archtop demo`` on a free port.

    :param told: variables of its environment besides
    """

    def __init__(self, home: Path, **told: str) -> None:
        self.port = free_port()
        self.home, self.errors = home, home.with_suffix(".errors")
        self.database = home / "studio.sqlite3"
        # No file of its own may grow larger, where that is said.
        self.most_bytes: int | None = None
        # What it is started by, where something watches it.
        self.under: tuple[str, ...] = ()
        # Pictures of loaves made beside it would slow what is tried.
        self.told = {"ARCHTOP_STILLS": "0", **told}

    @classmethod
    @contextmanager
    def demo(cls, **told: str) -> Iterator[Self]:
        """The demo as it is loaded, gone afterwards."""
        with tempfile.TemporaryDirectory() as folder:
            studio = cls(Path(shutil.copytree(_loaded(), Path(folder) / "home")), **told)
            studio.start()
            try:
                yield studio
            finally:
                studio.kill()

    def start(self) -> None:
        """Start, and wait until it answers."""
        self.process = subprocess.Popen(
            [*self.under, Path(sys.executable).parent / "archtop", "demo", "--port", str(self.port)],
            env={**os.environ, "ARCHTOP_HOME": str(self.home), **self.told},
            stdout=subprocess.DEVNULL,
            stderr=self.errors.open("a"),
            preexec_fn=self._bound if self.most_bytes else None,
            start_new_session=True,
        )
        until = time.monotonic() + _PATIENCE_S
        while time.monotonic() < until:
            with suppress(OSError):
                socket.create_connection(("127.0.0.1", self.port), timeout=5).close()
                return
            time.sleep(0.1)
        raise RuntimeError("the demo did not start")

    def _bound(self) -> None:
        if self.most_bytes:
            resource.setrlimit(resource.RLIMIT_FSIZE, (self.most_bytes, self.most_bytes))

    def kill(self) -> None:
        """As a pulled plug ends a process: without a word."""
        with suppress(ProcessLookupError):
            os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait()


class Asked:
    """A browser's questions, one line for each of them; signed in, where that is asked for."""

    def __init__(self, port: int, signed_in: bool = True) -> None:
        self.port = port
        self.headers: dict[str, str] = {}
        if signed_in:
            self._sign_in()

    def _sign_in(self) -> None:
        page = self._send("GET", "/", None, {})
        page.read()
        cookies = [value.split(";")[0] for name, value in page.getheaders() if name.lower() == "set-cookie"]
        token = next(cookie.split("=")[1] for cookie in cookies if cookie.startswith("csrftoken="))
        here = f"http://127.0.0.1:{self.port}"
        self.headers = {"Cookie": "; ".join(cookies), "X-CSRFToken": token, "Origin": here, "Referer": f"{here}/"}

    def _send(self, method: str, path: str, body: str | None, headers: dict[str, str]) -> http.client.HTTPResponse:
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=_PATIENCE_S)
        line.request(method, path, body, headers)
        return line.getresponse()

    def ask(self, method: str, path: str, body: object = None) -> Any:
        """What is answered, as JSON.

        :raises OSError: nothing was answered
        :raises RuntimeError: it was refused
        """
        text = None if body is None else json.dumps(body)
        headers = {**self.headers, "Content-Type": "application/json"}
        try:
            answer = self._send(method, f"/api{path}", text, headers)
            said = answer.read()
        except http.client.HTTPException as error:
            raise OSError("hung up") from error
        if answer.status >= 400:
            raise RuntimeError(f"{answer.status}: {said[:300]!r}")
        return json.loads(said)
