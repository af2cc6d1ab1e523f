"""Many hands at once: real threads and real transactions on the one database file."""

from concurrent.futures import ThreadPoolExecutor
from threading import Barrier

import pytest
from django.contrib.auth.models import User
from django.db import connection

from craft.inputs import Inputs
from craft.pick import PickInputs
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.records import journal
from workroom.records.makings import MAKINGS, begin
from workroom.records.models import Entry, Making
from workroom.records.patterns import store

pytestmark = pytest.mark.server


@pytest.fixture
def making(transactional_db) -> Making:
    user = User.objects.create_user("Orla")
    edition = store(user.pk, ringing_waistcoat()).editions.get()
    return begin(user.pk, "Waistcoat", edition, Inputs())


def sized(size: str):
    return lambda inputs: inputs.model_copy(update={"pick": PickInputs(size=size)})


def at_once(tasks) -> list[object]:
    """Run the tasks together; results or the errors they raised, in their order."""
    gate = Barrier(len(tasks))

    def run(task):
        gate.wait(10)
        try:
            return task()
        except Exception as error:
            return error
        finally:
            connection.close()

    with ThreadPoolExecutor(len(tasks)) as pool:
        return list(pool.map(run, tasks))


def test_of_two_edits_against_the_same_state_one_wins_and_one_is_told(making):
    results = at_once([lambda size=size: MAKINGS.edit(making.pk, 0, sized(size)) for size in "BF"])
    told = [result for result in results if isinstance(result, journal.Moved)]
    assert len(told) == 1
    assert Making.objects.get(pk=making.pk).pointer == 1
    assert Entry.objects.filter(making=making).count() == 2


def test_no_edit_is_lost_when_everybody_asks_again(making):
    def insist(size: str):
        def run():
            while True:
                at = Making.objects.get(pk=making.pk).pointer
                try:
                    return MAKINGS.edit(making.pk, at, sized(size))
                except journal.Moved:
                    continue

        return run

    results = at_once([insist(size) for size in "ABCEFG"])
    assert not [result for result in results if isinstance(result, Exception)]
    numbers = list(Entry.objects.filter(making=making).values_list("number", flat=True))
    assert numbers == list(range(7))
    said = set(Entry.objects.filter(making=making, number__gt=0).values_list("what", flat=True))
    assert said == {f"Chose size {size}" for size in "ABCEFG"}


def test_old_entries_are_let_go_in_the_end(making, monkeypatch):
    monkeypatch.setattr(journal, "KEPT", 5)
    for at in range(12):
        MAKINGS.edit(making.pk, at, sized("AB"[at % 2]))
    numbers = list(Entry.objects.filter(making=making).values_list("number", flat=True))
    assert numbers == [7, 8, 9, 10, 11, 12]
    making.refresh_from_db()
    for _ in range(5):
        making = MAKINGS.undo(making.pk, making.pointer)
    assert MAKINGS.neighbours(making)[0] is None
