"""A pour's top shaped by a spoon: what its batter keeps of it, and what the next pour finds there."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf
from archtop.core.faces import remarks_on_pours
from archtop.core.faces.shaped import shape_held
from archtop.core.rheology import STANDARD_GRAVITY
from tests.core.conftest import box, rod
from tests.core.test_faces_as_soap import FOUR, LAID, THREE, boundary, pour
from tests.core.test_pour import COLOURS, CUPBOARD, field, poured, seen

HEAP = ((-1.0, -8.0), (0.0, 14.0), (1.0, -8.0))
HALF = 45.0


def shaped(points: Any = HEAP, **first: Any) -> dict[str, Any]:
    return {**pour("under", 34, first.pop("colours", {"white": 100}), **first), "shaped": [list(p) for p in points]}


OVER = pour("over", 68, {"blue": 100})


class TestHeld:
    @settings(max_examples=40)
    @given(
        st.lists(st.tuples(st.floats(-1, 1), st.floats(-30, 30)), min_size=1, max_size=9),
        st.floats(1, 400),
        st.floats(3, 60),
        st.floats(3, 60),
    )
    def test_it_keeps_its_area_stays_within_its_layers_and_is_nowhere_too_steep(
        self, points: list[tuple[float, float]], pa: float, thick: float, over: float
    ) -> None:
        """The slope τ/(ρ·g·H) is reckoned here by itself."""
        shape = shape_held(points, HALF, (thick, over), pa, 481)
        assert (shape.heights[1:] + shape.heights[:-1]).mean() / 2 == pytest.approx(0, abs=1e-9)
        assert shape.heights.max() <= over
        assert shape.heights.min() >= -thick
        steepest = pa / (1000 * STANDARD_GRAVITY * thick / 1000)
        assert np.abs(np.diff(shape.heights)).max() / (2 * HALF / 480) <= 1.05 * steepest + 1e-9

    def test_thick_batter_keeps_all_and_thin_batter_nothing(self) -> None:
        stiff, fluid = (shape_held(HEAP, HALF, (34, 34), pa, 121) for pa in (400.0, 1.0))
        assert stiff.asked_mm == fluid.asked_mm == 22
        assert stiff.held_mm == pytest.approx(22, abs=1.5)
        assert fluid.held_mm < 0.5


def test_the_next_pour_fills_up_what_was_hollowed() -> None:
    face = field([shaped(), OVER], 250).face(125.0, 0.5)
    heights = boundary(face, 0)
    middle, wall = np.nanmean(heights[80:100]), np.nanmean(heights[2:12])
    # As asked, but for what a spoon rounds and a hand strays.
    assert middle - wall == pytest.approx(20, abs=3)


@pytest.mark.parametrize(
    ("work", "pa", "embeds"),
    [
        ([shaped(colours=THREE, fall_mm=40, kind="pot swirl"), OVER], 100, []),
        ([shaped(), pour("over", 68, FOUR, 40, kind="pot swirl")], 100, []),
        ([shaped(), pour("over", 68, FOUR, 60, kind="drops")], 40, []),
        ([shaped(), pour("over", 68, FOUR, kind="plops")], 100, []),
        ([shaped(), pour("over", 68, FOUR, kind="corner")], 60, []),
        ([shaped(), pour("over", 68, {"blue": 100}, kind="corner")], 60, []),
        ([shaped(), LAID, OVER], 100, [rod(diameter=24, up_mm=40)]),
    ],
    ids=["swirl under", "swirl over", "drops over", "plops over", "leaning", "from one side", "around a rod"],
)
def test_shares_stay_what_was_poured(work: list[Any], pa: float, embeds: list[Any]) -> None:
    of = field(work, pa, embeds=embeds)
    found = seen(of, faces=60, points=12_000)
    for colour, share in poured(of).items():
        assert found[colour] == pytest.approx(share, abs=0.002)


class TestRemarks:
    def told(self, work: list[Any], pa: float) -> list[str]:
        loaf = read_loaf(box(colours=COLOURS, work=work))
        fills = plan(loaf, CUPBOARD).fills
        return [remark.code for remark in remarks_on_pours(loaf, fills, {step["id"]: pa for step in work})]

    def test_what_sinks_is_told(self) -> None:
        assert self.told([shaped(), OVER], 8.0) == ["pour.shape_sinks"]
        assert self.told([shaped(), OVER], 140.0) == []

    def test_the_last_pour_has_nothing_above_it(self) -> None:
        assert "pour.shaped_last" in self.told([pour("first", 30, {"white": 100}), shaped() | {"to_mm": 60}], 140.0)


def test_the_bench_says_where_it_is_highest() -> None:
    work = [shaped(((-1.0, 9.0), (0.4, -6.0), (1.0, -5.0))), OVER]
    steps = plan(read_loaf(box(colours=COLOURS, work=work)), CUPBOARD).steps
    (told,) = [step.detail for step in steps if step.title == "Pour “Under”"]
    assert told.endswith(
        "Shape its top from end to end with the back of a spoon: highest at the left wall, lowest halfway to the right "
        "wall, 15 mm between them."
    )
    assert "Tap the mould" not in told


def test_a_place_outside_the_mould_is_refused() -> None:
    with pytest.raises(InputError, match=r"work\.0\.shaped"):
        read_loaf(box(colours=COLOURS, work=[shaped(((-1.4, 3.0), (1.0, 0.0))), OVER]))
