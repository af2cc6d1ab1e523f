"""Stored documents written anew as this version writes them: what every migration does that follows a
change of what a making or a cloth holds."""

import json
from collections.abc import Callable
from typing import Any

from craft.formats.older import brought_up, cloth_brought_up


def documents_brought_up(apps: Any, _: object) -> None:
    """Every making, every job and every cloth of the cupboard; what is up to date stays as it is."""
    for model in ("Entry", "Job"):
        rows = apps.get_model("records", model).objects.only("id", "inputs")
        if model == "Job":
            rows = rows.exclude(inputs="")
        _rewritten(rows, "inputs", brought_up)
    cloths = apps.get_model("records", "StoredCloth").objects.only("id", "document")
    _rewritten(cloths, "document", cloth_brought_up)


def _rewritten(rows: Any, field: str, make: Callable[[Any], Any]) -> None:
    for row in rows.iterator():
        try:
            document = json.loads(getattr(row, field))
        except ValueError:
            continue  # a damaged row stays as it is, and is shown as damaged
        made = make(document)
        if made != document:
            setattr(row, field, json.dumps(made, ensure_ascii=False, separators=(",", ":")))
            row.save(update_fields=[field])
