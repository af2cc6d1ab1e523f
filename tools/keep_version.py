"""Keep the demo world as this version stores it, for all later ones to be held against:
``python -m tools.keep_version NAME``.

Written are the database, one file of each making, and what every stage came to (tests/kept/NAME). Run it
whenever what is stored, or what is derived by default, has changed.
"""

import json
import lzma
import os
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

import django

ROOT = Path(__file__).parents[1]
KEPT = ROOT / "tests" / "kept"


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


def keep(to: Path) -> None:
    """Write all of it into a folder."""
    to.mkdir(parents=True, exist_ok=True)
    data = Path(tempfile.mkdtemp(prefix="dove-tack-kept-"))
    env = {**os.environ, "DOVE_TACK_DATA": str(data), "DJANGO_SETTINGS_MODULE": "workroom.settings"}
    for command in ("migrate", "load_demo"):
        subprocess.run([sys.executable, "manage.py", command, "-v0"], env=env, cwd=ROOT, check=True)
    os.environ.update(env)
    django.setup()
    from craft.formats import write_making
    from workroom.records import derived
    from workroom.records.models import Making

    found: dict[str, Any] = {}
    for making in Making.objects.order_by("id"):
        pattern, inputs = making.edition.document, derived.current(making)
        found[making.title] = stages(derived.made(pattern, inputs))
        text = write_making(
            making.title, derived.parsed_pattern(pattern), derived.parsed_inputs(inputs)
        )
        (to / f"{making.pk}.json.xz").write_bytes(lzma.compress(text.encode(), preset=9))
    _close()
    rows = (data / "workroom.sqlite3").read_bytes()
    (to / "workroom.sqlite3.xz").write_bytes(lzma.compress(rows, preset=9))
    (to / "stages.json").write_text(json.dumps(found, indent=1, sort_keys=True) + "\n")
    shutil.rmtree(data)


def show(data: Path) -> None:
    """Print what every stage of every making in a data folder comes to."""
    os.environ.update({"DOVE_TACK_DATA": str(data), "DJANGO_SETTINGS_MODULE": "workroom.settings"})
    django.setup()
    from workroom.records import derived
    from workroom.records.models import Making

    print(
        json.dumps(
            {
                making.title: stages(derived.made(making.edition.document, derived.current(making)))
                for making in Making.objects.order_by("id")
            }
        )
    )


def _close() -> None:
    """Everything in the one file."""
    from django.db import connection

    with connection.cursor() as cursor:
        cursor.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    connection.close()


if __name__ == "__main__":
    if len(sys.argv) == 3 and sys.argv[1] == "--show":
        show(Path(sys.argv[2]))
    elif len(sys.argv) == 2:
        keep(KEPT / sys.argv[1])
    else:
        raise SystemExit(__doc__)
