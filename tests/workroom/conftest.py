"""Two users, and an api client that speaks as one of them."""

import json

import pytest
from django.contrib.auth.models import User
from django.test import Client

from tests.workroom.laying import choose_cloths
from workroom.demo.world import load_demo
from workroom.records import derived


class Api:
    """A signed-in client; ``call`` gives the answer's data, ``edit`` keeps the journal number."""

    def __init__(self, user: User) -> None:
        self.client = Client(raise_request_exception=False)
        self.client.force_login(user)
        self.head: dict = {}

    def call(self, method: str, path: str, body: object = None, status: int = 200):
        data = body if isinstance(body, bytes | str) else json.dumps(body)
        sent = {} if method == "GET" else {"data": data, "content_type": "application/json"}
        response = getattr(self.client, method.lower())("/api" + path, **sent)
        assert response.status_code == status, response.content[:300]
        return response.json()

    def pattern(self, name: str = "Ringing waistcoat"):
        """A pattern on the shelf, by its name."""
        return next(p for p in self.call("GET", "/cupboard")["patterns"] if p["name"] == name)

    def edit(self, path: str, **body: object):
        """An edit of the making; the new head is kept unless it is refused."""
        if path == "ticks":
            return self.tick(**body)
        method = "POST" if path in ("undo", "redo") else "PUT"
        sent = {"against": self.head["at"], **body}
        answer = self.call(method, f"/makings/{self.head['id']}/{path}", sent)
        if "refused" not in answer:
            self.head = answer
        return answer

    def tick(self, keys: list[str], on: bool):
        """Ticks as a device gives them: merged, with what could not be kept in ``said``."""
        sent = {"against": self.head["at"], "ticks": dict.fromkeys(keys, on)}
        merged = self.call("POST", f"/makings/{self.head['id']}/ticks/given", sent)
        self.head = merged["head"]
        return merged


def at_the_bench() -> Api:
    """The demo person with the first making open."""
    derived.made.cache_clear()
    api = Api(load_demo(makings=False))
    making = api.call("GET", "/makings")["found"][0]["id"]
    api.head = api.call("GET", f"/makings/{making}")
    return api


@pytest.fixture
def ringer(db) -> Api:
    return at_the_bench()


@pytest.fixture
def stranger(db) -> Api:
    return Api(User.objects.create_user("stranger", password="a long enough one"))


@pytest.fixture
def ready(ringer):
    choose_cloths(ringer)
    return ringer


@pytest.fixture
def kept_here(tmp_path, settings):
    settings.DATA = tmp_path
    return tmp_path
