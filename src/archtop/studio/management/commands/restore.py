"""Put a backup in the place of the studio."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError

from archtop.core import InputError
from archtop.studio.keeping import restore

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop restore``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Which, and whether over what is there."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--over", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Restore, and bring an older backup up to date."""
        call_command("migrate", verbosity=0, interactive=False)
        try:
            restore(options["file"], over=options["over"])
        except InputError as error:
            raise CommandError(str(error)) from error
        call_command("migrate", verbosity=0, interactive=False)
        self.stdout.write("Restored.")
