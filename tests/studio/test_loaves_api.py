"""Loaves over the wire: made, opened, saved, kept apart, taken out and brought in."""

from __future__ import annotations

import json
import uuid
from typing import Any

import pytest
from django.contrib.auth.models import User

from archtop.core import read_loaf
from archtop.studio.actions import create_loaf
from archtop.studio.models import CupboardItem, Loaf, Revision
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def problem_codes(response: Any, status: int = 422) -> list[str]:
    """One shape for every refusal."""
    assert response.status_code == status, response.content
    report = response.json()
    assert set(report) == {"code", "message", "problems"}
    for problem in report["problems"]:
        assert set(problem) == {"code", "field", "value", "limit", "remedy", "message", "mends"}
    return [problem["code"] for problem in report["problems"]]


def test_an_empty_page_is_made_opened_and_listed(studio: Studio) -> None:
    made = studio.send("POST", "/loaves", {"name": "First light"})
    assert made.status_code == 201
    assert set(made.json()) == {"id", "revision", "updated_at", "document", "plan", "problems"}
    opened = studio.get(f"/loaves/{made.json()['id']}").json()
    assert opened["document"]["name"] == "First light"
    assert opened["plan"]["pots"][0]["kind"] == "loaf"
    (line,) = studio.get("/loaves").json()
    assert set(line) == {"id", "name", "revision", "updated_at", "preview", "stands", "still"}
    assert line["preview"]["bars"] == len(opened["plan"]["cuts"]["bars"])


def test_saving_makes_revisions_and_keeps_them_all(studio: Studio, loaf: Loaf, demo_document: dict) -> None:
    for number, level in ((1, 75), (2, 76)):
        demo_document["work"][-1]["to_mm"] = level
        saved = studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": number, "document": demo_document})
        assert saved.json()["revision"] == number + 1
        assert saved.json()["plan"]["level_mm"] == level
    rows = studio.get(f"/loaves/{loaf.pk}/revisions").json()
    kept = {row["id"]: row["document"]["work"][-1]["to_mm"] for row in loaf.revisions.values("id", "document")}
    assert [(row["number"], kept[row["id"]]) for row in rows] == [(3, 76), (2, 75), (1, 74)]


def test_what_lies_aside_is_told_by_its_parts_and_joined_by_them(
    studio: Studio, loaf: Loaf, demo_document: dict
) -> None:
    path = f"/loaves/{loaf.pk}/revisions"
    theirs = {**demo_document, "story": "theirs", "name": "Lantern Row, theirs"}
    mine = {**demo_document, "story": "mine", "ready_on": "2027-01-09"}
    assert studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": theirs}).status_code == 200
    report = studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": mine}).json()
    asked = {"document": mine, "based_on": 1}
    apart = studio.send("POST", f"{path}/{report['current']['id']}/differences", asked).json()
    assert [(item["part"], item["mine"], item["theirs"], item["theirs_alone"]) for item in apart] == [
        ("name", "same", "changed", True),
        ("story", "changed", "changed", False),
        ("ready_on", "changed", "same", False),
    ]
    both = studio.send("POST", f"{path}/{report['current']['id']}/merge", {"document": mine, "take": ["name"]}).json()
    both = both["document"]
    assert (both["name"], both["story"], both["ready_on"]) == ("Lantern Row, theirs", "mine", "2027-01-09")
    assert studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 2, "document": both}).json()["revision"] == 3
    # What lies aside can be looked at later too, against the loaf as it stands then.
    lines = studio.get(path).json()
    assert [(line["number"], line["kept_aside"]) for line in lines] == [(3, False), (1, True), (2, False), (1, False)]
    later = studio.send("POST", f"{path}/{lines[1]['id']}/differences", {"document": both}).json()
    assert [(item["part"], item["theirs"]) for item in later] == [("name", "same")]


