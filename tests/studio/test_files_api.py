"""Outlines and meshes over the wire."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import pytest
from django.core.files.uploadedfile import SimpleUploadedFile

from archtop.core.geometry import SVG_LIMIT_BYTES
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db
EXAMPLES = Path(__file__).parents[2] / "examples"


def send(studio: Studio, path: str, name: str, data: bytes) -> Any:
    return studio.http.post(f"/api/{path}", {"file": SimpleUploadedFile(name, data)})


def test_the_examples_are_read(studio: Studio) -> None:
    drawing = send(studio, "read-outline", "boat.svg", (EXAMPLES / "paper-boat.svg").read_bytes()).json()
    assert (drawing["width_mm"], drawing["height_mm"]) == pytest.approx((56, 34))
    assert drawing["outline"]["kind"] == "polygon"
    mesh = send(studio, "read-mesh", "kite.stl", (EXAMPLES / "kite-master.stl").read_bytes()).json()
    assert mesh["watertight"]
    assert mesh["section"]["points"]


@pytest.mark.parametrize(
    ("path", "data", "code"),
    [
        ("read-outline", b"<svg onload='x'/>", "svg.hostile"),
        ("read-outline", b" " * (SVG_LIMIT_BYTES + 10), "svg.size"),
        ("read-mesh", b"noise", "stl.unreadable"),
    ],
)
def test_bad_files_are_refused_with_a_reason(studio: Studio, path: str, data: bytes, code: str) -> None:
    refused = send(studio, path, "file", data)
    assert refused.status_code == 422
    assert [problem["code"] for problem in refused.json()["problems"]] == [code]


def test_a_file_is_needed_and_a_person(studio: Studio) -> None:
    assert studio.http.post("/api/read-outline").status_code == 422
    assert send(Studio(None), "read-outline", "boat.svg", b"x").status_code == 401
