"""What to trace by hand, in an order that goes round the piece once."""

from craft.frozen import Frozen
from craft.measure import length_text
from craft.pattern.marks import WORDS, Mark
from craft.pattern.piece import Shape
from craft.shape import path as paths

_COUNT = {2: "double ", 3: "triple "}
_FACE_DOWN = ("grain", "dot", "circle")


class Todo(Frozen):
    """One thing to draw. ``key`` is short and stable; ``mark`` is the mark's id, ``edge`` the
    edge's name, for showing it on the drawing."""

    key: str
    what: str
    edge: str = ""
    mark: str = ""


def todo(shape: Shape, face_down: bool) -> tuple[Todo, ...]:
    """The grain line first, so that the paper lies true; then once round, every edge with what sits
    on it; then the inside from top to bottom; then the back; then the label."""
    grain = [mark for mark in shape.marks if mark.kind == "grain"]
    done = {mark.id for mark in grain}
    found = [_of(mark) for mark in grain]
    for edge in shape.edges:
        found.append(
            Todo(key=f"e/{edge.name}", what=_edge_words(edge.kind, edge.name), edge=edge.name)
        )
        on = [mark for mark in shape.marks if mark.edge == edge.name and mark.id not in done]
        on.sort(key=lambda mark: paths.nearest(edge.path, mark.points[0])[1])
        found += [_of(mark) for mark in on]
        done |= {mark.id for mark in on}
    inside = [mark for mark in shape.marks if mark.id not in done]
    inside.sort(key=lambda mark: (min(y for _, y in mark.points), mark.points[0][0]))
    found += [_of(mark) for mark in inside]
    if face_down:
        found += [
            Todo(key=f"b/{mark.id}", what=f"{mark.name}, on the back too", mark=mark.id)
            for mark in shape.marks
            if mark.kind in _FACE_DOWN
        ]
        found.append(Todo(key="b/side", what="“wrong side up” on the back"))
    found.append(Todo(key="label", what="the label, every line of it"))
    return tuple(found)


def _edge_words(kind: str, name: str) -> str:
    return {
        "fold": f"{name}: the fold, with a ruler",
        "hem": f"{name}: the hem line",
        "dart": f"{name}: the cap of the dart",
    }.get(kind, name)


def _of(mark: Mark) -> Todo:
    word = WORDS[mark.kind]
    count = _COUNT.get(mark.count, "") if mark.kind == "notch" else ""
    kind = "" if word in mark.name else f" ({count}{word})"
    wide = f", {length_text(mark.width)} wide" if mark.width else ""
    side = f", {mark.side} side only" if mark.side != "both" else ""
    text = f"{mark.name}{kind}{wide}{'' if 'side only' in mark.name else side}"
    return Todo(key=f"m/{mark.id}", what=text, mark=mark.id)
