"""Pours: the mould as it fills, whether batter holds what is laid on it, the hanger's path."""

from archtop.core.pours.filling import Fill, InFace, Layer, fill
from archtop.core.pours.hanger import HangerPath, path_of, paths_of
from archtop.core.pours.holds import (
    EmbedHold,
    LaidIn,
    LayerHold,
    SmallHold,
    embed_holds,
    laid_in,
    layer_holds,
    small_holds,
    wait_for_stage,
)

__all__ = [
    "EmbedHold",
    "Fill",
    "HangerPath",
    "InFace",
    "LaidIn",
    "Layer",
    "LayerHold",
    "SmallHold",
    "embed_holds",
    "fill",
    "laid_in",
    "layer_holds",
    "path_of",
    "paths_of",
    "small_holds",
    "wait_for_stage",
]
