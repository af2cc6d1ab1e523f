"""What a cloth never meets: one table, by what is known of it.

Source of the rule: no steam or damp cloth where water spots; pile is never pressed flat; nothing is torn
and no thread is pulled in knits, lace, net and fusible; no wet knit is hung; no heat on fusible before it
is fused.
"""

from typing import Literal

from craft.cloth.cloth import Cloth, Fibre, Like

# What is done to a cloth. *wet*: all over; *damp*: in places, as by steam; *flat*: the iron's weight on it.
Act = Literal[
    "wet", "hot wash", "machine", "damp", "starch", "heat", "hot iron", "flat", "hang wet", "tear",
    "pull a thread",
]  # fmt: skip
NEVER: dict[Like | Fibre, frozenset[Act]] = {
    "spots": frozenset(("wet", "hot wash", "machine", "damp", "starch")),
    "silk": frozenset(("hot wash", "damp", "starch", "hot iron")),
    "wool": frozenset(("hot wash", "hot iron")),
    "viscose": frozenset(("hot wash", "hot iron")),
    "polyester": frozenset(("hot iron",)),
    "mixed": frozenset(("hot iron",)),
    "pile": frozenset(("flat", "tear", "hot iron", "starch")),
    "satin": frozenset(("tear", "hot iron")),
    "knit": frozenset(("hang wet", "tear", "pull a thread", "starch")),
    "lace": frozenset(("machine", "hot wash", "tear", "pull a thread", "hot iron")),
    "sheer": frozenset(("tear", "hot iron")),
    "thick": frozenset(("tear",)),
    "fusible": frozenset((
        "hot wash", "machine", "damp", "starch", "heat", "hot iron", "flat", "tear", "pull a thread",
    )),
    "sequins": frozenset((
        "hot wash", "machine", "damp", "starch", "heat", "hot iron", "flat", "hang wet", "tear",
        "pull a thread",
    )),
    "beads": frozenset((
        "hot wash", "machine", "starch", "hot iron", "flat", "hang wet", "tear", "pull a thread",
    )),
    "fringe": frozenset(("machine", "hot wash", "starch", "tear")),
    "heavy": frozenset(("tear",)),
}  # fmt: skip


def barred_acts(cloth: Cloth) -> frozenset[Act]:
    """Everything that this cloth does not bear."""
    known: tuple[Like | Fibre, ...] = (cloth.fibre, *cloth.treated)
    return frozenset(act for fact in known for act in NEVER.get(fact, ()))
