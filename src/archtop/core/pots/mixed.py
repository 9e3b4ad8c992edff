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

__all__ = ["Mixed", "mixed_of"]


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


def mixed_of(of: ResolvedLoaf, fills: Sequence[Fill], layers: Sequence[Layer], top: TopPlan, sharing: Sharing) -> Mixed:
    """What is weighed and mixed.

    :param sharing: what the loaf's own pot has to do with other loaves
    :raises InputError: of a pot that cannot be
    """
    *casts, own = pots_of(of, fills, top)
    pots = (*casts, sharing_pot(own, sharing))
    colours, sprinkled, melted = colours_of(of, pots), sprinkled_of(of), melted_of(of)
    fats, additives, room_c = of.cupboard.fats, of.cupboard.additives, of.loaf.sizing.room_c
    purity = {formula.id: formula.naoh_purity_percent / 100 for formula in of.loaf.formulas}
    return Mixed(
        pots=pots,
        heats=tuple(heat_of(pot, of.formula_of(pot.formula), fats, additives, room_c) for pot in pots),
        colours=colours,
        contrasts=contrasts_of(of, layers, colours),
        supplies=supplies_of(Taken(pots, sprinkled, melted), of.blends, of.cupboard),
        sprinkled=sprinkled,
        melted=melted,
        label=label_of_loaf(pots, (sprinkled, melted), purity, of.cupboard.fats),
    )
