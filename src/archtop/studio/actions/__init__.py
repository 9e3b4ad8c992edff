"""Operations: each loads rows, calls the core, saves in one transaction. Views and commands call these."""

from archtop.studio.actions.bench import press, steps_done
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.loaves import StaleSave, create_loaf, put_away, save_loaf

__all__ = [
    "StaleSave",
    "create_loaf",
    "cupboard_of_studio",
    "press",
    "put_away",
    "save_loaf",
    "steps_done",
]
