"""The house itself: names that would hide each other, files that grew too long, types that went flat."""

import importlib
import json
import os
import pkgutil
import re
import subprocess
import sys
from collections import defaultdict
from inspect import isclass
from pathlib import Path
from types import ModuleType

from django.conf import settings
from pydantic import BaseModel

import craft
import tools
import workroom.api
from craft.formats.bundle import write_pattern
from craft.thread.stages import STAGES
from tools import licences, schema
from workroom.api.all import api
from workroom.commands.management.commands.describe_api import plain
from workroom.demo.blouse import yoke_blouse

ROOT = Path(__file__).parents[1]
LONGEST = 400


def modules() -> list[ModuleType]:
    return [
        importlib.import_module(each.name)
        for package in (craft, workroom.api)
        for each in pkgutil.walk_packages(package.__path__, f"{package.__name__}.")
        if each.name != "craft.nest.warm"
    ]


def test_no_two_models_share_a_name():
    # The description of the api has one schema for each name: a second one would replace it.
    where = defaultdict(set)
    for module in modules():
        for each in vars(module).values():
            if isclass(each) and issubclass(each, BaseModel):
                where[each.__name__].add(each.__module__)
    assert len(where) > 100
    assert {name: found for name, found in where.items() if len(found) > 1} == {}


def test_no_module_is_hidden_by_its_own_function():
    hidden = [
        module.__name__
        for module in modules()
        if "." in module.__name__
        and getattr(
            importlib.import_module(module.__name__.rpartition(".")[0]),
            module.__name__.rpartition(".")[2],
        )
        is not module
    ]
    assert hidden == []


def test_no_file_is_long_without_a_reason():
    files = [f for room in ("craft", "workroom", "tools", "web/src") for f in (ROOT / room).rglob("*")]
    source = [f for f in files if f.suffix in (".py", ".ts", ".svelte") and f.name != "schema.d.ts"]
    assert len(source) > 200
    long = {
        str(f.relative_to(ROOT)): count
        for f in source
        if (count := len(f.read_text().splitlines())) > LONGEST and "Long because" not in f.read_text()
    }
    assert long == {}


def test_tuples_stay_tuples_in_the_description():
    schemas = plain(api.get_openapi_schema())["components"]["schemas"]
    matrix = schemas["Judged"]["properties"]["matrix"]
    assert [each["type"] for each in matrix["prefixItems"]] == ["number"] * 6
    points = schemas["Mark"]["properties"]["points"]["items"]
    assert len(points["prefixItems"]) == 2


def test_everything_that_ships_is_listed_with_its_licence():
    """Otherwise: python -m tools.licences."""
    assert licences.LIST.read_text() == licences.listed()
    rows = [line for line in licences.listed().splitlines() if line.startswith("| ")]
    names = {line.split(" | ")[0].removeprefix("| ") for line in rows}
    assert {"django", "gunicorn", "svelte", "daisyui", "@lucide/svelte", "Bitstream Vera"} <= names
    assert len(names) > 60


def test_the_newest_version_is_told():
    told = re.findall(r"^## ([\d.]+) · (\d{4}-\d\d-\d\d)$", (ROOT / "CHANGELOG.md").read_text(), re.M)
    assert told[0][0] == settings.VERSION
    assert [each[1] for each in told] == sorted({each[1] for each in told}, reverse=True)


def test_every_stage_has_its_inputs_its_result_and_its_knot_under_the_same_names():
    for stage in STAGES:
        inputs, result, knot = (
            importlib.import_module(f"craft.{stage}.{part}") for part in ("inputs", "result", "knot")
        )
        assert any(name.endswith("Inputs") for name in vars(inputs)), stage
        assert callable(getattr(knot, f"{stage}_knot"))
        own = [each for each in vars(result).values() if getattr(each, "__module__", "") == result.__name__]
        assert any(isclass(each) and issubclass(each, BaseModel) for each in own), stage


def test_what_is_named_for_additions_is_there():
    text = "".join((ROOT / each).read_text() for each in ("CONTRIBUTING.md", "docs/house.md"))
    named = re.findall(r"`((?:craft|web|workroom|tests|tools)/[\w/.-]+)`", text)
    assert len(named) > 20
    assert [each for each in named if not (ROOT / each).exists()] == []


def test_every_tool_finds_what_it_asks_for():
    found = [each.name for each in pkgutil.walk_packages(tools.__path__, "tools.")]
    assert len(found) > 20
    # What is fetched only by who asks for it.
    on_demand = re.findall(r"^([\w.-]+)==", (ROOT / "requirements-mutants.txt").read_text(), re.M)
    missing = set[str]()
    for name in found:
        if not name.endswith("__main__"):
            try:
                importlib.import_module(name)
            except ModuleNotFoundError as each:
                missing.add(str(each.name).split(".")[0].replace("_", "-"))
    assert [each for each in missing if each not in on_demand] == []


def test_the_published_schema_is_that_of_the_models():
    assert schema.FILE.read_text() == schema.schema()
    published = json.loads(schema.FILE.read_text())
    saved = json.loads(write_pattern(yoke_blouse()))
    assert set(published["properties"]) == set(saved)
    piece = published["$defs"]["Piece"]
    assert set(saved["pattern"]["pieces"][0]) <= set(piece["properties"])
    assert set(piece["required"]) <= set(saved["pattern"]["pieces"][0])


def test_the_measurements_start_without_a_server_being_set_up():
    told = {name: value for name, value in os.environ.items() if not name.startswith("DJANGO")}
    said = subprocess.run(
        [sys.executable, "-m", "tools.bench", "--help"], cwd=ROOT, env=told, capture_output=True,
        check=False,
    )  # fmt: skip
    assert said.returncode == 0, said.stderr.decode()[-300:]
