"""The loaf in the hand over the API: drawn from a document, told in words, taken out as a file."""

from __future__ import annotations

import base64
import gzip
import io
import json
import subprocess
import sys
import threading
import time
import uuid
from contextlib import ExitStack
from importlib.resources import files
from pathlib import Path
from typing import Any

import numpy as np
import pytest
import trimesh
from django.contrib.auth.models import User
from django.core.management import call_command
from PIL import Image

from archtop.core import read_loaf
from archtop.studio.actions import create_loaf, stills
from archtop.studio.api.turns import AT_ONCE, MOST_WAITING, TURNS
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
    for asked in ({"seed": 2}, {"age": "wet", "frosting_min": 3}):
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


def test_what_is_taken_out_is_gltf_by_its_makers_own_validator(studio: Studio, loaf: Loaf, tmp_path: Path) -> None:
    """Khronos' glTF validator, run by Node: no error and no warning, with shade, mica and all."""
    file = tmp_path / "loaf.glb"
    file.write_bytes(studio.get(f"/loaves/{loaf.pk}/loaf.glb").content)
    with_mould = tmp_path / "shown.glb"
    with_mould.write_bytes(studio.send("POST", "/solid", {"document": loaf.document, "ash": True}).content)
    for found in (json.loads(line) for line in validated(file, with_mould)):
        assert found["mimeType"] == "model/gltf-binary"
        assert (found["issues"]["numErrors"], found["issues"]["numWarnings"]) == (0, 0), found["issues"]["messages"]


def validated(*paths: Path) -> list[str]:
    script = (
        'const validator = require("gltf-validator"), fs = require("fs");'
        "(async () => { for (const file of process.argv.slice(1)) console.log(JSON.stringify("
        "await validator.validateBytes(new Uint8Array(fs.readFileSync(file)), { maxIssues: 5 }))); })();"
    )
    asked = ["node", "-e", script, *map(str, paths)]
    web = Path(__file__).parents[2] / "web"
    return subprocess.run(asked, cwd=web, check=True, capture_output=True, text=True).stdout.splitlines()


def test_the_hollow_of_its_mould_is_taken_out(studio: Studio, loaf: Loaf) -> None:
    file = studio.get(f"/loaves/{loaf.pk}/mould.stl")
    assert 'filename="lantern-row-mould.stl"' in file["Content-Disposition"]
    mesh = trimesh.load_mesh(io.BytesIO(file.content), file_type="stl")
    mould = read_loaf(loaf.document).mould
    assert mesh.volume == pytest.approx(mould.volume_below(mould.height_mm), rel=0.01)


def test_what_was_drawn_is_at_hand_and_before_that_a_first_look_is_alike(studio: Studio, loaf: Loaf) -> None:
    first = studio.get(f"/loaves/{loaf.pk}/at-hand.png")
    assert first.status_code == 200
    drawn = studio.get(f"/loaves/{loaf.pk}/still.png").content
    # Coarser, and the same loaf: the same outline, and on the average hardly another colour.
    early, late = (np.asarray(Image.open(io.BytesIO(picture)), dtype=float) for picture in (first.content, drawn))
    both = (early[..., 3] > 200) & (late[..., 3] > 200)
    assert both.sum() > 0.97 * (late[..., 3] > 200).sum()
    assert np.abs(early[both][:, :3].mean(axis=0) - late[both][:, :3].mean(axis=0)).max() < 6
    # A list shows many at once: while all turns are taken, what is at hand comes all the same.
    with ExitStack() as taken:
        for _ in range(AT_ONCE):
            taken.enter_context(TURNS.turn())
        full = [threading.Thread(target=waits) for _ in range(MOST_WAITING)]
        for one in full:
            one.start()
        while TURNS.wanted < AT_ONCE + MOST_WAITING:
            time.sleep(0.01)
        assert studio.get(f"/loaves/{loaf.pk}/still.png").content == drawn
        assert studio.get(f"/loaves/{loaf.pk}/loaf.stl").status_code == 503
    for one in full:
        one.join()
    there = studio.get(f"/loaves/{loaf.pk}/at-hand.png")
    assert (there.status_code, there.content) == (200, drawn)
    # Changed since, it is seen as it was until it is drawn again.
    Loaf.objects.filter(pk=loaf.pk).update(revision=loaf.revision + 1)
    assert studio.get(f"/loaves/{loaf.pk}/at-hand.png").content == drawn


