"""Causes of faults: each looked for in log and plan, told with its evidence, left out where it was not so."""

from __future__ import annotations

import datetime as dt
import re
from typing import Any

import pytest

from archtop.core import Cupboard, plan, read_loaf, standard_cupboard
from archtop.core.base import Figure, Rate
from archtop.core.learning import kind_of
from archtop.core.notebook import Cause, Circumstance, Facts, Thickness, Weighed, causes_of, fault_kinds
from archtop.core.resolved import resolve
from tests.core.conftest import OLIVE_COCONUT, box, box_with, frosted, rod

NOW = dt.datetime(2026, 5, 1, 12, tzinfo=dt.UTC)

CUPBOARD = standard_cupboard()


def circumstance(facts: Facts | None = None, cupboard: Cupboard | None = None, **changes: Any) -> Circumstance:
    loaf = read_loaf(changes.pop("document", None) or box(**changes))
    cupboard = cupboard or standard_cupboard()
    return Circumstance(resolve(loaf, cupboard), plan(loaf, cupboard), facts or Facts())


def of(kind: str, where: Circumstance) -> dict[str, Cause]:
    return {cause.says: cause for cause in causes_of(fault_kinds()[kind], where)}


def thick(step: str, pa: float, least: float, most: float | None = None) -> Facts:
    seen = Figure.exact(pa, "Pa", "read")
    return Facts(thick=(Thickness(step=step, what="Lay Rod in", pa=seen, least_pa=least, most_pa=most),))


def test_too_thin_to_carry_is_told_with_both_thicknesses() -> None:
    found = of("sunk", circumstance(thick("loaf.lay.rod", 12, 40)))
    (thin,) = [cause for says, cause in found.items() if "too thin" in says]
    assert thin.evidence == "Lay Rod in: medium trace by the clock; it needed to be thick trace"
    assert next(iter(found.values())) == thin


def test_what_the_clock_speaks_against_is_left_out() -> None:
    found = of("sunk", circumstance(thick("loaf.lay.rod", 60, 40)))
    assert not any("too thin" in says for says in found)
    assert any("tapped" in says for says in found)


def test_without_a_reading_it_is_told_without_evidence() -> None:
    found = of("sunk", circumstance())
    assert [cause.evidence for cause in found.values()] == ["", ""]


@pytest.mark.parametrize(("pa", "told"), [(300, True), (60, False)])
def test_too_thick_to_flow_under_it(pa: float, told: bool) -> None:
    found = of("voids", circumstance(thick("loaf.lay.rod", pa, 40, 120)))
    assert any("too thick" in says for says in found) is told


@pytest.mark.parametrize(("pa", "told"), [(50, True), (150, False)])
def test_piped_too_soft(pa: float, told: bool) -> None:
    found = of("fallen", circumstance(thick("loaf.pipe.eave", pa, 100)))
    assert any("piped too soft" in says for says in found) is told


@pytest.mark.parametrize(("hours", "told"), [(12.0, True), (40.0, False)])
def test_turned_out_early(hours: float, told: bool) -> None:
    found = of("sticky", circumstance(Facts(mould_h=hours)))
    early = [cause for says, cause in found.items() if "early" in says]
    assert bool(early) is told
    if told:
        assert early[0].evidence.startswith("12 h in the mould")


@pytest.mark.parametrize(("material", "told"), [("silicone", True), ("lined box", False)])
def test_silicone_keeps_the_damp(material: str, told: bool) -> None:
    mould = {"length_mm": 250, "width_mm": 90, "height_mm": 70, "material": material, "name": "Mould"}
    found = of("sticky", circumstance(mould=mould))
    assert any("silicone" in says for says in found) is told


@pytest.mark.parametrize(
    ("cover", "fault", "told"),
    [
        ("towel", "cracks", True),
        ("open", "cracks", False),
        ("open", "ash", True),
        ("towel", "ash", False),
    ],
)
def test_gel_speaks_for_cracks_and_against_ash(cover: str, fault: str, told: bool) -> None:
    found = of(fault, circumstance(sizing={"cover": cover}))
    words = "kept warm" if fault == "cracks" else "did not gel"
    assert any(words in says for says in found) is told


@pytest.mark.parametrize(("celsius", "told"), [({"loaf": 52.0}, "mixed at 52 °C"), ({"loaf": 32.0}, None), ({}, "")])
def test_worked_warm_by_the_thermometer(celsius: dict[str, float], told: str | None) -> None:
    found = [cause for says, cause in of("riced", circumstance(Facts(mixed_c=celsius))).items() if "warm" in says]
    assert [cause.evidence for cause in found] == ([] if told is None else [told])


