"""The obvious way: loaf after loaf by its date, everything at the first moment that is free.

What the solver is measured against, and nothing else.
"""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.schedule.network import Hold, Network
from archtop.core.schedule.problem import SeasonProblem

__all__ = ["earliest_first"]


def earliest_first(problem: SeasonProblem) -> Mapping[str, int]:
    """Starts [steps] by job. Longest waits are not kept where nothing free keeps them, as a hurried hand would not."""
    return _Greedy(problem).place()


class _Greedy:
    def __init__(self, problem: SeasonProblem) -> None:
        self.problem = problem
        self.jobs = {job.key: job for job in problem.network.jobs}
        self.starts: dict[str, int] = {}
        self.busy: list[tuple[int, int]] = []
        self.full: dict[str, list[tuple[int, int]]] = {}

    def place(self) -> Mapping[str, int]:
        loaves = sorted({job.loaf for job in self.jobs.values()}, key=lambda loaf: self.problem.ready.get(loaf, 10**9))
        for loaf in loaves:
            for key in _in_turn(self.problem.network, loaf):
                self.put(key)
        return self.starts

    def put(self, key: str) -> None:
        job, problem = self.jobs[key], self.problem
        length = problem.length(job.minutes)
        at = problem.now
        for link in problem.network.links:
            if link.after == key and link.before in self.starts:
                before = self.jobs[link.before]
                at = max(at, self.starts[link.before] + problem.length(before.minutes) + problem.least(link))
        starting = [hold for hold in problem.network.holds if hold.start == key]
        while job.minutes and not self.free(at, length, starting):
            at += 1
            if at > problem.horizon:
                break
        self.starts[key] = at
        if job.minutes:
            self.busy.append((at, at + length))
        for hold in starting:
            # Full until it is known when it is turned out.
            self.full.setdefault(hold.mould, []).extend([(at, problem.horizon * 2)] * hold.count)
        for hold in problem.network.holds:
            if hold.end == key:
                spans = self.full[hold.mould]
                for _ in range(hold.count):
                    spans[spans.index((self.starts[hold.start], problem.horizon * 2))] = (
                        self.starts[hold.start],
                        at + length,
                    )

    def free(self, at: int, length: int, holds: list[Hold]) -> bool:
        open_now = any(low <= at and at + length <= high for low, high in self.problem.openings)
        hands = sum(1 for low, high in self.busy if low < at + length and at < high) < self.problem.hands
        return (
            open_now
            and hands
            and all(
                sum(1 for low, high in self.full.get(hold.mould, []) if low <= at < high) + hold.count
                <= self.problem.owned(hold.mould)
                for hold in holds
            )
        )


def _in_turn(network: Network, loaf: str) -> list[str]:
    """A loaf's jobs so that each comes after all it waits for."""
    mine = [job.key for job in network.jobs if job.loaf == loaf]
    waits = {key: {link.before for link in network.links if link.after == key} & set(mine) for key in mine}
    order: list[str] = []
    while waits:
        ready = [key for key, before in waits.items() if before <= set(order)]
        order += ready
        waits = {key: before for key, before in waits.items() if key not in ready}
    return order
