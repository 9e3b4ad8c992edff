"""A casting order checked by hand: every wait, every mould, every pair of hands, every opening.

It shares nothing with the solver: it walks moments of time and counts what is full and who is busy.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from fractions import Fraction

from archtop.core.schedule.problem import SeasonProblem

__all__ = ["faults_in"]


def faults_in(problem: SeasonProblem, starts: Mapping[str, int]) -> tuple[str, ...]:
    """Everything a plan breaks, in words; nothing when it holds."""
    return tuple(_faults(problem, starts))


def _faults(problem: SeasonProblem, starts: Mapping[str, int]) -> Iterator[str]:
    step = Fraction(problem.step_h).limit_denominator(3600)
    minutes = {job.key: job.minutes for job in problem.network.jobs}
    begins = {job.key: starts[job.key] * step for job in problem.network.jobs if job.key in starts}
    ends = {key: begins[key] + Fraction(minutes[key], 60) for key in begins}
    done = {key for key, at in problem.fixed.items() if at.done}
    for job in problem.network.jobs:
        if job.key not in begins:
            yield f"{job.title} has no place"
            continue
        if job.minutes and job.key not in problem.fixed:
            inside = any(
                low * step <= begins[job.key] and ends[job.key] <= high * step for low, high in problem.openings
            )
            if not inside:
                yield f"{job.title} is outside working hours"
            if begins[job.key] < problem.now * step:
                yield f"{job.title} lies in the past"
    for key, at in problem.fixed.items():
        if key in starts and starts[key] != at.start:
            yield f"{key} was fixed elsewhere"
    for link in problem.network.links:
        if link.before not in ends or link.after not in begins or {link.before, link.after} <= done:
            continue
        gap = begins[link.after] - ends[link.before]
        # A job takes whole steps on the plan, so a wait may be longer than the plan's by the rest of one.
        if gap < Fraction(link.least_h).limit_denominator(3600):
            yield f"{link.after} comes {float(gap):.2f} h after {link.before}; {link.least_h:g} h is least"
        if link.most_h is not None and gap > Fraction(link.most_h).limit_denominator(3600) + step:
            yield f"{link.after} comes {float(gap):.2f} h after {link.before}; {link.most_h:g} h is most"
    hands = [
        (begins[job.key], ends[job.key])
        for job in problem.network.jobs
        if job.minutes and job.key in begins and job.key not in done
    ]
    if (busy := _most_at_once(hands)) > problem.hands:
        yield f"{busy} jobs at once for {problem.hands} pairs of hands"
    full: dict[str, list[tuple[Fraction, Fraction]]] = {}
    for hold in problem.network.holds:
        if hold.start in begins and hold.end in ends and hold.end not in done:
            full.setdefault(hold.mould, []).extend([(begins[hold.start], ends[hold.end])] * hold.count)
    for mould, spans in full.items():
        if (most := _most_at_once(spans)) > problem.owned(mould):
            yield f"{most} fill {mould} at once; there are {problem.owned(mould)}"


def _most_at_once(spans: list[tuple[Fraction, Fraction]]) -> int:
    """By counting at every beginning."""
    return max((sum(1 for low, high in spans if low <= at < high) for at, _ in spans), default=0)