def test_much_water_in_the_lye_is_told_by_its_strength() -> None:
    weak = [{**box()["formulas"][0], "water": {"by": "concentration", "value": 26}}]
    (water,) = [cause for says, cause in of("rivers", circumstance(formulas=weak)).items() if "water" in says]
    assert water.evidence == "lye of 26 %"
    assert not any("water" in says for says in of("rivers", circumstance()))


def test_a_spritz_passed_over_or_never_planned() -> None:
    """Found by its kind, whatever it is called: titles are words, and may be in another language one day."""
    misted = read_loaf(box(top={"finishes": [{"id": "spritz", "kind": "spritz", "name": "Rocía", "amount": 6}]}))
    plain = read_loaf(box(top={"finishes": [{"id": "salt", "kind": "salt", "name": "Spritz of salt", "amount": 6}]}))
    for step in ("loaf.spritz-again", "loaf.finish.spritz"):
        facts = Facts(skipped=("Anything",), skipped_steps=(step,))
        found = of("ash", Circumstance(resolve(misted, CUPBOARD), plan(misted, CUPBOARD), facts))
        (skipped,) = [cause for says, cause in found.items() if "spritz" in says]
        assert skipped.evidence.startswith("passed over: ")
    for loaf, says_so in ((misted, ""), (plain, "no spritz in the plan")):
        found = of("ash", Circumstance(resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD), Facts()))
        (cause,) = [cause for says, cause in found.items() if "spritz" in says]
        assert cause.evidence == says_so


@pytest.mark.parametrize(
    ("found_g", "fault", "told"), [(30.0, "over", True), (30.0, "under", False), (-30.0, "under", True)]
)
def test_the_scales_log_speaks_for_or_against_the_hand(found_g: float, fault: str, told: bool) -> None:
    facts = Facts(weighed=(Weighed(pot="loaf", label="Olive", planned_g=400, found_g=400 + found_g),))
    found = of(fault, circumstance(facts))
    hand = [cause for says, cause in found.items() if "weighed in than planned" in says]
    assert bool(hand) is told
    if told:
        assert f"{found_g:+.0f} g" in hand[0].evidence


def test_weighed_as_planned_the_hand_is_not_to_blame() -> None:
    facts = Facts(weighed=(Weighed(pot="loaf", label="Olive", planned_g=400, found_g=400.4),))
    assert not any("weighed in" in says for says in of("over", circumstance(facts)))


def test_spilled_batter_is_told_where_it_was_logged() -> None:
    (lost,) = [
        c for says, c in of("under", circumstance(Facts(went_wrong=("It has spilled",)))).items() if "lost" in says
    ]
    assert lost.evidence == "logged: It has spilled"
    assert not any("lost" in says for says in of("under", circumstance()))


def test_scents_that_are_known_for_it_are_named(demo_cupboard: Cupboard) -> None:
    blend = {"id": "b", "name": "Rain", "parts": [{"scent": "wet-slate", "percent": 100}]}
    grey = {"id": "grey", "name": "Grey", "srgb": "#999999", "scent": {"blend": "b", "percent_of_oils": 2}}
    colours = [*box()["colours"], grey]
    scented = circumstance(cupboard=demo_cupboard, blends=[blend], colours=colours)
    assert "the scent" not in of("seized", circumstance(cupboard=demo_cupboard, blends=[blend]))
    (scent,) = [cause for says, cause in of("seized", scented).items() if says == "the scent"]
    assert scent.evidence == "Wet slate: accelerates"
    assert "the scent" not in of("seized", circumstance())


def test_vanillin_is_told_by_its_share_of_the_batter(demo_cupboard: Cupboard) -> None:
    blend = {"id": "b", "name": "Lamp", "parts": [{"scent": "lamp-resin", "percent": 100}]}
    colour = {"id": "white", "name": "White", "srgb": "#ffffff", "scent": {"blend": "b", "percent_of_oils": 3}}
    found = of("browned", circumstance(cupboard=demo_cupboard, blends=[blend], colours=[colour]))
    assert "% vanillin in the batter" in found["vanillin in the scent"].evidence
    assert of("browned", circumstance()) == {}


def test_no_lactate_in_any_formula_speaks_for_torn_corners() -> None:
    with_it = [{**box()["formulas"][0], "additives": [{"additive": "sodium-lactate", "amount": 2}]}]
    assert "none in its formulas" in [cause.evidence for cause in of("torn", circumstance()).values()]
    assert not any("lactate" in says for says in of("torn", circumstance(formulas=with_it)))


def test_colours_that_were_forecast_close_are_named_with_their_distance() -> None:
    colours = [{"id": "a", "name": "Ash", "srgb": "#808080"}, {"id": "b", "name": "Smoke", "srgb": "#848484"}]
    work = [
        {"do": "pour", "id": key, "name": key, "to_mm": to, "colours": [{"colour": key, "percent": 100}]}
        for key, to in (("a", 30), ("b", 60))
    ]
    (near,) = [c for says, c in of("close", circumstance(colours=colours, work=work)).items() if "forecast" in says]
    assert near.evidence in (
        "Ash and Smoke: will merge, by the forecast",
        "Ash and Smoke: hard to tell apart, by the forecast",
    )


