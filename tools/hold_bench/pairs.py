"""Two windows on one thing: ``python -m tools.hold_bench.pairs [ROUNDS] [--seed N]``.

Every thing that several windows can write (a cloth, somebody's measurements, the tools, a making, a
pattern...) is written by two of them that chance lets act and load again. No value that was acknowledged
may be lost: what a window reads is at every moment what was acknowledged last, and a write is refused only
where the other window said something else of the same.
"""

import argparse
import json
import random
import sys
from abc import ABC, abstractmethod
from collections.abc import Callable
from typing import Any

from tools.hold_bench.kills import noise
from tools.hold_bench.making import laid_file
from tools.hold_bench.visitor import Visitor
from tools.served import launched
from tools.verdict import MISSED, met

Call = Callable[..., Any]
State = dict[str, Any]
JOURNAL = "at"


class Thing(ABC):
    """Something that is written field by field. ``values``: what each field may become."""

    values: dict[str, list[Any]] = {}

    @abstractmethod
    def read(self) -> State:
        """Every field, and what a write has to name besides."""

    @abstractmethod
    def write(self, seen: State, field: str, value: Any) -> Any:
        """Ask for another value, having seen that state; the answer."""


class Cloth(Thing):
    """A cloth of the cupboard."""

    values = {"width": [900.0, 1120.0, 1400.0], "owned": [None, 500.0, 2000.0], "note": ["", "a", "b"],
              "nap": [True, False], "traits": [[], ["dark"], ["frays"]]}  # fmt: skip

    def __init__(self, call: Call) -> None:
        self.call = call
        card = call("POST", "/cupboard/cloths", {"name": "Calico", "width": 1400})
        self.path = f"/cupboard/cloths/{card['id']}"

    def read(self) -> State:
        """Its facts."""
        return dict(self.call("GET", self.path)["cloth"])

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Correct it."""
        return self.call("PUT", self.path, {"cloth": {**seen, field: value}, "seen": seen})


class ClothPhoto(Thing):
    """Points of a cloth's picture: each there or not."""

    values = {str(k): [True, False] for k in range(4)}

    def __init__(self, call: Call, send: Call) -> None:
        self.call = call
        card = call("POST", "/cupboard/cloths", {"name": "Calico", "width": 1400})
        self.path = f"/cupboard/cloths/{card['id']}/photo"
        send(f"/pictures/cloths/{card['id']}", noise())

    def read(self) -> State:
        """Which points are known."""
        card = self.call("GET", self.path)
        pixels = [each["pixel"][0] for each in card["seen"]["known"]]
        there = {each: 10.0 * int(each) + 10 in pixels for each in self.values}
        return {**there, "known": card["seen"]["known"], "picture": card["picture"]}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Mark one, or take it away."""
        at = 10.0 * int(field) + 10
        known = [each for each in seen["known"] if each["pixel"][0] != at]
        if value:
            known.append({"pixel": [at, at], "along": 100.0 * at, "across": at})
        return self.call(
            "PUT", self.path, {"known": known, "seen": seen["known"], "picture": seen["picture"]}
        )


class Person(Thing):
    """Somebody's name and measurements."""

    values = {"name": ["Pip", "Pippa", "Philippa"], "waist": [700.0, 720.0, 740.0],
              "bust": [900.0, 920.0, None]}  # fmt: skip

    def __init__(self, call: Call) -> None:
        self.call = call
        made = call("POST", "/cupboard/people", {"name": "Pip", "measurements": {"waist": 700}})
        self.id = made["id"]

    def read(self) -> State:
        """The name and the newest measurements."""
        people = self.call("GET", "/cupboard")["people"]
        card = next(each for each in people if each["id"] == self.id)
        measured = {name: card["measurements"].get(name) for name in ("waist", "bust")}
        return {"name": card["name"], **measured}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Say another one."""
        wanted = {**seen, field: value}
        was, now = (
            {k: v for k, v in each.items() if k != "name" and v is not None}
            for each in (seen, wanted)
        )
        body = {"name": wanted["name"], "measurements": now, "seen": was, "seen_name": seen["name"]}
        return self.call("PUT", f"/cupboard/people/{self.id}", body)


class Tools(Thing):
    """The tools at hand: each there or not."""

    values = {each: [True, False] for each in ("spiked wheel", "carbon paper", "pencil")}

    def __init__(self, call: Call) -> None:
        self.call = call

    def read(self) -> State:
        """Which are there."""
        kit = self.call("GET", "/cupboard")["kit"]
        return {**{each: each in kit for each in self.values}, "kit": kit}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Put one in or take it out."""
        tools = [each for each in seen["kit"] if each != field] + ([field] if value else [])
        return self.call("PUT", "/cupboard/kit", {"tools": tools, "seen": seen["kit"]})


