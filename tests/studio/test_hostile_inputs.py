"""What no person sends is refused in words, whichever way it comes, and the studio goes on."""

from __future__ import annotations

import re
from collections.abc import Iterable
from itertools import islice
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from archtop.studio.models import Loaf
from tests.hostile_inputs import Given, files, in_a_loaf, in_a_value, whole_bodies
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

# A class of the program, a part of its code, a validator's own words, or a way through a document.
_NOT_WORDS = re.compile(
    r"Error\b|pydantic|validation error|Traceback|archtop\.(core|studio|site)|<class|\w+\.\d+\.\w+"
    r"|(?i:input should|a valid |instance of|should (have|match))"
)


def _sent(studio: Studio, loaf: Loaf, given: Given) -> Any:
    path = given.path.replace("{loaf}", str(loaf.pk))
    if given.file:
        field, name = given.file
        return studio.http.post(f"/api{path}", {field: SimpleUploadedFile(name, given.body)})
    return studio.send(given.method, path, given.body)


def _wrong(studio: Studio, loaf: Loaf, inputs: Iterable[Given]) -> list[str]:
    wrong = []
    studio.http.raise_request_exception = False
    for given in inputs:
        answer = _sent(studio, loaf, given)
        if answer.status_code >= 500 or (given.refused and answer.status_code < 400):
            wrong.append(f"{given.what}: {answer.status_code}")
        elif answer.status_code >= 400:
            problems = answer.json().get("problems", [])
            said = " ".join(f"{problem['limit']} {problem['remedy']}" for problem in problems)
            if not said.strip() or _NOT_WORDS.search(said):
                wrong.append(f"{given.what}: {answer.status_code} {answer.content[:200]!r}")
    return wrong


def test_a_strange_value_anywhere_is_no_fault(studio: Studio, loaf: Loaf) -> None:
    inputs = list(in_a_value())
    assert len(inputs) > 600
    wrong = _wrong(studio, loaf, inputs)
    assert not wrong, "\n".join(wrong)


def test_a_strange_value_in_a_loaf_is_no_fault(studio: Studio, loaf: Loaf, demo_document: dict[str, Any]) -> None:
    # One in eleven, so that each kind of strange value has its turn.
    wrong = _wrong(studio, loaf, islice(in_a_loaf(demo_document), 0, None, 11))
    assert not wrong, "\n".join(wrong)


def test_strange_bodies_are_refused(studio: Studio, loaf: Loaf, demo_document: dict[str, Any]) -> None:
    wrong = _wrong(studio, loaf, (given for given in whole_bodies(demo_document) if not given.heavy))
    assert not wrong, "\n".join(wrong)


def test_strange_files_are_refused(studio: Studio, loaf: Loaf) -> None:
    wrong = _wrong(studio, loaf, (given for given in files() if not given.heavy))
    assert not wrong, "\n".join(wrong)
    assert studio.get(f"/loaves/{loaf.pk}").status_code == 200
