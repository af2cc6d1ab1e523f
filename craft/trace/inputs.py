"""What a person decides about the tracing."""

from collections.abc import Iterable
from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from craft.frozen import Frozen, Name
from craft.pattern.piece import Role
from craft.trace.paper import PaperInputs
from craft.trace.seam_kinds import Sewn
from craft.trace.sums import SumPiece
from craft.trace.treatment import Treatment

Line = Literal["cutting", "stitching"]
Offered = Literal["body levels", "extra notches"]
Allowance = Annotated[float, Field(ge=0, le=100)]
# “number/edge name”
EdgeKey = Annotated[str, Field(min_length=1, max_length=130)]


def edge_key(number: int, edge: str) -> str:
    """The key of an edge in the inputs.

    >>> edge_key(1, "side")
    '1/side'
    """
    return f"{number}/{edge}"


def edge_words(key: str) -> str:
    """Such a key for people: “1, side”.

    >>> edge_words("1/side")
    '1, side'
    """
    return key.replace("/", ", ", 1)


def edges_of(number: int, keys: Iterable[str]) -> set[str]:
    """The names of one piece's edges among such keys.

    >>> sorted(edges_of(1, ["1/side", "1/hem", "12/hem"]))
    ['hem', 'side']
    """
    own = edge_key(number, "")
    return {key.removeprefix(own) for key in keys if key.startswith(own)}


Numbers = Annotated[tuple[int, ...], Field(max_length=80)]


class TraceInputs(Frozen):
    """``allowance``: the width for plain seams where the pattern's own is not wanted (mm).

    ``line``: which line the paper ends at, for all pieces or (``lines``) for some. ``kinds``: how
    seams and hems are sewn. ``edges``: allowances of single edges, “number/edge name” -> mm;
    ``on_cloth``: edges, named so, whose paper ends at the stitching line all the same.
    ``keep``: sizes to stay obtainable, None for all. ``treatments``: the person's own choices.
    ``opened``: half pieces opened out. ``face_down``: pieces to be used face down as well.
    ``offered``: useful marks that the original lacks. ``sums``: pieces without paper.
    """

    allowance: Allowance | None = None
    line: Line = "cutting"
    lines: Annotated[dict[int, Line], Field(max_length=80)] = {}
    kinds: Annotated[dict[Sewn, Annotated[str, Field(max_length=60)]], Field(max_length=4)] = {}
    edges: Annotated[dict[EdgeKey, Allowance], Field(max_length=400)] = {}
    on_cloth: Annotated[tuple[EdgeKey, ...], Field(max_length=400)] = ()
    keep: Annotated[tuple[Name, ...], Field(max_length=40)] | None = None
    treatments: Annotated[dict[int, Treatment], Field(max_length=80)] = {}
    opened: Numbers = ()
    face_down: Numbers = ()
    offered: Annotated[tuple[Offered, ...], Field(max_length=4)] = ()
    sums: Annotated[tuple[SumPiece, ...], Field(max_length=40)] = ()
    paper: PaperInputs = PaperInputs()
    dated: date | None = None


class Ahead(Frozen):
    """What later stages already know that tracing goes by: the traits of each role's cloth, and
    the pieces that lie face down on it."""

    traits: dict[Role, tuple[str, ...]] = {}
    face_down: tuple[int, ...] = ()
    person: str = ""
