"""Searches as jobs: handed in, worked off, stopped, taken up again, never another person's."""

import json
import os
import signal
import time

import pytest
from django.contrib.auth.models import User
from django.db.models.functions import Now

from craft.errors import CraftError
from craft.seek.perform import perform
from craft.seek.task import Found, LayTask
from tests.workroom.laying import begin, look, searched, work
from workroom.jobs import child, execution, worker
from workroom.jobs.job_requests import KEPT, MOST_OPEN, hand_in
from workroom.jobs.messages import HOLD
from workroom.jobs.scheduling import OpenJob, chosen
from workroom.jobs.worker import Worker
from workroom.records.models import Job, Making


@pytest.mark.server
def test_a_search_waits_runs_and_is_done(ready):
    search = begin(ready)
    assert (search["state"], search["best"]) == ("waiting", None)
    assert work()
    done = look(ready, search)
    assert (done["state"], done["share"], done["sentence"]) == ("done", 1.0, "")
    lay = done["best"]["sought"]
    assert len(lay["placements"]) == len(done["placed"]) > 4
    assert [j["findings"] for j in done["placed"] if j["findings"]] == []
    assert done["best"]["buy"]["value"] >= lay["length"]
    assert not work()


def test_several_ways_are_compared(ready):
    variants = [{"fold": "single"}, {"fold": "lengthwise"}, {"fold": "lengthwise", "width": 900}]
    tried = searched(ready, variants=variants, seconds=1.5)["found"]["tried"]
    assert [(each["variant"]["fold"], each["variant"]["width"]) for each in tried] == [
        ("single", None), ("lengthwise", None), ("lengthwise", 900.0),
    ]  # fmt: skip
    assert all(each["takes"] for each in tried)


def test_whether_the_cloth_owned_is_enough(ready):
    fits = searched(ready, kind="fits", seconds=2)["found"]["fits"]
    # The flannel is 1.5 m, the waistcoat takes less than one.
    assert fits["fits"]
    assert "will be left" in fits["sentence"]


@pytest.mark.server
def test_stopped_before_it_began_it_never_runs(ready):
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}/stop"
    assert ready.call("POST", path)["state"] == "stopped"
    assert not work()


@pytest.mark.server
def test_stopped_while_running_the_best_is_kept(ready):
    search = begin(ready, seconds=60)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}/stop"
    begun = time.monotonic()

    def stop_once_there_is_a_lay() -> bool:
        if look(ready, search)["best"] and time.monotonic() - begun > 0.5:
            ready.call("POST", path)
        return False

    work(stop_once_there_is_a_lay)
    assert time.monotonic() - begun < 20
    done = look(ready, search)
    assert done["state"] == "stopped"
    assert done["best"]["sought"]["placements"]


def test_a_process_that_hears_nothing_is_ended_all_the_same(ready, monkeypatch):
    def deaf(order, say, keep_going, now):
        say({"found": json.dumps({"tried": [{"variant": {}, "takes": 5.0}]})})
        time.sleep(60)

    monkeypatch.setattr(child, "execute", deaf)
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}/stop"
    begun = time.monotonic()
    work(lambda: bool(ready.call("POST", path)) and False)
    assert time.monotonic() - begun < 10
    assert (look(ready, search)["state"], look(ready, search)["best"]["takes"]) == ("stopped", 5.0)


def test_one_that_crashes_is_tried_again_and_then_given_up(ready, monkeypatch):
    monkeypatch.setattr(child, "execute", lambda *_: os.kill(os.getpid(), signal.SIGKILL))
    over = searched(ready)
    assert (over["state"], Job.objects.get(pk=over["id"]).taken_up) == ("failed", worker.TAKEN_UP)
    assert "given up" in over["sentence"]


@pytest.mark.server
def test_a_newer_search_for_the_same_cloth_ends_the_older(ready):
    old, new = begin(ready), begin(ready)
    lining = begin(ready, role="lining")
    assert [Job.objects.get(pk=each["id"]).stop for each in (old, new, lining)] == [
        True, False, False,
    ]  # fmt: skip


@pytest.mark.server
def test_what_a_dead_worker_left_is_taken_up_again_with_its_best(ready):
    search = searched(ready)
    before = search["best"]
    # As a worker leaves it that is killed in the middle, with a lay no search will beat.
    found = json.loads(Job.objects.get(pk=search["id"]).found)
    found["tried"][0]["takes"] = 1.0
    Job.objects.update(state="running", found=json.dumps(found), beat=None)
    Worker().take_up_again()
    assert (look(ready, search)["state"], Job.objects.get().taken_up) == ("waiting", 1)
    work()
    after = look(ready, search)
    assert (after["state"], after["best"]["takes"]) == ("done", 1.0)
    assert after["best"]["sought"] == before["sought"]


