"""What a scale can weigh: superfat kept, brute force on small pots, and never an amount of nothing."""

from __future__ import annotations

import itertools
import json

import pint
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import Cupboard, plan, read_loaf, standard_cupboard
from archtop.core.base import G_PER_OZ
from archtop.core.chemistry import Batter, Formula, batter_of, naoh_g_per_g
from archtop.core.pots.scales import scale_of
from archtop.core.pots.thinning import Taken, thinned_for, weighs
from archtop.core.pots.weighable import Alkali, finer_step, more_batter, weighed
from tests.core.conftest import DEMO, box, rod

CUPBOARD = standard_cupboard()
FATS = CUPBOARD.fats
UNITS = pint.UnitRegistry()
STEPS = st.sampled_from([0.01, 0.1, 1.0, 5.0, 0.01 * G_PER_OZ, 0.05 * G_PER_OZ, G_PER_OZ / 8])


def formula(shares: dict[str, float], discount: float = 5.0) -> Formula:
    fats = [{"fat": key, "percent": percent} for key, percent in shares.items()]
    return Formula.model_validate(
        {"id": "f", "name": "F", "fats": fats, "lye_discount_percent": discount, "water": {"by": "ratio", "value": 2}}
    )


def pot_of(shares: dict[str, float], discount: float = 5.0) -> tuple[Batter, Alkali]:
    made_of = formula(shares, discount)
    batter = batter_of(made_of, FATS)
    needs = {key: naoh_g_per_g({key: 1.0}, FATS) for key in shares}
    return batter, Alkali(needs, 1.0, batter.lye_taken_per_g_oils)


SHARES = st.sampled_from(
    [
        {"olive": 100},
        {"olive": 70, "coconut": 30},
        {"olive": 45, "coconut": 25, "palm": 25, "castor": 5},
        {"olive": 38, "coconut": 25, "palm": 20, "castor": 5, "sunflower-oleic": 7, "shea": 3, "cocoa-butter": 2},
    ]
)


@settings(max_examples=400)
@given(SHARES, st.floats(8, 2000), STEPS, st.sampled_from([0.0, 3.0, 5.0, 8.0]))
def test_what_is_weighed_keeps_the_superfat_and_is_never_nothing(
    shares: dict[str, float], total: float, step: float, discount: float
) -> None:
    """Reckoned from the weights alone, by the saponification values: what the recipe says of itself is not asked."""
    batter, alkali = pot_of(shares, discount)
    found = weighed(batter, alkali, total, step, min(step, 0.1))
    if found is None:
        return
    grams = dict(zip([(part.role, part.key) for part in batter.parts], found.grams, strict=True))
    needed = sum(weight * naoh_g_per_g({key: 1.0}, FATS) for (role, key), weight in grams.items() if role == "oil")
    superfat = 100 * (1 - grams["lye", "naoh"] / needed)
    assert discount - 1e-6 <= superfat <= discount + 1 + 1e-6
    assert superfat == pytest.approx(found.superfat_percent, abs=1e-4)
    assert abs(found.total_g / total - 1) <= 0.02 + 1e-9
    assert all(weight > 0 for weight in grams.values())
    assert all(abs(weight / step - round(weight / step)) < 1e-4 for weight in grams.values())


@settings(max_examples=150)
@given(st.floats(15, 80), st.sampled_from([1.0, 2.0, 5.0]), st.sampled_from([3.0, 5.0]))
def test_none_is_refused_that_brute_force_can_weigh(total: float, step: float, discount: float) -> None:
    """Every way to weigh two oils and the lye in whole steps, without the search's shortcuts; water takes the rest."""
    batter, alkali = pot_of({"olive": 70, "coconut": 30}, discount)
    found = weighed(batter, alkali, total, step, step)
    share = {part.key: part.share for part in batter.parts}
    olive_n, coconut_n = alkali.per_g["olive"], alkali.per_g["coconut"]
    for lye in range(1, int(total / step) + 1):
        middle = [round(share[key] * total / step) for key in ("olive", "coconut")]
        # An oil may move a step.
        for a, b in itertools.product((-1, 0, 1), repeat=2):
            olive, coconut = middle[0] + a, middle[1] + b
            if min(olive, coconut) < 1:
                continue
            superfat = 100 * (1 - lye / (olive * olive_n + coconut * coconut_n))
            size = (olive + coconut) * step / (share["olive"] + share["coconut"])
            water = max(round(share["water"] * size / step), 1)
            whole = (olive + coconut + lye + water) * step
            if discount <= superfat <= discount + 1 and abs(whole / total - 1) <= 0.02:
                assert found is not None, (olive, coconut, lye, water)


