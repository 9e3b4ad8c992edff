"""Sentences for a studio that works in US customary units: their measures said in inches, ounces and Fahrenheit.

The core says its measures in mm, ml, g and °C. Whoever shows its sentences to such a studio passes them through here,
so that no rule has to know of units. Where numbers share a unit, all of them change.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from functools import cache
from typing import Final, NamedTuple

from archtop.core.base.tables import read_table
from archtop.core.base.units import G_PER_LB, G_PER_OZ, ML_PER_US_FL_OZ, MM_PER_INCH

__all__ = ["in_us", "named_in_us"]


class _UsUnit(NamedTuple):
    """A unit that is said instead: ``value / size + offset`` of it, with so many decimals."""

    name: str
    size: float
    decimals: int
    offset: float = 0.0


# By the core's own unit. A dose is said by the pound of oils; a K is a difference of temperatures.
_UNITS: Final[Mapping[str, _UsUnit]] = {
    "mm": _UsUnit("in", MM_PER_INCH, 2),
    "cm": _UsUnit("in", MM_PER_INCH / 10, 2),
    "mm²": _UsUnit("in²", MM_PER_INCH**2, 2),
    "mm³": _UsUnit("in³", MM_PER_INCH**3, 2),
    "ml": _UsUnit("fl oz", ML_PER_US_FL_OZ, 1),
    "ml/s": _UsUnit("fl oz/s", ML_PER_US_FL_OZ, 2),
    "g": _UsUnit("oz", G_PER_OZ, 2),
    "kg": _UsUnit("lb", G_PER_LB / 1000, 2),
    "g/kg": _UsUnit("oz/lb", 1000 / 16, 2),
    "g/ml": _UsUnit("oz/fl oz", G_PER_OZ / ML_PER_US_FL_OZ, 3),
    "°C": _UsUnit("°F", 5 / 9, 0, 32.0),
    "K": _UsUnit("°F", 5 / 9, 0),
}
_NUMBER: Final = r"(?:(?<!\d)[+−-])?\d+(?:\.\d+)?"
_JOIN: Final = r"\s?(?:-|–|to|and|or|of|×|x|,)\s?"
_MEASURE: Final = re.compile(
    rf"(?<![\w.,·/])(?P<many>±?{_NUMBER}(?:{_JOIN}{_NUMBER})*)(?P<close>\)?)(?P<gap>\s?)"
    rf"(?P<unit>{'|'.join(sorted(map(re.escape, _UNITS), key=len, reverse=True))})(?![\w²³/·°])"
)


def in_us(text: str) -> str:
    """A sentence with its measures in US customary units, its fats named as they are bought there.

    >>> in_us("Pour Dusk to 67 mm (250 × 90 mm, 12 to 15 ml), at 38 °C: 5 g/kg of it.")
    'Pour Dusk to 2.64 in (9.84 × 3.54 in, 0.41 to 0.51 fl oz), at 100 °F: 0.08 oz/lb of it.'
    """
    if any(char.isdigit() for char in text):
        text = _MEASURE.sub(_said, text)
    return _fats().sub(lambda found: _names()[found.group().casefold()](found.group()), text)


def named_in_us(name: str) -> str:
    """The name of a thing to weigh, where it is a fat's, alone or with what is said of it after a comma."""
    fat, comma, rest = name.partition(",")
    return (in_us(fat) if _fats().fullmatch(fat) else fat) + comma + rest


def _said(found: re.Match[str]) -> str:
    many, unit = found["many"], _UNITS[found["unit"]]
    if many.startswith("±"):
        unit = unit._replace(offset=0.0)
    numbers = re.sub(_NUMBER, lambda number: _changed(number.group(), unit), many)
    return f"{numbers}{found['close']} {unit.name}"


def _changed(number: str, unit: _UsUnit) -> str:
    """A number in the other unit: with its decimals, and under one with two digits that say something."""
    value = float(number.replace("−", "-")) / unit.size + unit.offset
    if abs(value) >= 1 or not unit.decimals:
        text = f"{value:.{unit.decimals}f}"
    else:
        text = f"{float(f'{value:.2g}'):.6f}".rstrip("0").rstrip(".")
    sign = "+" if number.startswith("+") and value >= 0 else ""
    return sign + (text.removeprefix("-") if float(text) == 0 else text.replace("-", "−"))


@cache
def _names() -> Mapping[str, Callable[[str], str]]:
    """What each fat is called there, by its name here; a capital stays one."""

    def as_spelled(there: str) -> Callable[[str], str]:
        return lambda here: there if here[0].isupper() else there[0].lower() + there[1:]

    return {row["name"].casefold(): as_spelled(row["us_name"]) for row in read_table("us_names")}


@cache
def _fats() -> re.Pattern[str]:
    longest_first = sorted(_names(), key=len, reverse=True)
    return re.compile(rf"\b(?:{'|'.join(map(re.escape, longest_first))})\b", re.IGNORECASE)
