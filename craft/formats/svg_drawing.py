"""An SVG as a drawing, in mm: shapes and paths with their styles, groups as layers, words with their
place."""

from collections.abc import Iterator
from io import BytesIO
from math import atan2, hypot
from typing import Any

import svgelements
from lxml import etree

from craft.drawing import Drawing, DrawnPath, DrawnText, Ink
from craft.errors import CraftError
from craft.formats.curves import Pencil
from craft.formats.one_page import on_one_page
from craft.measure import MM_PER_INCH
from craft.signs import readable

MOST_ELEMENTS, DEEPEST = 50_000, 60
MOST_DATA = 2_500_000  # letters of paths: some 300,000 places
PIXELS = 96.0  # to the inch, as the standard has it
MM = MM_PER_INCH / PIXELS
LABEL = "{http://www.inkscape.org/namespaces/inkscape}label"
REAL = ("mm", "cm", "in", "pt", "pc", "q")


def knows(head: bytes) -> bool:
    """Whether a file begins as an SVG does."""
    return b"<svg" in head or (
        head.lstrip(b"\xef\xbb\xbf \t\r\n").startswith(b"<?xml") and b"svg" in head
    )


def read(data: bytes, unit: float | None = None) -> Drawing:
    """The drawing in an SVG; ``unit``: how long a unit of it is (mm) where it does not say: else it
    counts in pixels of a screen. Raises CraftError: what is wrong with it."""
    root = _checked(data)
    known = any(str(root.get("width", "")).strip().lower().endswith(unit) for unit in REAL)
    try:
        whole = svgelements.SVG.parse(BytesIO(etree.tostring(root)), ppi=PIXELS)
    except (
        ValueError,
        TypeError,
        AttributeError,
        KeyError,
        IndexError,
        ZeroDivisionError,
        RecursionError,
    ) as error:
        raise CraftError("This SVG contradicts itself and cannot be read.", "file") from error
    paths: list[DrawnPath] = []
    texts: list[DrawnText] = []
    for element, layers in _elements(whole, (), 0):
        if isinstance(element, svgelements.Text):
            texts += _text(element)
        else:
            paths += _paths(element, layers)
        if len(paths) > MOST_ELEMENTS:
            raise CraftError(f"This SVG draws more than {MOST_ELEMENTS:,} lines.", "file")
    if known:
        return on_one_page(paths, texts)
    return on_one_page(paths, texts, grown=(unit or MM) / MM, unit=unit or MM)


def _checked(data: bytes) -> Any:
    """The file's tree: without entities, nothing fetched, nothing run."""
    parser = etree.XMLParser(
        resolve_entities=False, no_network=True, load_dtd=False, huge_tree=False, remove_comments=True,
        remove_pis=True,
    )  # fmt: skip
    try:
        root = etree.fromstring(data, parser)
    except etree.XMLSyntaxError as error:
        raise CraftError(
            "This SVG is damaged or was cut off while it was fetched.", "file"
        ) from error
    if (
        root.getroottree().docinfo.internalDTD is not None
        and root.getroottree().docinfo.internalDTD.entities()
    ):
        raise CraftError("This SVG brings entities of its own; a drawing needs none.", "file")
    if not isinstance(root.tag, str) or not root.tag.lower().endswith("svg"):
        raise CraftError("This file is no SVG.", "file")
    if sum(1 for _ in root.iter()) > MOST_ELEMENTS:
        raise CraftError(f"This SVG has more than {MOST_ELEMENTS:,} elements.", "file")
    drawn = sum(len(each.get("d") or each.get("points") or "") for each in root.iter())
    if drawn > MOST_DATA:
        raise CraftError("This SVG draws more places than any pattern has.", "file")
    if _expanded(root) > MOST_ELEMENTS:
        raise CraftError(f"This SVG shows its parts more than {MOST_ELEMENTS:,} times.", "file")
    return root


