"""The shelf: lots put on and taken, what the bench moves, what is reserved; idempotent and never rewritten."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf, cupboard_of_studio
from archtop.studio.actions.stills import still_of_loaf
from archtop.studio.management.commands.demo import load_shelf
from archtop.studio.models import Loaf, ShelfLot, ShelfMove
from tests.core.conftest import box, box_with, rod
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def lot(**changes: Any) -> dict[str, Any]:
    """Three columns made yesterday."""
    yesterday = wall_clock.today() - dt.timedelta(days=1)
    return {
        "key": "rods",
        "name": "Rods",
        "kind": "column",
        "srgb": "#aa8855",
        "made_on": yesterday.isoformat(),
        "count": 3,
        "grams": 900,
        **changes,
    }


def put(studio: Studio, **changes: Any) -> Any:
    """Put a lot on the shelf."""
    return studio.send("POST", "/shelf", {"move_id": str(uuid.uuid4()), "lot": lot(**changes)})


def move(studio: Studio, key: str, count: int = 0, grams: float = 0, move_id: str = "", why: str = "taken") -> Any:
    """Move some of a lot."""
    body = {"move_id": move_id or str(uuid.uuid4()), "count": count, "grams": grams, "why": why}
    return studio.send("POST", f"/shelf/{key}/moves", body)


def there(studio: Studio) -> dict[str, tuple[int, float]]:
    """Count and grams of every lot."""
    return {line["lot"]["key"]: (line["lot"]["count"], line["lot"]["grams"]) for line in studio.get("/shelf").json()}


def press(studio: Studio, loaf: Loaf, step: str, action: str = "done", press_id: str = "") -> None:
    """One press at the bench."""
    body = {
        "press_id": press_id or str(uuid.uuid4()),
        "step": step,
        "action": action,
        "pressed_at": wall_clock.now().isoformat(),
    }
    assert studio.send("POST", f"/loaves/{loaf.pk}/bench", body).status_code == 200


def test_put_take_and_take_the_last(studio: Studio) -> None:
    assert put(studio).status_code == 204
    assert move(studio, "rods", -1, -300).status_code == 204
    assert there(studio) == {"rods": (2, 600)}
    assert move(studio, "rods", -2, -600).status_code == 204
    assert there(studio) == {}
    assert ShelfMove.objects.count() == 3


def test_a_move_sent_twice_counts_once(studio: Studio) -> None:
    put(studio)
    again = str(uuid.uuid4())
    for _ in range(2):
        assert move(studio, "rods", -1, -300, again).status_code == 204
    assert there(studio) == {"rods": (2, 600)}


@pytest.mark.parametrize(("count", "grams", "field"), [(-4, 0, "count"), (0, -901, "grams")])
def test_more_than_there_is_is_refused(studio: Studio, count: int, grams: float, field: str) -> None:
    put(studio)
    answer = move(studio, "rods", count, grams)
    assert answer.status_code == 422
    assert [problem["field"] for problem in answer.json()["problems"]] == [field]
    assert there(studio) == {"rods": (3, 900)}


@pytest.mark.parametrize(
    "changes", [{"count": -1}, {"grams": -2}, {"kind": "gold"}, {"srgb": "brown"}, {"kept": "fridge"}, {"key": "No!"}]
)
def test_what_makes_no_sense_is_refused(studio: Studio, changes: dict[str, Any]) -> None:
    assert put(studio, **changes).status_code == 422
    assert there(studio) == {}


def test_a_key_is_used_once_and_notes_can_change(studio: Studio) -> None:
    put(studio)
    assert put(studio).json()["problems"][0]["code"] == "shelf.taken"
    assert studio.send("PUT", "/shelf/rods", lot(notes="One is chipped", count=77)).status_code == 204
    (line,) = studio.get("/shelf").json()
    assert (line["lot"]["notes"], line["lot"]["count"]) == ("One is chipped", 3)
    assert studio.send("PUT", "/shelf/nothing", lot()).status_code == 404


def test_nobody_gets_in_without_signing_in(studio: Studio) -> None:
    stranger = Studio(None)
    assert stranger.get("/shelf").status_code == 401
    assert put(stranger).status_code in (401, 403)
    assert ShelfLot.objects.count() == 0


def test_moves_are_never_rewritten(studio: Studio) -> None:
    put(studio)
    row = ShelfMove.objects.get()
    row.count = 99
    for change in (row.save, row.delete, ShelfMove.objects.all().delete, lambda: ShelfMove.objects.update(count=9)):
        with pytest.raises(TypeError, match="A log only grows"):
            change()


def test_the_bench_shelves_castings_and_takes_them_again(owner: User, studio: Studio) -> None:
    loaf = create_loaf(owner, read_loaf(box_with(rod())))
    key = f"{loaf.pk.hex[:8]}.rod"
    once = str(uuid.uuid4())
    for _ in range(2):
        press(studio, loaf, "cast-rod.cast", press_id=once)
    (count, grams) = there(studio)[key]
    assert (count, grams) == (1, pytest.approx(500, rel=0.1))
    press(studio, loaf, "loaf.lay.rod")
    assert there(studio) == {}
    press(studio, loaf, "loaf.lay.rod", "undone")
    assert there(studio)[key] == (1, pytest.approx(grams))
    press(studio, loaf, "cast-rod.cast", "undone")
    assert there(studio) == {}
    press(studio, loaf, "cast-rod.cast")
    press(studio, loaf, "cast-rod.cast")
    assert there(studio)[key] == (1, pytest.approx(grams))


def test_a_cut_loaf_leaves_its_bars_curing(owner: User, studio: Studio) -> None:
    loaf = create_loaf(owner, read_loaf(box()))
    press(studio, loaf, "loaf.cut")
    (line,) = studio.get("/shelf").json()
    assert (line["lot"]["kind"], line["lot"]["count"], line["state"]["stands"]) == ("bars", 9, "too young")
    assert line["uses"] == []
    assert (line["bars_of"]["id"], line["bars_of"]["name"]) == (str(loaf.pk), loaf.name)
    still_of_loaf(loaf)
    assert studio.get("/shelf").json()[0]["bars_of"]["still"] == "there"


def test_what_a_loaf_takes_is_reserved_until_it_is_taken(owner: User, studio: Studio) -> None:
    put(studio)
    loaf = create_loaf(owner, read_loaf(box_with(rod(casting=None, lot="rods"))))
    (line,) = studio.get("/shelf").json()
    assert (line["reserved_count"], line["reserved_by"]) == (1, ["Box"])
    press(studio, loaf, "loaf.lay.rod")
    (line,) = studio.get("/shelf").json()
    assert (line["reserved_count"], line["lot"]["count"], line["lot"]["grams"]) == (0, 2, pytest.approx(600))


def test_overdrawn_at_the_bench_is_shown_not_refused(owner: User, studio: Studio) -> None:
    put(studio, count=1, grams=300)
    for _ in range(2):
        press(studio, create_loaf(owner, read_loaf(box_with(rod(casting=None, lot="rods")))), "loaf.lay.rod")
    (line,) = studio.get("/shelf").json()
    assert line["overdrawn"]
    assert line["lot"]["count"] == 0


def test_plans_see_the_shelf(studio: Studio) -> None:
    put(studio, count=0, grams=0)
    assert cupboard_of_studio().lots["rods"].count == 0
    document = box_with(rod(casting=None, lot="rods"))
    answer = studio.send("POST", "/plan", document).json()
    assert answer["shelf"][0]["lot"] == "rods"


def test_the_demo_shelf_shows_every_state(studio: Studio) -> None:
    load_shelf()
    lines = studio.get("/shelf").json()
    assert {line["state"]["stands"] for line in lines} == {"too young", "ready", "past its best"}
    assert all(line["uses"] for line in lines if line["lot"]["kind"] != "bars")


ROUND = {"kind": "cutter", "outline": {"kind": "circle", "diameter_mm": 20}, "slab_mm": 10}


def cut(studio: Studio, bars: int = 2, count: int = 30, move_id: str = "") -> Any:
    """Round pieces of 3.14 ml out of bars."""
    body = {"move_id": move_id or str(uuid.uuid4()), "bars": bars, "make": ROUND, "count": count, "name": "Float"}
    return studio.send("POST", "/shelf/old/cut", body)


def test_pieces_cut_out_of_an_older_loaf_are_as_old_as_it_and_nothing_is_lost(studio: Studio) -> None:
    put(studio, key="old", name="Old quay", kind="bars", count=6, grams=600, colour="Tar")
    again = str(uuid.uuid4())
    key = cut(studio, move_id=again).json()["key"]
    assert cut(studio, move_id=again).json()["key"] == key
    lots = {line["lot"]["key"]: line["lot"] for line in studio.get("/shelf").json()}
    # A disc of 20 by 10 mm is a tenth of pi in millilitres, times ten.
    assert lots[key]["grams"] == pytest.approx(30 * 3.14159, rel=2e-3)
    assert (lots[key]["kind"], lots[key]["count"], lots[key]["colour"]) == ("cutter", 30, "Tar")
    assert lots[key]["made_on"] == lots["old"]["made_on"]
    assert (lots["old"]["count"], lots["old"]["grams"]) == (4, 400)
    (off,) = (one for one in lots.values() if one["kind"] == "trimmings")
    assert off["grams"] + lots[key]["grams"] == pytest.approx(200, abs=0.02)


@pytest.mark.parametrize(
    ("bars", "count", "field", "says"),
    [(7, 5, "bars", "there are 6 of Old quay"), (1, 40, "count", "Cut 31 at most")],
)
def test_more_than_the_bars_hold_is_refused_and_moves_nothing(
    studio: Studio, bars: int, count: int, field: str, says: str
) -> None:
    put(studio, key="old", name="Old quay", kind="bars", count=6, grams=600)
    before = there(studio)
    (problem,) = cut(studio, bars, count).json()["problems"]
    assert problem["field"] == field
    assert says in f"{problem['limit']} {problem['remedy']}"
    assert there(studio) == before
    put(studio, key="old2", kind="column")
    body = {"move_id": str(uuid.uuid4()), "bars": 1, "make": ROUND, "count": 1, "name": "Float"}
    assert studio.send("POST", "/shelf/old2/cut", body).status_code == 422
