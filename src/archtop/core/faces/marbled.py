"""How a bar came out marbled against what was foreseen: how deep streams plunge, how far a pot is twisted.

The model's own strengths are stated guesses. A bar's photograph tells how long the edges between its colours are and
how deep those reach that fell into others; simulated at several strengths and seeds, the strength that gives as much is
what this bar shows. Where the measure hardly follows the strength the bar shows nothing.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Mapping, Sequence
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core.document import Pour
from archtop.core.faces.field import ColourField
from archtop.core.faces.told import Touch
from archtop.core.geometry import EVENED, MARBLED_MM, deep_mm, edges_mm, evened
from archtop.core.learning import Observation
from archtop.core.pours import Fill
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade.techniques import PotSwirl

__all__ = ["Fallen", "Marbling", "fallen_in", "marbling_at", "shown_by"]

Array = NDArray[np.float64]

_STRENGTHS = (0.5, 0.71, 1.0, 1.41, 2.0)
_SEEDS = (1, 2, 3, 4)
# A photograph's own error [share], and below so much change from the least to the most strength [share] it tells none.
_READ_OFF, _FOLLOWS = 0.1, 0.15


class Marbling(NamedTuple):
    """Edges between colours [mm], and how deep what fell reaches under what it fell into [mm]."""

    edges_mm: float
    deep_mm: float | None


class _At(NamedTuple):
    """Where along the loaf faces are looked at [mm], and what fell into it."""

    ys: tuple[float, ...]
    fallen: Fallen | None


class Fallen(NamedTuple):
    """A pour whose streams fall into others: its colours that none of those has, by number and id, and at which level
    they arrive [mm].
    """

    numbers: tuple[int, ...]
    ids: tuple[str, ...]
    level_mm: float


def fallen_in(of: ResolvedLoaf, fills: Sequence[Fill]) -> Fallen | None:
    """The pour that tells how deep streams plunge, the one of the most batter; ``None`` where none does."""
    numbers = {colour.id: i for i, colour in enumerate(of.loaf.colours)}
    earlier: set[str] = set()
    best: tuple[float, Fallen] | None = None
    for step, fill in zip(of.loaf.work, fills, strict=True):
        if not isinstance(step, Pour):
            continue
        own = [share.colour for share in step.colours if share.colour not in earlier]
        if step.goes_in.through and own and fill.level_before_mm > 0 and (not best or fill.batter.value > best[0]):
            fallen = Fallen(tuple(numbers[key] for key in own), tuple(own), fill.level_before_mm)
            best = fill.batter.value, fallen
        earlier |= {share.colour for share in step.colours}
    return best[1] if best else None


def marbling_at(field: ColourField, y: float, fallen: Fallen | None) -> Marbling:
    """A predicted face's, at ``y`` along the loaf [mm]."""
    face = field.face(y, MARBLED_MM)
    codes = evened(face.colours.astype(int), EVENED)
    deep = deep_mm(codes, face.px_mm, fallen.numbers, face.top_mm - fallen.level_mm) if fallen else None
    return Marbling(edges_mm(codes, face.px_mm), deep)


def shown_by(
    of: ResolvedLoaf, fills: Sequence[Fill], yield_pa: Mapping[str, float], seen: Mapping[float, Marbling]
) -> Iterator[Observation]:
    """What a loaf's bars show of this studio's hand.

    :param yield_pa: how thick the batter was at each pour, by its id [Pa]
    :param seen: as photographed, by where along the loaf their fronts were cut [mm]
    """
    fallen = fallen_in(of, fills)

    def fields(touch: Touch, seed: int) -> ColourField:
        return ColourField(of, fills, yield_pa, seed, touch)

    deep = {y: found.deep_mm for y, found in seen.items() if found.deep_mm is not None}
    if deep and fallen:
        at = _At(tuple(deep), fallen)
        depths = _simulated(fields, [Touch(plunge=strength) for strength in _STRENGTHS], at)[1]
        yield from _fitted("plunge", "what fell in reaches", np.array(list(deep.values())), depths)
    pots = [step.goes_in for step in of.loaf.work if isinstance(step, Pour) and isinstance(step.goes_in, PotSwirl)]
    if any(pot.turns for pot in pots):
        at = _At(tuple(seen), fallen)
        edges = _simulated(fields, [Touch(stirring=strength) for strength in _STRENGTHS], at)[0]
        lengths = np.array([found.edges_mm for found in seen.values()])
        yield from _fitted("stirring", "edges between colours are", lengths, edges)


def _simulated(fields: Callable[[Touch, int], ColourField], ways: Sequence[Touch], at: _At) -> Array:
    """Edges and depths at each strength, seed and place, shape (2, strengths, seeds, places)."""
    found = np.full((2, len(ways), len(_SEEDS), len(at.ys)), np.nan)
    for i, touch in enumerate(ways):
        for k, seed in enumerate(_SEEDS):
            field = fields(touch, seed)
            for n, y in enumerate(at.ys):
                edges, deep = marbling_at(field, y, at.fallen)
                found[:, i, k, n] = edges, np.nan if deep is None else deep
    return found


def _fitted(rate: str, what: str, seen: Array, simulated: Array) -> Iterator[Observation]:
    """The strength that gives as much as was seen, by all bars of the loaf together."""
    per_seed = np.nanmean(simulated, axis=2)
    means, spread = np.nanmean(per_seed, axis=1), float(np.nanmean(np.nanstd(per_seed, axis=1)))
    told = float(seen.mean())
    if not np.isfinite(means).all() or means.max() - means.min() < _FOLLOWS * means.mean():
        return
    # A strength that gives more must not give less: the nearest rising line (running maximum).
    rising = np.maximum.accumulate(means)
    logs = np.log(_STRENGTHS)
    log = float(np.interp(told, rising, logs))
    slope = (rising[-1] - rising[0]) / (logs[-1] - logs[0])
    sd = math.hypot(spread / math.sqrt(len(seen)), _READ_OFF * told) / slope
    yield Observation(
        rate=rate,
        value=math.exp(log),
        sd=sd,
        says=f"{what} {told:.0f} mm on {len(seen)} photographed {'bar' if len(seen) == 1 else 'bars'}, "
        f"{means[_STRENGTHS.index(1.0)]:.0f} mm foreseen",
    )