def test_another_loafs_versions_are_not_to_be_had(studio: Studio, loaf: Loaf, demo_document: dict) -> None:
    other = create_loaf(loaf.owner, read_loaf({**demo_document, "name": "Other"}))
    of_other = other.revisions.get().pk
    for what, body in (
        ("differences", {"document": demo_document}),
        ("merge", {"document": demo_document, "take": []}),
    ):
        problem_codes(studio.send("POST", f"/loaves/{loaf.pk}/revisions/{of_other}/{what}", body), 404)


def test_a_part_that_needs_another_is_refused_in_words(studio: Studio, loaf: Loaf, demo_document: dict) -> None:
    step = next(item for item in demo_document["work"] if item["do"] == "lay")
    without = {
        **demo_document,
        "embeds": [item for item in demo_document["embeds"] if item["id"] != step["embed"]],
        "work": [item for item in demo_document["work"] if item != step],
    }
    first = loaf.revisions.get().pk
    body = {"document": without, "take": [f"embeds.{step['embed']}"]}
    refused = studio.send("POST", f"/loaves/{loaf.pk}/revisions/{first}/merge", body)
    assert refused.status_code == 422
    assert "laid" in refused.json()["problems"][0]["limit"]


def test_a_stale_save_is_told_so_and_both_documents_are_kept(studio: Studio, loaf: Loaf, demo_document: dict) -> None:
    mine = {**demo_document, "story": "mine"}
    theirs = {**demo_document, "story": "theirs"}
    assert studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": theirs}).status_code == 200
    stale = studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": mine})
    assert stale.status_code == 409
    report = stale.json()
    assert report["code"] == "revision.stale"
    assert report["current"]["document"]["story"] == "theirs"
    assert report["kept"]["document"]["story"] == "mine"
    assert studio.get(f"/loaves/{loaf.pk}").json()["document"]["story"] == "theirs"
    assert Revision.objects.get(loaf=loaf, kept_aside=True).document["story"] == "mine"


def test_a_save_whose_answer_was_lost_is_no_conflict_with_oneself(
    studio: Studio, loaf: Loaf, demo_document: dict
) -> None:
    def save(words: str, save_id: str, *after: str, based_on: int = 1) -> Any:
        document = {**demo_document, "story": words}
        body = {"based_on": based_on, "document": document, "save_id": save_id, "after": after}
        return studio.send("PUT", f"/loaves/{loaf.pk}", body)

    one, two, other = (str(uuid.uuid4()) for _ in range(3))
    assert save("one", one).json()["revision"] == 2
    # Sent again it is the same revision, and what was typed since then follows it.
    assert save("one", one).json()["revision"] == 2
    assert save("two", two, one).json()["revision"] == 3
    assert not Revision.objects.filter(loaf=loaf, kept_aside=True).exists()
    # Word for word what is there already is no conflict, whoever sends it, and no new revision either.
    assert save("two", str(uuid.uuid4())).json()["revision"] == 3
    # Somebody else's save in between is a conflict all the same.
    assert save("theirs", other, based_on=3).json()["revision"] == 4
    assert save("mine", str(uuid.uuid4()), one, two).status_code == 409
    assert Revision.objects.get(loaf=loaf, kept_aside=True).document["story"] == "mine"


def test_an_unknown_address_of_the_api_is_answered_as_one(studio: Studio) -> None:
    for path in ("/nothing", "/loaves/nothing/at/all", ""):
        answer = studio.get(path)
        assert answer.status_code == 404
        assert answer.json()["message"]


def test_a_document_that_cannot_be_made_changes_nothing(studio: Studio, loaf: Loaf, demo_document: dict) -> None:
    demo_document["embeds"][0]["across_mm"] = 40
    refused = studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": demo_document})
    assert problem_codes(refused) == ["embed.through_wall"]
    problem = refused.json()["problems"][0]
    assert problem["field"] == "embeds.0.across_mm"
    assert "17.0 mm through the wall" in problem["message"]
    loaf.refresh_from_db()
    assert (loaf.revision, loaf.revisions.count()) == (1, 1)


