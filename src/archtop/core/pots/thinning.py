"""Amounts too small for the scale: thinned in oil or water first, as the trade does, so that they can be weighed."""

from __future__ import annotations

import math
from collections.abc import Iterable
from typing import Final, Literal, NamedTuple

from archtop.core.base import Frozen
from archtop.core.chemistry import Stage

__all__ = ["LEAST_STIRRED_G", "MixRole", "Taken", "Thinned", "Weighs", "mixed_as", "thinned_for", "weighs"]

MixRole = Literal["colourant", "additive", "scent"]

# A row may be so much off what is meant before it is thinned.
_OFF: Final = 0.1
# Thinned so many times, the strongest first, since all that thins is oil or water besides.
_TIMES: Final = (5, 10, 20, 50, 100)
# Less than this is not stirred evenly [g]: common practice, no source.
LEAST_STIRRED_G: Final = 1.0


class Weighs(NamedTuple):
    """What the scale shows [g], how many times it was thinned for that, how much of the thing itself is in it [g]."""

    shows_g: float
    times: int
    holds_g: float


class Thinned(Frozen):
    """A mix to be made first: ``stir_g`` of a thing into ``into_g`` of oil or water; ``for_bowls`` take it from there.

    ``oil``: key of the fat that it is thinned in; none where that is water. ``role``: what the thing is to a bowl.
    ``stage``: when the whole pot takes it; none for what bowls take.
    """

    key: str
    name: str
    role: MixRole
    oil: str | None
    times: int
    stir_g: float
    into: str
    into_g: float
    for_bowls: tuple[str, ...]
    stage: Stage | None = None


def weighs(exact_g: float, step_g: float, wetted: int = 1) -> Weighs:
    """How an amount is weighed: as it is where the scale comes within a tenth of it, else thinned until it does.

    :param wetted: how many times as much it is once it is wetted as it must be anyway: a mix that costs no more oil

    >>> weighs(0.32, 0.1), weighs(0.09, 0.1), weighs(0.05, 0.1, wetted=4)
    (Weighs(shows_g=0.3, times=1, holds_g=0.3), Weighs(shows_g=0.9, times=10, holds_g=0.09), Weighs(shows_g=0.2, times=4, holds_g=0.05))
    """  # noqa: E501
    stronger = [wetted] if wetted > 1 else []
    for times in (1, *stronger, *(times for times in _TIMES if times > wetted)):
        shows = round(exact_g * times / step_g) * step_g
        if abs(shows - exact_g * times) <= _OFF * exact_g * times:
            return Weighs(round(shows, 6), times, round(shows / times, 8))
    # Of next to nothing, one step of the thinnest.
    return Weighs(round(step_g, 6), _TIMES[-1], step_g / _TIMES[-1])


class Taken(NamedTuple):
    """What one bowl takes of a thinned thing: of which, in what, how many times, how much of the mix [g]."""

    key: str
    name: str
    role: MixRole
    oil: str | None
    into: str
    times: int
    shows_g: float
    bowl: str
    stage: Stage | None = None


def mixed_as(role: str) -> MixRole:
    """What a thing that is thinned is to its bowl or pot: a colourant, a scent, or an additive."""
    return "scent" if role == "scent" else "colourant" if role == "colourant" else "additive"


def thinned_for(taken: Iterable[Taken], step_g: float) -> tuple[Thinned, ...]:
    """The mixes that bowls draw on: one for each thing and strength, shared by all that take it."""
    mixes: dict[tuple[str, str, int, Stage | None], list[Taken]] = {}
    for item in taken:
        mixes.setdefault((item.key, item.into, item.times, item.stage), []).append(item)
    return tuple(_mix(items, step_g) for items in mixes.values())


def _mix(items: list[Taken], step_g: float) -> Thinned:
    first, needed = items[0], sum(item.shows_g for item in items)
    stir = max(LEAST_STIRRED_G, needed / first.times)
    stir = round(math.ceil(stir / step_g - 1e-9) * step_g, 6)
    return Thinned(
        key=first.key,
        name=first.name,
        role=first.role,
        oil=first.oil,
        times=first.times,
        stir_g=stir,
        into=first.into,
        into_g=round(stir * (first.times - 1), 6),
        for_bowls=tuple(item.bowl for item in items),
        stage=first.stage,
    )
