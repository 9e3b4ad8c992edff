"""Unit conversions against pint, in the core and in the browser's table."""

from __future__ import annotations

import re
from pathlib import Path

import pint
import pytest

from archtop.core.base import units

REGISTRY = pint.UnitRegistry()
BROWSER = Path(__file__).parents[2] / "web" / "src" / "ui" / "units.ts"


@pytest.mark.parametrize(
    ("ours", "theirs", "base"),
    [
        (units.MM_PER_INCH, "inch", "mm"),
        (units.ML_PER_US_FL_OZ, "US_fluid_ounce", "ml"),
        (units.ML_PER_US_CUP, "cup", "ml"),
        (units.G_PER_OZ, "oz", "g"),
        (units.G_PER_LB, "lb", "g"),
    ],
)
def test_conversion(ours: float, theirs: str, base: str) -> None:
    assert ours == pytest.approx(REGISTRY.Quantity(1, theirs).to(base).magnitude, rel=1e-12)


def test_the_browser_shows_the_same_units() -> None:
    sizes = dict(re.findall(r'label: "([\w ]+)", size: ([\d.]+)', BROWSER.read_text(encoding="utf-8")))
    assert float(sizes["in"]) == units.MM_PER_INCH
    assert float(sizes["fl oz"]) == units.ML_PER_US_FL_OZ
    assert float(sizes["oz"]) == units.G_PER_OZ
