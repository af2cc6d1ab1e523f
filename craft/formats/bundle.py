"""The JSON file a pattern or a whole making is saved to (described in docs/file-format.md)."""

import json
from typing import Literal

from pydantic import ValidationError

from craft.errors import CraftError
from craft.formats.sentences import sentence_for
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.making import derive
from craft.pattern import Pattern
from craft.pattern.checks import check_pattern

FORMAT = "dove-tack"
VERSION = 1
LARGEST = 20_000_000  # bytes


class Bundle(Frozen):
    """A saved pattern, or a making with the pattern it was made from."""

    format: Literal["dove-tack"] = "dove-tack"
    version: Literal[1] = 1
    kind: Literal["pattern", "making"]
    title: Name
    pattern: Pattern
    inputs: Inputs | None = None


def write_pattern(pattern: Pattern) -> str:
    """The pattern as JSON text."""
    return _write(Bundle(kind="pattern", title=pattern.name, pattern=pattern))


def write_making(title: str, pattern: Pattern, inputs: Inputs) -> str:
    """The making, with its pattern, as JSON text."""
    return _write(Bundle(kind="making", title=title, pattern=pattern, inputs=inputs))


def _write(bundle: Bundle) -> str:
    return bundle.model_dump_json(indent=1) + "\n"


def read_bundle(data: bytes) -> Bundle:
    """Read and check a file. Raises CraftError: what is wrong, and where (``field``)."""
    if len(data) > LARGEST:
        raise CraftError("This file is larger than 20 MB; no pattern file is that large.", "file")
    try:
        raw = json.loads(data.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise CraftError("This is not a Dove Tack file: it is not text.", "file") from error
    except json.JSONDecodeError as error:
        raise CraftError(
            f"This file cannot be read: it is broken at line {error.lineno}, column {error.colno}.",
            "file",
        ) from error
    except RecursionError as error:
        raise CraftError(
            "This is not a Dove Tack file: it is nested too deeply.", "file"
        ) from error
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise CraftError("This is not a Dove Tack file. Nothing was changed.", "file")
    if raw.get("version") != VERSION:
        raise CraftError(
            f"This file was written by another version ({raw.get('version')!s:.20}); "
            f"this program reads version {VERSION}.",
            "version",
        )
    try:
        bundle = Bundle.model_validate_json(json.dumps(raw))
    except ValidationError as error:
        place, sentence = sentence_for(error)
        raise CraftError(f"The file is damaged at {place}: {sentence}", place) from error
    try:
        check_pattern(bundle.pattern)
    except CraftError as error:
        place = f"pattern.{error.field}"
        raise CraftError(
            f"The pattern in the file does not hold together at {place}: {error.sentence}", place
        ) from error
    if bundle.kind == "making":
        if bundle.inputs is None:
            raise CraftError("The file says it is a making but has no inputs in it.", "inputs")
        try:
            derive(bundle.pattern, bundle.inputs)
        except CraftError as error:
            place = f"inputs.{error.field}"
            raise CraftError(
                f"The making in the file does not hold together at {place}: {error.sentence}", place
            ) from error
    return bundle
