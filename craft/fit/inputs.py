"""What a person decides in Fit: changes in the order they are made; each can be switched off."""

from typing import Annotated, Any, Literal, TypeVar, get_args

from pydantic import AfterValidator, Discriminator, Field, Tag, ValidationError

from craft.frozen import Frozen, Line, Name
from craft.shape.curve import Point

MOST_AT_ONE_LINE = 150.0

By = Literal["amount", "height", "measure", "target"]
Named = Annotated[str, Field(min_length=1, max_length=200)]


class Target(Frozen):
    """A finished length (mm) along a straight line of a piece, by the line's key (an edge or a mark)."""

    piece: Annotated[int, Field(ge=1, le=100_000)]
    line: Named
    length: Annotated[float, Field(ge=1, le=100_000)]


class LengthChange(Frozen):
    """Lengthen (or shorten, negative) at a line: the pattern's own of that ``level``, else one that is
    constructed there (see craft.fit.length.lines). ``on`` False: kept, but not carried out.

    ``by`` amount: ``amount`` mm as typed. ``by`` height: the line's share of the height difference to
    the pattern's base height; ``by`` measure: the person's own measure of that part against the
    table's; ``by`` target: what the ``target`` lacks. With any of these ``amount`` is not used.
    ``stay``: marks, by name, that keep their place where they lie in a strip that is taken out.
    """

    kind: Literal["length"] = "length"
    level: Annotated[str, Field(min_length=1, max_length=60)]
    by: By = "amount"
    amount: Annotated[float, Field(ge=-MOST_AT_ONE_LINE, le=MOST_AT_ONE_LINE)] = 0.0
    target: Target | None = None
    stay: Annotated[tuple[Named, ...], Field(max_length=40)] = ()
    on: bool = True


DartAmount = Literal["along", "lower", "upper", "intake", "dx", "dy"]
DART_AMOUNTS: tuple[DartAmount, ...] = get_args(DartAmount)
# Nobody draws finer than a hundredth of a millimetre; what is less would be a line without a direction.
Shift = Annotated[float, Field(ge=-300, le=300), AfterValidator(lambda mm: round(mm, 2))]
Drawn = Annotated[Point, AfterValidator(lambda at: (round(at[0], 2), round(at[1], 2)))]


class DartAmounts(Frozen):
    """By how much a dart is changed (mm). ``lower``: its point further away (negative: nearer); ``intake``:
    so much wider; ``dx``, ``dy``: its point set elsewhere, to the right and down. One that ends in a seam
    may move ``along`` it, down or to the right. Of a double-pointed one ``dx`` and ``dy`` move the whole,
    ``upper`` sets its other point further away."""

    along: Shift = 0.0
    lower: Shift = 0.0
    upper: Shift = 0.0
    intake: Shift = 0.0
    dx: Shift = 0.0
    dy: Shift = 0.0

    @property
    def amounts(self) -> dict[DartAmount, float]:
        """What is changed at all."""
        return {how: by for how in DART_AMOUNTS if (by := getattr(self, how))}


class DartChange(DartAmounts):
    """A dart changed, on all ``pieces`` that have it. ``becomes`` two: two of half its intake, ``apart``
    from each other; none: it is not sewn any more. ``other_way``: pressed to the other side than its cap is
    drawn for."""

    kind: Literal["dart"]
    pieces: Annotated[tuple[int, ...], Field(min_length=1, max_length=20)]
    dart: Named
    becomes: Literal["one", "two", "none"] = "one"
    apart: Annotated[float, Field(ge=10, le=120)] = 25.0
    other_way: bool = False
    on: bool = True


Kind = TypeVar("Kind", bound=Frozen)


def within_bounds(model: type[Kind], /, **asked: Any) -> Kind | None:
    """A change as it would be asked for, or None where its own bounds refuse it: what is offered may always
    be taken.

    >>> within_bounds(Pin, at=20.0, by=900.0) is None
    True
    """
    try:
        return model(**asked)
    except ValidationError:
        return None


Number = Annotated[int, Field(ge=1, le=100_000)]


class Pin(Frozen):
    """So much taken in (mm; negative: let out) at a place along a seam from its upper end, darts shut."""

    at: Annotated[float, Field(ge=0, le=20_000), AfterValidator(lambda mm: round(mm, 2))]
    by: Annotated[Shift, Field(ge=-150, le=150)]


class WidthChange(Frozen):
    """Taken in or let out along the seam that an ``edge`` of a piece belongs to. ``pins``: amounts at
    places along it; or ``points``: the pinned line pricked through onto the piece. ``measured`` pinch:
    the whole fold that both pieces share; side: from the seam to the pins. ``partner`` False: this piece
    alone."""

    kind: Literal["width"]
    piece: Number
    edge: Named
    pins: Annotated[tuple[Pin, ...], Field(max_length=20)] = ()
    points: Annotated[tuple[Drawn, ...], Field(max_length=40)] = ()
    measured: Literal["pinch", "side"] = "pinch"
    partner: bool = True
    on: bool = True


