"""A newcomer's answers: whatever they are, the loaf is theirs and has a plan, or is refused with a reason."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import FirstLoaf, InputError, first_loaf, plan, standard_cupboard

CUPBOARD = standard_cupboard()
MOULD = {"length_mm": 250, "width_mm": 90, "height_mm": 70}


def answers(**changes: Any) -> FirstLoaf:
    colours = [{"name": "Clay", "srgb": "#a3553d"}]
    return FirstLoaf.model_validate({"name": "First", "mould": MOULD, "colours": colours, **changes})


@settings(max_examples=40)
@given(
    st.floats(150, 400),
    st.floats(60, 120),
    st.floats(55, 100),
    st.integers(1, 4),
    st.sampled_from(["layers", "drops", "pot swirl"]),
    st.booleans(),
    st.booleans(),
)
def test_any_answers_come_to_a_plan(
    long: float, wide: float, high: float, colours: int, how: str, column: bool, piped: bool
) -> None:
    given_ = answers(
        mould={"length_mm": long, "width_mm": wide, "height_mm": high},
        how=how,
        piped=piped,
        colours=[{"name": f"Colour {i}", "srgb": "#a3553d"} for i in range(colours)],
        column_mm=round(0.3 * min(wide, high)) if column else 0,
    )
    loaf = first_loaf(given_)
    result = plan(loaf, CUPBOARD)
    assert result.total_to_mix_g > 0
    assert result.level_mm < high
    assert len(loaf.embeds) == int(column)
    assert (result.pushed_aside.value > 0) == column
    assert bool(result.top.runs) == piped
    poured = {share.colour for step in loaf.work if step.do == "pour" for share in step.colours}
    assert poured == {f"colour-{i + 1}" for i in range(colours)}


def test_a_column_is_laid_after_the_first_pour_and_before_the_last() -> None:
    for how in ("layers", "drops", "pot swirl"):
        loaf = first_loaf(answers(how=how, column_mm=30))
        steps = [step.do for step in loaf.work]
        assert steps[0] == "pour"
        assert steps[1] == "lay"
        assert steps[-1] == "pour"


def test_a_column_that_does_not_fit_is_refused_with_a_remedy() -> None:
    with pytest.raises(InputError) as refused:
        plan(first_loaf(answers(column_mm=95)), CUPBOARD)
    assert refused.value.problems[0].remedy


def test_the_column_has_its_own_colour_or_the_last_one() -> None:
    own = first_loaf(answers(column_mm=30, column={"name": "Ochre", "srgb": "#d9a23f"}))
    assert [colour.name for colour in own.colours] == ["Clay", "Ochre"]
    last = first_loaf(answers(column_mm=30))
    assert [colour.srgb for colour in last.colours] == ["#a3553d", "#a3553d"]
