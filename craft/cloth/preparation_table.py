"""The steps of getting a cloth ready, as a table: in the order of the work, and of the rows of one step
the particular before the usual."""

from typing import Any, Literal, NamedTuple

from craft.cloth.bears import Act
from craft.cloth.cloth import Fibre, Like

StepName = Literal[
    "neaten",
    "wash",
    "soak",
    "steam",
    "clean",
    "starch",
    "dry",
    "rest",
    "press",
    "square",
    "measure",
]
Known = Like | Fibre | Literal["hot", "warm", "hand", "dry", "unsure", "washed", "unwashed", "bars"]
IRON = "The iron and its steam burn; go by the cloth’s label and the maker of your iron."
BLADES = "Blades: close them whenever they lie on the table."


class Rule(NamedTuple):
    """A row: for cloth that has one fact of every group in ``wants`` and none of ``unless``; ``does``: what
    it does to the cloth."""

    name: StepName
    do: str
    because: str
    wants: tuple[frozenset[Known], ...] = ()
    unless: frozenset[Known] = frozenset()
    does: frozenset[Act] = frozenset()
    caution: str = ""


def _rule(
    name: StepName, do: str, because: str, *wants: str, unless: str = "", does: str = "",
    caution: str = "",
) -> Rule:  # fmt: skip
    """A row from words: each of ``wants`` is a group “this|or that”; ``unless`` and ``does`` likewise."""

    def several(said: str) -> frozenset[Any]:
        return frozenset(said.split("|")) if said else frozenset()

    return Rule(
        name, do, because, tuple(several(group) for group in wants), several(unless),
        several(does), caution,
    )  # fmt: skip


_SHRINKS = "It shrinks now instead of in the finished garment."
_CREASE = "A crease left in it is cut into the piece."
_FLAT = "Pressed pile stays flat and shows."
_ENDS = "All numbers of the lay count from the squared end."

