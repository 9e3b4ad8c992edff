"""What is poured along a drawn line, out of small cups, from a jug that moves; and the thin line between layers."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from archtop.core import InputError, read_loaf
from archtop.core.document import Dust
from archtop.core.document.work.words import Around
from archtop.core.trade.techniques import Drops
from archtop.core.trade.techniques.drawn_lines import DrawnLine
from tests.core.conftest import box
from tests.core.test_faces_as_soap import BASE, boundary, pour
from tests.core.test_pour import COLOURS, field, poured, seen

TWO = {"red": 50, "blue": 50}
NAMES = {"red": "Ember", "blue": "Slate"}


def straight(colour: str, across: float) -> dict[str, Any]:
    return {"colour": colour, "points": [[0.0, across], [1.0, across]]}


def drawn(*lines: dict[str, Any], **more: Any) -> dict[str, Any]:
    return pour("in", 60, TWO, 90, kind="drops", way="as drawn", lines=lines, **more)


def middles(work: list[dict[str, Any]], y: float) -> dict[str, float]:
    """Where across the section what plunged into the base lies [mm from the left]: the rest runs level."""
    face = field(work, 2.0).face(y, 0.5)
    deep = face.colours[round((face.top_mm - 28) / face.px_mm) :]
    across = (np.arange(deep.shape[1]) + 0.5) * face.px_mm
    return {key: float(np.average(across, weights=(deep == k).sum(axis=0))) for k, key in ((1, "red"), (2, "blue"))}


class TestDrawn:
    def test_each_colour_lies_where_its_line_was_drawn(self) -> None:
        found = middles([BASE, drawn(straight("red", -0.6), straight("blue", 0.6))], 125.0)
        mirrored = middles([BASE, drawn(straight("red", 0.6), straight("blue", -0.6))], 125.0)
        assert found["red"] < found["blue"] - 15
        assert mirrored["blue"] < mirrored["red"] - 15

    def test_a_slanting_line_lies_left_in_front_and_right_behind(self) -> None:
        slant = {"colour": "red", "points": [[0.0, -0.8], [1.0, 0.8]]}
        work = [BASE, drawn(slant, straight("blue", 0.0))]
        assert middles(work, 30.0)["red"] < middles(work, 220.0)["red"] - 20

    def test_what_comes_later_lies_uppermost(self) -> None:
        """Side by side they would not: both are poured along the middle, so thick that nothing plunges."""
        work = [
            BASE,
            pour("in", 60, TWO, 5, kind="drops", way="as drawn", lines=[straight("red", 0), straight("blue", 0)]),
        ]
        top = field(work, 100.0).face(125.0, 0.5).colours[1]
        assert (top == 2).mean() > 0.9

    def test_a_line_of_a_colour_that_is_gone_is_left_out(self) -> None:
        both = [straight("red", -0.6), straight("blue", 0.6)]
        with_it, without = ([BASE, drawn(*lines)] for lines in ([*both, straight("violet", 0)], both))
        assert (field(with_it).face(90.0, 1.0).colours == field(without).face(90.0, 1.0).colours).all()

    def test_nothing_drawn_takes_turns_end_to_end(self) -> None:
        end_to_end = pour("in", 60, TWO, 90, kind="drops")
        ways = [field([BASE, work]).face(90.0, 1.0).colours for work in (drawn(), end_to_end)]
        assert (ways[0] == ways[1]).all()

    def test_the_bench_says_the_order_and_where(self) -> None:
        lines = [straight("blue", 0.9), straight("red", -0.4), {"colour": "blue", "points": [[0, -0.9], [1, 0.9]]}]
        told = Drops(way="as drawn", lines=tuple(DrawnLine.model_validate(line) for line in lines)).says(80, NAMES)
        assert told == (
            "Drop swirl in lines, 80 mm up, in this order: 1 Slate along the right wall, 2 Ember left of the middle, "
            "3 Slate from side to side."
        )

    @pytest.mark.parametrize("points", [[[0, 0]], [[0, 0], [1.2, 0]], [[0, 0], [1, -1.5]]])
    def test_a_line_outside_the_mould_is_refused(self, points: list[list[float]]) -> None:
        work = [BASE, drawn({"colour": "red", "points": points})]
        with pytest.raises(InputError, match=r"technique\.lines"):
            read_loaf(box(colours=COLOURS, work=work))


class TestFromTheHand:
    def test_smaller_cups_are_more_of_them(self) -> None:
        """A cup of 30 ml: three times as many spots in a row as one of 90."""
        edges = []
        for cup in (30.0, 90.0):
            work = [BASE, pour("in", 60, TWO, 90, kind="drops", way="side to side", passes=4, cup_ml=cup)]
            of = field(work, 2.0)
            edges.append(sum(int((np.diff(of.face(y, 0.5).colours, axis=1) != 0).sum()) for y in (40.0, 100.0, 160.0)))
        assert edges[0] > 1.3 * edges[1]

    def test_a_jug_moved_up_and_down_goes_less_deep_in_the_mean(self) -> None:
        depths = []
        for moved in (False, True):
            of = field([BASE, pour("in", 36, {"red": 100}, 150, kind="drops", up_and_down=moved)], 2.0)
            faces = [of.face(y, 0.5) for y in np.linspace(20, 230, 12)]
            depths.append(np.mean([(face.colours == 1)[round((face.top_mm - 27) / 0.5) :].mean() for face in faces]))
        assert 0.1 * depths[0] < depths[1] < 0.85 * depths[0]

    def test_the_bench_says_cups_and_jug(self) -> None:
        rows = Drops(way="side to side", cup_ml=40, up_and_down=True, passes=5)
        assert rows.says(120, NAMES) == (
            "Drop swirl: 5 rows side to side, in cups of 40 ml, the jug moved up and down to 120 mm, colours taking "
            "turns. Shake the mould level between rows."
        )


def lined(oil_g: float | None, pa: float, **more: Any):  # type: ignore[no-untyped-def]
    """A thin line in gold between white and blue, with what follows as thick as that."""
    line = {"do": "dust", "id": "line", "name": "Line", "colour": "gold", "amount_g": 2, "oil_g": oil_g}
    return field([pour("under", 34, {"white": 100}), line, pour("over", 66, {"blue": 100})], pa, **more)


def off_level(of: Any) -> tuple[float, float]:
    """How far blue goes down under the line's level and white up over it, at most [mm], over several sections."""
    down, up = 0.0, 0.0
    for y in (60.0, 125.0, 190.0):
        face = of.face(y, 0.5)
        lowest = face.top_mm - np.flatnonzero((face.colours == 2).any(axis=1)).max() * face.px_mm
        highest = float(np.nanmax(boundary(face, 0)))
        down, up = max(down, 34 - lowest), max(up, highest - 34)
    return down, up


class TestThinLine:
    def test_dry_it_stays_where_it_fell(self) -> None:
        down, up = off_level(lined(None, 2.0))
        assert max(down, up) < 4

    def test_in_oil_fluid_batter_takes_it_down_and_thick_batter_lifts_it(self) -> None:
        fluid, thick = off_level(lined(8.0, 1.5)), off_level(lined(8.0, 120.0))
        assert fluid[0] > thick[0] + 4
        assert thick[1] > fluid[1] + 2

    @pytest.mark.parametrize("pa", [1.5, 120.0])
    def test_what_is_carried_keeps_what_was_poured(self, pa: float) -> None:
        of = lined(1e-6, pa)
        found = seen(of, faces=60, points=12_000)
        for colour, share in poured(of).items():
            assert found[colour] == pytest.approx(share, abs=0.004)

    def test_the_bench_says_how_it_goes_on(self) -> None:
        around = Around({"a": "Amber"}, {}, {}, {}, {}, {})
        dry, oiled = Dust(id="l", colour="a"), Dust(id="l", colour="a", oil_g=6)
        assert "sieve" in dry.words(around).detail
        assert "sieve" not in oiled.words(around).detail
        assert "The next pour carries it" in oiled.words(around).detail
