"""Files that want to hurt whoever reads them: bombs, circles, nesting, numbers without end, scripts.

Each is either refused with a sentence or read as far as it goes, in seconds and a few hundred megabytes.
"""

import zlib
from collections.abc import Callable
from io import BytesIO, StringIO
from typing import Any

import ezdxf
import pikepdf
from pikepdf import Array, Dictionary, Name, String

from tools.files_bench.judge import sheet
from tools.files_bench.pdf_files import Kind, pdf_of

SVG = b"<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink'>"
FORM = {"Type": Name.XObject, "Subtype": Name.Form, "BBox": Array([0, 0, 9, 9])}


def pdf(content: bytes, **page: Any) -> pikepdf.Pdf:
    """A PDF of one page with such a content."""
    file = pikepdf.new()
    page = {
        "Type": Name.Page,
        "MediaBox": Array([0, 0, 595, 842]),
        "Resources": Dictionary(),
    } | page
    file.pages.append(
        pikepdf.Page(file.make_indirect(Dictionary(Contents=file.make_stream(content), **page)))
    )
    return file


def saved(file: pikepdf.Pdf, **how: Any) -> bytes:
    """Its bytes."""
    out = BytesIO()
    file.save(out, **how)
    return out.getvalue()


def forms(depth: int, each: int) -> pikepdf.Pdf:
    """Forms that show the next one many times, down to a line."""
    file = pdf(b"/F Do")
    inner = file.make_stream(b"0 0 m 9 9 l S", **FORM)
    for _ in range(depth):
        resources = Dictionary(XObject=Dictionary(F=inner))
        inner = file.make_stream(b"/F Do " * each, Resources=resources, **FORM)
    file.pages[0].obj.Resources = Dictionary(XObject=Dictionary(F=inner))
    return file


def hostile_files() -> dict[str, bytes]:
    """All of them, by what they do."""
    return {
        f"{room}: {name}": make() for room, each in ROOMS.items() for name, make in each.items()
    }


def _whole() -> bytes:
    return pdf_of(sheet("breeches"), Kind(pages="one")).data


def _loop() -> bytes:
    file = pdf(b"/F Do")
    form = file.make_stream(b"/F Do 0 0 m 9 9 l S", **FORM)
    form.Resources = Dictionary(XObject=Dictionary(F=form))
    file.pages[0].obj.Resources = Dictionary(XObject=Dictionary(F=form))
    return saved(file)


def _bomb(times: int = 1) -> bytes:
    """A content of 300 MB in a few kilobytes."""
    packed = b"0 0 m 1 1 l S\n" * 22_000_000
    for _ in range(times):
        packed = zlib.compress(packed, 9)
    file = pikepdf.new()
    stream = pikepdf.Stream(file, packed)
    stream.Filter = Array([Name.FlateDecode] * times)
    page = Dictionary(Type=Name.Page, MediaBox=Array([0, 0, 595, 842]), Contents=stream)
    file.pages.append(pikepdf.Page(file.make_indirect(page)))
    return saved(file, compress_streams=False)


def _tree() -> bytes:
    """A page tree that has itself among its kids."""
    file = pdf(b"0 0 m 9 9 l S")
    file.Root.Pages.Kids = Array([file.Root.Pages, file.pages[0].obj])
    return saved(file)


def _pages(count: int) -> bytes:
    file = pikepdf.new()
    for _ in range(count):
        file.pages.append(pikepdf.Page(file.make_indirect(
            Dictionary(Type=Name.Page, MediaBox=Array([0, 0, 595, 842]))
        )))  # fmt: skip
    return saved(file)


def _acting() -> bytes:
    file = pdf(b"0 0 m 9 9 l S")
    file.Root.OpenAction = Dictionary(
        S=Name.JavaScript, JS=String("app.launchURL('http://127.0.0.1/')")
    )
    file.Root.AA = Dictionary(WC=Dictionary(S=Name.Launch, F=String("/bin/sh")))
    return saved(file)


