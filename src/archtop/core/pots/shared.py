"""One mixing for several loaves: which pots may share it, and what each takes of it.

What shares is oils, lye and what goes in with them, up to emulsion. From there each loaf goes its own way: what is
stirred in later, colours and scents are its own.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from archtop.core.base import Frozen
from archtop.core.pots.pot import FromBatch, Handed, Ingredient, Pot, SharedMixing
from archtop.core.pots.warmth import PotHeat

__all__ = ["Sharing", "handed_of", "sharing_pot", "why_apart"]

# Shares of the oils that differ by less are the same recipe, rounded [percent].
_SAME_PERCENT = 0.05
# So many reasons are told one by one.
_NAMED = 2


class Sharing(Frozen):
    """What a loaf's batter has to do with other loaves: ``gives`` to them, ``takes`` from one.

    ``told``: what stands in the way, in words, where it was to take from one and cannot. ``other_days``: of loaves
    that share and are poured on different days.
    """

    gives: tuple[Handed, ...] = ()
    takes: FromBatch | None = None
    told: tuple[str, ...] = ()
    other_days: tuple[str, ...] = ()


def handed_of(loaf: str, name: str, pot: Pot) -> Handed:
    """What a loaf takes of another's batter: its own oils, lye and what goes in with them [g]."""
    lines = tuple(line for line in pot.ingredients if line.before_emulsion)
    return Handed(loaf=loaf, name=name, lines=lines, total_g=round(sum(line.grams for line in lines), 6))


def sharing_pot(pot: Pot, sharing: Sharing) -> Pot:
    """A loaf's own pot, mixed for others besides, or taken from another's."""
    if sharing.takes or not sharing.gives:
        return pot.model_copy(update={"from_batch": sharing.takes})
    gives = {(line.role, line.key): 0.0 for line in pot.ingredients}
    for line in (line for taker in sharing.gives for line in taker.lines):
        gives[line.role, line.key] += line.grams
    joint = tuple(
        line.model_copy(update={"grams": round(line.grams + gives[line.role, line.key], 6)})
        for line in pot.ingredients
        if line.before_emulsion
    )
    total = round(sum(line.grams for line in joint), 6)
    return pot.model_copy(update={"shared": SharedMixing(gives=sharing.gives, lines=joint, total_g=total)})


def why_apart(one: tuple[Pot, PotHeat], other: tuple[Pot, PotHeat]) -> tuple[str, ...]:
    """Why two loaves' own pots cannot be one mixing, in words that follow a colon; none: they can."""
    reasons = tuple(_reasons(one, other))
    more = len(reasons) - _NAMED
    return reasons if more <= 1 else (*reasons[:_NAMED], f"and {more} more")


def _reasons(one: tuple[Pot, PotHeat], other: tuple[Pot, PotHeat]) -> Iterator[str]:
    (first, warm), (second, warms) = one, other
    for pot in (first, second):
        if pot.unweighable:
            yield f"the scale cannot weigh {pot.name}"
        for line in _early(pot):
            if line.times > 1:
                yield f"{line.name} is so little in {pot.name} that it is thinned first"
    if warm.school.key != warms.school.key:
        yield f"one is worked {warm.school.name.lower()}, the other {warms.school.name.lower()}"
    shares, others = _shares(first), _shares(second)
    for key in dict.fromkeys((*shares, *others)):
        name, percent = shares.get(key, (others.get(key, ("", 0.0))[0], 0.0))
        also = others.get(key, ("", 0.0))[1]
        if abs(percent - also) > _SAME_PERCENT:
            yield f"{name} is {percent:.1f} % of the oils' weight in {first.name} and {also:.1f} % in {second.name}"


def _early(pot: Pot) -> Iterable[Ingredient]:
    return (line for line in pot.ingredients if line.before_emulsion)


def _shares(pot: Pot) -> dict[tuple[str, str, str | None], tuple[str, float]]:
    """Name of everything that goes in up to emulsion, and its percent of the oils' weight, before rounding."""
    oils = sum(line.exact_g for line in pot.ingredients if line.role == "oil")
    return {(line.role, line.key, line.stage): (line.name, 100 * line.exact_g / oils) for line in _early(pot)}
