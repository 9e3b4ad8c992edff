"""What came of a loaf: outcomes, differences, causes, fits, memory, colour against a white card, costs."""

from __future__ import annotations

import datetime as dt
import math
from typing import Any

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import minimize

from archtop.core import Cupboard, InputError, LoafPlan, cost_of, plan, read_loaf, standard_cupboard
from archtop.core.base import Rate
from archtop.core.bench.clock import Note, bowls_of
from archtop.core.colour import against_white, difference, lab_of, reflectance_of
from archtop.core.learning import Observation, fitted, kind_of, shrunk
from archtop.core.notebook import (
    Circumstance,
    Difference,
    Facts,
    Finished,
    LoafOutcome,
    Press,
    differences_of,
    facts_of,
    fault_kinds,
    observations_of,
    past_of,
    read_outcome,
    reminders_for,
)
from archtop.core.resolved import resolve
from archtop.core.rheology import spread_mm
from tests.core.conftest import box, box_with, rod, shredded

CUPBOARD = standard_cupboard()
TODAY = dt.date(2026, 6, 1)
NOON = dt.datetime(2026, 5, 30, 12, tzinfo=dt.UTC)


def outcome(stage: str = "cut", **said: Any) -> LoafOutcome:
    return LoafOutcome.model_validate({"stage": stage, "on": "2026-05-31", **said})


def finished(
    *outcomes: LoafOutcome, facts: Facts | None = None, cupboard: Cupboard = CUPBOARD, **more: Any
) -> Finished:
    loaf = read_loaf(more.pop("document", None) or box(**more))
    return Finished(resolve(loaf, cupboard), plan(loaf, cupboard), outcomes, facts or Facts())


def told(of: Finished) -> dict[str, Difference]:
    found = differences_of(Circumstance(of.resolved, of.result, of.facts), of.outcomes)
    return {item.what: item for item in found}


def weights(result: LoafPlan, factor: float) -> list[dict[str, float]]:
    return [{"bar": bar.number, "grams": bar.weight.value * factor} for bar in result.cuts.bars]


@given(
    st.floats(-2, 2),
    st.floats(0.05, 1),
    st.floats(0.0, 0.5),
    st.lists(st.tuples(st.floats(-3, 3), st.floats(0.05, 1)), max_size=8),
)
def test_the_fit_is_the_top_of_the_posterior(default: float, studio: float, loaf: float, seen: Any) -> None:
    """Independent: SciPy looks for the mean that makes prior and observations likeliest."""
    fit = shrunk(default, studio, loaf, seen)

    def unlikely(mean: np.ndarray) -> float:
        off = sum((value - mean[0]) ** 2 / (sd**2 + loaf**2) for value, sd in seen)
        return float(off + (mean[0] - default) ** 2 / studio**2) / 2

    best = minimize(unlikely, [default], method="BFGS", options={"gtol": 1e-9})
    assert fit.mean == pytest.approx(best.x[0], abs=1e-4)
    assert fit.sd == pytest.approx(math.sqrt(1 / (1 / studio**2 + sum(1 / (s**2 + loaf**2) for _, s in seen))))
    assert fit.next_sd >= loaf


def test_the_more_is_seen_the_less_the_default_counts() -> None:
    few, many = (fitted([Observation(rate="film", value=1.0, sd=0.2, says="")] * n)["film"] for n in (1, 40))
    assert kind_of("film").default < few.value < many.value < 1.0
    assert many.high / many.low < few.high / few.low
    assert (few.n, many.n, few.default) == (1, 40, 0.5)
    assert fitted([]) == {}


def test_rates_are_taken_by_plans_which_say_so() -> None:
    document = box_with(rod("col", 40))
    loaf = read_loaf(document)
    plain = plan(loaf, CUPBOARD)
    seen = [Observation(rate=rate, value=value, sd=0.05, says="") for rate, value in (("film", 1.2), ("cure", 14.0))]
    learned = plan(loaf, CUPBOARD.model_copy(update={"rates": fitted(seen * 30)}))
    assert learned.pots[-1].total_g > plain.pots[-1].total_g
    assert (plain.pots[-1].batter.basis, learned.pots[-1].batter.basis) == ("estimate", "your log")
    assert learned.cuts.bars[0].cured.value < plain.cuts.bars[0].cured.value
    assert (plain.cuts.bars[0].cured.basis, learned.cuts.bars[0].cured.basis) == ("common practice", "your log")
    own = read_loaf({**document, "sizing": {"film_mm": 0.9}})
    assert (
        "as set in this loaf"
        in plan(own, CUPBOARD.model_copy(update={"rates": fitted(seen * 30)})).pots[-1].batter.source
    )


