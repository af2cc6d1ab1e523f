"""The tacking thread: keys, facts as codes, and what older rows said in sentences."""

from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import ClothInputs, folds
from craft.formats.bundle import read_bundle, write_making
from craft.formats.older import with_codes
from craft.inputs import Inputs
from craft.lay.knot import lay_facts
from craft.making import WORDS, derive, ticks_of
from craft.mark.ways import WAYS
from craft.pick import PickInputs
from craft.pick.knot import size_fact
from craft.thread import Thread, changed
from craft.thread.facts import in_words
from craft.thread.keys import CHECKED, FILED, TickKey, cut_out, laid, marked, read, traced
from craft.trace import TraceInputs
from tests.craft.shapes import cloth

name = st.text(st.characters(exclude_characters="/", categories=("L", "N", "Zs")), min_size=1)


@given(role=name, item=name, what=st.text(min_size=1, max_size=40), piece=st.integers(1, 999))
def test_a_key_is_read_as_it_was_written(role, item, what, piece):
    assert read(marked(role, item, what)) == TickKey("mark", role=role, item=item, what=what)
    assert read(cut_out(role, item)) == TickKey("cut", role=role, item=item)
    assert read(traced(piece, what)) == TickKey("trace", piece=piece, what=what)
    assert read(laid(role)) == TickKey("lay", role=role)
    assert {read(key).stage for key in (CHECKED, FILED)} == {"fit", "keep"}


def test_what_no_stage_writes_is_no_key():
    for text in ("", "trace", "trace/", "trace/one", "sew/1", "/", "cutmain"):
        assert read(text) is None, text
    assert read("trace/6/e/left hem").words == "trace: 6 e left hem"


def test_every_tick_of_a_making_has_a_key_of_its_own(waistcoat, inputs, flannel):
    chosen = ClothInputs(cloths={"main": flannel, "lining": cloth(name="Lining")})
    made = derive(waistcoat, inputs.model_copy(update={"cloth": chosen}))
    ticks = ticks_of(made)
    keys = [read(key) for key in ticks]
    assert {key.stage for key in keys} == {"trace", "fit", "cut", "mark"}
    assert {str(key) for key in keys} == set(ticks)
    # Codes and millimetres: no phrase, no sentence.
    values = [value for tick in ticks.values() for value in tick.facts.values()]
    assert not [value for value in values if isinstance(value, str) and "[[" in value]


def test_rewording_a_fold_or_a_way_unticks_nothing(waistcoat, inputs, flannel, monkeypatch):
    chosen = ClothInputs(cloths={"main": flannel}, folds={"main": "lengthwise"})
    inputs = inputs.model_copy(update={"cloth": chosen})
    ticks = {key: tick.facts for key, tick in ticks_of(derive(waistcoat, inputs)).items()}
    ticked = inputs.model_copy(update={"ticks": ticks})
    monkeypatch.setitem(WORDS, "fold", dict.fromkeys(folds.WORDS, "lying somehow"))
    monkeypatch.setitem(WORDS, "way", {way.code: way.name.upper() for way in WAYS})
    assert {tick.state for tick in ticks_of(derive(waistcoat, ticked)).values()} == {"done"}
    assert len({way.code for way in WAYS}) == len(WAYS)


def test_facts_are_told_in_words():
    assert in_words("allowance", (), WORDS) == "the pattern’s own"
    pairs = (("", "French seam"), ("", 12.0), ("1/side", 20.0))
    assert in_words("allowance", pairs, WORDS) == "French seam; [[12]]; 1/side [[20]]"
    assert in_words("length", (("waist", -12.5),), WORDS) == "[[-12.5]] at the waist"
    assert in_words("size", (("bust", "D"), ("waist", "F")), WORDS) == "D at the bust, F at the waist"
    assert in_words("fold", "middle", WORDS) == "both selvedges folded to the middle"
    why = changed({"fold": "single"}, {"fold": "part"}, WORDS)
    assert why == "Fold was single layer, now folded in part."


def test_what_was_ticked_with_sentences_holds_on(waistcoat, inputs, flannel):
    chosen = {
        "cloth": ClothInputs(cloths={"main": flannel}),
        "trace": TraceInputs(kinds={"hem": "turned-up hem"}, allowance=12, edges={"1/side": 20}),
        "pick": PickInputs(size="D", at={"waist": "F"}, measurements=inputs.pick.measurements),
    }
    inputs = inputs.model_copy(update=chosen)
    made = derive(waistcoat, inputs)
    known = made.lays[0]
    new = lay_facts(known, made.fit_tick.facts)
    old = {
        "size": in_words("size", size_fact(made.picked), WORDS),
        "allowance": "turned-up hem; [[12]]; 1/side [[20]]", "length": "as drawn",
        "cloth": known.cloth.name, "fold": "folded lengthwise",
    }  # fmt: skip
    assert old["size"] == made.picked.sizes_said
    document = inputs.model_dump(mode="json") | {"ticks": {"lay/main": old, "cut/main/1.1": old}}
    again = Inputs.model_validate(with_codes(document))
    assert Thread(again.ticks).tick("lay/main", new).state == "done"
    assert with_codes(with_codes(document)) == with_codes(document)
    moved = with_codes({"ticks": {"k": {"length": "[[15]] at the waist; [[-8.5]] at the hip"}}})
    assert moved["ticks"]["k"]["length"] == [["waist", 15.0], ["hip", -8.5]]
    # And so a file written then: the same ticks after reading it.
    text = write_making("Old", waistcoat, again)
    assert read_bundle(text.encode()).inputs.ticks == again.ticks
    for broken in (None, 3, {"ticks": 4}, {"ticks": {"a": 5}}):
        assert with_codes(broken) == broken
