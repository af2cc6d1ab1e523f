"""Publish the JSON Schema of the Dove Tack file: ``python -m tools.schema`` (docs/schema.json)."""

import json
from pathlib import Path

from craft.formats.bundle import Bundle

FILE = Path(__file__).resolve().parents[1] / "docs" / "schema.json"


def schema() -> str:
    """The schema of patterns and makings, as the models have it."""
    made = Bundle.model_json_schema()
    about = {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "Dove Tack file",
        "description": "A pattern, or a making with the pattern it is made from. Lengths are millimetres.",
    }
    return json.dumps({**made, **about}, indent=1, ensure_ascii=False) + "\n"


def main() -> None:
    """Write it."""
    FILE.write_text(schema())


if __name__ == "__main__":
    main()
