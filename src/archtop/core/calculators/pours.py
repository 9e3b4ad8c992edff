"""Calculator of pours: what the cut faces show."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from archtop.core.base import Frozen
from archtop.core.bench.clock import bowls_of
from archtop.core.calculators.registry import calculator
from archtop.core.document import read_loaf, standard_cupboard
from archtop.core.faces import field_of
from archtop.core.plan import plan_of
from archtop.core.resolved import resolve

__all__ = ["CutFacesInput", "CutFacesOutput", "FaceShown"]


class CutFacesInput(Frozen):
    """A loaf document, which plausible outcome (seed), how fine [mm], and how much later it is poured [min]."""

    loaf: dict[str, Any]
    seed: Annotated[int, Field(ge=0, le=2**31)] = 1
    px_mm: Annotated[float, Field(ge=0.2, le=5)] = 1.0
    later_min: Annotated[float, Field(ge=-30, le=180)] = 0.0


class FaceShown(Frozen):
    """A bar's front face: shares of the colours in it [%], and its points row by row, top row first.

    A point is a colour's number in ``CutFacesOutput.colours``, −1 outside, −2 an embed.
    """

    bar: int
    y_mm: float
    shares_percent: dict[str, float]
    rows: tuple[tuple[int, ...], ...]


class CutFacesOutput(Frozen):
    """The colours by their number, how thick the batter is taken to be at each pour [Pa], and every bar's face."""

    colours: tuple[str, ...]
    expected_pa: dict[str, float]
    faces: tuple[FaceShown, ...]


@calculator("cut-faces")
def cut_faces(given: CutFacesInput) -> CutFacesOutput:
    """What every bar's face will look like: one plausible outcome."""
    of = resolve(read_loaf(given.loaf), standard_cupboard())
    result = plan_of(of)
    field = field_of(of, result.fills, bowls_of(of, result), given.seed, given.later_min)
    faces = []
    for bar in result.cuts.bars:
        face = field.face(bar.from_mm, given.px_mm)
        seen = {key: int((face.colours == number).sum()) for key, number in field.numbers.items()}
        total = max(sum(seen.values()), 1)
        faces.append(
            FaceShown(
                bar=bar.number,
                y_mm=bar.from_mm,
                shares_percent={key: 100 * count / total for key, count in seen.items() if count},
                rows=tuple(tuple(row) for row in face.colours.tolist()),
            )
        )
    return CutFacesOutput(colours=tuple(field.numbers), expected_pa=dict(field.yield_pa), faces=tuple(faces))
