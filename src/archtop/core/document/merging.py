"""Two versions of a loaf held against each other, part by part, and joined: what one hand changed and what another did.

A part is what a person would name: an embed, a colour, a pour, the mould, the top. Whatever has an id of its own is
known by it; the order in which things stand is a part of its own.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator
from typing import Any, Final, Literal

from pydantic import BaseModel, JsonValue

from archtop.core.base import Frozen
from archtop.core.document.contents import Contents
from archtop.core.document.loaf import Loaf, read_loaf

__all__ = ["Fate", "PartApart", "ValueApart", "differences", "merged"]

Fate = Literal["same", "new", "changed", "taken out"]

# What each part of a document is called, and what one of its things is.
_NAMES: Final = {
    "name": "Name",
    "story": "Story",
    "pour_on": "Day of the pour",
    "ready_on": "Ready by",
    "mould": "Mould",
    "moulds": "Moulds filled",
    "formulas": "Formula",
    "formula": "Formula chosen",
    "colours": "Colour",
    "blends": "Scent blend",
    "whole_pots": "In the whole pot",
    "embeds": "Embed",
    "batches": "Batch",
    "batter_from": "Mixed with",
    "work": "Step",
    "also_filled": "Also filled",
    "keeps": "Kept from the bowl",
    "frosting": "Frosting",
    "top": "Top",
    "pieces": "Pieces",
    "cuts": "Cuts",
    "sizing": "Amounts",
    "brings": "Brought along",
}
_ORDER: Final = "order"
# What stands in these is told apart by ids; all else is a part as a whole.
_BY_IDS: Final = frozenset({"formulas", "colours", "blends", "embeds", "batches", "work", "also_filled", "pieces"})
# So many values of a part are told one by one.
_SHOWN: Final = 4
_FORM: Final = ("format", "version")


class ValueApart(Frozen):
    """A value inside a part, by its place there (``casting.cavity_ml``), in each version; ``None``: not there."""

    field: str
    mine: JsonValue
    theirs: JsonValue


class PartApart(Frozen):
    """A part that two versions have otherwise.

    ``part``: its key, as ``embeds.lantern-2``; ``mine``, ``theirs``: what became of it in each since the version that
    both were made from; ``theirs_alone``: only the other hand touched it. ``inside``: the first few of what differs in
    it, where both have it, and ``more``: how many besides.
    """

    part: str
    name: str
    mine: Fate
    theirs: Fate
    theirs_alone: bool
    inside: tuple[ValueApart, ...] = ()
    more: int = 0


def differences(base: Loaf, mine: Loaf, theirs: Loaf) -> tuple[PartApart, ...]:
    """Every part that ``mine`` and ``theirs`` have otherwise, in the order of a document.

    :param base: the version that both were made from; one of the two itself where that is not known
    """
    before, one, other = (dict(_parts(loaf)) for loaf in (base, mine, theirs))
    for key in [key for key in one if key.endswith(f".{_ORDER}") and key in other]:
        # The order of what both have: what is new or gone is told by itself.
        both = set(one[key]) & set(other[key])
        for version in (before, one, other):
            version[key] = tuple(ident for ident in version.get(key, ()) if ident in both)
    names = {**_names(theirs), **_names(mine)}
    keys = dict.fromkeys((*one, *other))
    fates = {
        key: (_fate(before, one, key), _fate(before, other, key)) for key in keys if one.get(key) != other.get(key)
    }
    return tuple(
        PartApart(
            part=key,
            name=names[key],
            mine=mine_is,
            theirs=theirs_is,
            theirs_alone=mine_is == "same",
            inside=tuple(inside[:_SHOWN]),
            more=max(0, len(inside) - _SHOWN),
        )
        for key, (mine_is, theirs_is) in fates.items()
        for inside in (list(_inside(_plain(one.get(key)), _plain(other.get(key)))),)
    )


def merged(mine: Loaf, theirs: Loaf, take: Collection[str]) -> Loaf:
    """``mine`` with some parts as ``theirs`` has them.

    :param take: keys of those parts
    :raises InputError: what was taken names something that was not
    """
    data: dict[str, Any] = {}
    for field in Contents.model_fields:
        one, other = getattr(mine, field), getattr(theirs, field)
        if field in _BY_IDS:
            data[field] = _joined(field, one, other, take)
        else:
            data[field] = other if field in take else one
    return read_loaf(Loaf.model_construct(**data).model_dump(mode="json"))


def _joined(field: str, mine: tuple[Any, ...], theirs: tuple[Any, ...], take: Collection[str]) -> tuple[Any, ...]:
    """Mine with the things taken: changed where they stand, new after what they stand after there, or no longer."""
    own, others = {_ident(item): item for item in mine}, {_ident(item): item for item in theirs}
    found = {ident: others.get(ident) if f"{field}.{ident}" in take else item for ident, item in own.items()}
    line = [ident for ident, item in found.items() if item is not None]
    before = ""
    for ident, item in others.items():
        if ident not in own and f"{field}.{ident}" in take:
            found[ident] = item
            line.insert(line.index(before) + 1 if before in line else 0, ident)
        # After the nearest of those before it that stand here too.
        before = ident if ident in line else before
    if f"{field}.{_ORDER}" in take:
        # What is not there keeps standing after what it stands after here.
        places = {ident: place for place, ident in enumerate(others)}
        kept: dict[str, float] = {}
        last = -1.0
        for ident in line:
            last = kept[ident] = float(places[ident]) if ident in places else last + 1e-3
        line.sort(key=lambda ident: kept[ident])
    return tuple(found[ident] for ident in line)


def _plain(part: Any) -> Any:
    return part.model_dump(mode="json") if isinstance(part, BaseModel) else part


def _inside(mine: Any, theirs: Any, at: str = "") -> Iterator[ValueApart]:
    """Single values that differ; of what only one version has nothing, for that is the part itself."""
    if isinstance(mine, dict) and isinstance(theirs, dict):
        for key in dict.fromkeys((*mine, *theirs)):
            yield from _inside(mine.get(key), theirs.get(key), f"{at}.{key}" if at else key)
    elif isinstance(mine, list) and isinstance(theirs, list):
        for place in range(max(len(mine), len(theirs))):
            one, other = (line[place] if place < len(line) else None for line in (mine, theirs))
            yield from _inside(one, other, f"{at}.{place}")
    elif at and mine != theirs:
        yield ValueApart(field=at, mine=_single(mine), theirs=_single(theirs))


def _single(value: Any) -> JsonValue:
    return value if isinstance(value, str | int | float | bool) else None if value is None else "there"


def _fate(before: dict[str, Any], now: dict[str, Any], key: str) -> Fate:
    if before.get(key) == now.get(key):
        return "same"
    return "taken out" if key not in now else "new" if key not in before else "changed"


def _parts(loaf: Loaf) -> Iterator[tuple[str, Any]]:
    for field in Contents.model_fields:
        value = getattr(loaf, field)
        if field in _FORM:
            continue
        if field not in _BY_IDS:
            yield field, value
            continue
        for item in value:
            yield f"{field}.{_ident(item)}", item
        yield f"{field}.{_ORDER}", tuple(map(_ident, value))


def _names(loaf: Loaf) -> dict[str, str]:
    found = dict(_NAMES)
    for field in _BY_IDS:
        found[f"{field}.{_ORDER}"] = f"{_NAMES[field]}: order"
        for item in getattr(loaf, field):
            found[f"{field}.{_ident(item)}"] = f"{_NAMES[field]}: {_called(item, loaf)}"
    return found


def _ident(item: Any) -> str:
    """A thing's own id; of laying a column in, the column's."""
    return f"lay-{item.embed}" if getattr(item, "do", "") == "lay" else str(item.id)


def _called(item: Any, loaf: Loaf) -> str:
    if getattr(item, "do", "") == "lay":
        return f"lay in {next(embed.name for embed in loaf.embeds if embed.id == item.embed)}"
    return str(getattr(item, "name", "") or _ident(item))
