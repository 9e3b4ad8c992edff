"""Earliest and latest start of every job by waits alone: forward and backward pass over a network of least and most.

Longest waits make it a system of difference constraints: the pass is Bellman and Ford's, not a single sweep.
"""

from __future__ import annotations

from graphlib import CycleError, TopologicalSorter

from archtop.core.base import InputError
from archtop.core.schedule.network import Network
from archtop.core.schedule.problem import SeasonProblem

__all__ = ["refuse_impossible", "windows_of"]


def refuse_impossible(network: Network) -> None:
    """Refuse jobs that wait for each other in a ring, waits for what is not there, and waits that leave no time.

    :raises InputError: ``link.unknown``, ``link.cycle`` or ``link.window``
    """
    keys = {job.key for job in network.jobs}
    for i, link in enumerate(network.links):
        for key in (link.before, link.after):
            if key not in keys:
                raise InputError.one(
                    "link.unknown", f"links.{i}", key, "must be one of the jobs", "Name one, or add it."
                )
        if link.most_h is not None and link.most_h < link.least_h:
            raise InputError.one(
                "link.window",
                f"links.{i}.most_h",
                link.most_h,
                f"at least {link.least_h:g} h must pass",
                "Make the most no less than the least.",
            )
    waits: dict[str, set[str]] = {key: set() for key in keys}
    for link in network.links:
        waits[link.after].add(link.before)
    try:
        tuple(TopologicalSorter(waits).static_order())
    except CycleError as error:
        ring = [str(key) for key in error.args[1]]
        raise InputError.one(
            "link.cycle", "links", " → ".join(ring), "each would wait for the other", "Take one of these waits out."
        ) from error


def windows_of(problem: SeasonProblem) -> dict[str, tuple[int, int | None]]:
    """Earliest and latest start [steps] of every job; ``None`` where nothing sets a latest.

    Hands, moulds and hours are left out: inside its window a job breaks no wait, outside it does.
    """
    jobs = {job.key: job for job in problem.network.jobs}
    lengths = {key: problem.length(job.minutes) for key, job in jobs.items()}
    earliest = {key: problem.fixed[key].start if key in problem.fixed else problem.now for key in jobs}
    latest: dict[str, int | None] = {key: problem.fixed[key].start if key in problem.fixed else None for key in jobs}
    for key, job in jobs.items():
        if job.kind == "cured" and job.loaf in problem.ready:
            latest[key] = problem.ready[job.loaf]
    for _ in jobs:
        if not _sweep(problem, lengths, earliest, latest):
            break
    return {key: (earliest[key], latest[key]) for key in jobs}


def _sweep(
    problem: SeasonProblem, lengths: dict[str, int], earliest: dict[str, int], latest: dict[str, int | None]
) -> bool:
    """Once over all waits; whether anything moved."""
    moved = False
    for link in problem.network.links:
        before, after, long = link.before, link.after, lengths[link.before]
        least, most = problem.least(link), problem.most(link)
        moved |= _raise(earliest, after, earliest[before] + long + least, problem)
        if (end := latest[after]) is not None:
            moved |= _lower(latest, before, end - least - long, problem)
        if most is not None:
            moved |= _raise(earliest, before, earliest[after] - most - long, problem)
            if (begin := latest[before]) is not None:
                moved |= _lower(latest, after, begin + long + most, problem)
    return moved


def _raise(earliest: dict[str, int], key: str, to: int, problem: SeasonProblem) -> bool:
    if key in problem.fixed or to <= earliest[key]:
        return False
    earliest[key] = to
    return True


def _lower(latest: dict[str, int | None], key: str, to: int, problem: SeasonProblem) -> bool:
    now = latest[key]
    if key in problem.fixed or (now is not None and to >= now):
        return False
    latest[key] = to
    return True
