"""What older versions kept, brought up to date: no update turns anybody's cloth.

Each archive of kept/ is the demo world as a version stored it, with what every stage came to then (see
tools/keep_version.py).
"""

import json
import os
import sqlite3
import subprocess
import sys
import tarfile
import zlib
from contextlib import closing

import pytest
from django.contrib.auth.models import User
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth
from craft.formats.bundle import read_bundle
from craft.formats.older import brought_up, cloth_brought_up
from craft.inputs import Inputs
from craft.making import derive
from craft.pattern import Pattern
from tools.keep_version import BELONGINGS, DATABASE, KEPT, ROOT, SHAPES, STAGES, stages
from workroom.keeping.archive import Writing
from workroom.keeping.backup import back_up
from workroom.keeping.looking import known, looked_over
from workroom.keeping.migrating import migrated
from workroom.keeping.restoring import restore
from workroom.records.belongings import WHAT
from workroom.records.belongings.reading import read_belongings
from workroom.records.models import Making

# What an update may change besides, and why, by version, making and the way to it.
FIRST, BREECHES = "2026-11-26", "Wendeline’s breeches, the first pair"
FUSED = "Buttons of fused pieces are marked once, on the interfacing, since."
MORE = "These, and the inner ends of pleats, are rows of their own since."
ARGUED = {
    **{(FIRST, BREECHES, f"/marks/mark/main/{item}/button"): FUSED for item in ("3.1", "6.1", "6.2")},
    (FIRST, BREECHES, "/knots/mark"): MORE,
}


def argued(version, title, making, way, before):
    """Whether a difference turns nobody's cloth: a reason is told for it, nothing lies on that cloth
    yet, or only the advice for a mark that nobody made is another."""
    if (version, title, way) in ARGUED:
        return True
    _, part, *rest = way.split("/")
    role = rest[0] if part == "lays" else rest[1] if part in ("cuts", "marks") else ""
    # Since the newest version nothing is derived otherwise: there all is as it was.
    if version != FIRST or not role:
        return False
    nothing_lies = not making["lays"][role]["placed"]
    return nothing_lies or (part == "marks" and (before is None or before[1] == "open"))


def differences(before, after, way=""):
    """Every place where two results differ, as the way to it."""
    if isinstance(before, dict) and isinstance(after, dict):
        for key in sorted({*before, *after}):
            yield from differences(before.get(key), after.get(key), f"{way}/{key}")
    elif before != after:
        yield way, before, after


@pytest.mark.parametrize("version", sorted(each.name.split(".")[0] for each in KEPT.glob("*.xz")))
def test_what_an_older_version_kept_lies_as_it_lay(version, tmp_path):
    """Its database, and its files."""
    with tarfile.open(KEPT / f"{version}.tar.xz") as archive:
        archive.extractall(tmp_path, filter="data")
    before = json.loads((tmp_path / STAGES).read_text())
    bundles = [read_bundle(path.read_bytes()) for path in tmp_path.glob("[0-9]*.json")]
    files = {each.title: stages(derive(each.pattern, each.inputs)) for each in bundles}
    migrated(tmp_path)
    with sqlite3.connect(tmp_path / DATABASE) as kept:
        cloths = [
            Cloth.model_validate_json(d)
            for (d,) in kept.execute("SELECT document FROM records_storedcloth")
        ]
    assert {"lace", "knit"} <= {cloth.weave for cloth in cloths}
    env = {key: value for key, value in os.environ.items() if key != "DOVE_TACK_DATABASE"}
    shown = subprocess.run(
        [sys.executable, "-m", "tools.keep_version", "--show", str(tmp_path)],
        cwd=ROOT, env=env, check=True, capture_output=True, text=True,
    )  # fmt: skip
    for after in (files, json.loads(shown.stdout)):
        assert after.keys() == before.keys()
        assert [
            (title, *found)
            for title in before
            for found in differences(before[title], after[title])
            if not argued(version, title, before[title], *found[:2])
        ] == []


def test_every_step_of_the_database_has_a_sample_from_now_on():
    assert max(known())[:4] in {each.name[:4] for each in SHAPES.iterdir()}, \
        "run python -m tools.keep_version --shape"  # fmt: skip