def _members() -> bytes:
    """Layers that are members of each other."""
    file = pdf(b"/OC /A BDC 0 0 m 90 90 l S EMC")
    group = file.make_indirect(Dictionary(Type=Name.OCMD))
    group.OCGs = Array([group])
    group.VE = Array([Name.And, group, Array([Name.Not, group])])
    file.pages[0].obj.Resources = Dictionary(Properties=Dictionary(A=group))
    file.Root.OCProperties = Dictionary(OCGs=Array([group]), D=Dictionary(Order=Array([group])))
    return saved(file)


def _letters() -> bytes:
    file = pdf(b"BT /F 12 Tf 9 9 Td (" + b"a" * 3_000_000 + b") Tj ET")
    font = Dictionary(Type=Name.Font, Subtype=Name.Type1, BaseFont=Name.Helvetica)
    file.pages[0].obj.Resources = Dictionary(Font=Dictionary(F=font))
    return saved(file)


def _svg(inside: bytes) -> Callable[[], bytes]:
    return lambda: SVG + inside + b"</svg>"


def _uses() -> bytes:
    used = "".join(f"<g id='a{k}'>" + f"<use href='#a{k - 1}'/>" * 9 + "</g>" for k in range(1, 12))
    return SVG + f"<g id='a0'><path d='M0 0L9 9'/></g>{used}</svg>".encode()


def _laughs() -> bytes:
    entities = "".join(f"<!ENTITY l{k} '{f'&l{k - 1};' * 10 if k else 'lol'}'>" for k in range(10))
    return f"<?xml version='1.0'?><!DOCTYPE svg [{entities}]><svg><text>&l9;</text></svg>".encode()


def _outside() -> bytes:
    return (
        b"<?xml version='1.0'?><!DOCTYPE svg SYSTEM 'http://127.0.0.1/x.dtd' "
        b"[<!ENTITY x SYSTEM 'file:///etc/passwd'>]><svg><text>&x;</text></svg>"
    )


def _dxf(draw: Callable[[Any], None]) -> Callable[[], bytes]:
    def make() -> bytes:
        document = ezdxf.new()
        draw(document)
        out = StringIO()
        document.write(out)
        return out.getvalue().encode()

    return make


def _nested(document: Any) -> None:
    for k in range(12):
        document.blocks.new(f"B{k}")
    for k in range(11):
        document.blocks[f"B{k}"].add_blockref(f"B{k + 1}", (0, 0))
    document.blocks["B11"].add_line((0, 0), (9, 9))
    document.modelspace().add_blockref("B0", (0, 0))


def _circle(document: Any) -> None:
    block = document.blocks.new("A")
    block.add_blockref("A", (0, 0))
    block.add_line((0, 0), (9, 9))
    document.modelspace().add_blockref("A", (0, 0))


def _multiplied(document: Any) -> None:
    """Blocks that each show the next ten times."""
    for k in range(7):
        document.blocks.new(f"B{k}")
    for k in range(6):
        for at in range(10):
            document.blocks[f"B{k}"].add_blockref(f"B{k + 1}", (at, 0))
    document.blocks["B6"].add_line((0, 0), (9, 9))
    document.modelspace().add_blockref("B0", (0, 0))


def _array(document: Any) -> None:
    document.blocks.new("A").add_line((0, 0), (9, 9))
    document.modelspace().add_blockref(
        "A", (0, 0), dxfattribs={"row_count": 30_000, "column_count": 30_000}
    )


def _spline(document: Any) -> None:
    document.modelspace().add_spline([(k, k % 7) for k in range(40_000)])


def _huge(document: Any) -> None:
    document.modelspace().add_lwpolyline([(0, 0, 0, 0, 1e300), (1e300, 5, 0, 0, -1e300)])


def _many(document: Any) -> None:
    for k in range(60_000):
        document.modelspace().add_line((k, 0), (k, 9))


def _nothing(document: Any) -> None:
    document.modelspace().add_circle((float("nan"), 0), float("inf"))


