"""The notebook over the API: outcomes written once, learned from, found again; numbers turned off and forgotten."""

from __future__ import annotations

import datetime as dt
import io
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from PIL import Image

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import add_photo, count_stock, create_loaf, press, scale_photo
from archtop.studio.models import Loaf, OutcomeEntry, ShelfLot, Stock
from tests.core.conftest import box, box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db
DAY = (wall_clock.today() - dt.timedelta(days=2)).isoformat()


@pytest.fixture
def plain(owner: User) -> Loaf:
    return create_loaf(owner, read_loaf(box(name="Plain", blends=[tea()])))


def tea() -> dict[str, Any]:
    return {"id": "b", "name": "Blend", "parts": [{"scent": "market-tea", "percent": 100}]}


def write(studio: Studio, loaf: Loaf, entry: uuid.UUID | None = None, **said: Any) -> Any:
    outcome = {"stage": "cut", "on": DAY, **said}
    body = {"entry_id": str(entry or uuid.uuid4()), "outcome": outcome}
    return studio.send("POST", f"/loaves/{loaf.pk}/outcome", body)


def light_bars(studio: Studio, loaf: Loaf, share: float) -> list[dict[str, float]]:
    bars = studio.get(f"/loaves/{loaf.pk}/outcome").json()["bars"]
    return [{"bar": i + 1, "grams": bar["value"] * share} for i, bar in enumerate(bars)]


def test_finish_differences_next_plan(studio: Studio, owner: User, plain: Loaf) -> None:
    """What one loaf shows makes the next one larger, and its plan says so."""
    before = studio.get(f"/loaves/{plain.pk}").json()["plan"]
    answer = write(studio, plain, weights=light_bars(studio, plain, 0.95), bars=9, notes="A wren sang.")
    assert answer.status_code == 200
    found = {item["what"]: item for item in answer.json()["differences"]}
    assert found["Batter on the bowls"]["size"] in ("a little", "much")
    assert found["Weight of a fresh bar"]["found"] == "95.0%"
    fresh = create_loaf(owner, read_loaf(box(name="Next")))
    after = studio.get(f"/loaves/{fresh.pk}").json()["plan"]
    assert after["total_to_mix_g"] > before["total_to_mix_g"]
    assert after["pots"][-1]["batter"]["basis"] == "your log"
    assert before["pots"][-1]["batter"]["basis"] == "estimate"


def test_a_loaf_that_is_begun_keeps_the_numbers_it_began_with(studio: Studio, owner: User, plain: Loaf) -> None:
    begun = create_loaf(owner, read_loaf(box(name="Begun")))
    press(begun, uuid.uuid4(), "loaf.ready", "done", wall_clock.now())
    first = studio.get(f"/loaves/{begun.pk}").json()["plan"]["total_to_mix_g"]
    write(studio, plain, weights=light_bars(studio, plain, 0.94))
    assert studio.get(f"/loaves/{begun.pk}").json()["plan"]["total_to_mix_g"] == first
    document = studio.get(f"/loaves/{begun.pk}/document").json()
    live = studio.send("POST", f"/plan?loaf={begun.pk}", document).json()["total_to_mix_g"]
    elsewhere = studio.send("POST", "/plan", document).json()["total_to_mix_g"]
    assert live == first
    assert elsewhere > first
    target = {"use": "fat", "key": "olive", "amount": 400}
    asked = {"document": document, "target": target}
    kept = studio.send("POST", "/size-back", {**asked, "loaf": str(begun.pk)}).json()
    learned = studio.send("POST", "/size-back", asked).json()
    assert kept["level_mm"] > learned["level_mm"]


