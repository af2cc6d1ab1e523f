"""The ways of carrying a mark from paper to cloth: data, for a sewist to read and change.

Each way says which marks it suits, on what cloth it is the best choice, and on what cloth it is
not used, with the reason. The first way in the table that suits and is not barred is proposed,
unless a later one is best for the cloth.
"""

from craft.cut.notching import FRAGILE
from craft.frozen import Frozen
from craft.pattern.marks import MarkKind


class MarkWay(Frozen):
    """``code``: what is stored of a choice, whatever the name. ``best_on`` and ``bars`` name traits or
    fibres of a cloth; bars carry their reason.

    ``minutes``: time for one mark on one layer or both, as ``both_layers`` says. ``tools``: what it is done
    with besides pins and scissors.
    """

    code: str
    name: str
    kinds: tuple[MarkKind, ...]
    how: str
    because: str
    best_on: tuple[str, ...] = ()
    bars: dict[str, str] = {}
    side: str = "wrong side"
    both_layers: bool = True
    minutes: float = 1.0
    tools: tuple[str, ...] = ()


SNIP, OUTWARD = "snip", "notch cut outward"

WAYS: tuple[MarkWay, ...] = (
    MarkWay(
        code="snip",
        name=SNIP,
        kinds=("notch", "pleat", "tuck", "gathers"),
        how="Snip into the allowance, at most half of its width.",
        because="A snip at the edge is exact and cannot rub off.",
        bars=FRAGILE,
        side="edge",
        minutes=0.2,
    ),
    MarkWay(
        code="outward",
        name=OUTWARD,
        kinds=("notch", "pleat", "tuck", "gathers"),
        how="Cut a small triangle outward, beyond the cutting line.",
        because="The allowance stays whole where the cloth frays or is narrow.",
        best_on=("frays", "sheer"),
        side="edge",
        minutes=0.4,
    ),
    MarkWay(
        code="thread",
        name="thread tracing",
        kinds=(
            "buttonhole",
            "placement",
            "centre line",
            "stitching line",
            "casing",
            "tuck",
            "slit",
        ),
        how="Baste along the line with a thread in a clear colour.",
        because="The line must show on the right side and vanish without trace.",
        side="right side",
        both_layers=False,
        minutes=2.5,
        tools=("basting thread",),
    ),
    MarkWay(
        code="chalk",
        name="pin through and chalk",
        kinds=("dot", "circle", "dart", "double dart", "slit", "gathers", "notch", "pleat", "tuck"),
        how="Push a pin through, lift the paper, chalk both layers at the pin, join with a ruler.",
        because="Quick, and exact enough on plain cloth.",
        bars={
            "busy": "chalk is lost in the print",
            "lace": "a pin finds no ground in lace",
            "sheer": "chalk shows through sheer cloth",
            "wool": "chalk rubs off wool",
            "slippery": "the layers shift when the pin is pulled",
        },
        minutes=1.0,
        tools=("tailor’s chalk",),
    ),
    MarkWay(
        code="carbon",
        name="carbon and wheel",
        kinds=(
            "dart",
            "double dart",
            "dot",
            "circle",
            "placement",
            "stitching line",
            "casing",
            "slit",
        ),
        how="Carbon outside both layers (right sides lie together), run the wheel along a ruler.",
        because="Whole dart lines on both layers in one pass.",
        best_on=("cotton", "linen"),
        bars={
            "wool": "it rubs off wool",
            "thick": "it does not reach through thick cloth",
            "sheer": "it shows through sheer cloth",
            "dark": "few carbons show on a dark cloth",
            "busy": "the line is lost in the print",
            "slippery": "the layers shift under the wheel",
            "lace": "lace has no ground to take it",
        },
        minutes=1.5,
        tools=("dressmaker’s carbon paper", "tracing wheel"),
    ),
    MarkWay(
        code="tacks",
        name="tailor’s tacks",
        kinds=(
            "notch",
            "dot",
            "circle",
            "dart",
            "double dart",
            "placement",
            "pleat",
            "gathers",
            "tuck",
            "slit",
        ),
        how="Double thread, slack loops through both layers; part the layers and snip between.",
        because="Nothing rubs off, bleeds or stains, and both layers are marked alike.",
        best_on=("wool", "dark", "sheer", "thick", "slippery", "silk"),
        bars={"fusible": "glue would hold the thread fast"},
        side="both sides",
        minutes=2.0,
        tools=("basting thread",),
    ),
    MarkWay(
        code="stitch",
        name="one secured thread stitch",
        kinds=("dot", "circle"),
        how="One small stitch with a knot, on each layer.",
        because="A single thread shows where chalk would be lost.",
        best_on=("busy", "lace"),
        minutes=1.2,
        tools=("basting thread",),
    ),
)

WAY_WORDS = {way.code: way.name for way in WAYS}
