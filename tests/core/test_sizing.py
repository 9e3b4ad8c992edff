"""From volumes to the scale: rounding that adds up, bowls, pots."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.base import G_PER_OZ
from archtop.core.pots import cling_ml
from archtop.core.pots.apportion import apportion
from tests.core.conftest import box, box_with, frosted, rod

amounts = st.lists(st.floats(0, 5000), min_size=2, max_size=12).filter(lambda xs: sum(xs) > 0)
steps = st.sampled_from([0.01, 0.1, 0.5, 1.0, 5.0])


@given(amounts, steps)
def test_rounded_amounts_add_up_to_the_sum_rounded_up(exact: list[float], step: float) -> None:
    rounded = apportion(exact, step)
    assert sum(rounded) == pytest.approx(math.ceil(sum(exact) / step - 1e-9) * step)
    assert all(abs(r - e) <= step * (1 + 1e-6) for r, e in zip(rounded, exact, strict=True))


@given(amounts, steps)
def test_lye_is_never_rounded_up(exact: list[float], step: float) -> None:
    rounded = apportion(exact, step, never_up=[0])
    assert rounded[0] <= exact[0] + 1e-6
    assert sum(rounded) == pytest.approx(math.ceil(sum(exact) / step - 1e-9) * step)


def test_film_on_a_half_sphere_by_hand() -> None:
    """One litre just fills a half sphere of r = 78.2 mm; its wall is 2πr² = 384 cm²; 0.5 mm on it is 19.2 ml."""
    assert cling_ml(1000, 0.5) == pytest.approx(19.2, abs=0.05)
    assert cling_ml(1000, 1.0) == pytest.approx(2 * cling_ml(1000, 0.5))


def test_small_bowls_lose_the_larger_share() -> None:
    assert cling_ml(100, 0.5) / 100 > cling_ml(1000, 0.5) / 1000


@given(st.sampled_from([0.1, 1.0, 5.0]), st.floats(0, 20), st.floats(0, 2))
def test_every_sheet_adds_up(step: float, margin: float, film: float) -> None:
    sizing = {"scale_step_g": step, "margin_percent": margin, "film_mm": film}
    result = plan(read_loaf(box_with(rod(), sizing=sizing)), standard_cupboard())
    assert {pot.kind for pot in result.pots} == {"column", "loaf"}
    for pot in result.pots:
        assert sum(line.grams for line in pot.ingredients) == pytest.approx(pot.total_g, abs=1e-6)
        assert sum(part.grams for part in pot.portions) == pytest.approx(pot.total_g, abs=1e-6)
        assert pot.batter.low <= pot.batter.value <= pot.batter.high
        assert pot.total_g + step >= pot.delivers.value * pot.density.value
        assert pot.unweighable or 5 - 1e-6 <= pot.superfat.value <= 6 + 1e-6
        assert all(line.grams > 0 for line in pot.ingredients)
    assert result.total_to_mix_g == pytest.approx(sum(pot.total_g for pot in result.pots))


def test_unequal_portions_keep_their_shares_and_frosting_is_held_back() -> None:
    colours = [{"id": c, "name": c, "srgb": "#888888"} for c in ("a", "b", "c")]
    shares = [{"colour": c, "percent": p} for c, p in (("a", 50), ("b", 30), ("c", 20))]
    document = box(
        colours=colours,
        work=[{"do": "pour", "id": "p", "name": "P", "to_mm": 60, "colours": shares}],
        frosting=frosted(250, "a"),
        sizing={"film_mm": 0, "margin_percent": 0},
    )
    pot = plan(read_loaf(document), standard_cupboard()).pots[-1]
    assert [part.delivers.value for part in pot.portions] == pytest.approx([675, 405, 270, 250])
    assert [part.use for part in pot.portions] == ["pour", "pour", "pour", "frosting"]
    assert pot.delivers.value == pytest.approx(1350 + 250)


def test_a_column_is_cast_with_its_trim() -> None:
    casting = {"mould_length_mm": 300, "trim_mm": 10}
    result = plan(read_loaf(box_with(rod(casting=casting))), standard_cupboard())
    assert result.pots[0].delivers.value == pytest.approx(math.pi * 25**2 * 260 / 1000, rel=1e-6)


def test_a_piece_from_the_shelf_needs_no_pot() -> None:
    result = plan(read_loaf(box_with(rod(casting=None))), standard_cupboard())
    assert [pot.kind for pot in result.pots] == ["loaf"]


def test_a_loaf_of_two_and_a_half_pounds_of_oils_in_ounces() -> None:
    """0.40 oz of oils to the cubic inch (common practice, no source), over a whole plan with clean bowls."""
    clean = {"film_mm": 0, "margin_percent": 0}
    pot = plan(read_loaf(box(sizing=clean)), standard_cupboard()).pots[-1]
    rule = 0.40 * (250 * 90 * 60) / 25.4**3
    assert pot.oils.value / G_PER_OZ == pytest.approx(rule, rel=0.1)
