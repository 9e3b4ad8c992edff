"""From volumes to what goes on the scale: bowls, pots, rounding."""

from archtop.core.sizing.additions import Addition, AdditionRole, Additions, additions_for
from archtop.core.sizing.apportion import apportion
from archtop.core.sizing.cling import DEFAULT_FILM_MM, FILM_RANGE_MM, cling_ml
from archtop.core.sizing.pots import Ingredient, Portion, PortionNeed, Pot, PotKind, Scale, WeighedAddition, pot_for

__all__ = [
    "DEFAULT_FILM_MM",
    "FILM_RANGE_MM",
    "Addition",
    "AdditionRole",
    "Additions",
    "Ingredient",
    "Portion",
    "PortionNeed",
    "Pot",
    "PotKind",
    "Scale",
    "WeighedAddition",
    "additions_for",
    "apportion",
    "cling_ml",
    "pot_for",
]