def another(ready, owner: str, **more) -> Job:
    """The same search, of somebody else."""
    first = Job.objects.filter(making=ready.head["id"]).first()
    return Job.objects.create(
        owner=User.objects.get(username=owner), making=first.making, role="main", at=first.at,
        inputs=first.inputs, task=LayTask(role="main", **more).model_dump_json(),
    )  # fmt: skip


def test_people_take_turns_and_each_soon_sees_a_lay(ready, stranger, monkeypatch):
    monkeypatch.setattr("workroom.jobs.scheduling.TURN", 0.1)
    long = begin(ready, seconds=2)
    other = another(ready, "stranger", seconds=0.5)
    seen = []

    def note() -> bool:
        seen.append((look(ready, long)["state"], Job.objects.get(pk=other.pk).state))
        return False

    work(note)
    assert ("running", "done") in seen  # the shorter one is over first
    assert look(ready, long)["state"] == "done"
    assert Job.objects.get(pk=other.pk).found


@pytest.mark.server
def test_when_there_are_too_many_one_makes_room_and_goes_on(ready, stranger, monkeypatch):
    monkeypatch.setattr(worker, "MOST", 1)
    monkeypatch.setattr(worker, "LOOK", 0.0)
    long = begin(ready, seconds=2)
    other = another(ready, "stranger", seconds=0.5)
    states = []

    def note() -> bool:
        states.append(look(ready, long)["state"])
        return False

    while work(note):
        pass
    assert "waiting" in states
    assert (look(ready, long)["state"], Job.objects.get(pk=other.pk).state) == ("done", "done")


def test_turns_are_fair():
    """Ten people and one with four searches: in the long run everybody has worked as much as the others."""
    at_work: dict[int, float] = {}
    jobs = [(pk, pk if pk < 10 else 10) for pk in range(14)]
    used, served, begun = dict.fromkeys(range(14), 0.0), dict.fromkeys(range(14), 0.0), {}
    for tick in range(20_000):
        now = tick * 0.05
        standing = [
            OpenJob(pk, owner, used[pk] == 0, used[pk], 1e6 - used[pk], served[pk], begun.get(pk))
            for pk, owner in jobs
        ]
        now_at_work = chosen(standing, now, 2)
        begun = {pk: begun.get(pk, now) for pk in now_at_work}
        for pk in now_at_work:
            used[pk] += 0.05
            served[pk] = now
            owner = dict(jobs)[pk]
            at_work[owner] = at_work.get(owner, 0.0) + 0.05
    assert max(at_work.values()) < 1.05 * min(at_work.values())


def test_an_archive_is_never_held_up_and_one_is_enough(ready, stranger, monkeypatch):
    """What it has locked everybody waits for: it is asked to wait, not stopped, while somebody waits for a
    first lay."""
    monkeypatch.setattr("workroom.jobs.child.os.execv", lambda *_: time.sleep(60))
    monkeypatch.setattr("workroom.jobs.scheduling.TURN", 0.02)
    begin(ready, seconds=20)
    another(ready, "stranger", seconds=20)
    for kind in ("export", "import"):
        Job.objects.create(owner=User.objects.get(username="stranger"), kind=kind, key=kind, at=0)
    worker, held, asked = Worker(), [], []
    worker.cores = 1
    try:
        end = time.monotonic() + 30
        while (not asked or asked[-1] or len(held) < 60) and time.monotonic() < end:
            worker.step()
            held.append({each.order.kind: each.since is None for each in worker.children.values()})
            asked.append(any(each.archives and each._shared[HOLD] for each in worker.children.values()))
            time.sleep(0.01)
        writer = next(each for each in worker.children.values() if each.archives)
        writer.closed = True  # it has ended
        worker.step(rung=False)
        after = [each.order.kind for each in worker.children.values() if each.archives]
    finally:
        worker.leave()
    assert any(each.get("lay") for each in held)
    assert [each.keys() & {"export", "import"} for each in held] == [{"export"}] * len(held)
    assert not any(each["export"] for each in held)
    assert asked[0]
    assert not asked[-1]  # both show something
    assert after == ["import"]


