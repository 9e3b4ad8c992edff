"""Why a season cannot be kept, and what would make it possible.

The clash is a set of waits, moulds, hours and dates none of which can be left out: the solver's own, made smaller by
leaving out one after the other. Ways out are tried one by one, each with a solver's answer.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ortools.sat.python import cp_model

from archtop.core.base import JobKey
from archtop.core.schedule.effort import Effort
from archtop.core.schedule.network import Link, Network
from archtop.core.schedule.problem import SeasonProblem
from archtop.core.schedule.solver import SeasonModel, least_late

__all__ = ["WayOut", "clash_of", "ways_out"]

# Effort for one question, and for all questions about a clash or about ways out: a person waits for the answer.
_ONE, _ALL = 0.5, 2.0
# Sodium lactate lets a column go in half the time (common practice, no source).
_LACTATE = 0.5


@dataclass(frozen=True)
class WayOut:
    """Something that helps: ``late_h`` that would be left of what is late now; cheapest first by ``cost``."""

    kind: str
    what: str
    late_h: float
    cost: int
    says: str


def clash_of(problem: SeasonProblem) -> tuple[str, ...]:
    """What cannot all be kept; empty when it can, or when that is not known with the effort there is."""
    return tuple(_Clash(problem).least())


class _Clash:
    def __init__(self, problem: SeasonProblem) -> None:
        self.problem = problem
        # That there is a clash at all is worth more than what can be left out of it.
        self.at_all, self.less = Effort(2 * _ALL), Effort(_ALL)

    def cannot(self, without: frozenset[str], effort: Effort, share: float | None = None) -> list[str] | None:
        """Supposed things that clash, leaving some out; nothing when the rest can be kept, or that is not known."""
        built = SeasonModel(self.problem, suppose=True)
        built.dates_met()
        held = [literal for what, literal in built.supposed.items() if what not in without]
        built.model.add_assumptions(held)
        solver, status = effort.solve(built.model, share)
        if status != cp_model.INFEASIBLE:
            return None
        names = {literal.index: what for what, literal in built.supposed.items()}
        core = solver.sufficient_assumptions_for_infeasibility()
        return [names[index] for index in core] or [names[literal.index] for literal in held]

    def least(self) -> list[str]:
        """No part of it can be left out without the rest being possible, as far as there is effort to find out."""
        core = self.cannot(frozenset(), self.at_all)
        if core is None:
            return []
        everything = set(self.all_supposed())
        for what in list(core):
            if what not in core:
                continue
            if self.less.spent:
                break
            left = self.cannot(frozenset(everything - set(core) | {what}), self.less, _ONE)
            if left is not None:
                core = [item for item in core if item in left]
        return core

    def all_supposed(self) -> list[str]:
        built = SeasonModel(self.problem, suppose=True)
        built.dates_met()
        return list(built.supposed)


def ways_out(problem: SeasonProblem, clash: tuple[str, ...]) -> tuple[WayOut, ...]:
    """What would help, the cheapest first: each was tried, or is the plan itself with another date."""
    late_now = least_late(problem, Effort(_ONE), _ONE)
    found = list(_later_dates(problem, late_now or {}))
    effort = Effort(_ALL)
    for kind, what, cost, says, tried in _tries(problem, clash):
        if effort.spent:
            break
        late = least_late(tried, effort, _ONE)
        if late is None:
            continue
        left = sum(late.values())
        if late_now is None or left < sum(late_now.values()):
            found.append(_way(problem, left, kind=kind, what=what, cost=cost, says=says))
    return tuple(sorted(found, key=lambda way: (way.late_h > 0, way.cost, way.late_h)))


def _way(problem: SeasonProblem, left: int, *, kind: str, what: str, cost: int, says: str) -> WayOut:
    hours = left * problem.step_h
    still = "." if left == 0 else f": still {f'{hours:.3g} h' if hours < 24 else f'{hours / 24:.1f} days'} late."
    return WayOut(kind=kind, what=what, late_h=hours, cost=cost, says=says + still)


def _later_dates(problem: SeasonProblem, late: Mapping[str, int]) -> Iterator[WayOut]:
    """Each loaf ready as many whole days later as it is late: the plan with the least lateness keeps that."""
    day = round(24 / problem.step_h)
    titles = {job.loaf: job.title.removesuffix(" is ready") for job in problem.network.jobs if job.kind == "cured"}
    for loaf, over in late.items():
        if over:
            days = -(-over // day)
            says = f"{titles[loaf]} ready {days} {'day' if days == 1 else 'days'} later"
            yield _way(problem, sum(late.values()) - over, kind="ready", what=loaf, cost=5, says=says)


def _tries(problem: SeasonProblem, clash: tuple[str, ...]) -> Iterator[tuple[str, str, int, str, SeasonProblem]]:
    names = {job.key: job.title for job in problem.network.jobs}
    moulds = {hold.mould: hold.name for hold in problem.network.holds}
    for what in sorted(clash, key=lambda item: item.startswith("wait")):
        kind, _, of = what.partition(":")
        match kind:
            case "pin":
                fixed = {key: at for key, at in problem.fixed.items() if key != of}
                yield "pin", of, 1, f"Let go of the pin on “{names[of]}”", problem.changed(fixed=fixed)
            case "day":
                days = {key: day for key, day in problem.on_day.items() if key != of}
                yield "day", of, 1, f"“{names[of]}” on another day", problem.changed(on_day=days)
            case "mould":
                more = {**problem.moulds, of: problem.owned(of) + 1}
                yield "mould", of, 3, f"One more {moulds[of]}", problem.changed(moulds=more)
            case "hands":
                yield "hands", "", 4, "A second pair of hands", problem.changed(hands=problem.hands + 1)
            case "hours":
                yield "hours", "", 2, "Two more hours at the end of every working day", _longer(problem)
            case "wait" if JobKey.parse(of.split(" > ")[0]).do == "cast":
                before = of.split(" > ")[0]
                quicker = problem.changed(network=_with_lactate(problem.network, before))
                yield "lactate", before, 2, f"Sodium lactate in “{names[before]}”: it lets go sooner", quicker


def _longer(problem: SeasonProblem) -> SeasonProblem:
    more = round(2 / problem.step_h)
    spans: list[tuple[int, int]] = []
    for low, high in problem.openings:
        if spans and low <= spans[-1][1]:
            spans[-1] = (spans[-1][0], max(spans[-1][1], high + more))
        else:
            spans.append((low, high + more))
    return problem.changed(openings=tuple(spans))


def _with_lactate(network: Network, cast: str) -> Network:
    def quicker(link: Link) -> Link:
        least = link.least_h * _LACTATE if link.before == cast else link.least_h
        return link.model_copy(update={"least_h": least})

    return network.model_copy(update={"links": tuple(quicker(link) for link in network.links)})
