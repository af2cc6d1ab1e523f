"""Save as: everything that is offered can be had, and what cannot is a sentence."""

import csv
import io

import pytest

from craft.formats.drawings import read_drawing

CONTENT = {"svg": b"<?xml", "dxf": b"  0", "pdf": b"%PDF", "csv": b"\xef\xbb\xbf"}


def offered(visitor, address):
    """Everything offered at an address, by group and name."""
    offer = visitor.call("GET", address)
    return offer, {
        (group["title"], each["name"]): each["address"]
        for group in offer["groups"] for each in group["files"]
    }  # fmt: skip


def had(visitor, address):
    answer = visitor.client.get(address)
    assert answer.status_code == 200, address
    return answer


def test_everything_a_making_offers_can_be_had(ringer):
    making = ringer.head["id"]
    offer, files = offered(ringer, f"/makings/{making}/save")
    assert [group["title"] for group in offer["groups"]] == [
        "The pieces, as they are cut", "Lists", "The whole making",
    ]  # fmt: skip
    for (_, name), address in files.items():
        answer = had(ringer, address)
        form = address.partition("?")[0].rpartition(".")[2]
        assert answer.content.startswith(CONTENT.get(form, b"{")), name
        assert "attachment" in answer["Content-Disposition"]
    whole, one = (
        read_drawing(had(ringer, f"/api/makings/{making}/saved/pieces.svg{asked}").content, None)
        for asked in ("", f"?pieces={offer['pieces'][0]['number']}")
    )
    pieces = [{path.ink.layers[1] for path in each.paths} for each in (whole, one)]
    assert len(pieces[1]) == 1 < len(pieces[0]) == len(offer["pieces"])


def test_a_pattern_is_had_in_all_sizes_or_one(ringer):
    pattern = ringer.pattern("Yoke blouse")["id"]
    _, files = offered(ringer, f"/patterns/{pattern}/save?size=38")
    sizes = [
        {path.ink.layers[0] for path in read_drawing(had(ringer, files[group, "DXF"]).content, None).paths}
        for group in ("All sizes", "Size 38 alone")
    ]
    assert sizes[1] == {"38"} < sizes[0]
    names = [
        had(ringer, files[group, "PDF"])["Content-Disposition"] for group in ("All sizes", "Size 38 alone")
    ]
    assert ["-38.pdf" in name for name in names] == [False, True]
    rows = list(csv.reader(io.StringIO(
        had(ringer, files["Tables and data", "Size table"]).content.decode("utf-8-sig")
    )))  # fmt: skip
    assert rows[0][:3] == ["measurement (cm)", "34", "36"]
    assert all(len(row) == len(rows[0]) for row in rows)


@pytest.mark.parametrize(
    ("address", "said"),
    [("patterns/{p}/saved/pattern.svg?size=999", "no such size"),
     ("patterns/{p}/saved/pattern.pdf?pieces=999", "no such piece"),
     ("makings/{m}/saved/lay/contrast.dxf", "no cloth"),
     ("patterns/{p}/saved/pattern.svg?pieces=1,x", "not written as it should be"),
     ("makings/{m}/saved/pieces.dxf?curves=wood", "polylines")],
)  # fmt: skip
def test_what_cannot_be_had_is_a_sentence(ringer, address, said):
    pattern = ringer.pattern("Yoke blouse")["id"]
    making = ringer.head["id"]
    answer = ringer.client.get("/api/" + address.format(p=pattern, m=making))
    assert said in str(answer.json())
    assert "Content-Disposition" not in answer


def test_nobody_has_what_belongs_to_somebody_else(ringer, stranger):
    pattern = ringer.pattern("Yoke blouse")["id"]
    for name in ("save", "saved/pattern.svg", "saved/sizes.csv"):
        assert stranger.client.get(f"/api/patterns/{pattern}/{name}").status_code == 404


def test_a_projector_is_reckoned_and_shows_a_lay(ready):
    corners = [[100, 100], [900, 90], [950, 700], [60, 690]]
    body = {"corners": corners, "width": 600, "height": 400, "screen": [1280, 800]}
    found = ready.call("POST", "/measure/projector", body)
    assert len(found["matrix"]) == 9
    crossed = ready.call("POST", "/measure/projector", {**body, "corners": corners[::-1]})
    assert crossed["refused"]["field"] == "corners"
    making = ready.head["id"]
    empty = ready.call("GET", f"/makings/{making}/lay/contrast/projected?width=600&height=400")
    assert "Nothing lies" in empty["refused"]["sentence"]
    for asked in ("width=1&height=400", "width=600"):
        assert "refused" in ready.call("GET", f"/makings/{making}/lay/main/projected?{asked}")
