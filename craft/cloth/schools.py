"""Where practitioners disagree about how cloth lies."""

from craft.schools import School, school

SCHOOLS: tuple[School, ...] = (
    school(
        "school", "A cloth whose fold nobody chose lies", "by cloth",
        ("by cloth", "single where two layers would go wrong",
         "of two layers the lower one slips, hides its motif or parts its checks unseen"),
        ("folded", "always folded", "half as much to cut, with care, pins and weights"),
    ),
)  # fmt: skip
