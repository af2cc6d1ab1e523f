"""Files: what is written reads back the same; what is broken says what and where."""

import json

import pytest

from craft.errors import CraftError
from craft.fit import FitInputs, LengthChange
from craft.formats.bundle import read_bundle, write_making, write_pattern
from craft.inputs import Inputs
from craft.making import derive
from craft.pick import PickInputs
from craft.shape import path as paths


def test_a_pattern_reads_back_exactly_with_its_curves(waistcoat):
    bundle = read_bundle(write_pattern(waistcoat).encode())
    assert bundle.pattern == waistcoat
    for piece in bundle.pattern.pieces:
        for size, shape in piece.shapes.items():
            same = waistcoat.piece(piece.number).shapes[size]
            assert [len(c) for c in shape.outline] == [len(c) for c in same.outline]
            assert paths.area(shape.outline) == paths.area(same.outline)


def test_a_making_reads_back_exactly(waistcoat, inputs):
    changed = inputs.model_copy(
        update={"fit": FitInputs(changes=(LengthChange(level="waist", amount=12.5),))}
    )
    bundle = read_bundle(write_making("Orla’s", waistcoat, changed).encode())
    assert (bundle.title, bundle.inputs, bundle.pattern) == ("Orla’s", changed, waistcoat)


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"", "broken at line 1"),
        (b'{"format": "dove-tack",\n "version": 1,', "broken at line 2"),
        (b"\x89PNG\r\n\x1a\n\x00\xff", "not text"),
        (b"[1, 2, 3]", "not a Dove Tack file"),
        (b'{"format": "something else"}', "not a Dove Tack file"),
        (b'{"format": "dove-tack", "version": 7}', "another version"),
        (b"[" * 100_000, "nested too deeply"),
    ],
)
def test_a_foreign_or_broken_file_says_so(data, said):
    with pytest.raises(CraftError, match=said):
        read_bundle(data)


def damage(waistcoat, change) -> CraftError:
    data = json.loads(write_pattern(waistcoat))
    change(data["pattern"])
    with pytest.raises(CraftError) as refused:
        read_bundle(json.dumps(data).encode())
    return refused.value


def test_a_damaged_number_is_named_by_its_place(waistcoat):
    def change(pattern):
        pattern["pieces"][0]["shapes"]["D"]["edges"][0]["path"][0][1][0] = "wide"

    error = damage(waistcoat, change)
    assert error.field == "pattern.pieces.0.shapes.D.edges.0.path.0.1.0"
    assert "a number is expected" in error.sentence


@pytest.mark.parametrize(
    ("change", "place", "said"),
    [
        (lambda p: p["pieces"][1]["shapes"].pop("C"), "pattern.pieces.1.shapes", "size C"),
        (lambda p: p["pieces"][1].update(number=1), "pattern.pieces.1.number", "Two pieces"),
        (
            lambda p: p["pieces"][1]["shapes"]["A"]["edges"].pop(),
            "pattern.pieces.1.shapes.A.edges.4.path",
            "does not begin where",
        ),
        (
            lambda p: p["seams"][0]["a"][0].update(edge="sleeve"),
            "pattern.seams.0.a.0",
            "names the edge “sleeve”",
        ),
        (
            lambda p: p["pieces"][1]["shapes"]["A"]["edges"][5].update(allowance=10),
            "pattern.pieces.1.shapes.A.edges.5.allowance",
            "cannot carry an allowance",
        ),
        (lambda p: p["table"]["rows"][0]["body"].pop("E"), "pattern.table.rows.0.body", "size E"),
        (lambda p: p.pop("views"), "pattern.views", "missing"),
        (lambda p: p.update(colour="red"), "pattern.colour", "does not belong"),
    ],
)
def test_a_pattern_that_contradicts_itself_says_where(waistcoat, change, place, said):
    error = damage(waistcoat, change)
    assert error.field == place
    assert said in error.sentence


def test_a_making_that_cannot_be_derived_is_refused(waistcoat, inputs):
    data = json.loads(write_making("x", waistcoat, inputs))
    data["inputs"]["pick"]["size"] = "Z"
    with pytest.raises(CraftError, match="no size Z") as refused:
        read_bundle(json.dumps(data).encode())
    assert refused.value.field == "inputs.pick.size"


def test_a_number_that_is_not_finite_is_refused(waistcoat):
    text = write_pattern(waistcoat).replace('"base_height": 1680.0', '"base_height": NaN')
    assert "NaN" in text
    with pytest.raises(CraftError, match="base_height"):
        read_bundle(text.encode())


def test_a_file_from_before_there_were_blends_and_sums_is_still_read(waistcoat):
    """What a file does not know keeps its usual value."""
    data = json.loads(write_making("Old", waistcoat, Inputs(pick=PickInputs(size="D"))))
    data["inputs"]["pick"] = {"person": "", "measurements": {}, "size": "D", "view": "A"}
    data["inputs"]["trace"] = {"allowance": 12}
    for piece in data["pattern"]["pieces"]:
        for name in ("feature", "guide", "around", "allowance_included"):
            del piece[name]
        for shape in piece["shapes"].values():
            del shape["levels"]
            for mark in shape["marks"]:
                for name in ("width", "side", "feature"):
                    del mark[name]
    bundle = read_bundle(json.dumps(data).encode())
    assert bundle.inputs.trace.allowance == 12
    assert bundle.inputs.pick.at == {}
    assert derive(bundle.pattern, bundle.inputs).picked.size == "D"
