"""The bench's steps: the plan told as one thing to do after another.

Keys are made from the document's ids, so that a step keeps its key when numbers change.
"""

from archtop.core.steps.of_loaf import Planned, bench_steps
from archtop.core.steps.step import Step

__all__ = [
    "Planned",
    "Step",
    "bench_steps",
]
