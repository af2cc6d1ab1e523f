"""Files to spoil and send: every kind that may be opened, and some made to do harm."""

import json
import zlib

from tools.hold_bench.kills import noise
from tools.hold_bench.making import laid_file

SVG = "<svg xmlns='http://www.w3.org/2000/svg' width='10mm'>"
HUGE_PNG = b"\x89PNG\r\n\x1a\n\0\0\0\rIHDR\0\xff\xff\xff\0\xff\xff\xff\x08\2\0\0\0\0\0\0\0\0"


def files() -> dict[str, bytes]:
    """By a name of their own."""
    making = laid_file().encode()
    paths = "".join(f"<path d='M{n} 0h10v10z'/>" for n in range(3_000))
    lines = b"0\nLINE\n10\n0\n20\n0\n11\n9\n21\n9\n" * 2_000
    return {
        "making": making,
        "pattern": json.dumps({**json.loads(making), "kind": "pattern"}).encode(),
        "svg": f"{SVG}{paths}</svg>".encode(),
        "svg of uses": f"{SVG}<path id='g0' d='M0 0h9'/>{_uses()}</svg>".encode(),
        "dxf": b"0\nSECTION\n2\nENTITIES\n" + lines + b"0\nEOF\n",
        "pdf": _pdf(),
        "nested": b"[" * 200_000,
        "picture": noise(),
        "png of much": HUGE_PNG,
    }


def _uses() -> str:
    """Each group shows the one before it ten times."""
    made = ""
    for number in range(1, 9):
        shown = f"<use href='#g{number - 1}'/>" * 10
        made += f"<g id='g{number}'>{shown}</g>"
    return made


def _pdf() -> bytes:
    """A page that unpacks to twenty-four million bytes."""
    bomb = zlib.compress(b"0 0 m " * 4_000_000, 9)
    objects = (
        b"<</Type/Catalog/Pages 2 0 R>>",
        b"<</Type/Pages/Kids[3 0 R]/Count 1>>",
        b"<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]/Contents 4 0 R>>",
        b"<</Length %d/Filter/FlateDecode>>stream\n%b\nendstream" % (len(bomb), bomb),
    )
    body = b"".join(b"%d 0 obj%b endobj\n" % (n, each) for n, each in enumerate(objects, 1))
    return b"%PDF-1.4\n" + body + b"trailer<</Root 1 0 R>>"
