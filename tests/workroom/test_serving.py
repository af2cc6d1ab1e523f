"""The door, the queue behind it, and the processes that are kept alive; on real sockets and processes."""

import os
import signal
import socket
import sys
import threading
import time
from collections import Counter
from contextlib import suppress
from pathlib import Path
from types import SimpleNamespace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from waitress import wasyncore

from workroom.jobs import gate
from workroom.keeping.places import ROOT
from workroom.serving import doors, keeper
from workroom.serving.__main__ import opened
from workroom.serving.doors import listening
from workroom.serving.holder import holder
from workroom.serving.keeper import Child
from workroom.serving.turns import AT_ONCE, Turns

LET_GO = threading.Event()


def application(environ, start):
    if environ["PATH_INFO"] == "/held":
        LET_GO.wait(10)
    body = str(len(environ["wsgi.input"].read())).encode()
    start("200 OK", [("Content-Length", str(len(body)))])
    return [body]


class Served:
    """A door with a small application behind it."""

    def __init__(self):
        LET_GO.clear()
        made = listening("127.0.0.1", 0)
        self.port = made.getsockname()[1]
        self.server, self.over = doors.opened(application, [made]), threading.Event()
        self.thread = threading.Thread(target=self.run, daemon=True)
        self.thread.start()

    def run(self):
        while not self.over.is_set():
            wasyncore.loop(timeout=0.05, use_poll=True, map=self.server.map, count=1)

    def shut(self):
        self.over.set()
        self.thread.join(5)
        doors.shut(self.server)


@pytest.fixture
def served(monkeypatch):
    """Its port."""
    monkeypatch.setattr(doors, "PATIENCE", 0.5)
    monkeypatch.setattr(doors, "MOST", 30)
    made = Served()
    yield made.port
    made.shut()


def ask(port: int, path: str = "/", body: bytes = b"", cookie: str = "") -> bytes:
    with socket.create_connection(("127.0.0.1", port), timeout=10) as caller:
        head = f"POST {path} HTTP/1.0\r\nContent-Length: {len(body)}\r\nCookie: sessionid={cookie}\r\n\r\n"
        caller.sendall(head.encode() + body)
        said = b""
        while data := caller.recv(1 << 16):
            said += data
    return said


def test_who_sends_slowly_holds_nobody_up_and_is_shut_out(served):
    slow = [socket.create_connection(("127.0.0.1", served)) for _ in range(100)]
    for number, each in enumerate(slow):
        if number % 2:
            each.sendall(b"GET / HT")
        else:
            each.sendall(b"POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 1000\r\n\r\nabc")
    assert ask(served, body=b"12345").endswith(b"5")
    end = time.monotonic() + 10
    for each in slow:
        each.settimeout(max(0.1, end - time.monotonic()))
        with _either():
            assert each.recv(100) == b""
        each.close()


class _either:
    """A connection that was ended, whether politely or not."""

    def __enter__(self):
        return self

    def __exit__(self, kind, *_):
        return kind is not None and issubclass(kind, ConnectionError)


def test_a_door_that_is_shut_answers_whoever_is_inside():
    made = Served()
    said: list[bytes] = []
    asking = threading.Thread(target=lambda: said.append(ask(made.port, "/held", b"four")))
    asking.start()
    late = socket.create_connection(("127.0.0.1", made.port))
    late.sendall(b"GET / HTTP/1.0\r\n")

    def inside() -> list[doors.Caller]:
        return [each for each in list(made.server.map.values()) if isinstance(each, doors.Caller)]

    until(lambda: any(each.requests for each in inside()) and any(each.request for each in inside()))
    shutting = threading.Thread(target=made.shut)
    shutting.start()
    LET_GO.set()
    late.sendall(b"\r\n")
    assert late.recv(20).startswith(b"HTTP/1.0 200")
    late.close()
    for each in (shutting, asking):
        each.join(10)
    assert said[0].endswith(b"4")
    with pytest.raises(OSError, match="refused"):
        ask(made.port)


