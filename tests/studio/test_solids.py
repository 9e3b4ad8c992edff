"""The loaf in the hand over the API: drawn from a document, told in words, taken out as a file."""

from __future__ import annotations

import gzip
import io

import pytest
import trimesh

from archtop.studio.models import Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def test_a_document_is_drawn_and_told(studio: Studio, loaf: Loaf) -> None:
    response = studio.send("POST", "/solid", {"document": loaf.document})
    assert response["Content-Type"] == "model/gltf-binary"
    assert response.content[:4] == b"glTF"
    told = studio.send("POST", "/solid/words", {"document": loaf.document}).json()
    bars = trimesh.load_scene(io.BytesIO(response.content), file_type="glb").graph.nodes
    assert {f"bar-{number}" for number in told["bars"]} <= set(bars)
    assert loaf.name in told["words"][0]
    assert told["piped"] == []


def test_it_is_sent_small(studio: Studio, loaf: Loaf) -> None:
    plain = studio.send("POST", "/solid", {"document": loaf.document})
    small = studio.send("POST", "/solid", {"document": loaf.document}, **{"Accept-Encoding": "gzip"})
    assert small["Content-Encoding"] == "gzip"
    assert len(small.content) < len(plain.content)
    assert gzip.decompress(small.content) == plain.content


def test_another_outcome_another_age_and_another_minute_are_other_loaves(studio: Studio, loaf: Loaf) -> None:
    first = studio.send("POST", "/solid", {"document": loaf.document}).content
    assert studio.send("POST", "/solid", {"document": loaf.document}).content == first
    for asked in ({"seed": 2}, {"age": "wet"}, {"frosting_min": 3}):
        assert studio.send("POST", "/solid", {"document": loaf.document, **asked}).content != first


def test_piping_by_the_minute_sinks_first_and_is_told(studio: Studio, loaf: Loaf) -> None:
    early, late = (
        studio.send("POST", "/solid/words", {"document": loaf.document, "frosting_min": minute}).json()["piped"]
        for minute in (1, 240)
    )
    assert {run["how"] for run in early} == {"sinks"}
    assert all("sinks and spreads" in run["says"] for run in early)
    assert all(a["yield_pa"] < b["yield_pa"] for a, b in zip(early, late, strict=True))
    assert "sinks" not in {run["how"] for run in late}


def test_what_does_not_plan_says_why(studio: Studio, loaf: Loaf) -> None:
    document = {**loaf.document, "work": []}
    for path in ("/solid", "/solid/words"):
        response = studio.send("POST", path, {"document": document})
        assert response.status_code == 422
        assert response.json()["problems"]


def test_one_bar_is_taken_out_and_one_that_is_not_there_is_refused(studio: Studio, loaf: Loaf) -> None:
    whole, one = (studio.get(f"/loaves/{loaf.pk}/loaf.stl{query}") for query in ("", "?bar=2"))
    assert 'filename="lantern-row-bar-2.stl"' in one["Content-Disposition"]
    solids = [trimesh.load_mesh(io.BytesIO(file.content), file_type="stl") for file in (whole, one)]
    assert solids[1].extents[1] < solids[0].extents[1] / 5
    refused = studio.get(f"/loaves/{loaf.pk}/loaf.stl?bar=99")
    assert refused.status_code == 422
    assert "Ask for one from 1 to" in refused.json()["problems"][0]["remedy"]
    assert studio.get(f"/loaves/{loaf.pk}/loaf.glb?bar=0").status_code == 422
    assert studio.get(f"/loaves/{loaf.pk}/loaf.glb").content[:4] == b"glTF"


def test_nobody_else_takes_it_out(studio: Studio, loaf: Loaf) -> None:
    studio.http.logout()
    assert studio.get(f"/loaves/{loaf.pk}/loaf.glb").status_code == 401
