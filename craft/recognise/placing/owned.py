"""What two pages both show belongs to one of them: lines are cut along the middle of the strip."""

from collections.abc import Iterable, Mapping

import numpy as np
from fontTools.misc.bezierTools import splitCubic

from craft.drawing import Drawing, DrawnPath
from craft.recognise.placing.page_lines import shown_paths, window_of
from craft.shape.affine import Affine, move_points
from craft.shape.curve import Floats

LEAST = 0.2  # mm: pages that overlap by less are cut apart
TINY = 1e-4  # mm: what is cut off shorter is nothing


def owned_frames(drawing: Drawing, at: Mapping[int, Affine]) -> dict[int, Floats] | None:
    """The part of the sheet that each page is asked for (2, 2): left and top, right and bottom (mm); None
    where no strip is shown twice."""
    window = window_of(shown_paths(drawing, at))
    if window is None:
        return None
    frames = {page: np.sort(move_points(window, there), axis=0) for page, there in at.items()}
    size = window[1] - window[0]
    owned = {page: frame.copy() for page, frame in frames.items()}
    twice = False
    for page, frame in frames.items():
        for other, theirs in frames.items():
            shared = np.minimum(frame[1], theirs[1]) - np.maximum(frame[0], theirs[0])
            if other == page or (shared <= LEAST).any():
                continue
            axis = int(np.argmin(shared / size))
            if shared[1 - axis] < 0.5 * size[1 - axis]:
                continue  # corner to corner: the neighbours beside and below see to it
            twice = True
            middle = (
                max(frame[0, axis], theirs[0, axis]) + min(frame[1, axis], theirs[1, axis])
            ) / 2
            side = 1 if frame[0, axis] < theirs[0, axis] else 0
            keep = min if side else max
            owned[page][side, axis] = keep(owned[page][side, axis], middle)
    if not twice:
        return None
    # Nothing is cut off at the outer edges of the sheet, where lines are as wide as they are.
    for page, frame in owned.items():
        for side in (0, 1):
            free = frame[side] == frames[page][side]
            frame[side, free] += (-1.0, 1.0)[side]
    return owned


def cut_to_frame(path: DrawnPath, frame: Floats) -> Iterable[DrawnPath]:
    """The parts of a line (mm of the sheet) within a frame."""
    left, top, right, low = path.box
    if left >= frame[0, 0] and top >= frame[0, 1] and right <= frame[1, 0] and low <= frame[1, 1]:
        yield path
        return
    if right < frame[0, 0] or left > frame[1, 0] or low < frame[0, 1] or top > frame[1, 1]:
        return
    parts = [
        (part, bool(straight))
        for curve, straight in zip(path.curves, path.straight, strict=True)
        for part in _split(curve, frame)
    ]
    runs: list[list[tuple[Floats, bool]]] = [[]]
    for part, straight in parts:
        middle = (part[0] + 3 * part[1] + 3 * part[2] + part[3]) / 8
        if (middle >= frame[0]).all() and (middle <= frame[1]).all():
            runs[-1].append((part, straight))
        elif runs[-1]:
            runs.append([])
    if path.closed and len(runs) > 1 and runs[0] and runs[-1] and parts[0][0] is runs[0][0][0]:
        runs[0] = runs.pop() + runs[0]
    for run in runs:
        if run:
            flags = np.array([flag for _, flag in run], dtype=bool)
            curves = np.stack([part for part, _ in run])
            yield path._replace(curves=curves, straight=flags, closed=False)


def _split(curve: Floats, frame: Floats) -> list[Floats]:
    """A cubic (4, 2) cut wherever it crosses a side of the frame."""
    parts = [curve]
    for axis in (0, 1):
        for side in (0, 1):
            where = float(frame[side, axis])
            parts = [
                np.array(piece)
                for part in parts
                for piece in splitCubic(*(tuple(p) for p in part.tolist()), where, axis == 1)
            ]
    return [part for part in parts if np.abs(part - part[0]).max() > TINY]
