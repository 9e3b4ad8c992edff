"""Numbers and days in a sentence as a studio writes them: decimal comma or point, the day or the month first.

Our sentences are written with a point and the day first. Whoever shows them to a studio that writes otherwise passes
them through here, so that no rule has to know of it.
"""

from __future__ import annotations

import calendar
import re
from typing import Final, Literal

from archtop.core.base.figure import Frozen

__all__ = ["Counting", "as_counted"]

# Neither a part of a longer row of numbers (a version, a name of a file), nor of a word, nor of a law (701.3(a)).
_DECIMAL: Final = re.compile(r"(?<![\w.])(\d+)\.(\d+)(?!\w|\.\w|\()")
_MONTHS: Final = "|".join(
    [name for name in calendar.month_name if name] + [name for name in calendar.month_abbr if name]
)
_DAY: Final = re.compile(rf"(?<!\d)(\d{{1,2}}) ({_MONTHS})\b(?: (\d{{4}}))?")


class Counting(Frozen):
    """How a studio writes numbers and days; ``decimal`` ``None``: it has not said, and gets a point."""

    decimal: Literal["point", "comma"] | None = None
    dates: Literal["day first", "month first"] = "day first"


def as_counted(text: str, counting: Counting) -> str:
    """A sentence of ours as a studio writes its numbers and days.

    >>> as_counted("Pour 2.5 ml on Sat 5 December, see 1.2.3.", Counting(decimal="comma", dates="month first"))
    'Pour 2,5 ml on Sat December 5, see 1.2.3.'
    >>> as_counted("Ready on 5 December 2026.", Counting(dates="month first"))
    'Ready on December 5, 2026.'
    """
    if counting.decimal == "comma":
        text = _DECIMAL.sub(r"\1,\2", text)
    if counting.dates == "month first":
        text = _DAY.sub(lambda day: f"{day[2]} {day[1]}" + (f", {day[3]}" if day[3] else ""), text)
    return text
