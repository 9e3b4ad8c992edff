"""Does it gel: both runs of a full-size loaf, against the same loop with arrays made anew."""

from __future__ import annotations

import numpy as np

from archtop.core import blank_loaf, plan_of, resolve, standard_cupboard
from archtop.core.gel import Setting, gel_of, gelling
from archtop.core.gel.conduction import Face, Soap, warming
from benchmarks.timing import line, median_ms

__all__ = ["run"]

_SOAP = Soap(1.03, 2.4, 0.3, 130.0, 3.0, 45.0, 50.0, 0.05)
_COUNT, _CELL = (8, 6, 5), (11.0, 42.0, 12.0)
_WALL = Face(3.0, 21.0)


def _over_arrays(hours: float) -> None:
    """The same law and the same steps, with new arrays in each."""
    d = np.array(_CELL) / 1000
    capacity = _SOAP.g_ml * 1e6 * _SOAP.j_per_g_k
    step = 150.0
    a, slope = _SOAP.law(step)
    t, reacted = np.full(_COUNT, 40.0), np.zeros(_COUNT)
    for _ in range(round(hours * 3600 / step)):
        grown = a * np.exp(slope / (t + 273.15)) * (reacted + _SOAP.begun) * (1 - reacted)
        reacted += grown
        out = np.pad(t, 1, constant_values=21.0)
        change = grown * _SOAP.j_per_g / _SOAP.j_per_g_k
        for axis in range(3):
            change += np.diff(out, 2, axis=axis)[_inner(axis)] * _SOAP.w_per_m_k / d[axis] ** 2 * step / capacity
        t = t + change


def _inner(axis: int) -> tuple[slice, ...]:
    return tuple(slice(None) if i == axis else slice(1, -1) for i in range(3))


def _in_place(hours: float) -> None:
    fresh = np.ones(_COUNT, dtype=np.bool_)
    moments = warming(_SOAP, _CELL, np.full(_COUNT, 40.0), fresh, ((_WALL, _WALL),) * 3, every_h=hours)
    next(moments)
    next(moments)


def run() -> None:
    """A plan asks it once for each shape, and keeps the answer."""
    of = resolve(blank_loaf("Full size"), standard_cupboard())
    mould, batter = of.loaf.mould, of.own_batter

    def asked() -> None:
        gelling._outcome.cache_clear()
        gelling._gel.cache_clear()
        gel_of(mould, 60.0, batter, (), Setting(42.0, 21.0, 0.0, "towel"))

    asked()
    plan_of(of)
    gel_ms, plan_ms = median_ms(asked, 9), median_ms(lambda: plan_of(of), 9)
    arrays, in_place = median_ms(lambda: _over_arrays(8.0), 5), median_ms(lambda: _in_place(8.0), 5)
    line(
        "whether a full-size loaf gels, with its range",
        f"{gel_ms:.1f} ms",
        f"{gel_ms / plan_ms:.2f} of a plan that knows it; {arrays / in_place:.1f} × as quick as with new arrays",
    )
