"""The docstrings are the handbook: every public name has one, and it speaks of parameters that exist."""

from __future__ import annotations

import importlib
import inspect
import pkgutil
import re

import pytest

import archtop.core

MODULES = [
    importlib.import_module(module.name)
    for module in pkgutil.walk_packages(archtop.core.__path__, "archtop.core.")
    if not module.ispkg
]


@pytest.mark.parametrize("module", MODULES, ids=lambda module: module.__name__)
def test_public_names_are_explained(module) -> None:
    assert module.__doc__
    assert module.__all__ == sorted(module.__all__, key=lambda name: (not name.isupper(), not name[0].isupper(), name))
    for name in module.__all__:
        item = getattr(module, name)
        if not inspect.isfunction(item) and not inspect.isclass(item):
            continue
        assert item.__doc__, f"{module.__name__}.{name} has no docstring"
        named = re.findall(r":param (\w+):", inspect.getdoc(item) or "")
        taken = inspect.signature(item).parameters
        assert set(named) <= set(taken), f"{module.__name__}.{name} explains what it does not take"
