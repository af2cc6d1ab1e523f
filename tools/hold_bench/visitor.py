"""Somebody at a browser, as far as the server sees them: one connection, cookies, a making of their own."""

import http.client
import json
import time
from collections import defaultdict
from typing import Any
from urllib.parse import urlsplit

PASSWORD = "seven hundred green buttons"


class Failed(Exception):
    """The server could not do what anybody may ask for."""


class Visitor:
    """One person. ``times``: what each kind of request took (s)."""

    def __init__(self, address: str, name: str) -> None:
        self.url, self.name = urlsplit(address), name
        self.cookies: dict[str, str] = {}
        self.times: dict[str, list[float]] = defaultdict(list)
        self.failures: list[str] = []
        self.connection: http.client.HTTPConnection | None = None
        self.making = 0
        self.at = 0

    def second_window(self) -> "Visitor":
        """The same person once more, with the same cookies."""
        other = Visitor(f"{self.url.scheme}://{self.url.netloc}", self.name)
        other.cookies, other.making, other.failures = dict(self.cookies), self.making, self.failures
        return other

    def raw(
        self, method: str, path: str, body: bytes | None = None, more: dict[str, str] | None = None
    ) -> tuple[int, bytes]:
        """One request; a connection that was closed meanwhile is opened anew."""
        head = {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items()),
                "X-CSRFToken": self.cookies.get("csrftoken", ""),
                "Origin": f"{self.url.scheme}://{self.url.netloc}",
                "Content-Type": "application/json", **(more or {})}  # fmt: skip
        for again in (True, False):
            if self.connection is None:
                self.connection = http.client.HTTPConnection(
                    self.url.hostname or "", self.url.port, timeout=60
                )
            try:
                self.connection.request(method, path, body=body, headers=head)
                answer = self.connection.getresponse()
                data = answer.read()
                break
            except (OSError, http.client.HTTPException) as error:
                self.connection.close()
                self.connection = None
                if not again:
                    raise ConnectionError(str(error)) from error
        for cookie in answer.headers.get_all("Set-Cookie") or ():
            name, _, value = cookie.split(";")[0].partition("=")
            self.cookies[name] = value
        return answer.status, data

    def call(self, kind: str, method: str, path: str, body: Any = None) -> Any:
        """One request of a kind; what it takes is noted. Raises Failed for 400 and more."""
        begun = time.monotonic()
        text = None if body is None else json.dumps(body).encode()
        status, data = self.raw(method, "/api" + path, text)
        self.times[kind].append(time.monotonic() - begun)
        if status >= 400:
            self.failures.append(f"{status} {method} {path} {data[:120]!r}")
            raise Failed(self.failures[-1])
        return json.loads(data) if data[:1] in (b"{", b"[") else data

    def join(self, file: str) -> None:
        """Make an account and open a making in it."""
        self.raw("GET", "/")
        self.call("join", "POST", "/session/join", {"name": self.name, "password": PASSWORD})
        status, data = self.raw("POST", "/api/makings/open", file.encode())
        while status == 503:  # others' files are being read
            time.sleep(0.5)
            status, data = self.raw("POST", "/api/makings/open", file.encode())
        head = json.loads(data)
        self.making, self.at = head["id"], head["at"]

    def read(self, stage: str) -> Any:
        """Open a stage."""
        return self.call("read", "GET", f"/makings/{self.making}/{stage}".rstrip("/"))

    def edit(self, path: str, **what: Any) -> Any:
        """Change something."""
        method = "POST" if path in ("undo", "redo", "ticks/given") else "PUT"
        body = {"against": self.at, **what}
        head = self.call("edit", method, f"/makings/{self.making}/{path}", body)
        if "refused" in head:
            self.at = self.call("read", "GET", f"/makings/{self.making}")["at"]
        else:
            head = head.get("head", head)  # of merged ticks
            self.at = head["at"]
        return head

    def rename(self, title: str) -> Any:
        """Another title, which has no part in the journal."""
        return self.call("edit", "PUT", f"/makings/{self.making}/title", {"title": title})

    def paper(self, path: str) -> bytes:
        """A drawn paper; how far it is asked for as a browser does."""
        begun, seen = time.monotonic(), 0
        while True:
            status, data = self.raw("GET", f"/api/makings/{self.making}/{path}")
            if status != 202:
                break
            seen += 1
            time.sleep(0.25)
        self.times["paper"].append(time.monotonic() - begun)
        if status != 200 or not data.startswith(b"%PDF"):
            self.failures.append(f"{status} {path} {data[:120]!r}")
        return data


def share(values: list[float], part: float) -> float:
    """The value below which that part of all lies; 0 for none."""
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, int(part * len(ordered)))] if ordered else 0.0
