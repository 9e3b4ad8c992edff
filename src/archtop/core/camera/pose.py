"""Where the camera stood: so that what lies above the sheet is seen where it lies, not where it hides the paper."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from archtop.core.camera.marks import Array, Located, Picture, through, vision

__all__ = ["Pose", "pose_of"]

# The usual lens of a telephone, as its maker would write it: by the diagonal of 35 mm film, 43.27 mm [mm]. It is
# taken where the file does not tell; telephones lie so far about it.
USUAL_LENS_MM, FILM_DIAGONAL_MM = 26.0, 43.27
UNKNOWN_LENS, KNOWN_LENS = 0.15, 0.02
# A square about the sheet's middle, inside of what any sheet's marks span [mm to each side].
_REACH_MM = 70.0
# A corner of the sheet, by all its marks together [px].
_CORNER_PX = 0.4


@dataclass(frozen=True)
class Pose:
    """A camera over a sheet: x to the right and y downwards on the sheet, heights above it [mm].

    ``to_px``: homography from the sheet to the photograph; ``eye``: where the lens stood, shape (3,), its last the
    height; ``lens_off``: how far the focal length may be out, as a share.
    """

    to_px: Array
    eye: Array
    lens_off: float

    def hidden_by(self, points: Array, height_mm: float) -> Array:
        """Where on the sheet that paper lies which points at a height hide, shape (points, 2)."""
        stretched = self.eye[2] / (self.eye[2] - height_mm)
        return np.asarray(self.eye[:2] + (points - self.eye[:2]) * stretched)

    def at_height(self, points: Array, height_mm: float) -> Array:
        """Points at a height, from the paper that they hide, shape (points, 2)."""
        return np.asarray(self.eye[:2] + (points - self.eye[:2]) * (1 - height_mm / self.eye[2]))

    def where_it_shrinks(self, height_mm: float, share: float) -> Pose:
        """The camera at another height, so that what lies at a height comes out so many times as large."""
        shrinks = (1 - height_mm / self.eye[2]) * share
        # Never below what it looks at, and never so far up that nothing shrinks.
        eye = height_mm / (1 - min(max(shrinks, 0.5), 0.995))
        return replace(self, eye=np.array([*self.eye[:2], eye]))

    def px_at(self, height_mm: float) -> Array:
        """Homography from the plane at a height [mm] to the photograph [px], shape (3, 3)."""
        stretched = self.eye[2] / (self.eye[2] - height_mm)
        x, y = self.eye[:2] * (1 - stretched)
        return np.asarray(self.to_px @ np.array([[stretched, 0, x], [0, stretched, y], [0, 0, 1]]))


def pose_of(picture: Picture, at: Located, focal_share: float | None = None) -> Pose:
    """Where the camera stood by how the sheet lies in its picture (IPPE, Collins and Bartoli 2014, by the vision
    library).

    :param focal_share: focal length as a share of the picture's longer side; ``None`` takes a telephone's usual lens
    """
    high, wide = picture.shape[:2]
    corners = _REACH_MM * np.array([[-1, -1, 0], [1, -1, 0], [1, 1, 0], [-1, 1, 0]], dtype=float)
    seen = through(at.to_px, corners[:, :2])
    middle = (wide - 1) / 2, (high - 1) / 2
    if focal_share:
        _, eye = _stood(corners, seen, focal_share * max(high, wide), middle)
        return Pose(at.to_px, eye, KNOWN_LENS)
    # Held at a slant the sheet tells the lens itself, by how its far side shrinks; from straight above it does not.
    off = np.linspace(-3 * UNKNOWN_LENS, 3 * UNKNOWN_LENS, 37)
    usual = USUAL_LENS_MM / FILM_DIAGONAL_MM * math.hypot(high, wide)
    tried = [_stood(corners, seen, usual * math.exp(step), middle) for step in off]
    against = np.array([misses / (2 * _CORNER_PX**2) for misses, _ in tried]) + (off / UNKNOWN_LENS) ** 2 / 2
    weights = np.exp(against.min() - against)
    likely = float(weights @ off / weights.sum())
    sd = math.sqrt(float(weights @ (off - likely) ** 2 / weights.sum()))
    _, eye = _stood(corners, seen, usual * math.exp(likely), middle)
    return Pose(at.to_px, eye, math.hypot(sd, KNOWN_LENS))


def _stood(corners: Array, seen: Array, focal: float, middle: tuple[float, float]) -> tuple[float, Array]:
    """By a lens [px]: by how much its corners miss those that were seen [px², summed], and where it stood [mm]."""
    cv = vision()
    lens = np.array([[focal, 0, middle[0]], [0, focal, middle[1]], [0, 0, 1]])
    _, turned, moved = cv.solvePnP(corners, seen, lens, None, flags=cv.SOLVEPNP_IPPE)
    turned, moved = cv.solvePnPRefineLM(corners, seen, lens, None, turned, moved)
    there, _ = cv.projectPoints(corners, turned, moved, lens, None)
    turn, _ = cv.Rodrigues(turned)
    eye = np.asarray(-turn.T @ moved, dtype=float).ravel()
    # The vision library's third way runs into the paper.
    eye[2] = abs(eye[2])
    return float(((there.reshape(-1, 2) - seen) ** 2).sum()), eye
