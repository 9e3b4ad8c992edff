"""Jobs that the bench log says are over."""

from __future__ import annotations

from collections.abc import Iterator

from archtop.core.base import LOAF, JobKey, PotId, StepKey
from archtop.core.schedule import Pin
from archtop.studio.actions.bench import standing
from archtop.studio.models import Loaf

__all__ = ["COVER", "CUT", "done_jobs"]

COVER, CUT = str(LOAF.step("cover")), str(LOAF.step("cut"))
# Jobs that one step of the bench ends.
_PASSING = {LOAF.step("spritz-again"): "spritz", LOAF.step("look"): "look"}
_ENDS = {LOAF.step("fit"): "fit", LOAF.step("cover"): "pour", LOAF.step("cut"): "cut", **_PASSING}


def done_jobs(loaf: Loaf) -> Iterator[tuple[str, Pin]]:
    """Each job that is over, by the season's key, and when it was."""
    stands = {StepKey.parse(step): entry for step, entry in standing(loaf.bench.all()).items()}
    pressed = {key for key, entry in stands.items() if entry.action == "done"}

    def over(job: str, by: StepKey, item: str = "") -> tuple[str, Pin]:
        return str(JobKey(str(loaf.pk), job, item)), Pin(start=stands[by].pressed_at, done=True, at_end=True)

    for key in pressed:
        pot = key.pot
        if pot.item and key == pot.step("cast"):
            yield over("cast", key, pot.job)
        elif pot.item and key in (pot.step("out"), pot.step("made")):
            yield over("out", key, pot.job)
        elif key == LOAF.step("lay", key.what) and PotId.cast(key.what).step("out") not in pressed:
            # What has been laid in was turned out before.
            yield over("out", key, key.what)
        elif key.pot == LOAF and key.do == "also-out":
            yield over("also", key, key.what)
        elif key in _ENDS:
            yield over(_ENDS[key], key)
    for key, job in _PASSING.items():
        if key in stands.keys() - pressed:
            # Passed over, it is not asked for again.
            yield over(job, key)
