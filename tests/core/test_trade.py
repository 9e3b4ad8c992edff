"""Every pour technique, whichever there are: what it puts into a section is what is poured, by the colours' shares."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from numpy.typing import NDArray

from archtop.core.trade.techniques import TECHNIQUES, Here

AREA = 1800.0


class Section:
    """A ground 70 mm wide that remembers what ran in."""

    half = 35.0
    crowded = False
    along = 0.5

    def __init__(self) -> None:
        self.pots: dict[int, tuple[float, ...]] = {}
        self.laid: list[tuple[float, float]] = []

    def source(self, _step: int, colour: int) -> int:
        return colour

    def pot_source(self, _step: int, pot: tuple[object, ...]) -> int:
        self.pots[1000 + len(self.pots)] = tuple(pot[1])  # type: ignore[arg-type]
        return 999 + len(self.pots)

    def at(self, x: float, *_what: object) -> float:
        return x

    def random(self, *_what: object) -> np.random.Generator:
        return np.random.default_rng(7)

    def level(self, _source: int, low: float, high: float) -> None:
        self.laid.append((low, high))

    def lean(self, _source: int, _side: float, before: float, high: float) -> None:
        self.laid.append((before, high))

    def spread(self, count: int, random: np.random.Generator) -> NDArray[np.float64]:
        return random.permutation(np.linspace(-1, 1, count))


def shared(weights: list[int]) -> list[float]:
    return [weight / sum(weights) for weight in weights]


@pytest.mark.parametrize("kind", TECHNIQUES.kinds)
@given(weights=st.lists(st.integers(1, 9), min_size=1, max_size=5))
def test_a_pour_brings_its_whole_area_and_stays_between_the_walls(kind: str, weights: list[int]) -> None:
    ground = Section()
    here = Here(2, range(len(weights)), shared(weights), 20.0, 45.0, AREA)
    streams = TECHNIQUES.kinds[kind]().streams(ground, here)
    assert sum(stream.area for stream in streams) == pytest.approx(AREA)
    assert all(abs(stream.x) <= ground.half for stream in streams)


@pytest.mark.parametrize("kind", ["drops", "mini drops", "plops"])
@given(weights=st.lists(st.integers(1, 9), min_size=1, max_size=5))
def test_colours_that_take_turns_bring_their_shares(kind: str, weights: list[int]) -> None:
    here = Here(2, range(len(weights)), shared(weights), 20.0, 45.0, AREA)
    streams = TECHNIQUES.kinds[kind]().streams(Section(), here)
    for colour, share in enumerate(here.shares):
        own = sum(stream.area for stream in streams if stream.source == colour)
        assert own == pytest.approx(share * AREA)


@pytest.mark.parametrize("kind", [name for name, kind in TECHNIQUES.kinds.items() if kind().lies_flat()])
@given(before=st.floats(0, 60), rise=st.floats(0.5, 40))
def test_what_lies_flat_fills_from_the_old_level_to_the_new(kind: str, before: float, rise: float) -> None:
    ground = Section()
    TECHNIQUES.kinds[kind]().lay_flat(ground, Here(0, [0], [1.0], before, before + rise, AREA))
    assert ground.laid[0][0] == before
    assert ground.laid[-1][1] == pytest.approx(before + rise)
    assert all(below[1] == above[0] for below, above in zip(ground.laid, ground.laid[1:], strict=False))


@pytest.mark.parametrize("kind", TECHNIQUES.kinds)
def test_what_goes_wrong_is_said_wherever_a_bound_stands(kind: str) -> None:
    suits = TECHNIQUES.kinds[kind].suits
    assert 0 <= suits.least < suits.most
    # A layer is never too thin: it has no least, and nothing to say of it.
    assert bool(suits.thin) is (suits.least > 0)
    assert suits.thick
