"""Hostile hands: ``python -m tools.hold_bench.hostile [COUNT] [--seed N] [--server]``.

Requests that nobody would send, drawn from the api's own description: bodies spoilt or made up, numbers and
texts beyond all bounds, files and pictures with bits flipped, cut off or stuffed. None may be answered
with 500 or more, none may take over five seconds, and the memory of the web process may not grow by 300 MB.
Request number n of a seed is always the same; one that does harm is named by both.
"""

import argparse
import json
import random
import sys
import time
from contextlib import nullcontext
from typing import Any
from urllib.parse import quote

from tools.hold_bench.harm import files
from tools.hold_bench.kills import WEB
from tools.hold_bench.making import laid_file
from tools.hold_bench.processes import children, memory, named
from tools.hold_bench.visitor import Visitor
from tools.postgres import postgres
from tools.served import launched
from tools.verdict import MISSED, met

LONGEST, GROWTH = 5.0, 300.0  # s, MB
# Whoever signs out or removes everything has nothing left to be hostile with.
SPARED = ("/session/leave", "/account/remove", "/account/password", "/account/leave-everywhere")
RARE = ("/session/demo", "/session/join", "/session/enter")

SCALARS: tuple[Any, ...] = (
    None, True, False, 0, -1, 1, 2**31, 2**63, 10**400, -(10**30), 0.1, -0.0, 1e308, float("nan"),
    float("inf"), "", " ", "a", "0", "x" * 5_000, "\u0000", "\ud800", "\u202eabc", "\U0001f9f5" * 300,
    "../../etc/passwd", "%s%n{}", "=1+1", "<script>", [], {}, [[]], [None], {"": None},
)  # fmt: skip
NAMES = (
    "main", "lining", "1.1", "2.1", "trace/1", "waist", "bust", "D", "1", "2026-11-01", "darts", "hip",
)  # fmt: skip


class Hostile:
    """The maker of requests."""

    def __init__(
        self, schema: dict[str, Any], files: dict[str, bytes], ids: dict[str, list[int]]
    ) -> None:
        self.schema, self.files, self.ids = schema, files, ids
        self.operations = [
            (method.upper(), path, operation)
            for path, methods in sorted(schema["paths"].items())
            for method, operation in sorted(methods.items())
            if not path.endswith(SPARED)
        ]

    def request(self, chance: random.Random) -> tuple[str, str, bytes | None]:
        """One request: method, address, body."""
        method, path, operation = chance.choice(self.operations)
        if path.endswith(RARE) and chance.random() < 0.8:
            method, path, operation = chance.choice(self.operations)
        for parameter in operation.get("parameters", ()):
            if parameter["in"] == "path":
                path = path.replace("{" + parameter["name"] + "}", self._in_path(chance, parameter))
        query = [
            f"{p['name']}={quote(self._text(chance, p.get('schema', {})))}"
            for p in operation.get("parameters", ())
            if p["in"] == "query" and chance.random() < 0.6
        ]
        if query:
            path += "?" + "&".join(query)
        if method in ("GET", "DELETE"):
            return method, path, None
        return method, path, self._body(chance, path, operation)

    def _in_path(self, chance: random.Random, parameter: dict[str, Any]) -> str:
        known = self.ids.get(parameter["name"], [])
        if known and chance.random() < 0.85:
            return str(chance.choice(known))
        return quote(self._text(chance, parameter.get("schema", {})), safe="") or "0"

    def _text(self, chance: random.Random, schema: dict[str, Any]) -> str:
        value = self._value(chance, schema, 0)
        if isinstance(value, str):
            return value.encode("utf-8", "replace").decode()[:3_000]
        return json.dumps(value)[:3_000]

    def _body(self, chance: random.Random, path: str, operation: dict[str, Any]) -> bytes:
        kind = chance.random()
        if "open" in path or "/pictures/" in path or kind < 0.08:
            return self._file(chance)
        content = operation.get("requestBody", {}).get("content", {}).get("application/json", {})
        if kind < 0.14:
            value: Any = self._odd(chance, 0)
        else:
            value = self._value(chance, content.get("schema", {}), 0)
            if isinstance(value, dict) and "against" in value and chance.random() < 0.8:
                value["against"] = self.ids.get("at", [0])[-1]
        text = json.dumps(value).encode("utf-8", "replace")
        if kind > 0.95:
            text = self._spoilt(chance, text)
        return text[:2_000_000]

    def _value(self, chance: random.Random, schema: dict[str, Any], deep: int) -> Any:
        """Something of that shape, now and then not quite."""
        if chance.random() < 0.06 or deep > 7:
            return chance.choice(SCALARS)
        if "$ref" in schema:
            name = schema["$ref"].rsplit("/", 1)[1]
            return self._value(chance, self.schema["components"]["schemas"][name], deep + 1)
        for key in ("anyOf", "oneOf"):
            if key in schema:
                return self._value(chance, chance.choice(schema[key]), deep + 1)
        if "allOf" in schema:
            return self._value(chance, schema["allOf"][0], deep + 1)
        if "enum" in schema or "const" in schema:
            return chance.choice(schema.get("enum", [schema.get("const")]))
        kind = schema.get("type")
        if kind == "object" or "properties" in schema:
            made = {
                name: self._value(chance, each, deep + 1)
                for name, each in schema.get("properties", {}).items()
                if name in schema.get("required", ()) or chance.random() < 0.5
            }
            more = schema.get("additionalProperties")
            if isinstance(more, dict):
                for _ in range(chance.choice((0, 1, 3, 40))):
                    made[self._name(chance)] = self._value(chance, more, deep + 2)
            return made
        if kind == "array":
            items = schema.get("items") or {}
            prefix = schema.get("prefixItems")
            if prefix:
                return [self._value(chance, each, deep + 1) for each in prefix]
            many = chance.choice((0, 1, 2, 5, 60)) if deep < 5 else 1
            return [self._value(chance, items, deep + 1) for _ in range(many)]
        if kind == "integer":
            return chance.choice((0, 1, 2, 7, -1, 40, 10**6, 2**40, 10**30))
        if kind == "number":
            return chance.choice((0, 1.5, -3, 120, 1e-12, 20_000, 1e9, 1e308, -1e18))
        if kind == "boolean":
            return chance.random() < 0.5
        if kind == "string":
            return self._name(chance)
        return chance.choice(SCALARS)

    def _name(self, chance: random.Random) -> str:
        if chance.random() < 0.6:
            return chance.choice(NAMES)
        return str(chance.choice([each for each in SCALARS if isinstance(each, str)]))

    def _odd(self, chance: random.Random, deep: int) -> Any:
        if deep > 30 or chance.random() < 0.3:
            return chance.choice(SCALARS)
        if chance.random() < 0.5:
            return [self._odd(chance, deep + 1) for _ in range(chance.choice((1, 1, 2)))]
        return {self._name(chance): self._odd(chance, deep + 1)}

    def _file(self, chance: random.Random) -> bytes:
        return self._spoilt(chance, self.files[chance.choice(sorted(self.files))])

    def _spoilt(self, chance: random.Random, data: bytes) -> bytes:
        how = chance.random()
        if not data or how < 0.1:
            return data
        at = chance.randrange(len(data))
        if how < 0.3:
            return data[:at]
        if how < 0.7:
            out = bytearray(data)
            for _ in range(chance.choice((1, 3, 30))):
                out[chance.randrange(len(out))] = chance.randrange(256)
            return bytes(out)
        if how < 0.85:
            numbers = (
                b"1e308",
                b"-1",
                b"99999999999999999999",
                b"null",
                b'"x"',
                b"[[[[",
                b"1e-300",
            )
            return data[:at] + chance.choice(numbers) + data[at:]
        return data[:at] + data[at : at + 20_000] * chance.choice((2, 30)) + data[at:]


