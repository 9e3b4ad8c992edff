"""The studio's file: out and in again the same, merged with a report, hostile files refused, tables as CSV."""

from __future__ import annotations

import csv
import datetime as dt
import io
import json
import shutil
import sys
import time
import uuid
import zipfile
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from django.conf import settings
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.core.management import call_command
from django.db import connection
from PIL import Image

from archtop.core import InputError, Lot, read_loaf
from archtop.core.geometry.moulds import LoafMould as Box
from archtop.studio import wall_clock
from archtop.studio.actions import (
    add_photo,
    count_stock,
    create_loaf,
    keep_mould,
    press,
    put_on_shelf,
    save_loaf,
    write_formula,
)
from archtop.studio.actions.learning import learn_what_is_new, open_numbers
from archtop.studio.actions.outcomes import save_outcome
from archtop.studio.actions.prices import save_prices
from archtop.studio.carrying import VERSION, bring_in, tables_as_csv, take_out
from archtop.studio.models import BenchEntry, Loaf, Order, Photo, Price, Revision, Season, Stock
from tests.core.conftest import box, frosted
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def photograph(size: tuple[int, int] = (80, 60)) -> bytes:
    data = io.BytesIO()
    Image.new("RGB", size, (180, 120, 90)).save(data, "JPEG")
    return data.getvalue()


@pytest.fixture
def lived(owner: User, settings: Any, tmp_path: Any) -> Loaf:
    """A studio in which something of everything has happened."""
    settings.MEDIA_ROOT = tmp_path / "media"
    document = read_loaf(box(frosting=frosted(150)))
    loaf = create_loaf(owner, document)
    loaf, _ = save_loaf(loaf, 1, document.model_copy(update={"story": "Second thoughts"}))
    poured = wall_clock.now() - dt.timedelta(days=40)
    for step, hours in (("loaf.mix", 0), ("loaf.cover", 1), ("loaf.cut", 30)):
        press(loaf, uuid.uuid4(), step, "done", poured + dt.timedelta(hours=hours), grams=None)
    day = (poured.date() + dt.timedelta(days=2)).isoformat()
    weights = [{"bar": i + 1, "grams": 120} for i in range(9)]
    save_outcome(loaf, uuid.uuid4(), {"stage": "cut", "on": day, "weights": weights, "notes": "A wren sang."})
    add_photo(loaf, photograph(), "cut face", 1)
    lot = Lot(key="bit", name="Bits", kind="shreds", srgb="#aabbcc", made_on=poured.date(), grams=80)
    put_on_shelf(lot, uuid.uuid4())
    count_stock("fat:olive", 900)
    save_prices({"fat:olive": 9.5}, "€", 12)
    write_formula(owner, document.formulas[0])
    keep_mould(Box(name="Long", length_mm=250, width_mm=80, height_mm=70))
    Season.objects.create(owner=owner, moulds={"loaf Long": 2}).pins.create(job="x/pour", start=poured)
    order = Order.objects.create(owner=owner, kind="favours", name="Six", heads=6)
    order.loaves.add(loaf)
    return loaf


def taken(owner: User) -> bytes:
    out = io.BytesIO()
    take_out(owner, out)
    return out.getvalue()


def told(data: bytes) -> dict[str, Any]:
    return json.loads(zipfile.ZipFile(io.BytesIO(data)).read("studio.json"))


def changed(data: bytes, change: Callable[[dict[str, Any]], object]) -> io.BytesIO:
    document = told(data)
    change(document)
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(data)) as old, zipfile.ZipFile(out, "w") as new:
        new.writestr("studio.json", json.dumps(document))
        for name in old.namelist():
            if name != "studio.json":
                new.writestr(name, old.read(name))
    return out


def emptied() -> User:
    """Another machine: nothing of the studio is there."""
    shutil.rmtree(settings.MEDIA_ROOT)
    call_command("flush", verbosity=0, interactive=False)
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM studio_words")
    return User.objects.create_user("somebody", password="a long enough one")