class NotchMove(Frozen):
    """A notch moved along its edge, as the outline is walked (mm)."""

    kind: Literal["notch"]
    piece: Number
    mark: Named
    along: Shift
    on: bool = True


class AllowanceChange(Frozen):
    """Another allowance at one edge (mm)."""

    kind: Literal["allowance"]
    piece: Number
    edge: Named
    width: Annotated[float, Field(ge=0, le=200)]
    on: bool = True


class HandChange(Frozen):
    """An edge drawn by hand, from where it lies then: its ``start`` or ``end`` set elsewhere, a ``point``
    at that ``share`` of its length pulled out, or the ``whole`` of it. ``along``: as the outline is walked,
    ``out``: to the outside (mm). ``size``: the size it was drawn on."""

    kind: Literal["hand"]
    piece: Number
    edge: Named
    part: Literal["start", "end", "point", "whole"]
    share: Annotated[float, Field(ge=0, le=1)] = 0.5
    along: Shift = 0.0
    out: Shift = 0.0
    size: Annotated[str, Field(max_length=120)] = ""
    on: bool = True


class SplitChange(Frozen):
    """A piece cut in two along a style ``line`` from edge to edge (``curved``: one smooth line through its
    points). The part on the line's left keeps the number, the other gets ``new``."""

    kind: Literal["split"]
    piece: Number
    line: Annotated[tuple[Drawn, ...], Field(min_length=2, max_length=20)]
    curved: bool = False
    new: Annotated[int, Field(ge=1, le=999)]
    names: tuple[Name, Name]
    seam: Name = "style line"
    allowance: Annotated[float, Field(ge=0, le=100)] = 15.0
    notches: Annotated[int, Field(ge=0, le=3)] = 2
    on: bool = True


class JoinChange(Frozen):
    """Two pieces made one along the edges that are sewn together: the second is laid to the first."""

    kind: Literal["join"]
    piece: Number
    edge: Named
    other: Number
    other_edge: Named
    on: bool = True


class OpenChange(Frozen):
    """A piece drawn to a fold opened out into a whole one."""

    kind: Literal["open"]
    piece: Number
    on: bool = True


class MirrorChange(Frozen):
    """A piece drawn for the other hand."""

    kind: Literal["mirror"]
    piece: Number
    on: bool = True


def kind_of(value: Any) -> str:
    """A change of length where nothing is said: the only kind there was once."""
    kind = value.get("kind", "length") if isinstance(value, dict) else getattr(value, "kind", "")
    return kind if isinstance(kind, str) else ""


Change = Annotated[
    Annotated[LengthChange, Tag("length")]
    | Annotated[DartChange, Tag("dart")]
    | Annotated[WidthChange, Tag("width")]
    | Annotated[NotchMove, Tag("notch")]
    | Annotated[AllowanceChange, Tag("allowance")]
    | Annotated[HandChange, Tag("hand")]
    | Annotated[SplitChange, Tag("split")]
    | Annotated[JoinChange, Tag("join")]
    | Annotated[OpenChange, Tag("open")]
    | Annotated[MirrorChange, Tag("mirror")],
    Discriminator(kind_of),
]


class Tolerances(Frozen):
    """What is still let pass (mm): ``seam``: two edges sewn together, and notches on them, that differ by
    so much; ``bust``: a dart ends so far short of the bust point; ``one_line``: more at one line, or taken
    in at one seam, is doubted."""

    seam: Annotated[float, Field(ge=0.5, le=20)] = 2.0
    bust: Annotated[float, Field(ge=0, le=60)] = 25.0
    one_line: Annotated[float, Field(ge=10, le=150)] = 50.0


# What was found on a toile, in sentences.
Found = Annotated[tuple[Annotated[Line, Field(max_length=200)], ...], Field(max_length=30)]


class Version(Frozen):
    """The changes as they were at some time, under a name: “after toile 1”, and what was ``found`` then."""

    name: Name
    changes: Annotated[tuple[Change, ...], Field(max_length=40)]
    found: Found = ()


class FitInputs(Frozen):
    """Changes in the order they are made. ``toile``: the pieces sewn in cheap cloth first; None: no toile.
    ``found``: what was seen on it since the last of the ``versions``, the changes as they were when a toile
    was tried."""

    changes: Annotated[tuple[Change, ...], Field(max_length=40)] = ()
    tolerances: Tolerances = Tolerances()
    toile: Annotated[tuple[Number, ...], Field(max_length=80)] | None = None
    found: Found = ()
    versions: Annotated[tuple[Version, ...], Field(max_length=12)] = ()
