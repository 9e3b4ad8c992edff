"""Serve the demo studio: its loaves are brought in once, and what the user does with them is kept."""

from __future__ import annotations

import datetime as dt
import json
import uuid
from importlib.resources import files
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.utils import timezone

from archtop.core import Colourant, Lot, Scent, read_cupboard, read_loaf
from archtop.studio.actions import count_stock, create_loaf, put_in, put_on_shelf, write_formula
from archtop.studio.demo_sign_in import OWNER
from archtop.studio.management.commands.serve import Command as Serve
from archtop.studio.models import Loaf, LoafMould

__all__ = ["Command", "load_cupboard", "load_demo"]

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
        made_on = timezone.localdate() - dt.timedelta(days=lot.pop("days_ago"))
        put_on_shelf(Lot.model_validate({**lot, "made_on": made_on}), uuid.uuid4())


def load_demo() -> bool:
    """Bring in the demo's moulds and loaves; False when the studio already holds something."""
    if Loaf.objects.exists():
        return False
    owner = get_user_model().objects.get(username=OWNER)
    for mould in json.loads((_FOLDER / "moulds.json").read_text(encoding="utf-8")):
        LoafMould.objects.get_or_create(name=mould["name"], defaults=mould)
    load_cupboard()
    load_shelf()
    for file in sorted(_FOLDER.iterdir(), key=lambda item: item.name):
        if file.name.endswith(".loaf.json"):
            document = read_loaf(json.loads(file.read_text(encoding="utf-8")))
            create_loaf(owner, document)
            for formula in document.formulas:
                write_formula(owner, formula)
    return True


class Command(Serve):
    """``archtop demo``."""

    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        """Serve with the demo's data, signed in on this machine."""
        settings.DEMO = True
        call_command("migrate", verbosity=0, interactive=False)
        self.make_owner()
        self.stdout.write(
            "The demo studio, Rafter Street Soap Room, is ready."
            if load_demo()
            else "Your studio is as you left it; the demo was not loaded over it."
        )
        super().handle(*args, **options)