def test_a_cool_room_and_wires_through_motifs() -> None:
    cool = of("soft", circumstance(sizing={"room_c": 14}))
    assert "a room of 14 °C" in [cause.evidence for cause in cool.values()]
    piped = of("fallen", circumstance(frosting=frosted()))
    (wire,) = [cause for says, cause in piped.items() if "wire" in says]
    assert wire.evidence.startswith("the wire goes through some of Eave")


@pytest.mark.parametrize(("lye_percent", "told"), [(20, True), (45, False)])
def test_a_heavier_piece_is_named_with_both_densities(lye_percent: float, told: bool) -> None:
    """Fats float on water, lye sinks in it: the more lye water beside the fats, the heavier the batter."""
    own = {**OLIVE_COCONUT, "id": "own", "water": {"by": "concentration", "value": lye_percent}}
    where = circumstance(document=box_with(rod(formula="own"), formulas=[OLIVE_COCONUT, own]))
    found = [cause for says, cause in of("sunk", where).items() if "heavier" in says]
    assert bool(found) is told
    if told:
        assert re.fullmatch(r"Rod: 1\.\d\d g/ml in batter of [01]\.\d\d g/ml", found[0].evidence)


def own(key: str, name: str, value: float, low: float, high: float, default: float) -> Cupboard:
    """The standard cupboard with one number of the studio's own."""
    rate = Rate(
        key=key,
        name=name,
        unit=kind_of(key).unit,
        value=value,
        low=low,
        high=high,
        default=default,
        n=5,
        how="five loaves",
        source="",
    )
    return standard_cupboard().model_copy(update={"rates": {key: rate}})


@pytest.mark.parametrize(("film_mm", "evidence"), [(0.9, "your log: 0.90 mm of film, 0.5 mm usually"), (0.4, "")])
def test_bowls_that_keep_more_than_usual_speak_for_running_short(film_mm: float, evidence: str) -> None:
    learned = own("film", "Film on bowls", film_mm, film_mm - 0.1, film_mm + 0.1, 0.5)
    (film,) = [c for says, c in of("under", circumstance(cupboard=learned)).items() if "bowls" in says]
    assert film.evidence == evidence


def coloured(jar: str) -> dict[str, Any]:
    return {"id": "white", "name": "White", "srgb": "#ffffff", "colourants": [{"colourant": jar, "g_per_kg": 5}]}


@pytest.mark.parametrize(("high", "told"), [(0.9, "your log: Red jar × 0.78"), (1.1, "")])
def test_a_weak_jar_is_told_by_what_it_did_before(demo_cupboard: Cupboard, high: float, told: str) -> None:
    jar = next(iter(demo_cupboard.colourants))
    rates = own(f"colour:{jar}", "Colour strength: Red jar", 0.78, 0.6, high, 1.0).rates
    learned = demo_cupboard.model_copy(update={"rates": rates})
    where = circumstance(cupboard=learned, colours=[coloured(jar)])
    (weak,) = [c for says, c in of("close", where).items() if "weaker" in says]
    assert weak.evidence == told
    assert not any("weaker" in says for says in of("close", circumstance()))


def test_a_white_that_scatters_speaks_for_rivers(demo_cupboard: Cupboard) -> None:
    white = next(jar for jar in demo_cupboard.colourants.values() if jar.whitens)
    where = circumstance(cupboard=demo_cupboard, colours=[coloured(white.key)])
    assert white.name in [cause.evidence for cause in of("rivers", where).values()]
    assert not any("titanium" in says for says in of("rivers", circumstance(cupboard=demo_cupboard)))


@pytest.mark.parametrize(("additive", "evidence"), [("honey", "Honey"), ("kaolin", None)])
def test_what_warms_a_pot_speaks_for_cracks(additive: str, evidence: str | None) -> None:
    with_it = [{**box()["formulas"][0], "additives": [{"additive": additive, "amount": 2}]}]
    found = [c.evidence for says, c in of("cracks", circumstance(formulas=with_it)).items() if "sugar" in says]
    assert found == ([evidence] if evidence else [])


def test_every_cause_that_is_looked_for_answers_for_a_bare_loaf_and_a_full_one() -> None:
    full = circumstance(document=box_with(rod(), frosting=frosted(100), to_mm=60))
    for kind in fault_kinds().values():
        for where in (circumstance(), full):
            found = causes_of(kind, where)
            assert len(found) <= len(kind.causes)
            told = [bool(cause.evidence) for cause in found]
            assert told == sorted(told, reverse=True)
