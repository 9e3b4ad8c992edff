"""Heat in a setting loaf: against closed forms of conduction, an energy balance, and what makers see."""

from __future__ import annotations

import datetime as dt
import itertools
import math
from typing import Any
from zoneinfo import ZoneInfo

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq
from scipy.special import j0, j1, jn_zeros
from scipy.stats import ncx2

from archtop.core import gel_film_of, plan_of, read_loaf, resolve, standard_cupboard
from archtop.core.calculators import calculate
from archtop.core.gel import COVERS, GelPlan
from archtop.core.gel.conduction import Face, Soap, warming
from archtop.core.schedule import Network, Pin, network_of, standing_of
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()
SOAP = Soap(1.03, 2.4, 0.3, 125.0, 3.0, 45.0, 50.0, 0.05)
# As good as no way out at all.
SHUT = Face(1e-9, 20.0)


def cooled(
    walls: tuple[Face, Face, Face], size_mm: tuple[float, float, float], hours: float, count: tuple[int, int, int]
) -> float:
    """Temperature in the middle [°C] of finished soap that begins at 60 °C."""
    cell = tuple(side / cells for side, cells in zip(size_mm, count, strict=True))
    still = np.zeros(count, dtype=np.bool_)
    faces = tuple((wall, wall) for wall in walls)
    moments = warming(SOAP, cell, np.full(count, 60.0), still, faces, every_h=hours)  # type: ignore[arg-type]
    t = list(itertools.islice(moments, 2))[-1].t_c
    return float(t[tuple(cells // 2 for cells in count)])


def plane_wall(thick_mm: float, wall: Face, hours: float) -> float:
    """Share of the excess temperature that is left in the middle of a plane wall cooled by convection on both sides.

    θ = Σ Cₙ·exp(−ζₙ²·Fo), ζ·tan ζ = Bi, Cₙ = 4 sin ζₙ/(2ζₙ + sin 2ζₙ): Incropera & DeWitt, Fundamentals of Heat and
    Mass Transfer, section 5.5 (from memory).
    """
    half = thick_mm / 2000
    biot = wall.w_per_m2_k * half / SOAP.w_per_m_k
    fourier = SOAP.w_per_m_k / (SOAP.g_ml * 1e6 * SOAP.j_per_g_k) * hours * 3600 / half**2
    total = 0.0
    for n in range(60):
        zeta = brentq(lambda z: z * math.sin(z) - biot * math.cos(z), n * math.pi, n * math.pi + math.pi / 2)
        total += 4 * math.sin(zeta) / (2 * zeta + math.sin(2 * zeta)) * math.exp(-(zeta**2) * fourier)
    return total


@pytest.mark.parametrize("hours", [0.25, 1, 3, 8])
@pytest.mark.parametrize("u", [2.0, 9.0, 200.0])
def test_a_plane_wall_cools_as_the_closed_form_says(u: float, hours: float) -> None:
    wall = Face(u, 20.0)
    found = cooled((wall, SHUT, SHUT), (60.0, 60.0, 60.0), hours, (21, 1, 1))
    assert found == pytest.approx(20 + 40 * plane_wall(60, wall, hours), abs=0.3)


@pytest.mark.parametrize("hours", [0.02, 0.05, 0.1])
def test_what_is_so_thin_that_it_is_warm_all_through_cools_evenly(hours: float) -> None:
    """Newton's law of cooling: the excess falls by e in ρ·c·d/(2U), of a sheet of a thickness d open on both sides."""
    e_fold_h = SOAP.g_ml * 1e6 * SOAP.j_per_g_k * 0.001 / (2 * 9.0) / 3600
    found = cooled((SHUT, SHUT, Face(9.0, 20.0)), (60.0, 60.0, 1.0), hours, (1, 1, 1))
    assert found == pytest.approx(20 + 40 * math.exp(-hours / e_fold_h), abs=1.0)


@pytest.mark.parametrize("hours", [0.5, 2, 6])
def test_a_brick_cools_as_the_product_of_three_walls(hours: float) -> None:
    """The product solution for a short bar (Incropera & DeWitt, section 5.8)."""
    walls, size = (Face(4.4, 20.0), Face(3.2, 20.0), Face(9.0, 20.0)), (90.0, 250.0, 70.0)
    left = math.prod(plane_wall(side, wall, hours) for side, wall in zip(size, walls, strict=True))
    assert cooled(walls, size, hours, (21, 21, 21)) == pytest.approx(20 + 40 * left, abs=0.4)


@pytest.mark.parametrize("hours", [0.5, 1, 2, 4])
@pytest.mark.parametrize("away_mm", [0.0, 22.5, 50.0])
def test_a_cold_round_column_is_warmed_as_the_closed_form_says(away_mm: float, hours: float) -> None:
    """An endless cylinder at once put into an endless mass: Carslaw & Jaeger, Conduction of Heat in Solids, 10.3.

    What of its cold is left at r is the share of a round bell of spread √(2at) about r that lies within the cylinder.
    """
    radius, cells, side = 0.0225, 121, 300.0
    at = (np.arange(cells) + 0.5) * side / cells - side / 2
    across, up = np.meshgrid(at, at, indexing="ij")
    begin = np.where(np.hypot(across, up) < radius * 1000, 20.0, 45.0)[:, None, :]
    shut = ((SHUT, SHUT),) * 3
    still = np.zeros(begin.shape, dtype=np.bool_)
    moments = warming(SOAP, (side / cells, 10.0, side / cells), begin, still, shut, every_h=hours)  # type: ignore[arg-type]
    found = list(itertools.islice(moments, 2))[-1].t_c[:, 0, cells // 2]
    spread = 2 * SOAP.w_per_m_k / (SOAP.g_ml * 1e6 * SOAP.j_per_g_k) * hours * 3600
    left = ncx2.cdf(radius**2 / spread, 2, (away_mm / 1000) ** 2 / spread)
    assert np.interp(away_mm, at, found) == pytest.approx(45 - 25 * left, abs=0.25)


def cylinder(across_mm: float, wall: Face, hours: float) -> float:
    """Share of the excess temperature that is left in the axis of an endless cylinder cooled by convection.

    θ = Σ Cₙ·exp(−ζₙ²·Fo), ζ·J₁(ζ) = Bi·J₀(ζ), Cₙ = 2/ζₙ·J₁/(J₀² + J₁²): Incropera & DeWitt, section 5.6 (from memory).
    """
    radius = across_mm / 2000
    biot = wall.w_per_m2_k * radius / SOAP.w_per_m_k
    fourier = SOAP.w_per_m_k / (SOAP.g_ml * 1e6 * SOAP.j_per_g_k) * hours * 3600 / radius**2
    ends = [0.0, *jn_zeros(1, 40)]
    zetas = [brentq(lambda z: z * j1(z) - biot * j0(z), *between) for between in itertools.pairwise(ends)]
    return sum(2 / z * j1(z) / (j0(z) ** 2 + j1(z) ** 2) * math.exp(-(z**2) * fourier) for z in zetas)


@pytest.mark.parametrize("hours", [0.5, 1, 2, 4])
@pytest.mark.parametrize("across_mm", [50.0, 80.0])
def test_a_round_cup_reckoned_as_a_square_one_cools_as_a_cylinder_does(across_mm: float, hours: float) -> None:
    """A square as wide as the circle has as much wall to its volume: what is left of 40 K is right within 2 K."""
    wall, top = Face(6.5, 20.0), Face(3.2, 20.0)
    left = cylinder(across_mm, wall, hours) * plane_wall(60.0, top, hours)
    size = (across_mm, across_mm, 60.0)
    assert cooled((wall, wall, top), size, hours, (21, 21, 21)) == pytest.approx(20 + 40 * left, abs=2.0)


@given(
    st.floats(0.5, 12),
    st.floats(25, 55),
    st.tuples(*[st.floats(1, 12)] * 3),
    st.tuples(*[st.floats(40, 200)] * 3),
)
def test_what_is_made_is_stored_or_lost(
    hours: float, start: float, u: tuple[float, float, float], size: tuple[float, float, float]
) -> None:
    count = (6, 7, 5)
    cell = (size[0] / 6, size[1] / 7, size[2] / 5)
    faces = tuple((Face(each, 21.0), Face(each, 5.0)) for each in u)
    fresh = np.ones(count, dtype=np.bool_)
    fresh[2:4, :, 1:3] = False
    begin = np.where(fresh, start, 21.0)
    moments = warming(SOAP, cell, begin, fresh, faces, every_h=hours)  # type: ignore[arg-type]
    end = list(itertools.islice(moments, 2))[-1]
    cell_j = SOAP.g_ml * 1e6 * SOAP.j_per_g_k * math.prod(cell) * 1e-9
    stored = float((end.t_c - begin).sum()) * cell_j
    assert stored + end.lost_j == pytest.approx(end.made_j, rel=1e-3, abs=1e-3 * abs(end.lost_j) + 1e-6)


def test_with_no_way_out_it_rises_by_all_its_heat() -> None:
    fresh = np.ones((3, 3, 3), dtype=np.bool_)
    shut = ((SHUT, SHUT),) * 3
    moments = warming(SOAP, (30.0, 30.0, 30.0), np.full((3, 3, 3), 45.0), fresh, shut, every_h=200.0)  # type: ignore[arg-type]
    end = list(itertools.islice(moments, 2))[-1]
    assert end.reacted.min() == pytest.approx(1, abs=1e-3)
    assert end.t_c.mean() == pytest.approx(45 + SOAP.j_per_g / SOAP.j_per_g_k, rel=1e-3)


def test_kept_at_one_temperature_half_has_reacted_after_its_half_time() -> None:
    fresh = np.ones((2, 2, 2), dtype=np.bool_)
    held = ((Face(1e5, 45.0), Face(1e5, 45.0)),) * 3
    # So thin that it is as warm as what is around it.
    moments = warming(SOAP, (2.0, 2.0, 2.0), np.full((2, 2, 2), 45.0), fresh, held, every_h=3.0)  # type: ignore[arg-type]
    assert list(itertools.islice(moments, 2))[-1].reacted.mean() == pytest.approx(0.5, abs=0.01)


def gel(loaf: dict[str, Any], cover: str, **sizing: Any) -> GelPlan:
    document = {**loaf, "sizing": {"cover": cover, **sizing}}
    return plan_of(resolve(read_loaf(document), CUPBOARD)).gel


FULL = box()


def test_a_full_size_loaf_under_lid_and_towels_gels() -> None:
    """Common practice, no source."""
    found = gel(FULL, "towel")
    assert found.gels == "all"
    assert found.look_h is not None
    assert 1 <= found.look_h <= 6


@pytest.mark.parametrize("cover", ["open", "fridge"])
def test_poured_and_left_open_it_does_not(cover: str) -> None:
    assert gel(FULL, cover).gels == "none"
    assert gel(FULL, cover).look_h is None


def test_a_heat_pad_comes_off_whether_it_gels_or_not() -> None:
    """A loaf so cold that no pad brings it to gel has its pad taken off all the same, once that warms no more."""

    def told(room_c: float, width_mm: float, to_mm: float) -> tuple[GelPlan, str, str]:
        document = box(sizing={"cover": "heat pad", "room_c": room_c})
        document["mould"]["width_mm"] = width_mm
        document["work"][0]["to_mm"] = to_mm
        loaf = read_loaf(document)
        found = plan_of(resolve(loaf, CUPBOARD))
        (step,) = [step for step in found.steps if step.key == "loaf.look"]
        job = next(job for job in network_of(loaf, found, "a").jobs if job.kind == "look")
        assert job.title == step.title
        return found.gel, step.title, step.detail

    gel, title, detail = told(25, 90, 60)
    assert gel.gels != "none"
    assert title.startswith("Look whether")
    assert "the pad comes off" in detail
    gel, title, detail = told(5, 40, 20)
    assert (gel.gels, gel.look_h) == ("none", gel.peak_h)
    assert title.endswith("off the heat pad")
    assert "darker" not in detail


def test_a_cold_column_of_45_mm_hardly_lets_it_gel_and_is_told_to_be_in_the_way() -> None:
    """Common practice, no source: embeds at the room's warmth cool the loaf around them."""
    column = rod("col", 45)
    with_it, without = gel(box_with(column, to_mm=60), "towel"), gel(FULL, "towel")
    assert with_it.gels == "none"
    assert with_it.peak.value < without.peak.value - 20
    assert "cold pieces in it are in the way" in with_it.says
    assert "in the way" not in gel(FULL, "open").says


def test_a_mould_that_pieces_fill_has_nothing_to_gel() -> None:
    narrow = {"length_mm": 250, "width_mm": 52, "height_mm": 90}
    block = rod("col", 20, outline={"kind": "rounded", "width_mm": 50, "height_mm": 50, "corner_mm": 1}, up_mm=28)
    document = box_with(block, to_mm=70, mould=narrow)
    assert gel(document, "heat pad").gels == "none"
    assert gel(document, "heat pad").share.value < 5


@pytest.mark.parametrize("room", [16, 21, 26])
def test_the_better_covered_the_warmer(room: float) -> None:
    peaks = [gel(FULL, cover, room_c=room).peak.value for cover in ("fridge", "open", "lid", "towel", "heat pad")]
    assert peaks == sorted(peaks)


def test_more_water_gels_sooner() -> None:
    wet = box()
    wet["formulas"] = [{**wet["formulas"][0], "water": {"by": "concentration", "value": 25}}]
    dry = box()
    dry["formulas"] = [{**dry["formulas"][0], "water": {"by": "concentration", "value": 40}}]
    assert gel(wet, "lid").gel_at.value < gel(dry, "lid").gel_at.value - 15


def test_gel_shortens_the_wait_and_is_told_at_the_cover() -> None:
    def told(cover: str) -> tuple[float, str]:
        loaf = read_loaf({**FULL, "sizing": {"cover": cover, "room_c": 27}})
        result = plan_of(resolve(loaf, CUPBOARD))
        (wait,) = [
            link.least_h for link in network_of(loaf, result).links if (link.before, link.after) == ("pour", "cut")
        ]
        # One wait, whether Formula tells it or Order.
        assert result.formulas[0].out_of_mould.value == wait
        return wait, next(step.detail for step in result.steps if step.key == "loaf.cover")

    warm, says = told("heat pad")
    cool, says_not = told("fridge")
    assert warm < cool
    assert "It gels through" in says
    assert "It does not gel" in says_not


def test_a_ring_and_too_much_heat_are_worth_a_word_and_a_new_loaf_is_not() -> None:
    def told(sizing: dict[str, Any], **changes: Any) -> set[str]:
        result = plan_of(resolve(read_loaf(box(sizing=sizing, **changes)), CUPBOARD))
        return {remark.code for remark in result.remarks if remark.code.startswith("gel.")}

    assert told({}) == set()
    assert told({"cover": "open"}) == set()
    tall = {"length_mm": 400, "width_mm": 160, "height_mm": 140}
    work = [{**box()["work"][0], "to_mm": 130}]
    assert told({"cover": "towel", "room_c": 32}, mould=tall, work=work) == {"gel.hot"}


def test_a_document_that_was_kept_warm_has_towels_now() -> None:
    def lifted(sizing: dict[str, Any]) -> str:
        return read_loaf({**FULL, "version": 10, "sizing": sizing}).sizing.cover

    assert lifted({"gelled": True}) == "towel"
    assert lifted({"gelled": False}) == lifted({}) == "lid"


def test_the_film_shows_the_section_with_its_pieces() -> None:
    of = resolve(read_loaf(box_with(rod("col", 45), to_mm=60)), CUPBOARD)
    film = gel_film_of(of, plan_of(of))
    assert len(film.frames) == len(film.hours)
    assert film.hours[0] == 0
    rows, columns = len(film.frames[0]), len(film.frames[0][0])
    assert (len(film.pieces), len(film.pieces[0])) == (rows, columns)
    # The middle is the piece, as warm as the room at the pour; the corners are batter.
    assert film.pieces[rows // 2][columns // 2]
    assert film.frames[0][rows // 2][columns // 2] == 21
    assert film.frames[0][0][0] > 35
    share = sum(map(sum, film.pieces)) / rows / columns
    assert share == pytest.approx(math.pi * 22.5**2 / (film.size_mm[0] * film.size_mm[1]), rel=0.1)


def test_the_calculator_asks_what_another_cover_would_do() -> None:
    found = [calculate("gel", {"loaf": FULL, "cover": cover}) for cover in COVERS]
    assert len({item.model_dump()["peak"]["value"] for item in found}) == len(COVERS)


def test_a_loaf_that_gels_is_looked_at_in_its_hour_and_that_takes_no_day_of_the_season() -> None:
    def looked(cover: str) -> tuple[list[str], Network]:
        loaf = read_loaf({**FULL, "sizing": {"cover": cover, "room_c": 27}})
        result = plan_of(resolve(loaf, CUPBOARD))
        steps = [step.detail for step in result.steps if step.job == "look"]
        return steps, network_of(loaf, result)

    (detail,), network = looked("heat pad")
    assert "the pad comes off" in detail
    (link,) = [link for link in network.links if link.after == "look"]
    assert link.most_h is not None
    assert 0 < link.least_h < link.most_h < 14
    left = network.on_days()
    assert {job.key for job in network.jobs} - {job.key for job in left.jobs} == {"look"}
    assert "look" not in {key for link in left.links for key in (link.before, link.after)}
    steps, cool = looked("fridge")
    assert steps == []
    assert cool.on_days() == cool


def test_a_look_is_asked_for_in_its_hour_and_never_of_a_loaf_that_is_cut() -> None:
    loaf = read_loaf({**FULL, "sizing": {"cover": "towel", "room_c": 24}})
    network = network_of(loaf, plan_of(resolve(loaf, CUPBOARD)))
    (link,) = [link for link in network.links if link.after == "look"]
    now, zone = dt.datetime(2027, 3, 5, 12, tzinfo=dt.UTC), ZoneInfo("Europe/Berlin")

    def stands(since_h: float, *others: str) -> list[str]:
        poured = now - dt.timedelta(hours=since_h)
        pins = {"pour": Pin(start=poured, done=True, at_end=True)}
        pins |= {key: Pin(start=now, done=True, at_end=True) for key in others}
        return [job.stands for job in standing_of(network, pins, now=now, zone=zone) if job.kind == "look"]

    assert link.most_h is not None
    found = [stands(hours) for hours in (0.2, link.least_h + 0.2, link.most_h + 1, link.most_h + 25)]
    assert found == [["waiting"], ["ready"], ["missed"], []]
    assert stands(link.least_h + 0.2, "cut") == []
