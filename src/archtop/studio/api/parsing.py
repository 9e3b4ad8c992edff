"""Reading request bodies: size and nesting are refused with a reason before anything looks inside."""

from __future__ import annotations

import json
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja.parser import Parser

from archtop.core import InputError

__all__ = ["LoafParser"]


class LoafParser(Parser):
    """JSON of at most ``LOAF_LIMIT_BYTES``."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The body as plain data; :class:`InputError` if it is too large or not JSON."""
        limit = settings.LOAF_LIMIT_BYTES
        if len(request.body) > limit:
            raise InputError.one(
                "document.size",
                "document",
                f"{len(request.body)} bytes",
                f"at most {limit} bytes",
                "A loaf is a few kilobytes: check that this is one.",
            )
        try:
            data: dict[str, Any] = json.loads(request.body)
        except (ValueError, RecursionError) as error:
            raise InputError.one(
                "document.json", "document", "unreadable", "must be JSON", "Check that this is a loaf file."
            ) from error
        return data
