"""Casting order: what must be cast how long before the pour, and what follows it.

Hours are counted from the pour (negative: before). The waits come from one table; a day-by-day plan with hands and
moulds is built on the same network.
"""

from __future__ import annotations

import datetime as dt
from typing import Literal

from archtop.core.document import Loaf
from archtop.core.figure import Basis, Frozen
from archtop.core.waits import wait_for

__all__ = ["Task", "casting_order"]


class Task(Frozen):
    """A task from ``earliest_h`` to ``latest_h`` from the pour; dates when the loaf has a pour date."""

    key: str
    kind: Literal["cast", "fit", "pour", "cut", "cure"]
    title: str
    after: tuple[str, ...]
    earliest_h: float
    latest_h: float | None
    earliest_on: dt.date | None
    latest_on: dt.date | None
    why: str
    basis: Basis


_VERBS = {
    "cutter": "Pour the slab for",
    "chunk": "Pour the block for",
    "wedge": "Pour the block for",
    "board": "Pour the block for",
    "ball": "Make",
    "dough": "Knead",
    "melt": "Melt and pour",
    "piped": "Pipe",
}


def _on(day: dt.date | None, hours: float | None) -> dt.date | None:
    # Waits are given in whole days or half of them; a pour is assumed at midday.
    if day is None or hours is None:
        return None
    return (dt.datetime.combine(day, dt.time(12)) + dt.timedelta(hours=hours)).date()


def casting_order(loaf: Loaf) -> tuple[Task, ...]:
    """Tasks in the order of work, each with its window around the pour."""
    castings = [(e.id, e.name, "column", e.casting.material) for e in loaf.embeds if e.casting]
    castings += [(p.id, p.name, p.make.kind, p.material) for p in loaf.pieces if not p.lot]
    figures = {e.id: e.figure.name for e in loaf.embeds if e.figure}
    tasks: list[Task] = []

    def add(
        key: str,
        kind: Literal["cast", "fit", "pour", "cut", "cure"],
        title: str,
        after: list[str],
        window: tuple[float, float | None],
        why: str,
    ) -> None:
        tasks.append(
            Task(
                key=key, kind=kind, title=title, after=tuple(after), earliest_h=window[0], latest_h=window[1],
                earliest_on=_on(loaf.pour_on, window[0]), latest_on=_on(loaf.pour_on, window[1]),
                why=why, basis="common practice",
            )
        )  # fmt: skip

    for key, name, what, material in castings:
        wait = wait_for(what, material)
        oldest = -wait.latest_h if wait.latest_h is not None else -wait.earliest_h
        figure = figures.get(key)
        if figure:
            # The figure waits as a column does, and then the column around it does.
            window = (2 * oldest, -2 * wait.earliest_h)
            add(
                f"cast.{key}-figure",
                "cast",
                f"Cast {figure} of {name}",
                [],
                window,
                "A figure is cast before its surround.",
            )
        after = [f"cast.{key}-figure"] if figure else []
        add(f"cast.{key}", "cast", f"{_VERBS.get(what, 'Cast')} {name}", after, (oldest, -wait.earliest_h), wait.why)
    tasks.sort(key=lambda task: (task.latest_h or 0.0, task.key))
    if loaf.embeds:
        add(
            "fit", "fit", "Trim, clean the seams and dry-fit in the mould", [task.key for task in tasks],
            (-24.0, -1.0), "Fit is tested before the lye is out, while there is time to trim.",
        )  # fmt: skip
    before = [task.key for task in tasks]
    add("pour", "pour", f"Pour {loaf.name}", before, (0.0, 0.0), "Everything meets here.")
    loaf_wait = wait_for("loaf", loaf.mould.material)
    add("cut", "cut", "Unmould and cut", ["pour"], (loaf_wait.earliest_h, loaf_wait.latest_h), loaf_wait.why)
    cure = wait_for("cure", "any")
    cured_from = loaf_wait.earliest_h + cure.earliest_h
    cured_to = (loaf_wait.latest_h or loaf_wait.earliest_h) + (cure.latest_h or cure.earliest_h)
    add("cure", "cure", "Cured", ["cut"], (cured_from, cured_to), cure.why)
    return tuple(tasks)
