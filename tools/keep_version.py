"""Keep the demo world as this version stores it, for all later ones to be held against:
``python -m tools.keep_version NAME`` or ``--shape``.

Written is one archive (kept/NAME.tar.xz): the database, a file of each making, and what every stage came
to. Run it whenever what is stored, or what is derived by default, has changed. With ``--shape``: the
database and what goes out of the demo's account, as small as may be, under the number of the newest step of
the database (kept/shapes/). Run it whenever there is a new step.
"""

import io
import json
import os
import subprocess
import sys
import tarfile
import tempfile
import zipfile
from pathlib import Path
from typing import Any

import django
from PIL import Image

from workroom.keeping.archive import MANIFEST

ROOT = Path(__file__).parents[1]
KEPT = ROOT / "kept"
SHAPES = KEPT / "shapes"
DATABASE, STAGES, BELONGINGS = "workroom.sqlite3", "stages.json", "belongings"


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


def keep_shape() -> None:
    """Write the sample of the database's shape now."""
    SHAPES.mkdir(exist_ok=True)
    with tempfile.TemporaryDirectory(prefix="dove-tack-kept-") as folder:
        data = Path(folder)
        os.environ.update({"DOVE_TACK_DATA": folder, "DJANGO_SETTINGS_MODULE": "workroom.settings"})
        django.setup()
        from django.contrib.auth.models import User
        from django.core.management import call_command
        from django.db import connection

        from workroom.keeping.looking import known
        from workroom.records.belongings.writing import write_belongings

        call_command("migrate", verbosity=0)
        call_command("load_demo", verbosity=0)
        write_belongings(User.objects.get(), data / "all", lambda _: None)
        with connection.cursor() as cursor:
            cursor.execute(f"VACUUM INTO '{data / 'small'}'")
        connection.close()
        with tarfile.open(SHAPES / f"{max(known())[:4]}.tar.xz", "w:xz") as archive:
            archive.add(data / "small", DATABASE)
            with zipfile.ZipFile(data / "all") as members:
                for name in sorted(members.namelist()):
                    if name.endswith((".json", ".jpg")) and name != MANIFEST:
                        _add(archive, f"{BELONGINGS}/{name}", members.read(name))


def _add(archive: tarfile.TarFile, name: str, data: bytes) -> None:
    if name.endswith(".jpg"):  # whatever it shows, it is a picture
        picture, small = Image.open(io.BytesIO(data)), io.BytesIO()
        picture.thumbnail((80, 80))
        picture.save(small, "JPEG", quality=40)
        data = small.getvalue()
    info = tarfile.TarInfo(name)
    info.size = len(data)
    archive.addfile(info, io.BytesIO(data))


def stages_in(data: Path, *, files: bool = False) -> dict[str, Any]:
    """What every stage of every making in a data folder comes to, by its title; ``files``: each is saved
    to a file there as well. Once a process."""
    os.environ.update({"DOVE_TACK_DATA": str(data), "DJANGO_SETTINGS_MODULE": "workroom.settings"})
    django.setup()
    from django.db import connection

    from craft.formats.bundle import write_making
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
    elif sys.argv[1:] == ["--shape"]:
        keep_shape()
    elif len(sys.argv) == 2:
        keep(sys.argv[1])
    else:
        raise SystemExit(__doc__)
