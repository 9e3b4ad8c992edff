"""Numbers and rows of things in sentences."""

from __future__ import annotations

from collections.abc import Sequence

__all__ = ["counted", "in_words", "listed"]

_WORDS = ("none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def counted(number: int, noun: str) -> str:
    """So many of a thing whose plural takes an s.

    >>> counted(1, "bar"), counted(3, "bar")
    ('1 bar', '3 bars')
    """
    return f"{number} {noun}" if number == 1 else f"{number} {noun}s"


def listed(things: Sequence[str]) -> str:
    """Things in a row, as they are said.

    >>> listed(["gel"]), listed(["its formula", "gel", "a cold room"])
    ('gel', 'its formula, gel and a cold room')
    """
    *first, last = things
    return f"{', '.join(first)} and {last}" if first else last


def in_words(number: int) -> str:
    """A number as it is written in a sentence: up to twelve in letters.

    >>> in_words(3), in_words(24)
    ('three', '24')
    """
    return _WORDS[number] if 0 <= number < len(_WORDS) else str(number)
