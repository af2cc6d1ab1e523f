"""What an answer about a cloth's handling means for what is known of it, and back."""

from craft.cloth.cloth import Cloth
from craft.cloth.handling import QUESTIONS
from craft.errors import CraftError


def answers_of(cloth: Cloth) -> dict[str, str]:
    """What every question is answered with, as far as the cloth is known."""
    return {question.name: _answer(cloth, question.name) for question in QUESTIONS}


def _answer(cloth: Cloth, name: str) -> str:
    if name == "nap":
        return "yes" if cloth.nap else "unsure" if cloth.nap_unsure else "no"
    if name in cloth.unsure:
        return "unsure"
    if name == "stretch":
        return cloth.stretch
    return "yes" if name in cloth.traits else "no"


def answered(cloth: Cloth, name: str, value: str) -> Cloth:
    """The cloth with one question answered. Raises CraftError for an answer that question has not.

    Unsure is neither yes nor no: what was known before is let go, and the careful case is taken.
    """
    question = next((each for each in QUESTIONS if each.name == name), None)
    if question is None or value not in [each.value for each in question.answers]:
        raise CraftError("That question has no such answer.", "value")
    known = cloth.model_dump()
    unsure = value == "unsure"
    if name == "nap":
        known |= {"nap": value == "yes", "nap_unsure": unsure}
        return Cloth.model_validate(known)
    known["unsure"] = [
        *(each for each in cloth.unsure if each != name),
        *([name] if unsure else []),
    ]
    if name == "stretch":
        known["stretch"] = "none" if unsure else value
    else:
        kept = [each for each in cloth.traits if each != name]
        known["traits"] = [*kept, *([name] if value == "yes" else [])]
    return Cloth.model_validate(known)
