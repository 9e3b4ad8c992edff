"""A scent of several bottles, mixed once for all the bowls of a pot that take it: so much of each bottle."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from typing import Final

from archtop.core.base import Frozen
from archtop.core.chemistry import Scent, ScentBlend
from archtop.core.pots.portion import OnScale
from archtop.core.pots.thinning import Thinned

__all__ = ["Bottle", "ScentMix", "scent_mixes"]

# Of so many steps of the scale an amount is a tenth off at most.
_SURE_STEPS: Final = 5


class Bottle(Frozen):
    """What a mix takes of one bottle [g]."""

    key: str
    name: str
    grams: float


class ScentMix(Frozen):
    """A blend's bottles, together as much as the pot and its bowls take, or a little more."""

    key: str
    name: str
    bottles: tuple[Bottle, ...]


def scent_mixes(
    weighed: tuple[Iterable[OnScale], Iterable[Thinned]],
    blends: Mapping[str, ScentBlend],
    scents: Mapping[str, Scent],
    step_g: float,
) -> tuple[ScentMix, ...]:
    """The mixes that a pot needs: of every blend of several bottles that goes into it.

    :param weighed: every line on the scale, and what is thinned first
    :param step_g: of the scale for small amounts [g]
    """
    (lines, thinned), needed = weighed, dict[str, float]()
    for line in lines:
        if line.role == "scent" and line.times == 1:
            needed[line.key] = needed.get(line.key, 0.0) + line.grams
    for mix in thinned:
        if mix.role == "scent":
            needed[mix.key] = needed.get(mix.key, 0.0) + mix.stir_g
    several = {key: grams for key, grams in needed.items() if len(blends[key].parts) > 1}
    return tuple(_mix(blends[key], scents, grams, step_g) for key, grams in several.items())


def _mix(blend: ScentBlend, scents: Mapping[str, Scent], grams: float, step_g: float) -> ScentMix:
    # More of all, rather than a bottle that cannot be weighed to a tenth: what is left over keeps.
    least = max(_SURE_STEPS * step_g / (part.percent / 100) for part in blend.parts)
    total = max(grams, least)
    return ScentMix(
        key=blend.id,
        name=blend.name,
        bottles=tuple(
            Bottle(
                key=part.scent,
                name=scents[part.scent].name,
                grams=round(math.ceil(total * part.percent / 100 / step_g - 1e-6) * step_g, 6),
            )
            for part in blend.parts
        ),
    )
