"""Cups on a tray: volumes against a mesh library, levels, frosting in rings, and a plan without cuts."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.base import LOAF
from archtop.core.document import Run
from archtop.core.geometry import CupMould, Inside
from archtop.core.notebook.costing import cost_of
from archtop.core.schedule import network_of
from archtop.core.top.runs import TopArea, spots_of
from archtop.core.trade import MOTIFS, Tip, bead_of, motif_of
from tests.core.conftest import box

CUPBOARD = standard_cupboard()
CUP = {"kind": "cup", "length_mm": 60, "width_mm": 60, "height_mm": 35, "draft_deg": 8, "cavities": 6}


def frustum(cup: CupMould, z: float) -> trimesh.Trimesh:
    """The same inside as a mesh: the convex hull of many points on its floor's and its level's edge."""
    angle = np.linspace(0, 2 * math.pi, 240, endpoint=False)
    ring = np.column_stack([np.cos(angle), np.sin(angle)])
    if cup.shape == "square":
        ring = np.array([[1, 1], [1, -1], [-1, -1], [-1, 1]], dtype=float)
    points = []
    for height in (0.0, z):
        out = height * math.tan(math.radians(cup.draft_deg))
        sides = [cup.width_mm / 2 + out, cup.length_mm / 2 + out]
        points.append(np.column_stack([ring * sides, np.full(len(ring), height)]))
    return trimesh.PointCloud(np.vstack(points)).convex_hull


@settings(max_examples=25)
@given(
    shape=st.sampled_from(["round", "square"]),
    length=st.floats(20, 200),
    width=st.floats(20, 200),
    height=st.floats(10, 80),
    draft=st.floats(0, 30),
    oval=st.booleans(),
)
def test_a_cup_holds_what_a_mesh_of_it_does(
    shape: str, length: float, width: float, height: float, draft: float, oval: bool
) -> None:
    """Against trimesh's volumes of convex hulls; a ring of 240 corners holds 1 in 9 000 less than the round."""
    if shape == "round":
        # Of two ovals that are not alike the hull is a little more than an oval halfway up.
        length, draft = (length, 0.0) if oval else (width, draft)
    cup = CupMould.model_validate(
        {**CUP, "shape": shape, "length_mm": length, "width_mm": width, "height_mm": height, "draft_deg": draft}
    )
    mesh = frustum(cup, height)
    assert cup.volume_below(height) == pytest.approx(mesh.volume, rel=2e-4)
    # Cut in two parts by a plane across its length.
    y = 0.3 * length
    cut = mesh.section([0, -1, 0], [0, y - length / 2, 0])
    before = mesh.vertices[mesh.vertices[:, 1] < y - length / 2]
    part = trimesh.PointCloud(np.vstack([before, cut.vertices])).convex_hull
    assert cup.volume_between(-1000, y, height) == pytest.approx(part.volume, rel=2e-3)
    whole = cup.volume_between(-1000, y, height) + cup.volume_between(y, 1000, height)
    assert whole == pytest.approx(cup.volume_below(height), rel=1e-6)


def test_a_level_in_a_cup_is_found_again() -> None:
    inside = Inside(CupMould.model_validate(CUP))
    assert inside.level_for(inside.batter_below(21.7)) == pytest.approx(21.7)


@given(ml=st.floats(20, 400), shape=st.sampled_from(["round", "square"]), draft=st.floats(0, 20))
def test_a_cup_is_as_high_as_what_it_holds_asks(ml: float, shape: str, draft: float) -> None:
    cup = CupMould.model_validate({**CUP, "shape": shape, "draft_deg": draft}).holding(ml)
    assert frustum(cup, cup.height_mm).volume / 1000 == pytest.approx(ml, rel=4e-4)


def test_a_cup_that_no_height_fills_is_refused() -> None:
    with pytest.raises(InputError, match="Give it a larger or a smaller floor"):
        CupMould.model_validate(CUP).holding(5000)


def tray(**changes: Any) -> dict[str, Any]:
    """Twelve cups filled to 28 mm, frosted in two rings."""
    document = box(mould=CUP, moulds=12, **changes)
    document["work"][0]["to_mm"] = 28
    document["frosting"] = {
        "tips": [{"id": "star", "name": "Star", "kind": "plain", "opening_mm": 10}],
        "runs": [
            {
                "id": "rings",
                "name": "Rings",
                "motif": {"kind": "kiss", "size_mm": 14},
                "tip": "star",
                "colours": ["white"],
                "pattern": "rings",
                "rows": 2,
            }
        ],
    }
    return document


