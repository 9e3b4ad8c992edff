"""A number a person acts on, with where it comes from.

``Basis`` says how far to trust it; ``Figure`` carries value, unit, range, the formula with its inputs filled in,
and the source. ``Frozen`` is the base of every value the core hands out.
"""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel, ConfigDict

__all__ = ["Basis", "Figure", "Frozen", "Unit"]

Basis = Literal["exact", "published", "common practice", "your log", "estimate"]
Unit = Literal["mm", "mm²", "ml", "g", "g/ml", "%", "°C", "Pa", "N", "s", "min", "h", "days", "ratio", "count"]


class Frozen(BaseModel):
    """An immutable value that refuses unknown fields, NaN and infinity."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


class Figure(Frozen):
    """``value`` in ``unit``, believed to lie in ``low``-``high`` (equal to the value when it is exact)."""

    value: float
    unit: Unit
    low: float
    high: float
    basis: Basis
    how: str
    source: str

    @classmethod
    def exact(cls, value: float, unit: Unit, how: str, source: str = "geometry") -> Figure:
        """A figure with no spread of its own."""
        return cls(value=value, unit=unit, low=value, high=value, basis="exact", how=how, source=source)

    @classmethod
    def within(cls, value: float, unit: Unit, spread: float, basis: Basis, *, how: str, source: str) -> Figure:
        """A figure believed to lie within ``spread`` (a fraction of its value) either way."""
        return cls(
            value=value,
            unit=unit,
            low=value * (1 - spread),
            high=value * (1 + spread),
            basis=basis,
            how=how,
            source=source,
        )

    def times(self, factor: float) -> Figure:
        """The same figure, value and range so many times as large [-]."""
        scaled = {name: getattr(self, name) * factor for name in ("value", "low", "high")}
        return self.model_copy(update=scaled)
