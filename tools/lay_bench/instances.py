"""The measuring instances as problems for the search (format: README beside the instances)."""

import json
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import shapely
from shapely.geometry import Polygon

from craft.nest.problem import FLIP_X, FLIP_Y, Pose, Problem, centred

MM = 10.0  # instances are in cm
PLACES = (Path(__file__).parents[3] / "shared" / "bench" / "lay", Path(__file__).parent / "given")


@dataclass(frozen=True)
class Instance:
    """One garment on one cloth, in one mode: single, folded (lengthwise), or middle (both selvedges
    folded to the middle: two lanes with a fold at either side)."""

    name: str
    mode: str
    document: dict

    @property
    def key(self) -> str:
        """Name and mode."""
        return f"{self.name} {self.mode}"

    def problem(self) -> Problem:
        """The parts to lay and the poses each may take, in mm."""
        return _problem(self.document, self.mode)

    def fold_bound(self) -> float:
        """Sum of all fold edges and the gaps between them (mm): no folded lay is shorter."""
        edges = [_fold_edge(p) for p in self.document["pieces"] if p["on_fold"]
                 for _ in range(p["quantity"])]  # fmt: skip
        return MM * (sum(edges) + max(0, len(edges) - 1) * self.document["gap"])


def given(modes: tuple[str, ...] = ("single", "folded")) -> list[Instance]:
    """Every instance there is, in every mode."""
    files = sorted(file for place in PLACES for file in place.glob("*.json"))
    documents = [json.loads(file.read_text()) for file in files]
    return [Instance(d["name"], mode, d) for mode in modes for d in documents]


def _fold_edge(piece: dict) -> float:
    """Length of the piece's own sides on y = 0 (cm)."""
    ring = np.array(piece["outline"], float)
    on = np.abs(ring[:, 1]) < 1e-6
    both = on & np.roll(on, -1)
    return float(np.abs(np.roll(ring[:, 0], -1) - ring[:, 0])[both].sum())


def _opened(ring: np.ndarray) -> np.ndarray:
    """A half piece and its mirror image across y = 0, as one."""
    halves = [Polygon(ring).buffer(1e-7), Polygon(ring[::-1] * [1, -1]).buffer(1e-7)]
    made = shapely.union_all(halves).simplify(1e-5)
    return np.array(made.exterior.coords)[:-1]


def _turned(ring: np.ndarray, degrees: float) -> np.ndarray:
    c, s = np.cos(np.radians(degrees)), np.sin(np.radians(degrees))
    return ring @ np.array([[c, s], [-s, c]])


def _lanes(pose: Pose, height: float) -> list[Pose]:
    """The pose in either lane, where it is not too wide for one."""
    half = pose.low
    if 2 * half > height / 2:
        return []
    return [
        Pose(pose.shape, pose.flips, half, height / 2 - half),
        Pose(pose.shape, pose.flips, height / 2 + half, height - half),
    ]


def _problem(document: dict, mode: str) -> Problem:
    height = document["fabric_width"] * MM / (1 if mode == "single" else 2)
    shapes: list[np.ndarray] = []
    parts: list[tuple[Pose, ...]] = []

    def shape(ring: np.ndarray) -> tuple[int, float]:
        made, _ = centred(ring)
        shapes.append(made)
        return len(shapes) - 1, float(np.abs(made[:, 1]).max())

    for piece in document["pieces"]:
        ring = np.array(piece["outline"], float) * MM
        base, ends = piece["rotations"][0], len(piece["rotations"]) > 1
        if piece["on_fold"] and mode == "single":
            ring = _opened(ring)
        own, half = shape(_turned(ring, base))
        count = piece["quantity"]
        whole = piece["on_fold"] or not piece["mirrored"]
        end = FLIP_X | FLIP_Y
        if mode != "single" and piece["on_fold"]:
            # Turned end for end with its fold edge still on the fold: flipped along only.
            ends_on_fold = (0, FLIP_X) if ends else (0,)
            poses = [Pose(own, flips, half, half) for flips in ends_on_fold]
            if mode == "middle":
                far = height - half
                poses += [Pose(own, flips ^ FLIP_Y, far, far) for flips in ends_on_fold]
            parts += [tuple(poses)] * count
            continue
        low, high = half, height - half
        face = [Pose(own, flips, low, high) for flips in ((0, end) if ends else (0,))]
        if base % 90:  # a slanting piece's mirror image is another shape
            other, half = shape(_turned(ring * [1, -1], base))
            over = [Pose(other, pose.flips, half, height - half) for pose in face]
        else:
            over = [Pose(own, pose.flips ^ FLIP_Y, low, high) for pose in face]
        if mode != "single":
            # Both layers give both hands, whichever face is up.
            poses = [*face, *over]
            if mode == "middle":
                poses = [lane for pose in poses for lane in _lanes(pose, height)]
            parts += [tuple(poses)] * max(1, count // 2)
        elif whole:
            parts += [tuple(face)] * count
        else:
            parts += [tuple(face if i % 2 == 0 else over) for i in range(count)]
    return Problem(height, document["gap"] * MM, tuple(shapes), tuple(parts))
