"""Answers as a studio says things: every sentence in its units, with its decimal sign, its days as it writes them.

Documents are never touched: what a person has typed stays as it was typed, and numbers keep the core's own units, which
the browser shows in its own.
"""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any, Final, NamedTuple

from django.http import HttpRequest, HttpResponse

from archtop.core.base import Counting, as_counted, in_us, named_in_us
from archtop.core.document import FORMAT

__all__ = ["SaidThere"]

# Which units a browser shows, and how it writes numbers and days, as it says with each question.
UNITS: Final = "X-Units"
DECIMAL: Final = "X-Decimal"
DATES: Final = "X-Dates"
# Fields that hold sentences of ours, and fields that may name a fat.
_OF_OURS: Final = """
    becomes caution cautions clash detail evidence fix found held help how instead learned limit message mind missed now
    otherwise planned reasons remedy says seen source stands_words text title together told troubles unplanned uses
    value warmed_by went_wrong why words
"""
_SENTENCES: Final = frozenset(_OF_OURS.split())
_NAMES: Final = frozenset({"name", "label", "into", "toppings"})
# What a person made and gets back, to be changed and saved.
_THEIRS: Final = frozenset({"document", "formula", "hours", "outcomes"})


class SaidThere:
    """Middleware: says the sentences of an answer as the browser asks for it."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        response = self.get_response(request)
        asked = _Asked.of(request)
        if asked != _Asked() and response.get("Content-Type", "").startswith("application/json"):
            response.content = json.dumps(_said(json.loads(response.content), asked), ensure_ascii=False)
            response["Content-Length"] = str(len(response.content))
        return response


class _Asked(NamedTuple):
    """How sentences are to be said."""

    us: bool = False
    counting: Counting = Counting()

    @classmethod
    def of(cls, request: HttpRequest) -> _Asked:
        given = request.headers
        decimal = "comma" if given.get(DECIMAL) == "comma" else None
        dates = "month first" if given.get(DATES) == "month first" else "day first"
        return cls(given.get(UNITS) == "us", Counting(decimal=decimal, dates=dates))

    def sentence(self, text: str) -> str:
        return as_counted(in_us(text) if self.us else text, self.counting)


def _said(value: Any, asked: _Asked, field: str = "") -> Any:
    """The same value with its sentences said so, by the field that it stands in."""
    if isinstance(value, str):
        if field in _SENTENCES:
            return asked.sentence(value)
        return named_in_us(value) if asked.us and field in _NAMES else value
    if isinstance(value, list):
        return [_said(item, asked, field) for item in value]
    if isinstance(value, dict):
        theirs = value.get("format") == FORMAT
        if theirs:
            return value
        return {key: item if key in _THEIRS else _said(item, asked, key) for key, item in value.items()}
    return value