def test_a_film_nobody_chose_is_left_to_the_log() -> None:
    lifted = read_loaf({**box(), "version": 4, "sizing": {"film_mm": 0.5}})
    kept = read_loaf({**box(), "version": 4, "sizing": {"film_mm": 0.8}})
    assert (lifted.sizing.film_mm, kept.sizing.film_mm) == (None, 0.8)


def test_what_stayed_on_bowls_is_found_from_the_bars() -> None:
    """By hand: the loaf is so much lighter that the film must have been twice as thick; the scale's log counts too."""
    of = finished()
    pot = of.result.pots[-1]
    film = sum(part.clings_ml for part in pot.portions) * pot.density.value
    margin = sum(part.margin_ml for part in pot.portions) * pot.density.value
    # Everything that was mixed went into the loaf but twice the film; a hundredth has dried off by the cut.
    loaf_g = of.result.cuts.total_g + margin - film
    factor = loaf_g / of.result.cuts.total_g * 0.99
    cut = outcome(weights=weights(of.result, factor))
    shown = {item.rate: item for item in observations_of(of._replace(outcomes=[cut]))}
    seen = shown["film"]
    assert shown["yield"].value == pytest.approx(1 - 2 * film / pot.total_g, rel=1e-3)
    assert seen.value == pytest.approx(1.0, rel=1e-3)
    assert seen.grams == pytest.approx(2 * film, rel=1e-3)
    told_of = told(of._replace(outcomes=[cut]))["Soap from a gram of oils"]
    oils = sum(line.grams for line in pot.ingredients if line.role == "oil")
    assert float(told_of.found.split()[0]) == pytest.approx((pot.total_g - 2 * film) / oils, abs=0.002)
    left = outcome(weights=weights(of.result, factor), left=[{"grams": film}])
    (less,) = [item for item in observations_of(of._replace(outcomes=[left])) if item.rate == "film"]
    assert less.value == pytest.approx(0.5, rel=1e-3)


def test_bars_that_weigh_more_at_the_planned_level_make_the_batter_heavier() -> None:
    of = finished()
    cut = outcome(weights=weights(of.result, 1.03 * 0.99), level_mm=of.result.level_mm)
    (seen,) = [item for item in observations_of(of._replace(outcomes=[cut])) if item.rate == "density"]
    assert seen.value == pytest.approx(1.03, rel=1e-6)


def test_curing_and_hands_are_seen() -> None:
    of = finished(document=frosted())
    run = of.result.top.runs[0]
    cut, cured = outcome(weights=weights(of.result, 1)), outcome("cured", weights=weights(of.result, 0.88))
    facts = Facts(pipe_min={run.id: 2 * run.minutes.value})
    seen = {item.rate: item for item in observations_of(of._replace(outcomes=[cut, cured], facts=facts))}
    assert seen["cure"].value == pytest.approx(12.0)
    assert seen["hands"].value == pytest.approx(2.0)


def frosted() -> dict[str, Any]:
    run = {"id": "eave", "name": "Eave", "motif": {"kind": "kiss", "size_mm": 20}, "tip": "t", "colours": ["white"]}
    tip = {"id": "t", "name": "Round", "kind": "plain", "opening_mm": 10}
    return box(frosting={"tips": [tip], "runs": [{**run, "pattern": "rows", "rows": 2}]})


def test_frosting_that_is_left_makes_the_next_loaf_take_less() -> None:
    of = finished(document=frosted())
    piped = sum(run.volume.value for run in of.result.top.runs)
    pot = of.result.pots[-1]
    cut = outcome(left=[{"what": "frosting", "grams": 0.3 * piped * pot.density.value}])
    (seen,) = [item for item in observations_of(of._replace(outcomes=[cut])) if item.rate == "piping"]
    assert seen.value < 0.85
    less = plan(of.loaf, CUPBOARD.model_copy(update={"rates": fitted([seen] * 10)}))
    assert less.top.volume.value < of.result.top.volume.value
    assert less.top.runs[0].volume.basis == "your log"


