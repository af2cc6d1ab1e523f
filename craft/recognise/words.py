"""What the words on a piece say: its number and name, how many to cut, of which cloth, on the fold."""

import re
from collections.abc import Iterable, Sequence
from math import cos, sin
from typing import Literal, NamedTuple

import numpy as np
from scipy.optimize import linear_sum_assignment

from craft.drawing import DrawnText
from craft.pattern.piece import Cut, Role
from craft.recognise.outlines import OutlineFound
from craft.shape.curve import Point

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
_ALIKE = re.compile(r"\balike\b|\bsame (?:way|side)", re.IGNORECASE)
_TEMPLATE = re.compile(r"\bnot cut\b|\bdo not cut\b|\btemplate only\b", re.IGNORECASE)
_PHRASE = re.compile(r"\s*[·;|]\s*|\.\s+")
# How a line ends that goes on in the next, and how the next begins.
_GOES_ON = re.compile(r"(?:[:·,&+-]|\b(?:the|on|of|in|from|cut|a|and|half|not))\s*$", re.IGNORECASE)
_GONE_ON = re.compile(r"(?:of|the|on|in|from|half|mirrored|alike|fold)\b")
_NUMBER = re.compile(
    r"^(?:piece|no\.?|#)?\s*(\d{1,3})\s*[.):–-]?\s+(?=\D)|^(\d{1,3})$|^piece\s+(\d{1,3})$",
    re.IGNORECASE,
)
NOT_ON = 1e6
_NO_NAME = re.compile(
    r"\bcut\b|\bfold\b|grain|size|lengthen|shorten|page|cm\b|mm\b|inch|seam|allowance|place|©|www|pattern",
    re.IGNORECASE,
)


class PieceWords(NamedTuple):
    """What is said on a piece. ``number`` None, ``name`` "", no ``cuts``: nothing says it. ``used``: the
    texts that were taken for it; ``unused``: the others on it; ``template``: it is not cut in cloth;
    ``others``: number and name of further pieces that words on it give."""

    number: int | None
    name: str
    cuts: tuple[Cut, ...]
    used: tuple[DrawnText, ...] = ()
    unused: tuple[DrawnText, ...] = ()
    template: bool = False
    others: tuple[str, ...] = ()


def texts_by_piece(
    texts: Iterable[DrawnText], outlines: Sequence[OutlineFound]
) -> dict[int, list[DrawnText]]:
    """The texts that lie on each of the outlines, by its place among them; where pieces lie on each other a
    text belongs to the smaller, unless it begins the words of a piece and that one has its own."""
    lines = list(texts)
    homes = _one_heading_each(lines, [_homes(each, outlines) for each in lines])
    found: dict[int, list[DrawnText]] = {}
    for text, home in zip(lines, homes, strict=True):
        if home is None:  # it sticks out of its piece
            home = next(
                (there for other, there in zip(lines, homes, strict=True)
                 if there is not None and _one_block(text, other)),
                None,
            )  # fmt: skip
        if home is not None:
            found.setdefault(home, []).append(text)
    return found


def _homes(text: DrawnText, outlines: Sequence[OutlineFound]) -> list[int]:
    """The outlines that a text lies on, the smallest first. Its length is known roughly; a narrow piece has
    its middle only."""
    for share in (0.2, 0.5):
        place = _along(text, share)
        on = [at for at, each in enumerate(outlines) if each.contains(place)]
        if on:
            return sorted(on, key=lambda at: outlines[at].area)
    return []


def _one_heading_each(lines: Sequence[DrawnText], on: Sequence[list[int]]) -> list[int | None]:
    """The outline of each text: a number with a name begins the words of one piece, and no two pieces share
    an outline that has another to go to. What stands under such a line goes with it."""
    homes: list[int | None] = [each[0] if each else None for each in on]
    headings = [at for at, each in enumerate(lines) if on[at] and _is_another(each.text.strip(), 0)]
    if len({homes[at] for at in headings}) == len(headings):
        return homes
    outlines = sorted({home for at in headings for home in on[at]})
    cost = np.full((len(headings), len(outlines)), NOT_ON)
    for row, at in enumerate(headings):
        for rank, home in enumerate(on[at]):
            cost[row, outlines.index(home)] = rank
    for row, column in zip(*linear_sum_assignment(cost), strict=True):
        if cost[row, column] < NOT_ON:
            before, after = homes[headings[row]], outlines[column]
            block = [at for at, each in enumerate(lines) if homes[at] == before and (
                at == headings[row] or (at not in headings and _under(each, lines[headings[row]]))
            )]  # fmt: skip
            for at in block:
                homes[at] = after
    return homes


def _under(text: DrawnText, heading: DrawnText) -> bool:
    """Whether a line stands a little below another, as the words of one piece do."""
    ux, uy = cos(heading.angle), sin(heading.angle)
    (ax, ay), (bx, by) = heading.at, text.at
    down = (by - ay) * ux - (bx - ax) * uy
    aside = (bx - ax) * ux + (by - ay) * uy
    return (
        abs(text.angle - heading.angle) < 0.02
        and 0 < down < 5 * heading.height
        and -heading.height < aside < max(heading.length, heading.height)
    )


