"""What every part of every bar has on top: fair shares, halves and strips counted by themselves."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Literal

from archtop.core.base import Frozen
from archtop.core.cuts import strips_along
from archtop.core.document import Loaf
from archtop.core.top.runs_planned import RunPlan
from archtop.core.top.strewn import ScatterPlan

__all__ = ["OnParts", "on_parts"]


class OnParts(Frozen):
    """How many of a run or of a kind of pieces each part of each bar has, front to back and left to right.

    ``fewest``, ``most``: of the bars that are cut as usual.
    """

    kind: Literal["run", "pieces"]
    id: str
    bars: tuple[tuple[int, ...], ...]
    fewest: int
    most: int


def on_parts(
    loaf: Loaf,
    half_wide: float,
    bars: Sequence[tuple[float, float]],
    runs: Sequence[RunPlan],
    scatter: ScatterPlan | None,
) -> tuple[OnParts, ...]:
    """Every run and every kind of pieces, counted by the part that their middles lie on.

    :param half_wide: half of the top [mm]
    :param bars: from and to of every bar [mm]
    """
    strips = [cut.parts for cut in strips_along(loaf.cuts, len(bars), half_wide)]
    usual = [loaf.cuts.own_parts_of(i) is None for i in range(1, len(bars) + 1)]

    def counted(kind: Literal["run", "pieces"], key: str, places: Sequence[tuple[float, float]]) -> OnParts:
        found = tuple(
            tuple(_within(places, bar, across) for across in parts) for bar, parts in zip(bars, strips, strict=True)
        )
        counts = [count for as_usual, parts in zip(usual, found, strict=True) if as_usual for count in parts] or [0]
        return OnParts(kind=kind, id=key, bars=found, fewest=min(counts), most=max(counts))

    found = [counted("run", run.id, [(spot.x, spot.y) for spot in run.spots]) for run in runs]
    for item in loaf.top.scatter.items if scatter else ():
        lie = [(piece.x, piece.y) for piece in (scatter.strewn if scatter else ()) if piece.pieces == item.pieces]
        found.append(counted("pieces", item.pieces, lie))
    return tuple(found)


def _within(places: Iterable[tuple[float, float]], bar: tuple[float, float], across: tuple[float, float]) -> int:
    return sum(bar[0] <= y <= bar[1] and across[0] <= x < across[1] + _EDGE_MM for x, y in places)


# What lies on the very edge belongs to the last part [mm].
_EDGE_MM = 1e-6
