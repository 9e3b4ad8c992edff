"""Reading request bodies: size and nesting are refused with a reason before anything looks inside."""

from __future__ import annotations

import json
from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja.parser import Parser

from archtop.core import InputError

__all__ = ["LoafParser", "too_large"]


# What halves of letters begin with in UTF-8; whole ones may too.
_HALVES = b"\xed"


class LoafParser(Parser):
    """JSON of at most ``LOAF_LIMIT_BYTES``."""

    def parse_body(self, request: HttpRequest) -> dict[str, Any]:
        """The body as plain data; :class:`InputError` if it is too large or not JSON."""
        body = request.body
        if len(body) > settings.LOAF_LIMIT_BYTES:
            raise too_large(f"{len(body)} bytes")
        try:
            data: dict[str, Any] = json.loads(body)
            if b"\\u" in body or _HALVES in body:
                # Half of a letter stands in no answer and in no database.
                json.dumps(data, ensure_ascii=False).encode()
        except (ValueError, RecursionError) as error:
            raise InputError.one(
                "document.json", "document", "unreadable", "must be JSON", "Check that this is a loaf file."
            ) from error
        return data


def too_large(size: str) -> InputError:
    """What is said of a body of so many bytes."""
    limit = f"at most {settings.LOAF_LIMIT_BYTES} bytes"
    return InputError.one(
        "document.size", "document", size, limit, "A loaf is a few kilobytes: check that this is one."
    )
