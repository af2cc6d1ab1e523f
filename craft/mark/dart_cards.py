"""A card for every dart: its numbers, and how it is folded, pinned, sewn and pressed on this cloth.

Source of the rules: folded right sides together from the point; pins at the point and the ends first,
through both lines; the work turned so that the leg runs straight ahead; sewn from the wide end and off
the fold at the point; a double-pointed one from its middle to each point, overlapping; pressed flat as
far as the point, then over a curve; horizontal darts down, vertical ones to the centre or to the side seam.
"""

from craft.cloth import Cloth
from craft.cloth.bears import barred_acts
from craft.fit import Fitted
from craft.frozen import Frozen
from craft.lay import ClothLay, LayItem
from craft.mark.inputs import MarkingInputs
from craft.measure import Figure, Finding, Where, length_text
from craft.pattern.marks import DARTS, Mark
from craft.pattern.piece import Role
from craft.shape.curve import Point, between, distance

# Legs that differ by more than this do not lie on each other (mm).
EQUAL = 1.0
# A softer tip is eased toward the fold over so much, tails are left so long and trimmed to so much, and two
# seams from the middle lap over each other by so much (mm).
EASED, TAIL, TRIMMED, LAPPED = 20.0, 100.0, 10.0, 20.0
# At the point the fold is wide enough to sew back into where the dart opens by more than this share of its
# length: half an opening of 1 in 8 leaves 2.5 mm of fold at 2 cm from the point.
WIDE_TIP = 1 / 8


class Step(Frozen):
    """One thing to do, and why."""

    name: str
    words: str
    because: str = ""


class DartCard(Frozen):
    """A dart as it is on the working piece. ``points``: as of the mark, in the piece’s coordinates (mm);
    ``count``: how often it is sewn, and ``hands`` on which pieces. ``runs``: the way it lies on the
    body."""

    role: Role
    cloth: str
    piece: int
    mark: str
    title: str
    name: str
    double: bool
    runs: str
    count: int
    hands: str
    points: tuple[Point, ...]
    figures: tuple[Figure, ...]
    steps: tuple[Step, ...]
    findings: tuple[Finding, ...]


def dart_cards(
    fitted: Fitted, lays: tuple[ClothLay, ...], inputs: MarkingInputs
) -> tuple[DartCard, ...]:
    """Every dart of every cloth but the interfacing, whose darts are cut out or sewn with the piece’s
    own."""
    shapes = {piece.number: piece for piece in fitted.pieces}
    found = []
    for lay in lays:
        if lay.cloth is None or lay.role == "interfacing":
            continue
        for number in dict.fromkeys(item.piece for item in lay.items):
            items = [item for item in lay.items if item.piece == number]
            for mark in shapes[number].shape.marks:
                if mark.kind in DARTS:
                    found.append(_card(mark, items, lay.role, lay.cloth, inputs))
    return tuple(found)


def _card(
    mark: Mark, items: list[LayItem], role: Role, cloth: Cloth, inputs: MarkingInputs
) -> DartCard:
    double = mark.kind == "double dart"
    count, hands = _how_often(mark, items)
    runs = _runs(mark)
    return DartCard(
        role=role, cloth=cloth.name, piece=items[0].piece, mark=mark.id,
        title=f"{items[0].piece} {items[0].name}", name=mark.name, double=double, runs=runs, count=count,
        hands=hands, points=mark.points, figures=_figures(mark),
        steps=tuple(_steps(mark, cloth, inputs, runs, double=double)),
        findings=tuple(_findings(mark, items[0], cloth, inputs)),
    )  # fmt: skip


def _how_often(mark: Mark, items: list[LayItem]) -> tuple[int, str]:
    """On how many cloth pieces, or halves, it is sewn: a one-sided one on its own side alone."""
    per = {"both": 2, "twice": 2, "whole": 2, "left": 1, "right": 1, "one": 1}
    if mark.side == "both":
        count = sum(per[item.hands] for item in items)
        paired = any(item.hands in ("both", "left", "right", "whole") for item in items)
        return count, "left and right" if paired else ""
    ones = [
        i for i in items if i.hands in ("both", "whole", mark.side) or i.hands in ("one", "twice")
    ]
    return sum(2 if item.hands == "twice" else 1 for item in ones), f"{mark.side} side only"


