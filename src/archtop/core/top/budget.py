"""The frosting budget: how much of each colour is piped, spread under it, spent on practice and left in the bags."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.base import Figure, Frozen
from archtop.core.document import Frosting
from archtop.core.top.runs_planned import RunPlan

__all__ = ["ColourNeed", "budget_of"]


class ColourNeed(Frozen):
    """Frosting of one colour [ml]: in the runs, under them, for practice, and what stays in bag and tip."""

    colour: str
    runs_ml: float
    base_ml: float
    practice_ml: float
    waste_ml: float
    total: Figure


def budget_of(frosting: Frosting | None, runs: Sequence[RunPlan], base_ml: float) -> tuple[ColourNeed, ...]:
    """Frosting of each colour; practice and waste go with what is piped. What a hand holds back overrules it.

    :param base_ml: spread under the piping, all colours together
    """
    if frosting is None:
        return ()
    piped: dict[str, float] = {}
    for run in runs:
        for colour in dict.fromkeys(colour for bag in run.bags for colour in bag):
            piped[colour] = piped.get(colour, 0.0) + run.volume.value * run.share_of(colour)
    under = {share.colour: base_ml * share.percent / 100 for share in (frosting.base.colours if frosting.base else ())}
    all_piped = sum(piped.values())
    found = []
    for colour in dict.fromkeys([*under, *piped]):
        mine = piped.get(colour, 0.0)
        practice = frosting.practice_ml * mine / all_piped if all_piped else 0.0
        waste = mine * frosting.waste_percent / 100
        total = mine + under.get(colour, 0.0) + practice + waste
        found.append(
            ColourNeed(
                colour=colour,
                runs_ml=mine,
                base_ml=under.get(colour, 0.0),
                practice_ml=practice,
                waste_ml=waste,
                total=Figure.within(
                    total,
                    "ml",
                    0.2,
                    "estimate",
                    how=f"{mine:.0f} piped + {under.get(colour, 0.0):.0f} under + {practice:.0f} practice + "
                    f"{waste:.0f} left in bag and tip",
                    source="idealised shapes; hands differ",
                ),
            )
        )
    return tuple(_held_back(found, frosting.held_back_ml))


def _held_back(needs: Sequence[ColourNeed], held_ml: float | None) -> Iterator[ColourNeed]:
    """So much in all, where a hand has said so, in the shares that the runs ask for."""
    wanted = sum(need.total.value for need in needs)
    for need in needs:
        if held_ml is None or not wanted:
            yield need
            continue
        how = f"{held_ml:.0f} ml held back, of {wanted:.0f} ml that the top takes"
        yield need.model_copy(update={"total": Figure.exact(need.total.value * held_ml / wanted, "ml", how)})
