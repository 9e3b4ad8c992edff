"""What a plan may draw on besides the loaf itself."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from functools import cache
from typing import Any, Final, Protocol, TypeVar

from pydantic import ValidationError

from archtop.core.base import Frozen, Rate, problems_from_validation
from archtop.core.chemistry import Additive, Fat, Scent, standard_additives, standard_fats
from archtop.core.colour import Colourant
from archtop.core.document.lot import Lot
from archtop.core.document.parts import Brings

__all__ = ["STOCK_NAME", "Cupboard", "read_cupboard", "standard_cupboard", "stock_key"]

# What :func:`stock_key` makes.
STOCK_NAME: Final = r"^(fat|lye|additive|scent|colourant|base):[\w-]{1,40}$"


class Cupboard(Frozen):
    """Everything by key: the built-in tables with the studio's own rows over them; scents and colourants its own.

    ``stock``: grams on hand by :func:`stock_key`; what is not in it has not been counted. ``lots``: the shelf, by key.
    ``rates``: what the studio has learned about itself, by key; what is not in it is taken at its default.
    """

    fats: dict[str, Fat]
    additives: dict[str, Additive] = {}
    scents: dict[str, Scent] = {}
    colourants: dict[str, Colourant] = {}
    stock: dict[str, float] = {}
    lots: dict[str, Lot] = {}
    rates: dict[str, Rate] = {}

    def jar(self, key: str) -> Colourant:
        """A colourant as strong as this studio's own bars have shown: as if its test bar had been of another dose."""
        jar, own = self.colourants[key], self.rates.get(f"colour:{key}")
        if own is None:
            return jar
        bar = jar.bar.model_copy(update={"dose_g_per_kg": jar.bar.dose_g_per_kg / own.value})
        return jar.model_copy(update={"bar": bar})

    def with_brought(self, brings: Brings) -> Cupboard:
        """The same with bottles, jars and additives that it lacks; its own stay as they are."""
        if brings == Brings():
            return self
        return self.model_copy(
            update={
                "scents": _with_lacking(self.scents, brings.scents),
                "colourants": _with_lacking(self.colourants, brings.colourants),
                "additives": _with_lacking(self.additives, brings.additives),
            }
        )


class _Keyed(Protocol):
    @property
    def key(self) -> str: ...


T = TypeVar("T", bound=_Keyed)


def _with_lacking(own: Mapping[str, T], brought: Iterable[T]) -> dict[str, T]:
    """Its own first, in their order: where nothing lacks it is the same."""
    return {**own, **{item.key: item for item in brought if item.key not in own}}


def stock_key(kind: str, key: str) -> str:
    """How the stock names a thing: ``fat:olive``, ``scent:market-tea``, ``colourant:iron-red``."""
    return f"{kind}:{key}"


@cache
def standard_cupboard() -> Cupboard:
    """The built-in tables alone."""
    return Cupboard(fats=dict(standard_fats()), additives=dict(standard_additives()))


class _Shelf(Frozen):
    """A cupboard as a file: what the studio has of its own."""

    scents: tuple[Scent, ...] = ()
    colourants: tuple[Colourant, ...] = ()
    additives: tuple[Additive, ...] = ()
    stock: dict[str, float] = {}
    lots: tuple[Lot, ...] = ()
    rates: tuple[Rate, ...] = ()


def read_cupboard(data: Any) -> Cupboard:
    """The built-in tables with a studio's scents, colourants, additives and stock, read from plain data.

    :raises InputError: the schema's own problems
    """
    try:
        shelf = _Shelf.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error
    standard = standard_cupboard()
    return standard.model_copy(
        update={
            "additives": {**standard.additives, **{item.key: item for item in shelf.additives}},
            "scents": {scent.key: scent for scent in shelf.scents},
            "colourants": {jar.key: jar for jar in shelf.colourants},
            "stock": shelf.stock,
            "lots": {lot.key: lot for lot in shelf.lots},
            "rates": {rate.key: rate for rate in shelf.rates},
        }
    )
