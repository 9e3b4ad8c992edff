"""Words about days that do not meet."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.base import JobKey, in_words
from archtop.core.document import Loaf
from archtop.core.remarks.remark import Remark
from archtop.core.schedule import Task, pour_by

__all__ = ["remarks_on_days"]


def remarks_on_days(loaf: Loaf, schedule: Sequence[Task]) -> Iterator[Remark]:
    """A loaf that will not be ready on its day; castings of one mould of which the first is too old for the last."""
    yield from _on_ready(loaf, schedule)
    names = {embed.id: embed.name for embed in loaf.embeds} | {piece.id: piece.name for piece in loaf.pieces}
    late: dict[str, int] = {}
    for task in schedule:
        item, _, again = JobKey.parse(task.key).item.partition(".")
        if task.kind == "cast" and item in names:
            late[item] = max(late.get(item, 0), int(again or 1))
    for item, times in late.items():
        first = next(task for task in schedule if task.key == str(JobKey("", "cast", item)))
        if times > 1 and first.latest_h is not None and first.earliest_h > first.latest_h + 1e-6:
            yield Remark(
                code="castings.too_slow",
                where=item,
                text=f"{names[item]} is cast {times} times over in the same mould: the first would be "
                f"{first.earliest_h - first.latest_h:.0f} h too old by the time the last is out.",
                remedy="Fill more of its moulds at once.",
            )


def _on_ready(loaf: Loaf, schedule: Sequence[Task]) -> Iterator[Remark]:
    latest = pour_by(loaf, schedule)
    if latest is None or loaf.pour_on is None or loaf.ready_on is None or loaf.pour_on <= latest:
        return
    late = in_words((loaf.pour_on - latest).days)
    yield Remark(
        code="ready.late",
        where=loaf.name,
        text=f"Poured on {loaf.pour_on:%-d %B}, it is ready {late} {'day' if late == 'one' else 'days'} after "
        f"{loaf.ready_on:%-d %B}.",
        remedy=f"Pour it by {latest:%-d %B}, or choose a later day to have it ready.",
    )
