"""Cast in the hollows of a mould."""

from __future__ import annotations

from typing import Literal

from archtop.core.geometry import CavityMould
from archtop.core.trade.ways.way import Made, WaitOf, Way, whole

__all__ = ["CavityMake"]


class CavityMake(Way):
    """Cast in the hollows of a mould."""

    label = "Cast in cavities"
    help = "Batter in the hollows of a mould, turned out when firm through."
    pot = "cavity"
    several = True
    waits = {
        "silicone": WaitOf(48, 336, "Small pieces keep their detail once they are firm through."),
        "stiff": WaitOf(96, 336, "A stiff cavity needs longer than a soft one; early pieces come out bent."),
    }

    fresh = {"mould": {"cavity_ml": 5, "cavities": 12}}

    kind: Literal["cavity"] = "cavity"
    mould: CavityMould

    @property
    def hollows(self) -> int:
        """Those of the mould."""
        return self.mould.cavities

    def made(self, count: int) -> Made:
        """As many fillings as the mould's hollows ask for."""
        fillings = self.mould.fillings(count)
        says = "one mouldful" if fillings == 1 else f"{fillings} mouldfuls"
        return whole(self.mould.cavity_ml, count, fillings, says)
