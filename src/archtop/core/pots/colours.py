"""The loaf's colours: what each will look like, and whether those that touch can be told apart."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import combinations, product
from typing import NamedTuple

from archtop.core.base import FROSTING, LOAF, Frozen, PotId
from archtop.core.colour import (
    Colourant,
    Forecast,
    InBowl,
    Lab,
    Spectrum,
    base_absorption,
    difference,
    forecast,
    lab_of,
    reflectance_of,
)
from archtop.core.document import (
    Colour,
    Loaf,
    Pour,
    Shreds,
    batch_of,
    colours_used,
    frosting_colours,
    shreds_stirred_in,
)
from archtop.core.pots.pot import Pot
from archtop.core.pours import Layer
from archtop.core.resolved import ResolvedLoaf

__all__ = [
    "MERGE",
    "ColourPlan",
    "Contrast",
    "bowl_to_measure",
    "colour_in_pot",
    "colours_of",
    "contrast_words",
    "contrasts_of",
    "gelled_with",
    "off_words",
    "vanillin_of",
]

# Under this, two colours that touch read as one at arm's length; under the second they are hard to tell. Estimates:
# ΔE00 of 1 is just visible side by side, and a cut face is neither flat nor evenly lit.
MERGE, CLOSE = 6.0, 12.0
# Nearer than this nobody tells it from the target by eye: twice what is just visible.
_ON_TARGET = 2.0
# Where no bowl has it yet [g of oils].
_A_KILOGRAM_G = 1000.0


class ColourPlan(Frozen):
    """A colour: as wished for, as forecast (``None`` while nothing colours it), and what the drawings show.

    ``used``: whether anything in the loaf names it.
    """

    id: str
    name: str
    wished: str
    forecast: Forecast | None
    shown: str
    off_wish: float
    off_says: str
    used: bool


class Contrast(Frozen):
    """Two colours that touch; ``difference`` in ΔE00 when cured."""

    a: str
    b: str
    where: str
    difference: float
    words: str
    merges: bool


class ColourInPot(NamedTuple):
    """What shows of a colour: K/S of the soap that it goes into, shape (81,), and every jar in it [g per kg oils].

    ``tinted``: whether anything but its own jars tints it.
    """

    base: Spectrum
    doses: tuple[tuple[Colourant, float], ...]
    tinted: bool


def colour_in_pot(of: ResolvedLoaf, colour: Colour) -> ColourInPot:
    """A colour with all that the pot it is poured, piped or cast from brings: formula, whole pot, its own additives."""
    alone, formula_id = _made_in(of.loaf, colour.id)
    pot = batch_of(of.loaf).get(str(alone), alone)
    formula, table = of.formulas[formula_id or of.loaf.formula], of.cupboard.additives
    water = sum(part.per_g_oils for part in of.batters[formula.id].parts if part.role == "water")
    added = (*formula.additives, *colour.additives)
    base = base_absorption(formula.shares, added, table, water)
    whole = of.whole_pots.get(str(pot))
    stirred = whole.colourants if whole else ()
    doses = tuple((of.cupboard.jar(dose.colourant), dose.g_per_kg) for dose in (*stirred, *colour.colourants))
    tints = any(table[dose.additive].colour for dose in added)
    return ColourInPot(base, doses, tinted=bool(stirred) or tints)


def _made_in(loaf: Loaf, colour: str) -> tuple[PotId, str | None]:
    """The pot that a colour is made from, and its formula (``None``: the loaf's own)."""
    if colour in [share.colour for step in loaf.work if isinstance(step, Pour) for share in step.colours]:
        return LOAF, None
    if loaf.frosting and colour in frosting_colours(loaf.frosting):
        return (FROSTING, loaf.frosting.formula) if loaf.frosting.formula else (LOAF, None)
    cast = [(shown, PotId.cast(embed.id), embed.formula) for embed in loaf.embeds for shown in embed.colours]
    cast += [
        (embed.figure.colour, PotId.cast(embed.id, "figure"), embed.figure.formula or embed.formula)
        for embed in loaf.embeds
        if embed.figure
    ]
    cast += [(shown, PotId.cast(piece.id), piece.formula) for piece in loaf.pieces for shown in piece.colours]
    cast += [(item.colour, PotId.cast(item.id), item.formula) for item in _blocks(loaf) if item.colour]
    return next(((pot, formula) for made_in, pot, formula in cast if made_in == colour), (LOAF, None))


def _blocks(loaf: Loaf) -> list[Shreds]:
    """Shreds that are grated from blocks of this loaf."""
    return [shreds for _, shreds in shreds_stirred_in(loaf) if shreds.cast]


def vanillin_of(pots: Sequence[Pot]) -> dict[str, float]:
    """The most vanillin in the batter of each colour [%], by its id."""
    found: dict[str, float] = {}
    for part in (part for pot in pots for part in pot.portions):
        found[part.colour] = max(found.get(part.colour, 0.0), part.vanillin_percent)
    return found


def colours_of(of: ResolvedLoaf, pots: Sequence[Pot], gelled: float = 0.0) -> tuple[ColourPlan, ...]:
    """Every colour of the loaf.

    :param gelled: share of what is poured that gels [0–1]
    """
    vanillin, used = vanillin_of(pots), colours_used(of.loaf)
    return tuple(
        _plan_of(of, colour, vanillin.get(colour.id, 0.0), gelled).model_copy(update={"used": colour.id in used})
        for colour in of.loaf.colours
    )


def gelled_with(loaf: Loaf, colour: str, gelled: float) -> float:
    """Share of a colour that gels [0–1]: as much as of the loaf it is poured into; cast small or piped it stays cool.

    :param gelled: share of what is poured that gels [0–1]
    """
    poured = (share.colour for step in loaf.work if isinstance(step, Pour) for share in step.colours)
    return gelled if colour in poured else 0.0


def _plan_of(of: ResolvedLoaf, colour: Colour, vanillin: float, gelled: float) -> ColourPlan:
    seen, rates = None, of.cupboard.rates
    mixed = colour_in_pot(of, colour)
    if colour.id in _only_melted(of):
        # What a jar does in a bought base no test bar of soap has told.
        mixed = mixed._replace(doses=(), tinted=False)
    if mixed.doses or mixed.tinted or vanillin > 0:
        seen = forecast(mixed.base, mixed.doses, vanillin, gelled=gelled_with(of.loaf, colour.id, gelled))
        learned = [rates[key] for jar, _ in mixed.doses if (key := f"colour:{jar.key}") in rates]
        if learned:
            how = "; ".join(f"{rate.name.partition(': ')[2]} × {rate.value:.2f}, {rate.n} seen" for rate in learned)
            seen = seen.model_copy(update={"basis": "your log", "how": f"{seen.how}; {how}"})
    off = difference(seen.cured.lab, lab_of(reflectance_of(colour.srgb))) if seen else 0.0
    return ColourPlan(
        id=colour.id,
        name=colour.name,
        wished=colour.srgb,
        forecast=seen,
        shown=seen.cured.srgb if seen else colour.srgb,
        off_wish=off,
        off_says=off_words(off),
        used=True,
    )


def _only_melted(of: ResolvedLoaf) -> frozenset[str]:
    """Colours that go into bought base and into no batter."""
    loaf = of.loaf
    melted = [embed.colour for embed in loaf.embeds if embed.casting and embed.casting.melted]
    melted += [piece.colour for piece in loaf.pieces if piece.make.pot is None]
    mixed = [embed for embed in loaf.embeds if not (embed.casting and embed.casting.melted)]
    cast = [shown for embed in mixed for shown in embed.colours]
    cast += [embed.figure.colour for embed in loaf.embeds if embed.figure]
    cast += [shown for piece in loaf.pieces if piece.make.pot is not None for shown in piece.colours]
    cast += [item.colour for item in _blocks(loaf) if item.colour]
    poured = [share.colour for step in loaf.work if isinstance(step, Pour) for share in step.colours]
    piped = frosting_colours(loaf.frosting) if loaf.frosting else ()
    return frozenset(melted) - {*cast, *poured, *piped}


def contrasts_of(of: ResolvedLoaf, layers: Sequence[Layer], colours: Sequence[ColourPlan]) -> tuple[Contrast, ...]:
    """Every pair of colours that touch somewhere, the closest first."""
    labs: dict[str, Lab] = {
        colour.id: colour.forecast.cured.lab if colour.forecast else lab_of(reflectance_of(colour.shown))
        for colour in colours
    }
    where: dict[frozenset[str], str] = {}
    for a, b, place in _touching(of, layers):
        if a != b:
            where.setdefault(frozenset((a, b)), place)
    found = []
    for pair, place in where.items():
        a, b = sorted(pair)
        apart = difference(labs[a], labs[b])
        found.append(
            Contrast(a=a, b=b, where=place, difference=apart, words=contrast_words(apart), merges=apart < MERGE)
        )
    return tuple(sorted(found, key=lambda item: item.difference))


def contrast_words(apart: float) -> str:
    """What a difference in ΔE00 means where two colours touch.

    :param apart: CIEDE2000 difference, ΔE00 [-]
    """
    return "will merge" if apart < MERGE else "hard to tell apart" if apart < CLOSE else "stand apart"


def bowl_to_measure(pots: Sequence[Pot], colour: str, fine_step_g: float) -> InBowl:
    """The largest bowl of a colour, which a jar is measured into; the others take as much by their oils.

    :param fine_step_g: of the scale for small amounts [g]
    """
    bowls = [bowl.oils_g for pot in pots for bowl in pot.portions if bowl.colour == colour]
    return InBowl(max(bowls, default=_A_KILOGRAM_G), fine_step_g)


def off_words(off: float) -> str:
    """What a difference from the target means.

    :param off: CIEDE2000 difference, ΔE00 [-]
    """
    return (
        "on target"
        if off < _ON_TARGET
        else "close to your target"
        if off < MERGE
        else "a little off your target"
        if off < CLOSE
        else "well off your target"
    )


def _touching(of: ResolvedLoaf, layers: Sequence[Layer]) -> Iterator[tuple[str, str, str]]:
    loaf = of.loaf
    pours = {step.id: step for step in loaf.work if isinstance(step, Pour)}
    shares = [[share.colour for share in pours[layer.pour].colours] for layer in layers]
    for layer, inside in zip(layers, shares, strict=True):
        name = pours[layer.pour].name
        for a, b in combinations(inside, 2):
            yield a, b, f"poured together in {name}"
        for embed in loaf.embeds:
            prism = of.prisms[embed.id]
            if prism.bottom < layer.high_mm and prism.top > layer.low_mm:
                for own, colour in product(embed.colours, inside):
                    yield own, colour, f"{embed.name} in {name}"
    for i in range(1, len(layers)):
        for a, b in product(shares[i - 1], shares[i]):
            yield a, b, f"{pours[layers[i].pour].name} on {pours[layers[i - 1].pour].name}"
    for embed in loaf.embeds:
        for a, b in combinations(embed.colours, 2):
            yield a, b, f"poured together in {embed.name}"
        if embed.figure:
            for own in embed.colours:
                yield embed.figure.colour, own, f"{embed.figure.name} in {embed.name}"
    for piece in loaf.pieces:
        for a, b in combinations(piece.colours, 2):
            yield a, b, f"{'poured together' if piece.poured else 'joined'} in {piece.name}"
    if loaf.frosting:
        lowest = loaf.frosting.base.colours if loaf.frosting.base else ()
        piped = frosting_colours(loaf.frosting)
        for a, b in combinations(piped, 2):
            yield a, b, f"side by side in {loaf.frosting.name}"
        for a, b in product([share.colour for share in lowest] or piped, shares[-1]):
            yield a, b, f"{loaf.frosting.name} on {pours[layers[-1].pour].name}"
