"""Getting a cloth ready: a short list by fibre and kind, in the order that suits it.

Source of the rule: a cloth is washed or steamed before it is cut, just as the garment will be, its raw
ends neatened first; then dried, pressed, and squared at one end.
"""

from typing import Literal, get_args

from craft.cloth.cloth import Cloth, Fibre
from craft.frozen import Frozen

StepName = Literal[
    "neaten", "wash", "soak", "steam", "dry", "rest", "press", "starch", "square", "measure"
]
STEP_NAMES: tuple[StepName, ...] = get_args(StepName)
IRON = "The iron and its steam burn; go by the cloth’s label and the maker of your iron."


class PreparationStep(Frozen):
    """``caution``: where it can hurt, or spoil the cloth."""

    name: StepName
    do: str
    because: str
    caution: str = ""


# How hot, as the fibre stands it.
HEAT: dict[Fibre, str] = {
    "linen": "hot, while it is still damp",
    "cotton": "hot, with steam",
    "wool": "warm, with steam and a damp cloth between",
    "silk": "cool, dry, from the wrong side",
    "viscose": "warm, from the wrong side",
    "polyester": "cool; it melts",
    "mixed": "as cool as its most delicate fibre asks",
}
WASHES = {
    "hot": "Wash it at 60 degrees, as the garment will be.",
    "warm": "Wash it at 30 or 40 degrees, as the garment will be.",
    "hand": "Wash it by hand, lukewarm, as the garment will be.",
}


def preparation(cloth: Cloth) -> tuple[PreparationStep, ...]:
    """The steps for this cloth, in order. One that is washed already is only pressed and squared."""
    kind: set[str] = set(cloth.treated)
    steps: list[PreparationStep] = []
    fusible = "fusible" in kind
    if not cloth.washed:
        steps += _soaked() if fusible else _cleaned(cloth, kind)
    if not fusible:
        steps.append(_pressed(cloth, kind))
    if "slippery" in kind and cloth.fibre != "silk" and not {"spots", "fusible"} & kind:
        steps.append(
            PreparationStep(
                name="starch",
                do="Starch it if it slides too much to be cut; wash the starch out at the end.",
                because="Stiffened it lies like paper; on silk, and where water leaves marks, it would not "
                "come out again.",
            )
        )
    steps.append(_squared(cloth, kind))
    steps.append(
        PreparationStep(
            name="measure",
            do="Measure it again: length, and width square across.",
            because="What it is now is what the pieces have.",
        )
    )
    return tuple(steps)


def _soaked() -> list[PreparationStep]:
    return [
        PreparationStep(
            name="soak",
            do="Lay it in hand-warm water until it is wet through; hang it up without wringing.",
            because="The carrier shrinks, and the glue stays where it is.",
            caution="Never iron it before it lies on the cloth.",
        )
    ]


def _cleaned(cloth: Cloth, kind: set[str]) -> list[PreparationStep]:
    care = cloth.care if cloth.care != "unsure" else usual_care(cloth)
    if care == "dry":
        return [
            PreparationStep(
                name="steam",
                do="Steam it all over from a hand’s breadth away, or under a damp cloth; let it dry lying.",
                because="What is cleaned dry still draws up under the first steam iron.",
                caution=IRON,
            )
        ]
    steps = []
    if "frays" in kind and not {"knit", "lace"} & kind:
        steps.append(
            PreparationStep(
                name="neaten",
                do="Neaten both raw ends: a zigzag, or a line of overlock.",
                because="In the wash a raw end loses threads by the hand’s breadth and knots itself up.",
            )
        )
    steps += [
        PreparationStep(
            name="wash", do=WASHES[care],
            because="It shrinks now instead of in the finished garment.",
        ),
        PreparationStep(
            name="dry",
            do="Dry it lying flat, never hung." if "knit" in kind
            else "Dry it as the garment will be dried, its ends square to its sides.",
            because="Wet knits grow under their own weight." if "knit" in kind
            else "Dried askew it stays askew.",
        ),
    ]  # fmt: skip
    if "knit" in kind or cloth.fibre == "viscose":
        steps.append(
            PreparationStep(
                name="rest",
                do="Let it lie for a night.",
                because="It goes on drawing together for hours after it is dry.",
            )
        )
    return steps


def usual_care(cloth: Cloth) -> Literal["warm", "hand", "dry"]:
    """How a cloth is cleaned that nothing is known of: the careful way for its fibre.

    >>> usual_care(Cloth(name="Tweed", fibre="wool", width=1400))
    'dry'
    """
    if cloth.fibre in ("wool", "silk") or "spots" in cloth.treated:
        return "dry"
    return "hand" if cloth.fibre == "viscose" or "lace" in cloth.treated else "warm"


def _pressed(cloth: Cloth, kind: set[str]) -> PreparationStep:
    if cloth.nap:
        return PreparationStep(
            name="press",
            do="Steam it from the wrong side, its face down on a towel or on itself, never pressed flat.",
            because="Pressed pile stays flat and shows.",
            caution=IRON,
        )
    return PreparationStep(
        name="press",
        do=f"Press it {HEAT[cloth.fibre]}, along the grain."
        + (" Lift the iron instead of pushing it." if "knit" in kind else ""),
        because="A crease left in it is cut into the piece.",
        caution=IRON,
    )


def _squared(cloth: Cloth, kind: set[str]) -> PreparationStep:
    if "knit" in kind:
        do = "Square one end: along a row of loops, or with a set square at the selvedge."
    elif cloth.repeat.along:
        do = "Square one end along a bar, and hold a set square to the selvedge against it."
    elif cloth.fibre in ("cotton", "linen") and not {"lace", "thick", "sheer"} & kind:
        do = "Square one end: pull a thread and cut along its gap, or snip and tear it across."
    else:
        do = "Square one end: pull a thread out and cut along its gap, or use a set square at the selvedge."
    return PreparationStep(
        name="square",
        do=do,
        because="All numbers of the lay count from the squared end.",
        caution="Blades: close them whenever they lie on the table.",
    )
