"""What a cloth is like, asked in questions that anyone can answer with the cloth in hand: one table.

Whoever is unsure says so, and the cloth is treated as the careful case; what that costs is said beside
the question, so that a second look can save it.
"""

from typing import Literal, get_args

from craft.frozen import Frozen

# What may be left unsure; nap has fields of its own in the cloth.
Handling = Literal["pile", "sheer", "slippery", "frays", "thick", "spots", "sides alike", "stretch"]
HANDLING: tuple[Handling, ...] = get_args(Handling)


class Answer(Frozen):
    """``value``: yes, no, a way of stretching, or unsure."""

    value: Literal["no", "yes", "across", "along", "both", "none", "unsure"]
    words: str


class Question(Frozen):
    """``ask``: the question; ``how``: what to do with the cloth. ``careful``: how it is treated by whoever
    is unsure, and ``costs`` what that costs."""

    name: Handling | Literal["nap"]
    ask: str
    how: str
    answers: tuple[Answer, ...]
    careful: str
    costs: str


def _asked(
    name: Handling | Literal["nap"], ask: str, how: str, no: str, yes: str, careful: str, costs: str
) -> Question:
    answers = (("no", no), ("yes", yes), ("unsure", "unsure"))
    return Question(
        name=name, ask=ask, how=how, careful=careful, costs=costs,
        answers=tuple(Answer.model_validate({"value": v, "words": w}) for v, w in answers),
    )  # fmt: skip


QUESTIONS: tuple[Question, ...] = (
    _asked(
        "nap", "Does it run one way?",
        "Stroke it along its length and back; then lay two scraps beside each other, one turned round, "
        "and look from two steps away. Look whether a print has an up and a down.",
        "alike both ways", "it differs",
        "laid as if it had a nap: every piece with its top the same way",
        "cloth, often a good deal of it; Lay searches both and says how many centimetres",
    ),
    _asked(
        "pile", "Has it a pile?",
        "Look along it against the light and stroke it with a finger tip: velvet, corduroy and fleece "
        "stand up from their ground.",
        "it is flat", "it stands up",
        "never pressed flat: steam is held off its wrong side, and no carbon or chalk is trusted to stay",
        "a sharp crease, and some ways of marking",
    ),
    _asked(
        "sheer", "Does it let light through?",
        "Hold one layer to the window, your hand behind it.",
        "my hand does not show", "my hand shows",
        "laid in a single layer, cut with a rotary cutter, notches cut outward",
        "time: every pair is cut one by one",
    ),
    _asked(
        "slippery", "Does it slide?",
        "Lay it doubled and push the upper layer with one finger.",
        "both layers move together", "the upper one slides",
        "laid in a single layer on paper, with weights, the grain checked again after smoothing",
        "time: every pair is cut one by one",
    ),
    _asked(
        "frays", "Do its threads come out?",
        "Pull at a cut edge with a finger nail.",
        "they hold", "they come out",
        "cut ends neatened before washing, notches cut outward, wider allowances advised",
        "a little cloth along every seam",
    ),
    _asked(
        "thick", "Is it thick?",
        "Fold it in four and press it with your hand.",
        "thinner than a finger", "as thick as a finger",
        "laid in a single layer, since two cannot be cut true",
        "time: every pair is cut one by one",
    ),
    _asked(
        "spots", "Does water leave a mark?",
        "Let a drop fall on a scrap and dry; iron the scrap with steam.",
        "nothing to see", "a mark stays",
        "cleaned dry and pressed dry; no steam, no starch, no pen that washes out",
        "some ways of marking, and the quick help of steam",
    ),
    _asked(
        "sides alike", "Is its right side hard to tell?",
        "Turn a corner over beside itself and look from two steps away.",
        "easy to tell", "hard to tell",
        "every cut piece gets an X in chalk on its wrong side",
        "a minute for every piece",
    ),
    Question(
        name="stretch", ask="Which way does it give?",
        how="Hold ten centimetres between both hands and pull: across the cloth, then along the selvedge.",
        answers=(
            Answer(value="none", words="hardly at all"),
            Answer(value="across", words="more across"),
            Answer(value="along", words="more along"),
            Answer(value="both", words="alike both ways"),
            Answer(value="unsure", words="unsure"),
        ),
        careful="taken to give more across, as most cloth does: slight give goes round the body",
        costs="nothing, if it is true",
    ),
)  # fmt: skip
