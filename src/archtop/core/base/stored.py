"""Values of the core that are kept outside a loaf's document: each is written with a version, and lifted when read.

What is kept was checked when it was written. A field that has been retired since must not make it unreadable, and with
it every plan that draws on it: older ones are lifted step by step, and what nobody knows any more is let go of.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Final, Generic, TypeVar

from pydantic import BaseModel, TypeAdapter, ValidationError

__all__ = ["STORED_VERSION", "Stored"]

# Under which name the version stands beside a value's own fields.
STORED_VERSION: Final = "stored_version"

T = TypeVar("T", bound=BaseModel)
Lift = Callable[[dict[str, Any]], dict[str, Any]]


class Stored(Generic[T]):
    """How values of one model, or of a union of them, are kept.

    :param model: what they are
    :param lifts: from version n to n + 1, by n; the newest version is one more than the last of them
    """

    def __init__(self, model: type[T], lifts: Mapping[int, Lift] | None = None) -> None:
        self.lifts = dict(lifts or {})
        self._values: TypeAdapter[T] = TypeAdapter(model)
        self.version = max(self.lifts, default=0) + 1

    def write(self, item: T, elsewhere: frozenset[str] = frozenset()) -> dict[str, Any]:
        """As plain data, with its version.

        :param elsewhere: fields that are kept elsewhere
        """
        return {**item.model_dump(mode="json", exclude=set(elsewhere)), STORED_VERSION: self.version}

    def read(self, data: Mapping[str, Any], **more: Any) -> T:
        """From plain data of any version up to this one; one without a version is of the first.

        :param more: fields that are kept elsewhere, over those in the data
        :raises pydantic.ValidationError: it is not such a value, whatever is let go of
        """
        plain = dict(data)
        version = plain.pop(STORED_VERSION, 1)
        while version in self.lifts:
            plain = self.lifts[version](plain)
            version += 1
        plain |= more
        try:
            return self._values.validate_python(plain)
        except ValidationError as error:
            unknown = [item["loc"] for item in error.errors() if item["type"] == "extra_forbidden"]
            if not unknown:
                raise
            for loc in unknown:
                _let_go(plain, loc)
            return self._values.validate_python(plain)


def _let_go(data: Any, loc: tuple[int | str, ...]) -> None:
    """Take out what stands at a place; tags of unions, which pydantic puts into it, are passed over."""
    *way, last = loc
    for part in way:
        inside = part in data if isinstance(data, dict) else isinstance(data, list)
        data = data[part] if inside else data
    if isinstance(data, dict):
        data.pop(last, None)
