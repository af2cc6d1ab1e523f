"""The demo world: every making walked through every stage, its stored lays still sound."""

import pytest
from django.contrib.auth.models import User

from craft.digitise.digitised import digitise
from craft.digitise.inputs import PatternInputs
from craft.lay.rehearse import rehearse
from craft.making import ticks_of
from craft.shape import path as paths
from tests.workroom.conftest import Api
from tools import demo_file
from workroom.demo import makings, world
from workroom.demo.apron import FILE, NAME, SIZES, TAKEN, tower_apron
from workroom.demo.makings import LayOut, stored_lays
from workroom.records import derived
from workroom.records.models import Making, StoredCloth, StoredPattern

STAGES = ("pick", "trace", "paper", "sheets", "fit", "cloth", "lay", "cut", "mark", "keep")


@pytest.fixture
def demo(db) -> Api:
    return Api(world.load_demo())


def states(title: str) -> dict[str, str]:
    making = Making.objects.get(title=title)
    entry = derived.entry_of(making)
    knots = derived.made(making.edition.document, entry.inputs).knots
    return {knot.stage: knot.state for knot in knots}


def test_every_making_opens_at_every_stage(demo):
    shown = demo.call("GET", "/makings")
    assert shown["matching"] == len(world.MAKINGS) >= 9
    assert shown["damaged"] == []
    for card in shown["found"]:
        for stage in STAGES:
            answer = demo.call("GET", f"/makings/{card['id']}/{stage}")
            assert "refused" not in answer, (card["title"], stage)
        head = demo.call("GET", f"/makings/{card['id']}")
        assert head["knots"] == card["knots"]
        # Each step of it can be taken back and done again.
        demo.head = head
        while demo.head["undo"]:
            assert "refused" not in demo.edit("undo")
        while demo.head["redo"]:
            assert "refused" not in demo.edit("redo")
        assert demo.head["inputs"] == head["inputs"]


def test_stored_lays_are_still_sound(demo):
    laid = 0
    for making in world.MAKINGS:
        roles = [role for step in making.steps if isinstance(step, LayOut) for role in step.roles]
        assert set(stored_lays().get(making.title, {})) == set(roles), making.title
        row = Making.objects.select_related("pattern").get(title=making.title)
        inputs = derived.current(row)
        made = derived.made(row.edition.document, inputs)
        for lay in made.lays:
            if lay.role not in roles:
                continue
            faults = [f.what for f in lay.findings if f.weight == "fault"]
            assert (lay.complete, lay.missing, faults) == (True, (), []), (making.title, lay.role)
            table = derived.table(row.edition.document, inputs, lay.role)
            placements = derived.parsed_inputs(inputs).lay.placements[lay.role]
            assert rehearse(table, placements).complete, (making.title, lay.role)
            laid += 1
    assert laid == 10


def test_the_makings_stand_where_the_demo_says(demo):
    filed = states("Wendeline’s breeches, the first pair")
    assert set(filed.values()) == {"done"}
    assert states("Tobin’s waistcoat")["trace"] == "look"
    assert states("Orla’s ringing waistcoat")["lay"] == "done"
    assert states("Orla’s ringing waistcoat")["cut"] == "half"
    blended = Making.objects.get(title="Tamsin’s yoke blouse")
    assert blended.size == "44 at the bust, 42 at the waist, 40 at the hip"
    striped = Making.objects.select_related("pattern").get(title="Wendeline’s travelling waistcoat")
    table = derived.table(striped.edition.document, derived.current(striped), "main")
    assert table.matching.kept
    lining = Making.objects.select_related("pattern").get(title__startswith="A cold tower")
    made = derived.made(lining.edition.document, derived.current(lining))
    single = next(lay for lay in made.lays if lay.role == "lining")
    assert (single.fold, single.complete) == ("single", True)
    sheet = demo.call("GET", f"/groups/{demo.call('GET', '/groups')['found'][0]['id']}")
    assert len(sheet["rows"]) == 3


