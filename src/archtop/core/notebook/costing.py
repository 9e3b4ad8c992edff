"""What a loaf costs, from prices of what it takes and, if wished, of hands' time; and by bar.

What has no price is told, not taken for nothing.
"""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.base import Figure, Frozen
from archtop.core.document import stock_key
from archtop.core.plan import LoafPlan
from archtop.core.schedule import also_out_min, cut_min, fill_min, pour_min

__all__ = ["CostLine", "Costing", "cost_of"]

# Hands at another pot [min]: a stated guess, as in the casting order.
_POT_MIN = 60.0


class CostLine(Frozen):
    """One thing: grams of it, and what they cost; ``None``: no price is known."""

    name: str
    key: str
    grams: float
    cost: float | None


class CostEach(Frozen):
    """What one bar or cup of another mould costs, by its weight; ``count``: so many there are."""

    name: str
    count: int
    each: float


class Costing(Frozen):
    """A loaf's cost; money in the studio's own currency. ``without_price``: what is not counted in it.

    ``bars``, ``per_bar``: of the loaf itself; ``also``: of other moulds from the same pot.
    """

    lines: tuple[CostLine, ...]
    hours: Figure
    hands: float
    total: float
    bars: int
    per_bar: float
    per_100g: float
    also: tuple[CostEach, ...]
    without_price: tuple[str, ...]


def cost_of(result: LoafPlan, prices: Mapping[str, float], per_hour: float = 0.0, bars: int | None = None) -> Costing:
    """The cost of a loaf as planned.

    :param prices: for a kilogram, by the stock's name of a thing like ``fat:olive``
    :param per_hour: for an hour of hands; 0: not counted
    :param bars: how many came off the loaf itself, where that is known
    """
    lines = []
    for supply in result.supplies:
        key = stock_key(supply.kind, supply.key)
        price = prices.get(key)
        cost = None if price is None else supply.grams / 1000 * price
        lines.append(CostLine(name=supply.name, key=key, grams=supply.grams, cost=cost))
    count = bars if bars is not None else result.cuts.in_all
    castings = sum(1 for pot in result.pots if pot.kind != "loaf")
    moulds = result.cuts.moulds
    on_top = result.top.minutes.value + result.top.rest_min
    pour = pour_min(len(result.fills), on_top, moulds, result.cuts.whole)
    pour += sum(fill_min(item.moulds, item.cups) for item in result.also_cut)
    cut = cut_min(moulds, result.cuts.whole)
    cut += sum(also_out_min(item.moulds, item.cups) for item in result.also_cut)
    minutes = castings * _POT_MIN + pour + cut
    hours = Figure.within(
        minutes / 60,
        "h",
        0.4,
        "estimate",
        how=f"{castings} other pots at {_POT_MIN:.0f} min, {pour:.0f} to mix, pour and pipe, {cut:.0f} to cut",
        source="stated guesses, washing up included",
    )
    hands = hours.value * per_hour
    total = sum(line.cost for line in lines if line.cost is not None) + hands
    own_g = moulds * sum(bar.cured.value for bar in result.cuts.bars)
    per_g = total / (own_g + sum(item.count * item.cured.value for item in result.also_cut))
    return Costing(
        lines=tuple(lines),
        hours=hours,
        hands=hands,
        total=total,
        bars=count,
        per_bar=per_g * own_g / count if count else 0.0,
        per_100g=per_g * 100,
        also=tuple(CostEach(name=i.name, count=i.count, each=per_g * i.cured.value) for i in result.also_cut),
        without_price=tuple(line.name for line in lines if line.cost is None),
    )
