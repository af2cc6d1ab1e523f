"""Pages placed by the nodes that neighbours share: where lines were cut, or in a strip both show."""

from collections.abc import Sequence
from itertools import product

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing
from craft.recognise.placing.grid import at_cell, cell_at, grid_fit, middle, on_top, turned_in
from craft.recognise.placing.joints import (
    Joint,
    Nodes,
    joints_of,
    nodes_of,
    of_one_step,
    surest,
    window_of_nodes,
)
from craft.recognise.placing.page_lines import within
from craft.recognise.placing.placed import GOING_ON, LOOP, MOST_OF, NEAR, Placed
from craft.shape.affine import IDENTITY, Affine, inverse, move_points, then
from craft.shape.curve import Floats


def by_nodes(drawing: Drawing, numbers: Sequence[int]) -> Placed | None:
    """Neighbours share the ends of lines cut between them, and all nodes that both of them show."""
    nodes = nodes_of(drawing, numbers)
    if not nodes:
        return None
    window = window_of_nodes(nodes)
    tried = [
        joint for k, a in enumerate(numbers) for b in numbers[k + 1 :]
        if a in nodes and b in nodes for joint in joints_of(a, b, nodes, window)
    ]  # fmt: skip
    joints = of_one_step(tried, window) or surest(tried)
    page = drawing.pages[numbers[0]]
    placed = _joined(sorted(joints, key=lambda each: -each.shared), page.width, page.height)
    if not placed:
        return None
    placed = _on_the_grid(placed, numbers, drawing)
    if len(placed) < MOST_OF * len(numbers):
        return None
    refined, off = _settled(placed, nodes)
    if _going_on(refined, nodes, window) < GOING_ON:
        return None
    loose = tuple(each for each in numbers if each not in refined)
    return Placed(refined, "nodes", max(off, default=None), loose)


def _going_on(placed: dict[int, Affine], nodes: dict[int, Nodes], window: Floats) -> float:
    """The share of nodes at the edges of pages, where another page begins, that this other one has too."""
    pages = [page for page in placed if page in nodes]
    there = {page: move_points(nodes[page].points, placed[page]) for page in pages}
    frames = {page: np.sort(move_points(window, placed[page]), axis=0) for page in pages}
    cut = met = 0
    for page in pages:
        points, frame = there[page], frames[page]
        edge = (np.abs(points[:, None] - frame[None]) <= NEAR).any(axis=(1, 2))
        others = [other for other in pages if other != page]
        near = [within(points, frames[other], NEAR) & edge for other in others]
        shown = np.array(near).any(axis=0) if near else np.zeros(len(points), dtype=bool)
        if shown.any():
            rest = np.concatenate([there[other] for other in others])
            met += int((cKDTree(rest).query(points[shown])[0] <= 2 * NEAR).sum())
            cut += int(shown.sum())
    return met / cut if cut else 1.0


def _joined(joints: Sequence[Joint], wide: float, tall: float) -> dict[int, Affine]:
    """The largest group of pages that the joints, the surest first, put together without contradiction."""
    group = {page: page for joint in joints for page in (joint.a, joint.b)}
    at = dict.fromkeys(group, IDENTITY)
    for joint in joints:
        a, b = group[joint.a], group[joint.b]
        there = then(joint.at, at[joint.a])
        if a == b:
            continue  # a loop: checked below by settling all of them
        shift = then(inverse(at[joint.b]), there)
        mine = [page for page in group if group[page] == b]
        moved = {page: then(at[page], shift) for page in mine}
        rest = [at[page] for page in group if group[page] == a]
        if any(on_top(x, y, wide, tall) for x in moved.values() for y in rest):
            continue
        at.update(moved)
        group.update(dict.fromkeys(mine, a))
    if not group:
        return {}
    most = max(
        set(group.values()), key=lambda each: sum(1 for page in group if group[page] == each)
    )
    return {page: at[page] for page in group if group[page] == most}


