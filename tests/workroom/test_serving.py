"""The web process, the queue in it, and what is kept alive; on real sockets and processes."""

import os
import signal
import socket
import sys
import threading
import time
import urllib.request
from collections import Counter
from contextlib import ExitStack
from io import BytesIO

import pytest
from django.http import HttpResponse
from django.test import RequestFactory
from hypothesis import given
from hypothesis import strategies as st

from tools.hold_bench.processes import children, named
from tools.served import launched
from workroom.answers.health import SILENT as SILENT_FOR_THE_CURIOUS
from workroom.jobs import worker
from workroom.network.port_holder import holder, used
from workroom.reading import reader_limit
from workroom.serving import http_server, kept
from workroom.serving.__main__ import ANSWER, DEAF, listening, touched
from workroom.serving.fair_queue import AT_ONCE, EACH, WAITING, Busy, FairQueue, Turns, Who
from workroom.serving.kept import Kept


def until(done, seconds: float = 20.0):
    end = time.monotonic() + seconds
    while not (got := done()):
        assert time.monotonic() < end, "waited in vain"
        time.sleep(0.02)
    return got


@pytest.fixture(scope="module")
def workroom():
    with launched() as made:
        yield made


def read(made, path: str = "/api/session", within: float = 20.0) -> bytes:
    with urllib.request.urlopen(made.address + path, timeout=within) as got:
        return got.read()


def caller(made) -> socket.socket:
    return socket.create_connection(("127.0.0.1", int(made.address.rpartition(":")[2])), timeout=20)


def web_of(made) -> int:
    """The process that answers; 0 while there is none."""
    server = named(made.launcher.pid, "gunicorn")
    return max(set(children(server)) - {server}, default=0) if server else 0


def test_who_sends_slowly_holds_nobody_up(workroom):
    with ExitStack() as open_:
        for number in range(120):
            one = open_.enter_context(caller(workroom))
            head = b"POST /api/session/demo HTTP/1.1\r\nHost: x\r\nContent-Length: 1000\r\n\r\nabc"
            one.sendall(head if number % 2 else b"GET / HT")
        begun = time.monotonic()
        assert read(workroom)
        assert time.monotonic() - begun < 5  # they never end


def test_long_heads_and_bodies_are_not_taken_in(workroom):
    for sent, status in (
        (b"POST / HTTP/1.1\r\nContent-Length: 64000001\r\n\r\nx", b" 413 "),
        (b"GET / HTTP/1.1\r\n" + b"X: " + b"y" * 40_000 + b"\r\n\r\n", b" 431 "),
    ):
        with caller(workroom) as one:
            one.sendall(sent)
            assert status in one.recv(1000)[:40]


def test_whoever_is_inside_is_answered_when_the_web_process_is_told_to_end(workroom):
    """And whoever comes then is answered by the next."""
    head = b"POST /api/session/demo HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 10\r\n\r\n"
    with caller(workroom) as inside:
        inside.sendall(head + b"12345")
        before = web_of(workroom)
        time.sleep(0.5)
        os.kill(before, signal.SIGTERM)
        time.sleep(0.5)
        inside.sendall(b"67890")
        assert inside.recv(100).startswith(b"HTTP/1.1 403")  # nobody has given it a token
    until(lambda: web_of(workroom) not in (0, before))
    assert read(workroom)


@pytest.mark.parametrize("harm", [signal.SIGKILL, signal.SIGSTOP])
@pytest.mark.parametrize("which", [web_of, lambda made: named(made.launcher.pid, "gunicorn")])
def test_a_web_process_that_is_killed_or_frozen_is_followed_by_another(workroom, harm, which):
    until(lambda: web_of(workroom))  # all is at work
    before = which(workroom)
    os.kill(before, harm)
    assert workroom.up(within=60) < 15
    if harm == signal.SIGKILL or which is web_of:
        until(lambda: which(workroom) not in (0, before))
    else:  # the one that answers still does
        os.kill(before, signal.SIGCONT)


def test_nothing_is_left_when_the_launcher_is_killed():
    with launched() as made:
        below = children(made.launcher.pid)
        assert len(below) == 4
        made.launcher.kill()
        made.launcher.wait()
        until(lambda: not any(os.path.exists(f"/proc/{pid}") for pid in below))


def ask(queue: FairQueue, address: str, said: list[int]) -> threading.Thread:
    request = RequestFactory().get("/", REMOTE_ADDR=address)
    thread = threading.Thread(target=lambda: said.append(queue(request).status_code))
    thread.start()
    return thread


