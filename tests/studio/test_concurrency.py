"""Two hands at once, on a real database file."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor

import pytest
from django.contrib.auth.models import User
from django.db import connection, connections

from archtop.core import blank_loaf
from archtop.studio.actions import StaleSave, create_loaf, save_loaf
from archtop.studio.models import Loaf, Revision

pytestmark = pytest.mark.django_db(transaction=True)


def test_the_database_writes_ahead() -> None:
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA journal_mode").fetchone() == ("wal",)


def test_what_is_answered_is_on_the_disk() -> None:
    """Written through before a commit returns (2 is FULL, SQLite's documentation of PRAGMA synchronous)."""
    with connection.cursor() as cursor:
        assert cursor.execute("PRAGMA synchronous").fetchone() == (2,)


def test_of_many_saves_at_once_one_wins_and_none_is_lost() -> None:
    loaf = create_loaf(User.objects.create_user("owner"), blank_loaf("Race"))

    def save(n: int) -> bool:
        try:
            save_loaf(loaf, 1, blank_loaf(f"Race {n}"))
        except StaleSave:
            return False
        else:
            return True
        finally:
            connections.close_all()

    with ThreadPoolExecutor(6) as pool:
        won = list(pool.map(save, range(6)))
    assert won.count(True) == 1
    current = Loaf.objects.get()
    assert current.revision == 2
    assert Revision.objects.filter(kept_aside=True).count() == 5
    names = {row.document["name"] for row in Revision.objects.all()}
    assert names == {"Race", *(f"Race {n}" for n in range(6))}
