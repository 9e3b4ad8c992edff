"""Units people use outside the core, each as how many of the core's own (mm, ml, g) it holds.

All exact by definition: the international yard and pound (1959) and the US gallon of 231 cubic inches.
"""

from __future__ import annotations

from typing import Final

__all__ = ["G_PER_LB", "G_PER_OZ", "ML_PER_TBSP", "ML_PER_TSP", "ML_PER_US_CUP", "ML_PER_US_FL_OZ", "MM_PER_INCH"]

MM_PER_INCH: Final = 25.4
ML_PER_US_FL_OZ: Final = 29.5735295625
ML_PER_US_CUP: Final = 8 * ML_PER_US_FL_OZ
ML_PER_TBSP: Final = ML_PER_US_FL_OZ / 2
ML_PER_TSP: Final = ML_PER_TBSP / 3
G_PER_LB: Final = 453.59237
G_PER_OZ: Final = G_PER_LB / 16
