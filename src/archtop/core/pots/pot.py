"""A pot: the batter to mix at one time, its ingredients on the scale, and the bowls it is split into."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Mapping, Sequence
from typing import Final, Literal, NamedTuple

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import Batter, BatterPart, Fat, Formula, Stage, naoh_g_per_g
from archtop.core.pots.apportion import apportion
from archtop.core.pots.cling import cling_ml
from archtop.core.pots.portion import OnScale, Portion, PortionNeed, Scale, on_scale, portion_of, taken_of
from archtop.core.pots.scales import scale_of
from archtop.core.pots.scent_mixes import ScentMix
from archtop.core.pots.thinning import Taken, Thinned, Weighs, mixed_as, thinned_for, weighs
from archtop.core.pots.weighable import BAND_POINTS, Alkali, Weighed, finer_step, is_fine, more_batter, weighed

__all__ = [
    "Cast",
    "CastBowl",
    "FromBatch",
    "Handed",
    "Ingredient",
    "OtherPot",
    "Pot",
    "PotKind",
    "SharedMixing",
    "Unweighable",
    "pot_for",
    "ways_to_weigh",
]

PotKind = Literal["column", "loaf", "cavity", "slab", "block", "dough", "piped", "frosting", "batch"]
_WITH_OILS_AND_LYE: Final = ("oils", "lye water", "hot lye", "cooled lye")
# What no scale of the trade weighs is told to this step.
_FINEST_G = 0.01


class Ingredient(OnScale):
    """What goes into a whole pot; ``stage``: when, where it is no oil, lye or water; ``fine``: on the fine scale.

    ``before_emulsion``: it goes in with oils, water and lye; what is mixed once for several loaves is split after it.
    """

    stage: Stage | None
    before_emulsion: bool
    fine: bool = False


class CastBowl(Frozen):
    """How much of a bowl goes into a casting [ml]."""

    key: str
    name: str
    ml: float


class Cast(Frozen):
    """A casting that a pot fills: ``id`` of the pot it would have alone, and how much of which bowl it takes.

    ``thing``: what is cast, whichever filling of it this is; ``together``: what names all of its fillings in a batch.
    """

    id: str
    name: str
    thing: str
    together: str
    kind: PotKind
    bowls: tuple[CastBowl, ...]


class OtherPot(Frozen):
    """Another casting that it could be mixed with."""

    id: str
    name: str


class Unweighable(Frozen):
    """No rounding to the scale's step keeps the superfat: what would help. Amounts in g; none where that does not.

    ``more_g``: so much more batter; ``finer_step_g``: a scale of that step; ``with_pots``: others of the same formula,
    to be cast together with.
    """

    step_g: float
    more_g: float | None
    finer_step_g: float | None
    with_pots: tuple[OtherPot, ...] = ()


class Handed(Frozen):
    """What another loaf takes of a batter at emulsion: its oils, lye and what goes in with them, and their sum [g]."""

    loaf: str
    name: str
    lines: tuple[Ingredient, ...]
    total_g: float


class SharedMixing(Frozen):
    """One mixing for several loaves: who takes of it, and what goes on the scale for all of them together [g]."""

    gives: tuple[Handed, ...]
    lines: tuple[Ingredient, ...]
    total_g: float


class FromBatch(Frozen):
    """The loaf whose mixing a pot is taken from."""

    loaf: str
    name: str


class Pot(Frozen):
    """``ingredients`` and ``portions`` (their batter) each sum exactly to ``total_g``, ``at_emulsion_g`` of it by then.

    ``casts``: what it fills beforehand; nothing of the loaf's own pot and the frosting's.
    ``unweighable``: the scale cannot weigh it: its amounts are those of a finer one, for nobody to weigh.
    ``shared``: it is mixed for other loaves besides; ``from_batch``: it is taken from another's mixing. Everything else
    is told of this loaf's part alone.
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
    at_emulsion_g: float
    lye_concentration_percent: float
    superfat: Figure
    ingredients: tuple[Ingredient, ...]
    portions: tuple[Portion, ...]
    unweighable: Unweighable | None = None
    thinned: tuple[Thinned, ...] = ()
    scent_mixes: tuple[ScentMix, ...] = ()
    casts: tuple[Cast, ...] = ()
    shared: SharedMixing | None = None
    from_batch: FromBatch | None = None

    @property
    def as_mixed(self) -> tuple[Ingredient, ...]:
        """Every line as hands weigh it: for all loaves together where it is mixed for several."""
        joint = {(line.role, line.key): line for line in self.shared.lines} if self.shared else {}
        return tuple(joint.get((line.role, line.key), line) for line in self.ingredients)

    @property
    def on_scale(self) -> tuple[OnScale, ...]:
        """Every line that is weighed for it and for its bowls."""
        return (*self.ingredients, *(part for portion in self.portions for part in portion.additions))


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
    carrier: Fat,
    scale: Scale,
    more_g: float = 0.0,
) -> Pot:
    """Size a pot so that every portion can deliver its volume.

    Each portion gets the safety margin, the film on its own bowl (when the pot is split) and its share of the film
    in the big pot; colourants, carriers and scent fill part of it. Masses follow from the batter's density; oils and
    lye are rounded together, so that the superfat keeps.

    :param batter: what ``formula`` makes, with what is stirred into the whole pot
    :param carrier: the oil that thins what is too little to be weighed, in a pot without a liquid oil of its own
    :param more_g: batter mixed besides, so that the scale can weigh the pot [g]
    """
    net = sum(need.volume_ml for need in needs)
    clings = _clings(needs, scale.film.value)
    gross = [
        need.volume_ml * (1 + scale.margin_percent / 100) + cling for need, cling in zip(needs, clings, strict=True)
    ]
    oils = [ml / (batter.ml_per_g_oils + need.additions.ml) for ml, need in zip(gross, needs, strict=True)]
    wanted = sum(oils) * batter.g_per_g_oils + more_g
    recipe, step, unweighable = _recipe(batter, _alkali(formula, batter, fats), wanted, scale)
    lines = _ingredients(batter, recipe, wanted, (step, scale.fine_step_g), fats)
    room = BAND_POINTS - (recipe.superfat_percent - batter.superfat_percent)
    ingredients, thins_in, more_oil = _thinned_in_own(lines, (step, room), fats, carrier)
    total = round(sum(line.grams for line in ingredients), 6)
    oils_g = sum(line.grams for line in ingredients if line.role == "oil")
    superfat = recipe.superfat_percent + 100 * more_oil / oils_g
    bowls = tuple(
        portion_of(need, (cling, g), batter, superfat, scale)
        for need, cling, g in zip(needs, clings, _split(oils, total, step), strict=True)
    )
    taken = [taken for need, bowl in zip(needs, bowls, strict=True) for taken in taken_of(need, bowl)]
    return Pot(
        id=named.id,
        name=named.name,
        kind=named.kind,
        formula=formula.id,
        delivers=Figure.exact(net, "ml", " + ".join(f"{n.volume_ml:.0f} ml {n.name}" for n in needs)),
        batter=_to_mix(needs, clings, sum(gross), scale),
        oils=_oils(oils_g, total, batter),
        density=batter.density,
        total_g=total,
        at_emulsion_g=round(sum(line.grams for line in ingredients if line.before_emulsion), 6),
        lye_concentration_percent=batter.lye_concentration_percent,
        superfat=_superfat(superfat),
        ingredients=ingredients,
        portions=bowls,
        unweighable=unweighable,
        thinned=thinned_for([*_taken(ingredients, thins_in, named.name), *taken], scale.fine_step_g),
    )


