"""Read a loaf document into the studio as a new loaf of the owner."""

from __future__ import annotations

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError

from archtop.core import InputError, read_loaf
from archtop.studio.actions import create_loaf
from archtop.studio.demo_sign_in import OWNER

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop import``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Which file, and whether to look only."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--dry-run", action="store_true", help="check the file, keep nothing")

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Check, and keep unless it is a dry run."""
        try:
            document = read_loaf(json.loads(options["file"].read_text(encoding="utf-8")))
            if options["dry_run"]:
                self.stdout.write(f"{document.name} can be read.")
                return
            loaf = create_loaf(get_user_model().objects.get(username=OWNER), document)
        except (InputError, ValueError, OSError) as error:
            raise CommandError(str(error)) from error
        self.stdout.write(f"{loaf.name} is in the studio as {loaf.pk}.")
