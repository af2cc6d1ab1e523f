"""Versions of the traced pattern, as printed, as traced, after each toile, and by how much they differ."""

from dataclasses import replace
from typing import NamedTuple

from craft.fit.draft import Draft
from craft.fit.fitting import begin, changed_draft
from craft.fit.inputs import Change, FitInputs
from craft.frozen import Frozen
from craft.measure import Figure, length_text
from craft.pattern.pattern import Pattern, size_words
from craft.pattern.piece import Shape
from craft.pick import Picked, PickInputs
from craft.shape.apart import apart
from craft.shape.curve import Curve
from craft.shape.pen import bounds
from craft.trace import Traced

# What differs by less is the same (mm).
SAME = 0.05


class PieceDiffers(Frozen):
    """By how much a piece differs from another version of it: higher and wider (mm, with the working), and
    how far the outlines lie apart at most. ``there`` False: only one of the versions has it."""

    piece: int
    name: str
    there: bool = True
    figures: tuple[Figure, ...] = ()


class VersionSeen(Frozen):
    """A version: its name, how many changes it holds, its outlines for laying under the present ones, what
    was found on the toile, and how the pieces are now different from it."""

    name: str
    kind: str
    index: int | None = None
    changes: int
    found: tuple[str, ...] = ()
    outlines: dict[int, tuple[Curve, ...]]
    differs: tuple[PieceDiffers, ...]


class _Held(NamedTuple):
    name: str
    kind: str
    at: int | None
    changes: int
    found: tuple[str, ...]
    draft: Draft


def versions(
    pattern: Pattern, traced: Traced, picked: Picked, person: PickInputs, inputs: FitInputs
) -> tuple[VersionSeen, ...]:
    """Every version against the pieces as they are now, the original first."""

    def after(changes: tuple[Change, ...]) -> Draft:
        with_these = inputs.model_copy(update={"changes": changes})
        return changed_draft(pattern, traced, picked, person, with_these).draft

    begun, now = begin(pattern, traced), after(inputs.changes)
    held = [
        _Held(
            f"As printed, {size_words(picked.size)}",
            "original",
            None,
            0,
            (),
            _printed(begun, picked),
        ),
        _Held("As traced", "traced", None, 0, (), begun),
    ]
    for index, each in enumerate(inputs.versions):
        draft = after(each.changes)
        held.append(_Held(each.name, "kept", index, len(each.changes), each.found, draft))
    return tuple(
        VersionSeen(
            name=each.name, kind=each.kind, index=each.at, changes=each.changes, found=each.found,
            outlines={n: shape.outline for n, shape in each.draft.shapes.items()},
            differs=_differs(each.draft, now),
        )
        for each in held
    )  # fmt: skip


def _printed(begun: Draft, picked: Picked) -> Draft:
    """The pieces as the pattern has them in the size chosen, whatever was blended, opened or altered."""
    shapes = dict(begun.shapes)
    for number in begun.shapes:
        printed = next((p for p in begun.drawn.pieces if p.number == number), None)
        if printed is not None and picked.size in printed.shapes:
            shapes[number] = printed.shapes[picked.size]
    return replace(begun, shapes=shapes)


def _differs(before: Draft, now: Draft) -> tuple[PieceDiffers, ...]:
    found = []
    for number in dict.fromkeys((*before.shapes, *now.shapes)):
        name = (now.names if number in now.names else before.names)[number]
        one, two = before.shapes.get(number), now.shapes.get(number)
        if one is None or two is None:
            found.append(PieceDiffers(piece=number, name=name, there=False))
            continue
        figures = _figures(one, two)
        if figures:
            found.append(PieceDiffers(piece=number, name=name, figures=figures))
    return tuple(found)


def _figures(one: Shape, two: Shape) -> tuple[Figure, ...]:
    if one.outline == two.outline:
        return ()
    made = []
    a, b = bounds(one.outline), bounds(two.outline)
    for name, low, high in (("high", 1, 3), ("wide", 0, 2)):
        was, now = a[high] - a[low], b[high] - b[low]
        if abs(now - was) > SAME:
            by = length_text(now - was)
            made.append(
                Figure(name=name, value=now - was, text=f"{'+' if now > was else ''}{by}",
                       working=(f"{length_text(now)} − {length_text(was)} = {by}",))
            )  # fmt: skip
    off = max(apart(one.outline, two.outline, 1e9)[0], apart(two.outline, one.outline, 1e9)[0])
    if off > SAME:
        made.append(
            Figure(name="apart", value=off, text=length_text(off),
                   working=("the furthest that one outline lies from the other",))
        )  # fmt: skip
    return tuple(made)
