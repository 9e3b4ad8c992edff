"""The bench's steps: the plan told as one thing to do after another.

Keys are made from the document's ids, so that a step keeps its key when numbers change.
"""

from archtop.core.working.bench import bench_steps
from archtop.core.working.step import Amount, Step

__all__ = ["Amount", "Step", "bench_steps"]
