"""Everything that is weighed and mixed for a loaf of a given shape, and what comes of it."""

from __future__ import annotations

from collections.abc import Sequence
from typing import NamedTuple

from archtop.core.pots.colours import ColourPlan, Contrast, colours_of, contrasts_of
from archtop.core.pots.label import Label, label_of_loaf
from archtop.core.pots.melted import Melted, melted_of
from archtop.core.pots.pot import Pot
from archtop.core.pots.potting import pots_of
from archtop.core.pots.shared import Sharing, sharing_pot
from archtop.core.pots.sprinkled import Sprinkled, sprinkled_of
from archtop.core.pots.supplies import Supply, Taken, supplies_of
from archtop.core.pots.warmth import PotHeat, heat_of
from archtop.core.pours import Fill, Layer
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top import TopPlan

__all__ = ["Mixed", "Potted", "mixed_of", "potted_of"]


class Potted(NamedTuple):
    """The pots, and how warm each is worked."""

    pots: tuple[Pot, ...]
    heats: tuple[PotHeat, ...]


class Mixed(NamedTuple):
    """What goes into the pots, and what comes of it; named as in the plan."""

    pots: tuple[Pot, ...]
    heats: tuple[PotHeat, ...]
    colours: tuple[ColourPlan, ...]
    contrasts: tuple[Contrast, ...]
    supplies: tuple[Supply, ...]
    sprinkled: tuple[Sprinkled, ...]
    melted: tuple[Melted, ...]
    label: Label


def potted_of(of: ResolvedLoaf, fills: Sequence[Fill], top: TopPlan, sharing: Sharing) -> Potted:
    """What is weighed.

    :param sharing: what the loaf's own pot has to do with other loaves
    :raises InputError: of a pot that cannot be
    """
    *casts, own = pots_of(of, fills, top)
    pots = (*casts, sharing_pot(own, sharing))
    fats, additives, room_c = of.cupboard.fats, of.cupboard.additives, of.loaf.sizing.room_c
    heats = tuple(heat_of(pot, of.formula_of(pot.formula), fats, additives, room_c) for pot in pots)
    return Potted(pots, heats)


def mixed_of(of: ResolvedLoaf, potted: Potted, layers: Sequence[Layer], gelled: float) -> Mixed:
    """What comes of the pots.

    :param gelled: share of what is poured that gels [0–1]
    """
    pots, heats = potted
    colours, sprinkled, melted = colours_of(of, pots, gelled), sprinkled_of(of), melted_of(of)
    purity = {formula.id: formula.naoh_purity_percent / 100 for formula in of.loaf.formulas}
    return Mixed(
        pots=pots,
        heats=heats,
        colours=colours,
        contrasts=contrasts_of(of, layers, colours),
        supplies=supplies_of(Taken(pots, sprinkled, melted), of.blends, of.cupboard),
        sprinkled=sprinkled,
        melted=melted,
        label=label_of_loaf(pots, (sprinkled, melted), purity, of.cupboard.fats),
    )
