"""People who move with all that they have: archives sent in pieces, pictures taken in beside them, cloths
taken out meanwhile; what was acknowledged of it is remembered."""

import json
import random
import threading
import time
from collections.abc import Callable
from typing import Any

from tools.hold_bench.kills import noise
from tools.hold_bench.visitor import Failed, Visitor

PIECE = 4_000_000


class Mover(threading.Thread):
    """Somebody who sends a sound archive again and again, as long as ``goes_on``. ``spoilt``: makes another
    of it that is to be refused, or leaves it. ``pause``: between two pictures, between two archives (s).
    ``pictures``: by cloth, what was acknowledged of it."""

    def __init__(
        self,
        one: Visitor,
        sound: bytes,
        goes_on: Callable[[int], bool],
        seed: int,
        spoilt: Callable[[bytes, random.Random], bytes] = lambda data, chance: data,
        pause: float = 0.3,
    ) -> None:
        super().__init__()
        self.one, self.sound, self.goes_on, self.spoilt = one, sound, goes_on, spoilt
        self.pause = pause
        self.chance = random.Random(seed)
        self.pictures: dict[int, int] = {}
        self.wrong: list[str] = []
        self.refused = self.taken = 0

    def run(self) -> None:
        """Send one after the other; in between pictures come and cloths go."""
        over = threading.Event()
        beside = threading.Thread(target=self._beside, args=(self.one.second_window(), over))
        beside.start()
        done = 0
        while self.goes_on(done):
            done += 1
            try:
                self._one_archive()
            except (Failed, OSError, KeyError) as error:
                self.wrong.append(f"{type(error).__name__}: {error}")
            time.sleep(self.pause)
        over.set()
        beside.join()

    def _one_archive(self) -> None:
        data = self.spoilt(self.sound, self.chance)
        hostile = data != self.sound
        before = self._counts()
        state = send_archive(self.one, data)
        if state["state"] == "done" and not hostile:
            self.taken += 1
        elif state["state"] == "failed" and hostile:
            self.refused += 1
            if self._counts() != before:
                self.wrong.append(f"refused, and yet something came in: {state['sentence']}")
            if not state["sentence"].endswith("Nothing was changed."):
                self.wrong.append(f"not a sentence for people: {state['sentence']}")
        else:
            self.wrong.append(f"{'hostile' if hostile else 'sound'}: {state}")

    def _counts(self) -> list[int]:
        stand = self.one.call("look", "GET", "/cupboard")
        return [
            self.one.call("look", "GET", "/makings")["total"],
            len(stand["people"]),
            stand["matching"],
        ]

    def _beside(self, other: Visitor, over: threading.Event) -> None:
        """Take in a picture of a new cloth; take one in three out again."""
        while not over.wait(self.pause):
            try:
                cloth = other.call(
                    "edit", "POST", "/cupboard/cloths", {"name": "Calico", "width": 1400}
                )
                status, data = other.raw("POST", f"/api/pictures/cloths/{cloth['id']}", noise())
                if status != 200:
                    continue  # others send pictures as well: asked to come back
                self.pictures[cloth["id"]] = json.loads(data)["picture"]
                if self.chance.random() < 0.33:
                    gone = self.chance.choice(list(self.pictures))
                    other.call("edit", "DELETE", f"/cupboard/cloths/{gone}")
                    del self.pictures[gone]
            except (Failed, OSError) as error:
                self.wrong.append(str(error))


def lost(movers: list[Mover]) -> list[int]:
    """The cloths whose picture was acknowledged and is not there."""
    return [
        cloth
        for each in movers
        for cloth in each.pictures
        if each.one.raw("GET", f"/api/cupboard/cloths/{cloth}/photo/whole")[0] != 200
    ]


def send_archive(one: Visitor, data: bytes) -> Any:
    """Send it in pieces, and wait until it was read; how that ended."""
    for at in range(0, max(1, len(data)), PIECE):
        last = "true" if at + PIECE >= len(data) else "false"
        path = f"/api/account/open?at={at}&last={last}"
        answer = json.loads(one.raw("POST", path, data[at : at + PIECE])[1])
        if "refused" in answer:
            return {"state": "failed", "sentence": answer["refused"]["sentence"]}
    while (state := one.call("look", "GET", "/account/open"))["state"] in ("waiting", "running"):
        time.sleep(0.2)
    return state


def archive_of(one: Visitor) -> bytes:
    """Everything of somebody's."""
    one.call("look", "POST", "/account/archive", {})
    while one.call("look", "GET", "/account/archive")["state"] in ("waiting", "running"):
        time.sleep(0.2)
    return one.raw("GET", "/api/account/archive/file")[1]


def full_account(one: Visitor) -> None:
    """People, cloths and pictures beside the making that came in a file."""
    for name in ("Orla", "Tamsin"):
        one.call("edit", "POST", "/cupboard/people", {"name": name, "measurements": {"bust": 900}})
    for name in ("Calico", "Linen"):
        cloth = one.call("edit", "POST", "/cupboard/cloths", {"name": name, "width": 1400})
        one.raw("POST", f"/api/pictures/cloths/{cloth['id']}", noise())
    bag = one.call("edit", "POST", "/patterns", {"name": "Bag"})["id"]
    one.call("edit", "POST", f"/patterns/{bag}/edit", {"against": 0, "edit": {"do": "add sheet"}})
    pattern = one.call("look", "GET", "/cupboard")["patterns"]
    usable = next(each["id"] for each in pattern if each["usable"])
    one.call("edit", "POST", f"/patterns/{usable}/copy", {})
