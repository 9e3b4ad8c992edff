"""How far a file that is being merged has come, for whoever waits for it: in memory, since nobody asks afterwards."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from typing import Any

from archtop.core.base import Frozen

__all__ = ["Merged", "going_on", "merged_of"]


class Merged(Frozen):
    """Rows that were read or written, of how many; both nothing where no file is being merged."""

    done: int = 0
    of: int = 0


_standing: dict[Any, Merged] = {}


@contextmanager
def going_on(owner: Any) -> Iterator[Callable[[tuple[int, int]], None]]:
    """While a merge goes on: what is called with how many steps of how many are done.

    :param owner: whose file it is, by the primary key
    """

    def so_far(steps: tuple[int, int]) -> None:
        done, of = steps
        _standing[owner] = Merged(done=done, of=of)

    try:
        yield so_far
    finally:
        _standing.pop(owner, None)


def merged_of(owner: Any) -> Merged:
    """How far the file of an owner has come."""
    return _standing.get(owner, Merged())
