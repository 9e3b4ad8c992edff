"""The trace clock's log: readings counted once, taken back, refused when they cannot be; the ring sheet."""

from __future__ import annotations

import datetime as dt
import io
import uuid
from typing import Any

import numpy as np
import pypdfium2
import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.core.camera import RING_SHEET
from archtop.studio import wall_clock
from archtop.studio.actions import create_loaf
from archtop.studio.models import BowlNote, Loaf
from tests.core.conftest import box_with, rod
from tests.studio.conftest import Studio
from tests.studio.test_shelf import press

pytestmark = pytest.mark.django_db

BOWL = "pour-white"


@pytest.fixture
def mixed(owner: User, studio: Studio) -> Loaf:
    """A loaf whose pot has just been mixed."""
    loaf = create_loaf(owner, read_loaf(box_with(rod())))
    press(studio, loaf, "loaf.mix")
    return loaf


def take(studio: Studio, loaf: Loaf, note: dict[str, Any], press_id: str = "", at: dt.datetime | None = None) -> Any:
    """Send a note."""
    body = {
        "press_id": press_id or str(uuid.uuid4()),
        "bowl": BOWL,
        "note": note,
        "taken_at": (at or wall_clock.now()).isoformat(),
    }
    return studio.send("POST", f"/loaves/{loaf.pk}/clock", body)


RING = {"kind": "spread", "value": 75}


def test_the_clock_starts_when_the_pot_is_mixed(owner: User, studio: Studio) -> None:
    loaf = create_loaf(owner, read_loaf(box_with(rod())))
    (clock,) = studio.get(f"/loaves/{loaf.pk}/clock").json()["bowls"]
    assert (clock["mixed_at"], clock["face"]) == (None, None)
    assert take(studio, loaf, RING).json()["problems"][0]["code"] == "reading.before_mixing"
    press(studio, loaf, "loaf.mix")
    (clock,) = studio.get(f"/loaves/{loaf.pk}/clock").json()["bowls"]
    assert clock["mixed_at"]
    assert [w["limit"]["key"] for w in clock["face"]["windows"]] == [
        "pour.first",
        "embed.rod",
        "layer.rest",
        "pour.rest",
    ]
    press(studio, loaf, "loaf.mix", "undone")
    assert studio.get(f"/loaves/{loaf.pk}/clock").json()["bowls"][0]["mixed_at"] is None


def test_a_reading_moves_the_clock_and_counts_once(studio: Studio, mixed: Loaf) -> None:
    before = studio.get(f"/loaves/{mixed.pk}/clock").json()["bowls"][0]["face"]["pa"]
    once = str(uuid.uuid4())
    for _ in range(2):
        after = take(studio, mixed, RING, once).json()["bowls"][0]["face"]
    assert len(after["readings"]) == 1
    assert after["pa"]["high"] - after["pa"]["low"] < before["high"] - before["low"]
    assert BowlNote.objects.count() == 1


def test_a_reading_is_taken_back_and_its_row_stays(studio: Studio, mixed: Loaf) -> None:
    taken = take(studio, mixed, RING).json()["bowls"][0]["notes"][0]["press_id"]
    body = {"press_id": str(uuid.uuid4()), "of": taken}
    for _ in range(2):
        clock = studio.send("POST", f"/loaves/{mixed.pk}/clock/back", body).json()["bowls"][0]
    assert (clock["notes"], clock["face"]["readings"]) == ([], [])
    assert BowlNote.objects.count() == 2
    with pytest.raises(TypeError, match="A log only grows"):
        BowlNote.objects.all().delete()
    unknown = {"press_id": str(uuid.uuid4()), "of": str(uuid.uuid4())}
    assert studio.send("POST", f"/loaves/{mixed.pk}/clock/back", unknown).status_code == 422


@pytest.mark.parametrize(
    ("note", "code"),
    [
        ({"kind": "spread", "value": 0}, "spread.nothing"),
        ({"kind": "spread", "value": 300}, "spread.too_thin"),
        ({"kind": "slump", "value": 40}, "slump.too_thick"),
        ({"kind": "stage", "stage": "soup"}, "reading.stage"),
    ],
)
def test_what_cannot_be_read_is_refused_and_nothing_kept(studio: Studio, mixed: Loaf, note: dict, code: str) -> None:
    answer = take(studio, mixed, note)
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["code"] == code
    assert BowlNote.objects.count() == 0


