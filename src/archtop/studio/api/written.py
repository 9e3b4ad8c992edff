"""Large answers written at once: what is checked already is not taken apart and checked again on its way out."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cache
from typing import Any, TypeVar

from django.http import HttpResponse
from pydantic import BaseModel, TypeAdapter

__all__ = ["written", "written_all"]

M = TypeVar("M", bound=BaseModel)


def written(answer: BaseModel) -> HttpResponse:
    """One, as JSON."""
    return HttpResponse(answer.model_dump_json(), content_type="application/json")


def written_all(kind: type[M], answers: Sequence[M]) -> HttpResponse:
    """Several of a kind, as JSON."""
    return HttpResponse(_list_of(kind).dump_json(list(answers)), content_type="application/json")


@cache
def _list_of(kind: Any) -> TypeAdapter[Any]:
    return TypeAdapter(list[kind])
