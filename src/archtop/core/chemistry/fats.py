"""Fats and waxes: the table, and what a fatty-acid make-up implies.

- ``standard_fats``: the built-in table, by key
- ``saponification_value_of``, ``iodine_value_of``: both from a fatty-acid make-up
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from functools import cache
from typing import Literal

from archtop.core.base import Frozen, InputError, read_table

__all__ = ["Fat", "FatGroup", "fat_groups", "iodine_value_of", "saponification_value_of", "standard_fats"]

# IUPAC abridged standard atomic weights, 2021; g/mol.
_C, _H, _O, _K, _I = 12.011, 1.008, 15.999, 39.098, 126.904
_KOH_MG_PER_MOL = (_K + _O + _H) * 1000.0
_GLYCEROL_LESS_WATER = 3 * _C + 8 * _H + 3 * _O - 3 * (2 * _H + _O)


class Fat(Frozen):
    """One fat or wax.

    ``sv`` in mg KOH/g and ``iv`` in g I2/100 g, with published limits where known; ``density_g_ml`` at its working
    temperature; ``melt_low_c`` to ``melt_high_c`` in °C; ``unsaponifiable`` and ``acids`` in percent by mass.
    """

    key: str
    name: str
    inci: str
    kind: Literal["glyceride", "acid", "wax"]
    sv: float
    iv: float
    sv_low: float | None = None
    sv_high: float | None = None
    iv_low: float | None = None
    iv_high: float | None = None
    density_g_ml: float
    melt_low_c: float
    melt_high_c: float
    solid_at_25: bool
    unsaponifiable: float = 0.0
    acids: dict[str, float] = {}
    source: str


class FatGroup(Frozen):
    """Fats that are looked for together, by key."""

    name: str
    keys: tuple[str, ...]


@cache
def _acid(code: str) -> tuple[float, int]:
    """Molar mass in g/mol and number of double bonds of a fatty acid."""
    for row in read_table("fatty_acids"):
        if row["code"] == code:
            c, d, o = int(row["carbons"]), int(row["double_bonds"]), int(row["oxygens"])
            return c * _C + (2 * c - 2 * d) * _H + o * _O, d
    raise InputError.one("acid.unknown", "acids", code, "must be a known fatty acid", "Check its code.")


def _mean_acid(acids: Mapping[str, float]) -> tuple[float, float]:
    """Mean molar mass (g/mol) and mean double bonds of acids given in percent by mass."""
    moles = {code: share / _acid(code)[0] for code, share in acids.items()}
    total = sum(moles.values())
    if total <= 0:
        raise InputError.one("acids.empty", "acids", acids, "must hold at least one acid", "Add its make-up.")
    mass = sum(acids.values()) / total
    return mass, sum(n * _acid(code)[1] for code, n in moles.items()) / total


def _molar_mass_per_acid(acids: Mapping[str, float], free: bool) -> tuple[float, float]:
    mass, double_bonds = _mean_acid(acids)
    return (mass if free else mass + _GLYCEROL_LESS_WATER / 3), double_bonds


def saponification_value_of(acids: Mapping[str, float], unsaponifiable: float = 0.0, free: bool = False) -> float:
    """Saponification value in mg KOH/g from a fatty-acid make-up in percent by mass.

    A triglyceride of molar mass M takes three KOH: SV = 3·56106/M. ``free`` means free fatty acids (one KOH each);
    ``unsaponifiable`` is the percent of the fat that takes none.

    >>> round(saponification_value_of({"18:1": 100}), 1)
    190.1
    """
    mass, _ = _molar_mass_per_acid(acids, free)
    return _KOH_MG_PER_MOL / mass * (1 - unsaponifiable / 100)


def iodine_value_of(acids: Mapping[str, float], unsaponifiable: float = 0.0, free: bool = False) -> float:
    """Iodine value in g I2/100 g: one I2 for each double bond.

    >>> round(iodine_value_of({"18:1": 100}), 1)
    86.0

    :param acids: share of each fatty acid [%]
    :param unsaponifiable: what of the fat is no fat at all [%]
    """
    mass, double_bonds = _molar_mass_per_acid(acids, free)
    return 100 * double_bonds * 2 * _I / mass * (1 - unsaponifiable / 100)


def _number(text: str) -> float | None:
    return float(text) if text else None


def _profile(text: str) -> dict[str, float]:
    pairs = (part.split() for part in text.split(";") if part)
    return {code: float(share) for code, share in pairs}


@cache
def standard_fats() -> Mapping[str, Fat]:
    """The built-in table of fats and waxes, by key."""
    return {
        row["key"]: Fat.model_validate(
            {
                **{name: row[name] for name in ("key", "name", "inci", "kind", "source")},
                **{
                    name: _number(row[name])
                    for name in (
                        "sv",
                        "iv",
                        "sv_low",
                        "sv_high",
                        "iv_low",
                        "iv_high",
                        "density_g_ml",
                        "melt_low_c",
                        "melt_high_c",
                    )
                },
                "solid_at_25": row["solid_at_25"] == "yes",
                "unsaponifiable": float(row["unsap"]),
                "acids": _profile(row["acids"]),
            }
        )
        for row in read_table("fats")
    }


def fat_groups(fats: Mapping[str, Fat], yours: Sequence[str] = ()) -> tuple[FatGroup, ...]:
    """Fats as somebody looks for them: first what is at hand, the likeliest first; the rest by name in its group.

    >>> [group.name for group in fat_groups(standard_fats(), ["olive"])]
    ['Yours', 'Butters and hard fats', 'Liquid oils', 'Waxes and fatty acids']

    :param yours: keys; what is no fat that is known is left out
    """
    groups: dict[str, list[str]] = {"Yours": [key for key in dict.fromkeys(yours) if key in fats]}
    groups |= {name: [] for name in ("Butters and hard fats", "Liquid oils", "Waxes and fatty acids")}
    for key, fat in sorted(fats.items(), key=lambda item: item[1].name):
        if key in groups["Yours"]:
            continue
        if fat.kind != "glyceride":
            groups["Waxes and fatty acids"].append(key)
        else:
            groups["Butters and hard fats" if fat.solid_at_25 else "Liquid oils"].append(key)
    return tuple(FatGroup(name=name, keys=tuple(keys)) for name, keys in groups.items() if keys)
