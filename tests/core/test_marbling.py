"""How marbled a face is, by geometry; and what a bar that came out otherwise tells of a studio's hand."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from archtop.core.base import Rate
from archtop.core.faces import ColourField, Marbling, Touch, fallen_in, marbling_at, shown_by
from archtop.core.geometry import deep_mm, edges_mm, evened
from archtop.core.learning import fitted
from archtop.core.resolved import resolve
from tests.core.test_faces_as_soap import BASE, THREE, pour
from tests.core.test_pour import CUPBOARD, field

PX = 0.5
DROPS = [pour("base", 42, {"white": 100}), pour("in", 62, {"red": 60, "blue": 40}, 120, kind="drops", passes=7)]
SWIRL = [pour("all", 62, THREE, 40, kind="pot swirl", passes=3, turns=1)]
PA = 4.0


class TestEdges:
    @pytest.mark.parametrize("radius", [6.0, 15.0, 24.0])
    def test_a_disc_has_its_circumference(self, radius: float) -> None:
        rows, columns = (np.mgrid[:120, :120] + 0.5) * PX
        disc = (np.hypot(rows - 30, columns - 30) < radius).astype(int)
        assert edges_mm(disc, PX) == pytest.approx(2 * math.pi * radius, rel=0.02)

    def test_a_star_has_the_length_that_a_geometry_library_says(self) -> None:
        """Shapely's own perimeter, in every direction of its sides."""
        angles = np.arange(18) * math.pi / 9 + 0.2
        reach = np.where(np.arange(18) % 2, 26.0, 14.0)
        star = shapely.Polygon(np.column_stack([32 + reach * np.cos(angles), 32 + reach * np.sin(angles)]))
        rows, columns = (np.mgrid[:256, :256] + 0.5) / 4
        inside = shapely.contains_xy(star, columns, rows).astype(int)
        assert edges_mm(inside, 0.25) == pytest.approx(star.length, rel=0.03)

    def test_what_is_no_soap_has_no_edges(self) -> None:
        codes = np.zeros((40, 40), dtype=int)
        codes[10:20, 10:20] = -2
        codes[:, :5] = -1
        assert edges_mm(codes, PX) == 0

    def test_grain_is_evened_out_and_an_edge_stays_where_it_is(self) -> None:
        random = np.random.default_rng(2)
        truth = np.repeat([[0, 1]], 80, axis=0).repeat(40, axis=1)
        grainy = np.where(random.uniform(size=truth.shape) < 0.06, 1 - truth, truth)
        grainy[:4] = -1
        found = evened(grainy, 5)
        assert (found[:4] == -1).all()
        assert (found[4:] != truth[4:]).mean() < 0.01
        assert edges_mm(grainy, PX) > 4 * edges_mm(found, PX)

    @given(st.integers(20, 60), st.integers(0, 18))
    def test_depth_is_where_nearly_all_of_it_ends(self, down: int, level: int) -> None:
        codes = np.zeros((80, 30), dtype=int)
        codes[:down, 10:20] = 1
        found = deep_mm(codes, PX, [1], level * PX)
        assert found == pytest.approx((down - level) * PX, abs=0.03 * down * PX + PX)
        assert deep_mm(codes, PX, [2], 0.0) is None


class TestShown:
    """A studio whose hand is known is held against what its bars are read as; its seeds are none of those tried."""

    def bars(self, work: list[dict[str, object]], touch: Touch) -> tuple[ColourField, dict[float, Marbling]]:
        of = field(work, PA)
        seen = {}
        for n, y in enumerate((40.0, 90.0, 140.0, 190.0)):
            own = ColourField(resolve(of.loaf, CUPBOARD), of.fills, of.yield_pa, 20 + n, touch)
            seen[y] = marbling_at(own, y, fallen_in(resolve(of.loaf, CUPBOARD), of.fills))
        return of, seen

    def told(self, work: list[dict[str, object]], touch: Touch) -> dict[str, tuple[float, float]]:
        of, seen = self.bars(work, touch)
        found = shown_by(resolve(of.loaf, CUPBOARD), of.fills, of.yield_pa, seen)
        return {item.rate: (item.value, item.sd) for item in found}

    def test_streams_that_plunge_deeper_or_less_are_told(self) -> None:
        deep, shallow = self.told(DROPS, Touch(plunge=1.7))["plunge"], self.told(DROPS, Touch(plunge=0.6))["plunge"]
        assert shallow[0] < 0.85 < 1.2 < deep[0]
        for truth, (value, sd) in ((1.7, deep), (0.6, shallow)):
            assert abs(math.log(value / truth)) < 2.5 * sd + 0.05

    def test_a_pot_that_is_twisted_further_is_told(self) -> None:
        far, near = (
            self.told(SWIRL, Touch(stirring=1.9))["stirring"],
            self.told(SWIRL, Touch(stirring=0.55))["stirring"],
        )
        assert near[0] < 0.9 < 1.1 < far[0]

    def test_layers_show_nothing(self) -> None:
        assert self.told([BASE, pour("more", 60, {"red": 100})], Touch(plunge=2.0)) == {}

    def test_what_a_studio_has_learned_goes_into_its_faces(self) -> None:
        of, seen = self.bars(DROPS, Touch(plunge=1.7))
        rates = fitted(shown_by(resolve(of.loaf, CUPBOARD), of.fills, of.yield_pa, seen))
        assert isinstance(rates["plunge"], Rate)
        assert 1 < rates["plunge"].value < 1.7
        own = ColourField(resolve(of.loaf, CUPBOARD.model_copy(update={"rates": rates})), of.fills, of.yield_pa, 1)
        assert own.touch.plunge == rates["plunge"].value
        level = of.fills[0].level_after_mm
        assert depth(own, level) > depth(of, level)


def depth(of: ColourField, level: float) -> float:
    """How much of what fell in lies under the level [share of points], over several sections."""
    found = []
    for y in (40.0, 90.0, 140.0, 190.0):
        face = of.face(y, 0.5)
        found.append(float((face.colours[round((face.top_mm - level + 8) / face.px_mm) :] > 0).mean()))
    return float(np.mean(found))
