"""How a studio counts: said once, kept, and said by every answer and sheet."""

from __future__ import annotations

import io
from typing import Any

import pytest
from pypdf import PdfReader

from archtop.core import read_loaf
from archtop.studio.actions import create_loaf
from archtop.studio.models import Setting
from tests.core.conftest import box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

USUAL = {
    "decimal": None,
    "dates": "day first",
    "week_begins": "Monday",
    "paper": None,
    "currency": "",
    "room_c": 21.0,
}


def house(studio: Studio) -> dict[str, Any]:
    return studio.get("/session").json()["house"]


def test_it_is_usual_until_it_is_said_and_then_kept(studio: Studio) -> None:
    assert house(studio) == USUAL
    said = {**USUAL, "decimal": "comma", "paper": "Letter", "currency": "kr", "room_c": 18.5}
    assert studio.send("PUT", "/session/house", said).json() == said
    assert house(studio) == said
    assert studio.get("/prices").json()["currency"] == "kr"
    studio.send("PUT", "/session/house", {**said, "currency": ""})
    assert studio.get("/prices").json()["currency"] == ""


@pytest.mark.parametrize(
    "wrong", [{"decimal": "dot"}, {"room_c": 80}, {"week_begins": "Friday"}, {"currency": "x" * 9}, {"paper": "A5"}]
)
def test_what_nobody_counts_by_is_refused_and_nothing_is_changed(studio: Studio, wrong: dict[str, Any]) -> None:
    answer = studio.send("PUT", "/session/house", {**USUAL, **wrong})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["field"].endswith(next(iter(wrong)))
    assert house(studio) == USUAL


def test_a_new_loaf_stands_in_the_studios_room_and_one_from_a_file_in_its_own(studio: Studio) -> None:
    studio.send("PUT", "/session/house", {**USUAL, "room_c": 17})
    made = studio.send("POST", "/loaves", {"name": "Cold room"}).json()
    assert made["document"]["sizing"]["room_c"] == 17
    brought = studio.send("POST", "/loaves/import", made["document"] | {"sizing": {"room_c": 25}}).json()
    assert brought["document"]["sizing"]["room_c"] == 25


def test_sentences_are_said_as_the_browser_asks(studio: Studio, owner: Any) -> None:
    loaf = create_loaf(owner, read_loaf(box_with(rod(), to_mm=66.5, pour_on="2027-03-05", ready_on="2027-03-08")))
    plain = studio.get(f"/loaves/{loaf.pk}").json()
    there = studio.get(f"/loaves/{loaf.pk}", **{"X-Decimal": "comma", "X-Dates": "month first"}).json()
    assert there["document"] == plain["document"]
    (late,) = [item["text"] for item in there["plan"]["remarks"] if "ready" in item["text"]]
    assert "March 5" in late
    how = [item["plan"]["pots"][0]["density"]["how"] for item in (plain, there)]
    assert how[0] != how[1]
    assert how[0].replace(".", ",") == how[1].replace(".", ",")


def test_the_weigh_out_is_printed_as_the_studio_writes(studio: Studio, owner: Any) -> None:
    loaf = create_loaf(owner, read_loaf(box_with(rod(), sizing={"scale_step_g": 0.1})))

    def printed() -> str:
        answer = studio.http.get(f"/api/loaves/{loaf.pk}/weigh-out.pdf")
        return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)

    assert "241.3 g" in printed()
    studio.send("PUT", "/session/house", {**USUAL, "decimal": "comma"})
    comma = printed()
    assert "241,3 g" in comma
    assert "241.3 g" not in comma


def test_it_goes_out_with_the_studio_and_comes_in_again(studio: Studio) -> None:
    said = {**USUAL, "decimal": "comma", "dates": "month first", "currency": "kr"}
    studio.send("PUT", "/session/house", said)
    carried = b"".join(studio.get("/keeping/studio.zip").streaming_content)
    # Into a studio that has said nothing: what it has said itself would stay.
    Setting.objects.all().delete()
    assert house(studio) == USUAL
    answer = studio.http.post("/api/keeping/studio", {"file": io.BytesIO(carried)})
    assert answer.status_code == 200, answer.content
    assert house(studio) == said
