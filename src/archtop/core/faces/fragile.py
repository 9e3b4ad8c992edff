"""What is fragile in a loaf: what goes wrong in some plausible outcomes, in how many of them and where, in words."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.document import Pour
from archtop.core.faces.field import ColourField
from archtop.core.trade import Layer as Layering

__all__ = ["Fragile", "fragile_in"]

Codes = NDArray[np.int16]

# Faces are looked at this coarsely [mm]; a layer with a gap narrower than this is whole.
_PX_MM, _GAP_MM = 1.2, 2.5
# A colour with less than this share of what it has in the whole loaf hardly appears; rarer colours are not looked for.
_HARDLY, _RARE = 0.15, 0.02


class Fragile(Frozen):
    """Something that may go wrong: in how many of the outcomes looked at, and in which bars most often."""

    code: str
    where: str
    outcomes: int
    of: int
    bars: tuple[int, ...]
    says: str


class _Seen:
    """In which outcomes and bars something was seen; ``whom``: all that it was seen of."""

    def __init__(self, what: str) -> None:
        self.what = what
        self.whom: list[str] = []
        self.at: dict[int, set[int]] = {}

    def add(self, whom: str, outcome: int, bar: int) -> None:
        if whom not in self.whom:
            self.whom.append(whom)
        self.at.setdefault(outcome, set()).add(bar)


def fragile_in(loaf: ColourField, seeds: Sequence[int], bars: Sequence[float]) -> tuple[Fragile, ...]:
    """Look at the front faces of all bars in several outcomes; the most frequent first.

    :param loaf: its inside, by whatever chance
    :param bars: where each bar's front is cut [mm]
    """
    seen: dict[tuple[str, str], _Seen] = {}
    for n, seed in enumerate(seeds):
        field = loaf.outcome(seed)
        faces = [field.lattice(y, _PX_MM) for y in bars]
        sums = [
            {key: float((colours == number).sum()) for key, number in field.numbers.items()} for colours, _ in faces
        ]
        whole = {key: sum(shares[key] for shares in sums) for key in field.numbers}
        for bar, (y, face, shares) in enumerate(zip(bars, faces, sums, strict=True), 1):
            found = (
                *_hardly(field, shares, whole),
                *_broken(field, face, 2 * field.told(y).half),
                *((("grazed", step.id), f"{step.name} falls onto", name) for step, name in field.grazed(y)),
            )
            for key, what, whom in found:
                seen.setdefault(key, _Seen(what)).add(whom, n, bar)
    told = [_told(code, where, item, len(seeds), len(bars)) for (code, where), item in seen.items()]
    return tuple(sorted(told, key=lambda item: -item.outcomes))


def _hardly(
    field: ColourField, shares: Mapping[str, float], whole: Mapping[str, float]
) -> Iterator[tuple[tuple[str, str], str, str]]:
    names = {colour.id: colour.name for colour in field.loaf.colours}
    here, all_ = sum(shares.values()), sum(whole.values())
    for key, area in whole.items():
        usual = area / all_
        if usual > _RARE and shares[key] / here < _HARDLY * usual:
            yield ("hardly", key), f"{names[key]} hardly", "appears"


def _broken(
    field: ColourField, face: tuple[Codes, Codes], wide_mm: float
) -> Iterator[tuple[tuple[str, str], str, str]]:
    """Layers that are to lie between two others, and do not everywhere.

    :param face: colours and steps, each of shape (rows, columns)
    """
    colours, steps = face
    pours = [(i, step) for i, step in enumerate(field.loaf.work) if isinstance(step, Pour)]
    batter = colours >= 0
    # Columns with an embed in them are left out: there a layer may well end.
    columns = batter.all(axis=0)
    for (_, under), (i, layer), (_, over) in zip(pours, pours[1:], pours[2:], strict=False):
        if not isinstance(layer.goes_in, Layering):
            continue
        there = (steps == i).any(axis=0)
        widest = _longest(columns & ~there) * wide_mm / colours.shape[1]
        if widest > _GAP_MM:
            yield ("broken", layer.id), f"{over.name} meets {under.name} through", layer.name


def _longest(row: NDArray[np.bool_]) -> int:
    """Of the runs of true in a row."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], row.astype(np.int8), [0]])))
    return int((edges[1::2] - edges[::2]).max()) if len(edges) else 0


def _told(code: str, where: str, item: _Seen, outcomes: int, count: int) -> Fragile:
    often = [sum(1 for bars in item.at.values() if bar in bars) for bar in range(1, count + 1)]
    most = max(often)
    bars = tuple(bar for bar, times in enumerate(often, 1) if times == most)
    if len(bars) == count:
        which = "in every bar"
    elif len(bars) > 3:
        which = f"in up to {len(bars)} bars"
    else:
        which = f"most often in bar {' and '.join(str(bar) for bar in bars)}"
    return Fragile(
        code=code,
        where=where,
        outcomes=len(item.at),
        of=outcomes,
        bars=bars,
        says=f"{item.what} {', '.join(item.whom)} in {len(item.at)} of {outcomes} outcomes, {which}.",
    )