def legs(mark: Mark) -> tuple[float, ...]:
    """The lengths of a dart’s legs (mm): two, or the four of a double-pointed one."""
    p = mark.points
    if mark.kind == "double dart":
        return tuple(distance(p[k], p[(k + 1) % 4]) for k in range(4))
    return distance(p[0], p[1]), distance(p[2], p[1])


def _runs(mark: Mark) -> str:
    """Upright or level, by its middle line; the paper’s y runs along the grain."""
    p = mark.points
    a, b = (p[0], p[2]) if mark.kind == "double dart" else (between(p[0], p[2]), p[1])
    return "vertical" if abs(b[1] - a[1]) >= abs(b[0] - a[0]) else "horizontal"


def _figures(mark: Mark) -> tuple[Figure, ...]:
    p = mark.points
    pairs: tuple[tuple[str, float, float], ...]
    if mark.kind == "double dart":
        wide, middle = distance(p[1], p[3]), between(p[1], p[3])
        named = {"upper part": distance(middle, p[0]), "lower part": distance(middle, p[2])}
        pairs = (("upper legs", distance(p[0], p[1]), distance(p[0], p[3])),
                 ("lower legs", distance(p[2], p[1]), distance(p[2], p[3])))  # fmt: skip
    else:
        wide, middle = distance(p[0], p[2]), between(p[0], p[2])
        named = {"length": distance(middle, p[1])}
        one, other = legs(mark)
        pairs = (("legs", one, other),)
    figures = [
        Figure(name="intake", value=wide, text=length_text(wide),
               working=("across its widest place: so much cloth it takes up",)),
        Figure(name="from the fold", value=wide / 2, text=length_text(wide / 2),
               working=(f"folded: {length_text(wide)} ÷ 2 = {length_text(wide / 2)} at the widest place",)),
    ]  # fmt: skip
    figures += [
        Figure(name=name, value=mm, text=length_text(mm), working=("along its middle line",))
        for name, mm in named.items()
    ]
    for name, one, other in pairs:
        mean = (one + other) / 2
        figures.append(
            Figure(name=name, value=mean, text=length_text(mean),
                   working=(f"one {length_text(one)}, the other {length_text(other)}",))
        )  # fmt: skip
    return tuple(figures)


def _steps(
    mark: Mark, cloth: Cloth, inputs: MarkingInputs, runs: str, *, double: bool
) -> list[Step]:
    from_where = "along its middle line" if double else "from the point"
    steps = [
        Step(
            name="Fold",
            words=f"Right sides together {from_where}, until one leg lies on the other.",
        )
    ]
    first = "both points and the widest place" if double else "the point and the wide end"
    holds = {
        "pins": Step(
            name="Pin", words=f"At {first} first, through both lines; then between them. Turn it "
                              "over: every "
            "pin comes out on the line.", because="so the legs lie on each other all along",
        ),
        "crease": _creased(cloth, first),
        "basting": Step(
            name="Baste", words=f"Along the leg, beginning at {first}.", because="nothing shifts",
        ),
    }  # fmt: skip
    steps.append(holds[inputs.held])
    steps.append(
        Step(name="Turn the work", words="So that the leg, not the cloth’s edge, runs straight ahead.",
             because="whoever follows the edge sews beside the leg")
    )  # fmt: skip
    steps += _sewn(cloth, inputs, double=double)
    steps.append(_pressed(cloth, inputs, runs, double=double))
    return steps


def _creased(cloth: Cloth, first: str) -> Step:
    """A crease, pressed where the cloth bears the iron’s weight, else pinched."""
    pressed = not barred_acts(cloth) & {"flat", "heat"}
    how = (
        "Press the fold lightly" if pressed else "Pinch the fold between the nails, without an iron"
    )
    return Step(
        name="Crease", words=f"{how}, stopping short of each point; a pin at {first}.",
        because="no pins in the way of the needle"
        + ("" if pressed else "; a pressed crease would stay in this cloth"),
    )  # fmt: skip