def waits() -> None:
    with TURNS.turn():
        pass


def test_a_step_of_the_bench_is_seen_at_its_moment(studio: Studio, loaf: Loaf) -> None:
    steps = [step["key"] for step in studio.get(f"/loaves/{loaf.pk}").json()["plan"]["steps"]]
    pour, pipe = (next(key for key in steps if key.startswith(head)) for head in ("loaf.pour.", "loaf.pipe."))
    poured, piped, soft, softest = (
        np.asarray(Image.open(io.BytesIO(studio.get(f"/loaves/{loaf.pk}/moment.png?step={asked}").content)))
        for asked in (pour, pipe, f"{pipe}&pa=30", f"{pipe}&pa=400&pa=30")
    )
    assert poured.shape == piped.shape == (420, 640, 4)
    assert (piped != poured).any(axis=-1).mean() > 0.1
    assert (piped != soft).any(axis=-1).mean() > 0.01
    # Of several bowls the softest gives way first.
    assert np.array_equal(soft, softest)
    refused = studio.get(f"/loaves/{loaf.pk}/moment.png?step=own.lye")
    assert refused.status_code == 422
    assert "Ask for a pour" in refused.json()["problems"][0]["remedy"]


def test_nobody_else_takes_it_out(studio: Studio, loaf: Loaf) -> None:
    studio.http.logout()
    assert studio.get(f"/loaves/{loaf.pk}/loaf.glb").status_code == 401


@pytest.fixture
def cup(owner: User) -> Loaf:
    """Small, so quickly drawn."""
    document = json.loads((files("archtop.studio") / "demo" / "tea-stall-cups.loaf.json").read_text(encoding="utf-8"))
    return create_loaf(owner, read_loaf(document))