class Standing(Thing):
    """What somebody has on every garment: each there or not."""

    values = {each: [True, False] for each in ("waist", "hip", "arm")}

    def __init__(self, call: Call) -> None:
        self.call = call
        self.id = call("POST", "/cupboard/people", {"name": "Pip", "measurements": {}})["id"]

    def read(self) -> State:
        """Which are there."""
        people = self.call("GET", "/cupboard")["people"]
        all_of = next(each for each in people if each["id"] == self.id)["adjustments"]
        levels = [each["level"] for each in all_of]
        return {**{each: each in levels for each in self.values}, "all": all_of}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Put one in or take it out."""
        rest = [each for each in seen["all"] if each["level"] != field]
        made = rest + ([{"level": field, "amount": 12}] if value else [])
        body = {"adjustments": made, "seen": seen["all"]}
        return self.call("PUT", f"/cupboard/people/{self.id}/adjustments", body)


class Likes(Thing):
    """How somebody likes to see things; what is not said stays."""

    values = {"unit": ["cm", "in"], "theme": ["dove", "lamp"]}

    def __init__(self, call: Call) -> None:
        self.call = call

    def read(self) -> State:
        """Both."""
        return {name: self.call("GET", "/session")[name] for name in self.values}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """One of them, always as it is asked for."""
        return self.call("PUT", "/session/likes", {field: value})


class Titles(Thing):
    """What a making and a group are called."""

    values = {"making": ["One", "Two", "Three"], "group": ["Tour", "Choir", "Tower"]}

    def __init__(self, call: Call, pattern: int) -> None:
        self.call = call
        self.making = call("POST", "/makings", {"pattern": pattern, "title": "One"})["id"]
        who = call("POST", "/cupboard/people", {"name": "Pip", "measurements": {}})["id"]
        body = {"name": "Tour", "pattern": pattern, "people": [who]}
        self.group = call("POST", "/groups", body)["id"]

    def read(self) -> State:
        """Both."""
        making = self.call("GET", f"/makings/{self.making}")["title"]
        return {"making": making, "group": self.call("GET", f"/groups/{self.group}")["name"]}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Call it otherwise."""
        if field == "making":
            body = {"title": value, "seen": seen["making"]}
            return self.call("PUT", f"/makings/{self.making}/title", body)
        body = {"name": value, "seen": seen["group"]}
        return self.call("PUT", f"/groups/{self.group}", body)


class Journalled(Thing):
    """What has a journal: a write names the state it was made in, and is refused in any other."""


