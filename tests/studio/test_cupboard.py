"""The cupboard: built-in fats, the studio's own over them, moulds to start from."""

from __future__ import annotations

import pytest

from archtop.studio.models import LoafMould, OwnFat
from tests.studio.conftest import Studio

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
        LoafMould.objects.create(name=f"Box {length}", length_mm=length, width_mm=90, height_mm=70)
    assert [mould["length_mm"] for mould in studio.get("/cupboard").json()["moulds"]] == [130, 250]
