"""Plain sentences for data that does not have the right shape."""

from typing import Any

from pydantic import ValidationError

# pydantic's kinds of error, in words; {…} are filled from the error's context.
_SAID = {
    "missing": "something is missing here.",
    "extra_forbidden": "there is something here that does not belong.",
    "finite_number": "a number here is not finite.",
    "greater_than_equal": "this must be at least {ge:g}.",
    "less_than_equal": "this must be at most {le:g}.",
    "string_too_short": "this must not be empty.",
    "string_too_long": "this is longer than {max_length} characters.",
    "string_type": "text is expected here.",
    "string_pattern_mismatch": "this is not written as it should be.",
    "literal_error": "this must be one of {expected}.",
    "float_type": "a number is expected here.",
    "float_parsing": "a number is expected here.",
    "int_type": "a whole number is expected here.",
    "int_parsing": "a whole number is expected here.",
    "int_from_float": "a whole number is expected here.",
    "bool_type": "yes or no is expected here.",
    "bool_parsing": "yes or no is expected here.",
    "too_short": "there are too few entries here.",
    "too_long": "there are too many entries here.",
    "dict_type": "named entries are expected here.",
    "tuple_type": "a list is expected here.",
    "list_type": "a list is expected here.",
    "model_type": "named entries are expected here.",
    "value_error": "{error}",
    "string_unicode": "this text is not written in readable characters.",
    "recursion_loop": "this is nested in itself.",
    "json_invalid": "this is not readable JSON.",
}


def sentence_for(error: ValidationError) -> tuple[str, str]:
    """Where (levels joined by dots) and what, for the first thing that is wrong."""
    return said(deepest([dict(entry) for entry in error.errors(include_url=False)]))


def deepest(entries: list[dict[str, Any]]) -> dict[str, Any]:
    """The entry that is meant: a line or a cubic is tried for every curve, so several entries can
    speak of one place, and the deepest of them knows best."""
    return max(entries, key=lambda entry: len(entry.get("loc", ())))


def deepest_of_each(error: ValidationError) -> list[dict[str, Any]]:
    """One entry for each place that is wrong: of entries about the same place, or a place inside it,
    the deepest."""
    deepest: list[dict[str, Any]] = []
    for entry in error.errors(include_url=False, include_input=False):
        loc = tuple(entry.get("loc", ()))
        plain = tuple(level for level in loc if "[" not in str(level))
        near = next((other for other in deepest if _same_curve(other["plain"], plain)), None)
        told = {**entry, "plain": plain}
        if near is None:
            deepest.append(told)
        elif len(loc) > len(near.get("loc", ())):
            deepest[deepest.index(near)] = told
    return deepest


def _same_curve(one: tuple[Any, ...], other: tuple[Any, ...]) -> bool:
    """A line and a cubic are both tried for every curve: what they say of one curve is one fault."""
    size = min(len(one), len(other))
    return one[:size] == other[:size] or ("path" in one and one[:2] == other[:2])


def said(first: dict[str, Any]) -> tuple[str, str]:
    """The same for one of pydantic's error entries."""
    loc = first.get("loc")
    place = (
        ".".join(str(level) for level in loc if "[" not in str(level))
        if isinstance(loc, tuple | list)
        else ""
    )
    context = first.get("ctx")
    sentence = _SAID.get(str(first.get("type")), "this does not have the right form.")
    try:
        sentence = sentence.format(**(context if isinstance(context, dict) else {}))
    except (KeyError, ValueError):
        sentence = "this does not have the right form."
    return place or "the top", sentence
