"""Numbers in sentences."""

from __future__ import annotations

__all__ = ["counted"]


def counted(number: int, noun: str) -> str:
    """So many of a thing whose plural takes an s.

    >>> counted(1, "bar"), counted(3, "bar")
    ('1 bar', '3 bars')
    """
    return f"{number} {noun}" if number == 1 else f"{number} {noun}s"
