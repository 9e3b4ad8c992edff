"""A pot: the batter to mix at one time, its ingredients on the scale, and the bowls it is split into."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import Batter, Fat, Formula, Role, Stage, discount_after_rounding
from archtop.core.pots.additions import AdditionRole, Additions
from archtop.core.pots.apportion import apportion
from archtop.core.pots.cling import cling_ml

__all__ = ["Ingredient", "Portion", "PortionNeed", "Pot", "PotKind", "Scale", "WeighedAddition", "pot_for"]

PotKind = Literal["column", "loaf", "cavity", "slab", "dough", "piped", "frosting"]
Use = Literal["pour", "frosting", "casting", "kept"]


class Scale(Frozen):
    """How amounts are rounded and padded: film left on bowls [mm], margin [%], steps of both scales [g]."""

    film: Figure
    margin_percent: float
    step_g: float
    fine_step_g: float


class PortionNeed(Frozen):
    """A bowl that must deliver ``volume_ml`` of one colour, with what goes into it besides batter."""

    key: str
    name: str
    colour: str
    volume_ml: float
    use: Use
    additions: Additions = Additions()


class WeighedAddition(Frozen):
    """A colourant, carrier or scent on the fine scale; ``exact_g`` before rounding."""

    key: str
    name: str
    inci: str
    role: AdditionRole
    grams: float
    exact_g: float
    powder: bool


class Portion(Frozen):
    """A bowl: what it must deliver, what it loses, grams of batter, what is added, and what it then weighs.

    ``superfat``: of this bowl, carrier oil counted. ``scent``: share of the batter, ``scent_dry_percent`` once dry,
    ``scent_max_percent`` the sheet's limit.
    """

    key: str
    name: str
    colour: str
    use: Use
    delivers: Figure
    clings_ml: float
    margin_ml: float
    grams: float
    oils_g: float
    additions: tuple[WeighedAddition, ...]
    finished_g: float
    superfat_percent: float
    scent: Figure | None
    scent_dry_percent: float | None
    scent_max_percent: float | None
    vanillin_percent: float


class Ingredient(Frozen):
    """One line on the scale; ``exact_g`` is the amount before rounding."""

    key: str
    name: str
    inci: str
    role: Role
    stage: Stage | None
    grams: float
    exact_g: float


class Pot(Frozen):
    """``ingredients`` and ``portions`` (their batter) each sum exactly to ``total_g``."""

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


class PotName(NamedTuple):
    """What a pot is called, and what it is for."""

    id: str
    name: str
    kind: PotKind


def pot_for(
    named: PotName,
    formula: Formula,
    batter: Batter,
    needs: Sequence[PortionNeed],
    *,
    fats: Mapping[str, Fat],
    scale: Scale,
) -> Pot:
    """Size a pot so that every portion can deliver its volume.

    Each portion gets the safety margin, the film on its own bowl (when the pot is split) and its share of the film
    in the big pot; colourants, carriers and scent fill part of it. Masses follow from the batter's density; the lye
    is never rounded up.

    :param batter: what ``formula`` makes
    """
    net = sum(need.volume_ml for need in needs)
    clings = _clings(needs, scale.film.value)
    gross = [
        need.volume_ml * (1 + scale.margin_percent / 100) + cling for need, cling in zip(needs, clings, strict=True)
    ]
    oils = [ml / (batter.ml_per_g_oils + need.additions.ml) for ml, need in zip(gross, needs, strict=True)]
    grams = apportion([share * batter.g_per_g_oils for share in oils], scale.step_g)
    total = round(sum(grams), 6)
    ingredients = _weigh(batter, total, scale.step_g)
    superfat = _superfat(formula, ingredients, batter, fats)
    low, high = (sum(_clings(needs, film)) - sum(clings) for film in (scale.film.low, scale.film.high))
    return Pot(
        id=named.id,
        name=named.name,
        kind=named.kind,
        formula=formula.id,
        delivers=Figure.exact(net, "ml", " + ".join(f"{n.volume_ml:.0f} {n.name}" for n in needs)),
        batter=Figure(
            value=sum(gross),
            unit="ml",
            low=sum(gross) + low,
            high=sum(gross) + high,
            basis=scale.film.basis,
            how=f"{net:.0f} ml to deliver + {scale.margin_percent:g} % margin + {sum(clings):.0f} ml on bowls",
            source=f"film of {scale.film.value:.2g} mm, believed {scale.film.low:.2g}-{scale.film.high:.2g} mm: "
            + scale.film.how,
        ),
        oils=Figure.within(
            sum(i.grams for i in ingredients if i.role == "oil"),
            "g",
            0.025,
            "estimate",
            how=f"{total:g} g of batter at {batter.g_per_g_oils:.3f} g per g of oils",
            source="stoichiometry and the formula's water; the spread is the density's",
        ),
        density=batter.density,
        total_g=total,
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat=superfat,
        ingredients=ingredients,
        portions=tuple(
            _portion(need, (cling, g), batter, superfat.value, scale)
            for need, cling, g in zip(needs, clings, grams, strict=True)
        ),
    )


def _portion(need: PortionNeed, amounts: tuple[float, float], batter: Batter, superfat: float, scale: Scale) -> Portion:
    cling, grams = amounts
    oils = grams / batter.g_per_g_oils
    steps = scale.fine_step_g
    additions = tuple(
        WeighedAddition(
            key=part.key,
            name=part.name,
            inci=part.inci,
            role=part.role,
            powder=part.powder,
            grams=round(round(part.grams * oils / steps) * steps, 6),
            exact_g=part.grams * oils,
        )
        for part in need.additions.parts
    )
    load = need.additions.load
    return Portion(
        key=need.key,
        name=need.name,
        colour=need.colour,
        use=need.use,
        delivers=Figure.exact(need.volume_ml, "ml", "what this colour must fill"),
        clings_ml=cling,
        margin_ml=need.volume_ml * scale.margin_percent / 100,
        grams=grams,
        oils_g=oils,
        additions=additions,
        finished_g=round(grams + sum(item.grams for item in additions), 6),
        superfat_percent=superfat + 100 * need.additions.carrier_oil,
        scent=load.in_fresh if load else None,
        scent_dry_percent=load.in_dry_percent if load else None,
        scent_max_percent=load.max_percent if load else None,
        vanillin_percent=load.vanillin_percent if load else 0.0,
    )


def _superfat(formula: Formula, ingredients: Sequence[Ingredient], batter: Batter, fats: Mapping[str, Fat]) -> Figure:
    """What the rounded weights really give."""
    oils = {i.key: i.grams for i in ingredients if i.role == "oil"}
    naoh = next(i.grams for i in ingredients if i.role == "lye")
    late = next((i.grams for i in ingredients if i.role == "late fat"), 0.0)
    purity = formula.naoh_purity_percent / 100
    # Lye that an additive uses up is not there for the oils.
    left = naoh - batter.lye_taken_per_g_oils * sum(oils.values()) / purity
    discount = discount_after_rounding(oils, left, purity, fats) * 100
    late_percent = late / sum(oils.values()) * 100
    return Figure.exact(
        discount + late_percent,
        "%",
        f"{discount:.2f} % of the lye left out after rounding + {late_percent:.2f} % fat after trace",
        "stoichiometry; saponification values vary by 1-3 % between harvests",
    )


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
        Ingredient(key=part.key, name=part.name, inci=part.inci, role=part.role, stage=part.stage, grams=g, exact_g=e)
        for part, g, e in zip(batter.parts, grams, exact, strict=True)
    )
