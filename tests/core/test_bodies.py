"""How pieces stand: foot and height from an outline or a model, round above as their volume says; motifs by hand."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
import shapely
import trimesh
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, LoafPlan, plan, read_loaf, read_stl, standard_cupboard
from archtop.core.document import PieceBody, Pieces
from archtop.core.geometry import Flower, area_mm2, points_of
from archtop.core.solids.things import piece_solid
from archtop.core.top import TopArea, spots_of
from archtop.core.top.runs import Spot
from archtop.core.top.strewn import Strewn
from archtop.core.top.surface import Body, Surface
from archtop.core.trade import motif_of
from tests.core.conftest import box
from tests.core.test_mesh import stl
from tests.core.test_one_list import AREA, BEAD, piped, run, spots

CUPBOARD = standard_cupboard()
FLOWER = {"kind": "flower", "petals": 5, "across_mm": 30, "deep_percent": 40}
FEET: list[dict[str, Any]] = [
    FLOWER,
    {"kind": "circle", "diameter_mm": 24},
    {"kind": "star", "points": 5, "across_mm": 32, "deep_percent": 40},
    {"kind": "rounded", "width_mm": 20, "height_mm": 34, "corner_mm": 4},
]


def cast(each_ml: float, body: dict[str, Any] | None, **make: Any) -> dict[str, Any]:
    mould = {"cavity_ml": each_ml, "cavities": 12}
    made = make or {"kind": "cavity", "mould": mould}
    return {"id": "figs", "name": "Figures", "count": 12, "colour": "white", "make": made, "body": body}


def planned(piece: dict[str, Any], *work: dict[str, Any], **item: Any) -> LoafPlan:
    items = [{"pieces": "figs", "count": 2, "may_be_cut": True, **item}] if item else []
    document = box(pieces=[piece], top={"scatter": {"items": items}})
    document["work"] += work
    return plan(read_loaf(document), CUPBOARD)


@pytest.mark.parametrize(("petals", "deep"), [(3, 60), (5, 30), (8, 10)])
def test_a_flowers_area_is_the_integral_of_its_curve(petals: int, deep: float) -> None:
    """Half the integral of r² for r = R (1 − d/2 (1 − cos nφ)): πR² ((1 − d/2)² + d²/8)."""
    d = deep / 100
    expected = math.pi * 20**2 * ((1 - d / 2) ** 2 + d**2 / 8)
    found = area_mm2(points_of(Flower(petals=petals, across_mm=40, deep_percent=deep)))
    assert found == pytest.approx(expected, rel=4e-3)


@settings(max_examples=25, deadline=None)
@given(
    foot=st.sampled_from(FEET),
    high=st.floats(6, 40),
    share=st.floats(0.35, 1),
    x=st.floats(-15, 15),
    turn=st.floats(0, 180),
)
def test_a_body_on_the_surface_has_its_own_volume(
    foot: dict[str, Any], high: float, share: float, x: float, turn: float
) -> None:
    """However round it must be for that; and the solid that is looked at has it too."""
    body = PieceBody.model_validate({"outline": foot, "high_mm": high})
    each = body.holds_ml * share
    piece = Pieces.model_validate(cast(each, body.model_dump(mode="json")))
    made = piece.made(1)
    rounded = piece.roundness(made)
    assert rounded == pytest.approx(1 / share - 1, abs=1e-9)
    surface = Surface(TopArea(front=0, back=200, half_wide=45, area_mm2=18_000))
    long, wide, tall = made.size_mm
    surface.set_down(
        Spot(x=x, y=100, turn_deg=turn), Body(long / 2, wide / 2, tall, outline=body.foot, roundness=rounded)
    )
    assert surface.volume_ml == pytest.approx(each, rel=0.03)
    assert surface.highest_mm == pytest.approx(high, rel=0.03)
    lying = Strewn(
        pieces="figs",
        number=0,
        x=0,
        y=0,
        radius=1,
        half_long=long / 2,
        half_wide=wide / 2,
        turn_deg=0,
        bar=1,
        pinned=False,
        touches=False,
        leans=False,
        high_mm=high,
        outline=body.foot,
        roundness=rounded,
    )
    mesh = piece_solid(lying)
    solid = trimesh.Trimesh(mesh.points, mesh.triangles)
    assert solid.is_watertight
    # As high all over, its upper edge is a little soft.
    assert solid.volume / 1000 == pytest.approx(each, rel=0.03 if rounded > 0.05 else 0.12)


def test_its_foot_and_height_are_what_stands_on_the_top() -> None:
    body = {"outline": FLOWER, "high_mm": 24}
    result = planned(cast(5, body), count=2)
    assert result.made["figs"].size_mm[2] == 24
    scatter = result.top.scatter
    assert scatter is not None
    assert {piece.high_mm for piece in scatter.strewn} == {24}
    assert all(20 < len(piece.outline or ()) < 80 for piece in scatter.strewn)
    assert result.top.high_mm == pytest.approx(24, rel=1e-3)
    # Unknown, it is as high as a cube of its volume.
    assert planned(cast(5, None), count=2).top.high_mm == pytest.approx(5000 ** (1 / 3), rel=1e-3)


def test_what_was_pressed_into_the_batter_bears_what_is_piped_on_it() -> None:
    """A coat over a figure that stands 8 mm out of the batter: it is as thick on it as beside it."""
    press = {"do": "press", "id": "p", "pieces": "figs", "count": 1, "sunk_percent": 50}
    body = {"outline": {"kind": "circle", "diameter_mm": 30}, "high_mm": 16}
    document = box(pieces=[cast(11, body)])
    document["work"].append(press)
    coat = {"thick_mm": 3, "colours": [{"colour": "white", "percent": 100}]}
    bare = plan(read_loaf(document), CUPBOARD)
    coated = plan(read_loaf({**document, "frosting": {"base": coat}}), CUPBOARD)
    assert bare.top.high_mm == pytest.approx(8, rel=1e-3)
    assert coated.top.high_mm == pytest.approx(11, rel=1e-3)


def test_a_foot_too_small_for_its_volume_says_how_high_it_would_be() -> None:
    small = {"outline": {"kind": "circle", "diameter_mm": 10}, "high_mm": 10}
    with pytest.raises(InputError, match="each piece takes 5 ml") as refused:
        planned(cast(5, small))
    (problem,) = refused.value.problems
    assert problem.field == "pieces.0.body.high_mm"
    # 5 ml on a round of 10 mm: 63.7 mm.
    assert problem.mends[0].value == pytest.approx(63.7, abs=0.05)


def test_what_has_its_shape_from_its_making_has_no_other() -> None:
    body = {"outline": {"kind": "circle", "diameter_mm": 30}, "high_mm": 30}
    with pytest.raises(InputError, match="gives them their shape"):
        planned(cast(5, body, kind="ball", diameter_mm=12))


@pytest.mark.parametrize(
    ("mesh", "area"),
    [
        (trimesh.creation.cylinder(radius=20, height=30, sections=128), math.pi * 20**2),
        (trimesh.creation.cone(radius=15, height=40, sections=128), math.pi * 15**2),
        (trimesh.creation.box((30, 50, 10)), 1500.0),
        (trimesh.creation.icosphere(subdivisions=4, radius=12), math.pi * 12**2),
    ],
)
def test_a_models_foot_is_what_it_covers(mesh: trimesh.Trimesh, area: float) -> None:
    found = read_stl(stl(mesh))
    assert found.foot is not None
    assert shapely.Polygon(found.foot.points).area == pytest.approx(area, rel=0.02)
    assert found.size_mm[2] == pytest.approx(np.ptp(mesh.vertices[:, 2]))
    body = PieceBody(outline=found.foot, high_mm=found.size_mm[2])
    piece = Pieces.model_validate(cast(found.volume.value, body.model_dump(mode="json")))
    # A cylinder and a box are as high all over, a ball falls away, a cone more.
    assert piece.roundness(piece.made(1)) == pytest.approx(
        area * body.high_mm / 1000 / found.volume.value - 1, abs=0.03
    )


# --- motifs by hand ---


def test_a_motif_moved_by_hand_is_there_and_no_other_moves() -> None:
    rows = {"pattern": "rows", "rows": 2}
    before = spots(run(**rows))
    after = spots(run(**rows, moved=[{"number": 3, "x": 7.5, "y": 101}]))
    assert [i for i, (one, other) in enumerate(zip(before, after, strict=True)) if one != other] == [3]
    assert (after[3].x, after[3].y, after[3].by_hand) == (7.5, 101, True)


def test_gone_over_twice_it_is_moved_both_times() -> None:
    told = run(pattern="rows", passes=2, moved=[{"number": 0, "x": 5, "y": 20}])
    found = spots_of(told, motif_of(told.motif, BEAD, 1.0, {}), AREA, []).spots
    half = len(found) // 2
    assert (found[0].x, found[half].x) == (5, 5)


@pytest.mark.parametrize("oval", [False, True])
@given(x=st.floats(-500, 500), y=st.floats(-500, 900))
def test_over_the_edge_it_stays_where_the_top_ends(oval: bool, x: float, y: float) -> None:
    area = TopArea(front=0, back=200, half_wide=45, area_mm2=1, oval=oval)
    nearest = area.nearest(x, y)
    assert area.holds(*nearest)
    if area.holds(x, y):
        assert nearest == (pytest.approx(x, abs=0.5), pytest.approx(y, abs=0.5))


def test_a_number_that_is_not_there_moves_nothing() -> None:
    assert spots(run(pattern="rows", moved=[{"number": 4000, "x": 0, "y": 0}])) == spots(run(pattern="rows"))


def test_a_moved_motif_stands_on_what_lies_there_and_weighs_there() -> None:
    tip = {"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}
    cuts = {"bar_mm": 25, "kerf_mm": 0}

    def weights(**more: Any) -> list[float]:
        document = box(cuts=cuts, frosting={"tips": [tip], "runs": [piped(**more)]})
        return [bar.weight.value for bar in plan(read_loaf(document), CUPBOARD).cuts.bars]

    apart, moved = weights(), weights(moved=[{"number": 0, "x": 0, "y": 37.5}])
    gone = apart[0] - moved[0]
    assert gone > 1
    assert moved[1] - apart[1] == pytest.approx(gone, rel=1e-6)
