"""Layers by what they hold: how drawings that are saved name them, and what other people's names mean."""

import re
from collections.abc import Iterable
from typing import Literal, NamedTuple

from craft.pattern.marks import WORDS, Mark, MarkKind

LineKind = Literal["cutting", "stitching", "fold", "inner", "words"]
LINES: dict[LineKind, str] = {
    "cutting": "cutting line", "stitching": "stitching line", "fold": "fold line",
    "inner": "inner line", "words": "words",
}  # fmt: skip
# A line that is sewn through inside of a piece is no outline of it.
MARKS: dict[MarkKind, str] = {**WORDS, "stitching line": "inner stitching line"}
_MARK_NAMES: dict[str, MarkKind] = {
    **{name: kind for kind, name in MARKS.items()},
    "grainline": "grain", "grain": "grain", "drill": "dot", "drill hole": "dot",
    "button hole": "buttonhole", "placement": "placement", "casing": "casing",
    "length line": "length line", "stretch": "stretch",
}  # fmt: skip
_LINE_NAMES: dict[str, LineKind] = {
    **{name: kind for kind, name in LINES.items()},
    "cut": "cutting", "cutting": "cutting", "cut line": "cutting", "boundary": "cutting",
    "piece boundary": "cutting", "outline": "cutting", "contour": "cutting",
    "sew": "stitching", "sew line": "stitching", "sewing line": "stitching", "stitching": "stitching",
    "seam line": "stitching", "seamline": "stitching", "stitch line": "stitching",
    "fold": "fold", "mirror": "fold", "mirror line": "fold",
    "internal": "inner", "internal line": "inner", "text": "words", "annotation": "words",
}  # fmt: skip
# The numbers that the interchange of patterns by DXF gives its layers (ASTM D6673).
_MARK_NUMBERS: dict[str, MarkKind] = {
    "4": "notch", "7": "grain", "13": "dot", "80": "notch", "81": "notch", "82": "notch", "83": "notch",
}  # fmt: skip
_LINE_NUMBERS: dict[str, LineKind] = {
    "1": "cutting", "6": "fold", "8": "inner", "11": "inner", "14": "stitching", "15": "words",
}  # fmt: skip
_PARTED = re.compile(r"^(.+?)\s*(?:\(([^()]*)\))?$")


class LayerMeaning(NamedTuple):
    """What a layer holds: a kind of ``line``, or of ``mark``. ``level``: the body level it names."""

    line: LineKind | None = None
    mark: MarkKind | None = None
    level: str = ""


def layer_of(mark: Mark) -> str:
    """The layer that a mark is saved on.

    >>> layer_of(Mark(id="a", kind="length line", name="l", level="waist", points=((0, 0), (9, 0))))
    'lengthen or shorten line (waist)'
    """
    return MARKS[mark.kind] + (f" ({mark.level})" if mark.level else "")


def meaning_of(name: str, *, numbered: bool = False) -> LayerMeaning | None:
    """What a layer of that name holds; None: it says nothing. ``numbered``: its file numbers layers as
    interchange does; elsewhere a number is a size.

    >>> meaning_of("Notches"), meaning_of("Sew line").line, meaning_of("14")
    (LayerMeaning(line=None, mark='notch', level=''), 'stitching', None)
    >>> meaning_of("14", numbered=True).line, meaning_of("lengthen or shorten line (hip)").level
    ('stitching', 'hip')
    """
    found = _PARTED.match(name.strip().lower().replace("_", " "))
    words, level = (found[1], found[2] or "") if found else ("", "")
    for each in (words, words.removesuffix("s"), words.removesuffix("es")):
        mark = _MARK_NAMES.get(each) or (_MARK_NUMBERS.get(each) if numbered else None)
        line = _LINE_NAMES.get(each) or (_LINE_NUMBERS.get(each) if numbered else None)
        if mark or line:
            return LayerMeaning(line, mark, level)
    return None


def interchange(
    layers: Iterable[tuple[str, ...]], outlined: Iterable[tuple[str, ...]] = ()
) -> bool:
    """Whether a file numbers its layers as interchange does: within every piece's block a boundary, and
    what lies inside. ``layers``: of each line, the outermost first; ``outlined``: those of closed lines
    that may be pieces. Numbers beside each other are sizes, and so are those that hold outlines each.

    >>> interchange([("Front", "1"), ("Front", "7")]), interchange([("1",), ("4",), ("7",)])
    (True, False)
    >>> interchange([("Sizes", "1"), ("Sizes", "4")], [("Sizes", "1"), ("Sizes", "4")])
    False
    """
    given = list(layers)
    inner = {each[-1] for each in given if len(each) > 1}
    alone = {each[-1] for each in given if len(each) == 1}
    numbers = {*_MARK_NUMBERS, *_LINE_NUMBERS}
    pieces = {each[-1] for each in outlined if each and each[-1].isdigit()}
    said = "1" in inner and len(inner & numbers) > 1
    return said and not alone & numbers and pieces <= _LINE_NUMBERS.keys()
