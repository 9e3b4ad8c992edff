"""How long a call takes, and a line to print about it."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable

__all__ = ["line", "median_ms"]


def median_ms(call: Callable[[], object], runs: int) -> float:
    """Median of ``runs`` timed calls [ms], after one that warms caches."""
    call()
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        call()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def line(what: str, value: str, aim: str = "") -> None:
    """One row of the table."""
    print(f"{what:<58} {value:>22}   {aim}", flush=True)
