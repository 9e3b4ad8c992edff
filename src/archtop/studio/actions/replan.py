"""A loaf planned again from where the bench stands."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from archtop.core import read_loaf
from archtop.core.bench import Replan, replan
from archtop.studio.actions.bench import standing
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.models import Loaf

__all__ = ["replan_loaf"]


def replan_loaf(loaf: Loaf, lost: Mapping[str, float], done: Collection[str] | None = None) -> Replan:
    """What is left and the ways out.

    :param lost: share that is lost of what each bowl still holds
    :param done: keys of steps that are done, where the log that counts is not the one kept here
    :raises InputError: no such bowl, or the loaf does not plan
    """
    return replan(
        read_loaf(loaf.document), cupboard_of_studio(loaf), standing(loaf.bench.all()) if done is None else done, lost
    )
