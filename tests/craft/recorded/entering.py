"""Patterns nobody planned, as they are entered: points, garments, sums, and any edits of them."""

from craft.digitise.digitised import Digitised, digitise
from craft.digitise.from_pattern import entered
from craft.digitise.garment_plans import BY_PART
from craft.digitise.inputs import PatternInputs
from craft.digitise.sum_kinds import KINDS
from craft.errors import CraftError
from craft.pattern import Pattern
from craft.pattern.marks import POINTS
from tests.craft.entering import EDIT, EMPTY, MAIN, done, measured
from tests.craft.recorded.chance import Chance

BODY = {
    "half neck width": 92, "neck depth": 80, "shoulder": 130, "shoulder drop": 38, "half across": 190,
    "underarm drop": 190, "half width": 250, "side": 400, "half hem": 265, "centre": 560,
}  # fmt: skip
TROUSERS = {
    "half waist": 190, "crotch drop": 270, "half hip": 240, "thigh": 300, "knee": 235, "leg hem": 210,
    "outside leg": 1_020, "inside leg": 765,
}  # fmt: skip
GARMENTS: dict[str, dict[str, float]] = {
    "body front": BODY, "body back": {**BODY, "neck depth": 25, "centre": 620},
    "trouser front": TROUSERS, "trouser back": {**TROUSERS, "thigh": 340},
    "sleeve": {"length": 600, "half width": 200, "cap height": 130, "underarm": 461, "half hem": 140},
    "skirt panel": {"half waist": 180, "waist drop": 10, "hip drop": 200, "half hip": 240, "half hem": 300,
                    "side": 640, "centre": 632},
    "collar": {"half neck edge": 190, "depth": 70, "front edge": 72, "half outer edge": 215, "rise": 14},
    "yoke": {"half neck width": 90, "neck depth": 20, "shoulder": 120, "shoulder drop": 34,
             "armhole edge": 80, "half width": 200, "centre": 100},
    "band": {"half length": 380, "depth": 40},
}  # fmt: skip


def garment(by: Chance, part: str) -> dict:
    """A part copied by measures; the other half read a little otherwise, or not at all."""
    usual = {each.name: each.usual for each in BY_PART[part].measures}

    def read(mm: float) -> float:
        return round(mm * by.within(0.96, 1.04), 1)

    measures = {
        name: (read(mm), read(mm) if by.often(0.5) else None)
        for name, mm in GARMENTS[part].items()
        if not (usual[name] and by.often(0.5))
    }  # fmt: skip
    return {"way": "garment", "part": part, "measures": measures, "longer": by.one((0.0, 30.0)),
            "wider": by.one((0.0, 10.0))}  # fmt: skip


def summed(by: Chance, kind) -> dict:
    """A part by sums."""
    numbers = {}
    for each in kind.numbers:
        if each.choices:
            numbers[each.name] = by.one(tuple(each.choices.values()))
        elif each.length:
            numbers[each.name] = by.mm(40, 700)
        elif by.often(0.5):
            numbers[each.name] = by.one((1.0, 2.0))
    return {"way": "sum", "kind": kind.name, "numbers": numbers}


def edit(by: Chance, now: PatternInputs) -> dict:
    """Any edit of what is there."""
    piece = by.one(now.pieces)
    nodes = [node.id for node in getattr(piece.drawn, "nodes", ())] or [1]
    node, sizes = by.one(nodes), now.all_sizes
    at = (by.mm(-20, 420), by.mm(-20, 420))
    kind = by.one(sorted(POINTS))
    points = [(by.mm(20, 300), by.mm(20, 300)) for _ in range(POINTS[kind][0])]
    mark = by.one([each.id for each in piece.marks] or ["none"])
    side = {"piece": piece.id, "edge": node, "backwards": by.often(0.5)}
    other = {"piece": by.one(now.pieces).id, "edge": by.one(nodes), "backwards": by.often(0.5)}
    here = {"piece": piece.id}
    return by.one((
        {"do": "add point", **here, "at": at, "after": by.one((None, node))},
        {"do": "move points", **here, "ids": [node], "by": (by.mm(-15, 15), by.mm(-15, 15)),
         "size": by.one(sizes), "every": by.often(0.5)},
        {"do": "shift points", **here, "size": by.one(sizes), "shifts": {node: (by.mm(-8, 8), 2.5)}},
        {"do": "remove points", **here, "ids": [node]},
        {"do": "set points", **here, "ids": [node], "turn": by.one(("auto", "corner", "smooth")),
         "then": by.one((None, "auto", "straight", "curve"))},
        {"do": "new mark", **here, "kind": kind, "points": points, "size": by.one((None, *sizes))},
        {"do": "move mark", **here, "mark": mark, "to": at, "size": by.one(sizes)},
        {"do": "remove mark", **here, "mark": mark},
        {"do": "notches", "a": side, "b": other, "along": by.mm(0, 200)},
        {"do": "edge", **here, "edge": node, "says": {
            "kind": by.one(("seam", "fold", "hem", "dart")), "allowance": by.mm(0, 40),
            "name": by.one(("", "side", "hem"))}},
        {"do": "describe piece", **here, "number": by.one((1, 2, 3, 41)), "cuts": MAIN,
         "traced": by.one(("cutting", "stitching"))},
        {"do": "transform", **here, "how": by.one(
            ("mirror", "to the grain", "quarter turn", "open", "close", "to the corner"))},
        {"do": "as points", **here},
        {"do": "double piece", **here},
        {"do": "add size", "name": by.one(("S", "M", "L"))},
        {"do": "add seams", "seams": [{"name": "joined", "a": [side], "b": [other]}]},
    ))  # fmt: skip


def entering(number: int, patterns: tuple[Pattern, ...]) -> tuple[str, Digitised]:
    """The pattern of that number as it was entered, and its name."""
    by = Chance(number)
    if by.often(0.4):
        inputs = entered(by.one(patterns))
    else:
        corners = [(0, 0), (by.mm(150, 400), by.mm(-20, 20)), (by.mm(150, 400), by.mm(200, 500)), (0, 400)]
        inputs = measured(*corners, inputs=EMPTY, name=by.one(("Front", "Back", "Sleeve", "Pocket")))
        for part in by.some(GARMENTS, 0.4):
            inputs = done(inputs, "add piece", name=part, drawn=garment(by, part), cuts=MAIN)
        for kind in by.some(KINDS, 0.3):
            inputs = done(inputs, "add piece", name=kind.title, drawn=summed(by, kind), cuts=MAIN)
    for _ in range(by.one(range(14))):
        try:
            inputs = EDIT.validate_python(edit(by, inputs)).apply(inputs)
        except CraftError:
            continue
    return inputs.name, digitise(inputs)
