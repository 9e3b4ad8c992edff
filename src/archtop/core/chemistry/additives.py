"""Additives: what goes into a pot besides fats, lye and water, where it goes, and how a dose is said.

- ``Additive``, ``standard_additives``: the table
- ``AdditiveDose``: an amount in a formula or in a bowl
- ``places_of``: where one may go
- ``grams_per_g_oils``: a dose as grams
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from functools import cache
from typing import Annotated, Final, Literal, get_args

from pydantic import Field, model_validator

from archtop.core.base import G_PER_LB, ML_PER_TBSP, ML_PER_TSP, Frozen, InputError, read_table

__all__ = [
    "STAGES",
    "STAGE_SAYS",
    "Additive",
    "AdditiveDose",
    "DoseUnit",
    "Stage",
    "additive_named",
    "bowl_stage_of",
    "bowl_stages_of",
    "grams_per_g_oils",
    "places_of",
    "stage_of",
    "standard_additives",
    "strength_of",
]

Stage = Literal["lye water", "hot lye", "cooled lye", "oils", "after trace", "last"]
DoseUnit = Literal["g per kg oils", "tsp per lb oils", "tbsp per lb oils", "% of water"]
STAGES: Final[tuple[Stage, ...]] = get_args(Stage)
STAGE_SAYS: Final[Mapping[Stage, str]] = {
    "lye water": "the water, before the lye",
    "hot lye": "the hot lye",
    "cooled lye": "the cooled lye",
    "oils": "the oils, before the lye",
    "after trace": "the batter, once it holds together",
    "last": "the batter, at the very last",
}

# A citric acid molecule takes three of sodium hydroxide: 3 · 39.997 / 192.12 g/mol.
_LYE_TAKEN = {"citric-acid": 3 * 39.997 / 192.12}

# How steeply an effect comes in with the dose.
_SATURATES = 3.0


class Additive(Frozen):
    """One additive.

    ``low`` to ``high``: usual dose [g per kg oils]; ``bulk`` and ``true``: density as spooned and of its own volume
    [g/ml]; ``pace`` -2 to 2, ``heat`` 0 to 2, ``firm`` -1 to 2: what it does, by common practice; ``water_share``:
    mass fraction of it that is water; ``colour``: what it looks like, as sRGB, if it tints. ``own``: a studio's own
    row, not the built-in table's.
    """

    key: Annotated[str, Field(min_length=1, max_length=40)]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    inci: Annotated[str, Field(max_length=160)] = ""
    stage: Stage = "after trace"
    also: tuple[Stage, ...] = ()
    low: Annotated[float, Field(gt=0, le=2000)]
    high: Annotated[float, Field(gt=0, le=2000)]
    bulk: Annotated[float, Field(ge=0.05, le=3)] = 0.6
    true: Annotated[float, Field(ge=0.3, le=8)] = 1.4
    pace: Annotated[int, Field(ge=-2, le=2)] = 0
    heat: Annotated[int, Field(ge=0, le=2)] = 0
    firm: Annotated[int, Field(ge=-1, le=2)] = 0
    water_share: Annotated[float, Field(ge=0, le=1)] = 0.0
    powder: bool = False
    colour: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")] | None = None
    note: Annotated[str, Field(max_length=400)] = ""
    own: bool = False

    @model_validator(mode="after")
    def _low_to_high(self) -> Additive:
        if self.low > self.high:
            raise InputError.one(
                "additive.range",
                "low",
                self.low,
                f"the lowest usual dose cannot be above the highest, {self.high:g} g/kg",
                "Swap them, or raise the highest.",
            )
        return self

    @property
    def lye_taken(self) -> float:
        """Sodium hydroxide [g] that a gram of it uses up."""
        return _LYE_TAKEN.get(self.key, 0.0)


class AdditiveDose(Frozen):
    """An additive in a formula, or in a bowl; ``stage`` ``None`` means where it usually goes."""

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
            if stage not in ("lye water", "hot lye", "cooled lye"):
                raise InputError.one(
                    "additive.unit",
                    additive.name,
                    f"{dose.amount:g} % of water",
                    f"it goes into {STAGE_SAYS[stage]}, where a share of the water says nothing",
                    "Give grams per kg of oils.",
                )
            return dose.amount / 100 * water_per_g_oils


def places_of(additive: Additive) -> tuple[Stage, ...]:
    """Where an additive may go, where it usually goes first; what goes in after trace may also go in at the very last.

    >>> places_of(standard_additives()["kaolin"])
    ('oils', 'after trace', 'last')
    """
    places = (additive.stage, *additive.also)
    late: tuple[Stage, ...] = ("last",) if "after trace" in places and "last" not in places else ()
    return (*places, *late)


def bowl_stages_of(additive: Additive) -> tuple[Stage, ...]:
    """Where an additive may go in a single bowl: with its colours, or at the very last; nowhere if not after trace."""
    late: tuple[Stage, ...] = ("after trace", "last")
    return tuple(stage for stage in late if stage in places_of(additive))


def stage_of(dose: AdditiveDose, additive: Additive) -> Stage:
    """Where a dose goes in; ``additive.stage`` if it may not go there.

    :raises InputError: ``additive.stage`` when it does not go in there
    """
    return _one_of(dose.stage or additive.stage, places_of(additive), additive)


def bowl_stage_of(dose: AdditiveDose, additive: Additive) -> Stage:
    """When a dose goes into a single bowl.

    :raises InputError: ``additive.bowl`` for what must be in before the batter is split; ``additive.stage``
    """
    places = bowl_stages_of(additive)
    if not places:
        raise InputError.one(
            "additive.bowl",
            additive.name,
            "into one bowl",
            f"it goes into {STAGE_SAYS[additive.stage]}, before the batter is split",
            "Put it into the formula, or leave it out of the bowl.",
        )
    return _one_of(dose.stage or places[0], places, additive)


def _one_of(stage: Stage, places: tuple[Stage, ...], additive: Additive) -> Stage:
    if stage not in places:
        allowed = ", or ".join(STAGE_SAYS[place] for place in places)
        raise InputError.one(
            "additive.stage", additive.name, STAGE_SAYS[stage], f"it goes into {allowed}", "Choose one of these."
        )
    return stage
