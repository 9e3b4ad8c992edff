"""Merge a studio's file into this studio."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand, CommandError

from archtop.core import InputError
from archtop.studio.actions.learning import learn_what_is_new
from archtop.studio.carrying import bring_in
from archtop.studio.demo_sign_in import OWNER

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop import`` of a studio's file."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Which file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Merge, and tell what was done."""
        try:
            with options["file"].open("rb") as file:
                brought = bring_in(get_user_model().objects.get(username=OWNER), file)
                learn_what_is_new()
        except (InputError, OSError) as error:
            raise CommandError(str(error)) from error
        self.stdout.write("\n".join([brought.says, *brought.kept_yours]))
