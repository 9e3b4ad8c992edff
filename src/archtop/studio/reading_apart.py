"""Strange files are read in a process of their own: so much time, so much memory, and no longer than somebody waits.

Readers refuse what they can before they begin. This is for what they do not foresee: the server goes on whatever a file
does to the one that reads it.
"""

from __future__ import annotations

import multiprocessing
import pickle
import signal
import threading
from collections.abc import Callable, Generator
from contextlib import suppress
from contextvars import ContextVar
from functools import cache
from multiprocessing import forkserver
from multiprocessing.connection import Connection
from pathlib import Path
from time import monotonic
from typing import Any, Final, TypeVar, overload

import django
from django.http import HttpRequest, HttpResponse

from archtop.core import InputError

__all__ = ["MOST_MB", "MOST_S", "GoneAway", "WhoWaits", "read_apart", "soon_ready"]

S = TypeVar("S")
T = TypeVar("T")

# What any file may cost [s of processor; MB above what the process holds before it begins].
MOST_S: Final = 5
MOST_MB: Final = 500
# A process that does not even get the processor is given up after so long [s].
_PATIENCE_S: Final = 60.0
# So often it is looked whether somebody still waits [s].
_LOOK_S: Final = 0.1
# Read by the first process of them all, from which the others are forked: none of them loads it again.
_LOADED: Final = ("archtop.studio.read_first", "trimesh", "svgelements")

_has_gone: ContextVar[Callable[[], bool]] = ContextVar("has_gone", default=lambda: False)


class GoneAway(Exception):  # noqa: N818
    """Who asked has hung up: nobody reads the answer."""


class WhoWaits:
    """Middleware: lets what is read apart know whether its client is still there."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """As the server tells it, where it does."""
        gone = request.META.get("waitress.client_disconnected")
        told = _has_gone.set(gone) if gone else None
        try:
            return self.get_response(request)
        finally:
            if told:
                _has_gone.reset(told)


@overload
def read_apart(
    reader: Callable[..., Generator[S, None, T]], *args: Any, most_s: int, most_mb: int, told: Callable[[S], None]
) -> T: ...
@overload
def read_apart(reader: Callable[..., T], *args: Any, most_s: int = MOST_S, most_mb: int = MOST_MB) -> T: ...


def read_apart(
    reader: Callable[..., Any],
    *args: Any,
    most_s: int = MOST_S,
    most_mb: int = MOST_MB,
    told: Callable[[Any], None] = lambda _: None,
) -> Any:
    """What a reader makes of its arguments, in a process of its own.

    :param reader: a function of a module; it and its answer go from process to process
    :param most_s: of processor, after which it is ended [s]
    :param most_mb: of memory, above what the process holds before it begins [MB]
    :param told: called with what a reader yields before it returns
    :raises InputError: the reader's own, or ``file.too_much``
    :raises GoneAway: who asked has hung up
    """
    if multiprocessing.current_process().daemon:
        # What is read apart already needs no other process for a part of it.
        return reader(*args)
    here, there = multiprocessing.Pipe(duplex=False)
    # The reader is named where Django is at home already.
    work = pickle.dumps((reader, args))
    process = _processes().Process(target=_read, args=(there, work, most_s, most_mb), daemon=True)
    process.start()
    there.close()
    until = monotonic() + _PATIENCE_S + most_s
    try:
        ended = False
        while not ended:
            _wait(here, until, most_s, most_mb)
            ended, said = here.recv()
            if not ended:
                told(said)
    except EOFError:
        process.join()
        if process.exitcode in (-signal.SIGXCPU, -signal.SIGKILL, -signal.SIGSEGV, -signal.SIGABRT):
            raise _too_much(most_s, most_mb) from None
        raise RuntimeError(f"the reading process ended with {process.exitcode}") from None
    finally:
        process.kill()
        process.join()
        process.close()
        here.close()
    if isinstance(said, BaseException):
        raise said
    return said


def _wait(here: Connection, until: float, most_s: int, most_mb: int) -> None:
    has_gone = _has_gone.get()
    while not here.poll(_LOOK_S):
        if has_gone():
            raise GoneAway
        if monotonic() > until:
            raise _too_much(most_s, most_mb)


@cache
def soon_ready(after_s: float) -> None:
    """Load what reads, so much later: somebody is at work here, and may photograph a spoonful next [s]."""
    soon = threading.Timer(after_s, _load)
    soon.daemon = True
    soon.start()


def _load() -> None:
    if _processes().get_start_method() == "forkserver":
        forkserver.ensure_running()


@cache
def _processes() -> Any:
    """Forked from one that holds no thread and no connection, where there is such a thing."""
    if "forkserver" not in multiprocessing.get_all_start_methods():
        return multiprocessing.get_context("spawn")
    context = multiprocessing.get_context("forkserver")
    context.set_forkserver_preload(list(_LOADED))
    return context


def _read(line: Connection, work: bytes, most_s: int, most_mb: int) -> None:
    django.setup()
    reader, args = pickle.loads(work)  # Our own server wrote it.
    _bound(most_s, most_mb)
    try:
        answer = reader(*args)
        if isinstance(answer, Generator):
            answer = _told(line, answer)
    except MemoryError:
        answer = _too_much(most_s, most_mb)
    except Exception as error:  # it is told where it was asked for
        answer = error
    line.send((True, answer))


def _told(line: Connection, reading: Generator[Any, None, T]) -> T:
    """What a reader returns in the end; all before it is told at once."""
    while True:
        try:
            line.send((False, next(reading)))
        except StopIteration as end:
            return end.value  # type: ignore[no-any-return]


def _bound(most_s: int, most_mb: int) -> None:
    with suppress(ImportError):
        import resource

        used = resource.getrusage(resource.RUSAGE_SELF)
        seconds = int(used.ru_utime + used.ru_stime) + most_s
        resource.setrlimit(resource.RLIMIT_CPU, (seconds, seconds + 1))
        with suppress(OSError):
            held = int(Path("/proc/self/statm").read_text().split()[0]) * resource.getpagesize()
            resource.setrlimit(resource.RLIMIT_AS, (held + most_mb * 2**20,) * 2)


def _too_much(most_s: int, most_mb: int) -> InputError:
    return InputError.one(
        "file.too_much",
        "file",
        "what it asks for",
        f"takes more than {most_s} s or {most_mb} MB to read",
        "Make it simpler or smaller, and choose it again.",
    )