def test_take_out_and_bring_in(studio: Studio, loaf: Loaf) -> None:
    file = studio.get(f"/loaves/{loaf.pk}/document")
    assert file["Content-Disposition"] == 'attachment; filename="lantern-row.loaf.json"'
    back = studio.send("POST", "/loaves/import", file.content)
    assert back.status_code == 201
    assert back.json()["id"] != str(loaf.pk)
    went = json.loads(file.content)
    assert {scent["key"] for scent in went["brings"]["scents"]} == {"market-tea", "lamp-resin"}
    assert back.json()["document"] == {**went, "brings": {"scents": [], "colourants": [], "additives": []}}


def test_a_file_brings_its_bottles_and_jars_to_another_studio(studio: Studio, loaf: Loaf) -> None:
    file = studio.get(f"/loaves/{loaf.pk}/document").content
    CupboardItem.objects.exclude(key="jar-blue").delete()
    CupboardItem.objects.filter(key="jar-blue").update(data={**CupboardItem.objects.get().data, "name": "My blue"})
    assert studio.send("POST", "/loaves/import", file).status_code == 201
    cupboard = studio.get("/cupboard").json()
    assert {scent["key"] for scent in cupboard["scents"]} == {"market-tea", "lamp-resin"}
    assert "My blue" in {jar["name"] for jar in cupboard["colourants"]}


def test_a_loaf_opens_even_if_the_cupboard_has_changed_under_it(studio: Studio, loaf: Loaf) -> None:
    CupboardItem.objects.filter(key="jar-blue").delete()
    opened = studio.get(f"/loaves/{loaf.pk}").json()
    assert [problem["code"] for problem in opened["problems"]] == ["colourant.unknown"]
    assert opened["plan"]["cuts"]["bars"]
    assert opened["document"]["colours"][0]["colourants"]


BAD_FILES = {
    "no JSON": (b"{", "document.json"),
    "a list": (b"[1]", "document.type"),
    "a number": (b"3", "document.type"),
    "too deep": (b"[" * 100_000, "document.json"),
    "five megabytes": (b'{"story": "' + b"x" * 5_000_000 + b'"}', "document.size"),
    "newer": (b'{"format": "archtop.loaf", "version": 99}', "document.newer"),
    "another kind": (b'{"format": "drawing"}', "document.format"),
    "NaN": (b'{"mould": {"length_mm": NaN, "width_mm": 90, "height_mm": 70}}', "schema.finite_number"),
    "not UTF-8": (b'{"name": "\xff"}', "document.json"),
}


@pytest.mark.parametrize(("content", "code"), BAD_FILES.values(), ids=BAD_FILES.keys())
@pytest.mark.parametrize("path", ["/loaves/import", "/plan"])
def test_bad_files_are_refused_with_a_reason(studio: Studio, path: str, content: bytes, code: str) -> None:
    assert code in problem_codes(studio.send("POST", path, content))
    assert Loaf.objects.count() == 0


def test_planning_keeps_nothing(studio: Studio, demo_document: dict) -> None:
    plan = studio.send("POST", "/plan", demo_document).json()
    assert round(plan["pushed_aside"]["value"]) == 500
    assert Loaf.objects.count() == 0


def test_put_away_and_bring_back(studio: Studio, loaf: Loaf) -> None:
    assert studio.send("DELETE", f"/loaves/{loaf.pk}").status_code == 204
    assert studio.get("/loaves").json() == []
    assert studio.get("/loaves/away").json()["count"] == 1
    assert studio.send("POST", f"/loaves/{loaf.pk}/bring-back").status_code == 204
    assert len(studio.get("/loaves").json()) == 1
    assert studio.get("/loaves/away").json() == {"count": 0, "latest": []}
    assert Revision.objects.filter(loaf=loaf).count() == 1


