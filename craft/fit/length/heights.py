"""How much a garment gains at each of its lines: by the height, or by the body's own measure.

Half of a height difference belongs to the part above the hip, half to the legs. A top takes the
first at its body line, trousers the second in the leg; a dress takes the first and as much of the
second as its hem reaches down. The rise and the sleeves never go by the height: they go by
measures of their own.
"""

from typing import Literal

from craft.measure import Figure, length_text
from craft.pattern.pattern import Pattern
from craft.pattern.piece import Shape
from craft.pick import Picked, PickInputs

Part = Literal["body", "rise", "leg", "arm"]
# The words for lines of each part; any other line belongs to the body above the hip.
WORDS: dict[Part, tuple[str, ...]] = {
    "arm": ("arm", "sleeve", "elbow", "wrist", "cuff"),
    "rise": ("rise", "crotch", "fork", "seat"),
    "leg": ("leg", "knee", "thigh", "calf", "ankle", "skirt", "hem"),
}
# What is measured on a body that reaches above the waist.
UPPER = ("bust", "chest", "back waist length", "back width", "shoulder", "neck")
# The measure that speaks of a part by itself.
MEASURE: dict[Part, str] = {
    "body": "back waist length", "rise": "rise", "leg": "inside leg", "arm": "arm length",
}  # fmt: skip
# From the hip to the floor is about half of the height.
BELOW_THE_HIP = 0.5


def part_of(pattern: Pattern, level: str) -> Part:
    """The part of the body that a line of that name lengthens."""
    text = level.lower()
    for part, words in WORDS.items():
        if any(word in text for word in words):
            return part
    upper = any(row.measurement in UPPER for row in pattern.table.rows)
    if "hip" in text:
        return "leg" if upper else "rise"
    return "body" if upper or "waist" not in text else "rise"


def by_height(
    pattern: Pattern, lines: dict[str, tuple[int, ...]], shapes: dict[int, Shape], height: float
) -> dict[str, Figure]:
    """What each line takes of a height difference (mm); lines that do not go by it are left out.
    ``lines``: the pieces that each level's line lies on. Lines of one part share its amount; nothing
    goes by it where the pattern’s own height is not said."""
    if pattern.base_height is None:
        return {}
    parts = {level: part_of(pattern, level) for level in lines}
    difference = height - pattern.base_height
    first = (
        f"your height {length_text(height)} − drawn for "
        f"{length_text(pattern.base_height)} = {length_text(difference)}"
    )
    found = {}
    for level, part in parts.items():
        if part in ("arm", "rise"):
            continue
        share, why, sums = _share(
            pattern, pattern.base_height, part, "body" in parts.values(),
            [shapes[number] for number in lines[level] if number in shapes],
        )  # fmt: skip
        among = sum(1 for other in parts.values() if other == part)
        amount = round(difference * share / among, 1)
        working = [
            first,
            *sums,
            f"{length_text(difference)} × {share:g} = {length_text(difference * share)}: {why}",
        ]
        if among > 1:
            working.append(
                f"{length_text(difference * share)} ÷ {among} lines = {length_text(amount)} at each"
            )
        found[level] = Figure(
            name="by height", value=amount, text=length_text(amount), working=tuple(working)
        )
    return found


def _share(
    pattern: Pattern,
    base_height: float,
    part: Part,
    dress: bool,
    shapes: list[Shape],
) -> tuple[float, str, tuple[str, ...]]:
    """The share of the difference, what it is, and how it comes about where it is not the pattern's."""
    if part == "body":
        return pattern.length_share, "the half that belongs above the hip", ()
    if not dress:
        return pattern.length_share, "the half that belongs to the legs", ()
    if not shapes:
        return BELOW_THE_HIP, "the half that belongs to the legs", ()
    below, assumed = max(_below_the_hip(shape, base_height) for shape in shapes)
    floor = base_height * BELOW_THE_HIP
    reach = round(min(1.0, below / floor), 2)
    text = f"{reach * 100:.0f} %"
    if below > floor:
        text += ", no more than all of it"
    return (
        round(BELOW_THE_HIP * reach, 3),
        f"of the legs’ half the {reach * 100:.0f} % that the hem reaches",
        (
            *((assumed,) if assumed else ()),
            f"hip to hem {length_text(below)} ÷ hip to floor {length_text(floor)} = {text}",
        ),
    )


# Where the hip lies when no level says so, as a share of the height: below the waist, below the shoulder.
WAIST_TO_HIP, SHOULDER_TO_HIP = 0.12, 0.34


def _below_the_hip(shape: Shape, height: float) -> tuple[float, str]:
    """How far below the hip a piece ends (mm), and what was assumed of where the hip is; "" if known."""
    low = max(y for curve in shape.outline for _, y in curve)
    hip, assumed = shape.levels.get("hip"), ""
    if hip is None:
        waist = shape.levels.get("waist")
        share = SHOULDER_TO_HIP if waist is None else WAIST_TO_HIP
        begins = min(y for curve in shape.outline for _, y in curve) if waist is None else waist
        hip = begins + height * share
        assumed = (
            f"no hip level is known: taken {length_text(height * share)} below the "
            f"{'upper end of the piece' if waist is None else 'waist'}, {share:.0%} of the height"
        )
    return max(0.0, low - hip), assumed


def by_measure(
    pattern: Pattern, levels: tuple[str, ...], picked: Picked, person: PickInputs
) -> dict[str, Figure]:
    """What each line lacks against the body's own measure (mm), where the table has that measure and
    the person's is known."""
    figures = {}
    for level in levels:
        name = MEASURE[part_of(pattern, level)]
        row = next((row for row in pattern.table.rows if row.measurement == name), None)
        mine = person.measurements.get(name)
        if row is None or mine is None:
            continue
        size = picked.at.get(row.level, picked.size)
        amount = round(mine - row.body[size], 1)
        figures[level] = Figure(
            name=f"by {name}",
            value=amount,
            text=length_text(amount),
            working=(
                f"your {name} {length_text(mine)} − size {size} {length_text(row.body[size])} "
                f"= {length_text(amount)}",
            ),
        )
    return figures
