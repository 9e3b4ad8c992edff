"""Colours, scents, frosting, shreds and labels in a whole plan; sizing backwards."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import (
    BackTarget,
    Colourant,
    Cupboard,
    InputError,
    Scent,
    plan,
    read_loaf,
    size_back,
    standard_cupboard,
)
from archtop.core.pots import label_of
from tests.core.conftest import OLIVE_COCONUT, box, frosted, shredded

STANDARD = standard_cupboard()


def jar(key: str, **changes: Any) -> Colourant:
    bar = {"dose_g_per_kg": 8, "srgb": "#3050a0"}
    safe = {"alkali_stable": True, "skin_safe": True}
    return Colourant.model_validate({"key": key, "name": key.title(), "bar": bar, **safe, **changes})


def scent(key: str, **changes: Any) -> Scent:
    return Scent.model_validate({"key": key, "name": key.title(), "max_percent": 3, "density_g_ml": 0.95, **changes})


CUPBOARD = Cupboard(
    fats=STANDARD.fats,
    additives=STANDARD.additives,
    scents={s.key: s for s in (scent("calm"), scent("brown", vanillin_percent=10), scent("unread", max_percent=None))},
    colourants={
        j.key: j
        for j in (
            jar("blue"),
            jar("wet", disperse="water"),
            jar("straight", disperse="straight"),
            jar("fades", alkali_stable=False),
            jar("harsh", skin_safe=False),
            jar("unknown", skin_safe=None),
        )
    },
    stock={"fat:olive": 500, "fat:avocado": 5000, "scent:calm": 20},
)


def two_colours(first: dict[str, Any], second: dict[str, Any] | None = None, **changes: Any) -> dict[str, Any]:
    """The box poured half and half."""
    colours = [
        {"id": "a", "name": "A", "srgb": "#3050a0", **first},
        {"id": "b", "name": "B", "srgb": "#f0e8d8", **(second or {})},
    ]
    shares = [{"colour": "a", "percent": 50}, {"colour": "b", "percent": 50}]
    blends = [
        {"id": "calm", "name": "Calm", "parts": [{"scent": "calm", "percent": 100}]},
        {"id": "half", "name": "Half", "parts": [{"scent": "calm", "percent": 50}, {"scent": "brown", "percent": 50}]},
    ]
    work = [{"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": shares}]
    return box(**{"colours": colours, "blends": blends, "work": work, **changes})


def planned(document: dict[str, Any]):
    return plan(read_loaf(document), CUPBOARD)


BLUE = {"colourants": [{"colourant": "blue", "g_per_kg": 10}]}
CALM = {"scent": {"blend": "calm", "percent_of_oils": 3}}


def test_everything_in_a_bowl_fills_its_volume() -> None:
    """Batter, colourant, oil and scent by their own densities make what the colour must fill."""
    result = planned(two_colours({**BLUE, **CALM}, sizing={"film_mm": 0, "margin_percent": 0, "scale_step_g": 0.01}))
    bowl = result.pots[-1].portions[0]
    density = result.pots[-1].density.value
    grams = {part.role: part.exact_g for part in bowl.additions}
    volume = (
        bowl.grams / density
        + grams["colourant"] / 3.0
        + grams["carrier oil"] / STANDARD.fats["sunflower-oleic"].density_g_ml
        + grams["scent"] / 0.95
    )
    # The pot as it is weighed against the pot as it is wanted, and nothing besides.
    pot = result.pots[-1]
    wanted = sum(line.exact_g for line in pot.ingredients)
    assert volume == pytest.approx(675 * pot.total_g / wanted, abs=0.02)
    assert grams["colourant"] / bowl.oils_g * 1000 == pytest.approx(10)
    assert grams["carrier oil"] == pytest.approx(3 * grams["colourant"])
    assert grams["scent"] / bowl.oils_g == pytest.approx(0.03)
    assert bowl.finished_g == pytest.approx(bowl.grams + sum(part.grams for part in bowl.additions))


def test_the_oil_that_wets_colours_counts_as_superfat() -> None:
    pot = planned(two_colours(BLUE)).pots[-1]
    bowl = pot.portions[0]
    (oil,) = [part for part in bowl.additions if part.role == "carrier oil"]
    assert bowl.superfat_percent == pytest.approx(pot.superfat.value + 100 * oil.grams / bowl.oils_g)
    assert 100 * oil.exact_g / bowl.oils_g == pytest.approx(3.0)
    assert pot.portions[1].superfat_percent == pytest.approx(pot.superfat.value)


def test_scent_rate_by_hand() -> None:
    """3 % of oils in a batter of g grams to a gram of oils is 3/(g + 0.03) % of it; vanillin by its part."""
    result = planned(two_colours(CALM, {"scent": {"blend": "half", "percent_of_oils": 3}}))
    per_gram = result.formulas[0].g_per_g_oils
    calm, half = result.pots[-1].portions
    assert calm.scent
    assert calm.scent.value == pytest.approx(3 / (per_gram + 0.03))
    assert calm.scent_max_percent == 3
    assert half.scent_max_percent == 6
    assert half.vanillin_percent == pytest.approx(3 / (per_gram + 0.03) * 0.5 * 0.10)


def test_none_in_the_white() -> None:
    bowls = planned(two_colours(CALM)).pots[-1].portions
    assert bowls[0].scent is not None
    assert bowls[1].scent is None


REFUSED = {
    "over the limit": ({"scent": {"blend": "calm", "percent_of_oils": 6}}, "scent.over_limit", "Use at most"),
    "no such jar": ({"colourants": [{"colourant": "gold", "g_per_kg": 1}]}, "colourant.unknown", "gold"),
    "not alkali-stable": (
        {"colourants": [{"colourant": "fades", "g_per_kg": 1}]},
        "colourant.not_alkali_stable",
        "fade",
    ),
    "not skin-safe": ({"colourants": [{"colourant": "harsh", "g_per_kg": 1}]}, "colourant.not_skin_safe", "skin"),
    "straight": ({"colourants": [{"colourant": "straight", "g_per_kg": 1}]}, "colourant.straight", "other colours"),
    "no such blend": ({"scent": {"blend": "none", "percent_of_oils": 2}}, "id.unknown", "blends"),
}


@pytest.mark.parametrize(("first", "code", "says"), REFUSED.values(), ids=REFUSED.keys())
def test_what_may_not_go_in_is_an_error(first: dict[str, Any], code: str, says: str) -> None:
    with pytest.raises(InputError) as error:
        planned(two_colours(first))
    (problem,) = error.value.problems
    assert problem.code == code
    assert says in problem.message


def test_the_most_that_is_offered_keeps_the_limit() -> None:
    with pytest.raises(InputError, match=r"Use at most (\d\.\d) %") as error:
        planned(two_colours({"scent": {"blend": "calm", "percent_of_oils": 9}}))
    most = float(str(error.value).split("Use at most ")[1].split(" %")[0])
    bowl = planned(two_colours({"scent": {"blend": "calm", "percent_of_oils": most - 0.05}})).pots[-1].portions[0]
    assert bowl.scent
    assert bowl.scent.value == pytest.approx(3, abs=0.12)


def codes(document: dict[str, Any]) -> set[str]:
    return {remark.code for remark in planned(document).remarks}


def test_colours_that_touch_are_told_apart_or_not() -> None:
    near = two_colours({"srgb": "#3050a0"}, {"srgb": "#3454a2"})
    assert "colours.merge" in codes(near)
    assert planned(near).contrasts[0].where == "poured together in All"
    assert not {"colours.merge", "colours.close"} & codes(two_colours({"srgb": "#3050a0"}))


def test_a_white_with_vanillin_goes_brown_and_is_told_so() -> None:
    browning = two_colours({}, {"srgb": "#f4efe2", "scent": {"blend": "half", "percent_of_oils": 4}})
    assert "colour.off_wish" in codes(browning)
    colour = planned(browning).colours[1]
    assert colour.forecast
    assert colour.forecast.cured.lab[0] < colour.forecast.wet.lab[0] - 10


def test_remarks_on_what_is_not_known_or_not_there() -> None:
    assert "colourant.undeclared" in codes(two_colours({"colourants": [{"colourant": "unknown", "g_per_kg": 1}]}))
    assert "colourant.untested" in codes(two_colours({"colourants": [{"colourant": "blue", "g_per_kg": 60}]}))
    short = {remark.where: remark for remark in planned(two_colours(CALM)).remarks if remark.code == "stock.short"}
    assert "Avocado" in short["olive"].remedy
    milky = {**OLIVE_COCONUT, "school": "milk in oils", "additives": [{"additive": "salt", "amount": 80}]}
    assert {"school.no_milk", "additive.unusual"} <= codes(two_colours({}, formulas=[milky]))


def test_an_assessed_list_is_held_to() -> None:
    names = ["Olea Europaea Fruit Oil", "Cocos Nucifera Oil", "Aqua", "Sodium Hydroxide"]
    listed = {**OLIVE_COCONUT, "assessed": {"reference": "List 1", "inci": names, "promised": ["Mica"]}}
    found = [(r.code, r.text) for r in planned(two_colours(BLUE, formulas=[listed])).remarks if "assessed" in r.code]
    assert ("assessed.missing", "Mica is promised by List 1, but does not go in.") in found
    assert any(code == "assessed.outside" and "Helianthus" in text for code, text in found)


def test_frosting_of_its_own_formula_has_its_own_pot_mixed_first() -> None:
    stiff = {**OLIVE_COCONUT, "id": "stiff", "name": "Stiff"}
    frosting = frosted(200, "b", formula="stiff")
    result = planned(two_colours({}, formulas=[OLIVE_COCONUT, stiff], frosting=frosting))
    assert [(pot.id, pot.kind) for pot in result.pots] == [("frosting", "frosting"), ("loaf", "loaf")]
    assert result.pots[0].delivers.value == 200
    keys = [step.key for step in result.steps]
    assert keys.index("frosting.mix") < keys.index("loaf.ready") < keys.index("loaf.pipe.eave")


def test_hot_lye_changes_the_steps() -> None:
    hot = {**OLIVE_COCONUT, "school": "hot lye"}
    steps = [step.key for step in planned(two_colours({}, formulas=[hot])).steps]
    assert steps.index("loaf.oils") < steps.index("loaf.lye") < steps.index("loaf.melt") < steps.index("loaf.mix")
    assert "loaf.rest" not in steps
    cool = {**OLIVE_COCONUT, "school": "cool"}
    assert "loaf.rest" in [step.key for step in planned(two_colours({}, formulas=[cool])).steps]


def test_scale_readings_add_up_at_the_bench() -> None:
    oils = next(step for step in planned(two_colours({})).steps if step.key == "loaf.oils")
    weights = [amount for amount in oils.amounts if amount.unit == "g"]
    assert weights[-1].reads == pytest.approx(sum(amount.value for amount in weights))


def test_shreds_take_the_place_of_batter() -> None:
    document = box()
    document["work"][0] |= shredded(309)
    with_shreds, without = planned(document), planned(box())
    assert without.batter_in_mould.value - with_shreds.batter_in_mould.value == pytest.approx(300)
    document["work"][0] |= shredded(1200)
    with pytest.raises(InputError, match="batter binds at most 45% of shreds"):
        planned(document)


def test_label_by_hand() -> None:
    """Worked by hand: 1000 g of triolein-like oil (SV 190) with all its lye.

    135.45 g NaOH is 3.3865 mol; soap 1000 + 3.3865·(39.997 − 30.698) = 1031.5 g, glycerin 3.3865·30.698 = 104.0 g,
    together the 1135.5 g that went in.
    """
    label = label_of({"olive": 1000}, 135.46, 0, {}, STANDARD.fats)
    percent = {line.inci: line.percent for line in label.lines}
    assert percent["Sodium Olivate"] == pytest.approx(100 * 1031.5 / 1135.45, abs=0.05)
    assert percent["Glycerin"] == pytest.approx(100 * 104.0 / 1135.45, abs=0.05)
    assert label.text == "Sodium Olivate, Glycerin"


@given(st.floats(0.5, 1.0), st.floats(0, 500))
def test_a_label_weighs_what_went_in(reacted: float, water: float) -> None:
    oils = {"olive": 600.0, "coconut": 300.0, "castor": 100.0}
    naoh = reacted * 0.71289 * (0.6 * 190 + 0.3 * 257 + 0.1 * 180)
    label = label_of(oils, naoh, water, {"Parfum": 20}, STANDARD.fats)
    grams = {line.inci: line.percent for line in label.lines}
    total = 1000 + naoh + 20 + 0.4 * water
    assert sum(grams.values()) == pytest.approx(100)
    assert grams["Parfum"] * total / 100 == pytest.approx(20, rel=1e-6)
    assert [line.percent for line in label.lines] == sorted((line.percent for line in label.lines), reverse=True)


@settings(max_examples=15)
@given(st.floats(0.3, 0.98), st.sampled_from(["scent", "fat", "bowl"]))
def test_sizing_backwards_meets_its_target(share: float, use: str) -> None:
    loaf = read_loaf(two_colours(CALM, CALM))
    key = {"scent": "calm", "fat": "olive", "bowl": ""}[use]
    full = {"scent": 30.2, "fat": 700.0, "bowl": 1600.0}[use]
    target = BackTarget.model_validate({"use": use, "amount": full * share, "key": key})
    sized = size_back(loaf, CUPBOARD, target)
    assert sized.takes == pytest.approx(target.amount, abs=0.1)
    assert 0 < sized.level_mm <= 70
    assert sized.loaf.work[-1].to_mm == sized.level_mm


def test_shreds_sized_backwards_are_stirred_in() -> None:
    sized = size_back(read_loaf(box()), CUPBOARD, BackTarget(use="shreds", amount=257.5, share_percent=25))
    assert sized.level_mm == pytest.approx(1000e3 / (250 * 90), abs=0.01)
    assert plan(sized.loaf, CUPBOARD).batter_in_mould.value == pytest.approx(750, abs=0.2)


@pytest.mark.parametrize(
    ("target", "code", "says"),
    [
        ({"use": "scent", "amount": 500, "key": "calm"}, "size_back.too_much", "mm long would take it all"),
        ({"use": "fat", "amount": 0.1, "key": "olive"}, "size_back.too_little", "smaller mould"),
        ({"use": "scent", "amount": 10, "key": "nothing"}, "size_back.nothing", "takes none of it"),
    ],
)
def test_backwards_without_a_solution_says_what_would_help(target: dict, code: str, says: str) -> None:
    with pytest.raises(InputError) as error:
        size_back(read_loaf(two_colours(CALM, CALM)), CUPBOARD, BackTarget.model_validate(target))
    (problem,) = error.value.problems
    assert problem.code == code
    assert says in problem.message


def test_a_document_of_version_one_is_lifted() -> None:
    pearls = {"id": "p", "name": "Pearls", "count": 12, "colour": "white", "mould": {"cavity_ml": 2, "cavities": 6}}
    lifted = read_loaf({**box(), "version": 1, "pieces": [pearls]})
    assert lifted.version == 13
    assert lifted.pieces[0].make.kind == "cavity"
    assert plan(lifted, CUPBOARD).made["p"].takes_ml == 24


def test_only_what_is_poured_gels_with_the_loaf() -> None:
    """A ball of the same blue stays as it is, however warm the loaf gets."""

    def shown(cover: str) -> tuple[str, str]:
        document = two_colours(BLUE, sizing={"cover": cover, "room_c": 28})
        document["colours"].append({"id": "c", "name": "C", "srgb": "#3050a0", **BLUE})
        ball = {"kind": "ball", "diameter_mm": 20}
        document["pieces"] = [{"id": "p", "name": "Balls", "make": ball, "count": 4, "colour": "c"}]
        poured, _, ball_colour = planned(document).colours
        return poured.shown, ball_colour.shown

    (warm, apart), (cool, same) = shown("heat pad"), shown("fridge")
    assert warm != cool
    assert apart == same == cool
