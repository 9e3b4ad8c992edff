"""The cupboard: built-in fats, the studio's own over them, moulds to start from."""

from __future__ import annotations

import json

import pytest
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from archtop.core.geometry.moulds import LoafMould as Box
from archtop.studio.actions import keep_mould
from archtop.studio.models import CupboardItem, FormulaVersion, Loaf, OwnFat
from tests.studio.conftest import Studio
from tests.studio.test_loaves_api import problem_codes

pytestmark = pytest.mark.django_db


def test_own_fats_add_to_the_table_and_take_the_place_of_rows(studio: Studio, demo_document: dict) -> None:
    before = studio.send("POST", "/plan", demo_document).json()["pots"][-1]
    OwnFat.objects.create(
        key="olive", name="Olive oil, this year's", inci="Olea Europaea Fruit Oil", sv=196, iv=84, source="certificate"
    )
    OwnFat.objects.create(key="house-blend", name="House blend", inci="Mixed", sv=190, iv=80, source="certificate")
    fats = {fat["key"]: fat for fat in studio.get("/cupboard").json()["fats"]}
    assert fats["olive"]["sv"] == 196
    assert fats["house-blend"]["name"] == "House blend"
    after = studio.send("POST", "/plan", demo_document).json()["pots"][-1]
    lye = [next(i["exact_g"] / p["total_g"] for i in p["ingredients"] if i["role"] == "lye") for p in (before, after)]
    assert lye[1] > lye[0]


def test_moulds_are_listed_by_length(studio: Studio) -> None:
    for length in (250, 130):
        keep_mould(Box(name=f"Box {length}", length_mm=length, width_mm=90, height_mm=70))
    assert [mould["length_mm"] for mould in studio.get("/cupboard").json()["moulds"]] == [130, 250]


SCENT = {"key": "new-smoke", "name": "New smoke", "max_percent": 2.5, "behaves": {"rices": 2}}


def test_scents_and_colourants_are_put_in_changed_and_taken_out(studio: Studio) -> None:
    assert studio.send("PUT", "/cupboard/scents", SCENT).status_code == 204
    assert studio.send("PUT", "/cupboard/scents", {**SCENT, "max_percent": 2}).status_code == 204
    scents = {scent["key"]: scent for scent in studio.get("/cupboard").json()["scents"]}
    assert scents["new-smoke"]["max_percent"] == 2
    assert studio.send("DELETE", "/cupboard/scent/new-smoke").status_code == 204
    assert not CupboardItem.objects.filter(key="new-smoke").exists()


@pytest.mark.parametrize(
    ("path", "body"),
    [
        ("/cupboard/scents", {**SCENT, "max_percent": 140}),
        ("/cupboard/scents", {**SCENT, "behaves": {"explodes": 1}}),
        ("/cupboard/colourants", {"key": "x", "name": "X", "bar": {"dose_g_per_kg": 0, "srgb": "#000000"}}),
        ("/cupboard/colourants", {"key": "x", "name": "X", "bar": {"dose_g_per_kg": 4, "srgb": "blue"}}),
        ("/cupboard/stock", {"name": "gold:bar", "grams": 3}),
        ("/cupboard/stock", {"name": "fat:olive", "grams": -1}),
    ],
)
def test_what_makes_no_sense_is_refused(studio: Studio, path: str, body: dict) -> None:
    before = studio.get("/cupboard").json()
    assert studio.send("PUT", path, body).status_code == 422
    assert studio.get("/cupboard").json() == before


def test_what_a_loaf_uses_stays(studio: Studio, loaf: Loaf) -> None:
    for path in ("/cupboard/scent/lamp-resin", "/cupboard/colourant/jar-blue"):
        refused = studio.send("DELETE", path)
        assert refused.status_code == 422
        assert "Lantern Row uses it" in refused.json()["message"]


def test_stock_is_counted_and_forgotten(studio: Studio, demo_document: dict) -> None:
    studio.send("PUT", "/cupboard/stock", {"name": "fat:olive", "grams": 12})
    plan = studio.send("POST", "/plan", demo_document).json()
    olive = next(item for item in plan["supplies"] if item["key"] == "olive")
    assert olive["stock_g"] == 12
    assert olive["short_g"] == pytest.approx(olive["grams"] - 12)
    assert "stock.short" in {remark["code"] for remark in plan["remarks"]}
    studio.send("PUT", "/cupboard/stock", {"name": "fat:olive", "grams": None})
    assert "fat:olive" not in studio.get("/cupboard").json()["stock"]


def test_the_formula_book_keeps_every_version(studio: Studio, demo_document: dict) -> None:
    formula = demo_document["formulas"][0]
    assert studio.send("POST", "/formulas", formula).json()["versions"][0]["number"] == 1
    assert studio.send("POST", "/formulas", formula).json()["versions"][0]["number"] == 1
    studio.send("POST", "/formulas", {**formula, "lye_discount_percent": 7})
    (book,) = studio.get("/formulas").json()
    discounts = [(row["number"], row["formula"]["lye_discount_percent"]) for row in book["versions"]]
    assert discounts == [(2, 7.0), (1, 5.0)]
    assert FormulaVersion.objects.count() == 2


