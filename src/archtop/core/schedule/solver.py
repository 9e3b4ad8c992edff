"""The best casting order by constraint programming (CP-SAT of OR-Tools), and whether it is proven best.

Aims, one after the other, each held while the next is sought: dates met; what was planned stays where it was; few
sessions. They are what is proven. Among the plans that are left castings and pours go as late as they may be, cuts as
early, as far as a little work more takes them.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ortools.sat.python import cp_model

from archtop.core.schedule.critical import windows_of
from archtop.core.schedule.effort import Effort
from archtop.core.schedule.network import Job
from archtop.core.schedule.problem import SeasonProblem
from archtop.core.schedule.watch import Aim, Watch

__all__ = ["Found", "SeasonModel", "least_late", "least_makespan", "no_later_than", "solve"]

# Share of the effort that each aim may take: sessions also what the one before did not need.
_DATES, _STAYS, _SESSIONS, _WAITING = 0.4, 0.2, 0.4, 0.1
# What is gained by a job being later: a loaf as a whole is, but is turned out and cut as soon as it may be.
_LATER = {"cast": -2, "turn out": 1, "fit": -1, "pour": -3, "spritz": 1, "look": 1, "cut": 3}
# Castings and pours lie so close before the last moment, where that can be [days].
_SENSIBLE_DAYS = 21.0
# By how much dates are let go of when they cannot be met, step by step [days].
_LATER_DAYS = (0, 3, 8, 20, 45)
# So many times the effort it was given goes into a first plan, since any is worth it: a search that ends without one
# goes on with more.
_PATIENCE = (4, 16, 64)


@dataclass(frozen=True)
class Found:
    """Starts [steps] by job; ``late``: steps by loaf. ``starts`` is empty where there is no plan at all.

    ``proven``: no plan is less late, moves less or has fewer sessions; without a plan, that there is none.
    """

    starts: Mapping[str, int]
    late: Mapping[str, int]
    moved: tuple[str, ...]
    sessions: int
    proven: bool

    @property
    def feasible(self) -> bool:
        """Whether there is a plan."""
        return bool(self.starts)


class SeasonModel:
    """A season's constraints.

    :param suppose: whether every wait, mould, opening and date is only supposed, so that clashes can be asked for
    """

    def __init__(self, problem: SeasonProblem, suppose: bool = False) -> None:
        self.problem, self.suppose = problem, suppose
        self.model = cp_model.CpModel()
        self.supposed: dict[str, cp_model.IntVar] = {}
        self.jobs = {job.key: job for job in problem.network.jobs}
        self.starts = {key: self._start(job) for key, job in self.jobs.items()}
        self._wait()
        self._share_hands()
        self._share_moulds()

    def if_supposed(self, what: str) -> list[cp_model.IntVar]:
        """What a constraint depends on: nothing, or that it is supposed."""
        if not self.suppose:
            return []
        if what not in self.supposed:
            self.supposed[what] = self.model.new_bool_var(what)
        return [self.supposed[what]]

    def is_done(self, key: str) -> bool:
        """Whether a job lies behind."""
        return key in self.problem.fixed and self.problem.fixed[key].done

    def length(self, key: str) -> int:
        """Steps a job takes."""
        return self.problem.length(self.jobs[key].minutes)

    def _start(self, job: Job) -> cp_model.IntVar:
        problem = self.problem
        fixed = problem.fixed.get(job.key)
        if fixed and fixed.done:
            return self.model.new_int_var(fixed.start, fixed.start, job.key)
        low = min(problem.now, fixed.start) if fixed else problem.now
        least, most = problem.within.get(job.key, (low, problem.horizon))
        start = self.model.new_int_var(max(low, least), min(problem.horizon, most), job.key)
        if fixed:
            self.model.add(start == fixed.start).only_enforce_if(self.if_supposed(f"pin:{job.key}"))
        elif job.minutes:
            length = problem.length(job.minutes)
            open_at = [[low, high - length] for low, high in problem.openings if high - length >= low]
            domain = cp_model.Domain.from_intervals(open_at)
            self.model.add_linear_expression_in_domain(start, domain).only_enforce_if(self.if_supposed("hours"))
        if job.key in problem.on_day and not fixed:
            day = cp_model.Domain(*problem.on_day[job.key])
            supposed = self.if_supposed(f"day:{job.key}")
            self.model.add_linear_expression_in_domain(start, day).only_enforce_if(supposed)
        return start

    def _wait(self) -> None:
        for link in self.problem.network.links:
            if self.is_done(link.before) and self.is_done(link.after):
                continue
            end = self.starts[link.before] + self.length(link.before)
            after = self.starts[link.after]
            least, most = self.problem.least(link), self.problem.most(link)
            name = f"{link.before} > {link.after}"
            if self.jobs[link.after].kind == "cured":
                # It is ready as soon as it may be.
                most = least
            self.model.add(after >= end + least).only_enforce_if(self.if_supposed(f"wait:{name}"))
            if most is not None:
                self.model.add(after <= end + most).only_enforce_if(self.if_supposed(f"latest:{name}"))

    def _share_hands(self) -> None:
        working = [key for key, job in self.jobs.items() if job.minutes and not self.is_done(key)]
        spans = [self.model.new_fixed_size_interval_var(self.starts[k], self.length(k), f"at {k}") for k in working]
        self._at_most(spans, [1] * len(spans), self.problem.hands, "hands")

    def _share_moulds(self) -> None:
        full: dict[str, list[tuple[cp_model.IntervalVar, int]]] = {}
        for hold in self.problem.network.holds:
            if self.is_done(hold.end):
                continue
            start, end = self.starts[hold.start], self.starts[hold.end] + self.length(hold.end)
            size = self.model.new_int_var(0, 2 * self.problem.horizon, f"full {hold.start}")
            span = self.model.new_interval_var(start, size, end, f"{hold.mould} {hold.start}")
            full.setdefault(hold.mould, []).append((span, hold.count))
        for mould, spans in full.items():
            intervals, counts = [span for span, _ in spans], [count for _, count in spans]
            self._at_most(intervals, counts, self.problem.owned(mould), f"mould:{mould}")

    def _at_most(self, spans: list[cp_model.IntervalVar], counts: list[int], capacity: int, what: str) -> None:
        """Together no more than there are of something; each takes so many of it."""
        wanted = sum(counts)
        if wanted <= capacity:
            return
        if self.suppose:
            (held,) = self.if_supposed(what)
            # Where it is not supposed, there is enough for all.
            self.model.add_cumulative(spans, counts, wanted - (wanted - capacity) * held)
        elif capacity == 1 and wanted == len(spans):
            self.model.add_no_overlap(spans)
        else:
            self.model.add_cumulative(spans, counts, capacity)

    def lateness(self) -> dict[str, cp_model.IntVar]:
        """Steps by which each loaf with a date is late."""
        late = {}
        for job in self.jobs.values():
            if job.kind == "cured" and job.loaf in self.problem.ready:
                over = self.model.new_int_var(0, 2 * self.problem.horizon, f"late {job.loaf}")
                self.model.add(over >= self.starts[job.key] - self.problem.ready[job.loaf])
                late[job.loaf] = over
        return late

    def dates_met(self) -> None:
        """No loaf late."""
        for loaf, over in self.lateness().items():
            self.model.add(over == 0).only_enforce_if(self.if_supposed(f"ready:{loaf}"))

    def displaced(self) -> dict[str, cp_model.IntVar]:
        """Whether each job that was planned stands elsewhere."""
        moved = {}
        for key, start in self.problem.before.items():
            if key in self.starts and key not in self.problem.fixed and self.jobs[key].minutes:
                moved[key] = self.model.new_bool_var(f"moved {key}")
                self.model.add(self.starts[key] == start).only_enforce_if(moved[key].negated())
        return moved

    def sessions(self) -> list[cp_model.IntVar]:
        """Whether each opening is used at all."""
        used: dict[int, cp_model.IntVar] = {}
        for key, job in self.jobs.items():
            if not job.minutes or key in self.problem.fixed:
                continue
            length = self.length(key)
            there = []
            for n, (low, high) in enumerate(self.problem.openings):
                first, last = self.problem.within.get(key, (self.problem.now, self.problem.horizon))
                if high - length < low or high - length < first or low > last:
                    continue
                here = self.model.new_bool_var(f"{key} in {n}")
                self.model.add(self.starts[key] >= low).only_enforce_if(here)
                self.model.add(self.starts[key] <= high - length).only_enforce_if(here)
                used.setdefault(n, self.model.new_bool_var(f"used {n}"))
                self.model.add_implication(here, used[n])
                there.append(here)
            self.model.add_exactly_one(there)
        return list(used.values())

    def waiting(self) -> cp_model.LinearExprT:
        """What grows with castings and pours too early and cuts too late."""
        terms = [_LATER[job.kind] * self.starts[key] for key, job in self.jobs.items() if job.kind in _LATER]
        return cp_model.LinearExpr.sum(terms)


def solve(problem: SeasonProblem, effort: float = 8.0, watch: Watch | None = None) -> Found:
    """The best plan that is found with so much effort, the same on any machine unless it is stopped.

    :param effort: of the solver, as :class:`~archtop.core.schedule.effort.Effort` counts it
    :param watch: follows the search, and may stop it
    """
    watch = watch or Watch()
    starts, proven = _dates_met_if_they_can_be(problem, watch, effort)
    if starts:
        for near in (True, False):
            better = _refined(no_later_than(problem, starts, near), starts, watch, effort)
            if better is not None:
                starts, proven = better[0], better[1] and proven
                break
        else:
            proven = False
    jobs = {job.key: job for job in problem.network.jobs}
    return Found(
        starts=starts,
        late={
            job.loaf: max(0, starts[key] - problem.ready[job.loaf])
            for key, job in jobs.items()
            if starts and job.kind == "cured" and job.loaf in problem.ready
        },
        moved=tuple(
            key for key, at in problem.before.items() if key in starts and _is_moved(problem, jobs[key], at, starts)
        ),
        sessions=len({n for key in starts if (n := _opening(problem, jobs[key], starts[key])) is not None}),
        proven=proven,
    )


def _is_moved(problem: SeasonProblem, job: Job, before: int, starts: Mapping[str, int]) -> bool:
    return bool(job.minutes) and job.key not in problem.fixed and starts[job.key] != before


def _dates_met_if_they_can_be(problem: SeasonProblem, watch: Watch, effort: float) -> tuple[dict[str, int], bool]:
    """The least lateness: nothing where there is no plan, and whether that is proven.

    A plan that meets all dates is looked for first, close before them: that is found a hundred times sooner than a
    least sum of lateness over months. Then dates are let go of, further and further, until there is a plan.
    """
    day = round(24 / problem.step_h)
    for more in _LATER_DAYS:
        later = problem.changed(ready={loaf: at + more * day for loaf, at in problem.ready.items()})
        within = _within(later, near=True)
        if any(low > high for low, high in within.values()):
            continue
        built = SeasonModel(problem.changed(within=within))
        if more == 0:
            built.dates_met()
        built.model.minimize(cp_model.LinearExpr.sum(list(built.lateness().values())))
        solver, status = Effort(_DATES * effort).solve(built.model, watch=watch)
        if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return {key: solver.value(start) for key, start in built.starts.items()}, status == cp_model.OPTIMAL
    return _whatever_its_dates(problem, watch, effort)


def _whatever_its_dates(problem: SeasonProblem, watch: Watch, effort: float) -> tuple[dict[str, int], bool]:
    """A plan between now and the end of the season, as little late as may be; else whether there is none for sure."""
    built = SeasonModel(problem)
    built.model.minimize(cp_model.LinearExpr.sum(list(built.lateness().values())))
    for patience in _PATIENCE:
        solver, status = Effort(patience * effort).solve(built.model, watch=watch, by="asking")
        if status in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return {key: solver.value(start) for key, start in built.starts.items()}, status == cp_model.OPTIMAL
        if status == cp_model.INFEASIBLE or watch.stopped:
            return {}, status == cp_model.INFEASIBLE
        watch.aim = "any plan"
    return {}, False


def no_later_than(problem: SeasonProblem, starts: Mapping[str, int], near: bool = True) -> SeasonProblem:
    """The season with no loaf later than in a plan [steps], which narrows where each job may lie.

    :param near: no job lies earlier before its last moment than is sensible
    """
    cured = {job.loaf: starts[job.key] for job in problem.network.jobs if job.kind == "cured"}
    held = problem.changed(ready={loaf: max(at, cured.get(loaf, at)) for loaf, at in problem.ready.items()})
    return held.changed(within=_within(held, near))


def _within(problem: SeasonProblem, near: bool) -> dict[str, tuple[int, int]]:
    """Between which starts each job may lie; ``near``: no earlier before its last moment than is sensible."""
    sensible = round(_SENSIBLE_DAYS * 24 / problem.step_h)
    found = {}
    for key, (earliest, latest) in windows_of(problem).items():
        if latest is not None and key not in problem.fixed:
            found[key] = (max(earliest, latest - sensible) if near else earliest, latest)
    return found


def _refined(
    problem: SeasonProblem, starts: dict[str, int], watch: Watch, effort: float
) -> tuple[dict[str, int], bool] | None:
    """The aims after the first, one after the other; nothing where the problem as it is narrowed has no plan."""
    built = SeasonModel(problem)
    built.dates_met()
    proven, left, any_plan = True, Effort(0.0), False
    aims: list[tuple[Aim, float, Callable[[], cp_model.LinearExprT]]] = [
        ("few moves", _STAYS, lambda: cp_model.LinearExpr.sum(list(built.displaced().values()))),
        ("few sessions", _SESSIONS, lambda: cp_model.LinearExpr.sum(built.sessions())),
        ("late castings", _WAITING, built.waiting),
    ]
    for watch.aim, share, aim in aims:
        sought, last = aim(), watch.aim == "late castings"
        built.model.minimize(sought)
        for start, value in zip(built.starts.values(), starts.values(), strict=True):
            built.model.add_hint(start, value)
        left.left = share * effort + (0.0 if last else left.left)
        solver, status = left.solve(built.model, watch=watch, by="clauses")
        if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return (starts, proven and last) if any_plan else None
        any_plan = True
        proven = proven and (last or status == cp_model.OPTIMAL)
        starts = {key: solver.value(start) for key, start in built.starts.items()}
        built.model.clear_objective()  # type: ignore[no-untyped-call]
        built.model.clear_hints()  # type: ignore[no-untyped-call]
        built.model.add(sought <= round(solver.objective_value))
    return starts, proven


def least_late(problem: SeasonProblem, effort: Effort, share: float) -> Mapping[str, int] | None:
    """By how much each loaf is late at the least [steps]; ``None``: no plan, or none found with that effort.

    :param share: the most of that effort this question may take, in the solver's own units
    """
    built = SeasonModel(problem)
    late = built.lateness()
    built.model.minimize(cp_model.LinearExpr.sum(list(late.values())))
    solver, status = effort.solve(built.model, share, by="asking")
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    return {loaf: solver.value(over) for loaf, over in late.items()}


def _opening(problem: SeasonProblem, job: Job, start: int) -> int | None:
    if not job.minutes or (job.key in problem.fixed and problem.fixed[job.key].done):
        return None
    return next((n for n, (low, high) in enumerate(problem.openings) if low <= start < high), None)


def least_makespan(problem: SeasonProblem, effort: float) -> tuple[int, bool]:
    """The end of the last job, as early as it can be [steps], and whether that is proven.

    :param effort: of the solver, in its own units
    """
    built = SeasonModel(problem)
    end = built.model.new_int_var(0, problem.horizon, "end")
    for key, start in built.starts.items():
        built.model.add(end >= start + built.length(key))
    built.model.minimize(end)
    solver, status = Effort(effort).solve(built.model)
    return int(solver.objective_value), status == cp_model.OPTIMAL
