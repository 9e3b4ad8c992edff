"""A season planned in dates: several loaves, one studio, and why not where it cannot be."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import TYPE_CHECKING

from pydantic import AwareDatetime

from archtop.core.base import Basis, Frozen, InputError, JobKey, Rate, in_words
from archtop.core.document import Loaf
from archtop.core.schedule.already_done import Pin, already_done
from archtop.core.schedule.calendar import StudioHours, openings_of
from archtop.core.schedule.checking import faults_in
from archtop.core.schedule.critical import refuse_impossible, windows_of
from archtop.core.schedule.network import Job, JobKind, Network, Planned, joined, network_of
from archtop.core.schedule.problem import Fixed, SeasonProblem
from archtop.core.schedule.sharing import cast_together, mixed_at_once
from archtop.core.schedule.waits import span
from archtop.core.schedule.watch import Watch

if TYPE_CHECKING:
    from archtop.core.schedule.solver import Found

__all__ = [
    "Block",
    "LateLoaf",
    "Pin",
    "SeasonLoaf",
    "SeasonPlan",
    "SeasonTerms",
    "WaitBar",
    "plan_network",
    "plan_season",
    "problem_of",
]

STEP_H = 0.25
# A loaf that is late by more than this is late by less than the season is long.
_SLACK_DAYS, _MOST_LOAVES, _LONGEST_DAYS = 45, 200, 400
# Where many are late each other's moulds and hands are the likelier reason: looking at each alone may take so much.
_ALONE = 2.0


@dataclass(frozen=True)
class SeasonLoaf:
    """A loaf of a season, its plan, when it must be ready, and the loaf in whose mixing it is mixed."""

    ident: str
    loaf: Loaf
    result: Planned
    ready: dt.datetime | None
    mixed_in: str | None = None


@dataclass(frozen=True)
class SeasonTerms:
    """What a season is planned among.

    ``ready``, ``names``: by loaf. ``moulds``: how many there are, by the holds' mould; what one job takes where
    nothing is said.
    ``pins``: jobs held or done, by key. ``before``: where jobs stood in the last plan. ``promised``: days that some
    jobs are to begin on. ``effort``: of the solver, see :class:`~archtop.core.schedule.effort.Effort`. ``watch``:
    follows the search from outside.
    """

    hours: StudioHours
    now: dt.datetime
    ready: Mapping[str, dt.datetime] = field(default_factory=dict)
    names: Mapping[str, str] = field(default_factory=dict)
    moulds: Mapping[str, int] = field(default_factory=dict)
    pins: Mapping[str, Pin] = field(default_factory=dict)
    before: Mapping[str, dt.datetime] = field(default_factory=dict)
    promised: Mapping[str, dt.date] = field(default_factory=dict)
    effort: float = 8.0
    watch: Watch = field(default_factory=Watch)


class Block(Frozen):
    """A job in time; ``earliest`` and ``latest``: what its waits alone would allow."""

    key: str
    loaf: str
    title: str
    kind: JobKind
    start: AwareDatetime
    end: AwareDatetime
    held: str
    moved: bool
    earliest: AwareDatetime
    latest: AwareDatetime | None


class WaitBar(Frozen):
    """A wait between two jobs as planned, and what it must be [h]."""

    before: str
    after: str
    start: AwareDatetime
    end: AwareDatetime
    least_h: float
    most_h: float | None
    why: str
    basis: Basis


class LateLoaf(Frozen):
    """A loaf, when it is to be ready and when it will be."""

    loaf: str
    name: str
    ready: AwareDatetime | None
    cured: AwareDatetime
    late_h: float


class Way(Frozen):
    """Something that would help, and how late it leaves the season [h]."""

    kind: str
    what: str
    late_h: float
    says: str


class SeasonPlan(Frozen):
    """A season: what happens when, who is late, and why.

    ``proven``: that no plan is less late, moves less or has fewer sessions, among those that begin no sooner than three
    weeks before they must.

    ``clash``: what cannot all be kept, in words; ``ways``: what would help; ``missed``: windows that have closed.
    """

    blocks: tuple[Block, ...]
    waits: tuple[WaitBar, ...]
    loaves: tuple[LateLoaf, ...]
    sessions: int
    proven: bool
    clash: tuple[str, ...]
    ways: tuple[Way, ...]
    says: str
    missed: tuple[str, ...] = ()


def plan_season(
    loaves: Sequence[SeasonLoaf],
    terms: SeasonTerms,
    together: Sequence[tuple[str, str]] = (),
    own: Mapping[str, Rate] | None = None,
) -> SeasonPlan:
    """Place every job of every loaf.

    :param terms: ``ready``, ``names`` and ``promised`` are taken from the loaves
    :param together: castings done once for two loaves
    :param own: what the studio has learned of its waits
    :raises InputError: ``ready.past``, ``season.loaves`` or of the hours
    """
    if len(loaves) > _MOST_LOAVES:
        raise InputError.one(
            "season.loaves", "loaves", len(loaves), f"{_MOST_LOAVES} loaves are the most", "Plan a part of them."
        )
    for item in loaves:
        pin = terms.pins.get(str(JobKey(item.ident, "cut")))
        if item.ready is not None and item.ready < terms.now and not (pin and pin.done):
            raise InputError.one(
                "ready.past",
                item.loaf.name,
                item.ready.date().isoformat(),
                "lies in the past",
                "Choose a day to come, or take the date away.",
            )
    networks = (network_of(item.loaf, item.result, item.ident, own).on_days() for item in loaves)
    network = cast_together(joined(networks), together)
    network = mixed_at_once(network, {item.ident: item.mixed_in for item in loaves if item.mixed_in})
    today = terms.now.astimezone(terms.hours.clock).date()
    told = replace(
        terms,
        ready={item.ident: item.ready for item in loaves if item.ready is not None},
        names={item.ident: item.loaf.name for item in loaves},
        promised={
            str(JobKey(item.ident, "pour")): item.loaf.pour_on
            for item in loaves
            if item.loaf.pour_on and item.loaf.pour_on >= today
        },
    )
    return plan_network(network, told)


def plan_network(network: Network, terms: SeasonTerms) -> SeasonPlan:
    """The same from a network, whatever it comes from.

    :raises InputError: ``link.cycle``, ``link.window``, ``link.unknown`` or of the hours
    """
    from archtop.core.schedule.infeasible import clash_of, ways_out
    from archtop.core.schedule.solver import solve

    refuse_impossible(network)
    network, pins, missed = already_done(network, terms.pins, terms.now)
    terms = replace(terms, pins=pins)
    grid = _Grid(terms.now)
    problem = problem_of(network, terms, grid.origin).changed(on_day=_days(terms, grid))
    found = solve(problem, terms.effort, terms.watch)
    if found.feasible and (faults := faults_in(problem, found.starts)):
        raise RuntimeError(f"the solver's plan does not hold: {faults}")
    late = sum(found.late.values())
    asked = problem if terms.watch.stopped else _alone_if_that_is_late(problem, found)
    clash = clash_of(asked) if (late or not found.feasible) and not terms.watch.stopped else ()
    ways = ways_out(asked, clash) if clash else ()
    return SeasonPlan(
        blocks=tuple(_blocks(problem, found, grid, pins)),
        waits=tuple(_waits(problem, found, grid)),
        loaves=tuple(
            LateLoaf(
                loaf=job.loaf,
                name=terms.names.get(job.loaf, job.title),
                ready=terms.ready.get(job.loaf),
                cured=grid.at(found.starts[job.key]),
                late_h=found.late.get(job.loaf, 0) * STEP_H,
            )
            for job in network.jobs
            if job.kind == "cured" and found.feasible
        ),
        sessions=found.sessions,
        proven=found.proven,
        clash=tuple(_in_words(what, problem, terms.names) for what in clash),
        ways=tuple(Way(kind=way.kind, what=way.what, late_h=way.late_h, says=way.says) for way in ways),
        says=_says(found),
        missed=missed,
    )


def _days(terms: SeasonTerms, grid: _Grid) -> dict[str, tuple[int, int]]:
    """From and to [steps] of the days some jobs are promised for, on the studio's clock."""

    def midnight(day: dt.date) -> int:
        return grid.step(dt.datetime.combine(day, dt.time(0), terms.hours.clock))

    return {key: (midnight(day), midnight(day + dt.timedelta(days=1)) - 1) for key, day in terms.promised.items()}


