"""Where practitioners disagree about marking and darts."""

from craft.schools import School, school

SCHOOLS: tuple[School, ...] = (
    school(
        "joined", "Dots of darts", "joined",
        ("joined", "joined to ruled lines", "a line is sewn straighter than it is guessed"),
        ("dots", "left as dots", "less to take out again, and nothing shows through"),
    ),
    school(
        "held", "A dart is held by", "pins",
        ("pins", "pins", "through both lines, so that the legs lie on each other"),
        ("crease", "a pressed crease", "no pins in the way of the needle"),
        ("basting", "basting", "nothing shifts in slippery or thick cloth"),
    ),
    school(
        "dart_end", "A dart ends", "knotted",
        ("knotted", "with knotted threads", "flat, and no stitches back over the point"),
        ("turned", "turned back into its fold",
         "no threads to knot, where the fold left at the point is wide enough"),
    ),
    school(
        "tip", "A dart’s last stretch is", "straight",
        ("straight", "sewn straight to the point", "as the pattern draws it"),
        ("curved", "eased toward the fold", "a softer tip, without a dimple"),
    ),
    school(
        "pressed", "Vertical darts are pressed", "centre",
        ("centre", "to the centre", "the usual way: the fold’s shadow falls towards the side"),
        ("side", "to the side seam", "flatter over the stomach"),
    ),
)  # fmt: skip
