"""The toile: which pieces are worth sewing in cheap cloth first, and what was found on the body, said by
place in plain words and numbers, as changes of the pattern.

Source of the rule: body and sleeve are tested, no facings, no pockets; findings by place become changes of
the traced copy; a pinch is shared by both pieces, what is too tight is let out by half on each.
"""

from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.darts.dart_change import DartChange
from craft.fit.inputs import Change
from craft.fit.length.length_change import LengthChange
from craft.fit.level_words import at
from craft.fit.offers import EdgeOffer
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.result import Fitted
from craft.fit.seams.width import Pin, WidthChange
from craft.frozen import Frozen
from craft.measure import capital, length_text
from craft.pattern.parts import place_of
from craft.pattern.piece import ROLES

# Names of parts that a toile says nothing about, and pieces smaller than this (mm²).
NOT_TESTED = ("facing", "pocket", "lining", "interfacing", "flap", "loop", "belt", "tie", "placket",
              "guide",
              "bag", "binding", "collar stand", "stay")  # fmt: skip
LEAST_AREA = 25_000.0

What = Literal[
    "too low", "too high", "too long", "too short", "too wide", "too narrow", "too tight", "too loose",
]  # fmt: skip
Edges = tuple[EdgeOffer, ...]
PlaceKind = Literal["dart", "seam", "length", "edge"]


class Place(Frozen):
    """A place on the body that something may be found at. ``whats``: what can be; ``sided``: it is asked
    whether the amount is that of each side or all round."""

    key: str
    name: str
    kind: PlaceKind
    whats: tuple[What, ...]
    sided: bool = False


class Remark(Frozen):
    """What was found: at a place, by how much (mm). ``each``: on each side; else all round."""

    place: str
    what: What
    amount: Annotated[float, Field(gt=0, le=300)]
    each: bool = True


class Proposal(Frozen):
    """What is done about it: the sentence it comes from, why, and the changes."""

    found: str
    why: str
    changes: tuple[Change, ...]


DART: tuple[What, ...] = ("too low", "too high", "too long", "too short", "too wide", "too narrow")
SEAM: tuple[What, ...] = ("too tight", "too loose")
LENGTH: tuple[What, ...] = ("too long", "too short")
EDGE: tuple[What, ...] = ("too high", "too low", "too tight", "too loose")


def worth_testing(fitted: Fitted) -> tuple[int, ...]:
    """The pieces that a toile is sewn of: those of the body and sleeves, cut from the main cloth."""
    found = []
    for piece in fitted.pieces:
        name = piece.name.lower()
        if any(word in name for word in NOT_TESTED) or not piece.cuts:
            continue
        first = min((cut.role for cut in piece.cuts), key=ROLES.index)
        xs = [x for curve in piece.cutting for x, _ in curve]
        ys = [y for curve in piece.cutting for _, y in curve]
        size = (max(xs) - min(xs)) * (max(ys) - min(ys))
        if first == "main" and size >= LEAST_AREA:
            found.append(piece.number)
    return tuple(found)


def places(fitted: Fitted, edges: Edges) -> tuple[Place, ...]:
    """Every place the pattern has something to be found at, from darts to edges."""
    found = [
        Place(key=f"dart {each.piece} {each.dart}", name=f"the {each.name}", kind="dart",
              whats=DART if not each.double else ("too low", "too high", "too wide", "too narrow"))
        for each in fitted.darts if each.piece == each.pieces[0]
    ]  # fmt: skip
    seen: set[tuple[str, str]] = set()
    for edge in edges:
        if edge.kind != "seam" or not edge.partners:
            continue
        for level in edge.places:
            if (edge.seam, level.name) not in seen:
                seen.add((edge.seam, level.name))
                found.append(
                    Place(key=f"seam {edge.piece} {edge.edge}@{level.name}", kind="seam", whats=SEAM,
                          name=f"the {level.name}, at the {edge.seam}", sided=True)
                )  # fmt: skip
    found += [
        Place(
            key=f"length {line.level}",
            name=f"the length {at(line.level)}",
            kind="length",
            whats=LENGTH,
        )
        for line in fitted.lines
    ]
    names = {piece.number: piece.name.lower() for piece in fitted.pieces}
    found += [
        Place(key=f"edge {edge.piece} {edge.edge}", name=f"the {edge.edge} of the {names[edge.piece]}",
              kind="edge", whats=EDGE)
        for edge in edges
        if edge.piece in names and place_of(edge.edge) in ("neck", "armhole")
    ]  # fmt: skip
    return tuple(found)


