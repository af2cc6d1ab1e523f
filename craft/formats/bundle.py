"""The JSON file a pattern or a whole making is saved to (described in docs/file-format.md)."""

import json
from typing import Literal

from pydantic import ValidationError

from craft.errors import CraftError, all_of
from craft.formats.bounds import faults_against, parsed
from craft.formats.older import brought_up
from craft.formats.sentences import sentence_for
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.making import derive
from craft.pattern import Pattern
from craft.pattern.checks import faults_of
from craft.pattern.turned import turned

FORMAT = "dove-tack"
VERSION = 3
READ = (1, 2, 3)  # older ones are brought up to date
LARGEST = 20_000_000  # bytes


class Bundle(Frozen):
    """A saved pattern, or a making with the pattern it was made from."""

    format: Literal["dove-tack"] = "dove-tack"
    version: Literal[1, 2, 3] = 3
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
    """Read and check a file. Outlines drawn the other way round are turned.
    Raises CraftError: everything that is wrong, and where (``field``: the first place)."""
    if len(data) > LARGEST:
        raise CraftError("This file is larger than 20 MB; no pattern file is that large.", "file")
    try:
        raw = parsed(data.decode("utf-8-sig"))
    except UnicodeDecodeError as error:
        raise CraftError("This is not a Dove Tack file: it is not text.", "file") from error
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise CraftError("This is not a Dove Tack file. Nothing was changed.", "file")
    if type(raw.get("version")) is not int or raw["version"] not in READ:
        raise CraftError(
            f"This file was written by another version ({raw.get('version')!s:.20}); "
            f"this program reads versions up to {VERSION}.",
            "version",
        )
    if "inputs" in raw:
        raw["inputs"] = brought_up(raw["inputs"])
    faults = faults_against(Bundle, raw)
    if faults:
        raise all_of(faults, "The file is damaged")
    try:
        bundle = Bundle.model_validate_json(json.dumps(raw), strict=True)
    except ValidationError as error:
        raise all_of([sentence_for(error)[::-1]], "The file is damaged") from error
    bundle = bundle.model_copy(update={"pattern": turned(bundle.pattern)})
    contradictions = faults_of(bundle.pattern)
    if contradictions:
        raise all_of(contradictions, "The pattern in the file does not hold together", "pattern.")
    if bundle.kind == "making":
        if bundle.inputs is None:
            raise CraftError("The file says it is a making but has no inputs in it.", "inputs")
        try:
            derive(bundle.pattern, bundle.inputs)
        except CraftError as error:
            raise all_of(
                [(error.sentence, error.field)], "The making in the file does not hold together",
                "inputs.",
            ) from error  # fmt: skip
        except ValidationError as error:
            raise _beyond_the_craft(error) from error
    else:
        try:  # a pattern that cannot be worked out in any way is not taken in
            derive(bundle.pattern, Inputs())
        except (CraftError, ValidationError) as error:
            raise _beyond_the_craft(error) from error
    return bundle


def _beyond_the_craft(error: CraftError | ValidationError) -> CraftError:
    said = error.sentence if isinstance(error, CraftError) else sentence_for(error)[1]
    return CraftError(
        f"The pieces in this file cannot be worked out: {said[:1].lower()}{said[1:]}", "pattern"
    )
