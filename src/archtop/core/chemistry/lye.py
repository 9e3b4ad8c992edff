"""Lye: how much sodium hydroxide saponifies the oils, and what its solution weighs.

- ``naoh_g_per_g``: pure NaOH for one gram of oils
- ``discount_after_rounding``: the lye discount that weighed amounts really give
- ``lye_density_g_ml``: density of the solution
"""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from archtop.core.base import InputError, read_table
from archtop.core.chemistry.fats import Fat

__all__ = [
    "KOH_G_PER_MOL",
    "LYE_CAUTIONS",
    "NAOH_G_PER_MOL",
    "discount_after_rounding",
    "lye_density_g_ml",
    "naoh_g_per_g",
]

NAOH_G_PER_MOL = 39.997  # IUPAC atomic weights, 2021
KOH_G_PER_MOL = 56.105

LYE_CAUTIONS = (
    "Goggles, gloves and long sleeves on before the lye is opened; children and animals out; fresh air.",
    "Lye into water, never water into lye. No aluminium.",
    "Lye burns: rinse skin or eyes at once with plenty of water and get medical help. "
    "The supplier's safety sheet and local rules come before this page.",
)


def naoh_g_per_g(shares: Mapping[str, float], fats: Mapping[str, Fat], discount: float = 0.0) -> float:
    """Pure NaOH in grams for one gram of oils.

    m = Σ wᵢ·SVᵢ/1000 · M(NaOH)/M(KOH) · (1 − discount). Stoichiometry: one hydroxide for each acid.

    :param shares: mass fraction of each fat, by key, summing to one [-]
    :param fats: the table; ``sv`` in mg KOH/g
    :param discount: fraction of the lye left out [-]
    :raises InputError: ``fat.unknown`` for a key that is not in the table

    >>> from archtop.core.chemistry.fats import standard_fats
    >>> round(naoh_g_per_g({"olive": 1.0}, standard_fats()), 4)
    0.1355
    """
    koh_mg = sum(share * fat_named(key, fats).sv for key, share in shares.items())
    return koh_mg / 1000 * NAOH_G_PER_MOL / KOH_G_PER_MOL * (1 - discount)


def fat_named(key: str, fats: Mapping[str, Fat]) -> Fat:
    """The fat of that key; ``fat.unknown`` if the table does not hold it.

    :raises InputError: ``fat.unknown`` when there is no such fat
    """
    if key not in fats:
        raise InputError.one(
            "fat.unknown", "fat", key, "must be in the cupboard", "Choose one from the list, or add it there."
        )
    return fats[key]


def discount_after_rounding(
    oils_g: Mapping[str, float], naoh_g: float, purity: float, fats: Mapping[str, Fat]
) -> float:
    """Lye discount [-] that these weighed grams of oils and of NaOH at ``purity`` [-] really give.

    :raises InputError: of the fats, as :func:`fat_named`
    """
    needed = sum(g * naoh_g_per_g({key: 1.0}, fats) for key, g in oils_g.items())
    if needed <= 0:
        raise InputError.one("oils.zero", "oils", 0, "there must be oils in the pot", "Add a fat.")
    return 1 - naoh_g * purity / needed


def lye_density_g_ml(mass_fraction: float) -> float:
    """Density [g/ml] at 20 °C of a NaOH solution of this mass fraction [-], linear between table rows.

    :param mass_fraction: sodium hydroxide in the solution, by mass, from 0 to 1 [-]
    :raises InputError: ``lye.density_range`` outside 0-0.5, where the table ends

    >>> round(lye_density_g_ml(0.30), 3)
    1.328
    """
    if not 0 <= mass_fraction <= 0.5:
        raise InputError.one(
            "lye.density_range",
            "mass_fraction",
            mass_fraction,
            "must lie between 0 and 0.5, the range of the published table",
            "Use more water.",
        )
    rows = read_table("naoh_density")
    percent = [float(row["mass_percent"]) for row in rows]
    density = [float(row["density_g_ml"]) for row in rows]
    return float(np.interp(mass_fraction * 100, percent, density))
