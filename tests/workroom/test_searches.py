"""Searches as jobs: handed in, worked off, stopped, taken up again, never another person's."""

import json
import time

from django.contrib.auth.models import User
from django.db import connection

from craft.seek.task import Found, LayTask
from tests.workroom.laying import begin, look
from workroom.jobs import worker
from workroom.jobs.desk import KEPT, hand_in
from workroom.jobs.worker import take_up_again, work_once
from workroom.records.models import Job, Making


def test_a_search_waits_runs_and_is_done(ready):
    search = begin(ready)
    assert (search["state"], search["best"]) == ("waiting", None)
    assert work_once()
    done = look(ready, search)
    assert (done["state"], done["share"], done["sentence"]) == ("done", 1.0, "")
    lay = done["best"]["sought"]
    assert len(lay["placements"]) == len(done["placed"]) > 4
    assert [j["findings"] for j in done["placed"] if j["findings"]] == []
    assert done["best"]["buy"]["value"] >= lay["length"]
    assert not work_once()


def test_several_ways_are_compared(ready):
    variants = [{"fold": "single"}, {"fold": "lengthwise"}, {"fold": "lengthwise", "width": 900}]
    search = begin(ready, variants=variants, seconds=1.5)
    work_once()
    tried = look(ready, search)["found"]["tried"]
    assert [(each["variant"]["fold"], each["variant"]["width"]) for each in tried] == [
        ("single", None), ("lengthwise", None), ("lengthwise", 900.0),
    ]  # fmt: skip
    assert all(each["takes"] for each in tried)


def test_whether_the_cloth_owned_is_enough(ready):
    search = begin(ready, kind="fits", seconds=2)
    work_once()
    fits = look(ready, search)["found"]["fits"]
    # The flannel is 1.5 m, the waistcoat takes less than one.
    assert fits["fits"]
    assert "will be left" in fits["said"]


def test_stopped_before_it_began_it_never_runs(ready):
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}/stop"
    assert ready.call("POST", path)["state"] == "stopped"
    assert not work_once()


def test_stopped_while_running_the_best_is_kept(ready, monkeypatch):
    search = begin(ready, seconds=60)
    seen = worker._Watch.keep_going

    def stop_after_a_second(self):
        if time.monotonic() - self.begun > 1:
            Job.objects.filter(pk=self.pk).update(stop=True)
        return seen(self)

    monkeypatch.setattr(worker._Watch, "keep_going", stop_after_a_second)
    begun = time.monotonic()
    work_once()
    assert time.monotonic() - begun < 20
    done = look(ready, search)
    assert done["state"] == "stopped"
    assert done["best"]["sought"]["placements"]


def test_a_newer_search_for_the_same_cloth_ends_the_older(ready):
    old, new = begin(ready), begin(ready)
    lining = begin(ready, role="lining")
    assert [Job.objects.get(pk=each["id"]).stop for each in (old, new, lining)] == [
        True, False, False,
    ]  # fmt: skip


def test_what_a_dead_worker_left_is_taken_up_again_with_its_best(ready):
    search = begin(ready)
    work_once()
    before = look(ready, search)["best"]
    # As a worker leaves it that is killed in the middle, with a lay no search will beat.
    found = json.loads(Job.objects.get(pk=search["id"]).found)
    found["tried"][0]["takes"] = 1.0
    Job.objects.update(state="running", found=json.dumps(found))
    take_up_again()
    assert (look(ready, search)["state"], look(ready, search)["taken_up"]) == ("waiting", 1)
    work_once()
    after = look(ready, search)
    assert (after["state"], after["best"]["takes"]) == ("done", 1.0)
    assert after["best"]["sought"] == before["sought"]


def test_a_long_search_makes_room_for_another_person_and_goes_on(ready, stranger, monkeypatch):
    monkeypatch.setattr(worker, "TURN", 0.3)
    long = begin(ready, seconds=4)
    first = Job.objects.get(pk=long["id"])
    owner = User.objects.get(username="stranger")
    other = Job.objects.create(
        owner=owner, making=first.making, role="main", at=first.at, inputs=first.inputs,
        task=LayTask(role="main", seconds=0.6).model_dump_json(),
    )  # fmt: skip
    work_once()
    first.refresh_from_db()
    assert first.state == "waiting"
    assert 0.3 <= first.spent < 3
    best = look(ready, long)["best"]["takes"]
    work_once()  # now it is the other one's turn
    other.refresh_from_db()
    assert other.found
    states = []
    while work_once():
        other.refresh_from_db()
        states.append((other.state, look(ready, long)["state"]))
    assert ("done", "waiting") in states  # the shorter one is over first
    done = look(ready, long)
    assert done["state"] == "done"
    assert done["best"]["takes"] <= best + 1e-9


