"""You can add, never take out: what to add to get from a colour towards a wanted one, and when it cannot be reached."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from archtop.core.base import Frozen
from archtop.core.colour.ciede2000 import difference
from archtop.core.colour.forecast import Swatch
from archtop.core.colour.kubelka_munk import absorption, reflectance
from archtop.core.colour.pigments import Colourant, strength_of
from archtop.core.colour.spectra import Spectrum, lab_of, reflectance_of, srgb_of

__all__ = ["REACHED", "Addition", "Reach", "reach"]

# Closer than this and nobody would tell the bars apart on a market table.
REACHED = 5.0
_LEAST_DOSE = 0.05


class Addition(Frozen):
    """A colourant to add [g per kg oils]."""

    colourant: str
    name: str
    g_per_kg: float


class Reach(Frozen):
    """The best that adding can do: what to add, what it gives, how far it stays from what is wanted [ΔE00]."""

    add: tuple[Addition, ...]
    gives: Swatch
    from_difference: float
    difference: float
    reached: bool
    says: str


def reach(
    base: Spectrum, present: Sequence[tuple[Colourant, float]], wanted_srgb: str, jars: Mapping[str, Colourant]
) -> Reach:
    """Find additions that come closest to the wanted cured colour.

    Minimises ΔE00 over doses from nothing up to what each jar has been tested to, less what is in already, from
    several starts (L-BFGS-B; Byrd, Lu, Nocedal & Zhu 1995).

    :param base: K/S of the uncoloured bar, shape (81,)
    :param present: what is in the bowl already, with g per kg of oils
    :param jars: what may be added, by key
    """
    wanted = lab_of(reflectance_of(wanted_srgb))
    inside = {jar.key: dose for jar, dose in present}
    usable = [jar for jar in jars.values() if jar.alkali_stable is not False and jar.skin_safe is not False]
    room = np.array([max(0.0, jar.high - inside.get(jar.key, 0.0)) for jar in usable])
    strengths = np.array([strength_of(jar) for jar in usable]).reshape(len(usable), 81)
    whitens = np.array([jar.whitens for jar in usable])
    absorbed = base + sum((strength_of(jar) * dose for jar, dose in present), np.zeros(81))
    scattering = 1 + sum(jar.whitens * dose for jar, dose in present)

    def seen(share: Spectrum) -> Spectrum:
        doses = share * room
        return reflectance((absorbed + doses @ strengths) / (scattering + doses @ whitens))

    def off(share: Spectrum) -> float:
        return difference(lab_of(seen(share)), wanted)

    from scipy.optimize import minimize

    nothing = np.zeros(len(usable))
    best = nothing
    for start in _starts(absorption(reflectance_of(wanted_srgb)) * scattering - absorbed, strengths, room):
        found = minimize(off, start, method="L-BFGS-B", bounds=[(0, 1)] * len(usable)).x
        best = min((best, found), key=off)
    # What nobody could weigh is left out, unless that makes it worse than adding nothing.
    share = min((np.where(best * room < _LEAST_DOSE, 0.0, best), nothing), key=off)
    doses = share * room
    gives, left, before = seen(share), off(share), off(nothing)
    additions = tuple(
        Addition(colourant=jar.key, name=jar.name, g_per_kg=round(float(dose), 2))
        for jar, dose in zip(usable, doses, strict=True)
        if dose > 0
    )
    return Reach(
        add=additions,
        gives=Swatch(srgb=srgb_of(gives), lab=lab_of(gives)),
        from_difference=before,
        difference=left,
        reached=left <= REACHED,
        says=_says(additions, left, before, lab_of(gives)[0], wanted[0]),
    )


def _starts(missing: Spectrum, strengths: Spectrum, room: Spectrum) -> list[Spectrum]:
    """Where to look from: doses that make up the missing absorption best, dark parts counting less, and two more."""
    if not len(room):
        return []
    from scipy.optimize import nnls

    weight = 1 / (1 + np.abs(missing))
    fitted, _ = nnls((strengths * weight).T, np.maximum(missing, 0) * weight)
    share = np.divide(fitted, room, out=np.zeros_like(fitted), where=room > 0)
    return [np.clip(share, 0, 1), np.full(len(room), 0.05), np.full(len(room), 0.4)]


def _says(add: tuple[Addition, ...], left: float, before: float, lightness: float, wanted: float) -> str:
    what = " and ".join(f"{item.g_per_kg:g} g/kg of {item.name}" for item in add) or "nothing"
    if left <= REACHED:
        return f"Add {what}: that is as good as there." if add else "It is there already."
    why = (
        "it would have to be lighter, and nothing can be taken out"
        if wanted > lightness + 3
        else "it would have to be darker than these jars make it at the doses tested"
        if wanted < lightness - 3
        else "these jars do not make that hue together"
    )
    start = f"Adding {what} comes closer ({before:.0f} to {left:.0f} ΔE)" if add else "Nothing here comes closer"
    return f"{start}, but it cannot be reached: {why}. Start from a fresh bowl, or change the wish."
