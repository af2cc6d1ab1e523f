"""What a person needs on every garment: short waist, forward shoulder, full upper arm. Kept without the
numbers of any pattern, and proposed wherever a pattern has the place for it."""

from typing import Annotated, Literal

from pydantic import Discriminator, Field, Tag, TypeAdapter

from craft.errors import CraftError
from craft.fit.change import Named, Shift, within_bounds
from craft.fit.darts.dart_change import DartChange
from craft.fit.darts.dart_settings import DartAmounts
from craft.fit.inputs import Change, kind_of
from craft.fit.length.length_change import LengthChange
from craft.fit.offers import EdgeOffer, part_named
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.result import Fitted
from craft.fit.seams.width import Pin, WidthChange
from craft.frozen import Frozen, Line
from craft.measure import length_text

Edges = tuple[EdgeOffer, ...]
Own = Annotated[Line, Field(max_length=60)]


class StandingDart(DartAmounts):
    """A dart of that name, on the part it belongs to."""

    kind: Literal["dart"]
    name: Own = ""
    dart: Named


class StandingWidth(Frozen):
    """Taken in or let out along an edge of that name on such a part: at a level, or so far ``below`` it
    (mm; negative: above); where no level is known at that share of its length."""

    kind: Literal["width"]
    name: Own = ""
    part: Own
    edge: Named
    level: Own = ""
    below: Annotated[float, Field(ge=-2_000, le=2_000)] = 0.0
    share: Annotated[float, Field(ge=0, le=1)] = 0.5
    by: Shift
    measured: Literal["pinch", "side"] = "pinch"


class StandingHand(Frozen):
    """An edge of that name on such a part, drawn otherwise by as much."""

    kind: Literal["hand"]
    name: Own = ""
    part: Own
    edge: Named
    where: Literal["start", "end", "point", "whole"]
    share: Annotated[float, Field(ge=0, le=1)] = 0.5
    along: Shift = 0.0
    out: Shift = 0.0


Standing = Annotated[
    Annotated[LengthChange, Tag("length")]
    | Annotated[StandingDart, Tag("dart")]
    | Annotated[StandingWidth, Tag("width")]
    | Annotated[StandingHand, Tag("hand")],
    Discriminator(kind_of),
]


STANDING: TypeAdapter[Standing] = TypeAdapter(Standing)


class StandingOffer(Frozen):
    """A standing adjustment this making does not have yet: what it is, and the change it comes to here."""

    sentence: str
    change: Change


def kept(fitted: Fitted, edges: Edges, change: Change, name: str) -> Standing:
    """A change of this pattern as one that suits every other. Raises CraftError for a kind that only makes
    sense on this pattern, or one whose place is gone."""
    if change.not_kept:
        raise CraftError(change.not_kept)
    match change:
        case LengthChange():
            return change
        case DartChange():
            seen = next((d for d in fitted.darts if d.dart == change.dart), None)
            if seen is None:
                raise CraftError("Its dart is not there any more.")
            return StandingDart(kind="dart", name=name, dart=seen.name, **change.amounts)
        case WidthChange(pins=pins):
            edge = _edge(edges, change.piece, change.edge)
            pin = max(pins, key=lambda each: abs(each.by))
            near = min(edge.places, key=lambda place: abs(place.at - pin.at), default=None)
            below = pin.at - near.at if near else 0.0
            return StandingWidth(
                kind="width", name=name, part=_part(fitted, change.piece), edge=change.edge,
                level=near.name if near else "",
                below=0.0 if abs(below) < NEAR_A_LEVEL else round(below, 1),
                share=min(1.0, pin.at / (edge.seam_long or 1.0)), by=pin.by, measured=change.measured,
            )  # fmt: skip
        case HandChange():
            _edge(edges, change.piece, change.edge)
            return StandingHand(
                kind="hand", name=name, part=_part(fitted, change.piece), edge=change.edge,
                where=change.part, share=change.share, along=change.along, out=change.out,
            )  # fmt: skip
    raise AssertionError(f"{change.kind} is kept, and not told how")


# A pin nearer to a level of the body than this is meant there (mm).
NEAR_A_LEVEL = 25.0


