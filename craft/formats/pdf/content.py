"""What the operators of a PDF's content draw: paths with their ink and layers, pictures, and forms.

A form is read once for each ink it can be called with; what it draws is kept in its own space and moved to
where it is called. Nothing is painted: a line that a clip hides is kept whole and flagged ``outside``
where none of it is seen.
"""

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
import pikepdf
from pikepdf import Dictionary, Name

from craft.drawing import Ink
from craft.errors import CraftError
from craft.formats.pdf import colours
from craft.formats.pdf.layers import Layers, within
from craft.formats.pdf.numbers import (
    affine,
    box_of,
    common,
    dashes_of,
    moved_box,
    numbers_of,
    point_of,
    rectangle,
)
from craft.formats.pdf.recorded import Called, Recorded, Stroked
from craft.formats.pdf.unpacked import check_content
from craft.shape.affine import IDENTITY, Affine, growth, move_points, then
from craft.shape.pen import Box

MOST_OPERATORS = 500_000
MOST_PATHS = 400_000
DEEPEST = 12


@dataclass(frozen=True, slots=True)
class State:
    """The graphics state, as far as lines go by it."""

    ctm: Affine = IDENTITY
    stroke: str = "#000000"
    fill: str = "#000000"
    stroke_space: Any = None
    fill_space: Any = None
    width: float = 1.0
    dash: tuple[float, ...] = ()
    clip: Box | None = None
    layers: tuple[str, ...] = ()


class Reader:
    """Reads contents of one file and counts what they cost."""

    def __init__(self, layers: Layers) -> None:
        self.layers = layers
        self.forms: list[Recorded] = []
        self.operators = 0
        self._known: dict[tuple[Any, ...], int] = {}
        self._open: list[tuple[int, int]] = []

    def read(self, content: Any, resources: Any, state: State, depth: int = 0) -> Recorded:
        """What content draws. Raises CraftError where it asks for more than any pattern needs."""
        out = Recorded()
        _Content(self, resources, state, out, depth).run(content)
        if out.size > MOST_PATHS:
            raise CraftError(f"This file draws more than {MOST_PATHS:,} lines.", "file")
        return out

    def form(self, stream: Any, resources: Any, state: State, depth: int) -> int | None:
        """The number of a form as it is drawn with the state's ink; None where it calls itself."""
        at = stream.objgen
        if at in self._open or depth >= DEEPEST:
            return None
        # Forms are drawn with the ink they are called with; where they lie is the caller's affair.
        plain = replace(state, ctm=IDENTITY, clip=None)
        key = (at, plain.stroke, plain.fill, plain.width, plain.dash, plain.layers)
        if at != (0, 0) and key in self._known:
            return self._known[key]
        self._open.append(at)
        own = stream.get("/Resources", resources)
        self.forms.append(self.read(stream, own, plain, depth + 1))
        self._open.pop()
        self._known[key] = len(self.forms) - 1
        return len(self.forms) - 1


