"""Write a loaf's document to standard output."""

from __future__ import annotations

import json
from argparse import ArgumentParser
from typing import Any

from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError

from archtop.core import read_loaf
from archtop.studio.actions import for_a_file
from archtop.studio.models import Loaf

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop export``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Which loaf."""
        parser.add_argument("loaf")

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Print the document."""
        try:
            loaf = Loaf.objects.get(pk=options["loaf"])
        except (Loaf.DoesNotExist, ValidationError) as error:
            raise CommandError(f"There is no loaf {options['loaf']!r}.") from error
        document = for_a_file(read_loaf(loaf.document))
        self.stdout.write(json.dumps(document.model_dump(mode="json"), indent=2, ensure_ascii=False))
