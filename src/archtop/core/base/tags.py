"""Names of kinds that stand in a document as the tag of a union: nobody is told them in the path of an error."""

from __future__ import annotations

from typing import Final

__all__ = ["TAGS"]

# Filled by every family as it is made.
TAGS: Final[set[str]] = set()
