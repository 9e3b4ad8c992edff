"""Where to cut along the loaf for equal weights, or for faces that are alike.

Shifts are tried over the room that the end slices have to spare, each with a whole plan: nothing about weights or faces
is reckoned twice.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

import numpy as np

from archtop.core.base import Frozen
from archtop.core.bench.clock import bowls_of
from archtop.core.cuts import cut_positions
from archtop.core.document import Cupboard, Loaf
from archtop.core.faces.field import field_of
from archtop.core.plan import plan_of
from archtop.core.resolved import ResolvedLoaf, resolve

__all__ = ["Aim", "FoundCuts", "find_cuts"]

Aim = Literal["equal weights", "even faces"]

_TRIED = 13
_SEEDS = (1, 2)
_POINTS = 1024
# Less than this is not worth moving the wire for: grams between bars, and share of a face.
_WORTH: dict[Aim, float] = {"equal weights": 1.0, "even faces": 0.005}


class FoundCuts(Frozen):
    """The front slice that serves an aim best; ``now`` and ``then``: how far off it is, before and after."""

    aim: Aim
    front_slice_mm: float
    now: float
    then: float
    better: bool
    says: str


def find_cuts(loaf: Loaf, cupboard: Cupboard, aim: Aim) -> FoundCuts:
    """Try shifts of the cuts, with as many bars, and take the best.

    ``equal weights``: heaviest bar less lightest [g]. ``even faces``: how much of a face, at the mean, has another
    colour than the loaf's shares would give it [-]; two outcomes are looked at.

    :raises InputError: the loaf does not plan
    """
    of = resolve(loaf, cupboard)
    now = _off(of, aim)
    tries = [(_off(of.with_loaf(tried), aim), tried.cuts.front_slice_mm) for tried in _shifts(loaf)]
    then, front = min(tries, default=(now, loaf.cuts.front_slice_mm))
    better = then < now - _WORTH[aim]
    if not better:
        then, front = now, loaf.cuts.front_slice_mm
    told = f"{then:.0f} g" if aim == "equal weights" else f"{100 * then:.1f} % of a face"
    was = f"{now:.0f} g" if aim == "equal weights" else f"{100 * now:.1f} %"
    what = "bars differ by" if aim == "equal weights" else "faces stray from the loaf's own shares by"
    return FoundCuts(
        aim=aim,
        front_slice_mm=front,
        now=now,
        then=then,
        better=better,
        says=f"With a front slice of {front:g} mm {what} {told} instead of {was}."
        if better
        else f"As cut now {what} {told}; no shift makes that better.",
    )


def _shifts(loaf: Loaf) -> Iterator[Loaf]:
    if loaf.mould.whole:
        return
    spans = cut_positions(loaf.mould.length_mm, loaf.cuts)
    room = loaf.mould.length_mm - (spans[-1][1] - spans[0][0]) - 2 * loaf.cuts.kerf_mm
    for front in np.linspace(0, max(room, 0.0), _TRIED):
        cuts = loaf.cuts.model_copy(update={"front_slice_mm": round(float(front), 1), "back_slice_mm": 0.0})
        if len(cut_positions(loaf.mould.length_mm, cuts)) >= len(spans):
            yield loaf.model_copy(update={"cuts": cuts})


def _off(of: ResolvedLoaf, aim: Aim) -> float:
    result = plan_of(of)
    if aim == "equal weights":
        return result.cuts.spread_g.value
    bowls = bowls_of(of, result)
    strays = []
    for seed in _SEEDS:
        field = field_of(of, result.fills, bowls, seed)
        faces = np.array([list(field.shares(bar.from_mm, _POINTS).values()) for bar in result.cuts.bars])
        shares = faces / faces.sum(axis=1, keepdims=True)
        strays.append(np.abs(shares - shares.mean(axis=0)).sum(axis=1).mean() / 2)
    return float(np.mean(strays))