def test_twelve_cups_are_one_pot_and_no_cuts() -> None:
    loaf = read_loaf(tray())
    result = plan(loaf, CUPBOARD)
    one = CupMould.model_validate(CUP).volume_below(28) / 1000
    (pot,) = result.pots
    poured = next(portion for portion in pot.portions if portion.use == "pour")
    assert poured.delivers.value == pytest.approx(12 * one, rel=1e-6)
    assert (result.cuts.in_all, result.cuts.whole, len(result.cuts.bars), result.cuts.slices) == (12, True, 1, ())
    frosting = sum(run.volume.value for run in result.top.runs) * pot.density.value
    weighs = result.cuts.bars[0].weight.value
    assert weighs == pytest.approx(one * pot.density.value + frosting, rel=1e-6)
    last = result.steps[-1]
    assert (last.key, last.title) == ("loaf.cut", "Turn out the twelve")
    assert [(move.name, move.count) for move in last.moves] == [("Cups of Box", 12)]
    assert next(step for step in result.steps if step.key == "loaf.pour.all").detail.startswith("Each of the twelve: ")
    assert "wire" not in result.top.runs[0].says
    assert cost_of(result, {}, 10).bars == 12


def test_two_trays_stay_full_until_the_cups_come_out() -> None:
    """The wait is that of a column as thick as the cup is high, not that of a loaf of 250 mm."""
    loaf = read_loaf(tray())
    network = network_of(loaf, plan(loaf, CUPBOARD))
    assert [hold.count for hold in network.holds if hold.start == LOAF.name.replace("loaf", "pour")] == [1, 2]
    assert next(job.title for job in network.jobs if job.key == "cut") == "Turn out Box"


@pytest.mark.parametrize("oval", [False, True])
@given(rows=st.integers(1, 4), wide=st.floats(25, 120), long=st.floats(25, 120))
def test_rings_stay_on_the_top(oval: bool, rows: int, wide: float, long: float) -> None:
    """Against a geometry library: every motif's middle lies within the outline."""
    area = TopArea(front=0, back=long, half_wide=wide / 2, area_mm2=wide * long, oval=oval, whole=True)
    run = Run.model_validate(
        {"id": "r", "name": "R", "motif": {"kind": "kiss", "size_mm": 12}, "tip": "t", "colours": ["c"]}
        | {"pattern": "rings", "rows": rows}
    )
    motif = motif_of(run.motif, bead_of(Tip(id="t", name="T", kind="plain", opening_mm=10)), 1.0, {})
    spots = spots_of(run, motif, area, [(0, long)]).spots
    outline = shapely.box(-wide / 2, 0, wide / 2, long)
    if oval:
        outline = shapely.affinity.scale(shapely.Point(0, long / 2).buffer(1, 256), wide / 2, long / 2)
    assert spots
    assert all(outline.buffer(0.1).covers(shapely.Point(spot.x, spot.y)) for spot in spots)
    assert MOTIFS[run.motif.kind].label


def test_pieces_strewn_on_a_cup_lie_on_it() -> None:
    ball = {"kind": "ball", "diameter_mm": 12}
    document = tray(pieces=[{"id": "dot", "name": "Dots", "make": ball, "count": 5, "colour": "white"}])
    document["top"] = {"scatter": {"items": [{"pieces": "dot", "count": 5}]}}
    result = plan(read_loaf(document), CUPBOARD)
    assert result.top.scatter
    rim = CupMould.model_validate(CUP).half_width(30, 28)
    assert all(math.hypot(piece.x, piece.y - 30) + 6 <= rim + 0.1 for piece in result.top.scatter.strewn)
    assert result.top.scatter.says.startswith("Each has 5")
    assert result.made["dot"].takes_ml == pytest.approx(60 * math.pi / 6 * 12**3 / 1000)


def test_cups_filled_over_their_rim_are_refused() -> None:
    document = tray()
    document["work"][0]["to_mm"] = 40
    with pytest.raises(InputError, match="rim"):
        plan(read_loaf(document), CUPBOARD)
