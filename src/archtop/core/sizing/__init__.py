"""From volumes to what goes on the scale: bowls, pots, rounding."""

from archtop.core.sizing.apportion import apportion
from archtop.core.sizing.cling import FILM_RANGE_MM, cling_ml
from archtop.core.sizing.pots import Ingredient, Portion, PortionNeed, Pot, PotKind, pot_for

__all__ = [
    "FILM_RANGE_MM",
    "Ingredient",
    "Portion",
    "PortionNeed",
    "Pot",
    "PotKind",
    "apportion",
    "cling_ml",
    "pot_for",
]
