"""A newcomer's answers: whatever they are, the loaf is theirs and has a plan, or is refused with a reason."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from archtop.core import FirstLoaf, InputError, first_loaf, plan, resolve, standard_cupboard, with_jars
from archtop.core.bench.clock import bowls_of
from archtop.core.colour import Colourant
from archtop.core.faces import expected_pa, remarks_on_pours
from archtop.core.trade import MOTIFS

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
        motif="kiss" if piped else None,
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


def test_swirled_in_the_pot_is_one_pour_of_all_colours_around_the_column_too() -> None:
    colours = [{"name": "Clay", "srgb": "#a3553d"}, {"name": "Lime", "srgb": "#e8e4d8"}]
    (pour,) = first_loaf(answers(how="pot swirl", colours=colours)).work
    assert pour.do == "pour"
    assert pour.technique.kind == "pot swirl"
    assert len(pour.colours) == 2
    around = first_loaf(answers(how="pot swirl", colours=colours, column_mm=30)).work
    assert [step.do for step in around] == ["pour", "lay", "pour"]
    assert all(step.technique.kind == "pot swirl" for step in around if step.do == "pour")


def test_bars_headroom_material_and_day_are_as_they_were_answered() -> None:
    loaf = first_loaf(answers(bars=12, under_mm=20, column_mm=30, column_in="lined pipe", pour_on="2026-12-12"))
    result = plan(loaf, CUPBOARD)
    assert len(result.cuts.bars) == 12
    assert result.level_mm == pytest.approx(50)
    assert loaf.embeds[0].casting is not None
    assert loaf.embeds[0].casting.material == "lined pipe"
    cast = next(task for task in result.schedule if task.kind == "cast")
    assert cast.earliest_on is not None
    assert loaf.pour_on is not None
    assert cast.earliest_on < loaf.pour_on


@pytest.mark.parametrize("motif", sorted(MOTIFS))
def test_every_motif_comes_with_a_tip_that_can_pipe_it(motif: str) -> None:
    result = plan(first_loaf(answers(motif=motif)), CUPBOARD)
    assert not [remark for remark in result.remarks if remark.code in ("top.no_window", "top.nothing_fits")]


def test_a_mould_filled_to_nothing_is_refused_in_words() -> None:
    with pytest.raises(InputError) as refused:
        first_loaf(answers(under_mm=70))
    assert refused.value.problems[0].field == "under_mm"


def test_colours_come_with_jars_that_can_be_weighed_where_there_are_any() -> None:
    loaf = first_loaf(answers())
    assert with_jars(loaf, CUPBOARD) == loaf
    bar = {"dose_g_per_kg": 5, "srgb": "#a3553d"}
    jar = Colourant.model_validate(
        {"key": "clay", "name": "Clay", "bar": bar, "alkali_stable": True, "skin_safe": True}
    )
    stocked = CUPBOARD.model_copy(update={"colourants": {"clay": jar}})
    coloured = with_jars(loaf, stocked)
    (dose,) = coloured.colours[0].colourants
    assert dose.colourant == "clay"
    result = plan(coloured, stocked)
    assert result.colours[0].off_says in ("on target", "close to your target")
    weighed = [line for pot in result.pots for line in pot.on_scale if line.key == "clay"]
    assert weighed
    assert all(line.times == 1 and line.grams > 0 for line in weighed)


@pytest.mark.parametrize("how", ["layers", "drops", "pot swirl"])
@pytest.mark.parametrize("column_mm", [0, 32])
def test_nothing_warns_of_a_usual_first_loaf(how: str, column_mm: float) -> None:
    colours = [{"name": "Clay", "srgb": "#5f9a84"}, {"name": "Lime", "srgb": "#c2683a"}]
    column = {"name": "Column", "srgb": "#f0ede4"}
    loaf = first_loaf(answers(how=how, column_mm=column_mm, column=column, colours=colours, motif="rosette"))
    of, result = resolve(loaf, CUPBOARD), plan(loaf, CUPBOARD)
    assert result.remarks == ()
    assert remarks_on_pours(loaf, result.fills, expected_pa(loaf, bowls_of(of, result))) == ()
