"""How warm a pot is worked: the school's temperatures, the lye's peak and rest, and what they come to together."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import (
    OIL_J_PER_G_K,
    Additive,
    Fat,
    Formula,
    School,
    cooling_minutes,
    lye_heat_capacity,
    lye_peak,
    meeting_c,
    school_named,
    strength_of,
)
from archtop.core.pots.portion import OnScale
from archtop.core.pots.pot import Pot

__all__ = ["PotHeat", "heat_of"]


class PotHeat(Frozen):
    """Temperatures of a pot. ``rest``: minutes until the lye may go in; ``melted``: of the hard fats when it has.

    ``warms``: by how many points of the additives' table it warms as it sets, as much as there is of each;
    ``warmed_by``: what does it.
    """

    pot: str
    school: School
    lye_peak: Figure
    lye_at: float
    rest: Figure
    oils_at: float
    mixing: Figure
    melted: float
    hard_fats_g: float
    warms: float = 0.0
    warmed_by: tuple[str, ...] = ()


def heat_of(
    pot: Pot, formula: Formula, fats: Mapping[str, Fat], additives: Mapping[str, Additive], room_c: float
) -> PotHeat:
    """Work out the temperatures of a pot by its formula's school.

    The lye is dissolved in water at room temperature. In the hot school it goes onto the unmelted hard fats at once,
    the liquid oils following from the room; in the others oils and lye are brought to the middle of their ranges
    first.
    """
    school = school_named(formula.school)
    naoh = next(i.exact_g for i in pot.ingredients if i.role == "lye")
    water = sum(i.exact_g for i in pot.ingredients if i.role == "water")
    # What stands in for water and is there when the lye goes in takes up its heat as water does.
    water += sum(i.exact_g * additives[i.key].water_share for i in pot.ingredients if i.stage == "lye water")
    peak = lye_peak(naoh, max(water, naoh), room_c)
    hot = school.key == "hot lye"
    lye_at = min(peak.value, school.lye_high) if hot else max((school.lye_low + school.lye_high) / 2, room_c + 2)
    oils_at = room_c if hot else (school.oils_low + school.oils_high) / 2
    oils = [(fats[i.key], i.grams) for i in pot.ingredients if i.role == "oil"]
    hard = sum(grams for fat, grams in oils if fat.solid_at_25)
    liquid = sum(grams for _, grams in oils) - hard
    melt = max((fat.melt_high_c for fat, _ in oils if fat.solid_at_25), default=0.0)
    solution = (naoh + water, lye_heat_capacity(naoh / (naoh + water)), lye_at)
    if hot:
        # Lye and hard fats first, by themselves; the liquid oils follow and cool them.
        melting = meeting_c(solution, (0.0, room_c), (hard, room_c), melt)
        melted = melting.melted
        warm = solution[0] * solution[1] + hard * OIL_J_PER_G_K
        cold = liquid * OIL_J_PER_G_K
        mixed = (warm * melting.temperature_c + cold * room_c) / (warm + cold)
    else:
        # The hard fats come melted, however cool they are left to stand.
        melted = 1.0
        mixed = meeting_c(solution, (liquid, oils_at), (hard, oils_at), oils_at).temperature_c
    warms = _warming(pot, additives)
    return PotHeat(
        pot=pot.id,
        warms=sum(warms.values()),
        warmed_by=tuple(warms),
        school=school,
        lye_peak=peak,
        lye_at=lye_at,
        rest=cooling_minutes(naoh, max(water, naoh), peak.value, lye_at, room_c),
        oils_at=oils_at,
        mixing=Figure(
            value=mixed,
            unit="°C",
            low=mixed - 3,
            high=mixed + 3,
            basis="estimate",
            how=f"heat balance of {naoh + water:.0f} g lye at {lye_at:.0f} °C, {liquid:.0f} g liquid oils and "
            f"{hard:.0f} g hard fats at {oils_at:.0f} °C",
            source="heat capacities from Perry and The Lipid Handbook; the bowl's own heat and the soap's are left out",
        ),
        melted=melted,
        hard_fats_g=hard,
    )


def _warming(pot: Pot, additives: Mapping[str, Additive]) -> dict[str, float]:
    """Points of heat that each additive brings a pot, or the bowl of it with most of them, by its name."""
    oils_g = sum(line.grams for line in pot.ingredients if line.role == "oil")
    found = _points(pot.ingredients, oils_g, additives)
    bowls = [_points(bowl.additions, bowl.oils_g, additives) for bowl in pot.portions]
    return found | max(bowls, key=lambda points: sum(points.values()), default={})


def _points(lines: Iterable[OnScale], oils_g: float, additives: Mapping[str, Additive]) -> dict[str, float]:
    return {
        line.name: points
        for line in lines
        if line.role == "additive"
        and (points := additives[line.key].heat * strength_of(1000 * line.exact_g / oils_g, additives[line.key])) > 0
    }
