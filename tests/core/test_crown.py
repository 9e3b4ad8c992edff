"""The crown's shape against its own volume; what a face of the loaf meets."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import dblquad

from archtop.core import plan, read_loaf, standard_cupboard
from archtop.core.document import Crown
from archtop.core.top.crown import across, along, rise_mm
from archtop.core.top.runs import TopArea
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()
MM = st.floats(0, 30)


@given(MM, MM, MM)
def test_the_shape_holds_the_volume_that_is_counted(mound: float, swell: float, texture: float) -> None:
    """Integrated by SciPy over the loaf's top: the budget's closed form says the same."""
    shape = Crown(mound_mm=mound, swell_mm=swell, texture_mm=texture)
    area = TopArea(front=-2.0, back=252.0, half_wide=45.0, area_mm2=254 * 90)
    volume, _ = dblquad(lambda x, y: rise_mm(shape, area, x, y), -2, 252, -45, 45)
    assert volume == pytest.approx(area.area_mm2 * (2 / 3 * (mound + swell) + texture / 2), rel=1e-9)


def test_lines_follow_the_shape_and_a_flat_top_has_none() -> None:
    crown, area = Crown(mound_mm=6, swell_mm=3), TopArea(front=0, back=250, half_wide=45, area_mm2=22500)
    middle, end = np.array(across(crown, area, 125)), np.array(across(crown, area, 0))
    assert middle[:, 1].max() == pytest.approx(9)
    assert middle[[0, -1], 1] == pytest.approx([3, 3])
    assert end[:, 1].max() == pytest.approx(6)
    assert along(crown, area)[12] == pytest.approx((125, 9))
    assert across(Crown(), area, 125) == along(Crown(), area) == ()


def test_a_face_tells_how_many_small_pieces_it_meets() -> None:
    """A ball of 1 ml has the room of a cube of 10 mm; of 60 over 250 mm, 60 × 10/250 are in a cut's way."""
    balls = {"id": "bit", "name": "Bits", "count": 60, "colour": "white"}
    balls["make"] = {"kind": "ball", "diameter_mm": 2 * (3 / (4 * math.pi)) ** (1 / 3) * 10}
    work = [{**box()["work"][0], "pieces": [{"pieces": "bit", "count": 60}]}]
    document = read_loaf(box(pieces=[balls], work=work))
    (met,) = plan(document, CUPBOARD).fills[0].in_face
    assert met.pieces == "bit"
    assert met.wide_mm == pytest.approx(10, abs=0.01)
    assert met.count == 2


def test_halfway_shows_what_lies_there_and_not_what_ends_there() -> None:
    pieces = [rod("front", 20, across_mm=-20, length_mm=125), rod("back", 20, across_mm=20, from_mm=125, length_mm=125)]
    cuts = plan(read_loaf(box_with(*pieces)), CUPBOARD).cuts
    assert cuts.halfway == ("back",)
