"""No polygon is asked by two threads: the library makes it ready as it is asked, and two at once break the memory."""

from __future__ import annotations

import json
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from threading import Barrier, get_ident
from typing import Any

import numpy as np
import pytest
import shapely

from archtop.core import Loaf, plan, plan_of, read_cupboard, read_loaf, resolve
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import field_of

DEMO = Path(__file__).parents[2] / "src/archtop/studio/demo"
CUPBOARD = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))

Asked = dict[int, tuple[object, set[int]]]


def demo(name: str) -> Loaf:
    return read_loaf(json.loads((DEMO / f"{name}.loaf.json").read_text(encoding="utf-8")))


@pytest.fixture
def asked(monkeypatch: pytest.MonkeyPatch) -> Asked:
    """Every polygon that is asked what lies in it, and by which threads."""
    by: Asked = {}
    ask = shapely.contains_xy

    def watched(polygon: Any, *at: Any, **how: Any) -> Any:
        by.setdefault(id(polygon), (polygon, set()))[1].add(get_ident())
        return ask(polygon, *at, **how)

    monkeypatch.setattr(shapely, "contains_xy", watched)
    return by


def threads(asked: Asked) -> set[int]:
    return set().union(*(by for _, by in asked.values()))


def test_faces_drawn_at_a_time_ask_none(asked: Asked) -> None:
    of = resolve(demo("lantern-row"), CUPBOARD)
    result = plan_of(of)
    asked.clear()
    meet = Barrier(2)

    def drawn(ys: list[float]) -> None:
        meet.wait()
        inside.faces(ys, 1.0)

    inside = field_of(of, result.fills, bowls_of(of, result))
    with ThreadPoolExecutor(2) as cores:
        list(cores.map(drawn, np.linspace(10, 240, 8).reshape(2, 4).tolist()))
    assert not asked


def test_plans_made_at_a_time_share_none(asked: Asked) -> None:
    meet = Barrier(2)

    def planned(loaf: Loaf) -> None:
        meet.wait()
        plan(loaf, CUPBOARD)

    with ThreadPoolExecutor(2) as cores:
        list(cores.map(planned, [demo("paper-kites")] * 2))
    assert len(threads(asked)) == 2
    assert {len(by) for _, by in asked.values()} == {1}
