"""Write the whole studio, or its tables as CSV, into a file."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError

from archtop.studio.carrying import tables_as_csv, take_out
from archtop.studio.demo_sign_in import OWNER

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop export --studio`` and ``--tables``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to."""
        parser.add_argument("--studio", type=Path)
        parser.add_argument("--tables", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Write what was asked for; nothing is written over."""
        owner = get_user_model().objects.get(username=OWNER)
        for to, write in ((options["studio"], take_out), (options["tables"], tables_as_csv)):
            if to is not None:
                try:
                    with to.open("xb") as file:
                        write(owner, file)
                except OSError as error:
                    raise CommandError(str(error)) from error
                self.stdout.write(str(to))
