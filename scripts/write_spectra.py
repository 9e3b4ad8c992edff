"""Write the core's table of spectra from the colour-science package: ``write_spectra.py FILE``.

Basis reflectances of sRGB's primaries (Mallett & Yuksel 2019), the CIE 1931 2° observer and illuminant D65, 380-780 nm
by 5 nm. The package takes seconds to import; the application reads the table instead.
"""

from __future__ import annotations

import csv
import sys
from pathlib import Path

import colour

HEADER = """\
# Spectra, 380-780 nm by 5 nm. red, green, blue: basis reflectances of the sRGB primaries, Mallett & Yuksel 2019,
# Spectral Primary Decomposition for Rendering with sRGB Reflectance, EGSR. x, y, z: CIE 1931 2 degree observer.
# d65: CIE standard illuminant D65. Written by scripts/write_spectra.py from the colour-science package.
"""


def main(file: str) -> None:
    """Write the table."""
    shape = colour.SpectralShape(380, 780, 5)
    basis = colour.recovery.MSDS_BASIS_FUNCTIONS_sRGB_MALLETT2019.values
    observer = colour.MSDS_CMFS["CIE 1931 2 Degree Standard Observer"].copy().align(shape).values
    light = colour.SDS_ILLUMINANTS["D65"].copy().align(shape).values
    with Path(file).open("w", encoding="utf-8", newline="") as out:
        out.write(HEADER)
        rows = csv.writer(out, lineterminator="\n")
        rows.writerow(["nm", "red", "green", "blue", "x", "y", "z", "d65"])
        for i, nm in enumerate(shape.wavelengths):
            rows.writerow([int(nm), *(f"{v:.7g}" for v in (*basis[i], *observer[i], light[i]))])


if __name__ == "__main__":
    main(sys.argv[1])
