"""What older files and rows said in other words, or left to be derived.

Whatever is derived by default may be derived otherwise by a later version. Where something rests on it
(pieces that lie, ticks), what it was then is written down as the documents are brought up to date, so
that no update turns anybody's cloth. Each step knows an older document by what it lacks, and leaves
others alone.
"""

import re
from collections.abc import Callable
from typing import Any

from pydantic import ValidationError

from craft.cloth import Cloth, shrinkage
from craft.cloth.inputs import why_single

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
# Traits that asked for a single layer before there were schools; stripes did not.
BEFORE_SCHOOLS = frozenset({"slippery", "sheer", "lace", "thick"})
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


def brought_up(inputs: Any) -> Any:
    """A making's inputs as read from JSON, as this version writes them. What has another shape is left
    to be refused where it is read."""
    inputs = with_codes(inputs)
    if not isinstance(inputs, dict):
        return inputs
    inputs = _with_cloths(inputs, _told_apart)
    if "mirrored" in _part(inputs, "lay", "match"):
        return inputs
    for step in (_with_folds, _with_washing, _with_matching):
        inputs = step(inputs)
    return inputs


def cloth_brought_up(cloth: Any) -> Any:
    """A cloth of the cupboard, on which nothing lies: only what is counted or said otherwise now."""
    return _counted_from_outside(_told_apart(cloth), lies=False)


def _told_apart(cloth: Any) -> Any:
    """Knit and lace were traits as well as weaves, a pile was a weave, and what ran one way was handled as
    if it had a pile."""
    if not isinstance(cloth, dict) or "weight" in cloth or "name" not in cloth:
        return cloth
    traits, unsure = cloth.get("traits", []), cloth.get("unsure", [])
    if not isinstance(traits, list) or not isinstance(unsure, list):
        return cloth
    weave = cloth.get("weave", "plain")
    kept = [trait for trait in traits if trait not in ("knit", "lace")]
    made = "plain" if weave == "pile" else "lace" if weave == "net" else weave
    made = next((trait for trait in ("lace", "knit") if trait in traits), made)
    if weave == "pile":
        kept.append("pile")
    elif (cloth.get("nap") or cloth.get("nap_unsure")) and weave != "satin":
        unsure = [*unsure, "pile"]
    return {**cloth, "weight": "unknown", "weave": made, "traits": kept, "unsure": unsure}


def _part(inputs: dict[str, Any], stage: str, field: str) -> dict[str, Any]:
    """A field of a stage that holds something by role; {} where there is none."""
    found = inputs.get(stage)
    found = found.get(field) if isinstance(found, dict) else None
    return found if isinstance(found, dict) else {}


def _rests(inputs: dict[str, Any], role: str) -> bool:
    """Whether pieces lie on the cloth of a role, or something about it is ticked."""
    ticks = inputs.get("ticks")
    named = (str(key).split("/") for key in ticks) if isinstance(ticks, dict) else ()
    return bool(_part(inputs, "lay", "placements").get(role)) or any(
        role in parts[:2] for parts in named
    )


def _with(inputs: dict[str, Any], stage: str, **fields: Any) -> dict[str, Any]:
    before = inputs.get(stage)
    return {**inputs, stage: {**(before if isinstance(before, dict) else {}), **fields}}


def _with_folds(inputs: dict[str, Any]) -> dict[str, Any]:
    """Folds nobody chose: as the cloth's traits asked once, then as the school asked."""
    cloth = inputs.get("cloth")
    if not isinstance(cloth, dict):
        return inputs
    folds, cloths = _part(inputs, "cloth", "folds"), _part(inputs, "cloth", "cloths")
    missing: dict[str, Any] = {}
    for role in {*cloths, *_part(inputs, "lay", "placements")} - set(folds):
        if not _rests(inputs, role):
            continue
        owned = _cloth(cloths.get(role))
        alone = owned is not None and (
            bool(BEFORE_SCHOOLS & {*owned.traits, owned.weave}) if "school" not in cloth
            else cloth["school"] == "by cloth" and why_single(owned) is not None
        )  # fmt: skip
        missing[role] = "single" if alone else "lengthwise"
    return _with(inputs, "cloth", folds={**folds, **missing}) if missing else inputs


def _with_washing(inputs: dict[str, Any]) -> dict[str, Any]:
    """Stripes, flaws and outlines were taken to lie on washed cloth as they were written down."""
    return _with_cloths(inputs, lambda cloth: _counted_from_outside(cloth, lies=True))


def _with_cloths(inputs: dict[str, Any], make: Callable[[Any], Any]) -> dict[str, Any]:
    """Every cloth of a making brought up in one way."""
    cloths = _part(inputs, "cloth", "cloths")
    made = {role: make(cloth) for role, cloth in cloths.items()}
    return inputs if made == cloths else _with(inputs, "cloth", cloths=made)


def _counted_from_outside(cloth: Any, *, lies: bool) -> Any:
    """A cloth whose first stripe was counted from the inner edge of the selvedge: from the outer one, as
    everything else. ``lies``: pieces lie on it, which took these measures for those of the washed cloth."""
    known = _cloth(cloth)
    if not isinstance(cloth, dict) or known is None or "measured" in cloth:
        return cloth
    made = {**cloth, "measured": {}}
    selvedge = known.selvedge
    if lies and not known.washed:
        selvedge *= 1 - shrinkage(known).across.value
        made["measured"] = {
            each: "after"
            for each in ("repeat", "flaws", "remnant", "motifs")
            if _given(cloth, each)
        }
        in_by = selvedge - known.selvedge  # the edge pieces lie at, on washed cloth
        for each in ("flaws", "motifs", "remnant"):
            if cloth.get(each):
                made[each] = _shifted(cloth[each], in_by)
    if known.repeat.across or known.repeat.along:
        first = round(known.repeat.from_edge + selvedge, 6)
        made["repeat"] = {**cloth["repeat"], "from_edge": first}
    return made


def _given(cloth: dict[str, Any], measure: str) -> bool:
    found = cloth.get(measure)
    if measure == "repeat":
        return isinstance(found, dict) and bool(found.get("along") or found.get("across"))
    return bool(found)


def _shifted(places: Any, by: float) -> Any:
    """Every place moved across (mm), however deep in lists."""
    if len(places) == 2 and all(isinstance(each, int | float) for each in places):
        return [places[0], round(places[1] + by, 6)]
    return [_shifted(each, by) for each in places]


def _with_matching(inputs: dict[str, Any]) -> dict[str, Any]:
    """Stripes never met as in a mirror."""
    match = _part(inputs, "lay", "match")
    lies = any(_part(inputs, "lay", "placements").values())
    return _with(inputs, "lay", match={**match, "mirrored": False}) if lies else inputs


def _cloth(cloth: Any) -> Cloth | None:
    try:
        return Cloth.model_validate(cloth)
    except ValidationError:
        return None


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
