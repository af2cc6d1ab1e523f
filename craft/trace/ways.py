"""How to trace a piece by hand, from the original, its marks and the tools at hand.

Data first: each way with what it needs and what bars it. The first way that can be used is advised;
the ones passed over are named with their reason.
"""

from typing import Literal

from craft.frozen import Frozen
from craft.pick import Original
from craft.trace.result import TracedPiece

Tool = Literal[
    "see-through paper", "squared see-through paper", "strong opaque paper", "light table",
    "window or lamp", "spiked wheel", "carbon paper", "pins", "felt pens", "ruler", "curve ruler",
    "weights", "low-tack tape", "pencil", "pen", "iron",
]  # fmt: skip
USUAL: tuple[Tool, ...] = (
    "see-through paper", "felt pens", "ruler", "weights", "pencil", "iron", "window or lamp", "pins",
)  # fmt: skip


class Paper(Frozen):
    """What a tracing paper can bear; all of them take tape."""

    name: Tool
    see_through: bool
    curls: bool
    bears_iron: bool
    squared: bool
    strong: bool


PAPERS: tuple[Paper, ...] = (
    Paper(name="see-through paper", see_through=True, curls=True,
          bears_iron=False, squared=False, strong=False),
    Paper(name="squared see-through paper", see_through=True, curls=False,
          bears_iron=True, squared=True, strong=True),
    Paper(name="strong opaque paper", see_through=False, curls=True,
          bears_iron=True, squared=False, strong=True),
)  # fmt: skip


class TracingWay(Frozen):
    """How to trace one piece: the steps before, the way itself, and why not another one. ``lacks``: the
    tools it needs and the kit has not, ``missing`` the same as a sentence."""

    piece: int
    way: str
    how: str
    because: str
    passed: tuple[str, ...]
    preparation: tuple[str, ...]
    missing: str = ""
    lacks: str = ""


class _Way(Frozen):
    name: str
    how: str
    because: str
    needs: tuple[tuple[Tool, ...], ...]
    harms: bool = False
    only: Literal["", "tissue", "cut"] = ""


_SEE_THROUGH: tuple[Tool, ...] = ("squared see-through paper", "see-through paper")
_ANY: tuple[Tool, ...] = (*_SEE_THROUGH, "strong opaque paper")
WAYS: tuple[_Way, ...] = (
    _Way(
        name="draw round it",
        how="Lay the cut piece on the paper and draw round it; carry the inside marks by pins.",
        because="It is cut out already, so its edge is the line.",
        needs=(_ANY, ("pins", "spiked wheel")),
        only="cut",
    ),
    _Way(
        name="see-through paper on top",
        how="Paper on top of the sheet, held fast; draw every line that shows through.",
        because="The original stays untouched.",
        needs=(_SEE_THROUGH,),
    ),
    _Way(
        name="paper at the light",
        how="Tape the sheet to the window (or light table), paper over it, and draw.",
        because="Against the light any paper can be seen through.",
        needs=(_ANY, ("light table", "window or lamp")),
    ),
    _Way(
        name="carbon underneath",
        how="Carbon between sheet and paper; go over the lines with a blunt point.",
        because="Lines come through exactly, inside ones too.",
        needs=(_ANY, ("carbon paper",)),
        harms=True,
    ),
    _Way(
        name="spiked wheel",
        how="Paper below; run the wheel along the lines on a soft ground, then draw over the holes.",
        because="Good for lines inside the piece.",
        needs=(_ANY, ("spiked wheel",)),
        harms=True,
    ),
    _Way(
        name="ink through the tissue",
        how="Paper below; go over the tissue with a felt pen that soaks through, a colour for each size.",
        because="Tissue lets ink through, and nothing has to be seen.",
        needs=(_ANY, ("felt pens",)),
        harms=True,
        only="tissue",
    ),
    _Way(
        name="pins through the marks",
        how="Paper below; push a pin through every corner and mark, every hand’s breadth on curves, "
        "and join the holes.",
        because="Slow, but it needs no more than pins.",
        needs=(_ANY, ("pins",)),
        harms=True,
    ),
)  # fmt: skip


