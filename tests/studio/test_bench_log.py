"""The bench log: it only grows, a press counts once, and it survives being sent twice or out of turn."""

from __future__ import annotations

import uuid

import pytest

from archtop.studio.models import BenchEntry, Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def press(step: str, action: str = "done", key: uuid.UUID | None = None) -> dict[str, str]:
    return {
        "press_id": str(key or uuid.uuid4()),
        "step": step,
        "action": action,
        "pressed_at": "2026-12-05T10:00:00Z",
    }


def test_presses_and_undo(studio: Studio, loaf: Loaf) -> None:
    path = f"/loaves/{loaf.pk}/bench"
    for step in ("loaf.ready", "loaf.oils"):
        studio.send("POST", path, press(step))
    log = studio.send("POST", path, press("loaf.oils", "undone")).json()
    assert log["done"] == ["loaf.ready"]
    assert [(e["step"], e["action"]) for e in log["entries"]][-1] == ("loaf.oils", "undone")
    assert studio.get(path).json() == log


def test_a_press_sent_twice_counts_once(studio: Studio, loaf: Loaf) -> None:
    once = press("loaf.ready")
    for _ in range(3):
        assert studio.send("POST", f"/loaves/{loaf.pk}/bench", once).status_code == 200
    assert BenchEntry.objects.count() == 1


def test_an_entry_is_never_changed_or_removed(studio: Studio, loaf: Loaf) -> None:
    studio.send("POST", f"/loaves/{loaf.pk}/bench", press("loaf.ready"))
    entry = BenchEntry.objects.get()
    entry.step = "loaf.oils"
    with pytest.raises(TypeError, match="only grows"):
        entry.save()
    with pytest.raises(TypeError, match="only grows"):
        entry.delete()
    with pytest.raises(TypeError, match="only grows"):
        BenchEntry.objects.all().delete()
    with pytest.raises(TypeError, match="only grows"):
        BenchEntry.objects.update(step="loaf.oils")
    assert BenchEntry.objects.get().step == "loaf.ready"


@pytest.mark.parametrize("change", [{"action": "erased"}, {"step": ""}, {"press_id": "1"}, {"pressed_at": "noon"}])
def test_a_bad_press_is_refused(studio: Studio, loaf: Loaf, change: dict) -> None:
    assert studio.send("POST", f"/loaves/{loaf.pk}/bench", {**press("x"), **change}).status_code == 422
    assert BenchEntry.objects.count() == 0


def test_a_step_passed_over_stands_and_moves_nothing_on_the_shelf(studio: Studio, loaf: Loaf) -> None:
    body = {
        "press_id": str(uuid.uuid4()),
        "step": "loaf.cut",
        "action": "skipped",
        "pressed_at": "2026-12-05T10:00:00Z",
    }
    log = studio.send("POST", f"/loaves/{loaf.pk}/bench", body).json()
    assert log["done"] == ["loaf.cut"]
    assert studio.get("/shelf").json() == []
