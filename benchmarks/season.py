"""Casting order: 3 to 30 loaves, time to a plan and its sessions, against earliest-first and against a long search."""

from __future__ import annotations

import datetime as dt
import json
import time
from pathlib import Path

from ortools.sat.python import cp_model

from archtop.core import plan, read_cupboard, read_loaf
from archtop.core.document import Loaf
from archtop.core.plan import LoafPlan
from archtop.core.schedule import (
    SeasonProblem,
    SeasonTerms,
    StudioHours,
    earliest_first,
    faults_in,
    joined,
    network_of,
    plan_network,
    problem_of,
    solve,
)
from archtop.core.schedule.solver import Found, SeasonModel, no_later_than
from archtop.core.schedule.watch import Watch
from benchmarks.timing import line

__all__ = ["run"]

_DEMO = Path(__file__).parent.parent / "src/archtop/studio/demo"
_NOW = dt.datetime(2027, 3, 1, 8, tzinfo=dt.UTC)
# What the studio gives the solver, and for how long the search it is held against goes on, with all there are.
_EFFORT, _LONG_S = 8.0, 600.0
_SEARCHED = (3, 6, 12)


def run() -> None:
    """Several loaves through one pair of hands and few moulds."""
    loaves = _possible()
    for count in (*_SEARCHED, 30):
        problem = _problem([loaves[i % len(loaves)] for i in range(count)], moulds=2)
        seen: list[float] = []
        began = time.perf_counter()
        found = solve(problem, _EFFORT, _Noted(seen, began))
        took = time.perf_counter() - began
        greedy = earliest_first(problem)
        late = sum(max(0, greedy[f"l{i}/cured"] - problem.ready[f"l{i}"]) for i in range(count)) * problem.step_h / 24
        best = f", {_sessions_of_a_long_search(problem, found)} by a long search" if count in _SEARCHED else ""
        line(
            f"{count} loaves, {len(problem.network.jobs)} jobs",
            f"{found.sessions} sessions{best}",
            f"a plan after {seen[0]:.1f} s, {'proven' if found.proven else 'not proven'} after {took:.1f} s; "
            f"late {sum(found.late.values()) * problem.step_h / 24:.1f} days, earliest-first {late:.1f} days with "
            f"{len(faults_in(problem, greedy))} waits broken",
        )
    _reasons([loaves[i % len(loaves)] for i in range(30)])


class _Noted(Watch):
    """When each plan was found [s]."""

    def __init__(self, seen: list[float], began: float) -> None:
        super().__init__()
        self.seen, self.since = seen, began

    def found(self) -> None:
        self.seen.append(time.perf_counter() - self.since)


def _possible() -> list[tuple[Loaf, LoafPlan]]:
    """The demo's loaves that can be made at all; it has one that cannot, to show what is said then."""
    cupboard = read_cupboard(json.loads((_DEMO / "cupboard.json").read_text(encoding="utf-8")))
    loaves = [read_loaf(json.loads(file.read_text(encoding="utf-8"))) for file in sorted(_DEMO.glob("*.loaf.json"))]
    planned = [(loaf, plan(loaf, cupboard)) for loaf in loaves]
    return [each for each in planned if solve(_problem([each], moulds=2), _EFFORT).feasible]


def _terms(count: int, network_moulds: set[str], moulds: int) -> SeasonTerms:
    """A loaf every four days, the first in six weeks."""
    ready = {f"l{i}": _NOW + dt.timedelta(days=42 + 4 * i) for i in range(count)}
    return SeasonTerms(StudioHours(), _NOW, ready, moulds=dict.fromkeys(network_moulds, moulds))


def _problem(loaves: list[tuple[Loaf, LoafPlan]], moulds: int) -> SeasonProblem:
    network = joined(tuple(network_of(loaf, planned, f"l{i}").on_days() for i, (loaf, planned) in enumerate(loaves)))
    return problem_of(network, _terms(len(loaves), {hold.mould for hold in network.holds}, moulds), _NOW)


def _sessions_of_a_long_search(problem: SeasonProblem, found: Found) -> str:
    """The fewest sessions of the same plans, as far as ten minutes with every strategy at once find them."""
    built = SeasonModel(no_later_than(problem, found.starts))
    built.dates_met()
    built.model.minimize(cp_model.LinearExpr.sum(built.sessions()))
    for key, start in built.starts.items():
        built.model.add_hint(start, found.starts[key])
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 8
    solver.parameters.max_time_in_seconds = _LONG_S
    status = solver.solve(built.model)
    return f"{solver.objective_value:.0f}{'' if status == cp_model.OPTIMAL else ' or fewer'}"


def _reasons(loaves: list[tuple[Loaf, LoafPlan]]) -> None:
    """Thirty loaves that share one mould of each kind: how long until it is told what cannot all be kept."""
    network = joined(tuple(network_of(loaf, planned, f"l{i}").on_days() for i, (loaf, planned) in enumerate(loaves)))
    terms = _terms(len(loaves), {hold.mould for hold in network.holds}, 1)
    began = time.perf_counter()
    found = plan_network(network, terms)
    took = time.perf_counter() - began
    line(f"{len(loaves)} loaves, one mould of each", f"{took:.1f} s", f"{found.says} Reasons: {', '.join(found.clash)}")
