"""Bars on the scale against their plan: fresh, cured, and what a loaf's batter came to altogether."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from archtop.core.notebook.facts import Facts
from archtop.core.notebook.outcome import LoafOutcome
from archtop.core.plan import LoafPlan

__all__ = ["DRIED_BY_CUT", "Balance", "balance_of", "cured_loss_percent", "weight_ratio"]

# Water that a loaf loses before it is cut: a stated guess, of its weight.
DRIED_BY_CUT = 0.01
# Less of a loaf on the scale than this says too little of the whole.
_LEAST_SHARE = 0.5


def _planned_g(result: LoafPlan, number: int) -> float:
    """What bar ``number`` should weigh fresh [g]."""
    return result.cuts.bar_weight(number).value


def _at(outcomes: Sequence[LoafOutcome], *stages: str) -> dict[int, float]:
    found: dict[int, float] = {}
    for outcome in outcomes:
        if outcome.stage in stages:
            found |= {item.bar: item.grams for item in outcome.weights}
    return found


def _fresh(result: LoafPlan, outcomes: Sequence[LoafOutcome]) -> dict[int, float]:
    """Fresh bars on the scale; those that a later change of the loaf's cuts has left no place for are left out."""
    count = result.cuts.in_all
    return {bar: grams for bar, grams in _at(outcomes, "cut").items() if bar <= count}


def weight_ratio(result: LoafPlan, outcomes: Sequence[LoafOutcome]) -> tuple[float, int] | None:
    """Fresh bars over their planned weights, and how many were weighed."""
    fresh = _fresh(result, outcomes)
    if not fresh:
        return None
    return sum(fresh.values()) / sum(_planned_g(result, bar) for bar in fresh), len(fresh)


def cured_loss_percent(outcomes: Sequence[LoafOutcome]) -> tuple[float, int] | None:
    """What bars that were weighed fresh and cured have lost [%], and how many there are of them."""
    fresh, cured = _at(outcomes, "cut"), _at(outcomes, "cured")
    both = sorted(fresh.keys() & cured.keys())
    if not both:
        return None
    return 100 * (1 - sum(cured[bar] for bar in both) / sum(fresh[bar] for bar in both)), len(both)


class Balance(NamedTuple):
    """Where a loaf's batter went [g]: kept on bowls as planned and as found, the margin, what was left.

    ``mixed_g``: all of it, from ``oils_g`` of oils.
    """

    film_planned_g: float
    film_found_g: float
    margin_g: float
    left_g: float
    share_weighed: float
    mixed_g: float
    oils_g: float


def balance_of(result: LoafPlan, outcomes: Sequence[LoafOutcome], facts: Facts) -> Balance | None:
    """What stayed on the bowls: all that was mixed, less the loaf on the scale and what was left over.

    Nothing where less than half of the loaf was weighed.
    """
    fresh = _fresh(result, outcomes)
    weighed = sum(_planned_g(result, bar) for bar in fresh)
    if weighed < _LEAST_SHARE * result.cuts.moulds * sum(bar.weight.value for bar in result.cuts.bars):
        return None
    # What was not weighed is believed to differ as what was.
    ratio = sum(fresh.values()) / weighed / (1 - DRIED_BY_CUT)
    total = result.cuts.moulds * result.cuts.total_g
    over = (ratio - 1) * total
    poured = [pot for pot in result.pots if pot.kind in ("loaf", "frosting")]
    parts = [(part, pot.density.value) for pot in poured for part in pot.portions]
    film, margin = (
        sum(getattr(part, word) * density for part, density in parts) for word in ("clings_ml", "margin_ml")
    )
    left = sum(item.grams for outcome in outcomes for item in outcome.left if item.what != "trimmings")
    more = facts.weighed_off_g([pot.id for pot in poured])
    return Balance(
        film_planned_g=film,
        film_found_g=film + margin + more - over - left,
        margin_g=margin,
        left_g=left,
        share_weighed=weighed / total,
        mixed_g=sum(part.finished_g for part, _ in parts) + more,
        oils_g=sum(part.oils_g for part, _ in parts),
    )
