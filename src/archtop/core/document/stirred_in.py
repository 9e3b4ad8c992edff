"""What is stirred into pours, wherever it stands in the order of work."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.document.contents import Contents
from archtop.core.document.work import Pour, Shreds

__all__ = ["shreds_stirred_in"]


def shreds_stirred_in(loaf: Contents) -> Iterator[tuple[Pour, Shreds]]:
    """Every kind of shreds, with the pour it is stirred into."""
    for step in loaf.work:
        if isinstance(step, Pour):
            yield from ((step, shreds) for shreds in step.shreds)
