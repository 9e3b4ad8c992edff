"""Serve the demo studio: its loaves are brought in once, and what the user does with them is kept."""

from __future__ import annotations

import datetime as dt
import fcntl
import json
import uuid
from argparse import ArgumentParser
from collections.abc import Iterator
from contextlib import contextmanager
from importlib.resources import files
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import transaction

from archtop.core import Colourant, Lot, Scent, read_cupboard, read_loaf
from archtop.core.schedule import StudioHours
from archtop.studio import stored, wall_clock
from archtop.studio.actions import count_stock, create_loaf, keep_mould, put_in, put_on_shelf, write_formula
from archtop.studio.actions.season import change_hours, change_moulds, replan, season_of
from archtop.studio.demo.past import load_past
from archtop.studio.demo_sign_in import OWNER
from archtop.studio.management.commands.serve import Command as Serve
from archtop.studio.models import Loaf, Order

__all__ = ["Command", "load_cupboard", "load_demo", "one_at_a_time"]

_FOLDER = files("archtop.studio") / "demo"


def load_cupboard() -> None:
    """Put the demo's scents, colourants and stock in."""
    cupboard = read_cupboard(json.loads((_FOLDER / "cupboard.json").read_text(encoding="utf-8")))
    items: list[Scent | Colourant] = [*cupboard.scents.values(), *cupboard.colourants.values()]
    for item in items:
        put_in(item)
    for name, grams in cupboard.stock.items():
        count_stock(name, grams)


def load_shelf() -> None:
    """Put the demo's lots on the shelf, made so many days before today: pieces age from the day they are made."""
    for lot in json.loads((_FOLDER / "shelf.json").read_text(encoding="utf-8")):
        made_on = wall_clock.today() - dt.timedelta(days=lot.pop("days_ago"))
        put_on_shelf(Lot.model_validate({**lot, "made_on": made_on}), uuid.uuid4())


def load_demo() -> bool:
    """Bring in the demo's moulds and loaves, all or nothing; False when the studio already holds something."""
    with transaction.atomic():
        return _loaded()


def _loaded() -> bool:
    if Loaf.objects.exists():
        return False
    owner = get_user_model().objects.get(username=OWNER)
    for mould in json.loads((_FOLDER / "moulds.json").read_text(encoding="utf-8")):
        keep_mould(stored.MOULD.read(mould))
    load_cupboard()
    load_shelf()
    load_past(owner)
    load_loaves(owner)
    replan(owner)
    return True


def load_loaves(owner: User) -> None:
    """The demo's loaves with dates counted from today, the orders they belong to, and the studio's hours."""
    told = json.loads((_FOLDER / "season.json").read_text(encoding="utf-8"))
    today = wall_clock.today()

    def day(days: int) -> str:
        return (today + dt.timedelta(days=days)).isoformat()

    rows = {}
    for item in told["loaves"]:
        data = json.loads((_FOLDER / f"{item['file']}.loaf.json").read_text(encoding="utf-8"))
        data["ready_on"] = day(item["ready_in_days"]) if "ready_in_days" in item else None
        data["pour_on"] = day(item["pour_in_days"]) if "pour_in_days" in item else None
        data["name"] = item.get("name", data["name"])
        document = read_loaf(data)
        rows[document.name] = create_loaf(owner, document)
        for formula in document.formulas:
            write_formula(owner, formula)
    for item in told["orders"]:
        names = item.pop("loaves")
        for word in ("ready", "wrap"):
            if f"{word}_in_days" in item:
                item[f"{word}_on"] = day(item.pop(f"{word}_in_days"))
        Order.objects.create(owner=owner, **item).loaves.set([rows[name] for name in names])
    for off in told["hours"]["days_off"]:
        first = off.pop("in_days")
        off |= {"first": day(first), "last": day(first + off.pop("for_days") - 1)}
    season = season_of(owner)
    change_hours(season, StudioHours.model_validate(told["hours"]))
    change_moulds(season, {f"loaf {name}": count for name, count in told["moulds"].items()}, [])


@contextmanager
def one_at_a_time() -> Iterator[None]:
    """Whoever starts while another is still loading waits for it; a lock goes with the process that holds it."""
    lock = Path(settings.HOME) / "starting.lock"
    lock.touch(mode=0o600)
    with lock.open() as file:
        fcntl.flock(file, fcntl.LOCK_EX)
        yield


class Command(Serve):
    """``archtop demo``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to listen, or whether to only get everything ready."""
        super().add_arguments(parser)
        parser.add_argument("--only-load", action="store_true", help="load the demo's data and do not serve it")

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve with the demo's data, signed in on this machine."""
        settings.DEMO = True
        with one_at_a_time():
            self.back_up_before_upgrade()
            call_command("migrate", verbosity=0, interactive=False)
            self.make_owner()
            new = load_demo()
        self.stdout.write(
            "The demo studio, Rafter Street Soap Room, is ready."
            if new
            else "Your studio is as you left it; the demo was not loaded over it."
        )
        if not options["only_load"]:
            super().handle(*args, **options)