@pytest.mark.django_db(transaction=True)
def test_out_and_into_an_empty_studio_and_out_again_is_the_same(owner: User, lived: Loaf) -> None:
    before = taken(owner)
    numbers = {number.key: number.rate for number in open_numbers()}
    photos = {name: zipfile.ZipFile(io.BytesIO(before)).read(name) for name in _photos(before)}
    other = emptied()
    brought = bring_in(other, io.BytesIO(before))
    assert brought.added["loaves"] == 1
    assert brought.kept_yours == ()
    after = taken(other)
    assert told(after)["tables"] == told(before)["tables"]
    assert {name: zipfile.ZipFile(io.BytesIO(after)).read(name) for name in _photos(after)} == photos
    learn_what_is_new()
    # What follows from it is there as well: the words it is found by, and what it taught.
    found = Studio(other).get("/notebook?words=wren").json()
    assert [loaf["name"] for loaf in found["loaves"]] == ["Box"]
    assert {number.key: number.rate for number in open_numbers()} == numbers
    again = bring_in(other, io.BytesIO(after))
    assert sum(again.added.values()) == 0
    assert told(taken(other))["tables"] == told(before)["tables"]


def _photos(data: bytes) -> list[str]:
    return [name for name in zipfile.ZipFile(io.BytesIO(data)).namelist() if name.startswith("photos/")]


def test_a_studio_taken_out_before_a_column_was_there_still_comes_in(owner: User, lived: Loaf) -> None:
    """Columns that may be empty are: a save's name, a photograph's lens."""
    photo = Photo.objects.get()
    photo.focal = 0.94
    photo.save()

    def older(document: dict[str, Any]) -> None:
        for name, column in (("revisions", "save_id"), ("photos", "focal")):
            for row in document["tables"][name]:
                del row[column]

    file = changed(taken(owner), older)
    here = bring_in(owner, io.BytesIO(file.getvalue()))
    assert sum(here.added.values()) == 0
    assert here.kept_yours == ()
    assert bring_in(emptied(), file).added["photos"] == 1
    assert Photo.objects.get().focal is None


def test_a_used_studio_keeps_its_own_and_says_so(owner: User, lived: Loaf) -> None:
    before = taken(owner)
    Price.objects.update(per_kg=11)
    Stock.objects.filter(name="fat:olive").update(grams=300)
    stranger = create_loaf(owner, read_loaf(box(name="Other")))
    data = changed(before, lambda d: d["tables"]["loaves"].append(_another(d, "Other")))
    brought = bring_in(owner, data)
    assert Price.objects.get().per_kg == 11
    assert Stock.objects.get(name="fat:olive").grams == 300
    assert sorted(Loaf.objects.values_list("name", flat=True)) == ["Box", "Other", "Other (brought in)"]
    assert any("prices: fat:olive differs; yours was kept." in words for words in brought.kept_yours)
    assert any("Other (brought in)" in words for words in brought.kept_yours)
    assert brought.added["loaves"] == 1
    assert stranger.pk != lived.pk


def _another(document: dict[str, Any], name: str) -> dict[str, Any]:
    loaf = document["tables"]["loaves"][0]
    return {**loaf, "id": str(uuid.uuid4()), "name": name, "document": {**loaf["document"], "name": name}}


def test_an_older_loaf_is_brought_up_to_date_and_one_changed_on_both_sides_lies_aside(owner: User, lived: Loaf) -> None:
    first = lived.revisions.get(number=1)
    save_loaf(lived, 2, read_loaf({**lived.document, "story": "Third"}))
    newer = taken(owner)
    Loaf.objects.filter(pk=lived.pk).update(document=lived.document, revision=2)
    Revision.objects.filter(loaf=lived, number=3).delete()
    bring_in(owner, io.BytesIO(newer))
    assert Loaf.objects.get(pk=lived.pk).document["story"] == "Third"
    assert Loaf.objects.get(pk=lived.pk).revision == 3
    Loaf.objects.filter(pk=lived.pk).update(document={**lived.document, "story": "Mine"}, revision=3)
    brought = bring_in(owner, io.BytesIO(newer))
    assert Loaf.objects.get(pk=lived.pk).document["story"] == "Mine"
    assert any("lies aside" in words for words in brought.kept_yours)
    assert lived.revisions.filter(kept_aside=True).count() == 1
    assert first.document["story"] == ""


