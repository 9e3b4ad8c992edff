"""A telephone let in by a pass: what it opens, what it does not, and when it ends."""

from __future__ import annotations

import datetime as dt
import re
import uuid
from typing import Any

import cv2
import numpy as np
import pytest
from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client
from django.urls import get_resolver

from archtop.core import read_loaf
from archtop.studio.actions import add_photo, create_loaf
from archtop.studio.actions.passes import qr_of
from archtop.studio.models import BenchPass, Loaf
from tests.core.conftest import box
from tests.studio.conftest import Studio
from tests.studio.test_carrying import photograph

pytestmark = pytest.mark.django_db


def made(studio: Studio, loaf: Loaf, **headers: str) -> dict[str, Any]:
    answer = studio.send("POST", "/session/passes", {"loaf": str(loaf.pk)}, **headers)
    assert answer.status_code == 201
    found: dict[str, Any] = answer.json()
    return found


def phone(address: str) -> Studio:
    """A telephone that has scanned a code."""
    scanned = Studio(None)
    answer = scanned.http.get("/pass/" + address.rpartition("/")[2])
    assert answer.status_code == 302
    return scanned


@pytest.fixture
def guest(studio: Studio, loaf: Loaf) -> Studio:
    return phone(made(studio, loaf)["address"])


def test_a_code_opens_the_bench_of_its_loaf_and_says_so(studio: Studio, loaf: Loaf) -> None:
    found = made(studio, loaf)
    scanned = Studio(None)
    answer = scanned.http.get("/pass/" + found["address"].rpartition("/")[2])
    assert answer["Location"] == f"/loaf/{loaf.pk}/bench"
    assert scanned.get("/session").json()["pass_to"] == str(loaf.pk)
    assert studio.get("/session").json()["pass_to"] is None
    # Its code is nowhere in the database.
    assert found["address"].rpartition("/")[2] not in str(BenchPass.objects.values())


def test_the_qr_code_is_read_by_another_library() -> None:
    """Drawn by the library of the sheets, read by the vision library."""
    address = "http://192.168.1.23:8735/pass/abcDEF_-123456xy"
    code = qr_of(address)
    cells = np.full((code.cells + 8, code.cells + 8), 255, np.uint8)
    for x, y in re.findall(r"M(\d+) (\d+)h", code.path):
        cells[int(y) + 4, int(x) + 4] = 0
    picture = cv2.resize(cells, None, fx=8, fy=8, interpolation=cv2.INTER_NEAREST)
    assert cv2.QRCodeDetector().detectAndDecode(picture)[0] == address


def test_the_day_is_worked_from_a_telephone(guest: Studio, loaf: Loaf) -> None:
    assert guest.get(f"/loaves/{loaf.pk}").status_code == 200
    step = guest.get(f"/loaves/{loaf.pk}").json()["plan"]["steps"][0]["key"]
    press = {
        "press_id": str(uuid.uuid4()),
        "step": step,
        "action": "done",
        "pressed_at": dt.datetime.now(dt.UTC).isoformat(),
    }
    assert guest.send("POST", f"/loaves/{loaf.pk}/bench", press).status_code == 200
    for what in ("bench", "jobs", "clock", "photos", "outcome", "reminders"):
        assert guest.get(f"/loaves/{loaf.pk}/{what}").status_code == 200, what
    for where in ("/loaves/departures", "/loaves/troubles", "/catalogue", "/faults", "/bar-card.pdf"):
        assert guest.get(where).status_code == 200, where
    taken = guest.http.post(
        f"/api/loaves/{loaf.pk}/photos",
        {"kind": "cut face", "bar": 1, "photo": SimpleUploadedFile("a.jpg", photograph())},
    )
    assert taken.status_code == 200
    assert guest.get(f"/photos/{taken.json()[0]['id']}/file").status_code == 200


