"""All lines of a file on one sheet, each once, wherever its pages lie."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing, DrawnPath, DrawnText, chord_length
from craft.recognise.lettering import is_letter
from craft.recognise.placing import NEAR, Placed
from craft.recognise.placing.owned import cut_to_frame, owned_frames
from craft.shape.affine import move_point, then
from craft.shape.curve import Floats


@dataclass(frozen=True, slots=True)
class SheetLines:
    """Lines and words in mm of the sheet (``page`` is where each was found first)."""

    paths: tuple[DrawnPath, ...]
    texts: tuple[DrawnText, ...]


def sheet_lines(drawing: Drawing, placed: Placed) -> SheetLines:
    """What is drawn on the pages whose place is known."""
    paths: list[DrawnPath] = []
    seen: set[int] = set()
    for page, at in placed.at.items():
        for form, there in drawing.pages[page].forms:
            if form not in seen:  # every page shows the same one, another part of it
                seen.add(form)
                paths += (each.moved(then(there, at), page) for each in drawing.forms[form])
    whole = placed.how in ("lines", "one")
    drawn = (
        each.moved(placed.at[each.page]) for each in drawing.paths
        if each.page in placed.at and (whole or not each.outside)
    )  # fmt: skip
    owned = owned_frames(drawing, placed.at) if placed.how == "nodes" else None
    for each in drawn:
        # Letters are whole on whichever page has them.
        paths += (
            [each] if owned is None or is_letter(each) else cut_to_frame(each, owned[each.page])
        )
    once = list(_once(paths))
    if placed.how == "nodes":
        once = _without_parts(once)
    return SheetLines(tuple(once), tuple(_words(drawing, placed)))


def _once(paths: list[DrawnPath]) -> Iterable[DrawnPath]:
    """Each line once, though several pages drew it; one that is seen rather than one that is not."""
    if len(paths) < 2:
        return paths
    features = np.array([
        (
            *each.curves[0, 0], *each.curves[-1, 3], *each.curves.mean(axis=(0, 1)),
            chord_length(each.curves), len(each.curves),
        )
        for each in paths
    ])  # fmt: skip
    gone: set[int] = set()
    pairs = cKDTree(features).query_pairs(2 * NEAR, output_type="ndarray")
    for a, b in pairs[np.lexsort((pairs[:, 1], pairs[:, 0]))]:
        if a in gone or b in gone or paths[a].ink != paths[b].ink:
            continue
        gone.add(int(a if paths[a].outside and not paths[b].outside else b))
    return (each for at, each in enumerate(paths) if at not in gone)


def _without_parts(paths: list[DrawnPath]) -> list[DrawnPath]:
    """The paths without straight lines that are a part of another path as well: one that runs along the
    edge of a page is drawn by both its neighbours, once alone and once with what goes on from it."""
    whole: dict[object, list[Floats]] = defaultdict(list)
    for path in paths:
        if len(path.curves) > 1:
            whole[path.ink.kind].append(path.curves[path.straight][:, [0, 3]])
    trees = {
        ink: cKDTree(np.concatenate([lines.reshape(-1, 4), lines[:, ::-1].reshape(-1, 4)]))
        for ink, parts in whole.items()
        if len(lines := np.concatenate(parts))
    }
    return [
        path for path in paths
        if len(path.curves) > 1 or not path.straight[0] or path.ink.kind not in trees
        or trees[path.ink.kind].query(path.curves[0, [0, 3]].reshape(4))[0] > 2 * NEAR
    ]  # fmt: skip


def _words(drawing: Drawing, placed: Placed) -> Iterable[DrawnText]:
    """Lines of text, those once that several pages have at one place of the sheet; without page numbers and
    whatever else most pages have at one place of the page."""
    often: dict[tuple[float, ...], set[int]] = defaultdict(set)
    for text in drawing.texts:
        often[_place(text)].add(text.page)
    most = max(3.0, 0.6 * len(drawing.pages))
    kept: set[tuple[str, int, int]] = set()
    for text in drawing.texts:
        at = placed.at.get(text.page)
        if at is None or len(often[_place(text)]) >= most:
            continue
        page = drawing.pages[text.page]
        x, y = text.at
        if placed.how == "nodes" and not (0 <= x <= page.width and 0 <= y <= page.height):
            continue
        x, y = move_point(text.at, at)
        key = (text.text, round(x / 2), round(y / 2))
        if not kept & {
            (text.text, key[1] + dx, key[2] + dy) for dx in (-1, 0, 1) for dy in (-1, 0, 1)
        }:
            kept.add(key)
            turned = np.pi if at[0] < 0 else 0.0
            yield text._replace(
                at=(x, y), angle=(text.angle + turned + np.pi) % (2 * np.pi) - np.pi
            )


def _place(text: DrawnText) -> tuple[float, ...]:
    return (round(text.at[0] / 6), round(text.at[1]), round(text.height * 4))
