"""The same workroom on a database server: backups are the same file, and several workers share the jobs."""

import json
import os
import sqlite3
import subprocess
import sys
import zipfile
from contextlib import closing
from pathlib import Path

import psycopg
import pytest

from tools.demo_data import demo_data
from tools.postgres import postgres
from workroom.keeping.places import DATABASE, ROOT

pytestmark = pytest.mark.server
KEEPING = ("-m", "workroom.keeping")
HAND_IN = """
import time
from workroom.jobs import job_requests
from workroom.records.models import Job, Making
from craft.sheets.printing import TableTask
for n, making in enumerate(Making.objects.all()[:6]):
    task = TableTask(parts=("labels",), title=str(n), unit="cm")
    job_requests.draw(making, str(n), task.model_dump_json())
end = time.monotonic() + 60
while Job.objects.exclude(state="done").exists() and time.monotonic() < end:
    time.sleep(0.1)
print("|".join(f"{j.state} {j.taken_up} {j.held_by}" for j in Job.objects.order_by("id")))
"""

TAKE_OUT = """
import sys, threading
from pathlib import Path
import django
django.setup()
from django.contrib.auth.models import User
from workroom.records.belongings.writing import write_belongings
from workroom.records.models import Entry, Making, Person, StoredPattern

def change():
    first = Making.objects.order_by("-id").first()
    Entry.objects.filter(making=first).delete()
    Making.objects.filter(pk=first.pk).update(pointer=77)
    Person.objects.all().delete()

def told(share):
    if share == 0:
        meanwhile = threading.Thread(target=change)
        meanwhile.start()
        meanwhile.join()

write_belongings(User.objects.order_by("id").first(), Path(sys.argv[1]), told)
print(Making.objects.order_by("-id").first().pointer, Person.objects.count())
"""


@pytest.fixture(scope="module")
def address():
    """A database server: the one that is there, else one of its own."""
    if there := os.environ.get("DOVE_TACK_DATABASE"):
        yield there
    else:
        with postgres() as begun:
            yield begun


@pytest.fixture(scope="module")
def server(address, tmp_path_factory):
    """The surroundings of a command that works on a database of its own, the demo in it."""
    data = tmp_path_factory.mktemp("data")
    name = f"moved_{os.environ.get('PYTEST_XDIST_WORKER', 'alone')}"
    with psycopg.connect(address.replace("postgres:", "postgresql:"), autocommit=True) as connection:
        connection.execute(f"CREATE DATABASE {name}")
    env = {**os.environ, "DOVE_TACK_DATABASE": address.replace("/dove?", f"/{name}?"),
           "DOVE_TACK_DATA": str(data), "DJANGO_SETTINGS_MODULE": "workroom.settings"}  # fmt: skip
    demo_data(data / "demo")
    file = {**env, "DOVE_TACK_DATABASE": "", "DOVE_TACK_DATA": str(data / "demo")}
    run(file, *KEEPING, "backup", str(data / "backup"))
    run(env, *KEEPING, "restore", str(data / "backup"))
    return env


def run(env: dict[str, str], *what: str) -> str:
    done = subprocess.run(
        [sys.executable, *what], cwd=ROOT, env=env, capture_output=True, text=True, check=False
    )
    assert done.returncode == 0, done.stderr
    return done.stdout


def rows(archive: Path, to: Path) -> list[str]:
    """Everything in a backup but when its tables were made."""
    zipfile.ZipFile(archive).extract(DATABASE, to)
    with closing(sqlite3.connect(to / DATABASE)) as connection:
        dumped = [line for line in connection.iterdump() if line.startswith("INSERT")]
    return sorted(line for line in dumped if "django_migrations" not in line)


def test_a_workroom_moves_to_a_file_and_back(server, tmp_path):
    on_server, in_file, again = (tmp_path / name for name in ("server", "file", "again"))
    run(server, *KEEPING, "backup", str(on_server))
    file = {**server, "DOVE_TACK_DATABASE": "", "DOVE_TACK_DATA": str(tmp_path / "file-data")}
    run(file, *KEEPING, "restore", str(on_server))
    run(file, *KEEPING, "backup", str(in_file))
    run(server, *KEEPING, "restore", str(in_file))
    run(server, *KEEPING, "backup", str(again))
    known = [rows(each, tmp_path) for each in (on_server, in_file, again)]
    assert known[0] == known[1] == known[2]
    assert len(known[0]) > 100
    # What is begun next gets a number that nothing has yet.
    begun = "from django.contrib.auth.models import User; User.objects.create_user('next')"
    run(server, "manage.py", "shell", "-v0", "-c", begun)


def test_two_workers_share_the_jobs(server):
    workers = [
        subprocess.Popen([sys.executable, "-m", "workroom.jobs"], cwd=ROOT, env=server) for _ in range(2)
    ]
    try:
        states = run(server, "manage.py", "shell", "-v0", "-c", HAND_IN).strip().split("|")
        assert len(states) == 6
        assert all(each.startswith("done") for each in states), states
        assert {each.split(" ")[1] for each in states} == {"0"}  # nothing was done twice
    finally:
        for each in workers:
            each.terminate()
        assert [each.wait(10) for each in workers] == [0, 0]


@pytest.mark.parametrize("on_a_server", [False, True])
def test_what_is_taken_out_is_of_one_moment(server, tmp_path, on_a_server):
    env = {**server, "DOVE_TACK_DATA": str(tmp_path)}
    if not on_a_server:
        env["DOVE_TACK_DATABASE"] = ""
        demo_data(tmp_path)
    taken = tmp_path / "archive"
    assert run(env, "-c", TAKE_OUT, str(taken)) == "77 0\n"
    with zipfile.ZipFile(taken) as archive:
        for name in archive.namelist():
            if name.endswith("making.json"):
                making = json.loads(archive.read(name))
                assert making["pointer"] in [each["number"] for each in making["journal"]]
        assert archive.read("people.csv").count(b"\n") > 1
