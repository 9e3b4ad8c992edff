"""What is refused is told as a maker would say it: no word of the programs that found it."""

from __future__ import annotations

import datetime as dt
import re
from typing import Annotated, Any, Literal

import pytest
from pydantic import AwareDatetime, BaseModel, ConfigDict, Field, ValidationError

from archtop.core.base import problems_from_validation

# Words of a validator, and of a class that only a program knows.
_PROGRAM = re.compile(r"input|valid|string|integer|dictionary|instance|pattern|Inner|greater|bool|tuple", re.I)


class Inner(BaseModel):
    a: int


class Outer(BaseModel):
    model_config = ConfigDict(extra="forbid")

    share: Annotated[float, Field(ge=0, le=10, allow_inf_nan=False)] = 1
    over: Annotated[float, Field(gt=0, lt=10)] = 1
    count: int = 1
    name: Annotated[str, Field(min_length=1, max_length=3, pattern="^[a-z]+$")] = "a"
    some: Annotated[list[int], Field(min_length=2, max_length=3)] = [1, 2]
    pair: tuple[int, int] = (1, 2)
    kind: Literal["a", "b"] = "a"
    day: dt.date = dt.date(2026, 12, 5)
    since: Annotated[dt.date, Field(ge=dt.date(1990, 1, 1), le=dt.date(2199, 12, 31))] = dt.date(2026, 12, 5)
    at: AwareDatetime | None = None
    part: Inner | None = None
    yes: bool = True


@pytest.mark.parametrize(
    ("given", "says"),
    [
        ({"share": -1}, "-1: it must be at least 0. Type a larger number."),
        ({"share": 10.5}, "10.5: it may be at most 10. Type a smaller number."),
        ({"share": float("inf")}, "inf: it must be an ordinary number. Type an ordinary number."),
        ({"over": 0}, "0: it must be more than 0. Type a larger number."),
        ({"over": 10}, "10: it must be less than 10. Type a smaller number."),
        ({"count": "x"}, "x: it must be a number. Correct it."),
        ({"count": 1.5}, "1.5: it must be a whole number. Correct it."),
        ({"name": ""}, "nothing: it may not be empty. Type a name."),
        ({"name": "abcd"}, "abcd: it may have at most 3 letters. Shorten it."),
        ({"name": "A"}, "A: it has letters or signs that it may not have. Correct it."),
        ({"name": 3}, "3: it must be words. Correct it."),
        ({"some": [1]}, "[1]: there must be at least 2. Add some."),
        ({"some": [1, 2, 3, 4]}, "[1, 2, 3, 4]: there may be at most 3. Remove some."),
        ({"some": 3}, "3: it must be a list. Correct it."),
        ({"pair": "x"}, "x: it must be a list. Correct it."),
        ({"kind": "c"}, "c: it must be 'a' or 'b'. Correct it."),
        ({"day": "x"}, "x: it must be a day, as 2026-12-05. Correct it."),
        ({"day": "2026-12-05T10:00"}, "2026-12-05T10:00: it must be a day, as 2026-12-05. Correct it."),
        ({"since": "0001-01-01"}, "0001-01-01: it must be 1990-01-01 or later. Choose another day."),
        ({"since": "2200-01-01"}, "2200-01-01: it must be 2199-12-31 or earlier. Choose another day."),
        ({"at": "x"}, "x: it must be a day with its time and zone, as 2026-12-05T09:30:00Z. Correct it."),
        (
            {"at": "2026-12-05T10:00"},
            "2026-12-05T10:00: it must be a day with its time and zone, as 2026-12-05T09:30:00Z. Correct it.",
        ),
        ({"part": 3}, "3: it must have parts with names. Correct it."),
        ({"part": {}}, "nothing: it is missing. Add it."),
        ({"yes": "maybe"}, "maybe: it must be yes or no. Correct it."),
        ({"more": 1}, "1: nothing of that name is known here. Remove it, or check its spelling."),
    ],
)
def test_a_refusal_is_told_in_words(given: dict[str, Any], says: str) -> None:
    with pytest.raises(ValidationError) as refused:
        Outer(**given)
    told = problems_from_validation(refused.value)
    assert told.in_words == says
    assert not _PROGRAM.search(says)
