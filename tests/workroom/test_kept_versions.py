"""What older versions kept, brought up to date: no update turns anybody's cloth.

Each folder of tests/kept is the demo world as a version stored it, with what every stage came to then (see
tools/keep_version.py).
"""

import json
import lzma
import os
import subprocess
import sys

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.formats import read_bundle
from craft.formats.older import brought_up, cloth_brought_up
from craft.making import derive
from tools.keep_version import KEPT, ROOT, stages
from workroom.keeping.migrating import migrated

VERSIONS = sorted(each.name for each in KEPT.iterdir())
# What an update may change besides, and why, by version, making and the way to it.
FIRST, BREECHES = "2026-11-26", "Wendeline’s breeches, the first pair"
FUSED = "Buttons of fused pieces are marked once, on the interfacing, since."
ARGUED = {
    (FIRST, BREECHES, "/marks/mark/main/3.1/button"): FUSED,
    (FIRST, BREECHES, "/marks/mark/main/6.1/button"): FUSED,
    (FIRST, BREECHES, "/marks/mark/main/6.2/button"): FUSED,
    (
        FIRST,
        BREECHES,
        "/knots/mark",
    ): "These, and the inner ends of pleats, are rows of their own since.",
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


NAMES = st.sampled_from(
    ("cloth", "lay", "ticks", "cloths", "folds", "placements", "match", "main", "repeat", "across", "width",
     "name", "flaws", "selvedge", "school", "cut/main/1.1", "size", "allowance")
)  # fmt: skip


def differences(before, after, way=""):
    """Every place where two results differ, as the way to it."""
    if isinstance(before, dict) and isinstance(after, dict):
        for key in sorted({*before, *after}):
            yield from differences(before.get(key), after.get(key), f"{way}/{key}")
    elif before != after:
        yield way, before, after


def unargued(version, before, after):
    return [
        (title, *found)
        for title in before
        for found in differences(before[title], after.get(title))
        if not argued(version, title, before[title], *found[:2])
    ]


def kept(version):
    return json.loads((KEPT / version / "stages.json").read_text())


@pytest.mark.parametrize("version", VERSIONS)
def test_a_database_of_an_older_version_lies_as_it_lay(version, tmp_path):
    rows = lzma.decompress((KEPT / version / "workroom.sqlite3.xz").read_bytes())
    (tmp_path / "workroom.sqlite3").write_bytes(rows)
    migrated(tmp_path)
    env = {key: value for key, value in os.environ.items() if key != "DOVE_TACK_DATABASE"}
    shown = subprocess.run(
        [sys.executable, "-m", "tools.keep_version", "--show", str(tmp_path)],
        cwd=ROOT, env=env, check=True, capture_output=True, text=True,
    )  # fmt: skip
    assert unargued(version, kept(version), json.loads(shown.stdout)) == []


@pytest.mark.parametrize("version", VERSIONS)
def test_files_of_an_older_version_lie_as_they_lay(version):
    found = {}
    for path in (KEPT / version).glob("*.json.xz"):
        bundle = read_bundle(lzma.decompress(path.read_bytes()))
        found[bundle.title] = stages(derive(bundle.pattern, bundle.inputs))
    assert found
    assert unargued(version, {title: kept(version)[title] for title in found}, found) == []


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
