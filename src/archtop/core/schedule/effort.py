"""How much a solver may work: counted in the solver's own steps, so that an answer is the same on any machine.

A limit in seconds gives a busy machine another answer than a quiet one. CP-SAT counts what it does in a unit of its own
("deterministic time"), about a second of one quiet core; with one worker and one seed the same question then has the
same answer always.
"""

from __future__ import annotations

from typing import Literal

from ortools.sat.python import cp_model

from archtop.core.schedule.watch import Watch

__all__ = ["Effort"]

By = Literal["all", "clauses", "asking"]

_SEED = 1
# Less than this is no question worth asking.
_LEAST = 0.05


class _Heard(cp_model.CpSolverSolutionCallback):
    """Tells of every plan that is found."""

    def __init__(self, watch: Watch) -> None:
        super().__init__()
        self.watch = watch

    def on_solution_callback(self) -> None:
        self.watch.found()


class Effort:
    """Work that is left for several questions, which share it.

    :param most: of all questions together [units of the solver's deterministic time]
    """

    def __init__(self, most: float) -> None:
        self.left = most

    @property
    def spent(self) -> bool:
        """Whether nothing is left for a further question."""
        return self.left < _LEAST

    def solve(
        self,
        model: cp_model.CpModel,
        share: float | None = None,
        watch: Watch | None = None,
        *,
        by: By = "all",
    ) -> tuple[cp_model.CpSolver, cp_model.CpSolverStatus]:
        """Ask one question.

        :param share: the most this one may take of what is left; all of it where nothing is said
        :param watch: follows it; stopped, nothing is asked any more
        :param by: ``all``; ``clauses``: without linear relaxations, quicker where few choices of many count;
            ``asking``: without thinking over the model first either, quicker where a season lies open from end to end
        """
        solver = cp_model.CpSolver()
        solver.parameters.max_deterministic_time = max(min(self.left, share or self.left), _LEAST)
        solver.parameters.num_workers = 1
        solver.parameters.random_seed = _SEED
        if by != "all":
            solver.parameters.linearization_level = 0
        solver.parameters.cp_model_presolve = by != "asking"
        if watch:
            watch.begin(solver.stop_search)
            if watch.stopped:
                solver.parameters.max_deterministic_time = 0.0
        status = solver.solve(model, _Heard(watch) if watch else None)
        self.left -= solver.response_proto.deterministic_time
        return solver, status