def test_clocks_that_are_wrong_and_bowls_that_are_not_there(studio: Studio, mixed: Loaf) -> None:
    ahead = take(studio, mixed, RING, at=wall_clock.now() + dt.timedelta(hours=1))
    assert ahead.json()["problems"][0]["code"] == "reading.from_ahead"
    early = take(studio, mixed, RING, at=wall_clock.now() - dt.timedelta(hours=1))
    assert early.json()["problems"][0]["code"] == "reading.before_mixing"
    body = {"press_id": str(uuid.uuid4()), "bowl": "other", "note": RING, "taken_at": wall_clock.now().isoformat()}
    answer = studio.send("POST", f"/loaves/{mixed.pk}/clock", body)
    assert answer.json()["problems"][0]["code"] == "reading.bowl"


def test_what_is_done_to_a_bowl_is_on_its_clock(studio: Studio, mixed: Loaf) -> None:
    before = studio.get(f"/loaves/{mixed.pk}/clock").json()["bowls"][0]["face"]["pa"]["value"]
    after = take(studio, mixed, {"kind": "event", "what": "blended", "seconds": 20}).json()["bowls"][0]["face"]["pa"][
        "value"
    ]
    assert after > before * 1.5


def test_turns_are_what_is_still_to_do(studio: Studio, mixed: Loaf) -> None:
    turns = studio.get(f"/loaves/{mixed.pk}/clock").json()["turns"]
    assert [turn["step"] for turn in turns] == ["loaf.pour.first", "loaf.lay.rod", "loaf.pour.rest"]
    press(studio, mixed, "loaf.pour.first")
    after = studio.get(f"/loaves/{mixed.pk}/clock").json()["turns"]
    assert [turn["step"] for turn in after] == ["loaf.lay.rod", "loaf.pour.rest"]


def test_nobody_reads_anothers_clock(studio: Studio, mixed: Loaf) -> None:
    other = Studio(User.objects.create_user("other", password="another long one"))
    assert other.get(f"/loaves/{mixed.pk}/clock").status_code == 404
    assert take(other, mixed, RING).status_code == 404
    assert Studio(None).get(f"/loaves/{mixed.pk}/clock").status_code == 401


def test_eight_hours_of_readings_still_open(studio: Studio, mixed: Loaf) -> None:
    start = wall_clock.now()
    BowlNote.objects.bulk_create(
        BowlNote(loaf=mixed, press_id=uuid.uuid4(), bowl=BOWL, data={**RING, "stage": ""}, taken_at=start)
        for _ in range(480)
    )
    (clock,) = studio.get(f"/loaves/{mixed.pk}/clock").json()["bowls"]
    assert len(clock["face"]["readings"]) == 480


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_ring_sheet_is_one_to_one_on_a_rendered_page(studio: Studio, paper: str) -> None:
    """Rendered by an independent library at 20 dots to the millimetre, and measured."""
    answer = studio.get(f"/loaves/ring-sheet.pdf?paper={paper}")
    document = pypdfium2.PdfDocument(io.BytesIO(answer.content))
    picture = np.asarray(document[0].render(scale=20 * 25.4 / 72, grayscale=True).to_numpy()).squeeze()
    dark = picture < 128
    foot = picture.shape[0] - 20 * 20
    bar = np.flatnonzero(dark[foot])
    assert (bar.max() - bar.min()) / 20 == pytest.approx({"A4": 100, "Letter": 101.6}[paper], abs=0.6)
    # Straight down from the middle no number stands in the way of the rings.
    middle, centre = picture.shape[1] // 2, picture.shape[0] / 2 + 12 * 20
    down = np.flatnonzero(dark[int(centre) + 5 * 20 : int(centre) + 60 * 20, middle]) + int(centre) + 5 * 20
    groups = np.split(down, np.flatnonzero(np.diff(down) > 5) + 1)
    radii = [(group.mean() - centre) / 20 for group in groups]
    assert radii == pytest.approx([ring / 2 for ring in RING_SHEET.rings_mm], abs=0.15)


def test_something_weighed_wrong_is_answered(owner: User, studio: Studio) -> None:
    loaf = create_loaf(owner, read_loaf(box_with(rod())))
    pot = studio.send("POST", "/plan", loaf.document).json()["pots"][-1]
    lye = next(line for line in pot["ingredients"] if line["role"] == "lye")
    body = {"pot": "loaf", "key": lye["key"], "role": "lye", "grams": lye["grams"] * 1.08}
    answer = studio.send("POST", f"/loaves/{loaf.pk}/weighed", body).json()
    assert answer["stands"] == "caustic"
    assert answer["toppings"]
    assert studio.send("POST", f"/loaves/{loaf.pk}/weighed", {**body, "grams": 0}).status_code == 422
    assert Studio(None).send("POST", f"/loaves/{loaf.pk}/weighed", body).status_code in (401, 403)