class TestStills:
    def test_a_picture_is_made_once_for_a_revision(self, studio: Studio, cup: Loaf, settings: Any) -> None:
        first = studio.get(f"/loaves/{cup.pk}/still.png?rev=1")
        assert first["Content-Type"] == "image/png"
        picture = np.asarray(Image.open(io.BytesIO(first.content)))
        assert picture.shape == (300, 480, 4)
        assert 0.2 < (picture[..., 3] > 128).mean() < 0.9
        (file,) = (settings.HOME / "stills").glob(f"{cup.pk}-*.png")
        touched = file.stat().st_mtime_ns
        assert studio.get(f"/loaves/{cup.pk}/still.png").content == first.content
        assert file.stat().st_mtime_ns == touched
        assert [row["still"] for row in studio.get("/loaves").json()] == ["there"]

    def test_another_revision_has_another_and_the_old_one_goes(self, studio: Studio, cup: Loaf, settings: Any) -> None:
        first = studio.get(f"/loaves/{cup.pk}/still.png").content
        colours = [{**colour, "srgb": "#00c8a0", "colourants": []} for colour in cup.document["colours"]]
        Loaf.objects.filter(pk=cup.pk).update(document={**cup.document, "colours": colours}, revision=2)
        assert [row["still"] for row in studio.get("/loaves").json()] == ["none"]
        assert studio.get(f"/loaves/{cup.pk}/still.png").content != first
        assert len(list((settings.HOME / "stills").glob(f"{cup.pk}-*.png"))) == 1

    def test_a_list_asks_for_what_is_missing_and_waits_for_none(
        self, studio: Studio, cup: Loaf, settings: Any, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        wanted: list[object] = []
        monkeypatch.setattr(stills, "_want", lambda *asked: wanted.append(asked))
        assert studio.get("/loaves").json()[0]["still"] == "none"
        settings.STILLS = True
        assert studio.get("/loaves").json()[0]["still"] == "coming"
        assert wanted == [(cup.pk, cup.revision)]


class TestWhoDraws:
    """A process of its own draws, what was wanted last first; no loaf that breaks it holds up others."""

    def test_what_is_handed_in_is_drawn_and_each_is_answered(
        self, cup: Loaf, settings: Any, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
    ) -> None:
        monkeypatch.setattr("os.nice", lambda by: by)
        monkeypatch.setattr("sys.stdin", io.StringIO(f"{cup.pk}\n{uuid.uuid4()}\nno id\n"))
        call_command("draw_stills")
        made, *others = capsys.readouterr().out.splitlines()
        assert made == "made"
        assert [line.partition(":")[0] for line in others] == ["not made", "not made"]
        assert len(list((settings.HOME / "stills").glob(f"{cup.pk}-*.png"))) == 1

    def test_the_last_wanted_comes_first_and_the_rest_after_one_that_broke(
        self, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        listed, opened, breaks = uuid.uuid4(), uuid.uuid4(), uuid.uuid4()
        log = tmp_path / "drawn"
        draws = (
            "import sys\n"
            "for line in sys.stdin:\n"
            f"    open({str(log)!r}, 'a').write(line)\n"
            f"    if line.strip() == {str(breaks)!r}: sys.exit(1)\n"
            "    print('made', flush=True)\n"
        )
        monkeypatch.setattr(stills, "_COMMAND", (sys.executable, "-c", draws))
        monkeypatch.setattr(stills, "_IDLE_S", 0.0)
        monkeypatch.setattr(stills, "_hire", lambda: None)
        for loaf in (listed, breaks, opened):
            stills._want(loaf, 1)
        stills._hired.acquire()
        stills._draw_all()
        assert log.read_text().split() == [str(opened), str(breaks), str(listed)]
        assert (breaks, 1) in stills._failed
        assert (listed, 1) not in stills._failed
        assert not stills._hired.locked()

    def test_where_no_process_can_be_started_loaves_are_shown_flat(self, monkeypatch: pytest.MonkeyPatch) -> None:
        loaf = uuid.uuid4()
        monkeypatch.setattr(stills, "_COMMAND", ("/nowhere/at/all",))
        monkeypatch.setattr(stills, "_hire", lambda: None)
        stills._want(loaf, 1)
        stills._hired.acquire()
        stills._draw_all()
        assert (loaf, 1) in stills._failed

    def test_an_opened_loaf_asks_for_its_picture_anew_though_a_list_did(
        self, studio: Studio, cup: Loaf, settings: Any, monkeypatch: pytest.MonkeyPatch
    ) -> None:
        hired: list[int] = []
        monkeypatch.setattr(stills, "_hire", lambda: hired.append(1))
        settings.STILLS = True
        studio.get("/loaves")
        studio.get("/loaves")
        assert len(hired) == 1
        studio.get(f"/loaves/{cup.pk}")
        assert len(hired) == 2
        while not stills._wanted.empty():
            assert stills._wanted.get_nowait() == (cup.pk, cup.revision)


def test_it_is_cut_through_anywhere(studio: Studio, loaf: Loaf) -> None:
    """Where a bar's face is, the cut is that face; elsewhere another; as wide and high as the batter stands there."""
    document = loaf.document
    cuts = {
        at: studio.send("POST", "/solid/cut", {"document": document, "at_mm": at}).json() for at in (0, 90, 90.5, 9e2)
    }
    pictures = {at: Image.open(io.BytesIO(base64.b64decode(cut["png"].partition(",")[2]))) for at, cut in cuts.items()}
    assert pictures[0].tobytes() != pictures[90].tobytes()
    near = np.abs(np.asarray(pictures[90], dtype=int) - np.asarray(pictures[90.5], dtype=int)).mean()
    far = np.abs(np.asarray(pictures[90], dtype=int) - np.asarray(pictures[0], dtype=int)).mean()
    assert near < 0.4 * far
    for at, cut in cuts.items():
        wide, high = pictures[at].size
        assert wide / high == pytest.approx(2 * cut["half_mm"] / cut["high_mm"], rel=0.02)
    assert studio.send("POST", "/solid/cut", {"document": document, "at_mm": -1}).status_code == 422
