"""How long hands are at what is filled and cut: stated guesses, lye and washing up included."""

from __future__ import annotations

__all__ = ["also_out_min", "cut_min", "fill_min", "pour_min"]

_POUR_MIN, _STEP_MIN, _CUT_MIN = 75.0, 8.0, 45.0
# Of what is filled alike each more takes less time: the bowls are mixed, the wire is set.
_STEP_AGAIN_MIN, _CUT_AGAIN_MIN = 3.0, 15.0
_CUP_STEP_MIN, _CUP_OUT_MIN = 0.3, 1.0
# Another mould is turned out with the wire already set.
_ALSO_OUT_MIN = 15.0


def pour_min(steps: int, on_top_min: float, moulds: int, whole: bool) -> float:
    """Minutes from the lye to the last piece on top, over all moulds.

    :param steps: of the work
    :param on_top_min: at the bag and with the pieces, for one of them
    :param whole: cups on a tray

    >>> pour_min(3, 20, 1, False), pour_min(3, 20, 3, False)
    (119.0, 177.0)
    """
    return _POUR_MIN + steps * fill_min(moulds, whole) + moulds * on_top_min


def fill_min(moulds: int, whole: bool) -> float:
    """Minutes to fill so many alike once.

    >>> fill_min(1, False), fill_min(3, False)
    (8.0, 14.0)
    """
    return _STEP_MIN + (moulds - 1) * (_CUP_STEP_MIN if whole else _STEP_AGAIN_MIN)


def cut_min(moulds: int, whole: bool) -> float:
    """Minutes to turn all of them out and cut them.

    >>> cut_min(1, False), cut_min(3, False), cut_min(12, True)
    (45.0, 75.0, 56.0)
    """
    return _CUT_MIN + (moulds - 1) * (_CUP_OUT_MIN if whole else _CUT_AGAIN_MIN)


def also_out_min(moulds: int, whole: bool) -> float:
    """Minutes to turn out, and cut where it is, so many of another mould.

    >>> also_out_min(1, False), also_out_min(6, True)
    (15.0, 20.0)
    """
    return _ALSO_OUT_MIN + (moulds - 1) * (_CUP_OUT_MIN if whole else _CUT_AGAIN_MIN)
