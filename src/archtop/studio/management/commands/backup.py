"""Write the whole studio into one file, while it is open."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from archtop.core import InputError
from archtop.studio.keeping import back_up

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop backup``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to."""
        parser.add_argument("file", nargs="?", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Back up, and say where."""
        try:
            self.stdout.write(str(back_up(options["file"])))
        except InputError as error:
            raise CommandError(str(error)) from error