def test_what_is_checked_holds_nobody_up(owner: User, lived: Loaf, monkeypatch: pytest.MonkeyPatch) -> None:
    """Reading and checking are done outside the one transaction in which rows are written, learning after it."""
    inside: dict[str, set[bool]] = {"read": set(), "compared": set(), "written": set()}

    def told(name: str, real: Callable[..., Any]) -> Callable[..., Any]:
        def call(*args: Any, **options: Any) -> Any:
            # The test's own transaction lies around all of it.
            inside[name].add(len(connection.savepoint_ids) > 0)
            return real(*args, **options)

        return call

    module = sys.modules[bring_in.__module__]
    monkeypatch.setattr(module, "read_apart", told("read", module.read_apart))
    monkeypatch.setattr(module._Merging, "take", told("compared", module._Merging.take))
    monkeypatch.setattr(module._Merging, "write", told("written", module._Merging.write))
    file = taken(owner)
    Loaf.objects.filter(pk=lived.pk).update(to_learn=False)
    bring_in(emptied(), io.BytesIO(file))
    assert inside == {"read": {False}, "compared": {False}, "written": {True}}
    assert Loaf.objects.filter(to_learn=True).exists()


def test_what_hands_do_between_comparing_and_writing_stays(
    owner: User, lived: Loaf, monkeypatch: pytest.MonkeyPatch
) -> None:
    """The file brings a newer version and a press; both come to the studio by hand before they are written."""
    save_loaf(lived, 2, read_loaf({**lived.document, "story": "Third"}))
    data = changed(taken(owner), lambda d: d["tables"]["bench"].append(_press(d)))
    press_id = json.loads(zipfile.ZipFile(data).read("studio.json"))["tables"]["bench"][-1]["press_id"]
    Loaf.objects.filter(pk=lived.pk).update(document=lived.document, revision=2)
    Revision.objects.filter(loaf=lived, number=3).delete()
    module = sys.modules[bring_in.__module__]
    suppress = module.suppress

    def meanwhile(*errors: type[Exception]) -> Any:
        # What the writing begins with; by then all is compared.
        save_loaf(lived, 2, read_loaf({**lived.document, "story": "By hand."}))
        press(lived, uuid.UUID(press_id), "loaf.mix", "done", wall_clock.now())
        return suppress(*errors)

    monkeypatch.setattr(module, "suppress", meanwhile)
    count = BenchEntry.objects.count()
    bring_in(owner, data)
    assert BenchEntry.objects.count() == count + 1
    assert Loaf.objects.get(pk=lived.pk).document["story"] == "By hand."
    # All that lies aside is the other hand's; the line is this one's, and goes on.
    assert {row.document["story"] for row in lived.revisions.filter(kept_aside=True)} == {"Third"}
    assert lived.revisions.get(kept_aside=False, number=3).document["story"] == "By hand."
    monkeypatch.undo()
    bring_in(owner, data)
    assert lived.revisions.filter(kept_aside=True).count() == 1


def test_versions_that_were_made_on_both_sides_lie_aside_and_the_line_goes_on(owner: User, lived: Loaf) -> None:
    for number in (2, 3, 4):
        save_loaf(lived, number, read_loaf({**lived.document, "story": f"Theirs {number + 1}"}))
        lived.refresh_from_db()
    theirs = taken(owner)
    lived.revisions.filter(number__gt=2).delete()
    Loaf.objects.filter(pk=lived.pk).update(document=lived.revisions.get(number=2).document, revision=2)
    lived.refresh_from_db()
    save_loaf(lived, 2, read_loaf({**lived.document, "story": "Mine 3"}))
    for _ in range(2):
        bring_in(owner, io.BytesIO(theirs))
        lived.refresh_from_db()
        assert (lived.revision, lived.document["story"]) == (3, "Mine 3")
        aside = lived.revisions.filter(kept_aside=True)
        assert sorted(row.document["story"] for row in aside) == ["Theirs 3", "Theirs 4", "Theirs 5"]
    save_loaf(lived, 3, read_loaf({**lived.document, "story": "Mine 4"}))
    assert Loaf.objects.get(pk=lived.pk).revision == 4


