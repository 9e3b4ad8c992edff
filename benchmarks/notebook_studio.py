"""The large studio itself: filled with copies of the demo's past, then asked."""

from __future__ import annotations

import datetime as dt
import io
import time
import uuid
from collections.abc import Callable, Iterator
from itertools import count
from pathlib import Path

import django

django.setup()

from django.conf import settings  # noqa: E402
from django.contrib.auth import get_user_model  # noqa: E402
from django.contrib.auth.models import User  # noqa: E402
from django.core.management import call_command  # noqa: E402
from django.db import connection, transaction  # noqa: E402
from django.test import Client  # noqa: E402

from archtop.studio import models as studio  # noqa: E402
from archtop.studio.carrying import bring_in, take_out  # noqa: E402
from archtop.studio.management.commands.demo import load_demo  # noqa: E402
from benchmarks.timing import line, median_ms  # noqa: E402

_LOAVES, _LOG, _PHOTOS = 2000, 50_000, 4000
_AIM = "aim 300 ms"


def _copies(owner: User) -> None:
    """Copies of the demo's loaves, logs, outcomes and photographs, until there are enough."""
    past = list(studio.Loaf.objects.filter(past__isnull=False).select_related("past"))
    photos = list(studio.Photo.objects.all())
    numbers = count(1)
    wanted = _LOAVES - studio.Loaf.objects.count()
    each = -(-(_LOG - studio.BenchEntry.objects.count()) // wanted)
    with transaction.atomic():
        for number in range(wanted):
            like = past[number % len(past)]
            name = f"{like.name} {next(numbers)}"
            loaf = studio.Loaf.objects.create(
                owner=owner,
                name=name,
                document={**like.document, "name": name},
                preview=like.preview,
                put_away=True,
                rates_then=[],
            )
            studio.Revision.objects.create(loaf=loaf, number=1, document=loaf.document)
            _log(loaf, like, each)
            _told(loaf, like)
            for photo in photos[: _PHOTOS // _LOAVES]:
                studio.Photo.objects.create(
                    loaf=loaf,
                    kind="cut face",
                    bar=1,
                    file=photo.file.name,
                    wide_px=photo.wide_px,
                    high_px=photo.high_px,
                    taken_at=photo.taken_at,
                )


def _log(loaf: studio.Loaf, like: studio.Loaf, most: int) -> None:
    rows = list(like.bench.all())[:most]
    while len(rows) < most:
        rows += rows[: most - len(rows)]
    studio.BenchEntry.objects.bulk_create(
        studio.BenchEntry(
            loaf=loaf,
            press_id=uuid.uuid4(),
            step=row.step,
            action=row.action,
            pressed_at=row.pressed_at,
            grams=row.grams,
        )
        for row in rows
    )
    studio.OutcomeEntry.objects.bulk_create(
        studio.OutcomeEntry(loaf=loaf, entry_id=uuid.uuid4(), stage=row.stage, data=row.data)
        for row in like.outcomes.all()
    )


def _told(loaf: studio.Loaf, like: studio.Loaf) -> None:
    """What the notebook finds it by, as its own actions would have written it."""
    studio.Mention.objects.bulk_create(
        studio.Mention(loaf=loaf, kind=row.kind, key=row.key) for row in like.mentions.all()
    )
    past = like.past
    data = {**past.data, "loaf": str(loaf.pk), "name": loaf.name}
    studio.PastLoaf.objects.create(loaf=loaf, on=past.on - dt.timedelta(days=400), data=data)
    studio.Observation.objects.bulk_create(
        studio.Observation(
            loaf=loaf, rate=row.rate, value=row.value, sd=row.sd, grams=row.grams, says=row.says, seen_at=row.seen_at
        )
        for row in like.observations.all()
    )
    with connection.cursor() as cursor:
        cursor.execute(
            "INSERT INTO studio_words (loaf, name, words) SELECT %s, %s, words FROM studio_words WHERE loaf = %s",
            [loaf.pk.hex, loaf.name, like.pk.hex],
        )


def _read_through(word: str) -> Iterator[str]:
    """The obvious alternative: every document and every note, read from the start."""
    for loaf in studio.Loaf.objects.prefetch_related("outcomes"):
        text = str(loaf.document) + "".join(str(entry.data) for entry in loaf.outcomes.all())
        if word in text:
            yield loaf.name


def main() -> None:
    """Fill, ask, and print the table."""
    call_command("migrate", verbosity=0, interactive=False)
    owner = get_user_model().objects.create_superuser("owner", password="for the benchmark")
    load_demo()
    _copies(owner)
    client = Client()
    client.force_login(owner)
    size = f"{studio.Loaf.objects.count()} loaves, {studio.BenchEntry.objects.count()} log rows, "
    line(f"a studio of {size}{studio.Photo.objects.count()} photographs", "")
    loaf = studio.Loaf.objects.filter(past__isnull=False)[1000].pk

    def got(path: str) -> Callable[[], object]:
        def ask() -> object:
            answer = client.get(f"/api{path}")
            assert answer.status_code == 200, (path, answer.status_code)
            return answer.content

        return ask

    for what, path in (
        ("home: the loaves", "/loaves"),
        ("home: today", "/season"),
        ("search: a word", "/notebook?words=spatula"),
        ("search: a scent and a fault", "/notebook?scent=wet-slate&fault=riced"),
        ("the notebook's first page", "/notebook"),
        ("a scent's page", "/notebook/things/scent/wet-slate"),
        ("open a loaf", f"/loaves/{loaf}"),
        ("a loaf's notes", f"/loaves/{loaf}/outcome"),
        ("before you pour", f"/loaves/{loaf}/reminders"),
        ("one's own numbers", "/notebook/numbers"),
    ):
        line(what, f"{median_ms(got(path), 5):.0f} ms", _AIM)
    found = median_ms(got("/notebook?words=spatula"), 5)
    through = median_ms(lambda: list(_read_through("spatula")), 1)
    line("search against reading everything through", f"{through / found:.0f} times", f"{through:.0f} ms")
    start = time.perf_counter()
    out = io.BytesIO()
    take_out(owner, out)
    line("the whole studio out as a file", f"{time.perf_counter() - start:.1f} s", f"{out.tell() / 1e6:.0f} MB")
    start = time.perf_counter()
    brought = bring_in(owner, out)
    line("and merged again into the same studio", f"{time.perf_counter() - start:.1f} s", brought.says)
    _into_an_empty_one(out)


def _into_an_empty_one(out: io.BytesIO) -> None:
    call_command("flush", verbosity=0, interactive=False)
    with connection.cursor() as cursor:
        cursor.execute("DELETE FROM studio_words")
    for file in Path(settings.MEDIA_ROOT).rglob("*.jpg"):
        file.unlink()
    other = get_user_model().objects.create_user("other")
    start = time.perf_counter()
    brought = bring_in(other, out)
    line("and into an empty one", f"{time.perf_counter() - start:.1f} s", brought.says)


if __name__ == "__main__":
    main()
