"""The core's public surface says what it is: a rule for whoever adds to it.

Every public function tells its purpose in a sentence; every number with a fraction its unit, in its name or in its
docstring; every array its shape; and what it raises.
"""

from __future__ import annotations

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

import archtop.core

ROOT = Path(archtop.core.__file__).parent
# What a name may end with so that its unit is told.
UNITS = "mm|mm2|mm3|ml|ml_s|g|g_ml|g_per_ml|kg|c|pa|h|s|min|deg|percent|px_mm|days|per_g_oils|per_hour"


def public_functions() -> Iterator[tuple[str, ast.FunctionDef]]:
    for file in sorted(ROOT.rglob("*.py")):
        for node in ast.parse(file.read_text(encoding="utf-8")).body:
            if isinstance(node, ast.FunctionDef) and not node.name.startswith("_"):
                yield f"{file.relative_to(ROOT).as_posix()}:{node.name}", node


FUNCTIONS = dict(public_functions())


def arguments(node: ast.FunctionDef) -> Iterator[tuple[str, str]]:
    for argument in (*node.args.posonlyargs, *node.args.args, *node.args.kwonlyargs):
        if argument.annotation is not None:
            yield argument.arg, ast.unparse(argument.annotation)


def lacking(node: ast.FunctionDef) -> Iterator[str]:
    told = ast.get_docstring(node) or ""
    first = told.split("\n\n")[0].replace("\n", " ").strip()
    if not re.search(r"[.?:]$", first) or len(first) < 12:
        yield "a sentence of what it is for"
    for name, kind in arguments(node):
        fraction = re.search(r"\bfloat\b", kind)
        if fraction and not re.search(rf"(^|_)({UNITS})$", name) and not re.search(rf"\b{name}\b", told):
            yield f"the unit of {name}"
        if re.search(r"\b(NDArray|Array|Points|Codes)\b", kind) and "shape" not in told and name not in told:
            yield f"the shape of {name}"
    returned = ast.unparse(node.returns) if node.returns is not None else ""
    if re.fullmatch(r"Array|Codes|NDArray\[.*\]", returned) and "shape" not in told:
        yield "the shape of what it returns"
    if any(isinstance(inner, ast.Raise) for inner in ast.walk(node)) and ":raises" not in told:
        yield "what it raises"


def test_there_is_a_surface_to_look_at() -> None:
    assert len(FUNCTIONS) > 200


@pytest.mark.parametrize("of", sorted({name.split("/")[0].split(":")[0] for name in FUNCTIONS}))
def test_every_public_function_of_a_room_says_what_it_is(of: str) -> None:
    found = {name: [*lacking(node)] for name, node in FUNCTIONS.items() if name.split("/")[0].split(":")[0] == of}
    assert {name: what for name, what in found.items() if what} == {}


def test_the_rule_sees_what_is_missing() -> None:
    (bare,) = ast.parse("def f(x: float, a: Array) -> Array:\n    raise ValueError(x)").body
    assert isinstance(bare, ast.FunctionDef)
    assert [*lacking(bare)] == [
        "a sentence of what it is for",
        "the unit of x",
        "the shape of a",
        "the shape of what it returns",
        "what it raises",
    ]


@pytest.mark.parametrize("limit", [400])
def test_no_file_of_the_core_is_longer_than_a_person_reads_at_once(limit: int) -> None:
    long = {
        f.relative_to(ROOT).as_posix(): n for f in ROOT.rglob("*.py") if (n := len(f.read_text().splitlines())) > limit
    }
    assert long == {}
