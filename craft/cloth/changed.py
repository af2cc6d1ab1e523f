"""What was corrected about a cloth, in words: said before a making takes the correction over."""

from collections.abc import Callable

from craft.cloth.cloth import Cloth
from craft.measure import length_text, percent_text


def _length(mm: object) -> str:
    return "not bought" if mm is None else length_text(float(str(mm)))


def _share(share: object) -> str:
    return percent_text(float(str(share)))


def _plain(value: object) -> str:
    return (
        {True: "yes", False: "no"}.get(value, str(value)) if isinstance(value, bool) else str(value)
    )


def _when(measured: object) -> str:
    """When the measures that were not taken as the cloth lies now were."""
    known = measured if isinstance(measured, dict) else {}
    return ", ".join(f"{each} {when} washing" for each, when in known.items()) or "as it lies"


# Facts that change what is laid or bought, in the order they are said; how each is written.
SAID: tuple[tuple[str, str, Callable[[object], str]], ...] = (
    ("name", "name", _plain),
    ("fibre", "fibre", _plain),
    ("width", "width", _length),
    ("askew", "tape askew by", _length),
    ("selvedge", "selvedge", _length),
    ("owned", "owned", _length),
    ("shrink_length", "loses of its length", _share),
    ("shrink_width", "loses of its width", _share),
    ("shrink_by", "shrinkage by", _plain),
    ("washed", "washed already", _plain),
    ("measured", "measured", _when),
    ("weave", "weave", _plain),
    ("weight", "weight", _plain),
    ("nap", "nap or one-way", _plain),
    ("nap_unsure", "unsure of the nap", _plain),
    ("stretch", "gives more", _plain),
    ("border", "border", _plain),
)
# Facts that are too long to be written out.
SHAPES = {
    "square": "the test square",
    "repeat": "the repeat",
    "flaws": "its flaws",
    "remnant": "the remnant’s outline",
    "motifs": "its motifs",
    "strip": "the measured strip",
    "border_depth": "the depth of the border",
    "care": "its care",
    "price": "the price",
}


def differences(before: Cloth, after: Cloth) -> tuple[str, ...]:
    """Every fact that is another now, each in a few words; () where nothing about the lay changed.

    >>> one = Cloth(name="Tweed", width=1400)
    >>> differences(one, one.model_copy(update={"nap": True}))
    ('nap or one-way: no → yes',)
    """
    phrases = [
        f"{words}: {write(old)} → {write(new)}"
        for field, words, write in SAID
        if (old := getattr(before, field)) != (new := getattr(after, field))
    ]
    phrases += [
        f"{words} changed"
        for field, words in SHAPES.items()
        if getattr(before, field) != getattr(after, field)
    ]
    was, now = ({*each.traits, *each.unsure} for each in (before, after))
    gone = [each for each in before.treated if each in was - now]
    come = [each for each in after.treated if each in now - was]
    phrases += [f"now {each}" for each in come] + [f"no longer {each}" for each in gone]
    return tuple(phrases)