def test_long_heads_and_bodies_are_not_taken_in(served):
    with socket.create_connection(("127.0.0.1", served), timeout=10) as caller:
        caller.sendall(b"POST / HTTP/1.1\r\nContent-Length: 64000001\r\n\r\nx")
        assert b" 413 " in caller.recv(1000)[:40]
    with socket.create_connection(("127.0.0.1", served), timeout=10) as caller:
        caller.sendall(b"GET / HTTP/1.1\r\n" + b"X: " + b"y" * 40_000 + b"\r\n\r\n")
        assert b" 431 " in caller.recv(1000)[:40]


def test_nobody_waits_for_one_who_asks_for_everything(served):
    greedy = [threading.Thread(target=ask, args=(served, "/held", b"", "greedy")) for _ in range(20)]
    for each in greedy:
        each.start()
    time.sleep(0.1)
    assert ask(served, cookie="modest")
    assert all(each.is_alive() for each in greedy)  # they still wait
    LET_GO.set()
    for each in greedy:
        each.join()


@given(st.lists(st.tuples(st.sampled_from("ABC"), st.sampled_from("xyz")), max_size=60))
def test_everybody_has_a_turn_in_every_round(asked):
    turns = Turns()
    for address, session in asked:
        request = SimpleNamespace(headers={"COOKIE": f"a=b; sessionid={session}"})
        turns.append(SimpleNamespace(addr=(address, 1), requests=[request]))
    given_: list[tuple[str, str]] = []
    while len(turns):
        channel = turns.popleft()
        given_.append(channel.belongs_to)
        turns.done(channel.belongs_to)
    wanted = Counter((address, f"sessionid={session}") for address, session in asked)
    assert Counter(given_) == wanted
    # The first round has everybody who waits at each address once before anybody there a second time.
    for address in {a for a, _ in asked}:
        here = [each for each in given_ if each[0] == address]
        people = {each for each in wanted if each[0] == address}
        assert set(here[: len(people)]) == people


def test_one_person_has_a_few_at_once():
    turns = Turns()
    for _ in range(10):
        turns.append(SimpleNamespace(addr=("A", 1), requests=[]))
    taken = [turns.popleft() for _ in range(AT_ONCE)]
    assert len(turns) == 0
    with pytest.raises(IndexError):
        turns.popleft()
    turns.done(taken[0].belongs_to)
    assert len(turns) == 1


def script(tmp_path, text: str) -> list[str]:
    path = tmp_path / "child.py"
    path.write_text("import os, sys, time\n" + text)
    return [sys.executable, str(path)]


BEATING = """
pipe = int(os.environ["DOVE_TACK_BEAT"])
while True:
    os.write(pipe, b".")
    time.sleep(0.02)
"""


def until(done, seconds: float = 15.0):
    end = time.monotonic() + seconds
    while not done():
        assert time.monotonic() < end, "waited in vain"
        time.sleep(0.02)


def test_a_child_that_dies_or_freezes_is_started_anew(tmp_path, monkeypatch):
    monkeypatch.setattr(keeper, "SILENT", 1.5)
    said: list[str] = []
    child = Child("The child", script(tmp_path, BEATING), tell=said.append)

    def well() -> bool:
        return child.look(time.monotonic()) == "well" and child.alive

    for harm in (signal.SIGKILL, signal.SIGSTOP):
        until(well)
        before = child.process.pid
        os.kill(before, harm)
        until(lambda: well() and child.process.pid != before)  # noqa: B023
    assert ["signal 9" in said[0], "no sign of life" in said[1]] == [True, True]
    pid = child.process.pid
    child.end()
    child.ended(0.2)
    with pytest.raises(ProcessLookupError):
        os.kill(pid, 0)


PAIR = """
import select
time.sleep(0.5 if os.path.exists(sys.argv[1]) else 0)
pipe = int(os.environ["DOVE_TACK_BEAT"])
forked = os.fork()
if forked:
    open(sys.argv[1], "a").write(f"{forked}\\n")
while True:
    try:
        os.write(pipe, b"+" if forked else b".")
    except BrokenPipeError:
        pass
    time.sleep(0.02)
    if not forked and select.select([0], [], [], 0)[0]:
        os._exit(0)
"""


