"""Answers a careful cutter gave before the program was asked, as tables: what, expected, said, because."""

from pathlib import Path

from craft.cloth.cloth import CARES, FIBRES, TRAITS, WEAVES, WEIGHTS
from craft.cloth.handling import HANDLING

GREY, DARK, LIGHT, WHITE = "#8a8f94", "#20242c", "#f2efe6", "#fbfaf6"


def rows(name: str) -> list[tuple[str, ...]]:
    """The rows of a table, each with its reason last."""
    text = (Path(__file__).parent / f"{name}.txt").read_text()
    lines = [line for line in text.splitlines() if line and not line.startswith("#")]
    found = [tuple(cell.strip() for cell in line.split("|")) for line in lines]
    assert all(row[-1] for row in found)
    return found


def facts(words: str) -> dict:
    """What a cloth is, from words: “wool pile care hand unsure spots washed”."""
    said, known = words.split(), {"name": words, "width": 1400, "fibre": "mixed", "colour": GREY}
    known |= {"traits": [], "unsure": []}
    while said:
        word, after = said.pop(0), said[0] if said else ""
        if word == "care" and after in CARES:
            known["care"] = said.pop(0)
        elif word == "weight" and after in WEIGHTS:
            known["weight"] = said.pop(0)
        elif word == "unsure" and after in HANDLING:
            known["unsure"].append(said.pop(0))
        elif word in WEAVES:
            known["weave"] = word
        elif word in FIBRES:
            known["fibre"] = word
        elif word in TRAITS:
            known["traits"].append(word)
            known["colour"] = {"dark": DARK, "light": LIGHT}.get(word, known["colour"])
        elif word == "sides":
            known["traits"].append("sides alike")
        elif word == "white":
            known["colour"] = WHITE
        elif word == "bars":
            known["repeat"] = {"along": 60}
        elif word in ("nap", "washed"):
            known[word] = True
        else:
            raise ValueError(f"no such word of a cloth: {word}")
    return known


def agree(text: str, said: str) -> list[str]:
    """Where a text and what is to be said (+) or not (-) do not agree; “-” alone asks nothing."""
    faults = []
    for part in filter(None, (each.strip() for each in said.split(";"))):
        sign, words = part[0], part[1:].strip().lower()
        if words and (words in text.lower()) != (sign == "+"):
            faults.append(part)
    return faults