def test_sizing_backwards_and_help_with_a_colour(studio: Studio, demo_document: dict) -> None:
    target = {"use": "scent", "amount": 24, "key": "night-market"}
    sized = studio.send("POST", "/size-back", {"document": demo_document, "target": target}).json()
    assert sized["takes"] == pytest.approx(24, abs=0.1)
    assert sized["loaf"]["work"][-1]["to_mm"] == sized["level_mm"]
    demo_document["colours"][0]["colourants"] = []
    found = studio.send("POST", "/reach", {"document": demo_document, "colour": "dusk"}).json()
    assert all(option["difference"] < found["from_difference"] for option in found["options"])
    assert found["options"]
    assert "jar-fuchsia" not in {item["colourant"] for option in found["options"] for item in option["add"]}
    assert studio.send("POST", "/reach", {"document": demo_document, "colour": "none"}).status_code == 422


def test_a_week_adds_up(studio: Studio, loaf: Loaf) -> None:
    week = studio.get("/week?first=2026-12-01").json()
    assert week["loaves"] == ["Lantern Row"]
    plan = studio.get(f"/loaves/{loaf.pk}").json()["plan"]
    alone = {item["key"]: item["grams"] for item in plan["supplies"]}
    assert {item["key"]: item["grams"] for item in week["supplies"]} == pytest.approx(alone)
    assert studio.get("/week?first=2026-12-06").json()["loaves"] == []


@pytest.mark.django_db(transaction=True)
def test_a_mould_with_a_field_to_each_measure_becomes_a_document_and_back(studio: Studio) -> None:
    """Homes of before moulds of any kind keep what stands on their shelf of moulds."""
    keep_mould(
        Box(name="Leaning", length_mm=240, width_mm=80, height_mm=75, draft_deg=2, bow_mm=3, material="silicone")
    )
    executor = MigrationExecutor(connection)
    try:
        executor.migrate([("studio", "0012_what_a_season_was_planned_from")])
        with connection.cursor() as rows:
            rows.execute("SELECT name, material, length_mm, draft_deg, bow_mm FROM studio_loafmould")
            assert rows.fetchall() == [("Leaning", "silicone", 240.0, 2.0, 3.0)]
    finally:
        call_command("migrate", verbosity=0, interactive=False)
    (mould,) = studio.get("/cupboard").json()["moulds"]
    assert (mould["name"], mould["height_mm"], mould["bow_mm"], mould["rim_mark_mm"]) == ("Leaning", 75, 3, 25.4)


RICE = {"key": "rice", "name": "Rice flour", "inci": "Oryza Sativa Powder", "low": 5, "high": 20, "powder": True}


def test_an_additive_of_ones_own_is_offered_used_kept_and_taken_along(studio: Studio, loaf: Loaf) -> None:
    assert studio.send("PUT", "/cupboard/additives", RICE).status_code == 204
    offered = {item["key"]: item for item in studio.get("/cupboard").json()["additives"]}
    assert offered["rice"]["own"] is True
    assert offered["rice"]["places"] == ["after trace", "last"]
    assert offered["rice"]["bowl_places"] == ["after trace", "last"]
    assert offered["sodium-lactate"]["bowl_places"] == []
    document = studio.get(f"/loaves/{loaf.pk}").json()["document"]
    document["colours"][0]["additives"] = [{"additive": "rice", "amount": 10}]
    saved = studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": document})
    assert saved.status_code == 200
    assert "Oryza Sativa Powder" in saved.json()["plan"]["label"]["text"]
    assert problem_codes(studio.send("DELETE", "/cupboard/additive/rice")) == ["cupboard.in_use"]
    # Its file brings it to a studio that has none, and only what is its own.
    went = json.loads(studio.get(f"/loaves/{loaf.pk}/document").content)
    assert [item["key"] for item in went["brings"]["additives"]] == ["rice"]
    CupboardItem.objects.filter(kind="additive").delete()
    assert studio.send("POST", "/loaves/import", went).status_code == 201
    assert CupboardItem.objects.get(kind="additive").data["name"] == "Rice flour"


def test_an_own_row_over_a_known_additive_gives_way_to_it_again(studio: Studio) -> None:
    def salt() -> dict:
        return next(item for item in studio.get("/cupboard").json()["additives"] if item["key"] == "salt")

    before = salt()
    mine = {key: value for key, value in before.items() if key not in ("places", "bowl_places")}
    assert studio.send("PUT", "/cupboard/additives", {**mine, "high": 40}).status_code == 204
    assert (salt()["high"], salt()["own"]) == (40, True)
    assert studio.send("DELETE", "/cupboard/additive/salt").status_code == 204
    assert salt() == before


@pytest.mark.parametrize(
    ("change", "field"), [({"low": 30}, "low"), ({"name": ""}, "name"), ({"water_share": 2}, "water_share")]
)
def test_an_additive_that_cannot_be_is_refused_at_its_field(studio: Studio, change: dict, field: str) -> None:
    refused = studio.send("PUT", "/cupboard/additives", {**RICE, **change})
    assert refused.status_code == 422
    assert field in [problem["field"].split(".")[-1] for problem in refused.json()["problems"]]


def test_what_a_finish_is_of_cannot_be_taken_out_under_it(studio: Studio, loaf: Loaf) -> None:
    document = studio.get(f"/loaves/{loaf.pk}").json()["document"]
    dust = {
        "id": "dust",
        "kind": "dust",
        "name": "Dust",
        "amount": 2,
        "of": {"shelf": "colourant", "key": "jar-orange"},
    }
    document["top"]["finishes"] = [dust]
    for colour in document["colours"]:
        colour["colourants"] = [dose for dose in colour["colourants"] if dose["colourant"] != "jar-orange"]
    assert studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": document}).status_code == 200
    assert problem_codes(studio.send("DELETE", "/cupboard/colourant/jar-orange")) == ["cupboard.in_use"]
