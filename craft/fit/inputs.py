"""What a person decides in Fit: changes in the order they are made; each can be switched off."""

from typing import Annotated, Any, Literal, get_args

from pydantic import Discriminator, Field, Tag

from craft.frozen import Frozen

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
    constructed there (see craft.fit.lines). ``on`` False: kept, but not carried out.

    ``by`` amount: ``amount`` mm as typed. ``by`` height: the line's share of the height difference to
    the pattern's base height; ``by`` measure: the person's own measure of that part against the
    table's; ``by`` target: what the ``target`` lacks. With any of these ``amount`` is not used.
    """

    kind: Literal["length"] = "length"
    level: Annotated[str, Field(min_length=1, max_length=60)]
    by: By = "amount"
    amount: Annotated[float, Field(ge=-MOST_AT_ONE_LINE, le=MOST_AT_ONE_LINE)] = 0.0
    target: Target | None = None
    on: bool = True


DartAmount = Literal["lower", "upper", "intake", "dx", "dy"]
DART_AMOUNTS: tuple[DartAmount, ...] = get_args(DartAmount)
Shift = Annotated[float, Field(ge=-300, le=300)]


class DartChange(Frozen):
    """A dart changed, on all ``pieces`` that have it. ``lower``: its point further away (mm; negative:
    nearer); for a double-pointed one also ``upper``, ``intake``: so much wider, and ``dx``, ``dy``: moved
    as a whole."""

    kind: Literal["dart"]
    pieces: Annotated[tuple[int, ...], Field(min_length=1, max_length=20)]
    dart: Named
    lower: Shift = 0.0
    upper: Shift = 0.0
    intake: Shift = 0.0
    dx: Shift = 0.0
    dy: Shift = 0.0
    on: bool = True


def _kind(value: Any) -> str:
    """A change of length where nothing is said: the only kind there was once."""
    kind = value.get("kind", "length") if isinstance(value, dict) else getattr(value, "kind", "")
    return kind if isinstance(kind, str) else ""


Change = Annotated[
    Annotated[LengthChange, Tag("length")] | Annotated[DartChange, Tag("dart")],
    Discriminator(_kind),
]


class FitInputs(Frozen):
    """Changes in the order they are made."""

    changes: Annotated[tuple[Change, ...], Field(max_length=40)] = ()
