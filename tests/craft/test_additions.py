"""What can be added beside what is there: one of each is added here, and the files that would be touched
are counted."""

import re
from pathlib import Path
from typing import ClassVar, Literal

from craft.fit.change import FitChange, Number
from craft.fit.length.replayed import Offered
from craft.fit.replay import replay
from craft.fit.tolerances import Tolerances
from craft.fit.work import Done, Made, Work
from tests.craft.shapes import box, work

ROOT = Path(__file__).parents[2]


def naming(pattern: str, *folders: str) -> set[str]:
    """The files of the program that match."""
    return {
        str(path.relative_to(ROOT))
        for folder in folders
        for path in (ROOT / folder).rglob("*")
        if path.suffix in (".py", ".ts", ".svelte") and ".test." not in path.name
        and path.name != "schema.d.ts" and re.search(pattern, path.read_text())
    }  # fmt: skip


class NameChange(FitChange):
    """A piece called otherwise: a kind of change nobody has."""

    another_piece: ClassVar[bool] = False
    kind: Literal["name"] = "name"
    piece: Number
    name: str

    def heading(self) -> str:
        return f"the name of piece {self.piece}"

    def apply(self, work: Work, index: int, tolerances: Tolerances) -> Done:
        shape, _ = work.edge_of(self.piece, "right")
        made = Made(index=index, name=self.name, pieces=(self.piece,), instruction="Write it on.")
        return Done(work.having(self.piece, shape), made)


def test_a_kind_of_change_is_its_own_file_a_line_of_the_list_and_a_line_of_the_screen():
    asked = (NameChange(piece=1, name="Yoke"), NameChange(piece=9, name="Tab"))
    done = replay(work(box(200, 400)), asked, Offered(None, {}, {}, ()), Tolerances())
    assert [each.name for each in done.made] == ["Yoke"]
    assert "Change 2 (the name of piece 9) could not be made" in done.findings[0].what
    assert (asked[0].told(), bool(asked[0].not_kept)) == ("The name of piece 1", True)
    for kind, model in (("mirror", "MirrorChange"), ("open", "OpenChange"), ("join", "JoinChange")):
        found = naming(rf"\b{model}\b", "craft", "workroom") | naming(rf"kind: '{kind}'", "web/src")
        assert len(found) == 3, found
