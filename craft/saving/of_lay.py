"""The lay of a cloth as a drawing: the cloth, and every piece where it lies."""

from craft.drawing import Drawing, DrawnPath, DrawnText, Ink
from craft.drawing.curves import as_arrays
from craft.errors import CraftError
from craft.lay.items import LayItem
from craft.lay.judge import Judged
from craft.lay.result import ClothLay
from craft.pattern.layer_names import LINES, MARKS
from craft.saving.drawn_piece import BLACK, LETTER, WIDTH, PiecePen
from craft.saving.of_pieces import on_page
from craft.shape import path as paths
from craft.shape.affine import Affine, then
from craft.shape.curve import Point
from craft.shape.pen import Box

HIGH = 14.0  # mm: letters on the cloth
BEYOND = 20.0  # mm of cloth that is drawn beyond the last piece


def lay_drawing(lay: ClothLay) -> Drawing:
    """The cloth seen from above, its cut end to the left, the edge away from the person above. Raises
    CraftError where nothing lies on it."""
    if not lay.placed:
        raise CraftError("Nothing lies on this cloth yet.", "role")
    long = max(judged.box[2] for judged in lay.placed) + BEYOND
    up: Affine = (1.0, 0.0, 0.0, -1.0, 0.0, lay.width)
    drawn = [_cloth("cloth", [(0.0, 0.0), (long, 0.0), (long, lay.width), (0.0, lay.width)])]
    drawn += [
        _cloth("no cloth here", [(x, lay.width - y) for x, y in block]) for block in lay.blocks
    ]
    texts: list[DrawnText] = []
    items = {item.key: item for item in lay.items}
    for judged in sorted(lay.placed, key=lambda each: each.numbers.order):
        item = items[judged.placement.item]
        name = f"{item.piece} {item.name}"
        pen = PiecePen((name,), then(judged.matrix, up))
        pen.line(item.cutting, LINES["cutting"], WIDTH["cutting"], closed=True)
        pen.line(
            item.stitching, LINES["stitching"], WIDTH["stitching"], closed=True, dash=(4.0, 2.0)
        )
        pen.line(paths.polyline(*item.grain), MARKS["grain"], WIDTH["mark"])
        drawn += pen.paths
        texts.append(_words(judged, item, name, lay.width))
    return on_page(drawn, texts, long, lay.width)


def _cloth(layer: str, corners: list[Point]) -> DrawnPath:
    curves, straight = as_arrays(paths.polyline(*corners, corners[0]))
    return DrawnPath(curves, straight, True, Ink((layer,), BLACK, WIDTH["stitching"]), 0)


def _words(judged: Judged, item: LayItem, name: str, width: float) -> DrawnText:
    """The name in the middle of the piece, no wider than it."""
    box: Box = judged.box
    words = f"{judged.numbers.order}: {name}"
    high = min(HIGH, 0.9 * (box[2] - box[0]) / (LETTER * len(words)))
    long = LETTER * high * len(words)
    x, y = (box[0] + box[2] - long) / 2, width - (box[1] + box[3]) / 2 + 0.35 * high
    return DrawnText(words, (x, y), high, long, 0.0, 0)
