"""Readers that no file should have: what a process of its own is for. They know nothing of the application."""

from __future__ import annotations

import os
import signal
import time
from pathlib import Path


def turns_for_ever() -> None:
    """More work than there is time for."""
    while True:
        pass


def takes_all(data: bytes = b"") -> int:
    """More memory than there is for a file."""
    return len(bytearray(2000 * 2**20))


def breaks() -> None:
    """A reader with a fault of its own."""
    raise LookupError("a fault of ours")


def dies() -> None:
    """A reader whose library crashes."""
    os.kill(os.getpid(), signal.SIGSEGV)


def sleeps(told: str) -> None:
    """Somebody has to wait for it; tells its process."""
    Path(told).write_text(str(os.getpid()), encoding="utf-8")
    time.sleep(600)
