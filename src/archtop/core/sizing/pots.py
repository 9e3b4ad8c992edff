"""A pot: the batter to mix at one time, its ingredients on the scale, and the bowls it is split into."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from archtop.core.chemistry import Batter, Fat, Formula, batter_of, discount_after_rounding
from archtop.core.chemistry.batter import Role
from archtop.core.figure import Figure, Frozen
from archtop.core.sizing.apportion import apportion
from archtop.core.sizing.cling import FILM_RANGE_MM, cling_ml

__all__ = ["Ingredient", "Portion", "PortionNeed", "Pot", "PotKind", "pot_for"]

_LEAN, _THICK = FILM_RANGE_MM
PotKind = Literal["column", "loaf", "cavity"]


class PortionNeed(Frozen):
    """A bowl that must deliver ``volume_ml`` of one colour."""

    key: str
    name: str
    colour: str
    volume_ml: float
    use: Literal["pour", "frosting", "casting"]


class Portion(Frozen):
    """A bowl: what it must deliver, what it loses, and the grams to put into it."""

    key: str
    name: str
    colour: str
    use: Literal["pour", "frosting", "casting"]
    delivers: Figure
    clings_ml: float
    margin_ml: float
    grams: float


class Ingredient(Frozen):
    """One line on the scale; ``exact_g`` is the amount before rounding."""

    key: str
    name: str
    role: Role
    grams: float
    exact_g: float


class Pot(Frozen):
    """``ingredients`` and ``portions`` each sum exactly to ``total_g``."""

    id: str
    name: str
    kind: PotKind
    formula: str
    delivers: Figure
    batter: Figure
    oils: Figure
    density: Figure
    total_g: float
    lye_concentration_percent: float
    superfat: Figure
    ingredients: tuple[Ingredient, ...]
    portions: tuple[Portion, ...]


def pot_for(
    pot_id: str,
    name: str,
    kind: PotKind,
    formula: Formula,
    needs: Sequence[PortionNeed],
    fats: Mapping[str, Fat],
    film_mm: float,
    margin_percent: float,
    step_g: float,
) -> Pot:
    """Size a pot so that every portion can deliver its volume.

    Each portion gets the safety margin, the film on its own bowl (when the pot is split) and its share of the film
    in the big pot. Masses follow from the batter's density; the lye is never rounded up.

    :param film_mm: film left on bowls [mm]
    :param margin_percent: safety margin [% of what must be delivered]
    :param step_g: the scale's step [g]
    """
    batter = batter_of(formula, fats)
    net = sum(need.volume_ml for need in needs)
    clings = _clings(needs, film_mm)
    exact_g = [
        (need.volume_ml * (1 + margin_percent / 100) + cling) * batter.density.value
        for need, cling in zip(needs, clings, strict=True)
    ]
    grams = apportion(exact_g, step_g)
    total = round(sum(grams), 6)
    ingredients = _weigh(batter, total, step_g)
    oils_g = {i.key: i.grams for i in ingredients if i.role == "oil"}
    naoh = next(i.grams for i in ingredients if i.role == "lye")
    late = next((i.grams for i in ingredients if i.role == "late fat"), 0.0)
    discount = discount_after_rounding(oils_g, naoh, formula.naoh_purity_percent / 100, fats)
    late_percent = late / sum(oils_g.values()) * 100
    gross_ml = sum(exact_g) / batter.density.value
    # A film set outside the believed range is the maker's own knowledge: the range stretches to it.
    low, high = (sum(_clings(needs, film)) - sum(clings) for film in (min(film_mm, _LEAN), max(film_mm, _THICK)))
    oils = sum(oils_g.values())
    return Pot(
        id=pot_id,
        name=name,
        kind=kind,
        formula=formula.id,
        delivers=Figure.exact(net, "ml", " + ".join(f"{n.volume_ml:.0f} {n.name}" for n in needs)),
        batter=Figure(
            value=gross_ml, unit="ml", low=gross_ml + low, high=gross_ml + high, basis="estimate",
            how=f"{net:.0f} ml to deliver + {margin_percent:g} % margin + {sum(clings):.0f} ml on bowls",
            source=f"film of {film_mm:g} mm on bowls, believed {_LEAN:g}-{_THICK:g} mm",
        ),
        oils=Figure.within(
            oils, "g", 0.025, "estimate",
            f"{total:g} g of batter at {batter.g_per_g_oils:.3f} g per g of oils",
            "stoichiometry and the formula's water; the spread is the density's",
        ),
        density=batter.density,
        total_g=total,
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat=Figure.exact(
            discount * 100 + late_percent, "%",
            f"{discount * 100:.2f} % of the lye left out after rounding + {late_percent:.2f} % fat after trace",
            "stoichiometry; saponification values vary by 1-3 % between harvests",
        ),
        ingredients=ingredients,
        portions=tuple(
            Portion(
                key=need.key, name=need.name, colour=need.colour, use=need.use,
                delivers=Figure.exact(need.volume_ml, "ml", "what this colour must fill"),
                clings_ml=cling, margin_ml=need.volume_ml * margin_percent / 100, grams=g,
            )
            for need, cling, g in zip(needs, clings, grams, strict=True)
        ),
    )  # fmt: skip


def _clings(needs: Sequence[PortionNeed], film_mm: float) -> list[float]:
    """Film on each portion's bowl plus its share of the big pot's film [ml]."""
    net = sum(need.volume_ml for need in needs)
    pot_film = cling_ml(net, film_mm)
    split = len(needs) > 1
    return [(cling_ml(need.volume_ml, film_mm) if split else 0.0) + pot_film * need.volume_ml / net for need in needs]


def _weigh(batter: Batter, total: float, step_g: float) -> tuple[Ingredient, ...]:
    exact = [part.share * total for part in batter.parts]
    lye = [i for i, part in enumerate(batter.parts) if part.role == "lye"]
    grams = apportion(exact, step_g, never_up=lye, total_g=total)
    return tuple(
        Ingredient(key=part.key, name=part.name, role=part.role, grams=g, exact_g=e)
        for part, g, e in zip(batter.parts, grams, exact, strict=True)
    )
