"""The house itself: names that would hide each other, files that grew too long, types that went flat."""

import importlib
import pkgutil
from collections import defaultdict
from inspect import isclass
from pathlib import Path
from types import ModuleType

from pydantic import BaseModel

import craft
import workroom.api
from workroom.api.all import api
from workroom.records.management.commands.describe_api import plain

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