def assault(count: int, seed: int, database: str) -> None:
    """Send them all, and print what came of it."""
    with launched(demo=False, DOVE_TACK_DATABASE=database) as made:
        time.sleep(3)
        one = Visitor(made.address, "Orla")
        one.join(laid_file())
        schema = one.call("schema", "GET", "/openapi.json")
        cupboard = one.call("read", "GET", "/cupboard")
        ids = {"making_id": [one.making], "pattern_id": [cupboard["patterns"][0]["id"]], "at": [0]}
        hostile = Hostile(schema, files(), ids)
        before = memory(children(named(made.launcher.pid, WEB)))
        broken: list[str] = []
        answers: dict[int, int] = {}
        slowest = (0.0, "")
        for number in range(count):
            chance = random.Random(f"{seed}/{number}")
            if number % 25 == 0:
                _fresh(one, ids)
            method, path, body = hostile.request(chance)
            begun = time.monotonic()
            status, data = _sent(one, method, path, body)
            took = time.monotonic() - begun
            answers[status] = answers.get(status, 0) + 1
            named_ = f"{seed}/{number} {method} {path[:90]}"
            slowest = max(slowest, (took, named_))
            if (status >= 500 and status not in (503, 507)) or took > LONGEST or status == 0:
                broken.append(f"{named_}: {status} after {took:.1f} s {data[:200]!r}")
                print(broken[-1], flush=True)
        grown = memory(children(named(made.launcher.pid, WEB))) - before
    print(f"{count} requests of seed {seed}: {dict(sorted(answers.items()))}")
    print(f"{'broken':<24} {len(broken):6d}     = 0  {met('broken', not broken)}")
    quick = met("slowest", slowest[0] < LONGEST)
    print(f"{'slowest':<24} {slowest[0]:6.2f} s   < {LONGEST:g}  {quick}  {slowest[1]}")
    print(f"{'memory grown by':<24} {grown:6.0f} MB  < {GROWTH:g}  {met('memory', grown < GROWTH)}")


def _sent(one: Visitor, method: str, path: str, body: bytes | None) -> tuple[int, bytes]:
    try:
        return one.raw(method, path.encode("ascii", "ignore").decode(), body)
    except OSError as error:
        return 0, str(error).encode()


def _fresh(one: Visitor, ids: dict[str, list[int]]) -> None:
    """Where the making stands; another one where it was taken away."""
    status, data = one.raw("GET", f"/api/makings/{ids['making_id'][-1]}")
    if status != 200:
        status, data = one.raw("POST", "/api/makings/open", laid_file().encode())
        if status != 200:
            return
        ids["making_id"] = [json.loads(data)["id"]]
    ids["at"] = [json.loads(data)["at"]]


def main() -> int:
    """Run it. Returns 1 when something broke."""
    parser = argparse.ArgumentParser(prog="hostile", description=__doc__)
    parser.add_argument("count", nargs="?", type=int, default=10_000)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--server", action="store_true", help="on PostgreSQL")
    asked = parser.parse_args()
    with postgres() if asked.server else nullcontext("") as address:
        assault(asked.count, asked.seed, address)
    return 1 if MISSED else 0


if __name__ == "__main__":
    sys.exit(main())
