"""Steps of the work, a room to each: what the order of work is made of."""

from __future__ import annotations

from archtop.core.base import Family
from archtop.core.document.work.batter_pour import BatterPour, InPour, Shreds
from archtop.core.document.work.dust import Dust
from archtop.core.document.work.hanger import Hanger
from archtop.core.document.work.kind import StepKind
from archtop.core.document.work.lay import Lay
from archtop.core.document.work.pour import Pour
from archtop.core.document.work.press import Press
from archtop.core.document.work.prop import Prop, prop_of
from archtop.core.document.work.spritz import Spritz
from archtop.core.document.work.stick import Stick
from archtop.core.document.work.wire import Wire

__all__ = [
    "STEPS",
    "BatterPour",
    "Dust",
    "Hanger",
    "InPour",
    "Lay",
    "Pour",
    "Press",
    "Prop",
    "Shreds",
    "Spritz",
    "Stick",
    "Wire",
    "Work",
    "prop_of",
]

STEPS: Family[StepKind] = Family("do", (Pour, Lay, Press, Hanger, Stick, Dust, Spritz, Prop))

Work = Pour | Lay | Press | Hanger | Stick | Dust | Spritz | Prop