@pytest.mark.server
def test_so_many_searches_a_person_and_no_more(ready):
    making = Making.objects.get(pk=ready.head["id"])
    begin(ready)
    for number in range(MOST_OPEN - 1):
        hand_in(making, LayTask(role="lining" if number else "interfacing"), 3)
        Job.objects.filter(role="lining").update(role=f"other {number}")
    assert "are open already" in begin(ready, role="lining")["refused"]["sentence"]
    assert begin(ready)["state"] == "waiting"  # in place of the one for the same cloth
    with pytest.raises(CraftError, match="401 things"):
        hand_in(making, LayTask(role="main"), 401)


def test_a_page_that_is_loaded_again_finds_its_search(ready):
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches"
    lining = begin(ready, role="lining")
    found = ready.call("GET", path)["open"]
    assert [(each["id"], each["ahead"]) for each in found] == [(search["id"], 0), (lining["id"], 1)]
    work()
    assert ready.call("GET", path)["open"] == []


def test_a_job_is_in_a_group_of_its_own_so_that_nobody_is_hung_up_when_it_is_held_up(ready):
    begin(ready, seconds=30)
    at_work = Worker()
    at_work.step()
    try:
        groups = {each.pid: os.getpgid(each.pid) for each in at_work.children.values()}
        assert groups
        assert all(pid == group != os.getpgrp() for pid, group in groups.items())
    finally:
        at_work.leave()


@pytest.mark.server
def test_who_has_the_name_of_one_that_died_takes_its_jobs_up_at_once(ready):
    search = begin(ready)
    heir = Worker("workshop:1")
    Job.objects.update(state="running", held_by=heir.name, beat=Now())
    heir.take_up_again()
    assert look(ready, search)["state"] == "waiting"


def test_one_whose_worker_died_while_it_was_being_stopped_is_over(ready):
    search = begin(ready)
    Job.objects.update(state="running", stop=True, beat=None)
    Worker().take_up_again()
    work()
    assert look(ready, search)["state"] == "stopped"


@pytest.mark.server
def test_left_too_often_it_is_given_up_with_a_sentence(ready):
    search = begin(ready)
    Job.objects.update(state="running", taken_up=worker.TAKEN_UP)
    Worker().take_up_again()
    given_up = look(ready, search)
    assert given_up["state"] == "failed"
    assert "given up" in given_up["sentence"]


def test_a_worker_that_ends_leaves_the_job_for_the_next(ready):
    search = begin(ready, seconds=30)
    work(lambda: bool(look(ready, search)["best"]))
    assert look(ready, search)["state"] == "waiting"
    assert look(ready, search)["best"]


def test_what_cannot_be_laid_is_said(ready):
    job = Job.objects.get(pk=begin(ready)["id"])
    inputs = json.loads(job.inputs)
    inputs["cloth"]["cloths"]["main"]["width"] = 150
    Job.objects.filter(pk=job.pk).update(inputs=json.dumps(inputs))
    work()
    done = look(ready, {"id": job.pk})
    assert "wider than the cloth" in done["found"]["tried"][0]["refused"]
    assert done["best"] is None


def test_a_fault_of_ours_is_a_sentence_too(ready, monkeypatch):
    search = begin(ready)

    def broken(*_):
        raise RuntimeError("as if")

    monkeypatch.setattr(child, "execute", broken)
    work()
    assert look(ready, search)["sentence"].startswith("This failed.")


def test_a_search_that_lacks_memory_ends_with_its_best_lay_and_a_sentence(ready, monkeypatch):
    """With what was found between two writes too; one that found nothing has failed."""
    for found, state, sentence in (
        (True, "done", "The search ran out of memory and ended with the best lay it had found."),
        (
            False,
            "failed",
            "This asks for more memory than one job may have. Try it with fewer pieces.",
        ),
    ):
        search = begin(ready)

        def lacking(*given, found=found):
            if found:
                yield next(iter(perform(*given)))
            raise MemoryError

        monkeypatch.setattr(execution, "perform", lacking)
        work()
        seen = look(ready, search)
        assert (seen["state"], seen["sentence"]) == (state, sentence)
        assert (seen["best"] is not None) == found


@pytest.mark.server
def test_old_searches_are_let_go(ready):
    making = Making.objects.get(pk=ready.head["id"])
    for _ in range(KEPT + 5):
        hand_in(making, LayTask(role="main"), 3)
        Job.objects.update(state="done")
    assert making.jobs.count() <= KEPT + 1


@pytest.mark.server
def test_searches_are_never_another_persons(ready, stranger):
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}"
    for method, address in (("GET", path), ("POST", path + "/stop")):
        assert stranger.call(method, address, status=404)["sentence"].startswith("There is no such")
    missing = f"/makings/{ready.head['id']}/lay/searches/99999"
    assert ready.call("GET", missing, status=404)["sentence"].startswith("There is no such")


