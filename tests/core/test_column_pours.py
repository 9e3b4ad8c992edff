"""Columns of several colours: bowls, what the bench says, and what a cut shows."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.faces import field_of
from archtop.core.geometry import Circle, Rounded, in_disc
from archtop.core.resolved import resolve
from archtop.core.trade import COLUMN_POURS, Spot
from archtop.core.trade.column_pours.column_pour import stirred
from tests.core.conftest import box, rod

CUPBOARD = standard_cupboard()
COLOURS = [
    {"id": "white", "name": "White", "srgb": "#ffffff"},
    {"id": "black", "name": "Black", "srgb": "#101010"},
    {"id": "red", "name": "Red", "srgb": "#c02020"},
]
THREE = [{"colour": "white", "percent": 50}, {"colour": "black", "percent": 30}, {"colour": "red", "percent": 20}]


def loaf_with(way: dict[str, Any], **changes: Any) -> dict[str, Any]:
    column = rod(poured={"colours": THREE, "way": way}, **changes)
    document = box(colours=COLOURS, embeds=[column])
    document["work"] = [
        {**document["work"][0], "id": "low", "to_mm": 10},
        {"do": "lay", "embed": "rod"},
        {**document["work"][0], "to_mm": 68},
    ]
    return document


def disc(points: int = 12_000) -> tuple[np.ndarray, np.ndarray]:
    """Points spread evenly over the unit disc: by the square root of their share (Archimedes), turned by the golden
    angle, so that no ring or sector is favoured."""
    n = np.arange(points) + 0.5
    radius, angle = np.sqrt(n / points), n * math.pi * (3 - math.sqrt(5))
    return radius * np.cos(angle), radius * np.sin(angle)


@pytest.mark.parametrize("kind", COLUMN_POURS.kinds)
@pytest.mark.parametrize("strokes", [0, 5])
def test_every_colour_keeps_its_share(kind: str, strokes: int) -> None:
    """By counting points of the disc, over the whole length: what is poured in is what the cuts show."""
    way = COLUMN_POURS.kinds[kind].model_validate({"kind": kind, "strokes": strokes})
    x, y = disc()
    shares = [0.5, 0.3, 0.2]
    counts = np.zeros(3)
    for along in (np.arange(20) + 0.5) / 20:
        shown = way.shows(shares, Spot(x, y, float(along)), np.random.default_rng(3))
        counts += np.bincount(shown, minlength=3)
    assert counts / counts.sum() == pytest.approx(shares, abs=0.01)


@settings(max_examples=25)
@given(strokes=st.integers(0, 12), seed=st.integers(0, 1000))
def test_a_stick_keeps_areas_and_stays_in_the_mould(strokes: int, seed: int) -> None:
    """Small crosses before and after, by their tips: what they span grows by the map's Jacobian, which is one."""
    x, y = (0.97 * side for side in disc(300))
    step = 1e-8
    corners = [
        stirred(Spot(x + dx, y + dy, 0.0), strokes, np.random.default_rng(seed))
        for dx, dy in ((-step, 0), (step, 0), (0, -step), (0, step))
    ]
    (ax, ay), (bx, by), (cx, cy), (dx, dy) = ((spot.x, spot.y) for spot in corners)
    area = (bx - ax) * (dy - cy) - (by - ay) * (dx - cx)
    # Where a stroke ends its effect has a kink, which a cross across it sees.
    assert np.quantile(np.abs(area / (2 * step) ** 2 - 1), 0.95) < 1e-3
    assert np.hypot(ax, ay).max() <= 1 + 1e-9


def test_rings_lie_where_the_areas_put_them() -> None:
    """Half the area of a disc lies outside 1/√2 of its radius: the colour poured first is there, and only there."""
    way = COLUMN_POURS.kinds["by turns"].model_validate({"kind": "by turns", "rounds": 1})
    at = np.array([0.71, 0.70])
    assert way.lies([0.5, 0.5], Spot(at, np.zeros(2), 0.5), np.random.default_rng(1)).tolist() == [0, 1]


def test_a_single_stream_opens_a_round_place_of_its_share() -> None:
    """Two colours in two streams: the second lies in a circle that holds half of the disc, wherever it fell."""
    way = COLUMN_POURS.kinds["dropped in"].model_validate({"kind": "dropped in", "drops": 2})
    x, y = disc()
    for seed in range(5):
        second = way.lies([0.5, 0.5], Spot(x, y, 0.5), np.random.default_rng(seed)) == 1
        hull = shapely.MultiPoint(np.column_stack([x[second], y[second]])).convex_hull
        # As large as its share, and as round as a circle (isoperimetric quotient).
        assert hull.area == pytest.approx(0.5 * math.pi, rel=0.03)
        assert 4 * math.pi * hull.area / hull.length**2 > 0.98


@settings(max_examples=20)
@given(drops=st.integers(3, 30), seed=st.integers(0, 1000), along=st.floats(0, 1))
def test_streams_keep_every_share_in_every_cut(drops: int, seed: int, along: float) -> None:
    way = COLUMN_POURS.kinds["dropped in"].model_validate({"kind": "dropped in", "drops": drops})
    found = way.lies([0.5, 0.3, 0.2], Spot(*disc(6000), along), np.random.default_rng(seed))
    assert np.bincount(found, minlength=3) / len(found) == pytest.approx([0.5, 0.3, 0.2], abs=0.02)


@pytest.mark.parametrize("kind", COLUMN_POURS.kinds)
def test_heights_asked_together_are_as_asked_one_by_one(kind: str) -> None:
    way = COLUMN_POURS.kinds[kind].model_validate({"kind": kind, "strokes": 2})
    x, y = disc(60)
    along = np.linspace(0, 1, 60)
    together = way.shows([0.5, 0.3, 0.2], Spot(x, y, along), np.random.default_rng(4))
    apart = [
        int(way.shows([0.5, 0.3, 0.2], Spot(x[i : i + 1], y[i : i + 1], float(along[i])), np.random.default_rng(4))[0])
        for i in range(60)
    ]
    assert together.tolist() == apart


