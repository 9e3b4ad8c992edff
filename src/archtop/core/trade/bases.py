"""Melt-and-pour bases as they are bought: no lye is mixed for what is cast of them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final, Literal, NamedTuple, get_args

__all__ = ["BASES", "BASE_CAUTION", "Base", "BaseName"]

BaseName = Literal["clear base", "white base"]


class Base(NamedTuple):
    """A base of the cupboard: its key there, what it is called, and how dense it is [g/ml]."""

    key: str
    name: str
    g_ml: float


# Soap, glycerin and sugars in water weigh a little more than water: a stated guess.
BASES: Final[Mapping[BaseName, Base]] = {
    "clear base": Base("melt", "Melt-and-pour base, clear", 1.1),
    "white base": Base("melt-white", "Melt-and-pour base, white", 1.1),
}
BASE_CAUTION: Final = "Melted base burns as hot oil does. Alcohol against bubbles: no flame near, windows open."

# A base without a row, or a row without a base, is a slip of ours.
assert tuple(BASES) == get_args(BaseName)
