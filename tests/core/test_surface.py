"""The top as one surface: volumes against closed forms, resting heights against a mesh library's rays."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.document import Crown
from archtop.core.geometry import Circle, Prism, points_of
from archtop.core.top.runs import Spot, TopArea
from archtop.core.top.surface import STEP_MM, Body, PressedIn, Surface
from archtop.core.trade import Bead, Motif, MotifSize, Tip, bead_of, motif_of
from tests.core.conftest import box, box_with, rod

AREA = TopArea(front=0, back=200, half_wide=45, area_mm2=18_000)
TIP = Tip(id="t", name="Round", kind="plain", opening_mm=10)
BEAD: Bead = bead_of(TIP)


def dollop(size: float, high: float) -> Motif:
    return motif_of(MotifSize(kind="kiss", size_mm=size, height_mm=high), BEAD, 1.0, {})


def dome_ml(motif: Motif) -> float:
    """Half an ellipsoid: 2/3 pi a b h."""
    return 2 / 3 * math.pi * motif.long_mm / 2 * motif.wide_mm / 2 * motif.high_mm / 1000


@settings(max_examples=20)
@given(mound=st.floats(0, 20), swell=st.floats(0, 20), coat=st.floats(0, 8))
def test_a_crown_has_its_volume(mound: float, swell: float, coat: float) -> None:
    """Parabolas bring two thirds of their height, a coat all of it."""
    surface = Surface(AREA)
    surface.crowned(Crown(mound_mm=mound, swell_mm=swell))
    surface.coated(coat)
    expected = AREA.area_mm2 * ((mound + swell) * 2 / 3 + coat) / 1000
    assert surface.volume_ml == pytest.approx(expected, rel=0.012, abs=0.01)
    assert surface.highest_mm == pytest.approx(mound + swell + coat, rel=1e-3)


@settings(max_examples=20)
@given(size=st.floats(10, 40), high=st.floats(4, 30), x=st.floats(-20, 20), y=st.floats(40, 160))
def test_half_an_ellipsoid_has_its_volume_wherever_it_stands(size: float, high: float, x: float, y: float) -> None:
    surface, motif = Surface(AREA), dollop(size, high)
    (rest,) = surface.piped([Spot(x=x, y=y)], motif)
    assert surface.volume_ml == pytest.approx(dome_ml(motif), rel=0.01)
    assert (rest.up_mm, rest.top_mm) == (0, pytest.approx(motif.high_mm))


@settings(max_examples=20)
@given(st.lists(st.tuples(st.floats(8, 30), st.floats(3, 20), st.floats(-25, 25)), min_size=1, max_size=5))
def test_frosting_keeps_its_volume_on_whatever_it_is_piped(runs: list[tuple[float, float, float]]) -> None:
    surface, total = Surface(AREA), 0.0
    for size, high, x in runs:
        motif = dollop(size, high)
        surface.piped([Spot(x=x, y=100)], motif)
        total += dome_ml(motif)
    assert surface.volume_ml == pytest.approx(total, rel=0.01)


def test_a_dollop_on_a_dollop_stands_on_it() -> None:
    surface = Surface(AREA)
    surface.piped([Spot(x=0, y=100)], dollop(24, 10))
    (second,) = surface.piped([Spot(x=0, y=100)], dollop(16, 8))
    assert second.up_mm == pytest.approx(10)
    assert surface.highest_mm == pytest.approx(18)


def test_motifs_of_one_run_lie_into_each_other_and_not_on_each_other() -> None:
    surface, motif = Surface(AREA), dollop(20, 10)
    surface.piped([Spot(x=0, y=y) for y in range(40, 160, 10)], motif)
    assert surface.highest_mm == pytest.approx(10)


@settings(max_examples=15)
@given(ball=st.floats(8, 24), size=st.floats(20, 40), high=st.floats(6, 20), off=st.floats(0, 12))
def test_a_ball_rests_where_a_ray_from_below_says(ball: float, size: float, high: float, off: float) -> None:
    """Dropped onto a dome: from every place under it, how far it may fall (trimesh's rays against the dome's mesh)."""
    surface, motif = Surface(AREA), dollop(size, high)
    surface.piped([Spot(x=0, y=100)], motif)
    rest = surface.set_down(Spot(x=off, y=100), Body(ball / 2, ball / 2, ball, "round"))
    dome = trimesh.creation.icosphere(subdivisions=5)
    dome.apply_scale([motif.wide_mm / 2, motif.long_mm / 2, motif.high_mm])
    floor = trimesh.creation.box([200, 200, 1], trimesh.transformations.translation_matrix([0, 0, -0.5]))
    scene = trimesh.util.concatenate([dome, floor])
    places = np.linspace(-ball / 2, ball / 2, 25)
    dx, dy = (side.ravel() for side in np.meshgrid(places, places))
    keep = np.hypot(dx, dy) < ball / 2 - 1e-6
    dx, dy = dx[keep], dy[keep]
    origins = np.column_stack([dx + off, dy, np.full(len(dx), 200.0)])
    hits, rays, _ = scene.ray.intersects_location(origins, np.tile([0.0, 0, -1], (len(dx), 1)))
    top = np.full(len(dx), -np.inf)
    np.maximum.at(top, rays, hits[:, 2])
    under = ball / 2 - np.sqrt((ball / 2) ** 2 - dx**2 - dy**2)
    assert rest.up_mm == pytest.approx(float((top - under).max()), abs=0.8)


def test_pressed_in_it_stands_so_much_lower() -> None:
    surface = Surface(AREA)
    surface.coated(10)
    rest = surface.set_down(Spot(x=0, y=100), Body(10, 10, 20), PressedIn(6))
    assert (rest.up_mm, rest.top_mm) == (pytest.approx(4), pytest.approx(24))


def test_a_piece_larger_than_the_loaf_takes_no_more_room_than_there_is() -> None:
    """A disc of four metres: level on the top, and reckoned on the grid of the top alone."""
    surface = Surface(AREA)
    rest = surface.set_down(Spot(x=0, y=100), Body(2000, 2000, 10))
    assert (rest.up_mm, rest.top_mm) == (0, 10)
    assert surface.highest_mm == pytest.approx(10)
    assert surface.at(-45, 0) == pytest.approx(10, abs=0.05)


def test_a_column_that_stands_out_is_there_for_what_is_piped() -> None:
    """A rod of 50 mm with its middle at the level stands 25 mm out of it."""
    surface = Surface(AREA)
    surface.stands_out(Prism(points_of(Circle(diameter_mm=50)), (0, 60), 0, (0, 200)), 60.0)
    assert surface.at(0, 100) == pytest.approx(25, abs=0.05)
    assert surface.at(15, 100) == pytest.approx(20, abs=0.3)
    assert surface.at(30, 100) == 0
    (leaf,) = surface.piped([Spot(x=0, y=100)], dollop(12, 6))
    assert leaf.up_mm == pytest.approx(25, abs=0.05)


def test_the_grid_is_half_a_millimetre() -> None:
    assert STEP_MM == 0.5


BEADS = {"id": "bead", "name": "Beads", "count": 4, "colour": "white", "make": {"kind": "ball", "diameter_mm": 14}}


def topped(**scatter: Any) -> LoafPlan:
    """Four balls strewn over a box with a row of dollops 10 mm high all over."""
    run = {"id": "r", "name": "Dollops", "tip": "t", "colours": ["white"], "pattern": "fill"}
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}]
    frosting = {"tips": tips, "runs": [{**run, "motif": {"kind": "kiss", "size_mm": 20, "height_mm": 10}}]}
    item = {"pieces": "bead", "count": 4, **scatter}
    return plan(
        read_loaf(box(frosting=frosting, pieces=[BEADS], top={"scatter": {"items": [item]}})), standard_cupboard()
    )


def test_balls_on_dollops_stand_on_them_and_are_told_with_the_rim() -> None:
    """A mould of 70 mm filled to 60: dollops of 10 mm end at the rim, balls of 14 mm on them over it."""
    result = topped()
    assert result.top.scatter
    ups = [piece.up_mm for piece in result.top.scatter.strewn]
    # In the gaps between dollops a ball sinks a little, and never to the batter.
    assert all(1 < up <= 10 for up in ups)
    assert result.top.high_mm == pytest.approx(max(ups) + 14, abs=0.05)
    assert result.top.over_rim_mm == pytest.approx(result.top.high_mm - 10)
    pressed = topped(sunk_mm=5).top
    assert pressed.high_mm < result.top.high_mm


def test_what_is_piped_beside_and_on_a_proud_column_differs() -> None:
    run = {
        "id": "r",
        "name": "Leaves",
        "tip": "t",
        "colours": ["white"],
        "pattern": "rows",
        "rows": 3,
        "keeps_off": False,
    }
    tips = [{"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}]
    frosting = {"tips": tips, "runs": [{**run, "motif": {"kind": "kiss", "size_mm": 12, "height_mm": 6}}]}
    result = plan(read_loaf(box_with(rod(up_mm=40), to_mm=55, frosting=frosting)), standard_cupboard())
    stand = {round(spot.x): spot.up_mm for spot in result.top.runs[0].spots}
    assert stand[0] > 5
    assert stand[-30] == stand[30] == 0
    assert result.top.high_mm == pytest.approx(stand[0] + 6, abs=0.1)
