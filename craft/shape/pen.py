"""One pen for every line that leaves the program.

A pen is told where to move, to draw a line or a cubic, and to close; what comes of it is the pen's own
business: an SVG path, a path on a PDF page, the box round it. This is the protocol of fontTools.pens:

    >>> square = (((0.0, 0.0), (10.0, 0.0)), ((10.0, 0.0), (10.0, 20.0)))
    >>> svg_path(square)
    'M0.0000 0.0000H10.0000V20.0000'
    >>> bounds((((0.0, 0.0), (0.0, 40.0), (30.0, 40.0), (30.0, 0.0)),))
    (0.0, 0.0, 30.0, 30.0)
"""

from fontTools.pens.basePen import AbstractPen
from fontTools.pens.boundsPen import BoundsPen
from fontTools.pens.svgPathPen import SVGPathPen

from craft.shape.path import Path

Box = tuple[float, float, float, float]


def draw(path: Path, pen: AbstractPen, *, closed: bool = False) -> None:
    """Draw the path with the pen: one contour, open or closed."""
    if not path:
        return
    pen.moveTo(path[0][0])
    for curve in path:
        if len(curve) == 2:
            pen.lineTo(curve[1])
        else:
            pen.curveTo(*curve[1:])
    if closed:
        pen.closePath()
    else:
        pen.endPath()


def bounds(path: Path) -> Box:
    """Least x, least y, greatest x, greatest y of the path itself (mm): exact for cubics, whose control
    points may lie far outside. Raises ValueError for a path without a curve.

    >>> bounds((((0.0, 0.0), (0.0, 40.0), (30.0, 40.0), (30.0, 0.0)),))
    (0.0, 0.0, 30.0, 30.0)
    """
    pen = BoundsPen(None)
    draw(path, pen)
    if pen.bounds is None:
        raise ValueError("a path without a curve has no bounds")
    x0, y0, x1, y1 = pen.bounds
    return (float(x0), float(y0), float(x1), float(y1))


def boxes_meet(a: Box, b: Box) -> bool:
    """Whether two boxes have a place in common.

    >>> boxes_meet((0.0, 0.0, 10.0, 10.0), (10.0, 5.0, 20.0, 6.0))
    True
    """
    return a[0] <= b[2] and b[0] <= a[2] and a[1] <= b[3] and b[1] <= a[3]


def svg_path(path: Path, *, closed: bool = False) -> str:
    """The path as SVG path data, to 0.1 µm.

    >>> svg_path((((0.0, 0.0), (10.0, 0.0)), ((10.0, 0.0), (10.0, 5.0))))
    'M0.0000 0.0000H10.0000V5.0000'
    """
    pen = SVGPathPen(None, ntos=lambda mm: f"{mm:.4f}")
    draw(path, pen, closed=closed)
    return str(pen.getCommands())