def propose(fitted: Fitted, edges: Edges, remark: Remark) -> Proposal:
    """The changes a finding asks for. Raises CraftError for a place that is not there, or something that
    cannot be found at it."""
    place = next((each for each in places(fitted, edges) if each.key == remark.place), None)
    if place is None:
        raise CraftError("There is no such place on this pattern.", "place")
    if remark.what not in place.whats:
        raise CraftError(f"{place.name.capitalize()} cannot be {remark.what}.", "what")
    side = ""
    if place.sided:
        side = " on each side" if remark.each else " all round"
    found = f"{place.name} is {length_text(remark.amount)} {remark.what}{side}"
    make = {"dart": _dart, "seam": _seam, "length": _length, "edge": _edge}[place.kind]
    change, why = make(fitted, edges, remark, place)
    return Proposal(found=f"{capital(found)}.", why=why, changes=change)


def _dart(
    fitted: Fitted, edges: Edges, remark: Remark, place: Place
) -> tuple[tuple[Change, ...], str]:
    seen = next(d for d in fitted.darts if f"dart {d.piece} {d.dart}" == place.key)
    by = remark.amount
    how = {"too long": {"lower": -by}, "too short": {"lower": by},
           "too wide": {"intake": -by}, "too narrow": {"intake": by}}  # fmt: skip
    up = {"too low": -by, "too high": by}
    if remark.what in up:
        # A dart in a seam that runs down slides along it; any other one has its point moved.
        slides = not seen.double and seen.seam_runs_down
        fields = {"along" if slides else "dy": up[remark.what]}
        why = (
            "The whole dart is moved along its seam, point and all; its cap is folded anew."
            if slides
            else "It is moved up or down."
            if seen.double
            else "Its point is moved up or down."
        )
    else:
        fields = how[remark.what]
        why = (
            "Its point moves along its centre line." if "lower" in fields else "Half on each side."
        )
    change = DartChange.model_validate(
        {"kind": "dart", "pieces": seen.pieces, "dart": seen.dart, **fields}
    )
    return (change,), why


def _seam(
    fitted: Fitted, edges: Edges, remark: Remark, place: Place
) -> tuple[tuple[Change, ...], str]:
    edge, level = _edge_at(edges, place)
    at = next(p.at for p in edge.places if p.name == level)
    # Two side seams go round a body; each is shared by two edges.
    each = remark.amount if remark.each else remark.amount / 2
    by = each if remark.what == "too loose" else -each
    change = WidthChange(
        kind="width", piece=edge.piece, edge=edge.edge, pins=(Pin(at=at, by=by),), measured="pinch"
    )
    done = "taken in" if by > 0 else "let out"
    shared = (
        ""
        if remark.each
        else f"{length_text(remark.amount)} ÷ 2 seams = {length_text(each)} a seam; "
    )
    return (change,), (
        f"{shared}{length_text(each)} ÷ 2 = {length_text(each / 2)} {done} on both pieces, running out "
        "above and below."
    )


def _edge_at(edges: Edges, place: Place) -> tuple[EdgeOffer, str]:
    key, level = place.key.rsplit("@", 1)
    return next(e for e in edges if f"seam {e.piece} {e.edge}" == key), level


def _length(
    fitted: Fitted, edges: Edges, remark: Remark, place: Place
) -> tuple[tuple[Change, ...], str]:
    level = place.key.removeprefix("length ")
    amount = -remark.amount if remark.what == "too long" else remark.amount
    return (LengthChange(level=level, amount=amount),), (
        "It is slid apart or over itself there; what shares a seam follows."
    )


def _edge(
    fitted: Fitted, edges: Edges, remark: Remark, place: Place
) -> tuple[tuple[Change, ...], str]:
    edge = next(e for e in edges if f"edge {e.piece} {e.edge}" == place.key)
    inward = remark.what in ("too high", "too tight")
    out = -remark.amount if inward else remark.amount
    change = HandChange(
        kind="hand",
        piece=edge.piece,
        edge=edge.edge,
        part="point",
        share=0.5,
        out=out,
        size=fitted.size,
    )
    return (change,), (
        f"Its middle is set {'further into' if inward else 'out from'} the piece, running out to both "
        "ends; what is sewn to it is walked again."
    )
