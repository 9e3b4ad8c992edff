"""A pot: the batter to mix at one time, its ingredients on the scale, and the bowls it is split into."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal, NamedTuple

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import Batter, BatterPart, Fat, Formula, Role, Stage, naoh_g_per_g
from archtop.core.pots.additions import Addition, AdditionRole, Additions
from archtop.core.pots.apportion import apportion
from archtop.core.pots.cling import cling_ml
from archtop.core.pots.scales import scale_of
from archtop.core.pots.thinning import Taken, Thinned, Weighs, thinned_for, weighs
from archtop.core.pots.weighable import SMALL_STEPS, Alkali, Weighed, finer_step, more_batter, weighed

__all__ = [
    "Ingredient",
    "Portion",
    "PortionNeed",
    "Pot",
    "PotKind",
    "Scale",
    "Unweighable",
    "WeighedAddition",
    "pot_for",
    "ways_to_weigh",
]

PotKind = Literal["column", "loaf", "cavity", "slab", "dough", "piped", "frosting"]
Use = Literal["pour", "frosting", "casting", "kept"]

# What no scale of the trade weighs is told to this step.
_FINEST_G = 0.01


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
    """A colourant, carrier or scent on the fine scale: ``grams`` of it, which ``exact_g`` is before rounding.

    ``shows_g``: what the scale shows for it: more than ``grams`` where it was thinned ``times`` times to be weighable.
    """

    key: str
    name: str
    inci: str
    role: AdditionRole
    grams: float
    exact_g: float
    powder: bool
    shows_g: float
    times: int = 1


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
    """One line on the scale; ``exact_g`` is the amount before rounding; ``fine``: on the scale for small amounts."""

    key: str
    name: str
    inci: str
    role: Role
    stage: Stage | None
    grams: float
    exact_g: float
    fine: bool = False


class Unweighable(Frozen):
    """No rounding to the scale's step keeps the superfat: what would help. Amounts in g; none where that does not.

    ``more_g``: so much more batter; ``finer_step_g``: a scale of that step; ``with_pots``: others of the same formula,
    to be cast together with.
    """

    step_g: float
    more_g: float | None
    finer_step_g: float | None
    with_pots: tuple[str, ...] = ()


class Pot(Frozen):
    """``ingredients`` and ``portions`` (their batter) each sum exactly to ``total_g``.

    ``unweighable``: the scale cannot weigh it: its amounts are those of a finer one, for nobody to weigh.
    """

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
    unweighable: Unweighable | None = None
    thinned: tuple[Thinned, ...] = ()


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
    more_g: float = 0.0,
) -> Pot:
    """Size a pot so that every portion can deliver its volume.

    Each portion gets the safety margin, the film on its own bowl (when the pot is split) and its share of the film
    in the big pot; colourants, carriers and scent fill part of it. Masses follow from the batter's density; oils and
    lye are rounded together, so that the superfat keeps.

    :param batter: what ``formula`` makes
    :param more_g: batter mixed besides, so that the scale can weigh the pot [g]
    """
    net = sum(need.volume_ml for need in needs)
    clings = _clings(needs, scale.film.value)
    gross = [
        need.volume_ml * (1 + scale.margin_percent / 100) + cling for need, cling in zip(needs, clings, strict=True)
    ]
    oils = [ml / (batter.ml_per_g_oils + need.additions.ml) for ml, need in zip(gross, needs, strict=True)]
    wanted = sum(oils) * batter.g_per_g_oils + more_g
    alkali = _alkali(formula, batter, fats)
    recipe = weighed(batter, alkali, wanted, scale.step_g, scale.fine_step_g)
    unweighable = None if recipe else _unweighable(batter, alkali, wanted, scale)
    step = scale.step_g
    if recipe is None:
        step = (unweighable and unweighable.finer_step_g) or _FINEST_G
        recipe = weighed(batter, alkali, wanted, step, min(step, scale.fine_step_g)) or _as_it_is(batter, wanted)
    total = recipe.total_g
    grams = _split(oils, total, step)
    ingredients = tuple(
        Ingredient(
            key=part.key,
            name=part.name,
            inci=part.inci,
            role=part.role,
            stage=part.stage,
            grams=weighs,
            exact_g=part.share * wanted,
            fine=part.role == "additive" and part.share * wanted < SMALL_STEPS * step,
        )
        for part, weighs in _in_order(batter, recipe.grams, fats)
    )
    superfat = Figure.exact(
        recipe.superfat_percent,
        "%",
        "what the rounded weights give, fat after trace counted",
        "stoichiometry; saponification values vary by 1-3 % between harvests",
    )
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
        unweighable=unweighable,
        thinned=thinned_for(
            (taken for need, g in zip(needs, grams, strict=True) for taken in _taken(need, g, batter, scale)),
            scale.fine_step_g,
        ),
    )


def _in_order(batter: Batter, grams: Sequence[float], fats: Mapping[str, Fat]) -> list[tuple[BatterPart, float]]:
    """As hands weigh them: fats that must melt first, then the oils, then the rest."""
    lines = list(zip(batter.parts, grams, strict=True))
    return sorted(lines, key=lambda line: 2 if line[0].role != "oil" else 0 if fats[line[0].key].solid_at_25 else 1)


def _wet(need: PortionNeed, key: str) -> bool:
    """Whether a thing is wetted in water rather than in oil."""
    return key in need.additions.in_water


def _additions(need: PortionNeed, oils_g: float, step_g: float) -> tuple[WeighedAddition, ...]:
    """What goes into a bowl on the fine scale; oil or water that thins a thing is taken off what wets the others."""
    wetted = need.additions.wetted
    amounts = {
        part.key: weighs(part.grams * oils_g, step_g, wetted.get(part.key, 1))
        for part in need.additions.parts
        if not _carries(part)
    }
    spare = {"carrier oil": 0.0, "carrier water": 0.0}
    for key, amount in amounts.items():
        spare["carrier water" if _wet(need, key) else "carrier oil"] += amount.shows_g - amount.holds_g
    found = []
    for part in need.additions.parts:
        exact = part.grams * oils_g
        if _carries(part):
            # What only wets may be a little more or less, but what the scale cannot show is left out.
            grams = round(max(exact - spare[part.role], 0.0) / step_g) * step_g
            amount = Weighs(round(grams, 6), 1, round(grams, 6))
        else:
            amount = amounts[part.key]
        if amount.shows_g > 0:
            found.append(
                WeighedAddition(
                    key=part.key,
                    name=part.name,
                    inci=part.inci,
                    role=part.role,
                    powder=part.powder,
                    grams=amount.holds_g,
                    exact_g=exact,
                    shows_g=amount.shows_g,
                    times=amount.times,
                )
            )
    return tuple(found)


def _carries(part: Addition) -> bool:
    return part.role in ("carrier oil", "carrier water")


def _taken(need: PortionNeed, grams: float, batter: Batter, scale: Scale) -> Iterator[Taken]:
    """What a bowl takes of things that are thinned first."""
    for part in _additions(need, grams / batter.g_per_g_oils, scale.fine_step_g):
        if part.times > 1:
            oil, into = (None, "Water") if _wet(need, part.key) else need.additions.oil
            role: Literal["colourant", "scent"] = "scent" if part.role == "scent" else "colourant"
            yield Taken(part.key, part.name, role, oil, into, part.times, part.shows_g, need.name)


def _alkali(formula: Formula, batter: Batter, fats: Mapping[str, Fat]) -> Alkali:
    per_g = {key: naoh_g_per_g({key: 1.0}, fats) for key in formula.shares}
    return Alkali(per_g, formula.naoh_purity_percent / 100, batter.lye_taken_per_g_oils)


def ways_to_weigh(pot: Unweighable) -> str:
    """What would help, in words."""
    ways = []
    if pot.more_g:
        ways.append(f"mix {scale_of(pot.step_g).shows(pot.more_g)} more batter")
    if pot.finer_step_g:
        ways.append(f"weigh it on a scale of {scale_of(pot.finer_step_g).step_says}")
    if pot.with_pots:
        ways.append(f"cast it together with {' or '.join(pot.with_pots)}")
    words = ", or ".join(ways) or "make more of it at a time"
    return f"{words[0].upper()}{words[1:]}."


def _unweighable(batter: Batter, alkali: Alkali, wanted_g: float, scale: Scale) -> Unweighable:
    asked = (batter, alkali, wanted_g, scale.step_g, scale.fine_step_g)
    return Unweighable(step_g=scale.step_g, more_g=more_batter(*asked), finer_step_g=finer_step(*asked))


def _as_it_is(batter: Batter, total_g: float) -> Weighed:
    """Exact amounts, to the hundredth of a gram: of a pot so small that no scale weighs it."""
    return Weighed(tuple(round(part.share * total_g, 4) for part in batter.parts), batter.superfat_percent)


def _split(oils: Sequence[float], total_g: float, step_g: float) -> list[float]:
    """Grams of batter in each bowl, in whole steps, none empty; what does not come out even stays in the largest."""
    largest = max(range(len(oils)), key=lambda i: oils[i])
    whole = math.floor(total_g / step_g + 1e-9) * step_g
    grams = [
        max(part, step_g) for part in apportion([share / sum(oils) * whole for share in oils], step_g, total_g=whole)
    ]
    rest = total_g - sum(grams) + grams[largest]
    if rest < step_g:
        # So many bowls of so little: the scale cannot tell them apart, and each has its share.
        grams = [round(share / sum(oils) * total_g, 4) for share in oils]
        rest = total_g - sum(grams) + grams[largest]
    grams[largest] = round(rest, 6)
    return grams


def _portion(need: PortionNeed, amounts: tuple[float, float], batter: Batter, superfat: float, scale: Scale) -> Portion:
    cling, grams = amounts
    oils = grams / batter.g_per_g_oils
    additions = _additions(need, oils, scale.fine_step_g)
    oil = sum(part.grams for part in additions if part.role == "carrier oil")
    oil += sum(part.shows_g - part.grams for part in additions if not _wet(need, part.key))
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
        finished_g=round(grams + sum(item.shows_g for item in additions), 6),
        superfat_percent=superfat + 100 * oil / oils,
        scent=load.in_fresh if load else None,
        scent_dry_percent=load.in_dry_percent if load else None,
        scent_max_percent=load.max_percent if load else None,
        vanillin_percent=load.vanillin_percent if load else 0.0,
    )


def _clings(needs: Sequence[PortionNeed], film_mm: float) -> list[float]:
    """Film on each portion's bowl plus its share of the big pot's film [ml]."""
    net = sum(need.volume_ml for need in needs)
    pot_film = cling_ml(net, film_mm)
    split = len(needs) > 1
    return [(cling_ml(need.volume_ml, film_mm) if split else 0.0) + pot_film * need.volume_ml / net for need in needs]
