"""Additives: what goes into a pot besides fats, lye and water, where it goes, and how a dose is said.

- ``Additive``, ``standard_additives``: the table
- ``AdditiveDose``: an amount in a formula, in one of ``DOSE_UNITS``
- ``grams_per_g_oils``: a dose as grams
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from typing import Annotated, Final, Literal, get_args

from pydantic import Field

from archtop.core.base import G_PER_LB, ML_PER_TBSP, ML_PER_TSP, Frozen, InputError, read_table

__all__ = [
    "STAGES",
    "Additive",
    "AdditiveDose",
    "DoseUnit",
    "Stage",
    "additive_named",
    "grams_per_g_oils",
    "standard_additives",
    "strength_of",
]

Stage = Literal["lye water", "cooled lye", "oils", "after trace"]
DoseUnit = Literal["g per kg oils", "tsp per lb oils", "tbsp per lb oils", "% of water"]
STAGES: Final[tuple[Stage, ...]] = get_args(Stage)

# A citric acid molecule takes three of sodium hydroxide: 3 · 39.997 / 192.12 g/mol.
_LYE_TAKEN = {"citric-acid": 3 * 39.997 / 192.12}

# How steeply an effect comes in with the dose.
_SATURATES = 3.0


class Additive(Frozen):
    """One additive.

    ``low`` to ``high``: usual dose [g per kg oils]; ``bulk`` and ``true``: density as spooned and of its own volume
    [g/ml]; ``pace`` -2 to 2, ``heat`` 0 to 2, ``firm`` -1 to 2: what it does, by common practice; ``water_share``:
    mass fraction of it that is water; ``colour``: what it looks like, as sRGB, if it tints.
    """

    key: str
    name: str
    inci: str
    stage: Stage
    also: tuple[Stage, ...] = ()
    low: float
    high: float
    bulk: float
    true: float
    pace: int
    heat: int
    firm: int
    water_share: float
    powder: bool
    colour: str | None
    note: str

    @property
    def lye_taken(self) -> float:
        """Sodium hydroxide [g] that a gram of it uses up."""
        return _LYE_TAKEN.get(self.key, 0.0)


class AdditiveDose(Frozen):
    """An additive in a formula; ``stage`` ``None`` means where it usually goes."""

    additive: str
    amount: Annotated[float, Field(gt=0, le=2000)]
    unit: DoseUnit = "g per kg oils"
    stage: Stage | None = None


def strength_of(g_per_kg: float, additive: Additive) -> float:
    """How much of what an additive does so much of it does [-], from nothing to 1 at the lowest usual dose and over.

    It saturates: half of that dose does most of it, and more than usual no more. The shape is a stated guess.

    :param g_per_kg: for a kilogram of oils [g]

    >>> [round(strength_of(dose, standard_additives()["sodium-lactate"]), 2) for dose in (0, 0.1, 2, 10, 30)]
    [0.0, 0.03, 0.47, 1.0, 1.0]
    """
    return min(1.0, (1 - math.exp(-_SATURATES * g_per_kg / additive.low)) / (1 - math.exp(-_SATURATES)))


@cache
def standard_additives() -> Mapping[str, Additive]:
    """The built-in table, by key."""
    return {row["key"]: Additive.model_validate(_cells(row)) for row in read_table("additives")}


def _cells(row: dict[str, str]) -> dict[str, object]:
    also = tuple(part for part in row["also"].split(";") if part)
    return {**row, "also": also, "powder": row["powder"] == "yes", "colour": row["colour"] or None}


def additive_named(key: str, additives: Mapping[str, Additive]) -> Additive:
    """The additive of that key; ``additive.unknown`` if the table does not hold it.

    :raises InputError: ``additive.unknown`` when there is no such additive
    """
    if key not in additives:
        raise InputError.one(
            "additive.unknown", "additive", key, "must be in the cupboard", "Choose one from the list."
        )
    return additives[key]


def grams_per_g_oils(dose: AdditiveDose, additive: Additive, water_per_g_oils: float) -> float:
    """Grams of an additive for one gram of oils.

    Spoons are level, by the bulk density (common practice: nobody packs a spoon alike).

    :param water_per_g_oils: the formula's water [g per g oils]
    :raises InputError: ``additive.stage`` where it cannot go; ``additive.unit`` for a share of the water of something
        that does not go into the water

    >>> salt = standard_additives()["salt"]
    >>> round(grams_per_g_oils(AdditiveDose(additive="salt", amount=1, unit="tsp per lb oils"), salt, 0.3), 4)
    0.013
    """
    stage = stage_of(dose, additive)
    match dose.unit:
        case "g per kg oils":
            return dose.amount / 1000
        case "tsp per lb oils":
            return dose.amount * ML_PER_TSP * additive.bulk / G_PER_LB
        case "tbsp per lb oils":
            return dose.amount * ML_PER_TBSP * additive.bulk / G_PER_LB
        case "% of water":
            if stage not in ("lye water", "cooled lye"):
                raise InputError.one(
                    "additive.unit",
                    additive.name,
                    f"{dose.amount:g} % of water",
                    f"it goes into {stage}, where a share of the water says nothing",
                    "Give grams per kg of oils.",
                )
            return dose.amount / 100 * water_per_g_oils


def stage_of(dose: AdditiveDose, additive: Additive) -> Stage:
    """Where a dose goes in; ``additive.stage`` if it may not go there.

    :raises InputError: ``additive.stage`` when it does not go in there
    """
    stage = dose.stage or additive.stage
    if stage not in (additive.stage, *additive.also):
        places = ", ".join((additive.stage, *additive.also))
        raise InputError.one("additive.stage", additive.name, stage, f"it goes into {places}", "Choose one of these.")
    return stage
