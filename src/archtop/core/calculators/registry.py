"""One registry: a calculator is a function from one input model to one output model, and the models are its schema."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated, Any, TypeVar, get_type_hints

from pydantic import BaseModel, Field

__all__ = ["CALCULATORS", "Calculator", "Positive", "calculator"]

Positive = Annotated[float, Field(gt=0, le=1e6)]


@dataclass(frozen=True)
class Calculator:
    """A named calculation with its models."""

    takes: type[BaseModel]
    gives: type[BaseModel]
    run: Callable[[Any], BaseModel]

    @property
    def summary(self) -> str:
        """The first line of its docstring."""
        return (self.run.__doc__ or "").strip().splitlines()[0]


_Run = TypeVar("_Run", bound=Callable[[Any], BaseModel])
CALCULATORS: dict[str, Calculator] = {}


def calculator(name: str) -> Callable[[_Run], _Run]:
    """Enter a function into the registry under ``name``; its annotations say what it takes and gives."""

    def enter(run: _Run) -> _Run:
        hints = get_type_hints(run)
        CALCULATORS[name] = Calculator(takes=hints["given"], gives=hints["return"], run=run)
        return run

    return enter