def _expanded(root: Any) -> int:
    """How many elements there are once every ``use`` shows what it names; a circle counts as too many."""
    by_id = {
        each.get("id"): each for each in root.iter() if isinstance(each.tag, str) and each.get("id")
    }
    known: dict[Any, int] = {}
    open_: set[Any] = set()

    def size(element: Any, depth: int) -> int:
        if element in known:
            return known[element]
        if element in open_ or depth > DEEPEST:
            return MOST_ELEMENTS + 1
        open_.add(element)
        total = 1
        if isinstance(element.tag, str) and element.tag.endswith("}use"):
            href = element.get("href") or element.get("{http://www.w3.org/1999/xlink}href") or ""
            target = by_id.get(href.lstrip("#"))
            total += size(target, depth + 1) if target is not None else 0
        for child in element:
            total = min(total + size(child, depth + 1), MOST_ELEMENTS + 1)
        open_.discard(element)
        known[element] = total
        return total

    return size(root, 0)


def _elements(
    group: Any, layers: tuple[str, ...], depth: int
) -> Iterator[tuple[Any, tuple[str, ...]]]:
    """Shapes and words with the groups that they lie in."""
    if depth > DEEPEST:
        raise CraftError("The groups of this SVG lie in each other too deep.", "file")
    for each in group:
        values = each.values if isinstance(getattr(each, "values", None), dict) else {}
        if isinstance(each, svgelements.Group | svgelements.Use):
            name = readable(str(values.get("attributes", {}).get(LABEL) or each.id or ""), 120)
            yield from _elements(each, (*layers, name) if name else layers, depth + 1)
        elif isinstance(each, svgelements.Shape | svgelements.Text):
            yield each, layers


def _paths(shape: Any, layers: tuple[str, ...]) -> list[DrawnPath]:
    """The lines of a shape; one without a stroke is an area."""
    try:
        path = svgelements.Path(shape)
        path.reify()
        path.approximate_arcs_with_cubics()
    except (ValueError, TypeError, ZeroDivisionError):
        return []
    stroke, fill = _colour(shape.stroke), _colour(shape.fill)
    if stroke is None and fill is None:
        return []
    width = float(shape.stroke_width or 0.0) * MM
    ink = Ink(
        layers,
        stroke or fill or "#000000",
        round(width, 4) if stroke else 0.0,
        _dash(shape) if stroke else (),
        filled=stroke is None,
    )
    pencil = Pencil()
    for segment in path:
        points = [(float(each.x) * MM, float(each.y) * MM) for each in segment if each is not None]
        if isinstance(segment, svgelements.Move):
            pencil.move(points[-1])
        elif isinstance(segment, svgelements.Close):
            pencil.close()
        elif isinstance(segment, svgelements.Line):
            pencil.line(points[-1])
        elif isinstance(segment, svgelements.QuadraticBezier):
            pencil.quadratic(*points[1:])
        elif isinstance(segment, svgelements.CubicBezier):
            pencil.cubic(*points[1:])
    return [
        DrawnPath(curves, straight, closed or ink.filled, ink, 0)
        for curves, straight, closed in pencil.lines()
    ]


def _colour(colour: Any) -> str | None:
    if colour is None or colour.value is None or colour.alpha == 0:
        return None
    return f"#{colour.red:02x}{colour.green:02x}{colour.blue:02x}"


def _dash(shape: Any) -> tuple[float, ...]:
    told = str(shape.values.get("stroke-dasharray") or "none")
    try:
        lengths = [
            abs(float(svgelements.Length(each).value(ppi=PIXELS)))
            for each in told.replace(",", " ").split()
        ]
    except (ValueError, TypeError):
        return ()
    scale = abs(shape.transform.determinant) ** 0.5 if shape.transform is not None else 1.0
    return tuple(round(each * scale * MM, 3) for each in lengths[:8]) if any(lengths) else ()


def _text(text: Any) -> list[DrawnText]:
    words = readable(str(text.text or ""))
    if not words:
        return []
    matrix = text.transform
    start = matrix.point_in_matrix_space((float(text.x or 0), float(text.y or 0)))
    end = matrix.point_in_matrix_space((float(text.x or 0) + 1, float(text.y or 0)))
    grown = hypot(end.x - start.x, end.y - start.y)
    height = float(text.font_size or 16) * grown * MM
    long = 0.5 * height * len(words)  # letters are half as wide as high, about
    angle = atan2(end.y - start.y, end.x - start.x)
    return [DrawnText(words, (start.x * MM, start.y * MM), height, long, angle, 0)]