def _oils(oils_g: float, total_g: float, batter: Batter) -> Figure:
    return Figure.within(
        oils_g,
        "g",
        0.025,
        "estimate",
        how=f"{total_g:g} g of batter, which weighs {batter.g_per_g_oils:.3f} times its oils",
        source="stoichiometry and the formula's water; the spread is the density's",
    )


def _recipe(batter: Batter, alkali: Alkali, wanted_g: float, scale: Scale) -> tuple[Weighed, float, Unweighable | None]:
    """What to weigh, the step it is weighed in [g], and, where that is not this scale's, why."""
    if found := weighed(batter, alkali, wanted_g, scale.step_g, scale.fine_step_g):
        return found, scale.step_g, None
    why = _unweighable(batter, alkali, wanted_g, scale)
    step = why.finer_step_g or _FINEST_G
    finer = weighed(batter, alkali, wanted_g, step, min(step, scale.fine_step_g))
    return finer or _as_it_is(batter, wanted_g), step, why


def _ingredients(
    batter: Batter, recipe: Weighed, wanted_g: float, steps_g: tuple[float, float], fats: Mapping[str, Fat]
) -> tuple[Ingredient, ...]:
    """Every line on the scale; what is too little even for the fine one is thinned first.

    :param steps_g: of the scale and of the fine one [g]
    """
    step, fine_step = steps_g
    lines = []
    for part, weighed_g in _in_order(batter, recipe.grams, fats):
        exact = part.share * wanted_g
        fine = bool(is_fine(part.role, exact, step))
        # What only wets may be a little more or less.
        thin = fine and part.role not in ("carrier oil", "carrier water")
        amount = weighs(exact, fine_step, part.wetted) if thin else Weighs(weighed_g, 1, weighed_g)
        early = part.role in ("oil", "lye", "water") or part.stage in _WITH_OILS_AND_LYE
        lines.append(Ingredient(**on_scale(part, exact, amount), stage=part.stage, before_emulsion=early, fine=fine))
    return tuple(lines)


