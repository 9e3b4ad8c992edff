"""Things that are too little to weigh by themselves: the mix that is made of them first, and what it is called then."""

from __future__ import annotations

from archtop.core.base import PotId
from archtop.core.pots import OnScale, Thinned
from archtop.core.steps.step import POWDER_CAUTION, SCENT_CAUTION, Amount, Step

__all__ = ["thinned_name", "thinning_step"]


def thinned_name(line: OnScale) -> str:
    """What a line on the scale is called: thinned, that is said."""
    return f"{line.name}, thinned 1 in {line.times}" if line.times > 1 else line.name


def thinning_step(pot: PotId, stage: str, mix: Thinned) -> Step:
    """One mix, for all that take it.

    :param stage: the pot, or what is melted, by name
    """
    stirred = Amount(key="stir", label=mix.name, value=mix.stir_g, unit="g", reads=mix.stir_g, fine=True)
    total = round(mix.stir_g + mix.into_g, 6)
    return Step(
        key=str(pot.step("thin", mix.key if mix.times == 10 else f"{mix.key}-{mix.times}")),
        stage=stage,
        do="mix",
        title=f"Thin {mix.name}, 1 in {mix.times}",
        detail=f"For {' and '.join(mix.for_bowls)}: too little to weigh by itself. Stir until no speck is left, and "
        f"again before each is taken. {'What is left over keeps' if mix.oil else 'What is left over does not keep'}.",
        amounts=(
            stirred,
            Amount(key="into", label=mix.into, value=mix.into_g, unit="g", reads=total, fine=True),
        ),
        cautions=(SCENT_CAUTION,) if mix.role == "scent" else (POWDER_CAUTION,),
        pot=str(pot),
    )