class MakingStages(Journalled):
    """Stages of a making."""

    values = {"size": ["B", "C", "D"], "gap": [1.0, 3.0, 5.0], "box": ["", "1", "2"]}

    def __init__(self, call: Call, making: int) -> None:
        self.call, self.path = call, f"/makings/{making}"

    def read(self) -> State:
        """The choices, and where the journal stands."""
        head = self.call("GET", self.path)
        inputs = head["inputs"]
        return {"size": inputs["pick"]["size"], "gap": inputs["lay"]["gap"], "inputs": inputs,
                "box": inputs["keep"]["box"], JOURNAL: head["at"]}  # fmt: skip

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Choose otherwise."""
        at, inputs = {"against": seen[JOURNAL]}, seen["inputs"]
        if field == "gap":
            return self.call("PUT", f"{self.path}/lay/gap", {**at, "gap": value})
        stage = "pick" if field == "size" else "keep"
        body = {**at, "inputs": {**inputs[stage], field: value}}
        return self.call("PUT", f"{self.path}/{stage}", body)


class PatternFacts(Journalled):
    """Facts of a pattern that is entered."""

    values = {"name": ["Bag", "Sack"], "garment": ["bag", "apron"], "notes": ["", "lined"]}

    def __init__(self, call: Call) -> None:
        self.call = call
        self.path = f"/patterns/{call('POST', '/patterns', {'name': 'Bag'})['id']}"

    def read(self) -> State:
        """The facts, and where the journal stands."""
        page = self.call("GET", self.path)
        return {**{name: page["facts"][name] for name in self.values}, JOURNAL: page["at"]}

    def write(self, seen: State, field: str, value: Any) -> Any:
        """Say it otherwise."""
        edit = {"do": "facts", field: value}
        return self.call("POST", f"{self.path}/edit", {"against": seen[JOURNAL], "edit": edit})


def things(call: Call, send: Call, making: int, pattern: int) -> list[Thing]:
    """One of each. ``call``: method, path, body; ``send``: path and the bytes of a file."""
    return [
        Cloth(call), ClothPhoto(call, send), Person(call), Tools(call), Standing(call), Likes(call),
        Titles(call, pattern), MakingStages(call, making), PatternFacts(call),
    ]  # fmt: skip


def play(thing: Thing, rounds: int, chance: random.Random) -> list[str]:
    """Let two windows write, so many times; what went wrong."""
    windows, wrong = [thing.read(), thing.read()], []
    truth = {field: windows[0][field] for field in thing.values}
    for _ in range(rounds):
        mine = chance.randrange(2)
        if chance.random() < 0.2:
            windows[mine] = thing.read()
            continue
        field = chance.choice(list(thing.values))
        value, seen = chance.choice(thing.values[field]), windows[mine]
        answer = thing.write(seen, field, value)
        what = f"{type(thing).__name__}.{field}: {seen[field]!r} to {value!r}"
        if "refused" in answer:
            stale = any(truth[each] != seen[each] for each in thing.values)
            clash = (
                stale if isinstance(thing, Journalled) else truth[field] not in (seen[field], value)
            )
            moved_on = isinstance(thing, Journalled) and thing.read()[JOURNAL] != seen[JOURNAL]
            if not (answer["refused"]["moved"] and (clash or moved_on)):
                wrong.append(f"{what} was refused: {answer['refused']['sentence']}")
        elif value != seen[field] or isinstance(thing, Likes):
            truth[field] = value
        windows[mine] = thing.read()
        there = {each: windows[mine][each] for each in thing.values}
        if there != truth:
            wrong.append(f"{what}: acknowledged {truth}, there is {there}")
            truth = there
    return wrong


def main() -> None:
    """Play them all against a served workroom."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("rounds", type=int, nargs="?", default=2_000)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--only", action="append", help="a thing by its name; all")
    given = parser.parse_args()
    with launched() as server:
        one = Visitor(server.address, "Orla")
        one.join(laid_file())

        def call(method: str, path: str, body: Any = None) -> Any:
            return one.call("pair", method, path, body)

        def send(path: str, data: bytes) -> Any:
            return json.loads(one.raw("POST", "/api" + path, data)[1])

        pattern = call("GET", "/cupboard")["patterns"][0]["id"]
        for thing in things(call, send, one.making, pattern):
            name = type(thing).__name__
            if given.only and name not in given.only:
                continue
            wrong = play(thing, given.rounds, random.Random(given.seed))
            print(f"{name:14} {given.rounds:6} rounds  {len(wrong):4} lost or wrongly refused  "
                  f"{met(name, not wrong)}", flush=True)  # fmt: skip
            for each in wrong[:5]:
                print(f"    {each}")
    sys.exit(1 if MISSED else 0)


if __name__ == "__main__":
    main()