def test_how_far_it_has_come_is_told_while_it_goes_on(
    owner: User, lived: Loaf, monkeypatch: pytest.MonkeyPatch
) -> None:
    module = sys.modules[bring_in.__module__]
    seen: list[dict[str, int]] = []
    file = taken(owner)
    other = emptied()
    watching, take = Studio(other), module._Merging.take

    def watched(merging: Any, given: Any) -> None:
        seen.append(watching.get("/keeping/studio").json())
        take(merging, given)

    monkeypatch.setattr(module._Merging, "take", watched)
    brought = bring_in(other, io.BytesIO(file))
    rows = sum(brought.added.values()) + sum(brought.already_here.values())
    assert {told["of"] for told in seen} == {2 * rows}
    # All are read before the first is written.
    assert [told["done"] for told in seen] == list(range(rows, 2 * rows))
    after = watching.get("/keeping/studio").json()
    assert (after["done"], after["of"]) == (0, 0)
    assert after["to_learn"] >= 1


@pytest.mark.django_db(transaction=True)
def test_the_bench_waits_for_nothing_but_the_writing(owner: User, lived: Loaf, monkeypatch: pytest.MonkeyPatch) -> None:
    """What is long has been made ready before the database is held for it."""
    module = sys.modules[bring_in.__module__]
    held: list[tuple[int, bool]] = []
    inserts_of = module.inserts_of

    def watched(rows: list[Any], **how: bool) -> Iterator[Any]:
        held.append((len(rows), connection.in_atomic_block))
        yield from inserts_of(rows, **how)

    monkeypatch.setattr(module, "inserts_of", watched)
    file = taken(owner)
    presses = BenchEntry.objects.count()
    brought = bring_in(emptied(), io.BytesIO(file))
    assert BenchEntry.objects.count() == presses > 0
    grows = ("loaves", "revisions", "bench", "readings", "outcomes", "photos", "stock_uses")
    assert sum(rows for rows, _ in held) == sum(brought.added.get(name, 0) for name in grows) > 5
    assert not any(inside for _, inside in held)


@pytest.mark.django_db(transaction=True)
def test_what_comes_in_is_learned_from_beside_everything_else(owner: User, lived: Loaf) -> None:
    """The answer does not wait for it, nor does a bench that is opened meanwhile."""
    file = taken(owner)
    numbers = {number.key: number.rate for number in open_numbers()}
    studio = Studio(emptied())
    given = SimpleUploadedFile("studio.zip", file, content_type="application/zip")
    answer = studio.http.post("/api/keeping/studio", {"file": given})
    assert "being worked out now" in answer.json()["says"]
    assert studio.get(f"/loaves/{lived.pk}").status_code == 200
    until = time.monotonic() + 60
    while Loaf.objects.filter(to_learn=True).exists() and time.monotonic() < until:
        time.sleep(0.05)
    assert {number.key: number.rate for number in open_numbers()} == numbers


def test_a_log_grows_by_what_it_lacks(owner: User, lived: Loaf) -> None:
    data = changed(taken(owner), lambda d: d["tables"]["bench"].append(_press(d)))
    count = BenchEntry.objects.count()
    brought = bring_in(owner, data)
    assert BenchEntry.objects.count() == count + 1
    assert brought.added == {"bench": 1}


def _press(document: dict[str, Any]) -> dict[str, Any]:
    return {**document["tables"]["bench"][0], "press_id": str(uuid.uuid4()), "step": "loaf.split"}


def _newer(document: dict[str, Any]) -> None:
    document["version"] = VERSION + 1


def _other_format(document: dict[str, Any]) -> None:
    document["format"] = "something.else"


def _broken_row(document: dict[str, Any]) -> None:
    document["tables"]["loaves"].append(_another(document, "Late"))
    document["tables"]["bench"].append({**_press(document), "pressed_at": "yesterday"})


def _broken_loaf(document: dict[str, Any]) -> None:
    document["tables"]["loaves"].append({**_another(document, "Odd"), "document": {"name": "Odd"}})


def _lost_photo(document: dict[str, Any]) -> None:
    photo = document["tables"]["photos"][0]
    document["tables"]["photos"].append({**photo, "id": str(uuid.uuid4()), "file": "photos/gone.jpg"})


