"""What can be added beside what is there: one of each is added here, and the files that would be touched
are counted."""

import re
from pathlib import Path
from typing import ClassVar, Literal

import pytest

from craft.cloth import Cloth
from craft.errors import CraftError
from craft.fit.apply_changes import apply_changes
from craft.fit.change import Number, PieceChange
from craft.fit.darts.dart_change import DartChange
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.length.apply_length import Offered
from craft.fit.length.length_change import LengthChange
from craft.fit.offers import edges_of
from craft.fit.pieces.edge_by_hand import HandChange
from craft.fit.pieces.mirror import MirrorChange
from craft.fit.seams.width import Pin, WidthChange
from craft.fit.standing import kept, proposed
from craft.fit.tolerances import Tolerances
from craft.formats.bundle import Bundle, write_pattern
from craft.formats.readers import READERS, Reader, offered, read_file
from craft.inputs import Inputs
from craft.making import derive
from craft.mark import advise
from craft.mark.amounts import amounts
from craft.mark.colours import Pigment
from craft.mark.counting import by_line
from craft.mark.inputs import MarkingInputs
from craft.mark.ways import WAYS, MarkWay, Minutes
from craft.measure import Figure
from craft.pattern import Mark
from craft.pick import PickInputs
from tests.craft.marking import made
from tests.craft.marking import ways as ways_for
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


class NameChange(PieceChange):
    """A piece called otherwise: a kind of change nobody has."""

    another_piece: ClassVar[bool] = False
    kind: Literal["name"] = "name"
    piece: Number
    name: str

    def heading(self) -> str:
        return f"the name of piece {self.piece}"

    def apply(self, work: Draft, index: int, tolerances: Tolerances) -> Done:
        shape, _ = work.edge_of(self.piece, "right")
        made = ChangeMade(index=index, name=self.name, pieces=(self.piece,), instruction="Write it on.")
        return Done(work.having(self.piece, shape), made)


def test_a_kind_of_change_is_its_own_file_a_line_of_the_list_and_a_line_of_the_screen():
    asked = (NameChange(piece=1, name="Yoke"), NameChange(piece=9, name="Tab"))
    done = apply_changes(work(box(200, 400)), asked, Offered(None, {}, {}, ()), Tolerances())
    assert [each.name for each in done.made] == ["Yoke"]
    assert "Change 2 (the name of piece 9) could not be made" in done.findings[0].what
    assert (asked[0].told(), bool(asked[0].not_kept)) == ("The name of piece 1", True)
    for kind, model in (("mirror", "MirrorChange"), ("open", "OpenChange"), ("join", "JoinChange")):
        found = naming(rf"\b{model}\b", "craft", "workroom") | naming(rf"kind: '{kind}'", "web/src")
        assert len(found) == 3, found


def test_a_way_of_marking_is_its_row_and_how_it_is_told(monkeypatch):
    # A soap that is grey, or white on what is dark; cut anew after every point, which is counted.
    cut = Figure(name="cuts", value=2, text="2 cuts", working=("one for each point",))
    soap = MarkWay(
        code="soap", name="sliver of soap", kinds=("placement",), because="It washes out.", shows=True,
        pigment=Pigment(lambda kit: ("white", "grey")), minutes=Minutes(point=1.0, cm=0.1),
        counted=lambda *what: by_line(*what)._replace(cm=0.0, figures=lambda: (cut,)),
        how=lambda case: f"Draw on the {case.side}.",
    )  # fmt: skip
    monkeypatch.setattr(advise, "WAYS", (soap, *WAYS))
    line = Mark(id="p", kind="placement", name="pocket", points=((0, 0), (100, 0)))
    dark = Cloth(name="navy", width=1400, colour="#101830")
    one = next(each for each in ways_for(line, dark) if each.way is soap)
    told = advise.judged(made(line), one, advise.setting_of(dark, "main", MarkingInputs()))
    assert (told.colour, told.how, told.minutes) == ("white", "Draw on the wrong side.", 2.0)
    assert told.figures[-1] == cut
    assert amounts(made(line), soap, MarkingInputs()).minutes == 2.0
    for code in ("spiked", "carbon", "wedge"):
        assert len(naming(rf"[\"']{code}[\"']|def {code}\b", "craft/mark", "workroom", "web/src")) == 2


def test_a_kind_of_file_is_its_reader_and_its_row(waistcoat):
    def read(data: bytes) -> Bundle:
        return Bundle(kind="pattern", title=data.decode().partition(" ")[2], pattern=waistcoat)

    knitted = Reader("Yarn", (".yarn",), (), lambda head: head.startswith(b"YARN"), read)
    both = (knitted, *READERS)
    assert read_file(b"YARN Yoke", both).title == "Yoke"
    assert read_file(write_pattern(waistcoat).encode(), both).pattern == waistcoat
    assert offered(both) == (".yarn", ".json", "application/json")
    with pytest.raises(CraftError, match="cannot be read"):
        read_file(b"YARN Yoke")
    with pytest.raises(CraftError, match="cannot be read"):  # what nobody knows is the last one's to refuse
        read_file(b"neither", both)
    assert len(naming(r"\bread_bundle\b", "craft", "workroom")) == 2  # its own and its row


def test_what_says_that_it_can_be_kept_is_kept_and_proposed_again(waistcoat):
    inputs = Inputs(pick=PickInputs(size="D"))
    made = derive(waistcoat, inputs).fitted
    edges = edges_of(made)
    dart = next(each for each in made.darts if each.name == "waist dart")
    side = next(each for each in edges if (each.piece, each.edge) == (1, "side"))
    shared = {"kind": "width", "piece": 1, "edge": "side"}
    asked = (
        LengthChange(level="waist", amount=12), LengthChange(level="waist", by="height"),
        DartChange(kind="dart", pieces=dart.pieces, dart=dart.dart, intake=4),
        DartChange(kind="dart", pieces=dart.pieces, dart=dart.dart, becomes="none"),
        WidthChange(**shared, pins=(Pin(at=side.seam_long / 2, by=8),)),
        WidthChange(**shared, points=((250, 300),)),
        HandChange(kind="hand", piece=1, edge="side", part="whole", out=5),
        MirrorChange(kind="mirror", piece=1),
    )  # fmt: skip
    for change in asked:
        if change.not_kept:
            with pytest.raises(CraftError, match=re.escape(change.not_kept)):
                kept(made, edges, change, "")
            continue
        again = proposed(made, edges, (kept(made, edges, change, ""),), ())
        assert [each.change.kind for each in again] == [change.kind]
        assert proposed(made, edges, (kept(made, edges, change, ""),), (change,)) == ()
    assert [not each.not_kept for each in asked] == [True, False, True, False, True, False, True, False]
