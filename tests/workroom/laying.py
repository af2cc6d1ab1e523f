"""Cloths chosen, a search handed in, a lay from one, for the tests of the api."""

import json
import time
from collections.abc import Callable
from functools import cache

from django.http import HttpResponse

from craft.nest.warm import warm
from workroom.jobs.worker import Worker

compiled = cache(warm)


def work(until: Callable[[], bool] = lambda: False) -> bool:
    """A worker at work until nothing is open any more; whether there was anything to do."""
    compiled()
    worker = Worker()
    worker.step()
    there_was = bool(worker.children)
    while worker.children and not until():
        time.sleep(0.01)
        worker.step()
    worker.leave()
    return there_was


def drawn(api, path: str):
    """The answer to an address of a paper, once it is drawn."""
    answer = api.client.get(path)
    while answer.status_code == 202:
        assert work()
        answer = api.client.get(path)
    if answer.streaming:
        return HttpResponse(b"".join(answer), content_type=answer["Content-Type"])
    return answer


def choose_cloths(api) -> None:
    cupboard = api.call("GET", "/cupboard")
    by_name = {card["cloth"]["name"].split(",")[0]: card["cloth"] for card in cupboard["cloths"]}
    roles = {"main": "Wool flannel", "lining": "Slippery lining", "interfacing": "Woven interfacing"}
    api.edit("cloth", inputs={"cloths": {role: by_name[name] for role, name in roles.items()}})


def corrected(cloth: dict, **facts) -> dict:
    """What a window sends that corrects a cloth it saw."""
    return {"cloth": {**cloth, **facts}, "seen": cloth}


def begin(api, **more):
    body = {"role": "main", "seconds": 0.6, **more}
    return api.call("POST", f"/makings/{api.head['id']}/lay/searches", body)


def searched(api, **more) -> dict:
    """A search worked off, as it is seen then."""
    search = begin(api, **more)
    work()
    return look(api, search)


def look(api, search):
    return api.call("GET", f"/makings/{api.head['id']}/lay/searches/{search['id']}")


# What was found so far in this process, by what it was sought for: one waistcoat is searched once.
_found: dict[str, list[dict]] = {}


def laid_out(api) -> list[dict]:
    inputs = [api.head["inputs"][stage] for stage in ("pick", "trace", "fit", "cloth")]
    asked = json.dumps([api.head["pattern"], inputs])
    if asked not in _found:
        _found[asked] = searched(api)["best"]["sought"]["placements"]
    api.edit("lay", role="main", placements=_found[asked])
    return [dict(each) for each in _found[asked]]
