"""What names in a document may look like, and places in it."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

__all__ = ["Id", "LotKey", "Name", "Place"]

Id = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9-]{0,39}$")]
Name = Annotated[str, Field(min_length=1, max_length=120)]
LotKey = Annotated[str, Field(pattern=r"^[a-z0-9][a-z0-9.-]{0,79}$")]
Place = Annotated[float, Field(ge=-2000, le=2000)]
