"""Families of kinds: a registry that the document's unions, the paths in errors, the checks and the catalogue share.

A kind is a class with everything that is special to it; a family lists its kinds once, and everything else is derived.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Annotated, Any, ClassVar, Generic, TypeVar, Union, get_args

from pydantic import Field

from archtop.core.base.figure import Frozen
from archtop.core.base.tags import TAGS

__all__ = ["CatalogueEntry", "Family", "Kind"]


class Kind(Frozen):
    """One kind: its part of the document with its defaults. ``label`` and ``help`` as makers speak.

    ``fresh``: what a new one begins with besides its defaults; ``colour_fields``: what names a colour of the loaf.
    """

    label: ClassVar[str]
    help: ClassVar[str]
    fresh: ClassVar[Mapping[str, Any]] = {}
    colour_fields: ClassVar[tuple[str, ...]] = ()

    @classmethod
    def traits(cls) -> tuple[str, ...]:
        """Names of what is true of it that a form must know."""
        return ()


class CatalogueEntry(Frozen):
    """A kind as the browser offers it; ``defaults``: its part of the document as a new one begins.

    ``colours``: fields of it that are to name a colour of the loaf. ``traits``: what is true of it.
    """

    kind: str
    label: str
    help: str
    defaults: dict[str, Any]
    colours: tuple[str, ...] = ()
    traits: tuple[str, ...] = ()


K = TypeVar("K", bound=Kind)


class Family(Generic[K]):
    """Kinds of one sort, by their name in the document.

    :param tag: the field that names the kind
    """

    def __init__(self, tag: str, kinds: Iterable[type[K]]) -> None:
        self.tag = tag
        self.kinds: Mapping[str, type[K]] = {_name(kind, tag): kind for kind in kinds}
        TAGS.update(self.kinds)

    @property
    def union(self) -> Any:
        """The document's union of all kinds, told apart by the tag."""
        kinds = tuple(self.kinds.values())
        # Of one kind there is nothing to tell apart.
        return Annotated[Union[kinds], Field(discriminator=self.tag)] if len(kinds) > 1 else kinds[0]  # noqa: UP007

    def catalogue(self) -> tuple[CatalogueEntry, ...]:
        """Every kind as the browser offers it."""
        return tuple(
            CatalogueEntry(
                kind=name,
                label=kind.label,
                help=kind.help,
                defaults=_defaults(kind) | dict(kind.fresh),
                colours=kind.colour_fields,
                traits=kind.traits(),
            )
            for name, kind in self.kinds.items()
        )


def _name(kind: type[Kind], tag: str) -> str:
    (name,) = get_args(kind.model_fields[tag].annotation)
    return str(name)


def _defaults(kind: type[Kind]) -> dict[str, Any]:
    fields = {key: field for key, field in kind.model_fields.items() if not field.is_required()}
    return {
        key: value.model_dump(mode="json") if isinstance(value, Frozen) else value
        for key, field in fields.items()
        for value in [field.get_default(call_default_factory=True)]
    }
