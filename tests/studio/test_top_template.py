"""The top's template and the rim's strip, measured on what is printed."""

from __future__ import annotations

import io
import re
from typing import Any
from xml.etree import ElementTree

import numpy as np
import pypdfium2
import pytest
from pypdf import PdfReader

from archtop.core import plan, read_loaf
from archtop.studio.actions import cupboard_of_studio
from archtop.studio.models import Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db

PT = 25.4 / 72
NS = {"svg": "http://www.w3.org/2000/svg"}


def fetched(studio: Studio, loaf: Loaf, what: str) -> Any:
    answer = studio.get(f"/loaves/{loaf.pk}/{what}")
    assert answer.status_code == 200
    return answer


def rendered(data: bytes, page: int, dpi: float = 254.0) -> np.ndarray:
    """Darkness of a page, ten dots to the millimetre."""
    drawn = pypdfium2.PdfDocument(data)[page].render(scale=dpi / 72, grayscale=True)
    return 255 - np.asarray(drawn.to_numpy()).squeeze()


@pytest.mark.parametrize(("paper", "size"), [("A4", (210, 297)), ("Letter", (215.9, 279.4))])
def test_pages_are_the_papers_and_each_has_its_bar_round_in_its_units(
    studio: Studio, loaf: Loaf, paper: str, size: tuple[float, float]
) -> None:
    """Measured from the PDF's own boxes, and on every rendered page."""
    data = fetched(studio, loaf, f"top-template.pdf?paper={paper}").content
    pages = PdfReader(io.BytesIO(data)).pages
    assert len(pages) == 2
    for i, page in enumerate(pages):
        assert [float(side) * PT for side in page.mediabox[2:]] == pytest.approx(size, abs=0.1)
        assert f"This bar is {'100 mm' if paper == 'A4' else '4 in'}." in page.extract_text()
        dark = rendered(data, i)
        # The bar is drawn 14 mm above the foot.
        row = dark[-145:-135].max(axis=0) > 90
        columns = np.flatnonzero(row)
        assert (columns[-1] - columns[0]) / 10 == pytest.approx(100 if paper == "A4" else 4 * 25.4, abs=0.5)


def test_cut_lines_lie_where_the_bars_are(studio: Studio, loaf: Loaf) -> None:
    """On the rendered first page, along the loaf's length: every cut within its line's width."""
    result = plan(read_loaf(loaf.document), cupboard_of_studio())
    data = fetched(studio, loaf, "top-template.pdf").content
    dark = rendered(data, 0)
    # A strip just right of the loaf's left edge, which stands 12 mm in; the loaf begins under the head.
    strip = (dark[:, 125:150] > 60).mean(axis=1)
    lines = np.flatnonzero(strip > 0.9) / 10
    start = lines[lines > 12][0]
    tile = 297 - 12 - 26 - 16
    for bar in result.cuts.bars:
        at = bar.from_mm - result.top.front_mm
        if at < tile - 1:
            assert np.abs(lines - start - at).min() < 0.35


def test_the_drawing_is_in_millimetres_and_whole(studio: Studio, loaf: Loaf) -> None:
    answer = fetched(studio, loaf, "top-template.svg")
    assert answer["Content-Type"] == "image/svg+xml"
    root = ElementTree.fromstring(answer.content)
    width = float(root.attrib["width"].removesuffix("mm"))
    box = [float(value) for value in root.attrib["viewBox"].split()]
    assert width == pytest.approx(box[2])
    result = plan(read_loaf(loaf.document), cupboard_of_studio())
    ellipses = root.findall("svg:ellipse", NS)
    assert len(ellipses) == sum(len(run.spots) for run in result.top.runs) + len(result.top.scatter.strewn)
    bars = [
        [float(n) for n in re.findall(r"-?[\d.]+", path.attrib["d"])]
        for path in root.findall("svg:path", NS)
        if "L100.000" in path.attrib["d"]
    ]
    assert any(x1 - x0 == pytest.approx(100) for x0, _, x1, _ in bars)


def test_the_strip_is_as_long_as_the_rim(studio: Studio, loaf: Loaf) -> None:
    result = plan(read_loaf(loaf.document), cupboard_of_studio())
    data = fetched(studio, loaf, "rim-strip.pdf").content
    front, back = result.mould.ends_at_rim
    dark = rendered(data, 0)
    top = dark[398:403].max(axis=0) > 60
    columns = np.flatnonzero(top)
    assert (columns[-1] - columns[0]) / 10 == pytest.approx(back - front, abs=0.5)


def test_a_name_cannot_break_the_drawing(studio: Studio, loaf: Loaf) -> None:
    loaf.document = {**loaf.document, "name": '<script>"&'}
    loaf.save()
    root = ElementTree.fromstring(fetched(studio, loaf, "top-template.svg").content)
    assert root.find("svg:title", NS).text == '<script>"&: the top, 1:1'