def _sewn(cloth: Cloth, inputs: MarkingInputs, *, double: bool) -> list[Step]:
    delicate = cloth.delicate
    tip = (
        f"; over the last {length_text(EASED)} ease toward the fold"
        if inputs.tip == "curved"
        else ""
    )
    if double:
        sew = Step(
            name="Sew", words=f"From the middle to one point{tip}, off the fold there; then from "
                              "the middle "
            f"to the other, lapping {length_text(LAPPED)} over the first seam.",
            because="neither end is dragged, and no knot sits at the waist",
        )  # fmt: skip
    else:
        start = "leave long tails at the wide end and knot them" if delicate else "back-tack there"
        sew = Step(
            name="Sew", words=f"From the wide end, {start}; along the line{tip}, off the fold at "
                              "the point.",
            because="back-tacking shows on delicate cloth" if delicate else "",
        )  # fmt: skip
    if inputs.dart_end == "turned":
        end = Step(
            name="End", words="Turn at the point and sew a few stitches back into the fold.",
            because="where the fold left at the point is wide enough",
        )  # fmt: skip
    else:
        end = Step(
            name="End", words=f"Leave {length_text(TAIL)} of thread, knot it close to the cloth, "
                              "trim the tails "
            f"to about {length_text(TRIMMED)}.", because="a seam sewn back over the point makes a lump",
        )  # fmt: skip
    return [sew, end]


def _pressed(cloth: Cloth, inputs: MarkingInputs, runs: str, *, double: bool) -> Step:
    way = (
        "down"
        if runs == "horizontal"
        else f"to the {'centre' if inputs.pressed == 'centre' else 'side seam'}"
    )
    point = "each point" if double else "the point"
    because = f"a {runs} dart is pressed {way}"
    never = barred_acts(cloth)
    if "heat" in never or {"flat", "damp"} <= never:
        return Step(
            name="Press", words=f"No iron: smooth it with a finger nail as far as {point}, the fold {way}.",
            because=f"{because}; this cloth bears neither its weight nor steam",
        )  # fmt: skip
    if "flat" in never:
        return Step(
            name="Press", words=f"Never flat: face down on a towel, hold steam off it and pat it as far as "
            f"{point}, the fold {way}. Steam burns: try it on a scrap.",
            because=f"{because}; what stands up on this cloth stays down where the iron was",
        )  # fmt: skip
    steam = "Dry, without steam" if "damp" in never else "Flat"
    through = " through a thin cloth" if cloth.delicate else ""
    return Step(
        name="Press", words=f"{steam}{through}, as far as {point}, not beyond; then over a curve, the fold "
        f"{way}; lightly from the right side. The iron is hot: try heat"
        f"{'' if 'damp' in never else ' and steam'} on a scrap.",
        because=because,
    )  # fmt: skip


def _findings(mark: Mark, item: LayItem, cloth: Cloth, inputs: MarkingInputs) -> list[Finding]:
    here = Where(piece=str(item.piece), mark=mark.name)
    found = []
    p = mark.points
    pairs = ((p[0], p[1], p[2]),) if len(p) == 3 else ((p[1], p[0], p[3]), (p[1], p[2], p[3]))
    for a, tip, b in pairs:
        off = abs(distance(a, tip) - distance(b, tip))
        if off > EQUAL:
            found.append(
                Finding(weight="doubt", what=f"The legs of the {mark.name} differ by {length_text(off)}.",
                        because="Sewn together, one of them would pucker.", mend="True it under Fit.",
                        where=here)
            )  # fmt: skip
    if inputs.dart_end == "turned":
        wide = distance(p[0], p[2]) / max(1e-9, legs(mark)[0]) if len(p) == 3 else _double_share(p)
        if cloth.delicate:
            found.append(
                Finding(weight="doubt", what=f"{mark.name}: turned back into its fold, it shows on "
                                             "this cloth.",
                        because="Stitches sewn twice show through delicate "
                                "cloth.", mend="Knot the threads.",
                        where=here)
            )  # fmt: skip
        elif wide < WIDE_TIP:
            found.append(
                Finding(weight="note", what=f"{mark.name}: its tip is slender, little fold is left there.",
                        because="Too narrow to sew back into without a lump.", mend="Knot the threads.",
                        where=here)
            )  # fmt: skip
    return found


def _double_share(p: tuple[Point, ...]) -> float:
    middle = between(p[1], p[3])
    return distance(p[1], p[3]) / max(1e-9, distance(middle, p[0]), distance(middle, p[2]))
