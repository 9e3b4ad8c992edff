"""Two versions of a loaf, part by part: what each hand did, and the loaf that has both."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from archtop.core import InputError, Loaf, read_loaf
from archtop.core.document import differences, merged, merging

COLUMN = {"kind": "circle", "diameter_mm": 20}


def loaf_of(*, columns: tuple[str, ...] = ("left", "right"), **other: Any) -> Loaf:
    """A pale loaf with columns side by side in its one pour."""
    return read_loaf(
        {
            "name": "Counter",
            "mould": {"name": "Box", "length_mm": 250, "width_mm": 200, "height_mm": 70},
            "formulas": [
                {"id": "house", "name": "House", "fats": [{"fat": "olive", "percent": 100}]},
            ],
            "formula": "house",
            "colours": [
                {"id": "pale", "name": "Pale", "srgb": "#efe6d2"},
                {"id": "ink", "name": "Ink", "srgb": "#223355"},
            ],
            "embeds": [
                {
                    "id": name,
                    "name": name.title(),
                    "outline": COLUMN,
                    "colour": "ink",
                    "across_mm": 25.0 * place - 75,
                    "up_mm": 30,
                    "length_mm": 250,
                }
                for place, name in enumerate(columns)
            ],
            "work": [
                *({"do": "lay", "embed": name} for name in columns),
                {
                    "do": "pour",
                    "id": "all",
                    "name": "All",
                    "to_mm": 60,
                    "colours": [{"colour": "pale", "percent": 100}],
                },
            ],
            **other,
        }
    )


def changed(loaf: Loaf, how: Callable[[dict[str, Any]], None]) -> Loaf:
    """The same with something done to its document."""
    data = loaf.model_dump(mode="json")
    how(data)
    return read_loaf(data)


def mine_of(data: dict[str, Any]) -> None:
    """Moves the first column, renames the loaf."""
    data["embeds"][0]["up_mm"] = 35
    data["name"] = "Mine"


def theirs_of(data: dict[str, Any]) -> None:
    """Moves both columns, adds a third with its step, darkens the ink."""
    data["embeds"][0]["up_mm"] = 20
    data["embeds"][1]["up_mm"] = 20
    data["embeds"].append({**data["embeds"][1], "id": "third", "name": "Third", "across_mm": 0})
    data["work"].insert(2, {"do": "lay", "embed": "third"})
    data["colours"][1]["srgb"] = "#000011"


BASE = loaf_of()
MINE, THEIRS = changed(BASE, mine_of), changed(BASE, theirs_of)


def test_what_each_hand_did_is_told_part_by_part() -> None:
    told = {item.part: (item.name, item.mine, item.theirs) for item in differences(BASE, MINE, THEIRS)}
    assert told == {
        "name": ("Name", "changed", "same"),
        "colours.ink": ("Colour: Ink", "same", "changed"),
        "embeds.left": ("Embed: Left", "changed", "changed"),
        "embeds.right": ("Embed: Right", "same", "changed"),
        "embeds.third": ("Embed: Third", "same", "new"),
        "work.lay-third": ("Step: lay in Third", "same", "new"),
    }


def test_what_differs_inside_a_part_is_told_value_by_value() -> None:
    apart = {item.part: item for item in differences(BASE, MINE, THEIRS)}
    (moved,) = apart["embeds.left"].inside
    assert (moved.field, moved.mine, moved.theirs) == ("up_mm", 35, 20)
    # Of what only one has there is nothing to compare, and a name is its own part.
    assert apart["embeds.third"].inside == apart["name"].inside == ()

    def many(data: dict[str, Any]) -> None:
        data["embeds"][0].update(
            name="Other", colour="pale", across_mm=-60, up_mm=25, turn_deg=10, from_mm=5, length_mm=240
        )

    (told,) = (item for item in differences(BASE, changed(BASE, many), BASE) if item.part == "embeds.left")
    assert [item.field for item in told.inside] == ["name", "across_mm", "up_mm", "turn_deg"]
    assert told.more == 3


def test_what_only_one_hand_touched_is_joined() -> None:
    apart = differences(BASE, MINE, THEIRS)
    both = merged(MINE, THEIRS, {item.part for item in apart if item.theirs_alone})
    assert both.name == "Mine"
    assert [(embed.id, embed.up_mm) for embed in both.embeds] == [("left", 35), ("right", 20), ("third", 20)]
    # A step comes where it stood there: after what it stood after.
    assert [getattr(step, "embed", step.do) for step in both.work] == ["left", "right", "third", "pour"]
    assert both.colours[1].srgb == "#000011"


def test_what_was_taken_out_there_goes_only_where_it_is_taken() -> None:
    def without(data: dict[str, Any]) -> None:
        del data["embeds"][1]
        del data["work"][1]

    gone = changed(BASE, without)
    told = {item.part: item.theirs for item in differences(BASE, MINE, gone)}
    assert told["embeds.right"] == told["work.lay-right"] == "taken out"
    assert merged(MINE, gone, ()) == MINE
    assert [embed.id for embed in merged(MINE, gone, {"embeds.right", "work.lay-right"}).embeds] == ["left"]
    # A part that needs another is refused by what a loaf must be.
    with pytest.raises(InputError, match="laid 0 times"):
        merged(MINE, gone, {"work.lay-right"})


def test_a_step_comes_after_what_stands_here_of_what_it_stood_after_there() -> None:
    def two_more(data: dict[str, Any]) -> None:
        for name in ("third", "fourth"):
            data["embeds"].append({**data["embeds"][1], "id": name, "name": name, "across_mm": len(data["embeds"])})
            data["work"].insert(-1, {"do": "lay", "embed": name})

    both = merged(BASE, changed(BASE, two_more), {"embeds.fourth", "work.lay-fourth"})
    assert [getattr(step, "embed", step.do) for step in both.work] == ["left", "right", "fourth", "pour"]


def test_what_has_no_ids_is_one_part_though_one_side_has_none_of_it() -> None:
    keeps = changed(BASE, lambda data: data.update(keeps=[{"colour": "pale", "volume_ml": 20, "purpose": "dough"}]))
    (kept,) = differences(BASE, keeps, BASE)
    assert (kept.part, kept.name, kept.mine) == ("keeps", "Kept from the bowl", "changed")
    assert merged(keeps, BASE, {"keeps"}) == BASE
    assert merged(BASE, keeps, {"keeps"}) == keeps


def test_every_part_of_a_document_has_a_name_and_every_listed_thing_an_id() -> None:
    assert set(merging._NAMES) | set(merging._FORM) == set(Loaf.model_fields)
    for field in merging._BY_IDS:
        assert isinstance(getattr(BASE, field), tuple)


def test_an_order_is_a_part_and_what_is_not_there_stays_where_it_stands() -> None:
    def turned(data: dict[str, Any]) -> None:
        data["embeds"].reverse()

    base = loaf_of(columns=("a", "b", "c"))
    mine = changed(base, lambda data: data.update(name="Mine"))
    other = changed(base, turned)
    assert [(item.part, item.mine, item.theirs) for item in differences(base, mine, other)] == [
        ("name", "changed", "same"),
        ("embeds.order", "same", "changed"),
    ]
    assert [embed.id for embed in merged(mine, other, {"embeds.order"}).embeds] == ["c", "b", "a"]
    # What only one has is no other order.
    assert not [item for item in differences(BASE, MINE, THEIRS) if item.part.endswith("order")]


def test_the_same_on_both_sides_is_no_difference() -> None:
    assert differences(BASE, THEIRS, THEIRS) == ()
    assert merged(THEIRS, BASE, ()) == THEIRS


@given(st.sets(st.sampled_from([item.part for item in differences(BASE, MINE, THEIRS)])))
def test_taking_everything_gives_theirs_and_each_part_taken_is_no_difference_any_more(take: set[str]) -> None:
    every = [item.part for item in differences(BASE, MINE, THEIRS)]
    assert merged(MINE, THEIRS, every) == THEIRS
    # A column goes with its step, or the loaf would not hold.
    if ("embeds.third" in take) == ("work.lay-third" in take):
        left = {item.part for item in differences(BASE, merged(MINE, THEIRS, take), THEIRS)}
        assert left == set(every) - take
