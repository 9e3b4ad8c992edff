"""A season as a problem of numbers: jobs, waits and moulds on a grid of time, from some moment on.

Times are whole steps from an origin; everything about dates, zones and working hours stands in :mod:`calendar`.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import cached_property

from archtop.core.schedule.network import Link, Network

__all__ = ["Fixed", "SeasonProblem"]


@dataclass(frozen=True)
class Fixed:
    """Where a job is held: its start [steps]; ``done``: it lies behind, and takes no more hands."""

    start: int
    done: bool = False


@dataclass(frozen=True)
class SeasonProblem:
    """What is to be placed in time.

    ``openings``: from and to [steps] in which hands may work. ``ready``: when each loaf must be ready. ``moulds``: how
    many there are of each; where nothing is said, as many as one job takes. ``on_day``: from and to [steps] of the day
    some jobs are promised for. ``before``: where jobs stood in the last plan. ``within``: between which starts some
    jobs lie at all. ``step_h``: length of a step.
    """

    network: Network
    openings: tuple[tuple[int, int], ...]
    ready: Mapping[str, int]
    hands: int = 1
    moulds: Mapping[str, int] = field(default_factory=dict)
    fixed: Mapping[str, Fixed] = field(default_factory=dict)
    on_day: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    before: Mapping[str, int] = field(default_factory=dict)
    within: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    now: int = 0
    horizon: int = 0
    step_h: float = 0.25

    def owned(self, mould: str) -> int:
        """How many there are of a mould."""
        return self.moulds.get(mould) or self._at_once.get(mould, 1)

    @cached_property
    def _at_once(self) -> dict[str, int]:
        return self.network.at_once()

    def length(self, minutes: int) -> int:
        """Steps that a job of so many minutes takes."""
        return math.ceil(minutes / 60 / self.step_h - 1e-9)

    def least(self, link: Link) -> int:
        """Steps of a wait, at least."""
        return math.ceil(link.least_h / self.step_h - 1e-9)

    def most(self, link: Link) -> int | None:
        """Steps of a wait, at most; never less than at least."""
        if link.most_h is None:
            return None
        return max(math.floor(link.most_h / self.step_h + 1e-9), self.least(link))

    def only(self, loaf: str) -> SeasonProblem:
        """The same for one loaf alone."""
        keys = {job.key for job in self.network.jobs if job.loaf == loaf}
        network = Network(
            jobs=tuple(job for job in self.network.jobs if job.key in keys),
            links=tuple(link for link in self.network.links if link.before in keys and link.after in keys),
            holds=tuple(hold for hold in self.network.holds if hold.start in keys and hold.end in keys),
        )
        return self.changed(
            network=network,
            ready={key: at for key, at in self.ready.items() if key == loaf},
            fixed={key: at for key, at in self.fixed.items() if key in keys},
            on_day={key: day for key, day in self.on_day.items() if key in keys},
            before={key: at for key, at in self.before.items() if key in keys},
        )

    def changed(self, **what: object) -> SeasonProblem:
        """The same with something else."""
        return replace(self, **what)  # type: ignore[arg-type]