RULES: tuple[Rule, ...] = (
    _rule(
        "neaten", "Neaten both raw ends: a zigzag, or a line of overlock.",
        "In the wash a raw end loses threads by the hand’s breadth and knots itself up.",
        "unwashed", "frays", "hot|warm|hand", unless="knit|lace|fusible",
    ),
    _rule(
        "soak", "Lay it in hand-warm water until it is wet through; lay it out flat without wringing.",
        "The carrier shrinks, and the glue stays where it is.",
        "unwashed", "fusible", does="wet", caution="Never iron it before it lies on the cloth.",
    ),
    _rule("wash", "Wash it at 60 degrees, as the garment will be.", _SHRINKS, "unwashed", "hot",
          unless="fusible", does="wet|hot wash|machine"),
    _rule("wash", "Wash it at 30 or 40 degrees, as the garment will be.", _SHRINKS, "unwashed", "warm",
          unless="fusible", does="wet|machine"),
    _rule("wash", "Wash it by hand, lukewarm, without rubbing or wringing, as the garment will be.",
          _SHRINKS, "unwashed", "hand", unless="fusible", does="wet"),
    _rule(
        "steam", "Steam it all over from the wrong side, a hand’s breadth away; let it dry lying.",
        "What is cleaned dry still draws up under the first steam iron; held off, it leaves the pile "
        "standing.", "unwashed", "dry", "pile", unless="fusible", does="damp|heat", caution=IRON,
    ),
    _rule(
        "steam", "Steam it all over from a hand’s breadth away; let it dry lying.",
        "What is cleaned dry still draws up under the first steam iron.",
        "unwashed", "dry", "lace|beads|knit", unless="fusible", does="damp|heat", caution=IRON,
    ),
    _rule(
        "steam", "Steam it all over from a hand’s breadth away, or under a damp cloth; let it dry lying.",
        "What is cleaned dry still draws up under the first steam iron.",
        "unwashed", "dry", unless="fusible", does="damp|heat|flat", caution=IRON,
    ),
    _rule(
        "clean", "Have it cleaned dry once, as the garment will be; no steam on it.",
        "It bears no water: what it loses in cleaning it loses before it is cut.",
        "unwashed", "dry", "spots|silk|sequins", unless="fusible",
    ),
    _rule(
        "starch", "Starch it if it slides too much to be cut; wash the starch out at the end.",
        "Stiffened it lies like paper.", "slippery", unless="dry", does="wet|starch",
    ),
    _rule(
        "dry", "Dry it lying flat, never hung.", "Wet it grows under its own weight.",
        "unwashed", "knit|beads|sequins|heavy", "hot|warm|hand", unless="fusible",
    ),
    _rule(
        "dry", "Dry it lying flat.", "Hung, its own weight draws it out of shape.",
        "unwashed", "lace|wool", "hot|warm|hand", unless="fusible",
    ),
    _rule("dry", "Dry it lying flat.", "Hung, it would draw out of shape while the glue is soft.",
          "unwashed", "fusible", does="wet"),
    _rule(
        "dry", "Dry it as the garment will be dried, its ends square to its sides.",
        "Dried askew it stays askew.", "unwashed", "hot|warm|hand", unless="fusible", does="hang wet",
    ),
    _rule("dry", "Let the starch dry, its ends square to its sides.", "Pressed wet it sticks to the iron.",
          "slippery", unless="dry", does="wet|starch"),
    _rule(
        "rest", "Let it lie for a night.", "It goes on drawing together for hours after it is dry.",
        "unwashed", "knit|viscose", unless="fusible",
    ),
    _rule(
        "press", "Steam it from the wrong side, its face down on a towel or on itself, never pressed flat.",
        _FLAT, "pile", does="damp|heat", caution=IRON,
    ),
    _rule(
        "press", "Neither iron nor steam: lay it out flat, face up, for a night, and brush it one way.",
        _FLAT, "pile", unless="fusible",
    ),
    _rule(
        "press", "No iron: smooth it with the flat of the hand, and let it lie until its creases are gone.",
        "Heat melts and dulls sequins.", "sequins", unless="fusible",
    ),
    _rule(
        "press", "From the wrong side on a thick towel, cool, the iron held to it without weight.",
        "Beads break under the iron, and leave their print.", "beads", unless="fusible", does="heat",
        caution=IRON,
    ),
    _rule(
        "press", "Press it hot, still damp or sprinkled, along the grain.", _CREASE, "linen",
        unless="knit", does="damp|heat|hot iron|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it hot, with steam, along the grain.", _CREASE, "cotton", unless="knit",
        does="damp|heat|hot iron|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it dry and hot, along the grain.", _CREASE, "linen|cotton", unless="knit",
        does="heat|hot iron|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it warm, with steam, lifting the iron instead of pushing it.", _CREASE, "knit",
        "wool|cotton|linen|viscose", does="damp|heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it cool and dry, lifting the iron instead of pushing it.", _CREASE, "knit",
        does="heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it warm, with steam and a damp cloth between, along the grain.", _CREASE, "wool",
        does="damp|heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it warm and dry, through a dry cloth, along the grain.", _CREASE, "wool",
        does="heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it cool and dry, from the wrong side, along the grain.", _CREASE, "silk|satin|lace",
        does="heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it warm, from the wrong side, along the grain.", _CREASE,
        "viscose|cotton|linen", does="heat|flat", caution=IRON,
    ),
    _rule(
        "press", "Press it cool, along the grain; it melts.", _CREASE, "polyester", does="heat|flat",
        caution=IRON,
    ),
    _rule(
        "press", "Press it as cool as its most delicate fibre asks, along the grain.", _CREASE, "mixed",
        does="heat|flat", caution=IRON,
    ),
    _rule(
        "square", "Square one end along a bar, and hold a set square to the selvedge against it.", _ENDS,
        "bars", unless="lace|fusible", caution=BLADES,
    ),
    _rule("square", "Square one end along a row of stitches, or with a set square at the selvedge.", _ENDS,
          "knit", caution=BLADES),
    _rule("square", "Square one end along a row of motifs, or with a set square at the edge.", _ENDS,
          "lace", caution=BLADES),
    _rule("square", "Square one end with a set square at the edge, and cut it.", _ENDS,
          "fusible|sequins|beads", caution=BLADES),
    _rule(
        "square", "Square one end: pull a thread and cut along its gap, or snip and tear it across.", _ENDS,
        "cotton|linen", does="tear|pull a thread", unless="twill", caution=BLADES,
    ),
    _rule(
        "square", "Square one end: pull a thread out and cut along its gap, or use a set square at the "
        "selvedge.", _ENDS, does="pull a thread", caution=BLADES,
    ),
    _rule("square", "Square one end with a set square at the selvedge, and cut it.", _ENDS, caution=BLADES),
    _rule("measure", "Measure it again: length, and width square across.",
          "What it is now is what the pieces have."),
)  # fmt: skip
