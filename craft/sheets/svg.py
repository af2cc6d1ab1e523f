"""One piece as SVG in real units: opened in any drawing program it has its true size."""

from xml.sax.saxutils import escape

from craft.measure import Unit, render
from craft.shape import path as paths
from craft.shape.curve import Curve
from craft.shape.pen import bounds, svg_path
from craft.sheets.pieces import OutPiece
from craft.sheets.strokes import CUTTING, FOLD, STITCHING, strokes
from craft.trace.label_place import LINE

ROOM = 10.0  # round the piece (mm)


def write_svg(piece: OutPiece, unit: Unit) -> str:
    """The piece with a group for each layer, width and height in mm."""
    x0, y0, x1, y1 = bounds(piece.outermost)
    x0, y0, wide, high = x0 - ROOM, y0 - ROOM, x1 - x0 + 2 * ROOM, y1 - y0 + 2 * ROOM
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{wide:.3f}mm" height="{high:.3f}mm" '
        f'viewBox="{x0:.3f} {y0:.3f} {wide:.3f} {high:.3f}" fill="none" stroke="#172028">',
        f"<title>{escape(f'{piece.number} {piece.name}')}</title>",
    ]
    if piece.line == "cutting":
        parts.append(_group("cutting", [_path(piece.outermost, CUTTING, closed=True)]))
    parts.append(
        _group(
            "stitching",
            [
                _path(edge.path, FOLD if edge.kind == "fold" else STITCHING,
                      () if edge.kind == "fold" else (4.0, 2.0))
                for edge in piece.shape.edges
            ],
        )
    )  # fmt: skip
    lines = [line for mark in piece.marks for line in strokes(mark, piece.outward.get(mark.id))]
    parts.append(
        _group(
            "marks", [_path(paths.polyline(*each.points), each.width, each.dash) for each in lines]
        )
    )
    place = piece.place
    x, y = place.at
    size = min(6.0, place.size)
    turn = f' transform="rotate(90 {x:.2f} {y:.2f})"' if place.turned else ""
    words = [
        f'<text x="{x:.2f}" y="{y + (index - (len(place.lines) - 1) / 2) * size * LINE:.2f}"{turn} '
        f'font-size="{size:.2f}" text-anchor="middle" stroke="none" fill="#172028">'
        f"{escape(render(line, unit))}</text>"
        for index, line in enumerate(place.lines)
    ]
    parts.append(_group("label", words))
    return "\n".join([*parts, "</svg>\n"])


def _group(name: str, parts: list[str]) -> str:
    return "\n".join([f'<g id="{name}">', *parts, "</g>"])


def _path(
    path: tuple[Curve, ...], width: float, dash: tuple[float, ...] = (), closed: bool = False
) -> str:
    dashes = f' stroke-dasharray="{" ".join(f"{mm:g}" for mm in dash)}"' if dash else ""
    return f'<path d="{svg_path(path, closed=closed)}" stroke-width="{width}"{dashes}/>'
