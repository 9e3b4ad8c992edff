"""The loaf in the hand: bars, motifs, pieces and columns as closed meshes, and what their sides look like.

- ``loaf_solids``: every bar with everything on it, cut where wires go
- ``pictures_of``, ``outside_of``: what cuts and outsides show, by the pour field; for a first look the outsides alone
- ``as_glb``, ``as_stl``: the same in open formats; ``still_of``: as a picture
- ``warm``: what they draw with, loaded before anybody waits for it
"""

import importlib

from archtop.core.solids.body import Patch, whole_bar
from archtop.core.solids.files import as_glb, as_stl, mesh_as_stl
from archtop.core.solids.knife import Block
from archtop.core.solids.loaf import BarSolid, LoafSolids, OnTop, loaf_solids
from archtop.core.solids.moment import Moment, after_step
from archtop.core.solids.motifs import Detail, Piped, motif_solid
from archtop.core.solids.mould import hollow_of, walls_of
from archtop.core.solids.pictures import Pictures, look_of, outside_of, pictures_of
from archtop.core.solids.skin import FacePicture, Look, Skin, face_picture
from archtop.core.solids.slump import Stiffness, slumped, torn
from archtop.core.solids.still import Slant, still_of
from archtop.core.solids.words import loaf_in_words

__all__ = [
    "BarSolid",
    "Block",
    "Detail",
    "FacePicture",
    "LoafSolids",
    "Look",
    "Moment",
    "OnTop",
    "Patch",
    "Pictures",
    "Piped",
    "Skin",
    "Slant",
    "Stiffness",
    "after_step",
    "as_glb",
    "as_stl",
    "face_picture",
    "hollow_of",
    "loaf_in_words",
    "loaf_solids",
    "look_of",
    "mesh_as_stl",
    "motif_solid",
    "outside_of",
    "pictures_of",
    "slumped",
    "still_of",
    "torn",
    "walls_of",
    "warm",
    "whole_bar",
]


def warm() -> None:
    """Load what cuts, writes and draws, before anybody asks for a solid."""
    for name in ("manifold3d", "PIL.Image", "trimesh.exchange.gltf", "trimesh.visual.material"):
        importlib.import_module(name)