def test_nobody_waits_for_one_who_asks_for_everything():
    let_go, inside = threading.Event(), Counter()

    def answer(request):
        inside[request.META["REMOTE_ADDR"]] += 1
        if request.META["REMOTE_ADDR"] == "greedy":
            let_go.wait(10)
        return HttpResponse()

    queue, greedy, modest = FairQueue(answer), [], []
    asking = [ask(queue, "greedy", greedy) for _ in range(EACH + WAITING)]
    until(lambda: sum(each.is_alive() for each in asking) == EACH + WAITING == len(asking))
    until(lambda: inside["greedy"] == EACH)
    until(lambda: len(queue.turns._waiting) == WAITING)
    ask(queue, "greedy", greedy).join(5)
    assert greedy == [503]
    ask(queue, "modest", modest).join(5)
    assert (modest, inside["greedy"]) == ([200], EACH)
    let_go.set()
    for each in asking:
        each.join(5)
    assert Counter(greedy) == {503: 1, 200: EACH + WAITING}


def test_each_waits_long_enough_for_the_other():
    """One missed sign of life is not death; the web server replaces its own before it is replaced."""
    assert worker.EVERY == kept.EVERY
    assert 3 * worker.EVERY < kept.SILENT < SILENT_FOR_THE_CURIOUS
    assert http_server.timeout + kept.EVERY < DEAF - ANSWER


@pytest.mark.parametrize(
    ("https", "address", "said", "is_"),
    [("sewing.example", "127.0.0.1", "10.0.0.9, 192.168.1.5", "192.168.1.5"),
     ("sewing.example", "127.0.0.1", "", "127.0.0.1"),
     ("sewing.example", "192.168.1.7", "10.0.0.9", "192.168.1.7"),
     ("", "127.0.0.1", "10.0.0.9", "127.0.0.1")],
)  # fmt: skip
def test_only_the_web_server_before_us_says_whom_it_answers(monkeypatch, https, address, said, is_):
    seen = []

    def django(environ, _):
        seen.append((environ["REMOTE_ADDR"], environ["wsgi.input"].read()))
        return []

    monkeypatch.setattr(http_server, "HTTPS", https)
    monkeypatch.setattr(http_server, "get_wsgi_application", lambda: django)
    environ = {"PATH_INFO": "/", "REMOTE_ADDR": address, "HTTP_X_FORWARDED_FOR": said,
               "CONTENT_LENGTH": "3", "wsgi.input": BytesIO(b"12345")}  # fmt: skip
    http_server.application()(environ, None)
    assert seen == [(is_, b"123")]  # as much as was announced


@pytest.mark.parametrize("length", [http_server.LARGEST + 1, "many", "-1"])
def test_what_says_that_it_is_longer_than_anything_is_not_read(length):
    said = []
    environ = {"PATH_INFO": "/", "REMOTE_ADDR": "", "CONTENT_LENGTH": str(length), "wsgi.input": None}
    http_server.application()(environ, lambda status, _: said.append(status))
    assert said == ["413 Content Too Large"]


@given(st.lists(st.tuples(st.sampled_from("ABC"), st.sampled_from("xyz")), max_size=40))
def test_who_has_least_at_work_goes_first_and_everybody_goes(asked):
    turns, at_work, taken = Turns(), [], []
    turns._waiting = [(object(), Who(*each)) for each in asked]
    while turns._waiting or at_work:
        one = turns.next()
        if one is None:  # all places are taken, or whoever waits has enough
            turns._at_work -= Counter([at_work.pop(0)])
            continue
        here = Counter(each.address for each in at_work)
        for _, other in turns._waiting:
            if at_work.count(other) < EACH:
                assert here[one[1].address] <= here[other.address]
        turns._waiting.remove(one)
        turns._at_work[one[1]] += 1
        at_work.append(one[1])
        taken.append(one[1])
        assert len(at_work) <= AT_ONCE
        assert at_work.count(one[1]) <= EACH
    assert Counter(taken) == Counter(Who(*each) for each in asked)


def test_one_who_waits_for_too_much_is_told_so_and_a_failure_leaves_its_place():
    turns, who = Turns(), Who("A", "x")
    with pytest.raises(ZeroDivisionError), turns.turn(who):
        raise ZeroDivisionError
    assert not turns._at_work
    turns._waiting = [(object(), who)] * WAITING
    with pytest.raises(Busy), turns.turn(who):
        pass
    assert http_server.threads > 4 * (EACH + WAITING)  # there are threads for many others


def script(tmp_path, text: str) -> list[str]:
    path = tmp_path / "kept.py"
    path.write_text("import os, sys, time\nfrom pathlib import Path\n" + text)
    return [sys.executable, str(path), str(tmp_path / "beat")]


BEATING = """
while True:
    Path(sys.argv[1]).touch()
    time.sleep(0.02)
"""


