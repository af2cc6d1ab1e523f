"""Keep the demo world as this version stores it, for all later ones to be held against:
``python -m tools.keep_version NAME``.

Written is one archive (kept/NAME.tar.xz): the database, a file of each making, and what every stage came
to. Run it whenever what is stored, or what is derived by default, has changed.
"""

import json
import os
import subprocess
import sys
import tarfile
import tempfile
from pathlib import Path
from typing import Any

import django

ROOT = Path(__file__).parents[1]
KEPT = ROOT / "kept"
DATABASE, STAGES = "workroom.sqlite3", "stages.json"


def stages(made: Any) -> dict[str, Any]:
    """What every stage of a making came to, in codes, keys and millimetres."""
    return {
        "size": made.picked.size,
        "knots": {knot.stage: knot.state for knot in made.knots},
        "lays": {
            lay.role: {
                "fold": lay.fold, "complete": lay.complete,
                "ends": round(lay.used.value, 1) if lay.used else None,
                "faults": sum(f.weight == "fault" for f in lay.findings),
                "placed": [
                    [p.item, round(p.x, 2), round(p.y, 2), p.turn, p.over]
                    for p in (judged.placement for judged in lay.placed)
                ],
            }
            for lay in made.lays
        },
        "cuts": {item.tick.key: item.tick.state for each in made.cuts for item in each.items},
        "marks": {
            item.tick.key: [item.tick.facts["way"], item.tick.state]
            for each in made.marks.lists for item in each.items
        },
    }  # fmt: skip


def keep(name: str) -> None:
    """Write the archive of this version."""
    KEPT.mkdir(exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="dove-tack-kept-") as data:
        env = {**os.environ, "DOVE_TACK_DATA": data, "DJANGO_SETTINGS_MODULE": "workroom.settings"}
        for command in ("migrate", "load_demo"):
            subprocess.run(
                [sys.executable, "manage.py", command, "-v0"], env=env, cwd=ROOT, check=True
            )
        found = stages_in(Path(data), files=True)
        (Path(data) / STAGES).write_text(json.dumps(found, sort_keys=True))
        with tarfile.open(KEPT / f"{name}.tar.xz", "w:xz") as archive:
            for path in sorted(Path(data).glob("*.json")):
                archive.add(path, path.name)
            archive.add(Path(data) / DATABASE, DATABASE)


def stages_in(data: Path, *, files: bool = False) -> dict[str, Any]:
    """What every stage of every making in a data folder comes to, by its title; ``files``: each is saved
    to a file there as well. Once a process."""
    os.environ.update({"DOVE_TACK_DATA": str(data), "DJANGO_SETTINGS_MODULE": "workroom.settings"})
    django.setup()
    from django.db import connection

    from craft.formats import write_making
    from workroom.records import derived
    from workroom.records.models import Making

    found = {}
    for making in Making.objects.order_by("id"):
        pattern, inputs = making.edition.document, derived.current(making)
        found[making.title] = stages(derived.made(pattern, inputs))
        if files:
            text = write_making(
                making.title, derived.parsed_pattern(pattern), derived.parsed_inputs(inputs)
            )
            (data / f"{making.pk}.json").write_text(text)
    with connection.cursor() as cursor:
        cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    connection.close()
    return found


if __name__ == "__main__":
    if len(sys.argv) == 3 and sys.argv[1] == "--show":
        print(json.dumps(stages_in(Path(sys.argv[2]))))
    elif len(sys.argv) == 2:
        keep(sys.argv[1])
    else:
        raise SystemExit(__doc__)
