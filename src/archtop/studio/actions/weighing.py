"""Something weighed otherwise than planned."""

from __future__ import annotations

from archtop.core.bench import Misweighed, Overshoot, overshoot
from archtop.core.chemistry import Role
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.models import Loaf

__all__ = ["weighed_otherwise"]


def weighed_otherwise(loaf: Loaf, pot: str, key: str, role: Role, grams: float) -> Overshoot:
    """What a pot of the saved loaf is when so much of one thing went in.

    :raises InputError: no such pot or ingredient, or a weight that cannot be
    """
    of, result = Plans(cupboard_of_studio(loaf)).of(loaf)
    return overshoot(of, result, Misweighed(pot, key, role, grams))