def _one_block(text: DrawnText, other: DrawnText) -> bool:
    """Whether two lines stand under each other, in letters of about one size."""
    if abs(text.angle - other.angle) > 0.02 or not 0.7 < text.height / other.height < 1.4:
        return False
    (ax, ay), (bx, by) = _along(text, 0.5), _along(other, 0.5)
    ux, uy = cos(text.angle), sin(text.angle)
    aside, down = (bx - ax) * ux + (by - ay) * uy, (by - ay) * ux - (bx - ax) * uy
    return abs(aside) < 0.5 * max(text.length, other.length) and abs(down) < 3.5 * text.height


def _along(text: DrawnText, share: float) -> Point:
    """A place in the letters of a text, so far along it."""
    ux, uy = cos(text.angle), sin(text.angle)
    along, up = share * text.length, 0.3 * text.height
    return text.at[0] + ux * along + uy * up, text.at[1] + uy * along - ux * up


def words_of(texts: Sequence[DrawnText]) -> PieceWords:
    """What a piece's words say, read from above to below."""
    number, name, template = None, "", False
    cuts, used, others = list[Cut](), list[DrawnText](), list[str]()
    for line, parts in _whole_phrases(texts):
        words, says = _left_over(line, cuts)
        if number is not None and _is_another(words, number):
            others.append(" ".join(words.split()))
        template = template or says == "template"
        found = _NUMBER.match(words) if number is None else None
        if found:
            number = int(next(each for each in found.groups() if each)) or None
            words = words[found.end() :].strip()
        named = (
            not name
            and len(words) > 1
            and re.search(r"[^\W\d]{2}", words)
            and not _NO_NAME.search(words)
        )
        if named:
            name = words[:60]
        if says or found or named:
            used += parts
    told = {id(each) for each in used}
    unused = tuple(each for each in texts if id(each) not in told)
    merged = _merged(cuts, texts)
    return PieceWords(number, name, merged, tuple(used), unused, template, tuple(others))


def _is_another(words: str, number: int) -> bool:
    """Whether a line begins with another piece's number and name."""
    found = _NUMBER.match(words)
    rest = words[found.end() :] if found else ""
    another = found is not None and found[1] is not None and int(found[1]) not in (0, number)
    return another and re.search(r"[^\W\d]{3}", rest) is not None and not _NO_NAME.search(rest)


def _whole_phrases(texts: Sequence[DrawnText]) -> list[tuple[str, tuple[DrawnText, ...]]]:
    """The lines, largest letters first and from above, each with what it was read from: one that ends
    amid a phrase is read together with the next."""
    made: list[tuple[str, tuple[DrawnText, ...]]] = []
    for text in sorted(texts, key=_reading_order):
        words = text.text.strip()
        if made and _one_block(text, made[-1][1][-1]) and (
            _GOES_ON.search(made[-1][0]) or _GONE_ON.match(words)
        ):  # fmt: skip
            made[-1] = (f"{made[-1][0]} {words}", (*made[-1][1], text))
        else:
            made.append((words, (text,)))
    return made


def _reading_order(text: DrawnText) -> tuple[float, float, float]:
    """Larger letters first, then as one reads, whichever way the lines run."""
    (x, y), ux, uy = text.at, cos(text.angle), sin(text.angle)
    return -round(text.height, 1), round(y * ux - x * uy, 2), x * ux + y * uy


def _left_over(words: str, cuts: list[Cut]) -> tuple[str, Literal["cut", "template"] | None]:
    """What a line says besides how many to cut, which is added to ``cuts``; and what it said of that."""
    left: list[str] = []
    says: Literal["cut", "template"] | None = None
    for phrase in _PHRASE.split(words.strip()):
        cut = cut_of(phrase)
        if _TEMPLATE.search(phrase):
            says = "template"
        elif cut is not None:
            says = says or "cut"
            cuts.append(cut)
            found = _CUT.search(phrase)
            left.append(phrase[: found.start()] if found else "")
        else:
            left.append(phrase)
    return " ".join(left).strip(" ,.;:–-·"), says


def cut_of(words: str) -> Cut | None:
    """How many to cut, of which cloth, as a line of text says it; None where it does not. Two of a piece
    are left and right, unless they are cut on the fold or said to be alike.

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
    pair = count % 2 == 0 and not on_fold and not _ALIKE.search(words)
    return Cut(role=role, count=count, pair=pair, on_fold=on_fold)


def _merged(cuts: Sequence[Cut], texts: Sequence[DrawnText]) -> tuple[Cut, ...]:
    """One line for each cloth; the fold may be named in a line of its own."""
    on_fold = any(_FOLD.search(each.text) for each in texts)
    by_role: dict[Role, Cut] = {}
    for each in cuts:
        if on_fold and each.count == 1 and not each.pair:
            each = each.model_copy(update={"on_fold": True})
        by_role.setdefault(each.role, each)
    return tuple(by_role.values())
