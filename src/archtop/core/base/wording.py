"""Numbers in sentences."""

from __future__ import annotations

__all__ = ["counted", "in_words"]

_WORDS = ("none", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve")


def counted(number: int, noun: str) -> str:
    """So many of a thing whose plural takes an s.

    >>> counted(1, "bar"), counted(3, "bar")
    ('1 bar', '3 bars')
    """
    return f"{number} {noun}" if number == 1 else f"{number} {noun}s"


def in_words(number: int) -> str:
    """A number as it is written in a sentence: up to twelve in letters.

    >>> in_words(3), in_words(24)
    ('three', '24')
    """
    return _WORDS[number] if 0 <= number < len(_WORDS) else str(number)
