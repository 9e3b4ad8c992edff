"""Answers to a browser that shows US customary units: every sentence in them is said in those.

Documents are never touched: what a person has typed stays as it was typed, and numbers keep the core's own units, which
the browser shows in its own.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any, Final

from django.http import HttpRequest, HttpResponse

from archtop.core.base import in_us, named_in_us
from archtop.core.document import FORMAT

__all__ = ["UsWords"]

# Which units a browser shows, as it says with each question.
HEADER: Final = "X-Units"
# Fields that hold sentences of ours, and fields that may name a fat.
_OF_OURS: Final = """
    becomes caution cautions clash detail evidence fix found held help how instead limit message mind missed now
    otherwise planned reasons remedy says seen source stands_words text title together told troubles unplanned uses
    value warmed_by went_wrong why words
"""
_SENTENCES: Final = frozenset(_OF_OURS.split())
_NAMES: Final = frozenset({"name", "label", "into", "toppings"})
# What a person made and gets back, to be changed and saved.
_THEIRS: Final = frozenset({"document", "formula", "hours", "outcomes"})


class UsWords:
    """Middleware: says the sentences of an answer in US units where the browser asks for that."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        if request.headers.get(HEADER) == "us" and response.get("Content-Type", "").startswith("application/json"):
            response.content = json.dumps(_said(json.loads(response.content)), ensure_ascii=False)
            response["Content-Length"] = str(len(response.content))
        return response


def _said(value: Any, field: str = "") -> Any:
    """The same value with its sentences in US units, by the field that it stands in."""
    if isinstance(value, str):
        return in_us(value) if field in _SENTENCES else named_in_us(value) if field in _NAMES else value
    if isinstance(value, list):
        return [_said(item, field) for item in value]
    if isinstance(value, dict):
        theirs = value.get("format") == FORMAT
        return value if theirs else {key: item if key in _THEIRS else _said(item, key) for key, item in value.items()}
    return value