class _Content:
    def __init__(
        self, reader: Reader, resources: Any, state: State, out: Recorded, depth: int
    ) -> None:
        self.reader, self.state, self.out, self.depth = reader, state, out, depth
        self.resources = resources if isinstance(resources, Dictionary) else Dictionary()
        self.saved: list[State] = []
        self.marked: list[tuple[str, ...]] = []
        self.subpaths: list[tuple[list[float], list[bool], bool]] = []
        self.curves: list[float] = []
        self.straight: list[bool] = []
        self.first = self.last = (0.0, 0.0)
        self.clipping = False
        # Everything that is drawn, moved at the end all at once.
        self.numbers: list[float] = []
        self.lines: list[bool] = []
        self.moves: list[tuple[Affine, int]] = []
        self.count = 0
        self.inked: tuple[State, bool, Ink] | None = None  # what was painted with last
        self.do: dict[str, Callable[[Sequence[Any]], None]] = {
            "m": self._move, "l": self._line, "c": self._curve, "v": self._curve_from_here,
            "y": self._curve_to_end, "h": self._close, "re": self._rectangle, "q": self._save,
            "Q": self._restore, "cm": self._matrix,
            "w": self._width, "d": self._dash, "gs": self._graphics, "Do": self._show, "BDC": self._mark,
            "BMC": self._mark, "EMC": self._unmark, "W": self._clip, "W*": self._clip,
            "S": lambda _: self._paint(stroke=True), "s": lambda _: self._paint(stroke=True, close=True),
            "f": lambda _: self._paint(fill=True), "F": lambda _: self._paint(fill=True),
            "f*": lambda _: self._paint(fill=True), "B": lambda _: self._paint(stroke=True, fill=True),
            "B*": lambda _: self._paint(stroke=True, fill=True),
            "b": lambda _: self._paint(stroke=True, fill=True, close=True),
            "b*": lambda _: self._paint(stroke=True, fill=True, close=True),
            "n": lambda _: self._paint(),
            "G": lambda x: self._set(stroke=colours.grey(*numbers_of(x, 1)), stroke_space=None),
            "g": lambda x: self._set(fill=colours.grey(*numbers_of(x, 1)), fill_space=None),
            "RG": lambda x: self._set(stroke=colours.hexed(*numbers_of(x, 3)), stroke_space=None),
            "rg": lambda x: self._set(fill=colours.hexed(*numbers_of(x, 3)), fill_space=None),
            "K": lambda x: self._set(stroke=colours.cmyk(*numbers_of(x, 4)), stroke_space=None),
            "k": lambda x: self._set(fill=colours.cmyk(*numbers_of(x, 4)), fill_space=None),
            "CS": lambda x: self._set(stroke_space=self._space(x), stroke="#000000"),
            "cs": lambda x: self._set(fill_space=self._space(x), fill="#000000"),
            "SC": lambda x: self._set(stroke=self._coloured(self.state.stroke_space, x)),
            "SCN": lambda x: self._set(stroke=self._coloured(self.state.stroke_space, x)),
            "sc": lambda x: self._set(fill=self._coloured(self.state.fill_space, x)),
            "scn": lambda x: self._set(fill=self._coloured(self.state.fill_space, x)),
            "INLINE IMAGE": self._picture,
        }  # fmt: skip

    def run(self, content: Any) -> None:
        check_content(content)
        try:
            instructions = pikepdf.parse_content_stream(content)
        except (pikepdf.PdfError, MemoryError) as error:
            raise CraftError(
                "A page of this file is damaged and cannot be read.", "file"
            ) from error
        for instruction in instructions:
            self.reader.operators += 1
            if self.reader.operators > MOST_OPERATORS:
                raise CraftError(f"This file has more than {MOST_OPERATORS:,} operators.", "file")
            act = self.do.get(str(instruction.operator))
            if act is not None:
                try:
                    act(list(instruction.operands))
                except CraftError:
                    raise
                except (TypeError, ValueError, KeyError, IndexError, AttributeError):
                    continue  # an operator without what it needs draws nothing, as every viewer has it

        self._record()

    def _record(self) -> None:
        """The curves as they lie in the space of the content."""
        if not self.count:
            return
        curves = np.array(self.numbers).reshape(-1, 4, 2)
        a, b, c, d, e, f = np.repeat(
            np.array([at for at, _ in self.moves]), [many for _, many in self.moves], axis=0
        ).T[:, :, None]
        x, y = curves[..., 0], curves[..., 1]
        curves = np.stack((a * x + b * y + e, c * x + d * y + f), axis=-1)
        lines = np.array(self.lines)
        from_, to = curves[lines, 0], curves[lines, 3]
        curves[lines, 1], curves[lines, 2] = from_ + (to - from_) / 3, to - (to - from_) / 3
        self.out.curves, self.out.straight = curves, lines

    # -- paths

    def _move(self, operands: Sequence[Any]) -> None:
        self._break(closed=False)
        self.first = self.last = point_of(*operands)

    def _line(self, operands: Sequence[Any]) -> None:
        self._line_to(point_of(*operands))

    def _line_to(self, end: tuple[float, float]) -> None:
        if end != self.last:
            self.curves += (*self.last, *self.last, *end, *end)
            self.straight.append(True)
            self.last = end

    def _curve(self, operands: Sequence[Any]) -> None:
        x1, y1, x2, y2, x3, y3 = numbers_of(operands, 6)
        self._cubic((x1, y1), (x2, y2), (x3, y3))

    def _curve_from_here(self, operands: Sequence[Any]) -> None:
        x2, y2, x3, y3 = numbers_of(operands, 4)
        self._cubic(self.last, (x2, y2), (x3, y3))

    def _curve_to_end(self, operands: Sequence[Any]) -> None:
        x1, y1, x3, y3 = numbers_of(operands, 4)
        self._cubic((x1, y1), (x3, y3), (x3, y3))

    def _cubic(self, *points: tuple[float, float]) -> None:
        if all(each == self.last for each in points):
            return
        self.curves += (*self.last, *(each for point in points for each in point))
        self.straight.append(False)
        self.last = points[-1]

    def _close(self, _: Sequence[Any] = ()) -> None:
        self._line_to(self.first)
        self._break(closed=True)
        self.last = self.first

    def _rectangle(self, operands: Sequence[Any]) -> None:
        x, y, width, height = numbers_of(operands, 4)
        self._move((x, y))
        for corner in ((x + width, y), (x + width, y + height), (x, y + height)):
            self._line_to(corner)
        self._close()

    def _break(self, *, closed: bool) -> None:
        if self.curves:
            self.subpaths.append((self.curves, self.straight, closed))
            self.curves, self.straight = [], []

    def _paint(self, *, stroke: bool = False, fill: bool = False, close: bool = False) -> None:
        if close:
            self._close()
        self._break(closed=False)
        subpaths, self.subpaths = self.subpaths, []
        state = self.state
        if self.clipping:
            self.clipping = False
            points = [move_points(np.array(each[0]).reshape(-1, 2), state.ctm) for each in subpaths]
            self._set(
                clip=common(state.clip, box_of(np.concatenate(points)) if points else (0, 0, 0, 0))
            )
        if not (stroke or fill):
            return
        if self.inked is None or self.inked[0] is not state or self.inked[1] != stroke:
            self.inked = (state, stroke, self._ink(stroke))
        ink = self.inked[2]
        for numbers, straight, closed in subpaths:
            # An area is closed, said or not.
            if fill and not closed and numbers[:2] != numbers[-2:]:
                numbers += (*numbers[-2:], *numbers[-2:], *numbers[:2], *numbers[:2])
                straight.append(True)
            self.out.paths.append(Stroked(
                self.count, len(straight), closed or fill, ink, state.clip,
            ))  # fmt: skip
            self.numbers += numbers
            self.lines += straight
            self.count += len(straight)
        self.moves.append((state.ctm, sum(len(each[1]) for each in subpaths)))
        self.out.size += len(subpaths)

    def _ink(self, stroke: bool) -> Ink:
        state, grown = self.state, growth(self.state.ctm)
        if not stroke:
            return Ink(state.layers, state.fill, filled=True)
        dash = tuple(each * grown for each in state.dash)
        return Ink(state.layers, state.stroke, state.width * grown, dash)

    def _clip(self, _: Sequence[Any]) -> None:
        self.clipping = True

    # -- the graphics state

    def _set(self, **what: Any) -> None:
        self.state = replace(self.state, **what)

    def _save(self, _: Sequence[Any]) -> None:
        if len(self.saved) < 500:
            self.saved.append(self.state)

    def _restore(self, _: Sequence[Any]) -> None:
        if self.saved:
            # Layers are not part of the state that is saved.
            self.state = replace(self.saved.pop(), layers=self.state.layers)

    def _matrix(self, operands: Sequence[Any]) -> None:
        self._set(ctm=then(affine(operands), self.state.ctm))

    def _width(self, operands: Sequence[Any]) -> None:
        self._set(width=abs(numbers_of(operands, 1)[0]))

    def _dash(self, operands: Sequence[Any]) -> None:
        self._set(dash=dashes_of(operands[0]))

    def _graphics(self, operands: Sequence[Any]) -> None:
        named = self._resource("/ExtGState", operands[0])
        if "/LW" in named:
            self._set(width=abs(float(named.LW)))
        if "/D" in named:
            self._set(dash=dashes_of(named.D[0]))

    def _space(self, operands: Sequence[Any]) -> Any:
        return self._resource("/ColorSpace", operands[0])

    @staticmethod
    def _coloured(space: Any, operands: Sequence[Any]) -> str:
        if any(isinstance(each, Name) for each in operands):
            return colours.UNKNOWN
        return colours.in_space(space, [float(each) for each in operands])

    def _resource(self, kind: str, name: Any) -> Any:
        """A named resource; None where it is not there."""
        return self.resources.get(kind, Dictionary()).get(str(name))

    # -- layers, forms and pictures

    def _mark(self, operands: Sequence[Any]) -> None:
        self.marked.append(self.state.layers)
        if len(operands) > 1 and operands[0] == Name.OC:
            named = operands[1]
            self._enter(self._resource("/Properties", named) if isinstance(named, Name) else named)

    def _unmark(self, _: Sequence[Any]) -> None:
        if self.marked:
            self._set(layers=self.marked.pop())

    def _enter(self, content: Any) -> None:
        self._set(layers=within(self.state.layers, self.reader.layers.path_of(content)))

    def _show(self, operands: Sequence[Any]) -> None:
        stream = self._resource("/XObject", operands[0])
        if stream is None:
            return
        kind, before = stream.get("/Subtype"), self.state
        if "/OC" in stream:
            self._enter(stream.OC)
        if kind == Name.Image:
            self._picture(())
        elif kind == Name.Form:
            number = self.reader.form(stream, self.resources, self.state, self.depth)
            if number is not None:
                at = then(affine(stream.get("/Matrix", ())), self.state.ctm)
                own = rectangle(stream.get("/BBox"))
                clip = common(self.state.clip, moved_box(own, at)) if own else self.state.clip
                self.out.calls.append(Called(number, at, clip))
                self.out.size += 1 + self.reader.forms[number].size
        self.state = before

    def _picture(self, _: Sequence[Any]) -> None:
        self.out.raster.append(
            common(self.state.clip, moved_box((0.0, 0.0, 1.0, 1.0), self.state.ctm))
        )