def _in_oil(line: Ingredient) -> bool:
    """Whether a thing is thinned in oil: what goes into water or lye, in water."""
    return line.stage not in ("lye water", "hot lye", "cooled lye")


def _thinned_in_own(
    lines: tuple[Ingredient, ...], limits: tuple[float, float], fats: Mapping[str, Fat], carrier: Fat
) -> tuple[tuple[Ingredient, ...], Fat, float]:
    """The lines with the oil that thins some of them taken off the pot's own, so that its superfat keeps.

    Also which oil that is, and what of it is more than whole steps of the scale could be taken off [g].

    :param limits: step of the scale [g], and by how much the superfat may still rise [percentage points]
    """
    step, room = limits
    more = sum(line.grams - line.holds_g for line in lines if _in_oil(line))
    liquid = [line for line in lines if line.role == "oil" and not fats[line.key].solid_at_25]
    if not liquid:
        return lines, carrier, more
    own = max(liquid, key=lambda line: line.grams)
    steps = math.floor(more / step + 1e-9)
    oils_g = sum(line.grams for line in lines if line.role == "oil")
    # Rather a little less oil than a superfat that rises too far.
    steps += 100 * (more - steps * step) / oils_g > room
    off = min(steps * step, own.grams - step)
    grams = round(own.grams - off, 6)
    less = own.model_copy(update={"grams": grams, "holds_g": grams})
    return tuple(less if line is own else line for line in lines), fats[own.key], more - off


def _taken(lines: Iterable[Ingredient], thins_in: Fat, pot: str) -> Iterator[Taken]:
    """What a pot takes of things that are thinned first."""
    for line in lines:
        if line.times > 1:
            oil, into = (thins_in.key, thins_in.name) if _in_oil(line) else (None, "Water")
            yield Taken(line.key, line.name, mixed_as(line.role), oil, into, line.times, line.grams, pot, line.stage)


def _to_mix(needs: Sequence[PortionNeed], clings: Sequence[float], gross_ml: float, scale: Scale) -> Figure:
    """Batter to mix [ml]: what is delivered, with the margin and what stays on bowls, as thick as film may be."""
    net, film = sum(need.volume_ml for need in needs), scale.film
    low, high = (sum(_clings(needs, thick)) - sum(clings) for thick in (film.low, film.high))
    return Figure(
        value=gross_ml,
        unit="ml",
        low=gross_ml + low,
        high=gross_ml + high,
        basis=film.basis,
        how=f"{net:.0f} ml to deliver + {scale.margin_percent:g} % margin + {sum(clings):.0f} ml on bowls",
        source=f"film of {film.value:.2g} mm, believed {film.low:.2g}-{film.high:.2g} mm: {film.how}",
    )


def _in_order(batter: Batter, grams: Sequence[float], fats: Mapping[str, Fat]) -> list[tuple[BatterPart, float]]:
    """As hands weigh them: fats that must melt first, then the oils, then the rest."""
    lines = list(zip(batter.parts, grams, strict=True))
    return sorted(lines, key=lambda line: 2 if line[0].role != "oil" else 0 if fats[line[0].key].solid_at_25 else 1)


def _superfat(percent: float) -> Figure:
    return Figure.exact(
        percent,
        "%",
        "what the rounded weights give, fat that lye does not meet counted",
        "stoichiometry; saponification values vary by 1-3 % between harvests",
    )


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
        ways.append(f"cast it together with {' or '.join(other.name for other in pot.with_pots)}")
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


def _clings(needs: Sequence[PortionNeed], film_mm: float) -> list[float]:
    """Film on each portion's bowl plus its share of the big pot's film [ml]."""
    net = sum(need.volume_ml for need in needs)
    pot_film = cling_ml(net, film_mm)
    split = len(needs) > 1
    return [(cling_ml(need.volume_ml, film_mm) if split else 0.0) + pot_film * need.volume_ml / net for need in needs]