def _on_the_grid(
    placed: dict[int, Affine], numbers: Sequence[int], drawing: Drawing
) -> dict[int, Affine]:
    """Pages that show too little are put where their number says, if all the others lie so."""
    missing = [each for each in numbers if each not in placed]
    if not missing or len(placed) < 4 or len({round(drawing.pages[n].width) for n in numbers}) > 1:
        return placed
    wide, tall = drawing.pages[numbers[0]].width, drawing.pages[numbers[0]].height
    middles = {page: middle(at, wide, tall) for page, at in placed.items()}
    turned = {page: at[0] for page, at in placed.items()}
    whole = dict(placed)
    # Most sheets begin with their first page; a few have pages before it that were left out.
    for least, most in ((0, 1), (1, len(drawing.pages))):
        told: dict[int, list[Affine]] = {page: [] for page in missing if page not in whole}
        for columns in range(1, len(drawing.pages) + 1):
            for by_rows, before in product((True, False), range(least, min(most, columns))):
                # Pages that show nothing are counted too.
                cell = {
                    page: cell_at(page - numbers[0] + before, columns, by_rows=by_rows)
                    for page in numbers
                }
                fit = grid_fit(middles, cell, wide, tall)
                if fit is None:
                    continue
                for page, places in told.items():
                    sign = turned_in({cell[each]: way for each, way in turned.items()}, cell[page])
                    if sign is not None:
                        places.append(at_cell(fit, cell[page], sign, wide, tall))
        for page, places in told.items():
            # Only where there is but one way to number such a sheet, and the place is free.
            sure = bool(places) and np.ptp(np.array(places), axis=0).max() < 1.0
            if sure and not any(on_top(places[0], other, wide, tall) for other in whole.values()):
                whole[page] = places[0]
    return whole


def _settled(
    placed: dict[int, Affine], nodes: dict[int, Nodes]
) -> tuple[dict[int, Affine], list[float]]:
    """All pages moved so that the nodes they share lie as near each other as can be (least squares), and
    how far each pair is then apart (mm)."""
    pages = [each for each in placed if each in nodes]
    there = [move_points(nodes[page].points, placed[page]) for page in pages]
    owner = np.concatenate([np.full(len(points), at) for at, points in enumerate(there)])
    points, inks = np.concatenate(there), np.concatenate([nodes[page].inks for page in pages])
    pairs = cKDTree(points).query_pairs(2 * LOOP, output_type="ndarray")
    pairs = pairs[
        (owner[pairs[:, 0]] != owner[pairs[:, 1]])
        & (inks[pairs[:, 0]] & inks[pairs[:, 1]]).any(axis=1)
    ]
    if not len(pairs):
        return placed, []
    shift = np.zeros((len(pages), 2))
    for reach in (2 * LOOP, NEAR):
        a, b = pairs[:, 0], pairs[:, 1]
        apart = (points[a] + shift[owner[a]]) - (points[b] + shift[owner[b]])
        kept = pairs[np.hypot(*apart.T) <= reach]
        rows = np.zeros((len(kept) + len(pages), len(pages)))
        index = np.arange(len(kept))
        rows[index, owner[kept[:, 0]]] += 1.0
        rows[index, owner[kept[:, 1]]] -= 1.0
        # Pages that nothing holds stay where they are.
        rows[len(kept) + np.arange(len(pages)), np.arange(len(pages))] = 1e-6
        wanted = np.concatenate(
            (points[kept[:, 1]] - points[kept[:, 0]], np.zeros((len(pages), 2)))
        )
        shift, *_ = np.linalg.lstsq(rows, wanted, rcond=None)
    a, b = kept[:, 0], kept[:, 1]
    apart = (points[a] + shift[owner[a]]) - (points[b] + shift[owner[b]])
    moved = dict(placed)
    for at, page in enumerate(pages):
        p = placed[page]
        moved[page] = (*p[:4], p[4] + float(shift[at, 0]), p[5] + float(shift[at, 1]))
    return moved, [float(each) for each in np.hypot(*apart.T)]
