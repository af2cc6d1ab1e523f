"""One way in for every document, whoever wrote it: a file, an archive, a copy that is restored.

Its form is looked at first, bounded (``bounds``); then whether it makes sense as a whole and how much there
is to work out; then whether it can be worked out.
"""

import json
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from craft.errors import CraftError, all_of
from craft.formats.bounds import faults_against, parsed
from craft.formats.sentences import sentence_for
from craft.inputs import Inputs
from craft.making import derive
from craft.pattern import Pattern
from craft.pattern.checks import faults_of
from craft.pattern.turned import turned

Document = TypeVar("Document", bound=BaseModel)


def read_text(data: bytes) -> Any:
    """The JSON in a file. Raises CraftError."""
    try:
        return parsed(data.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise CraftError("This is not a Dove Tack file: it is not text.", "file") from error


def read_document(
    kind: type[Document], raw: Any, opening: str = "The file is damaged", under: str = ""
) -> Document:
    """A document of that kind. Raises CraftError: everything that is wrong with its form, after the
    ``opening``; places come after ``under``."""
    faults = faults_against(kind, raw)
    if faults:
        raise all_of(faults, opening, under)
    try:
        return kind.model_validate_json(json.dumps(raw), strict=True)
    except ValidationError as error:
        raise all_of([sentence_for(error)[::-1]], opening, under) from error


def sound_pattern(pattern: Pattern) -> Pattern:
    """The pattern with outlines drawn the other way round turned. Raises CraftError where it contradicts
    itself, or where there is more in it than can be worked out."""
    made = turned(pattern)
    contradictions = faults_of(made)
    if contradictions:
        raise all_of(contradictions, "The pattern in the file does not hold together", "pattern.")
    return made


def check_worked_out(pattern: Pattern, inputs: Inputs | None) -> None:
    """Whether a making can be worked out; without ``inputs``: the pattern in any way. Raises CraftError."""
    try:
        derive(pattern, inputs or Inputs())
    except CraftError as error:
        if inputs is None:
            raise _beyond_the_craft(error.sentence) from error
        raise all_of(
            [(error.sentence, error.field)], "The making in the file does not hold together", "inputs.",
        ) from error  # fmt: skip
    except ValidationError as error:
        raise _beyond_the_craft(sentence_for(error)[1]) from error


def _beyond_the_craft(said: str) -> CraftError:
    return CraftError(
        f"The pieces in this file cannot be worked out: {said[:1].lower()}{said[1:]}", "pattern"
    )
