"""Small pieces poured in several colours: bowls, the bench's words, where they are cut, how they look from above."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest
import shapely

from archtop.core import InputError, LoafPlan, plan, read_loaf, standard_cupboard
from archtop.core.faces import field_of
from archtop.core.resolved import resolve
from archtop.core.solids import loaf_in_words
from archtop.core.trade import COLUMN_POURS
from tests.core.conftest import box
from tests.core.test_column_pours import COLOURS, THREE

CUPBOARD = standard_cupboard()
CAVITY = {"kind": "cavity", "mould": {"cavity_ml": 20, "cavities": 12}}


def beads(kind: str = "dropped in", **changes: Any) -> dict[str, Any]:
    piece = {"id": "beads", "name": "Beads", "count": 12, "colour": "white", "make": CAVITY}
    return {**piece, "poured": {"colours": THREE, "way": {"kind": kind}}, **changes}


def document(piece: dict[str, Any]) -> dict[str, Any]:
    loaf = box(colours=COLOURS, pieces=[piece])
    loaf["work"][0]["pieces"] = [{"pieces": "beads", "count": 12}]
    return loaf


def planned(piece: dict[str, Any]) -> LoafPlan:
    return plan(read_loaf(document(piece)), CUPBOARD)


@pytest.mark.parametrize("kind", COLUMN_POURS.kinds)
def test_each_colour_has_its_bowl_and_the_bench_says_how(kind: str) -> None:
    """Twelve of 20 ml are 240 ml, half of it white."""
    result = planned(beads(kind))
    pot = next(pot for pot in result.pots if pot.id == "cast-beads")
    assert {bowl.colour: bowl.delivers.value for bowl in pot.portions} == pytest.approx(
        {"white": 120, "black": 72, "red": 48}
    )
    fill = next(step for step in result.steps if step.key == "cast-beads.cast")
    said = COLUMN_POURS.kinds[kind].model_validate({"kind": kind}).says("each hollow")
    assert fill.detail.startswith(f"White 50 %, Black 30 %, Red 20 %. {said}")
    assert sum(amount.value for amount in fill.amounts if amount.unit == "ml") == pytest.approx(240)
    assert any(pair.where == "poured together in Beads" for pair in result.contrasts)


def test_from_above_every_colour_has_its_share_of_the_disc() -> None:
    (bands,) = planned(beads()).poured_pieces.values()
    areas = {band.colour: sum(shapely.Polygon(part.outline, part.holes).area for part in band.parts) for band in bands}
    whole = sum(areas.values())
    # Edges are smoothed, and slivers finer than they are left out.
    assert {colour: area / whole for colour, area in areas.items()} == pytest.approx(
        {"white": 0.5, "black": 0.3, "red": 0.2}, abs=0.04
    )
    assert whole == pytest.approx(np.pi, rel=0.05)


def test_where_one_is_cut_it_is_told_by_its_own_colours() -> None:
    of = resolve(read_loaf(document(beads("side by side"))), CUPBOARD)
    field = field_of(of, plan(of.loaf, CUPBOARD).fills, ())
    lying = field.lying[0]
    radius = lying.radius
    # Side by side the first half of the way round is white, from the left side on, through below.
    white, other = (field.origin(lying.x, lying.y, lying.z + side * radius / 2) for side in (-1, 1))
    assert white is not None
    assert other is not None
    assert (white[0], other[0]) == ("white", "black")


def test_every_colour_is_named_to_who_cannot_see_it() -> None:
    items = [{"pieces": "beads", "count": 3, "may_be_cut": True}]
    loaf = read_loaf(box(colours=COLOURS, pieces=[beads()], top={"scatter": {"items": items}}))
    assert "On top: 3 × Beads, white, black and red." in loaf_in_words(loaf, plan(loaf, CUPBOARD))


def test_what_is_not_cast_in_hollows_is_of_one_colour() -> None:
    dough = {"kind": "ball", "diameter_mm": 20}
    with pytest.raises(InputError, match="only what is cast in hollows") as refused:
        read_loaf(document(beads(make=dough)))
    (problem,) = refused.value.problems
    assert problem.mends[0].field == "pieces.0.poured"


def test_shares_of_a_piece_must_add_up() -> None:
    with pytest.raises(InputError, match="must add up to 100"):
        read_loaf(document(beads(poured={"colours": THREE[:2], "way": {"kind": "dropped in"}})))
