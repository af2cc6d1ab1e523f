"""Two windows on one thing, interleaved at random: nothing that was acknowledged is lost, and a field that
both changed is told; pictures are let go of only when they are nobody’s."""

from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.utils import timezone
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from craft.trace.ways import USUAL
from tests.workroom.laying import corrected
from tests.workroom.photos import photo
from workroom.records import pictures
from workroom.records.models import StoredPicture

FIELDS = ("width", "owned", "note", "weight", "nap", "traits")
VALUES = {"width": st.sampled_from([900.0, 1120.0, 1400.0]), 
          "owned": st.sampled_from([None, 500.0, 2000.0]),
          "note": st.sampled_from(["", "a", "b"]), "weight": st.sampled_from(["unknown", "light", "heavy"]),
          "nap": st.booleans(), "traits": st.sampled_from([[], ["dark"], ["frays"]])}  # fmt: skip
EDITS = st.sampled_from(FIELDS).flatmap(lambda field: st.tuples(st.just(field), VALUES[field]))
MOVES = st.lists(st.tuples(st.integers(0, 1), st.one_of(EDITS, st.just(None))), max_size=12)
AGAIN = settings(
    max_examples=25, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture]
)


@AGAIN
@given(moves=MOVES)
def test_no_fact_of_a_cloth_is_lost_between_two_windows(stranger, moves):
    card = stranger.call("POST", "/cupboard/cloths", {"name": "Calico", "width": 1400})
    path, windows = f"/cupboard/cloths/{card['id']}", [card["cloth"], card["cloth"]]
    truth = dict(card["cloth"])
    for at, move in moves:
        if move is None:  # that window is loaded again
            windows[at] = stranger.call("GET", path)["cloth"]
            continue
        field, value = move
        answer = stranger.call("PUT", path, corrected(windows[at], **{field: value}))
        changed = value != windows[at][field]
        if "refused" in answer:
            # Only where the other window said something else of the same thing meanwhile.
            assert answer["refused"]["moved"]
            assert changed
            assert truth[field] not in (windows[at][field], value)
            assert field in answer["refused"]["sentence"]
            windows[at] = stranger.call("GET", path)["cloth"]
            continue
        if changed:
            truth[field] = value
        windows[at] = answer["cloth"]
        assert {each: answer["cloth"][each] for each in FIELDS} == {each: truth[each] for each in FIELDS}


def test_a_liking_of_one_window_leaves_that_of_the_other(stranger):
    stranger.call("PUT", "/session/likes", {"unit": "in"})
    likes = stranger.call("PUT", "/session/likes", {"theme": "lamp"})
    assert (likes["unit"], likes["theme"]) == ("in", "lamp")


def test_tools_and_adjustments_of_two_windows_come_together(stranger):
    usual = list(USUAL)
    one = stranger.call("PUT", "/cupboard/kit", {"tools": [*usual, "spiked wheel"], "seen": usual})["tools"]
    other = {"tools": usual[1:], "seen": usual}  # it has not seen the wheel
    assert stranger.call("PUT", "/cupboard/kit", other)["tools"] == one[1:]
    who = stranger.call("POST", "/cupboard/people", {"name": "Pip", "measurements": {}})["id"]
    path = f"/cupboard/people/{who}/adjustments"
    waist, arm = {"level": "waist", "amount": -12}, {"level": "arm", "amount": 8}
    stranger.call("PUT", path, {"adjustments": [waist], "seen": []})
    both = stranger.call("PUT", path, {"adjustments": [arm], "seen": []})["adjustments"]
    assert [each["level"] for each in both] == ["waist", "arm"]
    left = stranger.call("PUT", path, {"adjustments": [arm], "seen": both})["adjustments"]
    assert [each["level"] for each in left] == ["arm"]


def test_a_picture_on_its_way_is_not_swept_away(stranger, kept_here):
    """Read and not yet put anywhere, as while an archive is taken in; let go of after a day."""
    owner = User.objects.get(username="stranger").pk
    on_its_way = pictures.keep(owner, photo())
    cloth = stranger.call("POST", "/cupboard/cloths", {"name": "Calico", "width": 1400})["id"]
    taken = stranger.call("POST", f"/pictures/cloths/{cloth}", photo())
    assert taken["seen"]
    stranger.call("DELETE", f"/cupboard/cloths/{cloth}")
    assert [row.pk for row in StoredPicture.objects.filter(owner=owner)] == [on_its_way.pk]
    assert pictures.folder(on_its_way.pk).exists()
    StoredPicture.objects.filter(pk=on_its_way.pk).update(made=timezone.now() - timedelta(hours=25))
    pictures.sweep_all()
    assert not StoredPicture.objects.filter(owner=owner).exists()
    assert not pictures.folder(on_its_way.pk).exists()


@pytest.mark.parametrize("gone", [False, True])
def test_a_picture_for_a_cloth_that_was_taken_out_meanwhile(stranger, kept_here, monkeypatch, gone):
    cloth = stranger.call("POST", "/cupboard/cloths", {"name": "Calico", "width": 1400})["id"]
    read = pictures.keep

    def slowly(owner: int, data: bytes) -> StoredPicture:
        row = read(owner, data)
        if gone:
            stranger.call("DELETE", f"/cupboard/cloths/{cloth}")
        return row

    monkeypatch.setattr(pictures, "keep", slowly)
    answer = stranger.call("POST", f"/pictures/cloths/{cloth}", photo(), status=404 if gone else 200)
    assert gone or answer["seen"]
