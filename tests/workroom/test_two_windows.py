"""Two windows on one thing, interleaved at random: nothing that was acknowledged is lost, and a field that
both changed is told; pictures are let go of only when they are nobody’s."""

import random
from datetime import timedelta

import pytest
from django.contrib.auth.models import User
from django.utils import timezone

from tests.workroom.photos import photo
from tools.hold_bench import pairs
from workroom.records import pictures
from workroom.records.models import StoredPicture


def test_no_fact_of_anything_is_lost_between_two_windows(ringer, kept_here):
    """Each thing that several windows can write; more rounds in tools/hold_bench/pairs.py."""
    pattern = ringer.call("GET", "/cupboard")["patterns"][0]["id"]

    def send(path: str, data: bytes) -> dict:
        return ringer.call("POST", path, data)

    for thing in pairs.things(ringer.call, send, ringer.head["id"], pattern):
        assert pairs.play(thing, 40, random.Random(7)) == []


def test_what_two_windows_lose_is_noticed(stranger):
    """The measure itself: a window that does not say what it saw takes back what the other one said."""

    class Careless(pairs.Cloth):
        def write(self, seen, field, value):
            return super().write({**seen, "width": 1300.0}, field, value)

    assert pairs.play(Careless(stranger.call), 40, random.Random(7))


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