def _alone_if_that_is_late(problem: SeasonProblem, found: Found) -> SeasonProblem:
    """What to ask about: a late loaf that would be late by itself says why in the fewest words."""
    from archtop.core.schedule.effort import Effort
    from archtop.core.schedule.solver import least_late

    effort = Effort(_ALONE)
    for loaf, late in sorted(found.late.items(), key=lambda item: -item[1]):
        if late and not effort.spent:
            alone = problem.only(loaf)
            if sum((least_late(alone, effort, _ALONE / 2) or {}).values()):
                return alone
    return problem


class _Grid:
    """Steps and moments; the origin is the quarter of an hour that is to come."""

    def __init__(self, now: dt.datetime) -> None:
        stamp = math.ceil(now.timestamp() / (STEP_H * 3600) - 1e-9) * STEP_H * 3600
        self.origin = dt.datetime.fromtimestamp(stamp, dt.UTC)

    def step(self, moment: dt.datetime) -> int:
        return round((moment - self.origin).total_seconds() / 3600 / STEP_H)

    def at(self, step: int) -> dt.datetime:
        return self.origin + dt.timedelta(hours=step * STEP_H)


def problem_of(network: Network, terms: SeasonTerms, origin: dt.datetime) -> SeasonProblem:
    """A season on the grid, from ``origin`` on.

    :raises InputError: ``hours.nothing`` when there are no working hours at all
    """

    def step(moment: dt.datetime) -> int:
        return round((moment - origin).total_seconds() / 3600 / STEP_H)

    longest = max((link.least_h for link in network.links), default=0.0) / 24
    last = max([origin, *terms.ready.values(), *(pin.start for pin in terms.pins.values())])
    days = min(math.ceil((last - origin).total_seconds() / 86400 + longest) + _SLACK_DAYS, _LONGEST_DAYS)
    keys = {job.key for job in network.jobs}
    return SeasonProblem(
        network=network,
        openings=openings_of(terms.hours, origin, days, STEP_H),
        ready={
            loaf: math.floor((moment - origin).total_seconds() / 3600 / STEP_H) for loaf, moment in terms.ready.items()
        },
        hands=terms.hours.hands,
        moulds=terms.moulds,
        fixed={key: Fixed(step(pin.start), pin.done) for key, pin in terms.pins.items() if key in keys},
        before={key: step(moment) for key, moment in terms.before.items() if key in keys},
        now=0,
        horizon=round(days * 24 / STEP_H),
        step_h=STEP_H,
    )