@pytest.mark.parametrize(
    ("change", "code"),
    [
        (_newer, "import.newer"),
        (_other_format, "import.format"),
        (_broken_row, "import.row"),
        (_broken_loaf, "id.unknown"),
        (_lost_photo, "import.row"),
    ],
)
def test_what_cannot_be_brought_in_leaves_everything_as_it_was(
    owner: User, lived: Loaf, change: Callable[[dict[str, Any]], object], code: str
) -> None:
    before = told(taken(owner))["tables"]
    with pytest.raises(InputError) as refused:
        bring_in(owner, changed(taken(owner), change))
    assert refused.value.problems[0].code == code or change is _broken_loaf
    assert told(taken(owner))["tables"] == before


@pytest.mark.parametrize("cut", [0, 10, 400, -200])
def test_a_truncated_file_is_refused(owner: User, lived: Loaf, cut: int) -> None:
    with pytest.raises(InputError) as refused:
        bring_in(owner, io.BytesIO(taken(owner)[:cut]))
    assert refused.value.problems[0].code == "import.unreadable"


def test_a_file_that_holds_something_else_is_refused(owner: User) -> None:
    for name in ("../../etc/cron", "photos/a/b.jpg", "extra.txt"):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w") as zipped:
            zipped.writestr("studio.json", "{}")
            zipped.writestr(name, "x")
        with pytest.raises(InputError) as refused:
            bring_in(owner, out)
        assert refused.value.problems[0].code == "import.names"


def test_a_photograph_that_says_where_it_was_taken_is_cleaned_on_its_way_in(owner: User, lived: Loaf) -> None:
    marked = io.BytesIO()
    exif = Image.Exif()
    exif[0x010F] = "A phone"
    Image.new("RGB", (90, 60), (10, 20, 30)).save(marked, "JPEG", exif=exif)
    data = taken(owner)
    key = str(uuid.uuid4())
    out = io.BytesIO()
    document = told(data)
    document["tables"]["photos"].append({**document["tables"]["photos"][0], "id": key, "file": "photos/marked.jpg"})
    with zipfile.ZipFile(out, "w") as new:
        new.writestr("studio.json", json.dumps(document))
        new.writestr("photos/marked.jpg", marked.getvalue())
        for name in _photos(data):
            new.writestr(name, zipfile.ZipFile(io.BytesIO(data)).read(name))
    bring_in(owner, out)
    with Image.open(Photo.objects.get(pk=key).file) as kept:
        assert not kept.getexif()


def test_every_table_comes_as_csv(owner: User, lived: Loaf) -> None:
    out = io.BytesIO()
    tables_as_csv(owner, out)
    zipped = zipfile.ZipFile(out)
    rows = list(csv.DictReader(io.StringIO(zipped.read("outcomes.csv").decode())))
    assert json.loads(rows[0]["data"])["notes"] == "A wren sang."
    assert len(list(csv.DictReader(io.StringIO(zipped.read("bench.csv").decode())))) == 3
    assert set(zipped.namelist()) >= {"loaves.csv", "photos.csv", "moves.csv", "orders.csv"}


def test_over_the_api_one_brings_in_for_oneself_alone(owner: User, studio: Studio, lived: Loaf) -> None:
    data = b"".join(studio.get("/keeping/studio.zip").streaming_content)
    assert told(data)["tables"]["loaves"][0]["name"] == "Box"
    assert studio.get("/keeping/tables.zip").status_code == 200
    stranger = Studio(User.objects.create_user("stranger", password="another long one"))
    answer = stranger.http.post("/api/keeping/studio", {"file": io.BytesIO(data)})
    assert answer.status_code == 422
    assert told(b"".join(stranger.get("/keeping/studio.zip").streaming_content))["tables"]["loaves"] == []
    assert Studio(None).get("/keeping/studio.zip").status_code == 401


@pytest.mark.parametrize("words", ["=1+1", "+1", "-1", "@sum", "\t=1", "\r=1", " =1", "＝1+1", "＋1", "－1", "＠x"])
def test_no_cell_runs_in_a_spreadsheet(owner: User, lived: Loaf, words: str) -> None:
    Loaf.objects.filter(pk=lived.pk).update(name=words)
    out = io.BytesIO()
    tables_as_csv(owner, out)
    rows = csv.DictReader(io.StringIO(zipfile.ZipFile(out).read("loaves.csv").decode(), newline=""))
    assert [row["name"] for row in rows] == [f"'{words}"]