def test_numbers_are_turned_off_forgotten_and_remembered(studio: Studio, owner: User, plain: Loaf) -> None:
    write(studio, plain, weights=light_bars(studio, plain, 0.94))
    (film,) = [item for item in studio.get("/notebook/numbers").json() if item["key"] == "film"]
    assert film["rate"]["n"] == 1
    assert film["rate"]["low"] < film["rate"]["value"] < film["rate"]["high"]
    assert film["rate"]["default"] == 0.5
    assert film["seen"][0]["name"] == "Plain"
    fresh = create_loaf(owner, read_loaf(box(name="Next")))

    def mixed() -> float:
        return studio.get(f"/loaves/{fresh.pk}").json()["plan"]["total_to_mix_g"]

    learned = mixed()
    studio.send("PUT", "/notebook/numbers/film", {"off": True})
    usual = mixed()
    assert usual < learned
    studio.send("PUT", "/notebook/numbers/film", {"off": False})
    assert mixed() == learned
    now = wall_clock.now().isoformat()
    forgotten = studio.send("PUT", "/notebook/numbers/film", {"off": False, "forgotten_at": now}).json()
    (film,) = [item for item in forgotten if item["key"] == "film"]
    assert film["rate"] is None
    assert film["seen"][0]["counts"] is False
    assert mixed() == usual
    studio.send("PUT", "/notebook/numbers/film", {"off": False})
    assert mixed() == learned
    assert studio.send("PUT", "/notebook/numbers/luck", {}).status_code == 422


def test_a_stage_is_written_once_and_anew_and_nothing_is_lost(studio: Studio, plain: Loaf) -> None:
    entry = uuid.uuid4()
    write(studio, plain, entry, notes="First words.")
    write(studio, plain, entry, notes="Sent twice.")
    written = write(studio, plain, notes="Second thoughts.").json()["outcomes"]
    assert [item["notes"] for item in written] == ["Second thoughts."]
    assert [row.data["notes"] for row in OutcomeEntry.objects.all()] == ["First words.", "Second thoughts."]
    with pytest.raises(TypeError):
        OutcomeEntry.objects.all().delete()


def test_what_was_kept_lies_on_the_shelf_and_supplies_come_off_the_stock_once(studio: Studio, plain: Loaf) -> None:
    count_stock("fat:olive", 5000)
    left = [{"grams": 60, "went": "dough"}, {"what": "trimmings", "grams": 30, "went": "thrown away"}]
    write(studio, plain, left=left)
    once = Stock.objects.get(name="fat:olive").grams
    assert once < 5000
    write(studio, plain, left=left)
    assert Stock.objects.get(name="fat:olive").grams == once
    (lot,) = ShelfLot.objects.all()
    assert lot.data["kind"] == "raw dough"
    assert lot.loaf == plain
    losses = studio.get("/notebook/losses?since=2000-01-01").json()
    assert (losses["thrown_g"], losses["kept_g"]) == (30, 60)


@pytest.mark.parametrize(
    ("said", "code"),
    [
        ({"on": (wall_clock.today() + dt.timedelta(days=9)).isoformat()}, "outcome.date"),
        ({"weights": [{"bar": 77, "grams": 90}]}, "outcome.bar"),
        ({"faults": [{"kind": "cursed"}]}, "outcome.fault"),
    ],
)
def test_what_cannot_be_is_refused_and_not_written(studio: Studio, plain: Loaf, said: Any, code: str) -> None:
    answer = write(studio, plain, **said)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["code"] == code
    assert not OutcomeEntry.objects.exists()


def test_a_day_before_the_pour_is_refused_and_takes_nothing_off_the_stock(studio: Studio, plain: Loaf) -> None:
    count_stock("fat:olive", 5000)
    press(plain, uuid.uuid4(), "loaf.cover", "done", wall_clock.now() - dt.timedelta(days=3))
    answer = write(studio, plain, on=(wall_clock.today() - dt.timedelta(days=9)).isoformat())
    assert answer.status_code == 422
    (problem,) = answer.json()["problems"]
    assert (problem["code"], problem["field"]) == ("outcome.before_pour", "on")
    assert Stock.objects.get(name="fat:olive").grams == 5000
    assert write(studio, plain, on=(wall_clock.today() - dt.timedelta(days=2)).isoformat()).status_code == 200


