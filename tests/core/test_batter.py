"""What a batter weighs: sums, the usual range of its density, and the trade's rules of thumb."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import standard_fats
from archtop.core.chemistry import Formula, Water, batter_of, lye_density_g_ml

FATS = standard_fats()
OILS = sorted(key for key, fat in FATS.items() if fat.kind == "glyceride")


def formula(*fats: tuple[str, float], **changes) -> Formula:
    shares = [{"fat": fat, "percent": percent} for fat, percent in fats]
    return Formula.model_validate({"id": "f", "name": "F", "fats": shares, **changes})


ORDINARY = formula(("olive", 45), ("coconut", 25), ("palm", 25), ("castor", 5))


@given(st.sampled_from(OILS), st.sampled_from(OILS), st.floats(1, 99), st.floats(25, 40))
def test_parts_make_one_gram(a: str, b: str, share: float, strength: float) -> None:
    fats = [(a, share), (b, 100 - share)]
    batter = batter_of(formula(*fats, water={"by": "concentration", "value": strength}), FATS)
    assert sum(part.share for part in batter.parts) == pytest.approx(1)
    assert sum(part.per_g_oils for part in batter.parts) == pytest.approx(batter.g_per_g_oils)
    assert batter.lye_concentration_percent == pytest.approx(strength)
    assert min(FATS[a].density_g_ml, FATS[b].density_g_ml) < batter.density.value < lye_density_g_ml(strength / 100)
    assert batter.density.low < batter.density.value < batter.density.high


def test_density_of_ordinary_batter() -> None:
    """Fresh batter normally lies at 0.98-1.06 g/ml (common practice, no source)."""
    for strength in (25, 33, 40):
        batter = batter_of(ORDINARY.model_copy(update={"water": Water(value=strength)}), FATS)
        assert 0.98 < batter.density.value < 1.06


def test_a_gram_of_oils_makes_about_one_and_a_half_of_soap() -> None:
    """400 g of oils make a block of about 600 g: 1.4 to 1.5 g each, here within 0.02 (common practice, no source)."""
    assert 400 * batter_of(ORDINARY, FATS).g_per_g_oils == pytest.approx(600, rel=0.07)
    assert 1.38 <= batter_of(ORDINARY, FATS).g_per_g_oils <= 1.52


def test_a_block_of_shreds_saves_its_own_oils() -> None:
    """A design of 2.2 kg of oils with a 600 g block inside needs 1.8 kg for the rest (common practice, no source)."""
    per_gram = batter_of(ORDINARY, FATS).g_per_g_oils
    rest = (2200 * per_gram - 600) / per_gram
    assert rest == pytest.approx(1800, rel=0.02)


def test_point_four_ounces_of_oils_to_the_cubic_inch() -> None:
    """Oils in ounces are 0.40 of the mould in cubic inches (common practice, no source): within a tenth of ours."""
    batter = batter_of(formula(("olive", 100), water={"by": "share of oils", "value": 38}), FATS)
    ounces = 16.387064 * batter.density.value / batter.g_per_g_oils / 28.349523125
    assert ounces == pytest.approx(0.40, rel=0.1)
