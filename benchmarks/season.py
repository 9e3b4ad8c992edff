"""Casting order: 6, 12 and 30 loaves, time to a plan and to a proven one, against earliest-first by hand."""

from __future__ import annotations

import datetime as dt
import json
import time
from pathlib import Path

from archtop.core import plan, read_cupboard, read_loaf
from archtop.core.schedule import (
    Network,
    SeasonTerms,
    StudioHours,
    earliest_first,
    faults_in,
    joined,
    network_of,
    problem_of,
    solve,
)
from benchmarks.timing import line

__all__ = ["run"]

_DEMO = Path(__file__).parent.parent / "src/archtop/studio/demo"
_NOW = dt.datetime(2027, 3, 1, 8, tzinfo=dt.UTC)
_EFFORT = 20.0


def run() -> None:
    """Several loaves through one pair of hands and few moulds."""
    cupboard = read_cupboard(json.loads((_DEMO / "cupboard.json").read_text(encoding="utf-8")))
    loaves = [read_loaf(json.loads(file.read_text(encoding="utf-8"))) for file in sorted(_DEMO.glob("*.loaf.json"))]
    plans = [plan(loaf, cupboard) for loaf in loaves]
    for count in (6, 12, 30):
        networks = [network_of(loaves[i % len(loaves)], plans[i % len(loaves)], f"l{i}") for i in range(count)]
        network: Network = joined(tuple(networks))
        # A loaf every four days, the first in six weeks.
        ready = {f"l{i}": _NOW + dt.timedelta(days=42 + 4 * i) for i in range(count)}
        moulds = {hold.mould: 2 for hold in network.holds}
        problem = problem_of(network, SeasonTerms(StudioHours(), _NOW, ready, moulds=moulds), _NOW)
        began = time.perf_counter()
        seen: list[float] = []

        def tell(began: float = began, seen: list[float] = seen) -> None:
            seen.append(time.perf_counter() - began)

        found = solve(problem, _EFFORT, tell)
        took = time.perf_counter() - began
        greedy = earliest_first(problem)
        late = sum(max(0, greedy[f"l{i}/cured"] - problem.ready[f"l{i}"]) for i in range(count)) * problem.step_h / 24
        broken = len(faults_in(problem, greedy))
        line(
            f"{count} loaves, {len(network.jobs)} jobs",
            f"{seen[0]:.1f} s to a plan",
            f"{'proven best' if found.proven else 'not proven'} after {took:.1f} s; "
            f"late {sum(found.late.values()) * problem.step_h / 24:.1f} days in {found.sessions} sessions, "
            f"earliest-first {late:.1f} days late with {broken} waits broken",
        )
