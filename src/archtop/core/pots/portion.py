"""A bowl of a pot: what it must deliver, what goes into it besides batter, and how that is weighed."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import Batter, BatterPart, Role
from archtop.core.pots.additions import Addition, Additions
from archtop.core.pots.thinning import Taken, Weighs, mixed_as, weighs

__all__ = ["OnScale", "Portion", "PortionNeed", "Scale", "Use", "WeighedAddition", "on_scale", "portion_of", "taken_of"]

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


class OnScale(Frozen):
    """A line on the scale: ``grams`` is what that shows, ``exact_g`` what is meant.

    ``holds_g``: how much of the thing itself is in it: less where it was thinned ``times`` times to be weighable.
    ``powder``: fine enough to be breathed.
    """

    key: str
    name: str
    inci: str
    role: Role
    grams: float
    exact_g: float
    holds_g: float
    times: int = 1
    powder: bool = False


class WeighedAddition(OnScale):
    """What goes into a bowl, on the fine scale; ``last``: after everything else."""

    last: bool = False


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


def on_scale(thing: Addition | BatterPart, exact_g: float, amount: Weighs) -> dict[str, Any]:
    """The fields of a line on the scale for a thing of which ``exact_g`` is meant and so much weighed."""
    return {
        "key": thing.key,
        "name": thing.name,
        "inci": thing.inci,
        "role": thing.role,
        "powder": thing.powder,
        "grams": amount.shows_g,
        "exact_g": exact_g,
        "holds_g": amount.holds_g,
        "times": amount.times,
    }


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
            found.append(WeighedAddition(**on_scale(part, exact, amount), last=part.last))
    return tuple(found)


def _carries(part: Addition) -> bool:
    return part.role in ("carrier oil", "carrier water")


def taken_of(need: PortionNeed, bowl: Portion) -> Iterator[Taken]:
    """What a bowl takes of things that are thinned first."""
    for part in bowl.additions:
        if part.times > 1:
            oil, into = (None, "Water") if _wet(need, part.key) else need.additions.oil
            yield Taken(part.key, part.name, mixed_as(part.role), oil, into, part.times, part.grams, need.name)


def portion_of(
    need: PortionNeed, amounts: tuple[float, float], batter: Batter, superfat: float, scale: Scale
) -> Portion:
    """A bowl with its film, its margin and its additions.

    :param amounts: film [ml] and batter [g]
    :param superfat: of the pot [%]
    """
    cling, grams = amounts
    oils = grams / batter.g_per_g_oils
    additions = _additions(need, oils, scale.fine_step_g)
    oil = sum(part.grams for part in additions if part.role == "carrier oil")
    oil += sum(part.grams - part.holds_g for part in additions if not _wet(need, part.key))
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
        superfat_percent=superfat + 100 * oil / oils,
        scent=load.in_fresh if load else None,
        scent_dry_percent=load.in_dry_percent if load else None,
        scent_max_percent=load.max_percent if load else None,
        vanillin_percent=load.vanillin_percent if load else 0.0,
    )
