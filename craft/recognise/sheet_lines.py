"""All lines of a file on one sheet, each once, wherever its pages lie."""

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from scipy.spatial import cKDTree

from craft.drawing import Drawing, DrawnPath, DrawnText, chord_length
from craft.recognise.placing import NEAR, Placed
from craft.shape.affine import move_point, then


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
    paths += (
        each.moved(placed.at[each.page]) for each in drawing.paths
        if each.page in placed.at and (whole or not each.outside)
    )  # fmt: skip
    return SheetLines(tuple(_once(paths)), tuple(_words(drawing, placed)))


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