def test_ways_out_of_a_pot_that_cannot_be_weighed_are_ways_out() -> None:
    batter, alkali = pot_of({"olive": 70, "coconut": 30})
    refused = 0
    for total in range(10, 120, 7):
        if weighed(batter, alkali, total, 5.0, 0.1) is not None:
            continue
        refused += 1
        more, finer = more_batter(batter, alkali, total, 5.0, 0.1), finer_step(batter, alkali, total, 5.0, 0.1)
        assert finer is not None
        assert weighed(batter, alkali, total, finer, min(finer, 0.1)) is not None
        if more is not None:
            assert weighed(batter, alkali, total + more, 5.0, 0.1) is not None
    assert refused > 5


def test_a_small_column_is_refused_on_a_coarse_scale_and_taken_with_what_is_offered() -> None:
    small = [rod("pin", 14, casting={"mould_length_mm": 260})]
    coarse = {"scale_step_g": 5.0}
    pot = plan(read_loaf(box(embeds=small, work=_laid("pin"), sizing=coarse)), CUPBOARD).pots[0]
    assert pot.unweighable
    # It must be firm before its own loaf is mixed: there is nothing to cast it with.
    assert pot.unweighable.with_pots == ()
    lye = next(line for line in pot.ingredients if line.role == "lye")
    assert lye.grams > 0
    steps = plan(read_loaf(box(embeds=small, work=_laid("pin"), sizing=coarse)), CUPBOARD).steps
    mine = [step for step in steps if step.pot == pot.id]
    assert [step.do for step in mine if step.amounts and step.key.split(".")[1] in ("oils", "lye", "mix")] == []
    assert any("cannot weigh" in step.title for step in mine)
    assert pot.unweighable.more_g is not None
    more = {**coarse, "more": [{"pot": pot.id, "grams": pot.unweighable.more_g}]}
    finer = {"scale_step_g": pot.unweighable.finer_step_g}
    for sizing in (more, finer):
        again = plan(read_loaf(box(embeds=small, work=_laid("pin"), sizing=sizing)), CUPBOARD).pots[0]
        assert again.unweighable is None
        assert 5 - 1e-6 <= again.superfat.value <= 6 + 1e-6


def _laid(key: str) -> list[dict[str, object]]:
    white = [{"colour": "white", "percent": 100}]
    return [
        {"do": "pour", "id": "base", "name": "Base", "to_mm": 20, "colours": white},
        {"do": "lay", "embed": key},
        {"do": "pour", "id": "rest", "name": "Rest", "to_mm": 60, "colours": white},
    ]


@settings(max_examples=200)
@given(st.floats(1e-4, 50), st.sampled_from([0.01, 0.1, 1.0, 0.001 * G_PER_OZ]))
def test_a_row_is_within_a_tenth_or_thinned_and_never_nothing(exact: float, step: float) -> None:
    shows, times, holds = weighs(exact, step)
    assert shows >= step - 1e-9
    assert holds == pytest.approx(shows / times, abs=1e-6)
    if exact * 100 >= step * 5:
        assert abs(holds - exact) <= 0.1 * exact + 1e-6


def test_one_mix_serves_every_bowl_that_takes_of_it() -> None:
    bowls = [
        Taken("ink", "Ink", "colourant", "olive", "Olive oil", 10, grams, name)
        for grams, name in ((0.9, "a"), (12.0, "b"))
    ]
    (mix,) = thinned_for(bowls, 0.1)
    assert mix.for_bowls == ("a", "b")
    assert (mix.stir_g, mix.into_g) == (1.3, 11.7)


@given(st.floats(1, 3000), st.sampled_from([0.001, 0.01, 0.05, 0.1, 0.125]))
def test_ounces_are_those_of_a_units_library(grams: float, step_oz: float) -> None:
    """Pint knows the international ounce by itself."""
    scale = scale_of(step_oz * G_PER_OZ)
    assert scale.unit == "oz"
    told = float(scale.shows(grams).split()[0])
    assert told == pytest.approx(
        UNITS.Quantity(grams, "gram").to("ounce").magnitude, abs=0.5 * 10**-scale.digits + 1e-9
    )


