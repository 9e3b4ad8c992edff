"""The ingredient label as a draft: INCI names by weight, with the lye reacted.

- ``label_of``: what a set of weighed things becomes, in order
- ``against_assessment``: what an assessed list does not allow, and what it promises that is not there

A seller must verify the text: names, order below 1 %, allergens and claims are for local law and a qualified assessor.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from archtop.core.base import Frozen, read_table
from archtop.core.chemistry import NAOH_G_PER_MOL, AssessedList, Fat, naoh_g_per_g
from archtop.core.pots.pot import Pot

__all__ = ["LABEL_CAUTION", "Label", "LabelLine", "against_assessment", "label_of", "label_of_pots"]

_GLYCEROL_G_PER_MOL = 92.094
_WATER_G_PER_MOL = 18.015
# What stays of the water in a cured bar; a stated guess for four to six weeks on the rack.
_WATER_KEPT = 0.4
LABEL_CAUTION = (
    "A draft by weight. Names, allergens, the order below 1 % and every claim are for the seller to verify with local "
    "cosmetic law, the suppliers' sheets and a qualified assessor."
)


class LabelLine(Frozen):
    """A name and its percent of the cured bar."""

    inci: str
    percent: float


class Label(Frozen):
    """Lines by weight, and the text as it would be printed."""

    lines: tuple[LabelLine, ...]
    text: str
    caution: str = LABEL_CAUTION


def _soap_name(fat: Fat) -> str:
    names = {row["key"]: row["soap"] for row in read_table("soap_names")}
    return names.get(fat.key, f"Sodium salts of {fat.inci}")


def label_of(
    oils_g: Mapping[str, float], naoh_g: float, water_g: float, others_g: Mapping[str, float], fats: Mapping[str, Fat]
) -> Label:
    """The label of a bar.

    One hydroxide takes one acid: of each fat the same share reacts, r = NaOH / needed (at most all). A reacted gram
    with n mol of acid gives 1 + n·(M(NaOH) − ⅓·M(glycerol)) of soap for a glyceride, and ⅓·n·M(glycerol) of
    glycerin; a free acid gives off n·M(water) instead.

    :param oils_g: fats in the pot, by key
    :param naoh_g: pure sodium hydroxide
    :param others_g: everything else by INCI name; late fats and carrier oils as they are
    """
    needed = sum(g * naoh_g_per_g({key: 1.0}, fats) for key, g in oils_g.items())
    reacted = min(1.0, naoh_g / needed)
    grams: dict[str, float] = {}

    def add(inci: str, amount: float) -> None:
        grams[inci] = grams.get(inci, 0.0) + amount

    for key, weight in oils_g.items():
        fat = fats[key]
        moles = weight * reacted * naoh_g_per_g({key: 1.0}, fats) / NAOH_G_PER_MOL
        freed = {"acid": _WATER_G_PER_MOL, "glyceride": _GLYCEROL_G_PER_MOL / 3, "wax": 0.0}[fat.kind]
        add(_soap_name(fat), weight * reacted + moles * (NAOH_G_PER_MOL - freed))
        if fat.kind == "glyceride":
            add("Glycerin", moles * freed)
        if reacted < 1:
            add(fat.inci, weight * (1 - reacted))
    add("Aqua", water_g * _WATER_KEPT)
    for inci, amount in others_g.items():
        add(inci, amount)
    total = sum(grams.values())
    lines = tuple(
        LabelLine(inci=inci, percent=100 * amount / total)
        for inci, amount in sorted(grams.items(), key=lambda item: (-item[1], item[0]))
        if amount > 0
    )
    return Label(lines=lines, text=", ".join(line.inci for line in lines))


def label_of_pots(pots: Sequence[Pot], purity: Mapping[str, float], fats: Mapping[str, Fat]) -> Label:
    """The label of everything that several pots put into a loaf, ``purity`` [-] of the lye by formula."""
    oils: dict[str, float] = {}
    others: dict[str, float] = {}
    naoh = water = 0.0
    for pot in pots:
        for line in pot.ingredients:
            if line.role == "oil":
                oils[line.key] = oils.get(line.key, 0.0) + line.grams
            elif line.role == "lye":
                naoh += line.grams * purity[pot.formula]
            elif line.role == "water":
                water += line.grams
            else:
                others[line.inci] = others.get(line.inci, 0.0) + line.grams
        for portion in pot.portions:
            for part in portion.additions:
                inci = part.inci or part.name
                others[inci] = others.get(inci, 0.0) + part.grams
                for mix in pot.thinned:
                    if (mix.key, mix.times) == (part.key, part.times) and mix.oil:
                        oil = fats[mix.oil].inci
                        others[oil] = others.get(oil, 0.0) + part.shows_g - part.grams
    return label_of(oils, naoh, water, others, fats)


def against_assessment(assessed: AssessedList, pots: Sequence[Pot]) -> tuple[list[str], list[str]]:
    """INCI names that go in without being on the list, and names it promises that do not go in."""
    used: dict[str, None] = {}
    for pot in pots:
        used.update({line.inci: None for line in pot.ingredients})
        used.update({part.inci or part.name: None for portion in pot.portions for part in portion.additions})
    passed = {name.casefold() for name in (*assessed.inci, *assessed.promised)}
    inside = {name.casefold() for name in used}
    outside = [name for name in used if name.casefold() not in passed] if passed else []
    return outside, [name for name in assessed.promised if name.casefold() not in inside]
