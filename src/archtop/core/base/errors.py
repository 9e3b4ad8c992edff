"""What the core says when it is given something it cannot work with.

``Problem`` names a field, its value, the limit that was broken and the remedy; ``InputError`` carries every
problem found at once, so that a person mends a document in one go. The sentence is made from the fields, never
stored, so it can be tested and shown in more than one way.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from itertools import islice
from typing import Any

from pydantic import BaseModel, ConfigDict, JsonValue, ValidationError, computed_field

from archtop.core.base.tags import TAGS

__all__ = ["InputError", "Mend", "Problem", "problems_from_items", "problems_from_validation", "shown"]

_DAY = ("date_type", "date_parsing", "date_from_datetime_parsing", "date_from_datetime_inexact")
_TIME = ("datetime_type", "datetime_parsing", "datetime_from_date_parsing", "timezone_aware")
# What pydantic found wrong, in words; in braces what it tells of the limit.
_LIMITS = {
    "missing": "it is missing",
    "extra_forbidden": "nothing of that name is known here",
    "finite_number": "it must be an ordinary number",
    "greater_than": "it must be more than {gt}",
    "greater_than_equal": "it must be at least {ge}",
    "less_than": "it must be less than {lt}",
    "less_than_equal": "it may be at most {le}",
    "too_short": "there must be at least {min_length}",
    "too_long": "there may be at most {max_length}",
    "string_too_short": "it may not be empty",
    "string_too_long": "it may have at most {max_length} letters",
    "string_pattern_mismatch": "it has letters or signs that it may not have",
    "string_type": "it must be words",
    "literal_error": "it must be {expected}",
    "union_tag_invalid": "it must be one of {expected_tags}",
    "int_from_float": "it must be a whole number",
    **dict.fromkeys(("float_type", "float_parsing", "int_type", "int_parsing"), "it must be a number"),
    **dict.fromkeys(("bool_type", "bool_parsing"), "it must be yes or no"),
    **dict.fromkeys(("list_type", "tuple_type"), "it must be a list"),
    **dict.fromkeys(("dict_type", "model_type", "model_attributes_type"), "it must have parts with names"),
    **dict.fromkeys(("uuid_type", "uuid_parsing", "uuid_version"), "it must be a name of its own (a UUID)"),
    **dict.fromkeys(_DAY, "it must be a day, as 2026-12-05"),
    **dict.fromkeys(_TIME, "it must be a day with its time and zone, as 2026-12-05T09:30:00Z"),
}

# The same of days.
_DAYS = {"greater_than_equal": "it must be {ge} or later", "less_than_equal": "it must be {le} or earlier"}

_REMEDIES = {
    "finite_number": "Type an ordinary number.",
    "missing": "Add it.",
    "extra_forbidden": "Remove it, or check its spelling.",
    "too_short": "Add some.",
    "too_long": "Remove some.",
    "string_too_short": "Type a name.",
    "string_too_long": "Shorten it.",
    "greater_than": "Type a larger number.",
    "greater_than_equal": "Type a larger number.",
    "less_than": "Type a smaller number.",
    "less_than_equal": "Type a smaller number.",
}

# Nobody mends more at a time; a file of nothing but faults has a hundred thousand.
_MOST_TOLD = 100


def shown(value: Any) -> str:
    """A short, safe text for any bad value (NaN included), never longer than 80 characters."""
    if isinstance(value, float) and math.isfinite(value):
        return f"{value:g}"
    text = str(value)
    return text if len(text) <= 80 else f"{text[:77]}..."


class Mend(BaseModel):
    """A remedy as a press: ``value`` put at ``field`` of the document, or behind what that list holds; what it says."""

    model_config = ConfigDict(frozen=True)

    says: str
    field: str
    value: JsonValue
    append: bool = False


class Problem(BaseModel):
    """One broken rule: ``field=value: limit. remedy``, with a stable ``code`` for programs.

    ``mends``: remedies that need no more than a press, where there are any.
    """

    model_config = ConfigDict(frozen=True)

    code: str
    field: str
    value: str
    limit: str
    remedy: str
    mends: tuple[Mend, ...] = ()

    @computed_field  # type: ignore[prop-decorator]
    @property
    def message(self) -> str:
        """The whole sentence, for people."""
        return f"{self.field} = {self.value}: {self.limit}. {self.remedy}"


class InputError(ValueError):
    """Refused input; ``problems`` holds at least one :class:`Problem`."""

    def __init__(self, *problems: Problem) -> None:
        self.problems = problems
        super().__init__(*problems)

    def __str__(self) -> str:
        return " ".join(problem.message for problem in self.problems)

    @property
    def in_words(self) -> str:
        """The same for who sits before a page: without the names that programs give to fields."""
        return " ".join(f"{problem.value}: {problem.limit}. {problem.remedy}" for problem in self.problems)

    @classmethod
    def one(cls, code: str, field: str, value: Any, limit: str, remedy: str, *mends: Mend) -> InputError:
        """An error with a single problem."""
        return cls(Problem(code=code, field=field, value=shown(value), limit=limit, remedy=remedy, mends=mends))


def problems_from_validation(error: ValidationError) -> InputError:
    """Turn a schema violation into the same shape as every other refused input."""
    return problems_from_items(error.errors(include_url=False))


def problems_from_items(items: Iterable[Mapping[str, Any]]) -> InputError:
    """The same from pydantic's own list of errors.

    The variant names that pydantic puts into the path of a tagged union are dropped: a person sees
    ``embeds.0.outline.diameter_mm``. The first hundred are told.
    """
    problems: list[Problem] = []
    for item in islice(items, _MOST_TOLD):
        inner = item.get("ctx", {}).get("error")
        if isinstance(inner, InputError):
            at = _path(item["loc"])
            problems.extend(_within(at, problem) for problem in inner.problems)
            continue
        problems.append(
            Problem(
                code=f"schema.{item['type']}",
                field=".".join(str(part) for part in _path(item["loc"])) or "document",
                value="nothing" if item["type"] == "missing" or item["input"] in (None, "") else shown(item["input"]),
                limit=_limit(item),
                remedy="Choose another day." if _is_of_days(item) else _REMEDIES.get(item["type"], "Correct it."),
            )
        )
    return InputError(*problems)


def _within(at: list[int | str], problem: Problem) -> Problem:
    """A problem of a part of a document, told as one of the document."""
    field = ".".join(str(part) for part in (*at, problem.field))
    mends = tuple(
        mend.model_copy(update={"field": ".".join(str(part) for part in (*at, mend.field))}) for mend in problem.mends
    )
    return problem.model_copy(update={"field": field, "mends": mends})


def _limit(item: Mapping[str, Any]) -> str:
    limits = {name: shown(limit) for name, limit in item.get("ctx", {}).items()}
    if words := (_DAYS if _is_of_days(item) else _LIMITS).get(item["type"]):
        return words.format(**limits)
    return _lower_first(item["msg"].removeprefix("Value error, "))


def _is_of_days(item: Mapping[str, Any]) -> bool:
    """Whether a limit is a day: those come as days, or as the API writes them."""
    return item["type"] in _DAYS and not isinstance(next(iter(item["ctx"].values())), int | float)


def _lower_first(text: str) -> str:
    return text[:1].lower() + text[1:]


def _path(loc: tuple[int | str, ...]) -> list[int | str]:
    """Without the tags of unions, which pydantic puts in, and without what the API wraps a document in."""
    return [part for i, part in enumerate(loc) if not (i > 0 and part in TAGS) and part not in ("body", "payload")]