def test_a_loaf_is_begun_again_without_its_days(studio: Studio, loaf: Loaf) -> None:
    document = {**loaf.document, "pour_on": "2026-12-01", "ready_on": "2027-01-15"}
    assert studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 1, "document": document}).status_code == 200
    names = []
    for of in (loaf.pk, loaf.pk):
        again = studio.send("POST", f"/loaves/{of}/again")
        assert again.status_code == 201
        made = again.json()
        assert made["revision"] == 1
        assert made["document"] == {
            **document,
            "name": made["document"]["name"],
            "pour_on": None,
            "ready_on": None,
        }
        names.append(made["document"]["name"])
    assert names == ["Lantern Row 2", "Lantern Row 3"]
    # Of the second comes a fourth, not a second of the second.
    second = Loaf.objects.get(name="Lantern Row 2")
    assert studio.send("POST", f"/loaves/{second.pk}/again").json()["document"]["name"] == "Lantern Row 4"
    long = {**document, "name": "x" * 120}
    studio.send("PUT", f"/loaves/{loaf.pk}", {"based_on": 2, "document": long})
    assert studio.send("POST", f"/loaves/{loaf.pk}/again").json()["document"]["name"] == "x" * 112 + " 2"


PATHS = [
    ("GET", "/loaves"),
    ("POST", "/loaves"),
    ("POST", "/loaves/import"),
    ("POST", "/plan"),
    ("GET", "/cupboard"),
    ("PUT", "/cupboard/scents"),
    ("PUT", "/cupboard/colourants"),
    ("PUT", "/cupboard/stock"),
    ("DELETE", "/cupboard/scent/market-tea"),
    ("GET", "/formulas"),
    ("POST", "/formulas"),
    ("POST", "/size-back"),
    ("POST", "/reach"),
    ("GET", "/week?first=2026-12-01"),
    ("GET", "/loaves/{}"),
    ("PUT", "/loaves/{}"),
    ("DELETE", "/loaves/{}"),
    ("POST", "/loaves/{}/bring-back"),
    ("POST", "/loaves/{}/again"),
    ("GET", "/loaves/{}/revisions"),
    ("POST", "/loaves/{}/revisions/1/differences"),
    ("POST", "/loaves/{}/revisions/1/merge"),
    ("GET", "/loaves/{}/document"),
    ("GET", "/loaves/{}/weigh-out.pdf"),
    ("GET", "/loaves/{}/bench"),
    ("POST", "/loaves/{}/bench"),
]


@pytest.mark.parametrize(("method", "path"), PATHS)
def test_nobody_gets_in_without_signing_in(loaf: Loaf, method: str, path: str) -> None:
    problem_codes(Studio(None).send(method, path.format(loaf.pk), {}), 401)


@pytest.mark.parametrize(("method", "path"), [pair for pair in PATHS if "{}" in pair[1]])
def test_a_loaf_is_its_owners_alone(loaf: Loaf, demo_document: dict, method: str, path: str) -> None:
    other = Studio(User.objects.create_user("other", password="another long one"))
    body = {"based_on": 1, "document": demo_document, "take": []}
    if path.endswith("bench"):
        body = {"press_id": str(loaf.pk), "step": "x", "action": "done", "pressed_at": "2026-12-05T10:00:00Z"}
    problem_codes(other.send(method, path.format(loaf.pk), body), 404)
    loaf.refresh_from_db()
    assert (loaf.revision, loaf.put_away, loaf.bench.count()) == (1, False, 0)


def test_a_change_needs_the_page_s_own_token(owner: User) -> None:
    forged = Studio(owner, enforce_csrf_checks=True)
    assert forged.send("POST", "/loaves", {"name": "Forged"}).status_code == 403
    assert Loaf.objects.count() == 0
    forged.http.get("/")
    token = forged.http.cookies["csrftoken"].value
    assert forged.send("POST", "/loaves", {"name": "Mine"}, **{"X-CSRFToken": token}).status_code == 201