def test_a_weak_jar_is_found_out_and_dosed_as_it_is(demo_cupboard: Cupboard) -> None:
    """The bar that a jar at seven tenths of its strength would make is read as just that."""
    key = next(key for key, jar in demo_cupboard.colourants.items() if not jar.whitens)
    jar = demo_cupboard.colourants[key]
    dose = (jar.low + jar.high) / 2
    colours = [
        {"id": "white", "name": "White", "srgb": "#ffffff", "colourants": [{"colourant": key, "g_per_kg": dose}]}
    ]
    weak = Rate(
        key=f"colour:{key}", name="", unit="ratio", value=0.7, low=0.6, high=0.8, default=1, n=3, how="", source=""
    )
    with_it = demo_cupboard.model_copy(update={"rates": {weak.key: weak}})
    loaf = read_loaf(box(colours=colours))
    shown = plan(loaf, with_it).colours[0].shown
    assert plan(loaf, with_it).colours[0].forecast.basis == "your log"
    of = Finished(
        resolve(loaf, demo_cupboard),
        plan(loaf, demo_cupboard),
        [outcome("cured", colours=[{"colour": "white", "srgb": shown}])],
        Facts(),
    )
    (seen,) = observations_of(of)
    assert seen.rate == weak.key
    assert seen.value == pytest.approx(0.7, rel=0.03)
    shade = told(of)["Colour of White"]
    assert shade.found == shown


def test_a_hurrying_scent_is_told_from_its_bottle(demo_cupboard: Cupboard) -> None:
    """A pot read before and after its scent: three times the bottle's word is seen as more than once."""
    loaf, cupboard = scented(demo_cupboard)
    result = plan(loaf, cupboard)
    bowl = bowls_of(resolve(loaf, cupboard), result)[0]
    (scent,) = [key for key, bend in bowl.bends_by.items() if bend.kind == "scented"]
    rate, more = bowl.growth.rate, 3 * bowl.growth.rate * bowl.bends_by[scent].strength
    notes = []
    for minute in (4, 8, 12, 16, 20, 24):
        log_pa = bowl.growth.start + rate * minute + more * max(minute - 9, 0)
        notes.append(Note(minute=minute, kind="spread", value=spread_mm(math.exp(log_pa), bowl.density_g_ml)))
    of = Finished(resolve(loaf, cupboard), result, [], Facts(), [bowl], {bowl.key: notes}, {bowl.key: {scent: 9.0}})
    seen = [item for item in observations_of(of) if item.rate.startswith("scent:")]
    assert len(seen) == 1
    assert seen[0].value > 1.3
    learned = cupboard.model_copy(update={"rates": fitted(seen * 4)})
    (again,) = [bowls_of(resolve(loaf, learned), result)[0].bends_by[scent].strength]
    assert again > bowl.bends_by[scent].strength


def scented(cupboard: Cupboard) -> tuple[Any, Cupboard]:
    key = next(
        key
        for key, scent in cupboard.scents.items()
        if "accelerates" in scent.behaves or "moves along" in scent.behaves
    )
    blend = {"id": "b", "name": "Blend", "parts": [{"scent": key, "percent": 100}]}
    colour = {"id": "white", "name": "White", "srgb": "#ffffff", "scent": {"blend": "b", "percent_of_oils": 3}}
    return read_loaf(box(colours=[colour], blends=[blend])), cupboard


def presses(*steps: tuple[str, float]) -> list[Press]:
    return [Press(step, NOON + dt.timedelta(minutes=minute)) for step, minute in steps]


def test_the_log_tells_times_weights_and_what_was_skipped() -> None:
    loaf = read_loaf(frosted())
    result = plan(loaf, CUPBOARD)
    oils = next(step for step in result.steps if step.key == "loaf.oils")
    first = next(amount for amount in oils.amounts if amount.unit == "g")
    log = [
        Press(f"loaf.oils#{first.key}", NOON, grams=first.value + 12),
        *presses(("loaf.mix", 5), ("loaf.pour.all", 20), ("loaf.pipe.eave", 45), ("loaf.cover", 50)),
        *presses(("loaf.cut", 1850)),
        Press("loaf.spritz-again", NOON + dt.timedelta(hours=2), skipped=True),
        Press("instead.loaf.pour.all.higher", NOON + dt.timedelta(hours=2)),
    ]
    facts = facts_of(result, log)
    assert facts.pipe_min == {"eave": pytest.approx(25)}
    assert facts.mould_h == pytest.approx(30)
    assert facts.weighed_off_g(["loaf"]) == pytest.approx(12)
    assert any("Poured from higher" in words for words in facts.otherwise)
    assert facts_of(result, presses(("loaf.cover", 0), ("loaf.cut", 3))).mould_h is None


