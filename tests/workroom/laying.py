"""Cloths chosen, a search handed in, a lay from one, for the tests of the api."""

from workroom.jobs.worker import work_once


def choose_cloths(api) -> None:
    cupboard = api.call("GET", "/cupboard")
    by_name = {card["cloth"]["name"].split(",")[0]: card["cloth"] for card in cupboard["cloths"]}
    api.edit(
        "cloth",
        inputs={
            "cloths": {
                "main": by_name["Wool flannel"],
                "lining": by_name["Slippery lining"],
                "interfacing": by_name["Woven interfacing"],
            }
        },
    )


def begin(api, **more):
    body = {"role": "main", "seconds": 0.6, **more}
    return api.call("POST", f"/makings/{api.head['id']}/lay/searches", body)


def look(api, search):
    return api.call("GET", f"/makings/{api.head['id']}/lay/searches/{search['id']}")


def laid_out(api) -> list[dict]:
    search = begin(api)
    work_once()
    placements = look(api, search)["best"]["sought"]["placements"]
    api.edit("lay", role="main", placements=placements)
    return placements
