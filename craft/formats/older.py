"""What older files and rows said in other words: the facts of ticks were sentences once."""

import re
from collections.abc import Callable
from typing import Any

_FOLDS = {
    "single layer": "single",
    "folded lengthwise": "lengthwise",
    "both selvedges folded to the middle": "middle",
    "folded in part": "part",
    "folded crosswise": "crosswise",
}
_WAYS = {
    "snip": "snip",
    "notch cut outward": "outward",
    "thread tracing": "thread",
    "pin through and chalk": "chalk",
    "carbon and wheel": "carbon",
    "tailor’s tacks": "tacks",
    "one secured thread stitch": "stitch",
}
_LINES = {"cutting line": "cutting", "stitching line": "stitching"}
_MM = r"\[\[(-?[\d.]+)\]\]"


def _size(said: str) -> Any:
    """“D”, or “D at the bust, F at the waist, lengths of E”."""
    if " at the " not in said:
        return said
    pairs: list[list[str | float]] = []
    for part in said.split(", "):
        if part.startswith("lengths of "):
            pairs.append(["length", part.removeprefix("lengths of ")])
        else:
            value, _, level = part.partition(" at the ")
            pairs.append([level, value])
    return pairs


def _allowance(said: str) -> Any:
    """“the pattern’s own”, or “French seam; [[12]]; 1/side [[20]]”."""
    if said == "the pattern’s own":
        return []
    pairs: list[list[str | float]] = []
    for part in said.split("; "):
        found = re.fullmatch(rf"(?:(.+) )?{_MM}", part)
        pairs.append([found[1] or "", float(found[2])] if found else ["", part])
    return pairs


def _length(said: str) -> Any:
    """“as drawn”, or “[[-12]] at the waist; [[8]] at the hip”."""
    found = re.findall(rf"{_MM} at the ([^;]+)", said)
    return [[level, float(mm)] for mm, level in found]


_MADE: dict[str, Callable[[str], Any]] = {
    "size": _size,
    "allowance": _allowance,
    "length": _length,
    "fold": lambda said: _FOLDS.get(said, said),
    "line": lambda said: _LINES.get(said, said),
    "way": lambda said: _WAYS.get(said, said),
}


def coded(facts: dict[str, Any]) -> dict[str, Any]:
    """The facts of one tick; what is coded already stays."""
    return {
        name: _MADE[name](said) if name in _MADE and isinstance(said, str) else said
        for name, said in facts.items()
    }


def with_codes(inputs: Any) -> Any:
    """A making's inputs as read from JSON, the facts of its ticks as codes. What has another shape is
    left to be refused where it is read."""
    if not isinstance(inputs, dict) or not isinstance(inputs.get("ticks"), dict):
        return inputs
    ticks = {
        key: coded(facts) if isinstance(facts, dict) else facts
        for key, facts in inputs["ticks"].items()
    }
    return {**inputs, "ticks": ticks}
