"""Whether batter holds: published constants, and rest depths against an independent balance."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import Loaf, plan, read_loaf, standard_cupboard
from archtop.core.geometry import Circle, Inside, LoafMould, Prism, Rounded, points_of
from archtop.core.rheology import (
    STANDARD_GRAVITY,
    Laid,
    bearing_factor,
    needed_buried,
    needed_on_surface,
    needed_sphere,
    needed_under_stream,
    stage_at,
    stages,
)
from archtop.core.rheology.resting import widths_below
from tests.core.conftest import OLIVE_COCONUT, box, box_with, rod

BOX = LoafMould(length_mm=250, width_mm=90, height_mm=90)


def test_published_limits() -> None:
    """5.14 at the surface: Prandtl; 11.94 deep inside: Randolph & Houlsby 1984, rough cylinder. Typed from memory."""
    assert bearing_factor(0, 50) == pytest.approx(5.14, abs=0.005)
    assert bearing_factor(1000, 50) == pytest.approx(11.94, abs=0.005)


def test_buried_column_and_ball_by_hand() -> None:
    """A 50 mm column 50 kg/m³ heavier: π/4·50·9.807·0.05/11.94 = 1.61 Pa; a ball so wide: 0.048·24.5 = 1.18 Pa."""
    assert needed_buried(50, 0.05) == pytest.approx(1.613, abs=0.002)
    assert needed_buried(-50, 0.05) == needed_buried(50, 0.05)
    # Beris et al. 1985, J. Fluid Mech. 158:219: the yield-gravity limit of a sphere, 0.048 (from memory).
    assert needed_sphere(50, 0.05) == pytest.approx(0.048 * 50 * STANDARD_GRAVITY * 0.05)


def test_a_stream_by_hand() -> None:
    """Falling 100 mm it presses with 1000·9.807·0.1 = 981 Pa; a sixth of that holds it."""
    assert needed_under_stream(1000, 0.1) == pytest.approx(163.4, abs=0.1)


def test_stages_thicken() -> None:
    values = [stage.pa for stage in stages()]
    assert values == sorted(values)
    assert stage_at(7).key == "medium"
    assert stage_at(1e4).key == "pudding"


@given(st.floats(-25, 25), st.integers(0, 1))
def test_width_below_a_level(level: float, kind: int) -> None:
    """Independent: shapely cuts the outline off and measures its bounds."""
    points = points_of(Circle(diameter_mm=40) if kind else Rounded(width_mm=30, height_mm=40, corner_mm=8))
    below = shapely.Polygon(points).intersection(shapely.box(-99, -99, 99, level))
    expected = 0.0 if below.is_empty else below.bounds[2] - below.bounds[0]
    assert widths_below(points, np.array([level]))[0] == pytest.approx(expected, abs=1e-6)


def balance(prism: Prism, batter_mm3: float, bottom: float, piece: float, batter: float) -> float:
    """Independent: the needed yield stress at one height, by shapely areas and the mould's own inversion."""
    moved = Prism(prism.points + np.array([0, bottom - prism.bottom]), (0, 0), 0, (prism.y0, prism.y1))
    level = Inside(BOX, [moved]).level_for(batter_mm3)
    under = moved.shape.intersection(shapely.box(-99, -99, 99, level))
    if under.is_empty:
        return math.inf
    wide = (under.bounds[2] - under.bounds[0]) / 1000
    weight, lift = (
        1000 * STANDARD_GRAVITY * d * a * 1e-6 for d, a in ((piece, moved.shape.area), (batter, under.area))
    )
    return needed_on_surface(weight, lift, wide, (level - bottom) / 1000)


@settings(max_examples=40)
@given(st.floats(12, 40), st.floats(15, 45), st.floats(0.95, 1.1), st.floats(1, 100))
def test_rest_depth_against_an_independent_balance(size: float, filled: float, piece: float, strength: float) -> None:
    """Where a rod rests, its own balance asks for just that strength, found by a plain scan over heights."""
    prism = Prism(points_of(Circle(diameter_mm=size)), (0, 60), 0, (0, 250))
    batter_mm3 = BOX.volume_below(filled)
    rest = Laid(Inside(BOX), batter_mm3, prism).rest(strength, piece, 1.01)
    heights = np.arange(0.0, filled, 0.25)
    needed = np.array([balance(prism, batter_mm3, float(z), piece, 1.01) for z in heights])
    held = heights[needed <= strength]
    expected = held.max() if len(held) else 0.0
    assert rest.bottom_mm == pytest.approx(expected, abs=0.9)
    assert rest.on_floor == (rest.bottom_mm == 0)


@given(st.floats(10, 45), st.floats(15, 45), st.floats(1, 200), st.floats(1.01, 4))
def test_thicker_batter_never_lets_it_sink_deeper(size: float, filled: float, pa: float, more: float) -> None:
    laid = Laid(Inside(BOX), BOX.volume_below(filled), Prism(points_of(Circle(diameter_mm=size)), (0, 60), 0, (0, 250)))
    assert laid.rest(pa * more, 1.03, 1.0).bottom_mm >= laid.rest(pa, 1.03, 1.0).bottom_mm - 1e-9


