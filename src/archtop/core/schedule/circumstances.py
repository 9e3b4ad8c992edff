"""How long things wait in this loaf: the trade's table, moved by formula, warmth, mould, additives, the studio's log.

Each wait says what moved it. The table's numbers are common practice; how much each circumstance moves them is a stated
guess, or the formula's own reading of when it can be unmoulded.
"""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.base import Basis, Figure, Frozen, Rate, listed
from archtop.core.chemistry import Measures
from archtop.core.geometry import Mould
from archtop.core.schedule.waits import Wait, wait_for

__all__ = ["Circumstances", "out_of_mould", "wait_in", "wait_in_mould"]

# A loaf in a lined box can be unmoulded after a day: what formulas are held against.
_USUAL_H = 24.0
_QUICKEST, _SLOWEST = 0.5, 2.5
# With sodium lactate a silicone column lets go after one day instead of two (common practice, no source).
_LACTATE = 0.5
# Less of it than moves anything by a tenth is not spoken of.
_SOME = 0.15
# Thicker than this a column stays wet inside for longer [mm], by so much; and so in a cold room below [°C].
_LARGE_MM, _LARGE = 60.0, 1.5
_COLD_C, _COLD = 18.0, 1.25
# A loaf that has gelled is firm sooner; in silicone, which keeps it damp and cool, that counts for more.
_GELLED, _GELLED_IN_SILICONE = 0.7, 0.45
# From so many firm acids on, a loaf is cut within a day or it breaks [%].
_BRITTLE_PERCENT, _BRITTLE_H = 55.0, 24.0
_CUP_OUT = "A cup comes out once its wall lets go; pulled early its edge tears."


class Circumstances(Frozen):
    """What a wait depends on besides its mould. ``thick_mm``: of a column; ``unmould_h``: by the formula's reading.

    ``lactate``: how much of its whole effect there is of sodium lactate, from 0 to 1.
    """

    unmould_h: float
    firm_percent: float
    lactate: float
    room_c: float
    gelled: bool
    thick_mm: float = 0.0

    @classmethod
    def of(cls, measures: Measures, room_c: float, gelled: bool, thick_mm: float = 0.0) -> Circumstances:
        """Those of something made from a formula, by its measures for a lined box."""
        return cls(
            unmould_h=measures.unmould.value,
            firm_percent=measures.firm.value,
            lactate=measures.acts.get("sodium-lactate", 0.0),
            room_c=room_c,
            gelled=gelled,
            thick_mm=thick_mm,
        )


def wait_in(what: str, material: str, found: Circumstances | None, own: Mapping[str, Rate] | None = None) -> Wait:
    """The wait for ``what`` made in ``material``; without circumstances the table's own.

    :param own: what the studio has learned, ``wait:what material`` against this reckoning
    """
    table = wait_for(what, material)
    earliest, latest = table.earliest_h, table.latest_h
    because = []
    basis: Basis = table.basis
    if found and what in ("column", "cavity", "composite", "loaf"):
        pace = min(max(found.unmould_h / _USUAL_H, _QUICKEST), _SLOWEST)
        if what == "column" and material == "silicone" and found.lactate > _SOME:
            earliest *= _LACTATE**found.lactate
            because.append("sodium lactate" if found.lactate > 0.9 else "a little sodium lactate")
        elif abs(pace - 1) > 0.1:
            earliest *= pace
            because.append(f"its formula ({'slower' if pace > 1 else 'quicker'} than usual)")
            basis = "estimate"
        if what == "column" and found.thick_mm > _LARGE_MM:
            earliest *= _LARGE
            because.append("its thickness")
        if found.room_c < _COLD_C:
            earliest *= _COLD
            because.append("a cold room")
        if what == "loaf" and found.gelled:
            earliest *= _GELLED_IN_SILICONE if material == "silicone" else _GELLED
            because.append("gel")
        if what == "loaf" and material != "silicone" and found.firm_percent >= _BRITTLE_PERCENT:
            latest, earliest = _BRITTLE_H, min(earliest, _BRITTLE_H - 6)
            because.append("so much hard fat that it breaks later")
    if own and (mine := own.get(table.rate)):
        earliest *= mine.value
        because.append(f"{mine.n} past {'loaf' if mine.n == 1 else 'loaves'}")
        basis = "your log"
    if latest is not None:
        # Never a window of nothing: what lets go later is also good for longer.
        latest = max(latest, earliest + 6.0)
    why = table.why + (f" Adjusted for {listed(because)}." if because else "")
    return Wait(earliest_h=earliest, latest_h=latest, why=why, basis=basis, rate=table.rate)


def wait_in_mould(mould: Mould, found: Circumstances | None, own: Mapping[str, Rate] | None = None) -> Wait:
    """From the pour until a loaf comes out of its mould, and is cut or, a cup, turned out whole.

    A cup is as thick as a column of its width or height, whichever is less.
    """
    if not mould.whole:
        return wait_in("loaf", mould.material, found, own)
    thick = min(mould.width_mm, mould.height_mm)
    cup = wait_in("column", mould.material, found and found.model_copy(update={"thick_mm": thick}), own)
    return cup.model_copy(update={"why": _CUP_OUT})


def out_of_mould(wait: Wait) -> Figure:
    """The same as a figure: from its earliest to its latest."""
    latest = wait.latest_h or wait.earliest_h * 2
    return Figure(
        value=wait.earliest_h,
        unit="h",
        low=wait.earliest_h,
        high=latest,
        basis=wait.basis,
        how=wait.why,
        source="common practice, no source; what moves it is a stated guess",
    )