def picture() -> bytes:
    data = io.BytesIO()
    Image.new("RGB", (40, 30), (120, 60, 40)).save(data, "PNG")
    return data.getvalue()


def test_loaves_are_found_by_words_and_by_what_they_have(
    studio: Studio, owner: User, plain: Loaf, settings: Any, tmp_path: Any
) -> None:
    settings.MEDIA_ROOT = tmp_path
    create_loaf(owner, read_loaf(box(name="Été, harbour")))
    write(studio, plain, notes="Smelled of wet rope.", faults=[{"kind": "riced"}], verdict="again but")

    def names(query: str) -> list[str]:
        return [loaf["name"] for loaf in studio.get(f"/notebook?{query}").json()["loaves"]]

    assert names("words=rope") == ["Plain"]
    assert names("words=wet+ro") == ["Plain"]
    assert names("words=ete") == ["Été, harbour"]
    assert names("words=%22%29+OR+x%2A") == []
    saved = {"based_on": 1, "document": {**box(name="Plain", blends=[tea()]), "story": "For the harbour fair."}}
    assert studio.send("PUT", f"/loaves/{plain.pk}", saved).status_code == 200
    assert names("words=fair+rope") == ["Plain"]
    assert studio.get("/notebook?page=-1").status_code == 422
    assert studio.get("/notebook?page=9").json()["loaves"] == []
    photo = add_photo(plain, picture(), "cut face", 1)
    studio.send("PUT", f"/photos/{photo.pk}", {"note": "Drops went deep."})
    assert names("words=deep") == ["Plain"]
    studio.send("PUT", f"/photos/{photo.pk}", {"removed": True})
    assert names("words=deep") == []
    assert names("fault=riced") == ["Plain"]
    assert names("scent=market-tea&verdict=again but") == ["Plain"]
    assert names("scent=market-tea&verdict=never") == []
    assert names(f"since={DAY}&until={DAY}") == ["Plain"]
    assert names("finished=true") == ["Plain"]
    assert sorted(names("")) == ["Plain", "Été, harbour"]
    choices = {(item["kind"], item["key"]): item["count"] for item in studio.get("/notebook").json()["choices"]}
    assert choices["scent", "market-tea"] == 1
    assert choices["mould", read_loaf(box()).mould.name] == 2


def test_a_scents_page_and_the_reminder_it_gives(studio: Studio, owner: User, plain: Loaf) -> None:
    write(studio, plain, faults=[{"kind": "riced", "bad": 3}])
    page = studio.get("/notebook/things/scent/market-tea").json()
    assert page["name"] == "Market tea"
    assert page["troubles"] == ["It riced: 1 of 1"]
    assert page["uses"][0]["name"] == "Plain"
    fresh = create_loaf(owner, read_loaf(box(name="Next", blends=[tea()])))
    (reminder,) = studio.get(f"/loaves/{fresh.pk}/reminders").json()
    assert "It riced: 1 of 1 loaves with Market tea" in reminder["says"]
    assert studio.get(f"/loaves/{plain.pk}/reminders").json() == []


def test_positions_and_colours_are_measured_on_photographs(
    studio: Studio, owner: User, settings: Any, tmp_path: Any
) -> None:
    settings.MEDIA_ROOT = tmp_path
    loaf = create_loaf(owner, read_loaf(box_with(rod("col", 30, up_mm=35), to_mm=60)))
    # 4 px to the mm: the foot from (20, 380) to (380, 380), a card at the top right, soap in the middle.
    picture = Image.new("RGB", (400, 400), (120, 60, 40))
    picture.paste((230, 228, 220), (300, 0, 400, 100))
    data = io.BytesIO()
    picture.save(data, "PNG")
    photo = add_photo(loaf, data.getvalue(), "cut face", 1)
    refused = studio.send("POST", f"/photos/{photo.pk}/mark", {"point": [0.5, 0.5]})
    assert refused.json()["problems"][0]["code"] == "photo.unscaled"
    scale_photo(photo, [(0.95, 0.95), (0.05, 0.95)], 90.0)
    at = studio.send("POST", f"/photos/{photo.pk}/mark", {"point": [0.5, 0.6]}).json()
    assert at == {"across_mm": 0.0, "up_mm": 35.0}
    (ghost,) = studio.get(f"/photos/{photo.pk}/ghosts").json()
    assert ghost["middle"] == pytest.approx([0.5, 0.6])
    assert max(x for x, _ in ghost["outline"]) == pytest.approx(0.5 + 15 * 4 / 400, abs=0.002)
    seen = studio.send("POST", f"/photos/{photo.pk}/colour", {"card": [0.9, 0.1], "soap": [0.3, 0.5]}).json()
    assert seen["off"] > 0
    assert seen["srgb"] != "#783c28"
    dark = studio.send("POST", f"/photos/{photo.pk}/colour", {"card": [0.3, 0.5], "soap": [0.3, 0.5]})
    assert dark.json()["problems"][0]["code"] == "card.dark"


