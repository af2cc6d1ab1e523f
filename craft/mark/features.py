"""What the ways of marking go by: features of a cloth and of the work, gathered in one set."""

from typing import Literal

from craft.cloth import Cloth
from craft.cloth.cloth import Fibre, Like
from craft.mark.colours import ink_shows, shows_any
from craft.mark.tools import PEN, Handled, MarkingKit

Feature = (
    Like
    | Fibre
    | Literal[
        "plain", "firm", "no chalk shows", "no carbon shows", "no pen shows",
        "soft surface", "polished surface", "handled for days", "handled for weeks",
        "must show outside", "original paper", "one of two layers",
    ]
)  # fmt: skip
Features = frozenset[Feature]

# With one of these a cloth is not plain: chalk or pins do not simply work on it.
NOT_PLAIN: Features = frozenset(
    (
        "busy",
        "sheer",
        "lace",
        "slippery",
        "thick",
        "pile",
        "knit",
        "wool",
        "silk",
        "satin",
        "sequins",
        "beads",
    )
)
# With one of these a weave is not firm: a hole in it shows, grows or closes.
NOT_FIRM: Features = frozenset(
    (
        "sheer",
        "lace",
        "slippery",
        "knit",
        "silk",
        "satin",
        "frays",
        "pile",
        "wool",
        "fusible",
        "sequins",
        "beads",
    )
)


def features_of(cloth: Cloth, kit: MarkingKit, handled: Handled) -> Features:
    """Of one cloth with what is at hand for it."""
    known: set[Feature] = {*cloth.treated, cloth.fibre}
    if not known & NOT_PLAIN:
        known.add("plain")
    if not known & NOT_FIRM:
        known.add("firm")
    if not shows_any(kit.chalks, cloth.colour):
        known.add("no chalk shows")
    if not shows_any(kit.carbons, cloth.colour):
        known.add("no carbon shows")
    if not ink_shows(PEN, cloth.colour):
        known.add("no pen shows")
    if kit.surface == "soft":
        known.add("soft surface")
    if kit.surface == "polished":
        known.add("polished surface")
    if handled == "days":
        known.add("handled for days")
    if handled == "weeks":
        known.add("handled for weeks")
    return frozenset(known)