def test_an_embed_that_sank_is_told_with_the_clock_as_its_witness() -> None:
    loaf = read_loaf(box_with(rod("col", 40, up_mm=40)))
    result = plan(loaf, CUPBOARD)
    bowls = bowls_of(resolve(loaf, CUPBOARD), result)
    log = presses(
        ("loaf.mix", 0),
        *((step.key, 3.0) for step in result.steps if step.key.startswith("loaf.pour")),
        ("loaf.lay.col", 4),
    )
    facts = facts_of(result, log, bowls)
    assert facts.thick
    low = outcome(embeds=[{"embed": "col", "bar": bar, "across_mm": 0, "up_mm": 33} for bar in (1, 2)])
    found = told(Finished(resolve(loaf, CUPBOARD), result, [low], facts))["Where Col lies"]
    assert found.size == "much"
    assert "7.0 mm lower" in found.says
    assert found.causes[0].says.startswith("the batter was too thin")
    assert "it needed to be" in found.causes[0].evidence
    there = outcome(embeds=[{"embed": "col", "bar": 1, "across_mm": 0, "up_mm": 40.4}])
    assert told(Finished(resolve(loaf, CUPBOARD), result, [there], facts))["Where Col lies"].size == "as planned"


def test_level_bars_dates_and_faults_become_words() -> None:
    of = finished(
        outcome("unmoulded", level_mm=57, faults=[{"kind": "sticky", "bad": 2, "bars": [1], "where": "left side"}]),
        outcome(bars=4),
        facts=Facts(mould_h=12.0, poured_at=NOON),
        pour_on="2026-05-28",
    )
    found = told(of)
    level = found["Fill level"]
    ml = (of.result.level_mm - 57) * of.loaf.mould.length_mm * of.loaf.mould.width_mm / 1000
    assert f"{ml:.0f} ml under" in level.says
    assert "fewer than planned" in found["Bars"].says
    assert found["Time in the mould"].says.startswith("Cut before its window")
    assert found["Day of the pour"].says == "Poured 2 days late."
    sticky = found["Sticky sides"]
    assert "on bars 1: left side" in sticky.says
    assert sticky.causes[0].evidence.startswith("12 h in the mould")
    assert differences_of(Circumstance(of.resolved, of.result, Facts()), ()) == ()


@pytest.mark.parametrize(
    ("said", "code"),
    [
        ({"on": "2026-06-09"}, "outcome.date"),
        ({"faults": [{"kind": "haunted"}]}, "outcome.fault"),
        ({"weights": [{"bar": 99, "grams": 100}]}, "outcome.bar"),
        ({"colours": [{"colour": "mauve", "srgb": "#808080"}]}, "outcome.colour"),
        ({"left": [{"colour": "mauve", "grams": 5}]}, "outcome.colour"),
        ({"embeds": [{"embed": "kite", "bar": 1, "across_mm": 0, "up_mm": 1}]}, "outcome.embed"),
    ],
)
def test_what_cannot_have_come_of_it_is_refused(said: dict[str, Any], code: str) -> None:
    loaf = read_loaf(box())
    with pytest.raises(InputError) as refused:
        read_outcome({"stage": "cut", "on": "2026-05-31", **said}, loaf, plan(loaf, CUPBOARD), TODAY)
    assert [problem.code for problem in refused.value.problems] == [code]


def test_every_cause_of_the_table_is_words_and_every_fault_is_about_something() -> None:
    for kind in fault_kinds().values():
        assert kind.causes
        assert all(words for _, words in kind.causes)


def test_past_trouble_matters_where_the_same_thing_is_used() -> None:
    riced = past_of("1", read_loaf(with_scent("tea", "Old")), [outcome(faults=[{"kind": "riced", "bad": 3}])])
    fine = past_of("2", read_loaf(with_scent("tea", "Fine")), [outcome()])
    other = past_of("3", read_loaf(with_scent("fig", "Other")), [outcome(faults=[{"kind": "seized"}])])
    (reminder,) = reminders_for(read_loaf(with_scent("tea", "New")), [riced, fine, other], {"scent:tea": "Market Tea"})
    assert reminder.says == "It riced: 1 of 2 loaves with Market Tea. Old (31 May 2026)."
    assert reminder.loaves == ("1",)
    assert reminders_for(read_loaf(box(mould={**box()["mould"], "name": "Another"})), [riced, other], {}) == ()