def test_prices_make_a_cost(studio: Studio, plain: Loaf) -> None:
    told = studio.send("PUT", "/prices", {"currency": "kr", "per_hour": 100, "per_kg": {"fat:olive": 40}}).json()
    assert told == {"currency": "kr", "per_hour": 100, "per_kg": {"fat:olive": 40}}
    costing = studio.get(f"/loaves/{plain.pk}/outcome").json()["costing"]
    assert costing["total"] > costing["hands"] > 0
    assert costing["without_price"]
    assert studio.send("PUT", "/prices", {"per_kg": {"fat:olive": None}}).json()["per_kg"] == {}
    assert studio.send("PUT", "/prices", {"per_kg": {"gold": 1}}).status_code == 422


def test_nobody_else_sees_or_writes_any_of_it(studio: Studio, plain: Loaf) -> None:
    write(studio, plain, notes="A secret rope.")
    stranger = Studio(User.objects.create_user("stranger", password="another long one"))
    assert stranger.get(f"/loaves/{plain.pk}/outcome").status_code == 404
    assert write(stranger, plain).status_code == 404
    assert stranger.get(f"/loaves/{plain.pk}/reminders").status_code == 404
    assert stranger.get("/notebook?words=rope").json()["loaves"] == []
    assert stranger.send("POST", f"/plan?loaf={plain.pk}", box()).status_code == 404
    assert stranger.send("POST", "/faces", {"document": box(), "loaf": str(plain.pk)}).status_code == 404
    assert Studio(None).get("/notebook").status_code == 401


def test_a_newcomers_answers_come_to_a_plan_and_the_tour_is_offered_once(studio: Studio) -> None:
    mould = {"length_mm": 250, "width_mm": 90, "height_mm": 70}
    answers = {"name": "First", "mould": mould, "colours": [{"name": "Clay", "srgb": "#a3553d"}], "column_mm": 36}
    found = studio.send("POST", "/first-loaf", answers).json()
    assert found["plan"]["pushed_aside"]["value"] > 0
    assert found["plan"]["total_to_mix_g"] > 500
    assert studio.send("POST", "/loaves/import", found["document"]).status_code == 201
    assert studio.send("POST", "/first-loaf", {**answers, "column_mm": 120}).status_code == 422
    assert studio.get("/session").json()["toured"] is False
    assert studio.send("PUT", "/session/toured").json()["toured"] is True


@pytest.mark.django_db(transaction=True)
def test_a_studio_from_before_the_notebook_is_found_in_it(owner: User) -> None:
    """The migration: loaves that are there already can be found by their names, and will be learned from."""
    loaf = create_loaf(owner, read_loaf(box(name="Old rope")))
    executor = MigrationExecutor(connection)
    try:
        executor.migrate([("studio", "0009_season")])
        executor.loader.build_graph()
    finally:
        call_command("migrate", verbosity=0, interactive=False)
    found = Studio(owner).get("/notebook?words=rope").json()["loaves"]
    assert [item["id"] for item in found] == [str(loaf.pk)]
    assert Loaf.objects.get().to_learn