@pytest.mark.django_db(transaction=True)
@pytest.mark.parametrize("shape", sorted(each.name[:4] for each in SHAPES.iterdir()))
def test_a_backup_and_an_archive_of_every_earlier_shape_come_in(shape, tmp_path, kept_here, monkeypatch):
    """Restored, everything is there and can be worked out; brought in by somebody else, likewise."""
    monkeypatch.delenv("DOVE_TACK_DATABASE", raising=False)
    before = tmp_path / "before"
    before.mkdir()
    with tarfile.open(SHAPES / f"{shape}.tar.xz") as archive:
        archive.extractall(before, filter="data")
    now = tmp_path / "now"
    restore(now, back_up(before, tmp_path / "backup"))
    assert [each for each in looked_over(now)[0] if "picture" not in each] == []

    def rows(data, sql: str) -> list[tuple]:
        with closing(sqlite3.connect(data / DATABASE)) as kept:
            return kept.execute(sql).fetchall()

    for table in ("making", "storedpattern", "storedcloth", "person", "entry"):
        count = f"SELECT count(*) FROM records_{table}"
        assert rows(now, count) == rows(before, count), table
    makings = rows(now, "SELECT m.title, d.document, e.inputs FROM records_making m JOIN records_entry e "
                   "ON e.making_id = m.id AND e.number = m.pointer JOIN records_edition d "
                   "ON d.id = coalesce(e.edition_id, m.edition_id)")  # fmt: skip
    assert len(makings) == rows(now, "SELECT count(*) FROM records_making")[0][0] > 0
    for title, pattern, packed in makings:
        inputs = Inputs.model_validate_json(zlib.decompress(packed))
        made = derive(Pattern.model_validate_json(pattern), inputs)
        lying = {lay.role: len(lay.placed) for lay in made.lays if lay.placed}
        assert lying == {role: len(p) for role, p in inputs.lay.placements.items() if p}, title
    members = before / BELONGINGS
    if not members.exists():
        return
    writing = Writing(tmp_path / "all", WHAT, {})
    for path in sorted(members.rglob("*.*")):
        writing.add(str(path.relative_to(members)), path)
    writing.close()
    new = User.objects.create_user("Wendeline")
    taken = read_belongings(new, tmp_path / "all", lambda _: None)
    assert taken.makings == Making.objects.filter(owner=new).count() == len(makings)
    assert taken.pictures == len(list(members.glob("pictures/*"))) > 0


STRIPED = {"name": "Ticking", "width": 1120, "shrink_width": 0.02, "repeat": {"across": 24, "from_edge": 8},
           "motifs": [[300, 110]]}  # fmt: skip


@pytest.mark.parametrize(
    ("school", "more", "fold"),
    [({}, {}, "lengthwise"), ({"school": "by cloth"}, {}, "single"), ({"school": "folded"}, {},
    "lengthwise"),  ({}, {"traits": ["slippery"]}, "single"), ({"folds": {"main": "part"}}, {}, "part")],
)  # fmt: skip
def test_what_was_derived_is_written_down_where_pieces_lie(school, more, fold):
    lay = {"placements": {"main": [{"item": "1.1", "x": 0, "y": 0}]}, "match": {"off": False}}
    cloths = {"main": {**STRIPED, **more}, "lining": STRIPED}
    made = brought_up({"cloth": {"cloths": cloths, **school}, "lay": lay})
    assert made["cloth"]["folds"] == {"main": fold}  # nothing lies on the lining
    assert made["lay"]["match"] == {"off": False, "mirrored": False}
    # The selvedge of 10 is 9.8 washed: stripes and motifs lie where they were taken to lie.
    main = made["cloth"]["cloths"]["main"]
    assert (main["repeat"]["from_edge"], main["motifs"]) == (17.8, [[300, 109.8]])
    assert main["measured"] == {"repeat": "after", "motifs": "after"}
    # In the cupboard nothing lies: its stripe is counted from outside, and was measured as the rest was.
    kept = cloth_brought_up(STRIPED)
    assert (kept["repeat"]["from_edge"], kept["measured"], kept["motifs"]) == (18, {}, [[300, 110]])


NAMES = st.sampled_from(
    ("cloth", "lay", "ticks", "cloths", "folds", "placements", "match", "main", "repeat", "across", "width",
     "name", "flaws", "selvedge", "school", "cut/main/1.1", "size", "allowance")
)  # fmt: skip
JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-9, 9) | st.sampled_from(("main", "by cloth", "[[3]]")),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(NAMES, inner, max_size=4),
    max_leaves=20,
)


@given(st.dictionaries(NAMES, JSON, max_size=5))
def test_whatever_a_file_holds_is_left_to_be_refused(inputs):
    """Bringing up to date never fails, and what it brought up it leaves alone."""
    once = brought_up(inputs)
    assert brought_up(once) == once
    cloth_brought_up(inputs)