def proposed(
    fitted: Fitted, edges: Edges, standing: tuple[Standing, ...], made: tuple[Change, ...]
) -> tuple[StandingOffer, ...]:
    """What of it this pattern has the place for and the making does not have yet."""
    offers = []
    for each in standing:
        change = _here(fitted, edges, each)
        if change is not None and not any(_same_place(change, one) for one in made):
            offers.append(StandingOffer(sentence=told(each), change=change))
    return tuple(offers)


def told(each: Standing) -> str:
    """A standing adjustment in words, without the person.

    >>> side = {"kind": "width", "part": "front", "edge": "side", "level": "waist"}
    >>> told(StandingWidth(**side, below=-20.0, by=12.0))
    'front side in [[12]] pinched [[20]] above the waist'
    """
    if isinstance(each, LengthChange):
        more = "less" if each.amount < 0 else "more"
        return f"{length_text(abs(each.amount))} {more} at the {each.level}"
    named = f"{each.name}: " if each.name else ""
    if isinstance(each, StandingDart):
        fields = {"along": "along its seam", "lower": "longer", "upper": "longer above", "intake": "wider",
                  "dx": "to the right", "dy": "down"}  # fmt: skip
        parts = [
            f"{length_text(by)} {words}"
            for how, words in fields.items()
            if (by := getattr(each, how))
        ]
        return f"{named}{each.dart} {', '.join(parts)}"
    if isinstance(each, StandingWidth):
        done = "in" if each.by > 0 else "out"
        at = f" at the {each.level}" if each.level else ""
        if each.level and each.below:
            way = "below" if each.below > 0 else "above"
            at = f" {length_text(abs(each.below))} {way} the {each.level}"
        whole = "pinched" if each.measured == "pinch" else "from the seam"
        return f"{named}{each.part} {each.edge} {done} {length_text(abs(each.by))} {whole}{at}"
    parts = [
        f"{length_text(abs(by))} {one if by > 0 else other}"
        for by, one, other in ((each.along, "along", "back along"), (each.out, "out", "in")) if by
    ]  # fmt: skip
    return f"{named}{each.part} {each.edge} {' and '.join(parts)}"


def _here(fitted: Fitted, edges: Edges, each: Standing) -> Change | None:
    if isinstance(each, LengthChange):
        return each if any(line.level == each.level for line in fitted.lines) else None
    if isinstance(each, StandingDart):
        seen = next((d for d in fitted.darts if d.name.lower() == each.dart.lower()), None)
        if seen is None:
            return None
        return DartChange(kind="dart", pieces=seen.pieces, dart=seen.dart, **each.amounts)
    names = {piece.number: piece.name.lower() for piece in fitted.pieces}
    edge = next(
        (e for e in edges if e.edge == each.edge and each.part in names.get(e.piece, "")),
        None,
    )
    if edge is None:
        return None
    if isinstance(each, StandingHand):
        return within_bounds(
            HandChange, kind="hand", piece=edge.piece, edge=edge.edge, part=each.where,
            share=each.share, along=each.along, out=each.out, size=fitted.size,
        )  # fmt: skip
    pin = within_bounds(Pin, at=_place(edge, each), by=each.by)
    if pin is None:
        return None
    return within_bounds(
        WidthChange,
        kind="width",
        piece=edge.piece,
        edge=edge.edge,
        pins=(pin,),
        measured=each.measured,
    )


def _place(edge: EdgeOffer, each: StandingWidth) -> float:
    """Where along a seam it belongs (mm): as far from its level as on the body; by its share of the seam
    where that level is not known here."""
    level = next((place.at for place in edge.places if place.name == each.level), None)
    at = each.share * edge.seam_long if level is None else level + each.below
    return max(0.0, min(edge.seam_long, at))


def _same_place(a: Change, b: Change) -> bool:
    if a.kind != b.kind:
        return False
    keys = ("level", "dart", "edge")
    return all(getattr(a, key, None) == getattr(b, key, None) for key in keys)


def _edge(edges: Edges, piece: int, edge: str) -> EdgeOffer:
    found = next((e for e in edges if (e.piece, e.edge) == (piece, edge)), None)
    if found is None:
        raise CraftError("Its edge is not there any more.")
    return found


def _part(fitted: Fitted, piece: int) -> str:
    name = next((p.name.lower() for p in fitted.pieces if p.number == piece), "")
    return part_named(name)
