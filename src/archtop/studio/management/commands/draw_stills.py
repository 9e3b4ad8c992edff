"""Draw small pictures of loaves for a server that hands in their ids, a line each, until it hands in no more."""

from __future__ import annotations

import logging
import os
import sys
from typing import Any

from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand

from archtop.core import InputError
from archtop.studio.actions.stills import MADE, still_of_loaf
from archtop.studio.models import Loaf

__all__ = ["Command"]

# Whoever waits for anything has the machine first.
_LAST_OF_ALL = 19

_log = logging.getLogger(__name__)


class Command(BaseCommand):
    """``archtop`` starts it by itself; by hand: ``echo ID | python -m django draw_stills``."""

    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Draw what is asked for, and answer each line with how it went."""
        if hasattr(os, "nice"):
            os.nice(_LAST_OF_ALL)
        for line in sys.stdin:
            drawn = _drawn(line.strip())
            try:
                self.stdout.write(drawn)
                self.stdout.flush()
            except BrokenPipeError:
                # The server has gone; what Python would still flush as it ends goes nowhere.
                os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
                return


def _drawn(loaf: str) -> str:
    try:
        still_of_loaf(Loaf.objects.get(pk=loaf))
    except (Loaf.DoesNotExist, ValidationError, InputError) as error:
        return f"not made: {type(error).__name__}"
    except Exception:  # whatever one loaf breaks, the next is drawn
        _log.exception("No picture of %s", loaf)
        return "not made"
    return MADE