def test_a_circle_is_its_own_disc() -> None:
    x, z = np.array([0.0, 10.0, -12.5, 0.0]), np.array([0.0, 0.0, 0.0, 20.0])
    found = in_disc(Circle(diameter_mm=50), x, z)
    assert np.hypot(*found) == pytest.approx(np.hypot(x, z) / 25, abs=0.02)


def test_in_a_square_a_ring_holds_its_share_too() -> None:
    """The middle quarter of a square's area is the square of half its side, of a disc's half its radius."""
    square = Rounded(width_mm=40, height_mm=40, corner_mm=0)
    x, z = np.meshgrid(np.linspace(-19.9, 19.9, 200), np.linspace(-19.9, 19.9, 200))
    radius = np.hypot(*in_disc(square, x.ravel(), z.ravel()))
    assert float((radius < 0.5).mean()) == pytest.approx(0.25, abs=0.01)
    assert np.hypot(*in_disc(square, np.array([9.0, 11.0]), np.array([0.0, 0.0]))).tolist() == pytest.approx(
        [0.45, 0.55], abs=0.02
    )


def test_a_column_has_a_bowl_for_each_colour_and_the_bench_says_how() -> None:
    result = plan(read_loaf(loaf_with({"kind": "by turns", "rounds": 2, "strokes": 3})), CUPBOARD)
    pot = next(pot for pot in result.pots if pot.id == "cast-rod")
    volume = math.pi * 25**2 * 250 / 1000
    assert [portion.name for portion in pot.portions] == ["White", "Black", "Red"]
    assert [portion.delivers.value for portion in pot.portions] == pytest.approx(
        [volume * share for share in (0.5, 0.3, 0.2)], rel=2e-3
    )
    filling = next(step for step in result.steps if step.key == "cast-rod.cast")
    told = (
        "White 50 %, Black 30 %, Red 20 %. By turns through a funnel, 2 rounds, into the middle of the mould. Then "
        "draw a stick through it 3 times"
    )
    assert told in filling.detail
    assert [amount.label for amount in filling.amounts] == ["White", "Black", "Red", "Pour it this long, of 260 mm"]
    touching = {frozenset((pair.a, pair.b)) for pair in result.contrasts}
    assert {frozenset(("white", "black")), frozenset(("black", "red")), frozenset(("white", "red"))} <= touching


def test_its_face_shows_its_colours_in_their_shares() -> None:
    of = resolve(read_loaf(loaf_with({"kind": "side by side"})), CUPBOARD)
    face = field_of(of, plan(of.loaf, CUPBOARD).fills, ()).face(125.0, 0.5)
    black, red = ((face.colours == number).sum() * 0.5**2 for number in (1, 2))
    area = math.pi * 25**2
    assert (black, red) == (pytest.approx(0.3 * area, rel=0.02), pytest.approx(0.2 * area, rel=0.02))
    assert (face.colours == -2).sum() == 0


def test_one_on_another_shows_another_colour_at_each_end() -> None:
    for front, first in (("either", 0), ("last poured", 2)):
        of = resolve(read_loaf(loaf_with({"kind": "one on another"}, front=front)), CUPBOARD)
        field = field_of(of, plan(of.loaf, CUPBOARD).fills, ())
        face = field.face(1.0, 1.0)
        middle = face.colours[face.colours.shape[0] // 2, face.colours.shape[1] // 2]
        assert middle == first


def test_shares_that_do_not_add_up_are_told_at_the_column() -> None:
    document = loaf_with({"kind": "by turns"})
    document["embeds"][0]["poured"]["colours"] = THREE[:2]
    with pytest.raises(InputError, match=r"embeds.0.poured.colours = 80 %"):
        read_loaf(document)


def test_melted_base_is_of_one_colour() -> None:
    melted = {"mould_length_mm": 260, "trim_mm": 0, "of": "clear base"}
    with pytest.raises(InputError, match="of one colour"):
        read_loaf(loaf_with({"kind": "by turns"}, casting=melted))


def test_along_its_middle_a_column_shows_its_colours_where_they_stand() -> None:
    """One on another: each has its part of the length, whatever its height; the end poured last may lie in front."""
    way = {"kind": "one on another"}
    (piece,) = plan(read_loaf(loaf_with(way)), CUPBOARD).embeds
    shown = {(strip.colour, round(strip.from_mm), round(strip.to_mm)) for strip in piece.side}
    # Half, three tenths, a fifth of 250 mm, to a twenty-fourth of it.
    assert shown == {("white", 0, 125), ("black", 125, 198), ("red", 198, 250)}
    (turned,) = plan(read_loaf(loaf_with(way, front="last poured")), CUPBOARD).embeds
    assert {strip.colour for strip in turned.side if strip.from_mm == 0} == {"red"}
    area = sum((strip.to_mm - strip.from_mm) * (strip.high_mm - strip.low_mm) for strip in piece.side)
    # Its corners stand a hair outside the round.
    assert area == pytest.approx(250 * 50, rel=2e-3)


def test_a_column_of_one_colour_has_no_strips() -> None:
    document = box(colours=COLOURS, embeds=[rod()])
    document["work"].append({"do": "lay", "embed": "rod"})
    document["work"][0]["to_mm"] = 10
    document["work"].append({**document["work"][0], "id": "rest", "to_mm": 68})
    assert plan(read_loaf(document), CUPBOARD).embeds[0].side == ()
