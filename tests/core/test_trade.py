"""Every pour technique, whichever there are: what it puts into a section is what is poured, by the colours' shares."""

from __future__ import annotations

import zlib
from collections.abc import Callable
from typing import Any

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from scipy.stats import qmc

from archtop.core.faces.bed import Within
from archtop.core.faces.told import Touch
from archtop.core.trade.techniques import TECHNIQUES, Here

AREA = 1750.0


class Nobody:
    """A loaf by the same hand everywhere."""

    touch = Touch()

    def random(self, *what: object) -> np.random.Generator:
        return np.random.default_rng(zlib.crc32(str(what).encode()))

    def chance(self, shape: tuple[int, ...], *what: object) -> NDArray[np.float64]:
        return self.random(*what).normal(size=shape)

    def once(self, make: Callable[[], Any], *_what: object) -> Any:
        return make()

    def wander(self, _y: float, *_what: object) -> float:
        return 0.0

    def wandering(self, _y: float, shape: tuple[int, ...], *_what: object) -> NDArray[np.float64]:
        return np.zeros(shape)


def poured(kind: str, weights: list[int], y: float = 100.0, **told: Any) -> NDArray[np.float64]:
    """Areas of the colours of a pour onto 20 mm of colour 9, as shares of what it brings, in one section."""
    bed = Within(Nobody(), 35.0, y, 45.0)  # type: ignore[arg-type]
    bed.level(bed.source(0, 9), 0.0, 20.0)
    ys, areas = np.array([0.0, 250.0]), np.array([AREA, AREA])
    here = Here(2, range(len(weights)), shared(weights), 20.0, 45.0, AREA, 6.0, 60.0, y, y / 250, ys, areas)
    TECHNIQUES.kinds[kind](**told).pours(bed, here)
    xi, zeta = ((qmc.Halton(2, scramble=False).random(6000) - (0.5, 0)) * (70, 45)).T
    colours, _ = bed.answer(xi, zeta)
    return np.array([(colours == number).mean() for number in (*range(len(weights)), 9)]) * 45 / 25


def shared(weights: list[int]) -> list[float]:
    return [weight / sum(weights) for weight in weights]


# What chord by chord leaves a pot, or comes here and there, differs from cut to cut: see the loaf's own tests.
ALIKE = [kind for kind in TECHNIQUES.kinds if kind not in ("layer", "pot swirl", "plops")]


@pytest.mark.parametrize("kind", ALIKE)
@given(weights=st.lists(st.integers(1, 9), min_size=1, max_size=5))
@settings(max_examples=15)
def test_every_colour_of_a_pour_has_its_share_of_a_cut(kind: str, weights: list[int]) -> None:
    *found, under = poured(kind, weights)
    assert under == pytest.approx(20 / 25, abs=0.02)
    assert found == pytest.approx(shared(weights), abs=0.02)


@pytest.mark.parametrize("kind", TECHNIQUES.kinds)
@given(weights=st.lists(st.integers(1, 9), min_size=1, max_size=5), y=st.floats(1, 249))
@settings(max_examples=10)
def test_a_pour_brings_its_whole_area(kind: str, weights: list[int], y: float) -> None:
    *found, under = poured(kind, [1] if kind == "layer" else weights, y)
    assert under == pytest.approx(20 / 25, abs=0.02)
    assert sum(found) == pytest.approx(1.0, abs=0.02)


@pytest.mark.parametrize("kind", TECHNIQUES.kinds)
def test_what_goes_wrong_is_said_wherever_a_bound_stands(kind: str) -> None:
    suits = TECHNIQUES.kinds[kind].suits
    assert 0 <= suits.least < suits.most
    # A layer is never too thin: it has no least, and nothing to say of it.
    assert bool(suits.thin) is (suits.least > 0)
    assert suits.thick