def test_between_them_the_cloths_have_every_property():
    cloths = world.CLOTHS
    assert any(c.repeat.across for c in cloths)
    assert any(c.repeat.along and c.repeat.uneven_along for c in cloths)
    for name in ("flaws", "remnant", "nap", "nap_unsure", "square", "washed"):
        assert any(getattr(c, name) for c in cloths), name
    assert {c.shrink_by for c in cloths} == {"label", "table", "square"}
    assert {c.border for c in cloths} > {"none"}
    assert {t for c in cloths for t in c.traits} >= {"pile", "sequins", "beads", "fringe"}
    assert {c.weave for c in cloths} >= {"plain", "knit", "lace"}
    assert {c.stretch for c in cloths} > {"none"}


def test_the_demo_is_put_back_as_it_was(demo):
    before = [(c["title"], c["knots"], c["size"]) for c in demo.call("GET", "/makings")["found"]]
    cupboard = demo.call("GET", "/cupboard")
    likes = demo.call("PUT", "/session/likes", {"unit": "in", "theme": "lamp"})
    for card in demo.call("GET", "/makings")["found"][:4]:
        demo.call("DELETE", f"/makings/{card['id']}")
    demo.call("DELETE", f"/cupboard/cloths/{cupboard['cloths'][0]['id']}")
    other = User.objects.create_user("stranger")
    StoredCloth.objects.create(owner=other, name="Theirs", document="{}")
    assert demo.call("POST", "/session/demo/restore") == likes
    after = [(c["title"], c["knots"], c["size"]) for c in demo.call("GET", "/makings")["found"]]
    assert after == before
    cloths = demo.call("GET", "/cupboard")["cloths"]
    assert [c["cloth"] for c in cloths] == [c["cloth"] for c in cupboard["cloths"]]
    assert StoredCloth.objects.filter(owner=other).count() == 1
    assert StoredPattern.objects.count() == 7


def test_nobody_elses_workroom_is_put_back(demo, stranger):
    said = stranger.call("POST", "/session/demo/restore")["refused"]["sentence"]
    assert said == "Only the demo workroom can be put back as it was."
    assert Making.objects.count() == len(world.MAKINGS)


def test_a_tick_of_the_demo_holds_and_rests_on_todays_facts(demo):
    making = next(m for m in makings.MAKINGS if m.title == "Orla’s ringing waistcoat")
    row = Making.objects.select_related("pattern").get(title=making.title)
    inputs = derived.parsed_inputs(derived.current(row))
    known = ticks_of(derived.made(row.edition.document, derived.current(row)))
    listed = {key: facts for key, facts in inputs.ticks.items() if not key.startswith("lay/")}
    assert len(listed) > 100
    assert all(known[key].facts == facts for key, facts in listed.items())


def test_the_apron_on_the_shelf_is_what_its_file_says_and_its_file_what_was_drawn(demo):
    drawn = tower_apron()
    now = demo_file.taken(FILE.read_bytes(), NAME, SIZES, drawn.table.rows)
    assert now == PatternInputs.model_validate_json(TAKEN.read_text())
    found = digitise(now)
    assert [f.what for f in found.findings if f.weight != "note"] == []
    assert [(p.number, p.name, p.cuts) for p in found.pattern.pieces] == [
        (p.number, p.name, p.cuts) for p in drawn.pieces
    ]
    for piece in drawn.pieces:
        like = found.pattern.piece(piece.number)
        for size in SIZES:
            areas = [paths.area(each.shapes[size].outline) for each in (piece, like)]
            assert areas[0] == pytest.approx(areas[1], rel=1e-6)
            kinds = [sorted((m.kind, m.count) for m in each.shapes[size].marks) for each in (piece, like)]
            assert kinds[0] == kinds[1]
    shelf = demo.call("GET", "/cupboard")["patterns"]
    assert next(card for card in shelf if card["name"] == NAME)["usable"]
    answer = demo.client.get("/api/drawn-files/to-try.pdf")
    assert answer.content == FILE.read_bytes()
