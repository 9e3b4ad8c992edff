"""Which browser is driven: Debian's Chromium, without a window where that is at hand; and how it is killed."""

from __future__ import annotations

import os
import shutil
import signal
import time
from pathlib import Path
from typing import Final

__all__ = ["CHROMIUM", "killed"]

CHROMIUM: Final = shutil.which("chromium-headless-shell") or shutil.which("chromium")


def killed(folder: Path) -> None:
    """Every process of the browser that keeps its things in a folder, ended without a word."""
    mine = [
        int(process.name)
        for process in Path("/proc").iterdir()
        if process.name.isdigit() and f"--user-data-dir={folder}" in _command(process)
    ]
    assert mine
    for process in mine:
        try:
            os.kill(process, signal.SIGKILL)
        except ProcessLookupError:
            continue
    for process in mine:
        # Ended, it is gone or waits to be buried without a command.
        while _command(Path(f"/proc/{process}")):
            time.sleep(0.05)


def _command(process: Path) -> str:
    try:
        return (process / "cmdline").read_text(encoding="utf-8", errors="replace").replace("\0", " ")
    except OSError:
        return ""
