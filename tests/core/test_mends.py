"""Remedies as presses: each, put into the document, takes its problem away."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from archtop.core import InputError, plan, read_loaf, standard_cupboard
from archtop.core.base import Mend
from tests.core.conftest import box, box_with, rod

CUPBOARD = standard_cupboard()
WHITE = [{"colour": "white", "percent": 100}]
TWO = [{"id": "white", "name": "White", "srgb": "#ffffff"}, {"id": "red", "name": "Red", "srgb": "#c02020"}]


def pour(**changes: Any) -> dict[str, Any]:
    return {"do": "pour", "id": "all", "name": "All", "to_mm": 60, "colours": WHITE, **changes}


def full_with_a_rod() -> dict[str, Any]:
    return box(embeds=[rod()], work=[pour(), {"do": "lay", "embed": "rod"}])


def bits(**changes: Any) -> dict[str, Any]:
    mould = {"cavity_ml": 5, "cavities": 1}
    piece = {"id": "bit", "name": "Bits", "count": 2, "colour": "white", "make": {"kind": "cavity", "mould": mould}}
    return {**piece, **changes}


CUP = {"kind": "cup", "length_mm": 50, "width_mm": 50, "height_mm": 30}
REFUSED = {
    "shares.sum": box(colours=TWO, work=[pour(colours=[*WHITE, {"colour": "red", "percent": 30}])]),
    "embed.laid": box(embeds=[rod()], work=[pour(to_mm=40)]),
    "level.overflow": full_with_a_rod(),
    "pour.over_rim": box(work=[pour(to_mm=90)]),
    "casting.too_short": box_with(rod(casting={"mould_length_mm": 120, "trim_mm": 5})),
    "cuts.many": box(cuts={"slices": 200}),
    "cuts.wire": box(cuts={"moved": [{"wire": 1, "by_mm": -24}]}),
    "pieces.too_few": box(pieces=[bits()], work=[pour(pieces=[{"pieces": "bit", "count": 9}])]),
    "moulds.few": box(pieces=[bits(count=300)], work=[pour()]),
    "also.empty": box(also_filled=[{"id": "c", "name": "C", "mould": CUP, "colours": WHITE, "under_mm": 40}]),
    "also.whole": box(also_filled=[{"id": "c", "name": "C", "mould": CUP, "colours": WHITE, "parts": 3}]),
}


def put(document: dict[str, Any], mend: Mend) -> dict[str, Any]:
    """As the browser does it."""
    found = copy.deepcopy(document)
    *path, last = (int(part) if part.isdigit() else part for part in mend.field.split("."))
    here: Any = found
    for part in path:
        here = here.setdefault(part, {}) if isinstance(here, dict) else here[part]
    if mend.append:
        here.setdefault(last, []).append(mend.value)
    else:
        here[last] = mend.value
    return found


@pytest.mark.parametrize("code", REFUSED)
def test_every_remedy_takes_its_problem_away(code: str) -> None:
    with pytest.raises(InputError) as error:
        plan(read_loaf(REFUSED[code]), CUPBOARD)
    problem = next(problem for problem in error.value.problems if problem.code == code)
    assert problem.mends
    for mend in problem.mends:
        assert mend.says
        try:
            plan(read_loaf(put(REFUSED[code], mend)), CUPBOARD)
        except InputError as after:
            assert code not in [left.code for left in after.problems]  # noqa: PT017