@pytest.mark.parametrize("step", [0.1, 1.0, 5.0, G_PER_OZ / 8])
def test_no_bowl_of_a_demo_loaf_is_empty_on_any_scale(step: float, demo_cupboard: Cupboard) -> None:
    for file in (item for item in DEMO.iterdir() if item.name.endswith(".loaf.json")):
        document = read_loaf(json.loads(file.read_text(encoding="utf-8")))
        coarse = document.sizing.model_copy(update={"scale_step_g": step, "fine_step_g": min(step, 0.1)})
        for pot in plan(document.model_copy(update={"sizing": coarse}), demo_cupboard).pots:
            assert all(part.grams > 0 for part in pot.portions)
            assert sum(part.grams for part in pot.portions) == pytest.approx(pot.total_g, abs=1e-5)
            assert all(line.grams > 0 for line in pot.ingredients)
            shown = [item.grams for part in pot.portions for item in part.additions]
            assert all(grams > 0 for grams in shown)
            if pot.unweighable is None:
                plain = next(f for f in document.formulas if f.id == pot.formula)
                late = plain.late_fat.percent_of_oils if plain.late_fat else 0
                over = pot.superfat.value - plain.lye_discount_percent - late
                assert -1e-6 <= over <= 1 + 1e-6


def test_solid_fats_lead_and_hot_lye_is_asked_about(demo_cupboard: Cupboard) -> None:
    document = read_loaf(json.loads((DEMO / "lantern-row.loaf.json").read_text(encoding="utf-8")))
    result = plan(document, demo_cupboard)
    for pot in result.pots:
        solid = [demo_cupboard.fats[line.key].solid_at_25 for line in pot.ingredients if line.role == "oil"]
        assert solid == sorted(solid, reverse=True)
    by_key = {step.key.split(".", 1)[1]: step for step in result.steps if step.pot == result.pots[0].id}
    assert by_key["rest"].asks == "I know: it is cool"
    assert by_key["mix"].asks
    assert by_key["lye"].asks
    assert not by_key["oils"].asks


def test_what_is_thinned_has_its_step_before_the_bowl_that_takes_it(demo_cupboard: Cupboard) -> None:
    """And the supplies hold the whole mix, the label only what goes into the soap."""
    document = read_loaf(json.loads((DEMO / "tin-roof-rain.loaf.json").read_text(encoding="utf-8")))
    result = plan(document, demo_cupboard)
    pot = next(pot for pot in result.pots if pot.thinned)
    keys = [step.key for step in result.steps if step.pot == pot.id]
    for mix in pot.thinned:
        step = next(step for step in result.steps if step.pot == pot.id and step.title.startswith(f"Thin {mix.name}"))
        assert [amount.value for amount in step.amounts] == [mix.stir_g, mix.into_g]
        # Silk dissolves in the water before the lye: the whole pot's, not a bowl's.
        takers = [
            (f"{pot.id}.colour.{part.key}", part.additions) for part in pot.portions if part.name in mix.for_bowls
        ]
        takers = [(f"{pot.id}.lye", pot.ingredients)] if mix.stage == "lye water" else takers
        assert takers
        for taken_at, lines in takers:
            assert keys.index(step.key) < keys.index(taken_at)
            taken = next(item for item in lines if item.key == mix.key)
            assert taken.times == mix.times
            assert taken.holds_g * mix.times == pytest.approx(taken.grams)
    jar = next(mix.key for mix in pot.thinned if mix.role == "colourant")
    needed = next(item.grams for item in result.supplies if item.key == jar)
    inside = sum(i.grams for p in result.pots for part in p.portions for i in part.additions if i.key == jar)
    assert needed > inside


@pytest.mark.parametrize("step", [0.1, 1.0, 5.0, G_PER_OZ / 20, G_PER_OZ / 8])
@pytest.mark.parametrize("name", ["tin-roof-rain", "ferry-lights", "lantern-row", "paper-kites", "trellis-gate"])
def test_a_single_coarse_scale_keeps_the_superfat_of_what_is_thinned_too(
    name: str, step: float, demo_cupboard: Cupboard
) -> None:
    """Oil that thins what is too little comes off the pot's own: a coarse scale for everything makes no soft bar."""
    data = json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8"))
    data["sizing"] |= {"scale_step_g": step, "fine_step_g": step}
    loaf = read_loaf(data)
    formulas = {formula.id: formula for formula in loaf.formulas}
    weighed_pots = [pot for pot in plan(loaf, demo_cupboard).pots if pot.unweighable is None]
    assert weighed_pots
    for pot in weighed_pots:
        formula = formulas[pot.formula]
        meant = formula.lye_discount_percent + (formula.late_fat.percent_of_oils if formula.late_fat else 0)
        assert meant - 1e-6 <= pot.superfat.value <= meant + 1 + 1e-6
        assert sum(line.grams for line in pot.ingredients) == pytest.approx(pot.total_g, abs=1e-6)
