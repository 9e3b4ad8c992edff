"""A browser that shows US customary units is answered in them; documents and numbers stay as they are."""

from __future__ import annotations

import json
import re
from typing import Any

import pytest

from archtop.studio.models import Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

METRIC = re.compile(r"(?<![\w.·])\d[\d.]* ?(?:mm|ml|g|kg|cm|°C|g/kg|g/ml)(?![\w/²³])")
US = {"X-Units": "us"}
SENTENCES = {"how", "source", "text", "remedy", "says", "detail", "limit", "message", "why", "title"}


def sentences(value: Any, field: str = "") -> list[str]:
    """Every sentence of an answer but those of documents."""
    if isinstance(value, str):
        return [value] if field in SENTENCES else []
    if isinstance(value, list):
        return [text for item in value for text in sentences(item, field)]
    if isinstance(value, dict):
        return [text for key, item in value.items() if key != "document" for text in sentences(item, key)]
    return []


@pytest.mark.parametrize("where", ["", "/clock", "/outcome", "/reminders"])
def test_no_sentence_of_a_loaf_says_millimetres_to_a_us_studio(studio: Studio, loaf: Loaf, where: str) -> None:
    path = f"/loaves/{loaf.pk}{where}"
    metric, us = studio.get(path), studio.get(path, **US)
    assert [text for text in sentences(us.json()) if METRIC.search(text)] == []
    if where == "":
        assert [text for text in sentences(metric.json()) if METRIC.search(text)] != []


def test_numbers_and_the_document_are_the_same_in_both(studio: Studio, loaf: Loaf) -> None:
    """Only words differ: the browser shows numbers in its own units, and gets back what it saved."""
    metric, us = (studio.get(f"/loaves/{loaf.pk}", **{"X-Units": units}).json() for units in ("metric", "us"))
    assert us["document"] == metric["document"]

    def numbers(value: Any) -> Any:
        if isinstance(value, list):
            return [numbers(item) for item in value]
        if isinstance(value, dict):
            return {key: numbers(item) for key, item in value.items()}
        return None if isinstance(value, str) else value

    assert numbers(us["plan"]) == numbers(metric["plan"])
    keys = [step["key"] for step in metric["plan"]["steps"]]
    assert [step["key"] for step in us["plan"]["steps"]] == keys


def test_a_refusal_is_told_in_inches(studio: Studio, demo_document: dict) -> None:
    demo_document["embeds"][0]["across_mm"] = 40
    refused = studio.send("POST", "/plan", demo_document, **US)
    assert refused.status_code == 422
    (problem,) = refused.json()["problems"]
    assert "0.67 in through the wall" in problem["message"]
    assert problem["field"] == "embeds.0.across_mm"


def test_fats_are_called_as_they_are_bought_there(studio: Studio, demo_document: dict) -> None:
    demo_document["formulas"][0]["fats"] = [{"fat": "canola", "percent": 60}, {"fat": "peanut", "percent": 40}]
    plan = studio.send("POST", "/plan", demo_document, **US).json()
    assert {"Canola oil", "Peanut oil"} <= {item["name"] for item in plan["supplies"]}
    names = {fat["name"] for fat in studio.get("/cupboard", **US).json()["fats"]}
    assert {"Canola oil", "Peanut oil", "Corn oil", "Flaxseed oil"} <= names
    assert "Maize oil" not in names


def test_what_a_person_wrote_into_the_hours_comes_back_as_it_was(studio: Studio) -> None:
    """It is changed and saved again: said in other units once, it would never be what was written."""
    off = {"first": "2026-12-24", "last": "2026-12-26", "why": "Sanding the 250 mm box, 21 °C at most"}
    hours = studio.get("/season", **US).json()["hours"]
    assert studio.send("PUT", "/season/hours", {**hours, "days_off": [off]}, **US).status_code in (200, 204)
    assert studio.get("/season", **US).json()["hours"]["days_off"] == [off]


def test_a_file_taken_out_is_in_the_units_of_documents(studio: Studio, loaf: Loaf) -> None:
    path = f"/loaves/{loaf.pk}/document"
    assert json.loads(studio.get(path, **US).content) == json.loads(studio.get(path).content)
