"""What a scale shows: in which unit, in which step, with how many digits."""

from __future__ import annotations

from decimal import Decimal
from typing import Final, Literal

from archtop.core.base import G_PER_OZ, Frozen

__all__ = ["ScaleFace", "Scales", "in_ounces", "scale_of", "scales_of", "steps_like"]

# Steps that scales have, the finest first.
_STEPS_G: Final = (0.01, 0.1, 0.5, 1.0, 2.0, 5.0)
_STEPS_OZ: Final = (0.001, 0.005, 0.01, 0.05, 0.1, 0.125)


class ScaleFace(Frozen):
    """A scale that reads ``unit`` of ``unit_g`` grams each, in steps of ``step_g`` grams, with ``digits`` decimals."""

    step_g: float
    unit: Literal["g", "oz"]
    unit_g: float
    digits: int

    @property
    def step_says(self) -> str:
        """Its step in words."""
        return self.shows(self.step_g)

    def shows(self, grams: float) -> str:
        """A weight as it stands on the display.

        >>> scale_of(0.01 * G_PER_OZ).shows(187.352)
        '6.61 oz'
        >>> scale_of(0.1).shows(187)
        '187.0 g'
        """
        return f"{grams / self.unit_g:.{self.digits}f} {self.unit}"


class Scales(Frozen):
    """The two scales of a room: for oils, lye and batter, and for small amounts; ``offered``: others there are."""

    main: ScaleFace
    fine: ScaleFace
    offered: tuple[ScaleFace, ...]


def scale_of(step_g: float) -> ScaleFace:
    """The display of a scale with that step [g]: whole thousandths of an ounce are shown in ounces.

    >>> scale_of(G_PER_OZ / 8).digits, scale_of(1.0).digits, scale_of(0.01).digits
    (3, 0, 2)
    """
    ounces = in_ounces(step_g)
    unit_g = G_PER_OZ if ounces else 1.0
    step = Decimal(f"{step_g / unit_g:.4g}").normalize()
    exponent = step.as_tuple().exponent
    digits = max(0, -exponent) if isinstance(exponent, int) else 0
    return ScaleFace(step_g=step_g, unit="oz" if ounces else "g", unit_g=unit_g, digits=digits)


def in_ounces(step_g: float) -> bool:
    """Whether a scale of that step [g] shows ounces.

    >>> in_ounces(0.28349523125), in_ounces(1.0), in_ounces(0.1)
    (True, False, False)
    """
    thousandths = step_g / G_PER_OZ * 1000
    return thousandths > 0.5 and abs(thousandths - round(thousandths)) < 1e-6


def steps_like(step_g: float) -> tuple[float, ...]:
    """Steps [g] that scales of the same unit have, the finest first.

    >>> steps_like(1.0)
    (0.01, 0.1, 0.5, 1.0, 2.0, 5.0)
    """
    return tuple(step * G_PER_OZ for step in _STEPS_OZ) if in_ounces(step_g) else _STEPS_G


def scales_of(step_g: float, fine_step_g: float) -> Scales:
    """The scales of a loaf by their steps [g]."""
    offered = (*_STEPS_G, *(step * G_PER_OZ for step in _STEPS_OZ))
    return Scales(main=scale_of(step_g), fine=scale_of(fine_step_g), offered=tuple(scale_of(step) for step in offered))