ROOMS: dict[str, dict[str, Callable[[], bytes]]] = {
    "any": {
        "empty": lambda: b"", "text": lambda: b"hello", "zeros": lambda: b"\0" * 100_000,
        "a picture": lambda: b"\x89PNG\r\n\x1a\n\0\0\0\rIHDR",
        "a zip": lambda: b"PK\x03\x04" + b"\0" * 500,
    },
    "pdf": {
        "locked": lambda: saved(pdf(b""), encryption=pikepdf.Encryption(owner="o", user="u", R=6)),
        "cut off": lambda: _whole()[: len(_whole()) // 3], "headless": lambda: _whole()[2_000:],
        "circle of forms": _loop, "forms by forms": lambda: saved(forms(10, 8)), "bomb": _bomb,
        "bomb in a bomb": lambda: _bomb(2), "page tree in a circle": _tree,
        "four thousand pages": lambda: _pages(4_000), "acts by itself": _acting,
        "layers of themselves": _members, "three million letters": _letters,
        "huge": lambda: saved(pdf(b"0 0 m 1000000000000 5 l S")),
        "huge matrix": lambda: saved(pdf(b"1e30 0 0 1e30 0 0 cm 0 0 m 9 9 l S")),
        "no numbers": lambda: saved(pdf(b"q (a) (b) m /X 3 l S Q 1 0 0 cm d d gs")),
        "half a million operators": lambda: saved(pdf(b"q Q " * 260_000)),
        "never closed": lambda: saved(pdf(b"Q Q EMC EMC " + b"q " * 5_000 + b"/OC /N BDC " * 5_000)),
        "blank": lambda: saved(pdf(b"")), "no pages": lambda: saved(pikepdf.new()),
        "nine kilometres": lambda: saved(pdf(b"", MediaBox=Array([0, 0, 9e6, 10]))),
        "inside out": lambda: saved(pdf(b"0 0 m 9 9 l S", MediaBox=Array([595, 842, 0, 0]))),
        "turned by 45": lambda: saved(pdf(b"0 0 m 9 9 l S", Rotate=45)),
        "unit of a mile": lambda: saved(pdf(b"0 0 m 9 9 l S", UserUnit=1e9)),
    },
    "svg": {
        "cut off": lambda: b"<svg", "nothing": _svg(b""), "a billion laughs": _laughs,
        "from outside": _outside, "deep": _svg(b"<g>" * 3_000 + b"</g>" * 3_000),
        "uses itself": _svg(b"<g id='a'><use href='#a'/></g>"), "uses by uses": _uses,
        "huge": _svg(b"<path stroke='#000' d='M0 0L1e300 1'/>"),
        "nonsense": _svg(b"<path stroke='#000' d='M0 0 L nonsense'/>"),
        "a script": _svg(b"<script>fetch('http://127.0.0.1')</script><path stroke='#000' d='M0 0L9 9'/>"),
        "pictures from elsewhere": _svg(
            b"<style>@import url(http://127.0.0.1/a.css);</style>"
            b"<image xlink:href='http://127.0.0.1/a.png' width='9' height='9'/>"
        ),
        "a million points": _svg(b"<path stroke='#000' d='M0 0" + b"L1 1L2 0" * 500_000 + b"'/>"),
        "no size": _svg(b"<path stroke='#000' transform='scale(0)' d='M0 0L9 9L0 9Z'/>"),
    },
    "dxf": {
        "cut off": lambda: b"0\nSECTION\n2\nENTITIES\n",
        "nothing": lambda: b"0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n",
        "blocks too deep": _dxf(_nested), "block in itself": _dxf(_circle),
        "blocks by blocks": _dxf(_multiplied), "an array of blocks": _dxf(_array),
        "forty thousand places": _dxf(_spline), "huge": _dxf(_huge),
        "sixty thousand lines": _dxf(_many), "no numbers": _dxf(_nothing),
        "binary, cut off": lambda: b"AutoCAD Binary DXF\r\n\x1a\0" + b"\0\0SECTION\0",
    },
}  # fmt: skip
