"""The demo workroom through the api: its makings, and one of a caller's own carried through all stages."""

import json
import time
from typing import Any
from urllib.parse import quote

from playwright.sync_api import APIRequestContext

# Lays found so far in this process, by what they were asked for: the same waistcoat is laid once.
_found: dict[str, list[dict[str, Any]]] = {}


class Workshop:
    """The demo user's api, with the making's newest journal number at hand."""

    def __init__(self, api: APIRequestContext, seconds: float = 1.0) -> None:
        self.api = api
        self.seconds = seconds
        self.making = 0
        self.head: dict = {}

    def call(self, method: str, path: str, body: dict | None = None) -> dict:
        """One request; raises RuntimeError with the server's sentence when it refuses."""
        token = next(
            (c["value"] for c in self.api.storage_state()["cookies"] if c["name"] == "csrftoken"),
            "",
        )
        response = self.api.fetch(
            "/api" + path, method=method, data=body, headers={"X-CSRFToken": token}
        )
        answer = response.json()
        if "refused" in answer or not response.ok:
            raise RuntimeError(f"{method} {path}: {answer}")
        return answer

    def edit(self, stage: str, **body: object) -> None:
        """One edit of the making."""
        method = "POST" if stage in ("undo", "redo") else "PUT"
        path = f"/makings/{self.making}/{stage}"
        self.head = self.call(method, path, {"against": self.head["at"], **body})

    def tick(self, *keys: str) -> None:
        """Tick some things of the making."""
        body = {"against": self.head["at"], "ticks": dict.fromkeys(keys, True)}
        self.head = self.call("POST", f"/makings/{self.making}/ticks/given", body)["head"]

    def open_demo(self) -> None:
        """Sign in to the demo workroom and take the making that has come furthest on the table."""
        self.api.get("/")
        self.call("POST", "/session/demo")
        self.making = self.called("Orla’s ringing waistcoat")
        self.head = self.call("GET", f"/makings/{self.making}")

    def called(self, title: str) -> int:
        """The id of the making of that title."""
        found = self.call("GET", f"/makings?search={quote(title)}")["found"]
        return next(each["id"] for each in found if each["title"] == title)

    def begin(self, pattern: str, title: str, person: str) -> None:
        """A new making of that pattern for that person, and go on with it."""
        cupboard = self.call("GET", "/cupboard")
        shelf = next(p["id"] for p in cupboard["patterns"] if p["name"] == pattern)
        who = next(p["id"] for p in cupboard["people"] if p["name"] == person)
        body = {"pattern": shelf, "title": title, "person": who}
        self.head = self.call("POST", "/makings", body)
        self.making = self.head["id"]

    def open_file(self, text: str) -> None:
        """Open a saved making and go on with it."""
        token = next(
            c["value"] for c in self.api.storage_state()["cookies"] if c["name"] == "csrftoken"
        )
        headers = {"X-CSRFToken": token, "Content-Type": "application/json"}
        self.head = self.api.post("/api/makings/open", data=text.encode(), headers=headers).json()
        self.making = self.head["id"]

    def carry_through(self, person: str = "Orla Fennimoor") -> None:
        """Measure, fit, choose cloth, lay everything, tick some of it, file it."""
        cupboard = self.call("GET", "/cupboard")
        who = next(p for p in cupboard["people"] if p["name"] == person)
        self.edit("pick", inputs={"person": who["name"], "measurements": who["measurements"]})
        self.tick(*(f"trace/{n}" for n in range(1, 9)))
        self.edit("fit", inputs={"changes": [{"level": "waist", "by": "height", "amount": 0}]})
        self.tick("fit/checked")
        cloths = {card["cloth"]["name"].split(",")[0]: card["cloth"] for card in cupboard["cloths"]}
        chosen = {
            "main": cloths["Wool flannel"],
            "lining": cloths["Slippery lining"],
            "interfacing": cloths["Woven interfacing"],
        }
        self.edit("cloth", inputs={"cloths": chosen})
        for role in chosen:
            self.lay(role)
        lists = self.call("GET", f"/makings/{self.making}/cut")["lists"]
        # A short search may find no lay on the cloth there is; it is cut all the same.
        self.edit("cut", inputs={"aware": [each["role"] for each in lists if not each["ready"]]})
        self.tick(*(item["tick"]["key"] for item in lists[0]["items"][:3]))
        marks = self.call("GET", f"/makings/{self.making}/mark")["marking"]["lists"]
        self.tick(*(item["tick"]["key"] for item in marks[0]["items"][:2]))
        kept = {"box": "2", "envelope": "14", "note": "Buttons from the old coat.", "filed": True}
        self.edit("keep", inputs=kept)

    def lay(self, role: str) -> None:
        """Lay one cloth with the best of a short search; a longer one where that takes more than there is,
        as on a busy machine."""
        inputs = {stage: self.head["inputs"][stage] for stage in ("pick", "trace", "fit", "cloth")}
        asked = json.dumps((self.head["pattern"], role, self.seconds, inputs))
        if asked not in _found:
            _found[asked] = self._searched_long_enough(role)
        self.edit("lay", role=role, placements=_found[asked])

    def _searched_long_enough(self, role: str) -> list[dict[str, Any]]:
        owned = self.head["inputs"]["cloth"]["cloths"].get(role, {}).get("owned") or 1e9
        for seconds in (self.seconds, 4 * self.seconds, 12 * self.seconds):
            sought = self._searched(role, seconds)
            if sought["length"] <= owned:
                break
        placements: list[dict[str, Any]] = sought["placements"]
        return placements

    def _searched(self, role: str, seconds: float) -> dict[str, Any]:
        path = f"/makings/{self.making}/lay/searches"
        search = self.call("POST", path, {"role": role, "seconds": seconds})
        while search["state"] in ("waiting", "running"):
            time.sleep(0.1)
            search = self.call("GET", f"{path}/{search['id']}")
        sought: dict[str, Any] = search["best"]["sought"]
        return sought
