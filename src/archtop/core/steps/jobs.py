"""Which job of the schedule a step is part of: what is done in one go, on one day."""

from __future__ import annotations

from archtop.core.base import FROSTING, LOAF, JobKey, PotId, StepKey
from archtop.core.document import Loaf

__all__ = ["job_of"]

# What comes after a casting was left to set.
_LATER = {"out", "sliced", "knead", "shape", "join", "made"}
_AT_THE_CUT = {"cut", "stamp"}


def job_of(loaf: Loaf, key: StepKey) -> JobKey:
    """The job that a step belongs to, without the loaf's own name.

    What is mixed for several castings belongs to the first of them.
    """
    pot = key.pot
    if pot in (LOAF, FROSTING):
        return _of_the_loaf(loaf, key)
    for batch in loaf.batches:
        if pot == PotId.batch(batch.id):
            return JobKey("", "cast", PotId.parse(batch.casts[0]).job)
    piece = next((piece for piece in loaf.pieces if piece.id == pot.item), None)
    if piece is not None and piece.ready:
        # Kneaded from dough that lies on the shelf, or no soap: nothing is cast.
        return _beforehand(loaf)
    return JobKey("", "out" if key.do in _LATER else "cast", pot.job)


def _of_the_loaf(loaf: Loaf, key: StepKey) -> JobKey:
    on_firm = {finish.id for finish in loaf.top.finishes if finish.when == "before cutting"}
    stays = {step.id for step in loaf.work if step.do == "prop" and step.until is None}
    firm = (key.do == "finish" and key.what in on_firm) or (key.do == "prop-out" and key.what in stays)
    if key.do in _AT_THE_CUT or firm:
        return JobKey("", "cut")
    match key.do:
        case "spritz-again":
            return JobKey("", "spritz")
        case "look":
            return JobKey("", "look")
        case "also-out":
            return JobKey("", "also", key.what)
        case "paint" | "fit":
            return _beforehand(loaf)
    return JobKey("", "pour")


def _beforehand(loaf: Loaf) -> JobKey:
    """What is done before the lye is out: with the dry fit, where there is one."""
    return JobKey("", "fit" if loaf.embeds else "pour")
