"""Advice for when it goes wrong: every trouble the bench knows, whole, with its caution."""

from __future__ import annotations

from archtop.core.bench import troubles


def test_every_trouble_says_what_to_do_and_what_to_mind() -> None:
    assert {item.key for item in troubles()} == {
        "seized",
        "riced",
        "separated",
        "false trace",
        "too hot",
        "spilled",
        "ran out",
        "will not grip",
        "thickens",
        "too fluid",
        "bubbles",
        "leaned",
        "scent short",
        "leaks",
    }
    for item in troubles():
        assert item.now.endswith(".")
        assert item.caution.endswith(".")
        assert item.becomes


def test_cautions_stand_where_lye_meets_skin_and_eyes() -> None:
    by_key = {item.key: item for item in troubles()}
    assert "15 minutes" in by_key["spilled"].caution
    assert "running water" in by_key["spilled"].now
    assert "gloves" in by_key["seized"].caution