def _blocks(problem: SeasonProblem, found: Found, grid: _Grid, pins: Mapping[str, Pin]) -> list[Block]:
    windows = windows_of(problem)

    def block(job: Job) -> Block:
        start = found.starts[job.key]
        earliest, latest = windows[job.key]
        pin = pins.get(job.key)
        return Block(
            key=job.key,
            loaf=job.loaf,
            title=job.title,
            kind=job.kind,
            start=grid.at(start),
            end=grid.at(start) + dt.timedelta(minutes=job.minutes),
            held="" if pin is None else "done" if pin.done else "pinned",
            moved=job.key in found.moved,
            earliest=grid.at(earliest),
            latest=None if latest is None else grid.at(latest),
        )

    return sorted((block(job) for job in problem.network.jobs if found.feasible), key=lambda item: item.start)


def _waits(problem: SeasonProblem, found: Found, grid: _Grid) -> list[WaitBar]:
    minutes = {job.key: job.minutes for job in problem.network.jobs}
    return [
        WaitBar(
            before=link.before,
            after=link.after,
            start=grid.at(found.starts[link.before]) + dt.timedelta(minutes=minutes[link.before]),
            end=grid.at(found.starts[link.after]),
            least_h=link.least_h,
            most_h=link.most_h,
            why=link.why,
            basis=link.basis,
        )
        for link in problem.network.links
        if found.feasible
    ]


def _in_words(what: str, problem: SeasonProblem, names: Mapping[str, str]) -> str:
    titles = {job.key: job.title for job in problem.network.jobs}
    moulds = {hold.mould: hold.name for hold in problem.network.holds}
    kind, _, of = what.partition(":")
    match kind:
        case "hours":
            return "the working hours"
        case "hands":
            return "one pair of hands" if problem.hands == 1 else f"{problem.hands} pairs of hands"
        case "mould":
            count = problem.owned(of)
            return f"{'one' if count == 1 else count} {moulds[of]}"
        case "pin":
            return f"“{titles[of]}” held where it is"
        case "day":
            return f"“{titles[of]}” on its day"
        case "ready":
            return f"{names.get(of, of)} on its date"
    before, _, after = of.partition(" > ")
    link = next(link for link in problem.network.links if (link.before, link.after) == (before, after))
    length = span(link.least_h if kind == "wait" else link.most_h or 0.0)
    bound = "at least" if kind == "wait" else "at most"
    return f"{bound} {length} from “{titles[before]}” to “{titles[after]}”"


def _says(found: Found) -> str:
    """Dates and sessions in a sentence; how many days late a loaf is stands beside it."""
    if not found.feasible:
        return "It cannot be done as it stands." if found.proven else "Not finished: no plan is found yet."
    sessions = "one session" if found.sessions == 1 else f"{found.sessions} sessions"
    if late := sum(over > 0 for over in found.late.values()):
        loaves = "One loaf is" if late == 1 else f"{in_words(late).capitalize()} loaves are"
        if found.proven:
            return f"{loaves} late, as little as can be, in {sessions}; no plan has fewer."
        return f"{loaves} late, in {sessions}; the best plan found."
    return f"Every date met, in {sessions}; {'no plan has fewer' if found.proven else 'fewer may be possible'}."
