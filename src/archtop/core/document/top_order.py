"""In which order things are put on a loaf's top: one list of everything, as hands work through it.

A thing's name in the list is the name of its step at the bench: ``base``, ``pipe.kisses``, ``strew.beads``,
``finish.gold``.
"""

from __future__ import annotations

import itertools
from collections.abc import Iterator
from typing import Literal, NamedTuple

from archtop.core.document.contents import Contents

__all__ = ["OnTop", "in_order", "set_down_together"]

Kind = Literal["base", "pipe", "strew", "finish"]
# Where nothing is said: what is spread, what is piped, what is set on it, what goes over it all.
_USUAL: tuple[Kind, ...] = ("base", "pipe", "strew", "finish")


class OnTop(NamedTuple):
    """A thing on the top: what kind, and which of them by its id."""

    kind: Kind
    ref: str = ""

    @property
    def name(self) -> str:
        """Its name in the list."""
        return f"{self.kind}.{self.ref}" if self.ref else self.kind


def in_order(loaf: Contents) -> tuple[OnTop, ...]:
    """Everything on the top in the order it is put on; what goes on the firm loaf before it is cut comes last.

    A thing that the document's order does not name follows the last of its kind, or else comes where it usually does.
    """
    there = list(_things(loaf))
    named = {thing.name: thing for thing in there}
    found = [named[name] for name in dict.fromkeys(loaf.top.order) if name in named]
    for thing in there:
        if thing not in found:
            found.insert(_usually_at(found, thing), thing)
    runs = {item.pieces: item.placing.on_run for item in loaf.top.scatter.items}
    # From the last to the first: what was put one after the other stays so.
    for thing in [thing for thing in reversed(found) if thing.kind == "strew"]:
        _after_its_run(found, thing, runs[thing.ref])
    late = {finish.id for finish in loaf.top.finishes if finish.when == "before cutting"}
    return tuple(sorted(found, key=lambda thing: thing.kind == "finish" and thing.ref in late))


def set_down_together(loaf: Contents) -> tuple[tuple[tuple[str, ...], str], ...]:
    """Pieces that follow each other are set down in one step: their ids, and the step's name."""
    found: list[tuple[tuple[str, ...], str]] = []
    for kind, group in itertools.groupby(in_order(loaf), key=lambda thing: thing.kind):
        if kind == "strew":
            kinds = tuple(thing.ref for thing in group)
            # The first of these steps has always been called so.
            found.append((kinds, f"strew.{kinds[0]}" if found else "strew"))
    return tuple(found)


def _after_its_run(found: list[OnTop], thing: OnTop, run: str | None) -> None:
    """What stands on motifs comes after they have been piped."""
    under = OnTop("pipe", run or "")
    if run is None or under not in found or found.index(thing) > found.index(under):
        return
    found.remove(thing)
    found.insert(found.index(under) + 1, thing)


def _things(loaf: Contents) -> Iterator[OnTop]:
    if loaf.frosting:
        if loaf.frosting.base:
            yield OnTop("base")
        yield from (OnTop("pipe", run.id) for run in loaf.frosting.runs)
    yield from (OnTop("strew", item.pieces) for item in loaf.top.scatter.items)
    yield from (OnTop("finish", finish.id) for finish in loaf.top.finishes)


def _usually_at(found: list[OnTop], thing: OnTop) -> int:
    """Where a new thing goes: after the last of its kind, or before the first of a kind that usually comes later."""
    alike = [i for i, other in enumerate(found) if other.kind == thing.kind]
    if alike:
        return alike[-1] + 1
    later = [i for i, other in enumerate(found) if _USUAL.index(other.kind) > _USUAL.index(thing.kind)]
    return later[0] if later else len(found)
