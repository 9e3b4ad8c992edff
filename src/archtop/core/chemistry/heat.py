"""Heat: how hot the lye gets, how long it cools, what oils and lye come to when they meet.

- ``lye_peak_c``: temperature after dissolving, nothing lost
- ``cooling_minutes``: Newton's law for a jug in a room
- ``meeting_c``: heat balance of lye, liquid oils and hard fats that may have to melt
"""

from __future__ import annotations

import math

import numpy as np

from archtop.core.base import Figure, Frozen, InputError, read_table
from archtop.core.chemistry.lye import NAOH_G_PER_MOL, lye_density_g_ml

__all__ = ["OIL_J_PER_G_K", "Meeting", "cooling_minutes", "lye_heat_capacity", "lye_peak", "lye_peak_c", "meeting_c"]

_WATER_G_PER_MOL = 18.015
# Specific heat of liquid oils and melting heat of hard fats, J/(g K) and J/g: The Lipid Handbook, typical values.
OIL_J_PER_G_K = 2.0
_MELTING_J_PER_G = 130.0
# Convection and radiation from a warm jug in still air, W/(m² K): a textbook order of magnitude.
_SURFACE_W_M2_K = 11.0
# A stirred jug gives off and boils away part of its heat while the lye dissolves; a stated guess.
_LOST_LOW, _LOST_HIGH = 0.05, 0.25


def _between(table: str, x_name: str, y_name: str, x: float) -> float:
    rows = read_table(table)
    return float(np.interp(x, [float(r[x_name]) for r in rows], [float(r[y_name]) for r in rows]))


def lye_heat_capacity(mass_fraction: float) -> float:
    """Specific heat [J/(g K)] of a NaOH solution of this mass fraction [-].

    :param mass_fraction: sodium hydroxide in the solution, by mass, from 0 to 1 [-]
    """
    return _between("naoh_heat_capacity", "mass_percent", "j_per_g_k", mass_fraction * 100)


def lye_peak_c(naoh_g: float, water_g: float, start_c: float) -> float:
    """Temperature [°C] of lye dissolved in water at ``start_c`` when no heat is lost.

    ΔT = q(n)·m(NaOH)/M(NaOH) / (m·c), q from Parker's integral heats at n moles of water. Dilute lye comes to the
    limit of 44.5 kJ/mol; the strong lye of soap gives off less, because there is less water to bind.

    :raises InputError: ``lye.amounts`` when either amount is not above zero

    >>> round(lye_peak_c(100, 200, 20), 0)
    107.0
    """
    if naoh_g <= 0 or water_g <= 0:
        raise InputError.one(
            "lye.amounts", "naoh_g, water_g", f"{naoh_g:g}, {water_g:g}", "both must be above 0 g", "Weigh both."
        )
    moles = naoh_g / NAOH_G_PER_MOL
    heat = _between("naoh_heat", "moles_water", "kj_per_mol", water_g / _WATER_G_PER_MOL / moles)
    mass = naoh_g + water_g
    return start_c + heat * 1000 * moles / (mass * lye_heat_capacity(naoh_g / mass))


def lye_peak(naoh_g: float, water_g: float, start_c: float) -> Figure:
    """The same as a figure: what a stirred jug loses meanwhile makes its range."""
    rise = lye_peak_c(naoh_g, water_g, start_c) - start_c
    lost = (_LOST_LOW + _LOST_HIGH) / 2
    return Figure(
        value=start_c + rise * (1 - lost),
        unit="°C",
        low=start_c + rise * (1 - _LOST_HIGH),
        high=start_c + rise * (1 - _LOST_LOW),
        basis="estimate",
        how=f"{rise:.0f} K of rise if nothing were lost, less {_LOST_LOW:.0%} to {_LOST_HIGH:.0%} lost while stirring",
        source="integral heats of solution (Parker 1965), heat capacities (Perry); the loss is a stated guess",
    )


def cooling_minutes(naoh_g: float, water_g: float, from_c: float, to_c: float, room_c: float) -> Figure:
    """Minutes for lye in an open jug to cool from ``from_c`` to ``to_c`` in a room at ``room_c`` [°C].

    Newton's law, t = τ·ln((T₀ − Tᵣ)/(T − Tᵣ)), τ = m·c/(h·A), the jug as high as it is wide.

    :raises InputError: ``cooling.room`` when it can never get that cool
    """
    if to_c <= room_c:
        raise InputError.one(
            "cooling.room",
            "to_c",
            to_c,
            f"the room is at {room_c:g} °C and cools nothing below it",
            "Aim higher, or stand the jug in cold water.",
        )
    mass = naoh_g + water_g
    share = naoh_g / mass
    volume_m3 = mass / lye_density_g_ml(share) * 1e-6
    wide = (4 * volume_m3 / math.pi) ** (1 / 3)
    tau_s = mass * lye_heat_capacity(share) / (_SURFACE_W_M2_K * 1.5 * math.pi * wide**2)
    minutes = max(0.0, tau_s / 60 * math.log((from_c - room_c) / (to_c - room_c))) if from_c > to_c else 0.0
    return Figure.within(
        minutes,
        "min",
        0.35,
        "estimate",
        how=f"Newton's law with a time constant of {tau_s / 60:.0f} min for {mass:.0f} g, {from_c:.0f} to "
        f"{to_c:.0f} °C",
        source=f"{_SURFACE_W_M2_K:g} W/(m² K) from a jug in still air; a cold-water bath is many times quicker",
    )


class Meeting(Frozen):
    """Where oils and lye come to when they meet; ``melted``: share of the hard fats that is liquid then [-]."""

    temperature_c: float
    melted: float


def meeting_c(
    lye: tuple[float, float, float], liquid: tuple[float, float], hard: tuple[float, float], melt_c: float
) -> Meeting:
    """Heat balance when everything has come to one temperature.

    Hard fats below ``melt_c`` take up their melting heat; if the heat does not suffice, part of them stays solid and
    the whole stands at ``melt_c``. The heat of saponification comes later and is left out.

    :param lye: mass [g], specific heat [J/(g K)] and temperature [°C] of the solution
    :param liquid: mass [g] and temperature [°C] of the liquid oils
    :param hard: mass [g] and temperature [°C] of the hard fats
    :param melt_c: where the hard fats are melted [°C]
    """
    heat_capacity = lye[0] * lye[1] + (liquid[0] + hard[0]) * OIL_J_PER_G_K
    sensible = lye[0] * lye[1] * lye[2] + OIL_J_PER_G_K * (liquid[0] * liquid[1] + hard[0] * hard[1])
    solid = hard[0] > 0 and hard[1] < melt_c
    needed = hard[0] * _MELTING_J_PER_G if solid else 0.0
    all_melted = (sensible - needed) / heat_capacity
    if not solid or all_melted >= melt_c:
        return Meeting(temperature_c=all_melted, melted=1.0)
    none_melted = sensible / heat_capacity
    if none_melted <= melt_c:
        return Meeting(temperature_c=none_melted, melted=0.0)
    return Meeting(temperature_c=melt_c, melted=(none_melted - melt_c) * heat_capacity / needed)
