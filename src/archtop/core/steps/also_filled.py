"""The other moulds that the loaf's pot fills: right after the pour, and out of them again."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from archtop.core.base import LOAF, in_words
from archtop.core.cuts import AlsoCut
from archtop.core.document import AlsoFilled, Loaf
from archtop.core.steps.step import Amount, Step, each_of

__all__ = ["filling_steps", "turning_out_steps"]


def filling_steps(loaf: Loaf, colours: Mapping[str, str]) -> Iterator[Step]:
    """Each kind of mould filled, while the bowls are fluid.

    :param colours: names by id
    """
    return (_filled(loaf, item, colours) for item in loaf.also_filled)


def _filled(loaf: Loaf, item: AlsoFilled, colours: Mapping[str, str]) -> Step:
    several = f"{item.way.says()} " if len(item.colours) > 1 else ""
    each = ", each" if item.moulds > 1 else ""
    return Step(
        key=str(LOAF.step("also", item.id)),
        stage=loaf.name,
        do="pour",
        title=f"Fill {item.name}",
        detail=f"{each_of(item.moulds)}{several}From the same bowls, at once, while they are fluid. Tap out the air.",
        amounts=(
            *(
                Amount(key=f"also-{colour}", label=f"{colours[colour]}{each}", value=ml / item.moulds, unit="ml")
                for colour, ml in item.bowls_ml().items()
            ),
            Amount(key="level", label="Level stands at", value=item.level_mm, unit="mm"),
        ),
    )


def turning_out_steps(loaf: Loaf, cut: Sequence[AlsoCut]) -> Iterator[Step]:
    """Each kind of mould turned out, and cut where it is."""
    for item, out in zip(loaf.also_filled, cut, strict=True):
        does = "Turn out" if out.whole else "Unmould and cut"
        into = "" if out.whole else f"Into {in_words(item.parts)} bars of the same length. "
        yield Step(
            key=str(LOAF.step("also-out", item.id)),
            stage=loaf.name,
            do="cut",
            title=f"{does} {item.name}",
            detail=f"{each_of(item.moulds)}{into}Not before the walls let go by themselves. "
            "Young soap is still caustic: gloves on.",
            amounts=(Amount(key="each", label="Each", value=out.weight.value, unit="g"),),
        )