def test_nothing_else_is_opened(guest: Studio, owner: User, loaf: Loaf, tmp_path: Any, settings: Any) -> None:
    settings.MEDIA_ROOT = tmp_path
    other = create_loaf(owner, read_loaf(box()))
    others = add_photo(other, photograph(), "top", None)
    document = guest.get(f"/loaves/{loaf.pk}").json()["document"]
    closed = [
        ("GET", "/loaves", None),
        ("GET", f"/loaves/{other.pk}", None),
        ("GET", f"/loaves/{other.pk}/bench", None),
        ("GET", f"/photos/{others.pk}/file", None),
        ("PUT", f"/loaves/{loaf.pk}", {"document": document, "based_on": 1}),
        ("DELETE", f"/loaves/{loaf.pk}", None),
        ("GET", "/cupboard", None),
        ("GET", "/keeping/studio.zip", None),
        ("POST", "/keeping/studio", None),
        ("GET", "/season", None),
        ("GET", "/notebook", None),
        ("PUT", "/session/house", {}),
        ("POST", "/session/passes", {"loaf": str(loaf.pk)}),
        ("GET", "/session/passes", None),
    ]
    for method, where, body in closed:
        answer = guest.send(method, where, body)
        assert answer.status_code == 403, (method, where)
        assert answer.json()["code"] == "pass.closed"
    assert loaf.name in guest.get("/loaves").json()["message"]


# Besides what is of one loaf or photograph, a pass opens these and no other address of the whole API.
OPEN_TO_ALL = {
    "api/session",
    "api/catalogue",
    "api/faults",
    "api/bar-card.pdf",
    "api/loaves/departures",
    "api/loaves/troubles",
    "api/loaves/ring-sheet.pdf",
    "api/spoonful",
    "api/soap-colour",
}


def test_every_other_address_of_the_api_is_closed_to_it(guest: Studio) -> None:
    """All that there are, made up for a loaf, a photograph and a pass that are not its own."""
    strange = str(uuid.uuid4())
    seen = 0
    for pattern in get_resolver().url_patterns[0].url_patterns:
        route = re.sub(r"<int:\w+>", "7", re.sub(r"<uuid:\w+>", strange, str(pattern.pattern)))
        where = "api/" + re.sub(r"<\w+(:\w+)?>", "x", route)
        if where in OPEN_TO_ALL or "openapi" in where or where in ("api/", "api/session"):
            continue
        for method in ("GET", "POST", "PUT", "DELETE"):
            seen += 1
            assert guest.http.generic(method, "/" + where).status_code == 403, (method, where)
    assert seen > 300


def test_it_ends_with_the_day_by_the_studios_clock(studio: Studio, loaf: Loaf, clock: dict[str, dt.datetime]) -> None:
    found = made(studio, loaf)
    scanned = phone(found["address"])
    assert dt.datetime.fromisoformat(found["made"]["ends_at"]) <= clock["now"] + dt.timedelta(hours=24)
    clock["now"] += dt.timedelta(days=1)
    ended = scanned.get(f"/loaves/{loaf.pk}/bench")
    assert (ended.status_code, ended.json()["code"]) == (401, "pass.ended")
    # From then on it is nobody, and the same code lets nobody in.
    assert scanned.get("/session").json()["name"] is None
    assert Client().get("/pass/" + found["address"].rpartition("/")[2]).status_code == 404


def test_made_late_it_holds_into_the_night(studio: Studio, loaf: Loaf, clock: dict[str, dt.datetime]) -> None:
    clock["now"] = clock["now"].replace(hour=23, minute=30)
    ends = dt.datetime.fromisoformat(made(studio, loaf)["made"]["ends_at"])
    assert ends - clock["now"] >= dt.timedelta(hours=4)


def test_ended_at_the_desk_it_is_out_at_once(studio: Studio, loaf: Loaf) -> None:
    found = made(studio, loaf)
    scanned = phone(found["address"])
    assert [item["name"] for item in studio.get("/session/passes").json()] == [loaf.name]
    left = studio.send("DELETE", f"/session/passes/{found['made']['id']}").json()
    assert left == []
    assert scanned.get(f"/loaves/{loaf.pk}/bench").status_code == 401
    assert studio.get("/loaves").status_code == 200


def test_the_owner_who_scans_a_code_stays_the_owner(studio: Studio, loaf: Loaf) -> None:
    code = made(studio, loaf)["address"].rpartition("/")[2]
    assert studio.http.get(f"/pass/{code}").status_code == 302
    assert studio.get("/loaves").status_code == 200
    assert studio.get("/session").json()["pass_to"] is None


def test_where_the_studio_is_not_shared_it_says_that_no_telephone_gets_there(
    studio: Studio, loaf: Loaf, settings: Any
) -> None:
    here = studio.send("POST", "/session/passes", {"loaf": str(loaf.pk)}, Host="127.0.0.1").json()
    assert not here["reaches"]
    settings.SHARED_AT = "http://192.168.1.23:8735/"
    shared = made(studio, loaf)
    assert shared["reaches"]
    assert shared["address"].startswith("http://192.168.1.23:8735/pass/")
