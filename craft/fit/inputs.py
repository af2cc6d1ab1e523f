"""What a person decides in Fit: changes in the order they are made; each can be switched off."""

from typing import Annotated, Any

from pydantic import Discriminator, Field, Tag

from craft.fit.change import Number
from craft.fit.darts.dart_change import DartChange
from craft.fit.length.length_change import LengthChange
from craft.fit.pieces.allowance import AllowanceChange
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.join import JoinChange
from craft.fit.pieces.mirror import MirrorChange
from craft.fit.pieces.notch import NotchMove
from craft.fit.pieces.open_half import OpenChange
from craft.fit.pieces.split import SplitChange
from craft.fit.seams.width import WidthChange
from craft.fit.tolerances import Tolerances
from craft.frozen import Frozen, Line, Name


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