@pytest.mark.parametrize("harm", [signal.SIGKILL, signal.SIGSTOP])
def test_what_a_child_forked_goes_on_until_the_next_is_alive(tmp_path, monkeypatch, harm):
    monkeypatch.setattr(keeper, "LEAVING", 0.2)
    monkeypatch.setattr(keeper, "SILENT", 1.5)
    left = tmp_path / "left"
    child = Child("The child", [*script(tmp_path, PAIR), str(left)], tell=lambda _: None)

    def there(pid: int) -> bool:
        with suppress(OSError):
            return Path(f"/proc/{pid}/stat").read_text().split()[2] != "Z"
        return False

    def pids() -> list[int]:
        return [int(each) for each in left.read_text().split()]

    def alive() -> bool:
        child.look(time.monotonic())
        return child.alive

    until(alive)
    for _ in range(2):
        last = pids()[-1]
        child.process.send_signal(harm)
        until(lambda: not alive())
        while not alive():
            assert there(last)
            time.sleep(0.02)
        until(lambda: not there(last))  # noqa: B023
        until(lambda: alive() and not child.former)
    last = pids()[-1]
    child.end()
    child.ended(0.2)
    until(lambda: not there(last))


def test_a_child_that_never_comes_up_is_given_up(tmp_path, monkeypatch):
    monkeypatch.setattr(keeper, "FIRST", 0.01)
    said: list[str] = []
    child = Child("The child", script(tmp_path, "sys.exit(7)"), tell=said.append)
    until(lambda: child.look(time.monotonic()) == "hopeless")
    assert len(said) == keeper.HOPELESS
    assert "exit code 7" in said[0]


LOADING = """
sys.path.insert(0, sys.argv[1])
from workroom.serving import alive
alive.EVERY = 0.05
with alive.loading():
    time.sleep(1.5)
alive.beat()
time.sleep(60)
"""


def test_one_that_takes_long_to_load_is_waited_for_unless_it_freezes(tmp_path, monkeypatch):
    monkeypatch.setattr(keeper, "SILENT", 1.0)
    said: list[str] = []
    child = Child("The child", [*script(tmp_path, LOADING), str(ROOT)], tell=said.append)

    def look() -> bool:
        child.look(time.monotonic())
        return child.alive

    until(lambda: look() or child.seen)
    child.process.send_signal(signal.SIGSTOP)
    until(lambda: look() or said)
    assert "no sign of life" in said[0]
    until(look)
    assert len(said) == 1
    child.ended(0)


def test_a_child_that_is_killed_again_and_again_before_it_is_alive_is_not_waited_for(tmp_path):
    child = Child("The child", script(tmp_path, "time.sleep(60)"), tell=lambda _: None)
    for _ in range(12):
        until(lambda: child.look(time.monotonic()) == "well")
        child.process.kill()
        until(lambda: child.look(time.monotonic()) == "gone")
    assert child.wait <= keeper.SOON
    child.ended(0)


def test_a_used_port_says_who_holds_it():
    with listening("127.0.0.1", 0) as other:
        port = other.getsockname()[1]
        assert str(os.getpid()) in holder(port)
        with pytest.raises(OSError, match="in use"):
            opened(["127.0.0.1"], port)


def test_few_files_are_read_at_once_and_few_wait(monkeypatch):
    monkeypatch.setattr(gate, "PATIENCE", 0.05)
    inside = threading.Barrier(gate.AT_ONCE + 1)
    out = threading.Event()

    def read():
        with gate.through_the_gate():
            inside.wait(5)
            out.wait(5)

    readers = [threading.Thread(target=read) for _ in range(gate.AT_ONCE)]
    for each in readers:
        each.start()
    inside.wait(5)
    with pytest.raises(gate.Busy), gate.through_the_gate():
        pass
    out.set()
    for each in readers:
        each.join()
    with gate.through_the_gate():
        pass
