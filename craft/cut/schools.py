"""Where practitioners disagree about cutting."""

from craft.schools import School, school

SCHOOLS: tuple[School, ...] = (
    school(
        "tool", "Cut with", "",
        ("shears", "shears", "they follow any line, and the lower blade stays on the table"),
        ("rotary", "rotary cutter", "nothing lifts the cloth, so light and slippery cloth keeps its shape"),
        by_cloth="Light and slippery cloth: rotary cutter; most else: shears.",
    ),
    school(
        "holding", "Held by", "weights",
        ("weights", "weights", "no pin lifts or marks the cloth, and they are set in a moment"),
        ("pins", "pins", "the paper stays on when the cut pieces are carried about"),
    ),
    school(
        "notch", "Notches are", "snip",
        ("snip", "snipped", "exact, quick, and it cannot rub off"),
        ("outward", "cut outward", "the allowance stays whole, so it can be let out later"),
        ("wedge", "cut as a wedge inward", "a wedge is seen from either side"),
        ("mark", "only marked", "nothing is cut into; for fitting, and for cloth that is dear"),
    ),
)  # fmt: skip
