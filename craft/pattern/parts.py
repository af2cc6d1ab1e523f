"""What a piece is, and where its edges lie on the body: one table of words for all rooms.

A piece is known by the words of its name, the most telling ones first: a “front band” is a band, a “sleeve
facing” a facing. An edge is known by its own name. What is not known is said to be so.
"""

import re
from collections.abc import Iterable
from functools import lru_cache
from typing import Literal

Part = Literal[
    "facing", "pocket", "band", "collar", "yoke", "sleeve", "trousers", "skirt", "body", "other"
]
PART_WORDS: dict[Part, tuple[str, ...]] = {
    "facing": ("facing",),
    "pocket": ("pocket", "welt", "flap"),
    "band": ("band", "cuff", "strap", "tie", "sash", "belt", "casing", "binding", "loop", "placket",
             "tab"),
    "collar": ("collar",),
    "yoke": ("yoke",),
    "sleeve": ("sleeve",),
    "trousers": ("trouser", "leg", "breeches", "shorts", "pants"),
    "skirt": ("skirt",),
    "body": ("front", "back", "body", "bodice", "tabard"),
}  # fmt: skip
# Where a piece is usually lengthened or shortened, if nobody says for which of the body’s levels a line is.
USUAL_LEVEL: dict[Part, str] = {"sleeve": "arm", "trousers": "knee", "skirt": "hip"}
# Parts that hang from the body and end in a hem below.
HANGING: tuple[Part, ...] = ("sleeve", "trousers", "skirt", "body")

Place = Literal[
    "neck", "shoulder", "armhole", "cap", "underarm", "inside leg", "outside leg", "crotch", "waist",
    "hem", "centre", "side", "band edge", "end",
]  # fmt: skip
# In this order: a “front underarm” lies at the underarm, an “inside leg” is no side.
PLACE_WORDS: dict[Place, tuple[str, ...]] = {
    "underarm": ("underarm",),
    "inside leg": ("inside leg", "inner leg", "inseam"),
    "outside leg": ("outside leg", "outer leg", "outseam"),
    "armhole": ("armhole", "armscye"),
    "cap": ("cap",),
    "neck": ("neck", "neckline"),
    "shoulder": ("shoulder",),
    "crotch": ("crotch", "fork", "seat"),
    "centre": ("centre", "center", "front edge", "middle"),
    "waist": ("waist", "waistline"),
    "hem": ("hem",),
    "side": ("side",),
    "end": ("end",),
    "band edge": ("upper edge", "lower edge", "long edge", "inner edge"),
}
# Names of edges of which nothing is known but which side of the piece they are.
PLAIN = ("top", "right side", "bottom", "left side")
# What is sewn to what, besides edges of one place to their own: a cap into an armhole, bands to anything
# that is bound. A hem is sewn to nothing else.
SEWN: frozenset[frozenset[Place]] = frozenset(
    frozenset(pair)
    for pair in (
        ("cap", "armhole"), ("band edge", "neck"), ("band edge", "armhole"), ("band edge", "waist"),
        ("band edge", "hem"), ("underarm", "side"),
    )
)  # fmt: skip
# A pair may be sewn together at these, the one to its twin.
TWINS: tuple[Place, ...] = ("centre", "crotch", "end")
# These are sewn to their own place on another part: fronts to backs. (A crotch goes round: left to right.)
LIKE_TO_LIKE: tuple[Place, ...] = (
    "side", "shoulder", "inside leg", "outside leg", "underarm", "end",
)  # fmt: skip


@lru_cache(maxsize=1024)
def part_of(name: str) -> Part:
    """What a piece of that name is.

    >>> part_of("Front band"), part_of("Waistband"), part_of("Left front"), part_of("Tabard")
    ('band', 'band', 'body', 'body')
    """
    words = _words(name)
    for part, known in PART_WORDS.items():
        if any(_is(word, each) for word in words for each in known):
            return part
    return "other"


