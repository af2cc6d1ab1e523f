"""A sheet as a PDF, in all the ways that such files are made. Written operator by operator."""

from dataclasses import dataclass
from io import BytesIO
from typing import Literal, NamedTuple

import pikepdf
from pikepdf import Array, Dictionary, Name, String

from craft.shape import path as path_
from craft.shape.affine import Affine, inverse, move, move_point, rotation, then, translation
from craft.shape.curve import Point
from tools.files_bench.drawn_lines import as_area, as_dashes, as_letters, as_runs, cut_to
from tools.files_bench.sheet import Drawn, Path, Sheet, Word

MM = 72 / 25.4
HUES = (
    (0.8, 0.1, 0.1),
    (0.1, 0.5, 0.1),
    (0.1, 0.1, 0.8),
    (0.7, 0.4, 0),
    (0.5, 0, 0.5),
    (0, 0.5, 0.6),
    (0.3, 0.3, 0.3),
    (0.9, 0, 0.5),
)
DASHES = ((), (6, 2), (2, 2), (8, 2, 2, 2), (12, 3), (4, 4), (1, 2), (10, 2, 2, 2, 2, 2))
STEP = (
    "{}. Lay the pieces right sides together, pin them and sew along the line, then press it flat."
)

Pages = Literal["one", "form", "nested", "direct", "cut"]
Told = Literal["layers", "nested layers", "same names", "members", "colour", "dash", "width"]


def dashed(at: int) -> tuple[float, float]:
    """The strokes and gaps (mm) that the lines of a size are drawn in, where each is a line of its own."""
    return 6.0 + 2 * at, 2.0


@dataclass(frozen=True)
class Kind:
    """How a file is made. ``page``: width and height of a page (mm), ``margin``: what a printer needs at
    each side; ``overlap``: how much of the drawing two neighbours share; ``shift``: how far pages are off
    a straight grid; ``decimals``: of the numbers written; ``hand``: as dashes or thin areas are drawn."""

    pages: Pages = "form"
    told: Told = "layers"
    page: tuple[float, float] = (210.0, 297.0)
    margin: float = 10.0
    overlap: float = 0.0
    rotate: int = 0
    user_unit: float = 1.0
    upside_down: bool = False
    shift: float = 0.0
    decimals: int = 4
    strokes: Literal["lines", "dashes", "areas"] = "lines"
    instructions: int = 0
    labels: bool = True
    letters: bool = True
    lettering: bool = False  # words are drawn as shapes
    scale: float = 1.0
    hidden: tuple[str, ...] = ()
    objects: bool = False  # streams of objects, as newer files have


class Placed(NamedTuple):
    """Where a page of the file lies on the sheet: mm of the page as shown to mm of the sheet."""

    page: int
    at: Affine


@dataclass(frozen=True)
class Made:
    """A file with what is true of it."""

    data: bytes
    sheet: Sheet
    placed: tuple[Placed, ...]
    kind: Kind


def pdf_of(sheet: Sheet, kind: Kind) -> Made:
    """The sheet as such a file."""
    return _Writer(sheet, kind).made()


