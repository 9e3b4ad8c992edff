"""The ingredient label as a draft: INCI names by weight, with the lye reacted.

- ``label_of``: what a set of weighed things becomes, in order
- ``names_in``: the single names on a jar that holds several
- ``against_assessment``: what an assessed list does not allow, and what it promises that is not there

Order, as labelling rules have it (21 CFR 701.3(a) and (f); Regulation (EC) 1223/2009, Art. 19(1)(g); both from
memory): names fall by weight; those that are at most 1 % may follow in any order, and colourants after all others. A
seller must verify the text: names, allergens and claims are for local law and a qualified assessor.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from typing import Final, Literal

from archtop.core.base import Frozen, read_table
from archtop.core.chemistry import NAOH_G_PER_MOL, AssessedList, Fat, naoh_g_per_g
from archtop.core.pots.melted import Melted
from archtop.core.pots.pot import Pot
from archtop.core.pots.sprinkled import Sprinkled

__all__ = [
    "LABEL_CAUTION",
    "Label",
    "LabelLine",
    "against_assessment",
    "label_of",
    "label_of_loaf",
    "names_in",
]

_GLYCEROL_G_PER_MOL = 92.094
_WATER_G_PER_MOL = 18.015
# What stays of the water in a cured bar; a stated guess for four to six weeks on the rack.
_WATER_KEPT = 0.4
# At or under this share of the bar, names may stand in any order.
_ANY_ORDER_PERCENT: Final = 1.0
LABEL_CAUTION = (
    "A draft by weight. Names, allergens, the order below 1 % and every claim are for the seller to verify with local "
    "cosmetic law, the suppliers' sheets and a qualified assessor."
)
# Between names, not within one: "1,2-Hexanediol" is one name.
_BETWEEN: Final = re.compile(r"\s*(?:;|,(?=\s)|\(and\)|\band\b)\s*", re.IGNORECASE)

Place = Literal["by weight", "any order", "colourants"]


class LabelLine(Frozen):
    """A name and its percent of the cured bar; ``place``: whether its place is fixed by its weight."""

    inci: str
    percent: float
    place: Place


class Label(Frozen):
    """Lines in order, and the text as it would be printed."""

    lines: tuple[LabelLine, ...]
    text: str
    caution: str = LABEL_CAUTION


def names_in(inci: str) -> tuple[str, ...]:
    """The single names in what stands on a jar.

    >>> names_in("Mica, CI 77007 (and) Tin Oxide")
    ('Mica', 'CI 77007', 'Tin Oxide')
    """
    found = [" ".join(part.split()) for part in _BETWEEN.split(inci)]
    return tuple(dict.fromkeys(part for part in found if part))


class _Weights:
    """Grams by name: names that differ in capitals or spaces alone are one, as it was first spelled."""

    def __init__(self) -> None:
        self._spelled: dict[str, str] = {}
        self.grams: dict[str, float] = {}

    def knows(self, name: str) -> bool:
        """Whether it holds that name already."""
        return name.casefold() in self._spelled

    def add(self, inci: str, amount: float) -> None:
        """So much of what bears these names; of a mixture nobody has told the shares, so each has as much."""
        names = names_in(inci)
        for name in names:
            spelled = self._spelled.setdefault(name.casefold(), name)
            self.grams[spelled] = self.grams.get(spelled, 0.0) + amount / len(names)


def _soap_name(fat: Fat) -> str:
    names = {row["key"]: row["soap"] for row in read_table("soap_names")}
    return names.get(fat.key, f"Sodium salts of {fat.inci}")


def label_of(
    oils_g: Mapping[str, float],
    naoh_g: float,
    water_g: float,
    others_g: Mapping[str, float],
    fats: Mapping[str, Fat],
    *,
    colourants_g: Mapping[str, float] | None = None,
) -> Label:
    """The label of a bar.

    One hydroxide takes one acid: of each fat the same share reacts, r = NaOH / needed (at most all). A reacted gram
    with n mol of acid gives 1 + n·(M(NaOH) − ⅓·M(glycerol)) of soap for a glyceride, and ⅓·n·M(glycerol) of
    glycerin; a free acid gives off n·M(water) instead.

    :param oils_g: fats in the pot, by key
    :param naoh_g: pure sodium hydroxide
    :param others_g: everything else by INCI name; late fats and carrier oils as they are
    :param colourants_g: colourants by what stands on their jars [g]
    """
    needed = sum(g * naoh_g_per_g({key: 1.0}, fats) for key, g in oils_g.items())
    reacted = min(1.0, naoh_g / needed)
    weights, colours = _Weights(), _Weights()
    for key, weight in oils_g.items():
        fat = fats[key]
        moles = weight * reacted * naoh_g_per_g({key: 1.0}, fats) / NAOH_G_PER_MOL
        freed = {"acid": _WATER_G_PER_MOL, "glyceride": _GLYCEROL_G_PER_MOL / 3, "wax": 0.0}[fat.kind]
        weights.add(_soap_name(fat), weight * reacted + moles * (NAOH_G_PER_MOL - freed))
        if fat.kind == "glyceride":
            weights.add("Glycerin", moles * freed)
        if reacted < 1:
            weights.add(fat.inci, weight * (1 - reacted))
    weights.add("Aqua", water_g * _WATER_KEPT)
    for inci, amount in others_g.items():
        weights.add(inci, amount)
    for inci, amount in (colourants_g or {}).items():
        for name in (names := names_in(inci)):
            # What goes in as no colourant too keeps the place that its weight gives it.
            (weights if weights.knows(name) else colours).add(name, amount / len(names))
    total = sum(weights.grams.values()) + sum(colours.grams.values())
    lines = (*_lines(weights.grams, total), *_lines(colours.grams, total, "colourants"))
    return Label(lines=lines, text=", ".join(line.inci for line in lines))


def _lines(grams: Mapping[str, float], total: float, place: Place | None = None) -> list[LabelLine]:
    """Names in falling order, with the place that each may take."""
    found = []
    for inci, amount in sorted(grams.items(), key=lambda item: (-item[1], item[0])):
        percent = 100 * amount / total
        by_weight: Place = "by weight" if percent > _ANY_ORDER_PERCENT else "any order"
        if amount > 0:
            found.append(LabelLine(inci=inci, percent=percent, place=place or by_weight))
    return found


def label_of_loaf(
    pots: Sequence[Pot],
    besides: tuple[Iterable[Sprinkled], Iterable[Melted]],
    purity: Mapping[str, float],
    fats: Mapping[str, Fat],
) -> Label:
    """The label of everything that pots and finishes put into a loaf, ``purity`` [-] of the lye by formula.

    :param besides: what goes on dry, and what is melted, whose base is for its supplier's sheet to name
    """
    sprinkled, melted = besides
    oils: dict[str, float] = {}
    others: dict[str, float] = {}
    colours: dict[str, float] = {}
    naoh = water = 0.0

    def add(role: str, inci: str, amount: float) -> None:
        kept = colours if role == "colourant" else others
        kept[inci] = kept.get(inci, 0.0) + amount

    for pot in pots:
        for line in pot.ingredients:
            if line.role == "oil":
                oils[line.key] = oils.get(line.key, 0.0) + line.grams
            elif line.role == "lye":
                naoh += line.grams * purity[pot.formula]
            elif line.role == "water":
                water += line.grams
            else:
                add(line.role, line.inci or line.name, line.holds_g)
        for portion in pot.portions:
            for part in portion.additions:
                add(part.role, part.inci or part.name, part.holds_g)
        oils_of = {(mix.key, mix.times): mix.oil for mix in pot.thinned if mix.oil}
        for thing in pot.on_scale:
            if oil := oils_of.get((thing.key, thing.times)):
                add("carrier oil", fats[oil].inci, thing.grams - thing.holds_g)
    for item in sprinkled:
        add(item.kind, item.inci or item.name, item.in_all_g)
    for jar in (jar for cast in melted for jar in cast.colourants):
        add("colourant", jar.inci or jar.name, jar.holds_g)
    return label_of(oils, naoh, water, others, fats, colourants_g=colours)


def against_assessment(
    assessed: AssessedList, pots: Sequence[Pot], sprinkled: Iterable[Sprinkled] = ()
) -> tuple[list[str], list[str]]:
    """INCI names that go in without being on the list, and names it promises that do not go in."""
    used: dict[str, str] = {}
    weighed = [thing.inci or thing.name for pot in pots for thing in pot.on_scale]
    for inci in (*weighed, *(item.inci or item.name for item in sprinkled)):
        used.update({name.casefold(): name for name in names_in(inci)})
    passed = {name.casefold() for entry in (*assessed.inci, *assessed.promised) for name in names_in(entry)}
    promised = [name for entry in assessed.promised for name in names_in(entry)]
    outside = [name for key, name in used.items() if key not in passed] if passed else []
    return outside, [name for name in dict.fromkeys(promised) if name.casefold() not in used]
