"""What the words on a piece say: its number and name, how many to cut, of which cloth, on the fold."""

import re
from collections.abc import Iterable, Sequence
from typing import NamedTuple

from craft.drawing import DrawnText
from craft.pattern.piece import Cut, Role
from craft.recognise.outlines import OutlineFound

COUNTS = {"a": 1, "one": 1, "two": 2, "three": 3, "four": 4, "six": 6, "once": 1, "twice": 2}
CLOTHS: dict[str, Role] = {
    "lining": "lining", "interfacing": "interfacing", "fusible": "interfacing", "contrast": "contrast",
    "interlining": "interfacing",
}  # fmt: skip
_CUT = re.compile(
    r"\bcut\s*:?\s*(\d{1,2}|a(?=\s+pair)|one|two|three|four|six|once|twice)\b|\b(\d{1,2})\s*[x×]\b",
    re.IGNORECASE,
)
_FOLD = re.compile(r"\bfold\b", re.IGNORECASE)
_PAIRS = re.compile(r"\bpairs?\b", re.IGNORECASE)
_NUMBER = re.compile(
    r"^(?:piece|no\.?|#)?\s*(\d{1,3})\s*[.):–-]?\s+(?=\D)|^(\d{1,3})$|^piece\s+(\d{1,3})$",
    re.IGNORECASE,
)
_NO_NAME = re.compile(
    r"\bcut\b|\bfold\b|grain|size|lengthen|shorten|page|cm\b|mm\b|inch|seam|allowance|place|©|www|pattern",
    re.IGNORECASE,
)


class PieceWords(NamedTuple):
    """What is said on a piece. ``number`` None, ``name`` "", no ``cuts``: nothing says it. ``used``: the
    texts that were taken for it; ``unused``: the others on it."""

    number: int | None
    name: str
    cuts: tuple[Cut, ...]
    used: tuple[DrawnText, ...] = ()
    unused: tuple[DrawnText, ...] = ()


def texts_by_piece(
    texts: Iterable[DrawnText], outlines: Sequence[OutlineFound]
) -> dict[int, list[DrawnText]]:
    """The texts that lie on each of the outlines, by its place among them; where pieces lie on each other a
    text belongs to the smaller."""
    found: dict[int, list[DrawnText]] = {}
    for text in texts:
        middle = (text.at[0] + text.length * 0.2, text.at[1] - text.height * 0.3)
        on = [at for at, each in enumerate(outlines) if each.contains(middle)]
        if on:
            found.setdefault(min(on, key=lambda at: outlines[at].area), []).append(text)
    return found


def words_of(texts: Sequence[DrawnText]) -> PieceWords:
    """What a piece's words say, read from above to below."""
    number, name, cuts, used = None, "", list[Cut](), list[DrawnText]()
    for text in sorted(texts, key=lambda each: (-round(each.height, 1), each.at[1], each.at[0])):
        words = text.text.strip()
        how_many = _CUT.search(words)
        cut = _cut(how_many, words) if how_many else None
        if how_many and cut:
            cuts.append(cut)
            used.append(text)
            words = words[: how_many.start()].strip(" ,.;:–-")
        found = _NUMBER.match(words)
        if found and number is None:
            number = int(next(each for each in found.groups() if each)) or None
            words = words[found.end() :].strip()
            used.append(text)
        if (
            not name
            and len(words) > 1
            and re.search(r"[^\W\d]{2}", words)
            and not _NO_NAME.search(words)
        ):
            name = words[:60]
            used.append(text)
    unused = tuple(each for each in texts if each not in used)
    return PieceWords(number, name, _merged(cuts, texts), tuple(dict.fromkeys(used)), unused)


def cut_of(words: str) -> Cut | None:
    """How many to cut, of which cloth, as a line of text says it; None where it does not. Two of a piece
    are left and right, unless they are cut on the fold.

    >>> cut_of("Cut 2 on fold in lining")
    Cut(role='lining', count=2, pair=False, on_fold=True)
    >>> cut_of("2x main fabric"), cut_of("Front") is None
    (Cut(role='main', count=2, pair=True, on_fold=False), True)
    """
    found = _CUT.search(words)
    return None if found is None else _cut(found, words)


def _cut(found: re.Match[str], words: str) -> Cut | None:
    told = (found[1] or found[2]).lower()
    count = (COUNTS.get(told) or int(told)) * (2 if _PAIRS.search(words) else 1)
    if not 1 <= count <= 20:
        return None
    role = next((role for word, role in CLOTHS.items() if word in words.lower()), "main")
    on_fold = _FOLD.search(words) is not None
    return Cut(role=role, count=count, pair=count % 2 == 0 and not on_fold, on_fold=on_fold)


def _merged(cuts: Sequence[Cut], texts: Sequence[DrawnText]) -> tuple[Cut, ...]:
    """One line for each cloth; the fold may be named in a line of its own."""
    on_fold = any(_FOLD.search(each.text) for each in texts)
    by_role: dict[Role, Cut] = {}
    for each in cuts:
        if on_fold and each.count == 1 and not each.pair:
            each = each.model_copy(update={"on_fold": True})
        by_role.setdefault(each.role, each)
    return tuple(by_role.values())