class _Writer:
    def __init__(self, sheet: Sheet, kind: Kind) -> None:
        self.sheet, self.kind = sheet, kind
        self.pdf = pikepdf.new()
        self.font = self.pdf.make_indirect(Dictionary(
            Type=Name.Font, Subtype=Name.Type1, BaseFont=Name.Helvetica, Encoding=Name.WinAnsiEncoding,
        ))  # fmt: skip
        self.layers: dict[str, pikepdf.Object] = {}
        self.properties: dict[str, pikepdf.Object] = {}

    def made(self) -> Made:
        if self.kind.told in ("layers", "nested layers", "same names", "members"):
            self._layers()
        for number in range(self.kind.instructions):
            self._instructions(number)
        placed = self._one() if self.kind.pages == "one" else self._tiled()
        out = BytesIO()
        mode = (
            pikepdf.ObjectStreamMode.generate
            if self.kind.objects
            else pikepdf.ObjectStreamMode.disable
        )
        self.pdf.save(out, object_stream_mode=mode)
        return Made(out.getvalue(), self.sheet, tuple(placed), self.kind)

    # -- layers

    def _layers(self) -> None:
        for size in self.sheet.sizes:
            # The same name may be a layer of its own for each piece.
            pieces = sorted({each.piece for each in self.sheet.lines if each.size == size})
            for piece in pieces if self.kind.told == "same names" else [0]:
                group = self.pdf.make_indirect(Dictionary(Type=Name.OCG, Name=String(size)))
                self.layers[self._key(size, piece)] = group
                self.properties[f"/L{len(self.properties)}"] = group
        groups = list(self.layers.values())
        order = Array(groups)
        if self.kind.told == "nested layers":
            above = self.pdf.make_indirect(Dictionary(Type=Name.OCG, Name=String("Sizes")))
            groups, order = [*groups, above], Array([above, order])
        if self.kind.told == "members":
            every = self.pdf.make_indirect(
                Dictionary(Type=Name.OCMD, OCGs=Array(list(self.layers.values())), P=Name.AnyOn)
            )
            self.properties["/LAll"] = every
        off = [group for key, group in self.layers.items() if key.split("/")[0] in self.kind.hidden]
        self.pdf.Root.OCProperties = Dictionary(
            OCGs=Array(groups), D=Dictionary(Order=order, OFF=Array(off)),
        )  # fmt: skip

    def _key(self, size: str, piece: int) -> str:
        return f"{size}/{piece if self.kind.told == 'same names' else 0}"

    def _within(self, line: Drawn) -> str:
        if not self.layers:
            return ""
        if not line.size:
            return "/LAll" if self.kind.told == "members" else ""
        return f"/L{list(self.layers).index(self._key(line.size, line.piece))}"

    # -- pages

    def _grid(self) -> list[tuple[float, float, Affine]]:
        """Left, top of what each page shows of the sheet, and where the page lies on it, in reading
        order."""
        wide, tall = (self.kind.page[k] - 2 * self.kind.margin for k in (0, 1))
        step_x, step_y = wide - self.kind.overlap, tall - self.kind.overlap
        found = []
        row, y = 0, 0.0
        while y < self.sheet.height - self.kind.overlap:
            x, column = 0.0, 0
            while x < self.sheet.width - self.kind.overlap:
                # Page by page a little off: what one page shows, its neighbours need not begin with.
                off = (
                    self.kind.shift * ((row * 7 + column * 3) % 5 - 2),
                    self.kind.shift * ((row * 2 + column * 5) % 5 - 2),
                )
                left, top = x + off[0] - self.kind.margin, y + off[1] - self.kind.margin
                at: Affine = translation(left, top)
                if self.kind.upside_down and row % 2:
                    turn = rotation(180, (self.kind.page[0] / 2, self.kind.page[1] / 2))
                    at = then(turn, at)
                found.append((x + off[0], y + off[1], at))
                x, column = x + step_x, column + 1
            y, row = y + step_y, row + 1
        return found

    def _one(self) -> list[Placed]:
        width, height = self.sheet.width, self.sheet.height
        self._page(
            width, height, self._content(self.sheet.lines, translation(0, 0), (width, height)), None
        )
        return [Placed(self.kind.instructions, translation(0, 0))]

    def _tiled(self) -> list[Placed]:
        width, height = self.kind.page
        margin = self.kind.margin
        form = None
        if self.kind.pages in ("form", "nested"):
            form = self._form(
                self._content(
                    self.sheet.lines, translation(0, 0), (self.sheet.width, self.sheet.height)
                ),
                {},
            )
        placed = []
        for left, top, at in self._grid():
            number = len(self.pdf.pages)
            to_page = inverse(at)
            window = (left, top, left + width - 2 * margin, top + height - 2 * margin)
            if self.kind.labels:
                label = f"page {len(placed) + 1}"
                right, low = width - margin, height - margin
                frame = path_.polyline(
                    (margin, margin), (right, margin), (right, low), (margin, low), (margin, margin)
                )
                extra = self._line(
                    Drawn(frame, "", "line", 0, True),
                    translation(0, 0),
                    (width, height),
                    plain=True,
                )
                extra += self._word(
                    Word(label, (width / 2, height - margin / 2 + 1.5), 4.0),
                    translation(0, 0),
                    (width, height),
                )
            else:
                extra = ""
            if form is not None:
                content = self._shown(to_page, height) + extra
            elif self.kind.pages == "cut":
                pieces = [d for line in self.sheet.lines for d in cut_to(line, window)]
                words = [
                    w
                    for w in self.sheet.words
                    if window[0] < w.at[0] < window[2] and window[1] < w.at[1] < window[3]
                ]
                content = self._content(pieces, to_page, (width, height), words) + extra
            else:
                content = (
                    self._clip(width, height)
                    + self._content(self.sheet.lines, to_page, (width, height))
                    + "Q\n"
                    + extra
                )
            self._page(width, height, content, form)
            placed.append(Placed(number, at))
        return placed

    def _clip(self, width: float, height: float) -> str:
        m = self.kind.margin
        return (
            "q "
            + self._numbers(*self._flip((m, height - m), height), width=None)
            + f" {self._n((width - 2 * m) * self._unit)} {self._n((height - 2 * m) * self._unit)} re W n\n"
        )

    @property
    def _unit(self) -> float:
        return MM / self.kind.user_unit * self.kind.scale

    def _form(self, content: str, forms: dict[str, pikepdf.Object]) -> pikepdf.Object:
        stream = self.pdf.make_stream(content.encode("cp1252"))
        stream.Type, stream.Subtype = Name.XObject, Name.Form
        stream.BBox = Array([-10_000, -10_000, 20_000, 20_000])
        stream.Resources = self._resources(forms)
        return stream

    def _shown(self, to_page: Affine, height: float) -> str:
        """The whole sheet as a form, moved so that the page shows its part, within the page's clip."""
        unit = self._unit
        # The form's y runs up from the sheet's lower edge; so does the page's.
        a, b, c, d, e, f = to_page
        flip_sheet: Affine = (1 / unit, 0, 0, -1 / unit, 0, self.sheet.height)
        flip_page: Affine = (unit, 0, 0, -unit, 0, height * unit)
        a, b, c, d, e, f = then(then(flip_sheet, to_page), flip_page)
        matrix = " ".join(self._n(each, 6) for each in (a, c, b, d, e, f))
        return self._clip(self.kind.page[0], height) + f"q {matrix} cm /F0 Do Q\nQ\n"

    def _page(self, width: float, height: float, content: str, form: pikepdf.Object | None) -> None:
        forms = {} if form is None else {"/F0": form}
        if form is not None and self.kind.pages == "nested":
            forms = {"/N0": self._form(content, forms)}
            content = "/N0 Do\n"
        wide, tall = width * self._unit, height * self._unit
        box, turned = [0, 0, wide, tall], self.kind.rotate % 360
        if (
            turned
        ):  # the content lies turned on the page, and the page is turned back when it is shown
            if turned in (90, 270):
                box = [0, 0, tall, wide]
            move_ = {
                90: (0, 1, -1, 0, tall, 0),
                180: (-1, 0, 0, -1, wide, tall),
                270: (0, -1, 1, 0, 0, wide),
            }[turned]
            content = f"q {' '.join(self._n(each) for each in move_)} cm\n{content}Q\n"
        page = Dictionary(
            Type=Name.Page, MediaBox=Array([round(float(each), 4) for each in box]),
            Resources=self._resources(forms),
            Contents=self.pdf.make_stream(content.encode("cp1252")),
        )  # fmt: skip
        if turned:
            page.Rotate = turned
        if self.kind.user_unit != 1:
            page.UserUnit = self.kind.user_unit
        self.pdf.pages.append(pikepdf.Page(self.pdf.make_indirect(page)))

    def _resources(self, forms: dict[str, pikepdf.Object]) -> pikepdf.Dictionary:
        return Dictionary(
            Font=Dictionary(F1=self.font),
            XObject=Dictionary(forms),
            Properties=Dictionary(self.properties),
        )

    def _instructions(self, number: int) -> None:
        width, height = self.kind.page
        content = "".join(
            self._word(Word(STEP.format(row), (15, 20 + 7 * row), 4.0), translation(0, 0), (width, height))
            for row in range(1, 36)
        )  # fmt: skip
        corners = ((20, 275), (60, 275), (60, 290), (20, 290), (20, 275))
        content += self._line(
            Drawn(path_.polyline(*corners), "", "line", 0, True),
            translation(0, 0),
            (width, height),
            plain=True,
        )
        self._page(width, height, content, None)

    # -- content

    def _content(
        self, lines: list[Drawn] | tuple[Drawn, ...], at: Affine, page: tuple[float, float],
        words: list[Word] | None = None,
    ) -> str:  # fmt: skip
        return "".join(self._line(each, at, page) for each in lines) + "".join(
            self._word(each, at, page) for each in (self.sheet.words if words is None else words)
        )

    def _flip(self, point: Point, height: float) -> Point:
        return point[0] * self._unit, (height - point[1]) * self._unit

    def _n(self, value: float, decimals: int | None = None) -> str:
        return f"{value:.{self.kind.decimals if decimals is None else decimals}f}"

    def _numbers(self, *values: float, width: None = None) -> str:
        return " ".join(self._n(each) for each in values)

    def _line(
        self, line: Drawn, at: Affine, page: tuple[float, float], *, plain: bool = False
    ) -> str:
        style = "0 0 0 RG 0.5 w [] 0 d" if plain else self._style(line)
        paths, paint = self._drawn(line)
        closed = line.closed and paths == [line.path]
        body = "".join(self._path(path, at, page[1], closed or paint == "f") for path in paths)
        layer = "" if plain else self._within(line)
        text = f"q {style} {body}{paint} Q\n"
        return f"/OC {layer} BDC\n{text}EMC\n" if layer else text

    def _style(self, line: Drawn) -> str:
        at = self.sheet.sizes.index(line.size) if line.size else 0
        wide, hue, dash = 0.8, (0.0, 0.0, 0.0), ()
        if line.size and self.kind.told == "colour":
            hue = HUES[at % len(HUES)]
        if (
            line.size
            and self.kind.told == "dash"
            and line.what == "outline"
            and self.kind.strokes == "lines"
        ):
            dash = DASHES[at % len(DASHES)]
        if line.size and self.kind.told == "width":
            wide = 0.4 + 0.35 * at
        colour = " ".join(f"{each:.3f}" for each in hue)
        dashes = " ".join(self._n(each * self._unit) for each in dash)
        return f"{colour} RG {colour} rg {self._n(wide * self._unit / MM)} w [{dashes}] 0 d"

    def _drawn(self, line: Drawn) -> tuple[list[Path], str]:
        """A line as it is drawn: itself, the dashes of it, or the area that it covers."""
        if line.what != "outline" or self.kind.strokes == "lines":
            return [line.path], "S"
        if self.kind.strokes == "dashes":
            at = self.sheet.sizes.index(line.size)
            return as_dashes(line.path, *dashed(at)), "S"
        return [as_area(each) for each in as_runs(line.path)], "f"

    def _path(self, path: Path, at: Affine, height: float, closed: bool) -> str:
        moved = move(path, at)
        out = f"{self._numbers(*self._flip(moved[0][0], height))} m "
        for curve in moved:
            numbers = self._numbers(*(n for point in curve[1:] for n in self._flip(point, height)))
            out += f"{numbers} {'l' if len(curve) == 2 else 'c'} "
        return out + ("h " if closed else "")

    def _word(self, word: Word, at: Affine, page: tuple[float, float]) -> str:
        if not self.kind.letters:
            return ""
        if self.kind.lettering and word.piece:
            shapes = "".join(
                self._path(ring, at, page[1], closed=True)
                for ring in as_letters(word.text, word.at, word.height)
            )
            return f"q 0 0 0 rg {shapes}f Q\n"
        x, y = self._flip(move_point(word.at, at), page[1])
        turned = at[0] < 0
        text = word.text.replace("\\", "\\\\").replace("(", "\\(").replace(")", "\\)")
        size = word.height * self._unit
        matrix = f"{-1 if turned else 1} 0 0 {-1 if turned else 1} {self._n(x)} {self._n(y)}"
        return f"BT /F1 {self._n(size)} Tf {matrix} Tm ({text}) Tj ET\n"
