"""The JSON file a pattern or a whole making is saved to (described in docs/file-format.md)."""

from typing import Literal

from craft.errors import CraftError
from craft.formats.documents import check_worked_out, read_document, read_text, sound_pattern
from craft.formats.older import brought_up
from craft.frozen import Frozen, Name
from craft.inputs import Inputs
from craft.pattern import Pattern

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
    raw = read_text(data)
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
    bundle = read_document(Bundle, raw)
    bundle = bundle.model_copy(update={"pattern": sound_pattern(bundle.pattern)})
    if bundle.kind == "making" and bundle.inputs is None:
        raise CraftError("The file says it is a making but has no inputs in it.", "inputs")
    check_worked_out(bundle.pattern, bundle.inputs if bundle.kind == "making" else None)
    return bundle