@pytest.fixture
def quick(monkeypatch):
    monkeypatch.setattr(kept, "EVERY", 0.1)
    monkeypatch.setattr(kept, "SILENT", 1.5)


def test_a_process_that_dies_or_freezes_is_started_anew(tmp_path, quick):
    said: list[str] = []
    one = Kept("It", script(tmp_path, BEATING), touched(tmp_path / "beat"), tell=said.append)

    def at_work() -> bool:
        one.look(time.monotonic())
        return one.at_work

    for harm in (signal.SIGKILL, signal.SIGSTOP):
        until(at_work)
        before = one.process.pid
        os.kill(before, harm)
        until(lambda: at_work() and one.process.pid != before)  # noqa: B023
    assert ["signal 9" in said[0], "no sign of life" in said[1], len(said)] == [True, True, 2]
    pid = one.process.pid
    one.ask_to_end()
    one.end(5)
    assert not os.path.exists(f"/proc/{pid}")


def test_it_is_silent_from_its_last_sign_on(tmp_path):
    signs, said = [True], []
    one = Kept("It", script(tmp_path, "time.sleep(60)"), lambda _: signs[0], tell=said.append)
    moments = [kept.EVERY * k for k in range(20)]
    for now in moments:
        one.look(now)
    assert (one.at_work, said) == (True, [])
    signs[0] = False
    for ahead, silent in ((kept.SILENT - 0.1, False), (kept.SILENT + kept.EVERY + 0.1, True)):
        one.look(moments[-1] + ahead)
        assert bool(said) is silent
    one.end(0)


def test_what_another_left_behind_is_no_sign_of_life(tmp_path):
    file = tmp_path / "beat"
    file.touch()
    lives, began = touched(file), time.time() + 10
    assert not lives(began)
    os.utime(file, (began + 1, began + 1))
    assert [lives(began), lives(began)] == [True, False]


def test_one_that_takes_long_to_begin_is_waited_for_but_not_for_ever(tmp_path, quick, monkeypatch):
    monkeypatch.setattr(kept, "SILENT", 0.2)
    said: list[str] = []
    slow = script(tmp_path, "time.sleep(1)" + BEATING)
    one = Kept("It", slow, touched(tmp_path / "beat"), tell=said.append)
    until(lambda: one.look(time.monotonic()) or one.at_work)
    assert said == []
    one.end(0)
    monkeypatch.setattr(kept, "STARTING", 0.3)
    one.command = script(tmp_path, "time.sleep(60)")
    until(lambda: one.look(time.monotonic()) or said)
    assert "no sign of life" in said[0]
    one.end(0)


def test_one_that_never_comes_up_is_given_up(tmp_path, monkeypatch):
    monkeypatch.setattr(kept, "SOON", 0.0001)
    said: list[str] = []
    one = Kept("It", script(tmp_path, "sys.exit(7)"), lambda _: False, tell=said.append)
    until(lambda: one.look(time.monotonic()) or one.hopeless)
    assert len(said) == kept.HOPELESS
    assert "exit code 7" in said[0]


def test_one_that_is_killed_again_and_again_before_it_is_at_work_is_not_given_up(tmp_path):
    one = Kept("It", script(tmp_path, "time.sleep(60)"), lambda _: False, tell=lambda _: None)
    for _ in range(2 * kept.HOPELESS):
        until(lambda: one.look(time.monotonic()) or one.process)
        one.process.kill()
        until(lambda: one.look(time.monotonic()) or one.process is None)
    assert not one.hopeless
    assert one._again - time.monotonic() <= kept.SOON


def test_a_used_port_says_who_holds_it():
    with listening("127.0.0.1", 0) as other:
        port = other.getsockname()[1]
        assert str(os.getpid()) in holder(port)
        with pytest.raises(OSError, match="in use") as error:
            listening("127.0.0.1", port)
        assert f"port {port} cannot be used: it is held by “" in used(port, error.value)


def test_few_files_are_read_at_once_and_few_wait(monkeypatch):
    monkeypatch.setattr(reader_limit, "PATIENCE", 0.05)
    inside = threading.Barrier(reader_limit.AT_ONCE + 1)
    out = threading.Event()

    def read_one():
        with reader_limit.through_the_gate():
            inside.wait(5)
            out.wait(5)

    readers = [threading.Thread(target=read_one) for _ in range(reader_limit.AT_ONCE)]
    for each in readers:
        each.start()
    inside.wait(5)
    with pytest.raises(reader_limit.Busy), reader_limit.through_the_gate():
        pass
    out.set()
    for each in readers:
        each.join()
    with reader_limit.through_the_gate():
        pass
