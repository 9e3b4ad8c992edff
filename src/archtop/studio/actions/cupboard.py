"""The studio's cupboard: the built-in fats with its own rows over them."""

from __future__ import annotations

from archtop.core import Cupboard, Fat, standard_cupboard
from archtop.studio.models import OwnFat

__all__ = ["cupboard_of_studio"]

_FIELDS = ("key", "name", "inci", "sv", "iv", "density_g_ml", "melt_low_c", "melt_high_c", "solid_at_25", "source")


def cupboard_of_studio() -> Cupboard:
    """What plans of this studio draw on."""
    own = {row["key"]: Fat(kind="glyceride", **row) for row in OwnFat.objects.values(*_FIELDS)}
    standard = standard_cupboard()
    return Cupboard.model_construct(fats={**standard.fats, **own}) if own else standard