def test_left_too_often_it_is_given_up_with_a_sentence(ready):
    search = begin(ready)
    Job.objects.update(state="running", taken_up=worker.TAKEN_UP)
    take_up_again()
    given_up = look(ready, search)
    assert given_up["state"] == "failed"
    assert "given up" in given_up["sentence"]


def test_a_worker_whose_parent_goes_leaves_the_job_for_the_next(ready):
    search = begin(ready, seconds=30)
    begun = time.monotonic()
    work_once(gone=lambda: time.monotonic() - begun > 1.5)
    assert look(ready, search)["state"] == "running"
    take_up_again()
    assert look(ready, search)["state"] == "waiting"


def test_what_cannot_be_laid_is_said(ready):
    job = Job.objects.get(pk=begin(ready)["id"])
    inputs = json.loads(job.inputs)
    inputs["cloth"]["cloths"]["main"]["width"] = 150
    Job.objects.filter(pk=job.pk).update(inputs=json.dumps(inputs))
    work_once()
    done = look(ready, {"id": job.pk})
    assert "wider than the cloth" in done["found"]["tried"][0]["refused"]
    assert done["best"] is None


def test_a_fault_of_ours_is_a_sentence_too(ready, monkeypatch):
    search = begin(ready)

    def broken(*_):
        raise RuntimeError("as if")

    monkeypatch.setattr(worker, "perform", broken)
    work_once()
    assert look(ready, search)["sentence"].startswith("The search failed.")


def test_old_searches_are_let_go(ready):
    making = Making.objects.get(pk=ready.head["id"])
    for _ in range(KEPT + 5):
        hand_in(making, LayTask(role="main"))
        Job.objects.update(state="done")
    assert making.jobs.count() <= KEPT + 1


def test_searches_are_never_another_persons(ready, stranger):
    search = begin(ready)
    path = f"/makings/{ready.head['id']}/lay/searches/{search['id']}"
    for method, address in (("GET", path), ("POST", path + "/stop")):
        assert stranger.call(method, address, status=404)["sentence"].startswith("There is no such")
    missing = f"/makings/{ready.head['id']}/lay/searches/99999"
    assert ready.call("GET", missing, status=404)["sentence"].startswith("There is no such")


def test_the_rehearsal_through_the_api(ready):
    search = begin(ready)
    work_once()
    lay = look(ready, search)["best"]["sought"]
    path = f"/makings/{ready.head['id']}/lay/rehearsal/main"
    assert not ready.call("GET", path)["complete"]
    ready.edit("lay", role="main", placements=lay["placements"])
    rehearsed = ready.call("GET", path)
    assert rehearsed["complete"]
    assert {piece["hand"] for piece in rehearsed["pieces"]} <= {"left", "right", "whole"}
    assert any("bust" in each["measurement"] for each in rehearsed["finished"])


def test_looking_costs_few_queries(ready, django_assert_max_num_queries):
    search = begin(ready)
    work_once()
    look(ready, search)
    with django_assert_max_num_queries(8):
        look(ready, search)
    assert Found.model_validate_json(Job.objects.get(pk=search["id"]).found).tried
    assert connection.vendor == "sqlite"


def test_a_piece_put_down_is_one_request(ready):
    search = begin(ready)
    work_once()
    placements = look(ready, search)["best"]["sought"]["placements"]
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
    search = begin(ready)
    work_once()
    placements = look(ready, search)["best"]["sought"]["placements"]
    ready.edit("lay", role="main", placements=placements)
    pin, cut = placements[0], placements[1]
    ready.edit("lay/held", role="main", pins=[pin["item"]], cut=[cut["item"]])
    assert ready.head["undo"] == "Noted what is cut already"
    again = begin(ready, seed=5)
    work_once()
    found = {p["item"]: p for p in look(ready, again)["best"]["sought"]["placements"]}
    assert (found[pin["item"]], found[cut["item"]]) == (pin, cut)
    assert len(found) == len(placements)
    assert [j["findings"] for j in look(ready, again)["placed"] if j["findings"]] == []
    refused = ready.edit("lay/held", role="main", pins=["99.1"])["refused"]
    assert refused["sentence"] == "Piece 99.1 does not lie on the main yet."


def test_squared_off_everything_else_lies_behind_what_is_cut(ready):
    search = begin(ready)
    work_once()
    placed = look(ready, search)["placed"]
    first = min(placed, key=lambda each: each["box"][2])
    ready.edit("lay", role="main", placements=[each["placement"] for each in placed])
    ready.edit("lay/held", role="main", cut=[first["placement"]["item"]], squared=True)
    lay = ready.call("GET", f"/makings/{ready.head['id']}/lay")["lays"][0]
    spoilt = [f for f in lay["findings"] if "no cloth" in f["what"]]
    assert spoilt
    again = begin(ready)
    work_once()
    for each in look(ready, again)["placed"]:
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