def tracing_ways(
    pieces: tuple[TracedPiece, ...], original: Original, kit: tuple[Tool, ...]
) -> tuple[TracingWay, ...]:
    """The way advised for every piece that is to be traced."""
    return tuple(
        _for(piece, original, kit)
        for piece in pieces
        if piece.advice is not None and piece.advice.treatment == "trace"
    )


def _for(piece: TracedPiece, original: Original, kit: tuple[Tool, ...]) -> TracingWay:
    passed, lacking = [], []
    for way in WAYS:
        barred = _bar(way, piece.number, original)
        if barred:
            if barred != "-":
                passed.append(f"not {way.name}: {barred}")
            continue
        lacks = [" or ".join(options) for options in way.needs if not set(options) & set(kit)]
        if lacks:
            lacking.append((len(lacks), way, " and ".join(lacks)))
            continue
        return TracingWay(
            piece=piece.number, way=way.name, how=way.how, because=way.because,
            passed=tuple(passed), preparation=_preparation(piece, way, original, kit),
        )  # fmt: skip
    _, way, lack = min(lacking, key=lambda each: each[0])
    return TracingWay(
        piece=piece.number, way=way.name, how=way.how, because=way.because, passed=tuple(passed),
        preparation=_preparation(piece, way, original, kit), missing=f"Your kit lacks {lack}.",
        lacks=lack,
    )  # fmt: skip


def _bar(way: _Way, number: int, original: Original) -> str:
    """Why a way is not for this original; "-" where it is beside the point."""
    cut = number in original.cut_to
    if way.only == "cut" and not cut:
        return "-"
    if way.only == "tissue" and original.paper != "tissue":
        return "-"
    if not way.harms:
        return ""
    if original.precious or original.borrowed:
        why = "precious" if original.precious else "borrowed"
        return f"it wears the original, which is {why}"
    if original.paper == "tissue" and way.name == "spiked wheel":
        return "the wheel tears tissue"
    return ""


def _preparation(
    piece: TracedPiece, way: _Way, original: Original, kit: tuple[Tool, ...]
) -> tuple[str, ...]:
    steps = []
    if original.paper == "tissue":
        steps.append("Press the creased tissue first, dry and cool.")
    if "felt pens" in kit and not original.precious and not original.borrowed:
        steps.append("Go over your size’s line with a felt pen first, a colour for each size.")
    used = next((paper for paper in PAPERS if paper.name in kit), None)
    if used and used.squared:
        steps.append("Lay the grain line and the fold edge on a line of the squares.")
    if used and used.curls and used.bears_iron and "iron" in kit:
        steps.append("Press the curl out of the paper with a cool iron; it bears it.")
    elif used and used.curls:
        steps.append("Flatten the paper: roll it the other way, or weigh its corners down.")
    if used and not used.strong:
        steps.append("Thin paper tears: press lightly, and tape over what will be pinned often.")
    hold = "weights" if "weights" in kit else "low-tack tape" if "low-tack tape" in kit else ""
    if original.precious and hold != "weights":
        steps.append("Hold it down with something heavy; no tape on a precious sheet.")
    elif hold:
        steps.append(f"Hold both layers with {hold}, and do not shift them until all is drawn.")
    if "ruler" in kit:
        curve = "a curve ruler" if "curve ruler" in kit else "a steady hand"
        steps.append(f"Straight lines with the ruler, curves with {curve}.")
    if any(mark.kind == "length line" for mark in piece.shape.marks):
        steps.append("Leave room round the piece: it has a line to lengthen or shorten at.")
    if "pencil" in kit:
        steps.append("Draw in pencil: it can be rubbed out.")
    steps.append("Paper scissors for the paper, never the cloth shears.")
    return tuple(steps)
