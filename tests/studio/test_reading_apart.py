"""Strange files in a process of their own: what they cost ends there, and so does what nobody waits for."""

from __future__ import annotations

import io
import os
import threading
import time
from pathlib import Path

import numpy as np
import pytest
from django.core.files.uploadedfile import SimpleUploadedFile
from django.http import HttpRequest, HttpResponse
from PIL import Image

from archtop.core import InputError, read_svg
from archtop.studio.api import files
from archtop.studio.photos import opened
from archtop.studio.reading_apart import GoneAway, WhoWaits, read_apart
from tests.readers import breaks, dies, sleeps, takes_all, turns_for_ever
from tests.studio.conftest import Studio


def test_it_answers_and_refuses_as_the_reader_does() -> None:
    box = (
        b'<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="30mm" viewBox="0 0 40 30">'
        b'<path d="M0 0H40V30H0Z"/></svg>'
    )
    assert read_apart(read_svg, box) == read_svg(box)
    with pytest.raises(InputError) as refused:
        read_apart(read_svg, b"no drawing")
    with pytest.raises(InputError) as at_home:
        read_svg(b"no drawing")
    assert refused.value.problems == at_home.value.problems


@pytest.mark.parametrize("reader", [turns_for_ever, takes_all, dies])
def test_what_costs_too_much_ends_there_and_is_refused(reader: object) -> None:
    with pytest.raises(InputError) as refused:
        read_apart(reader, most_s=1, most_mb=200)  # type: ignore[arg-type]
    assert refused.value.problems[0].code == "file.too_much"


def test_a_fault_of_our_own_is_told_as_one() -> None:
    with pytest.raises(LookupError, match="a fault of ours"):
        read_apart(breaks)


def test_it_ends_when_nobody_waits_any_more(tmp_path: Path) -> None:
    told = tmp_path / "process"
    gone = threading.Event()
    came: list[type[BaseException]] = []

    def answer(request: HttpRequest) -> HttpResponse:
        try:
            read_apart(sleeps, str(told))
        except GoneAway:
            came.append(GoneAway)
        return HttpResponse()

    asked = HttpRequest()
    asked.META["waitress.client_disconnected"] = gone.is_set
    waiting = threading.Thread(target=lambda: WhoWaits(answer)(asked))
    waiting.start()
    while not (told.exists() and told.read_text()):
        time.sleep(0.02)
    gone.set()
    waiting.join()
    assert came == [GoneAway]
    with pytest.raises(ProcessLookupError):
        os.kill(int(told.read_text()), 0)


def test_a_large_photograph_is_never_whole_in_memory() -> None:
    large = io.BytesIO()
    Image.fromarray(np.full((6000, 9900, 3), 90, dtype=np.uint8)).save(large, "JPEG", exif=_on_its_side())
    assert opened(large.getvalue()).size == (1212, 2000)


def _on_its_side() -> Image.Exif:
    exif = Image.Exif()
    exif[0x0112] = 6
    return exif


@pytest.mark.django_db
def test_the_page_gets_a_sentence_and_the_server_goes_on(studio: Studio, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(files, "read_svg", takes_all)
    refused = studio.http.post("/api/read-outline", {"file": SimpleUploadedFile("a.svg", b"<svg/>")})
    assert refused.status_code == 422
    assert "500 MB" in refused.json()["problems"][0]["limit"]
    assert studio.get("/session").status_code == 200
