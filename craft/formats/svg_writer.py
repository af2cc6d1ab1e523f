"""A drawing as SVG in mm: a layer for every group, so that drawing programs can show and hide it."""

from dataclasses import dataclass, field
from math import degrees
from xml.sax.saxutils import escape, quoteattr

from craft.drawing import Drawing, DrawnPath, DrawnText
from craft.drawing.curves import path_of
from craft.shape.pen import svg_path

SPACES = 'xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape"'


@dataclass
class _Group:
    paths: list[DrawnPath] = field(default_factory=list)
    inner: dict[str, "_Group"] = field(default_factory=dict)


def write_svg_drawing(drawing: Drawing, title: str) -> bytes:
    """The first page of a drawing, in real units."""
    page = drawing.pages[0]
    root = _Group()
    for path in drawing.paths:
        group = root
        for name in path.ink.layers:
            group = group.inner.setdefault(name, _Group())
        group.paths.append(path)
    lines = [
        '<?xml version="1.0" encoding="UTF-8"?>',
        f'<svg {SPACES} width="{page.width:.3f}mm" height="{page.height:.3f}mm" '
        f'viewBox="0 0 {page.width:.3f} {page.height:.3f}" fill="none">',
        f"<title>{escape(title)}</title>",
        *_inside(root),
        '<g id="words" inkscape:groupmode="layer" inkscape:label="words" fill="#172028" '
        'font-family="sans-serif">',
        *map(_text, drawing.texts),
        "</g>",
        "</svg>",
    ]
    return ("\n".join(lines) + "\n").encode()


def _inside(group: _Group) -> list[str]:
    lines = [_path(each) for each in group.paths]
    for name, inner in group.inner.items():
        lines += [
            f'<g inkscape:groupmode="layer" inkscape:label={quoteattr(name)}>',
            *_inside(inner),
            "</g>",
        ]
    return lines


def _path(path: DrawnPath) -> str:
    ink = path.ink
    dash = f' stroke-dasharray="{" ".join(f"{mm:g}" for mm in ink.dash)}"' if ink.dash else ""
    data = svg_path(path_of(path.curves, path.straight), closed=path.closed)
    return f'<path d="{data}" stroke="{ink.colour}" stroke-width="{ink.width:g}"{dash}/>'


def _text(text: DrawnText) -> str:
    x, y = text.at
    turn = f' transform="rotate({degrees(text.angle):.3f} {x:.3f} {y:.3f})"' if text.angle else ""
    return (
        f'<text x="{x:.3f}" y="{y:.3f}"{turn} font-size="{text.height:.3f}" '
        f'textLength="{text.length:.3f}" lengthAdjust="spacingAndGlyphs">{escape(text.text)}</text>'
    )