def test_the_rehearsal_through_the_api(ready):
    lay = searched(ready)["best"]["sought"]
    path = f"/makings/{ready.head['id']}/lay/rehearsal/main"
    assert not ready.call("GET", path)["complete"]
    ready.edit("lay", role="main", placements=lay["placements"])
    rehearsed = ready.call("GET", path)
    assert rehearsed["complete"]
    assert {piece["hand"] for piece in rehearsed["pieces"]} <= {"left", "right", "whole"}
    assert any("bust" in each["measurement"] for each in rehearsed["finished"])


@pytest.mark.server
def test_looking_costs_few_queries(ready, django_assert_max_num_queries):
    search = searched(ready)
    with django_assert_max_num_queries(8):
        look(ready, search)
    assert Found.model_validate_json(Job.objects.get(pk=search["id"]).found).tried


@pytest.mark.server
def test_a_piece_put_down_is_one_request(ready):
    placements = searched(ready)["best"]["sought"]["placements"]
    ready.edit("lay", role="main", placements=placements)
    held = {**placements[0], "x": placements[0]["x"] + 900}
    answer = ready.edit("lay/drop", role="main", placement=held)
    head, stage = answer["head"], answer["stage"]
    assert head["undo"] == f"Moved piece {held['item']} on the main"
    assert stage == ready.call("GET", f"/makings/{head['id']}/lay")
    there = {j["placement"]["item"]: j["placement"] for j in stage["lays"][0]["placed"]}
    assert there[held["item"]]["x"] == held["x"]
    assert set(there) == {p["item"] for p in placements}
    # What the finding offers is done before it is put down; a piece that is not there is a sentence.
    ready.head = head
    over = ready.edit("lay/drop", role="main", placement=held, fix="turn over")["stage"]
    turned = {j["placement"]["item"]: j["placement"]["over"] for j in over["lays"][0]["placed"]}
    assert turned[held["item"]] != held["over"]
    ready.head = ready.call("GET", f"/makings/{head['id']}")
    gone = ready.edit("lay/drop", role="main", placement={**held, "item": "99.1"})["refused"]
    assert gone["sentence"] == "That piece is not on this cloth any more."


def test_pinned_and_cut_pieces_keep_their_place(ready):
    placements = searched(ready)["best"]["sought"]["placements"]
    ready.edit("lay", role="main", placements=placements)
    pin, cut = placements[0], placements[1]
    ready.edit("lay/held", role="main", pins=[pin["item"]], cut=[cut["item"]])
    assert ready.head["undo"] == "Noted what is cut already"
    again = searched(ready, seed=5)
    found = {p["item"]: p for p in again["best"]["sought"]["placements"]}
    assert (found[pin["item"]], found[cut["item"]]) == (pin, cut)
    assert len(found) == len(placements)
    assert [j["findings"] for j in again["placed"] if j["findings"]] == []
    refused = ready.edit("lay/held", role="main", pins=["99.1"])["refused"]
    assert refused["sentence"] == "Piece 99.1 does not lie on the main yet."


def test_squared_off_everything_else_lies_behind_what_is_cut(ready):
    placed = searched(ready)["placed"]
    first = min(placed, key=lambda each: each["box"][2])
    ready.edit("lay", role="main", placements=[each["placement"] for each in placed])
    ready.edit("lay/held", role="main", cut=[first["placement"]["item"]], squared=True)
    lay = ready.call("GET", f"/makings/{ready.head['id']}/lay")["lays"][0]
    spoilt = [f for f in lay["findings"] if "no cloth" in f["what"]]
    assert spoilt
    for each in searched(ready)["placed"]:
        if each["placement"]["item"] != first["placement"]["item"]:
            assert each["box"][0] >= first["box"][2] - 1e-6
        assert [f for f in each["findings"] if f["weight"] == "fault"] == []


def test_liberties_and_the_one_way_school_through_the_api(ready):
    ready.edit("lay/rules", liberties={"2": {"across": True}}, one_way=True)
    assert ready.head["inputs"]["lay"]["liberties"]["2"]["across"]
    assert ready.head["undo"] == "Changed what a piece may do"


def test_only_one_worker_has_the_lock(tmp_path):
    path = tmp_path / "worker.lock"
    with path.open("w") as one, path.open("w") as two:
        assert worker._locked(one)
        assert not worker._locked(two)
    with path.open("w") as three:
        assert worker._locked(three)