def with_scent(scent: str, name: str) -> dict[str, Any]:
    blend = {"id": "b", "name": "Blend", "parts": [{"scent": scent, "percent": 100}]}
    return box(name=name, blends=[blend])


@pytest.mark.parametrize(("kelvin", "light"), [(2800, "lamp"), (4000, "daylight"), (6500, "daylight")])
@pytest.mark.parametrize("srgb", ["#8a3b2e", "#2f5d7c", "#d9c27a", "#eee4d0", "#3a3a40"])
def test_a_colour_beside_a_white_card_is_read_in_any_light(kelvin: int, light: Any, srgb: str) -> None:
    """A made photograph: the bar and a card that reflects nine tenths, lit by a black body (Planck), with noise."""
    import colour

    shape = colour.SpectralShape(380, 780, 5)
    lamp = colour.sd_blackbody(kelvin, shape)
    cmfs = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape)
    matrix = colour.RGB_COLOURSPACES["sRGB"].matrix_XYZ_to_RGB
    soap = np.interp(shape.range(), np.linspace(380, 780, 81), reflectance_of(srgb))

    def seen(reflects: np.ndarray) -> np.ndarray:
        xyz = (lamp.values * reflects) @ cmfs.values / (lamp.values @ cmfs.values[:, 1])
        # A camera balances most of a lamp away: what is left is what the card is for.
        balance = matrix @ (lamp.values @ cmfs.values / (lamp.values @ cmfs.values[:, 1]))
        return np.clip(matrix @ xyz / balance**0.8 * 0.85, 0, 1)

    noise = np.random.default_rng(5)

    def patch(linear: np.ndarray) -> np.ndarray:
        encoded = np.where(linear <= 0.0031308, linear * 12.92, 1.055 * linear ** (1 / 2.4) - 0.055)
        return np.clip(255 * encoded + noise.normal(0, 2, (20, 20, 3)), 0, 255).astype(np.uint8)

    found = against_white(patch(seen(np.full(81, 0.9))), patch(seen(soap)), light)
    assert difference(lab_of(reflectance_of(found.srgb)), lab_of(reflectance_of(srgb))) < found.off


@pytest.mark.parametrize(
    ("card", "code"),
    [
        (np.full((4, 4, 3), 40), "card.dark"),
        (np.full((4, 4, 3), 255), "card.washed_out"),
        (np.tile(np.array([[[250] * 3], [[60] * 3]]), (4, 4, 1)), "card.uneven"),
    ],
)
def test_what_is_no_white_card_is_refused(card: np.ndarray, code: str) -> None:
    with pytest.raises(InputError) as refused:
        against_white(card.astype(np.uint8), np.full((4, 4, 3), 120, dtype=np.uint8))
    assert refused.value.problems[0].code == code


def test_a_loaf_costs_what_its_parts_do() -> None:
    """By hand: grams times price, hands by the hour, shared among the bars; what has no price is told."""
    result = plan(read_loaf(box()), CUPBOARD)
    olive = next(item for item in result.supplies if item.key == "olive")
    costing = cost_of(result, {"fat:olive": 10.0}, per_hour=0.0)
    assert costing.total == pytest.approx(olive.grams / 100)
    assert costing.per_bar == pytest.approx(costing.total / len(result.cuts.bars))
    assert "Olive oil" not in costing.without_price
    assert costing.without_price
    with_hands = cost_of(result, {"fat:olive": 10.0}, per_hour=20.0, bars=5)
    assert with_hands.total == pytest.approx(costing.total + 20 * with_hands.hours.value)
    assert with_hands.per_bar == pytest.approx(with_hands.total / 5)


def test_a_block_for_shreds_takes_more_oils_where_soap_stays_on_bowls() -> None:
    """By hand: where nineteen twentieths reach the mould, a twentieth more is mixed."""
    shares = [{"colour": "white", "percent": 100}]
    pour = {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": shares, **shredded(300)}
    loaf = read_loaf(box(work=[pour]))
    own = Rate(key="yield", name="", unit="ratio", value=0.95, low=0.9, high=1, default=1, n=9, how="", source="")
    usual = plan(loaf, CUPBOARD).shreds[0].block_oils
    learned = plan(loaf, CUPBOARD.model_copy(update={"rates": {"yield": own}})).shreds[0].block_oils
    assert learned.value == pytest.approx(usual.value / 0.95)
    assert (usual.basis, learned.basis) == ("estimate", "your log")