def test_without_strength_it_floats_as_archimedes_says() -> None:
    """A square rod of half the batter's weight floats half immersed."""
    prism = Prism(points_of(Rounded(width_mm=30, height_mm=30)), (0, 60), 0, (0, 250))
    rest = Laid(Inside(BOX), BOX.volume_below(50), prism).rest(0.0, 0.5, 1.0)
    assert rest.level_mm - rest.bottom_mm == pytest.approx(15, abs=0.1)
    # What it pushes aside lifts the level: 15 of 90 mm across.
    assert rest.level_mm == pytest.approx(50 + 15 * 30 / 90, abs=0.1)


def test_a_plan_says_when_to_lay_it_in() -> None:
    """Poured a bit more than halfway, a rod is laid in at a thicker trace (common practice, no source)."""
    document = box_with(rod(diameter=40, up_mm=30))
    document["work"][0]["to_mm"] = 26
    (hold,) = plan(read_loaf(document), standard_cupboard()).embed_holds
    assert hold.needed.low <= hold.needed.value <= hold.needed.high
    assert hold.stage in ("medium", "thick")
    assert [ghost.stage for ghost in hold.ghosts] == [stage.key for stage in stages()]
    assert [ghost.bottom_mm for ghost in hold.ghosts] == sorted(ghost.bottom_mm for ghost in hold.ghosts)
    assert "wait for" in hold.says


def test_advice_for_the_floor_and_for_too_high() -> None:
    floor = plan(read_loaf(box_with(rod(diameter=40, up_mm=20))), standard_cupboard()).embed_holds[0]
    assert "lies on the floor" in floor.says
    high = plan(read_loaf(box_with(rod(diameter=20, up_mm=50), to_mm=65)), standard_cupboard()).embed_holds[0]
    assert "drawn above the batter: pour to 40 mm first" in high.says


def test_layers_and_how_far_the_stream_falls() -> None:
    document = box_with(rod(diameter=40))
    document["work"][-1]["fall_mm"] = 60
    (low,) = plan(read_loaf(box_with(rod(diameter=40))), standard_cupboard()).layer_holds
    (high,) = plan(read_loaf(document), standard_cupboard()).layer_holds
    assert high.needed.value == pytest.approx(12 * low.needed.value)
    assert plan(read_loaf(box()), standard_cupboard()).layer_holds == ()


def test_the_demo_can_be_laid(lantern_row: Loaf, demo_cupboard) -> None:
    holds = plan(lantern_row, demo_cupboard).embed_holds
    assert [hold.embed for hold in holds] == ["lantern-1", "lantern-2", "lantern-3"]
    # The later ones lie in batter that the earlier ones have already lifted.
    assert holds[0].needed.value > holds[1].needed.value > holds[2].needed.value


def test_tapping_only_lets_it_down() -> None:
    """Tapping divides the yield stress: a piece ends as deep or deeper, and further down in thicker batter too."""
    hold = plan(read_loaf(box_with(rod(diameter=30, up_mm=30))), standard_cupboard()).embed_holds[0]
    assert all(ghost.tapped_off_mm <= ghost.off_mm + 1e-9 for ghost in hold.ghosts)
    offs = [ghost.tapped_off_mm for ghost in hold.ghosts]
    assert offs == sorted(offs)


@pytest.mark.parametrize(("strength", "way"), [(50, "Heavier"), (33, "")])
def test_small_pieces_stay_from_the_sphere_limit_on(strength: float, way: str) -> None:
    """0.048·|Δρ|·g·d (Beris et al. 1985), worked from the densities that the plan itself shows."""
    dense = {**OLIVE_COCONUT, "id": "dense", "water": {"by": "concentration", "value": strength}}
    make = {"kind": "ball", "diameter_mm": 20}
    balls = {"id": "bit", "name": "Beads", "count": 5, "colour": "white", "formula": "dense", "make": make}
    pour = box()["work"][0] | {"pieces": [{"pieces": "bit", "count": 5}]}
    result = plan(read_loaf(box(formulas=[OLIVE_COCONUT, dense], pieces=[balls], work=[pour])), standard_cupboard())
    own, other = (next(pot.density.value for pot in result.pots if pot.formula == key) for key in ("plain", "dense"))
    (hold,) = result.small_holds
    assert hold.needed.value == pytest.approx(0.048 * abs(other - own) * 1000 * 9.80665 * 0.02, abs=1e-6)
    assert hold.needed.low <= hold.needed.value <= hold.needed.high
    assert ("Heavier" in hold.says) is (bool(way) and other - own > 0.025)


@pytest.mark.parametrize(
    ("how", "asked"), [("layer", True), ("pot swirl", True), ("drops", False), ("mini drops", False)]
)
def test_what_is_meant_to_go_through_asks_no_layer_to_hold(how: str, asked: bool) -> None:
    shares = [{"colour": "white", "percent": 100}]
    low = {"do": "pour", "id": "low", "name": "Low", "to_mm": 30, "colours": shares}
    work = [
        low,
        {
            "do": "pour",
            "id": "top",
            "name": "Top",
            "to_mm": 60,
            "colours": shares,
            "technique": {"kind": how},
            "fall_mm": 140,
        },
    ]
    result = plan(read_loaf(box(work=work)), standard_cupboard())
    assert [hold.pour for hold in result.layer_holds] == (["top"] if asked else [])