def usual_level(name: str) -> str:
    """The body level that a line to lengthen at is for on a piece of that name.

    >>> usual_level("Sleeve"), usual_level("Back")
    ('arm', 'waist')
    """
    return USUAL_LEVEL.get(part_of(name), "waist")


@lru_cache(maxsize=1024)
def faces_of(name: str) -> frozenset[str]:
    """Whether a name says front, back, or both.

    >>> sorted(faces_of("Back yoke")), sorted(faces_of("Sleeve"))
    (['back'], [])
    """
    return frozenset(face for face in ("front", "back") for word in _words(name) if _is(word, face))


def place_of(edge: str, among: Iterable[str] = (), piece: str = "") -> Place | None:
    """Where an edge of that name lies; None where the name does not say. ``among``: the names of all edges
    of its piece in their order round it, ``piece``: its own name: “right side” is the body's only where
    they show it.

    >>> place_of("front underarm"), place_of("neckline"), place_of("style line"), place_of("right side")
    ('underarm', 'neck', None, None)
    >>> edges = ("shoulder", "right side 1", "right side 2", "hem", "left side")
    >>> [place_of(edge, edges, "Side front") for edge in edges]
    ['shoulder', None, 'side', 'hem', None]
    """
    said = _plain_of(edge)
    if said in PLAIN:
        return "side" if said.endswith("side") and _of_the_body(edge, tuple(among), piece) else None
    return _place(said)


def runs_to_the_hem(edge: str, among: Iterable[str]) -> bool:
    """Whether an edge is beside a hem, a waist or whatever else a piece ends in below."""
    names = tuple(among)
    at = names.index(edge) if edge in names else None
    beside = () if at is None else (names[at - 1], names[(at + 1) % len(names)])
    return any(_place(each) in ("hem", "waist") or _plain_of(each) == "bottom" for each in beside)


def _of_the_body(edge: str, among: tuple[str, ...], piece: str) -> bool:
    """Whether a “right side” is the side of the body. What comes before the last part of it is an armhole
    or what else lies above; a panel beside the centre has style lines for sides; of a side panel the
    style line goes up in one, the side ends at an armhole."""
    known = {_place(_plain_of(each)) for each in among if _plain_of(each) not in PLAIN}
    if not known & {"shoulder", "armhole", "hem"} or not runs_to_the_hem(edge, among):
        return False
    words = _words(piece)
    if _place(piece.lower()) == "centre":
        return False
    parts = [each for each in among if _plain_of(each) == _plain_of(edge)]
    return "side" not in words or len(parts) > 1


@lru_cache(maxsize=2048)
def _place(edge: str) -> Place | None:
    words = _words(edge)
    for place, known in PLACE_WORDS.items():
        for each in known:
            if " " in each:
                if each in " ".join(words):
                    return place
            elif each in words or (
                place in ("neck", "waist") and any(w.startswith(each) for w in words)
            ):
                return place
    return None


def may_be_sewn(one: Place | None, two: Place | None) -> bool:
    """Whether edges at these places may be sewn together: their own place on another part, or what goes
    into it; of two that are not known nothing speaks against it."""
    if one is None or two is None:
        return one is two
    if one == two:
        return one in LIKE_TO_LIKE
    return frozenset((one, two)) in SEWN


def _plain_of(edge: str) -> str:
    """A name without the number or side that tells it from others of its name: “side 2”, “top left”."""
    return re.sub(r"( \d+| upper| lower| part \d+)$", "", edge.strip().lower())


def _words(name: str) -> tuple[str, ...]:
    return tuple(re.findall(r"[a-zäöüß]+", name.lower()))


def _is(word: str, known: str) -> bool:
    """One word, its plural, or a longer one that ends in it (“waistband”)."""
    if word in (known, f"{known}s"):
        return True
    return len(known) >= 4 and word.endswith((known, f"{known}s"))
