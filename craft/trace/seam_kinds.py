"""Seams and hems: what allowance each needs, summed, and which one a cloth asks for.

Data first, for a sewist to read and change; the rule at the end picks the first kind that is best
for one of the cloth's traits.
"""

from typing import Literal

from craft.frozen import Frozen
from craft.measure import Figure, length_text

Sewn = Literal["seam", "hem"]


class SeamKind(Frozen):
    """``parts``: what the allowance is made of, in mm. ``best_on``: traits and fibres of cloths;
    ``never_on``: traits it does harm to."""

    name: str
    sewn: Sewn
    parts: tuple[tuple[str, float], ...]
    because: str
    best_on: tuple[str, ...] = ()
    never_on: tuple[str, ...] = ()

    @property
    def allowance(self) -> Figure:
        """The sum of the parts (mm)."""
        total = sum(part for _, part in self.parts)
        terms = " + ".join(f"{what} {length_text(mm)}" for what, mm in self.parts)
        working = f"{terms} = {length_text(total)}" if len(self.parts) > 1 else terms
        return Figure(name=self.name, value=total, text=length_text(total), working=(working,))


KINDS: tuple[SeamKind, ...] = (
    SeamKind(
        name="French seam",
        sewn="seam",
        parts=(("first seam, as trimmed", 4.0), ("trimmed off", 3.0), ("second seam", 8.0)),
        because="The raw edges are shut in: nothing shows through sheer cloth.",
        best_on=("sheer",),
        never_on=("knit",),  # sewn twice it does not stretch
    ),
    SeamKind(
        name="narrow seam",
        sewn="seam",
        parts=(("narrow allowance", 8.0),),
        because="Knits do not fray, and a narrow seam stretches with them.",
        best_on=("knit",),
    ),
    SeamKind(
        name="wide seam, neatened",
        sewn="seam",
        parts=(("allowance", 15.0), ("lost to fraying and neatening", 5.0)),
        because="A cloth that frays eats its edge before the seam is neatened.",
        best_on=("frays",),
    ),
    SeamKind(
        name="plain seam",
        sewn="seam",
        parts=(("allowance", 15.0),),
        because="Pressed open, it lies flat.",
    ),
    SeamKind(
        name="hand-rolled hem",
        sewn="hem",
        parts=(("rolled between the fingers", 6.0),),
        because="The finest hem for sheer silk.",
        best_on=("silk",),
    ),
    SeamKind(
        name="narrow hem, turned twice",
        sewn="hem",
        parts=(("stitched and trimmed", 4.0), ("turned again", 6.0)),
        because="Stitched, trimmed and turned again, it hangs lightly and shows no edge.",
        best_on=("sheer", "slippery"),
    ),
    SeamKind(
        name="narrow hem with the machine foot",
        sewn="hem",
        parts=(("rolled by the foot", 6.0),),
        because="Quick on long straight edges of thin cotton.",
    ),
    SeamKind(
        name="turned-up hem",
        sewn="hem",
        parts=(("turned up", 30.0), ("turned in", 10.0)),
        because="Its weight makes the edge hang.",
    ),
)


def kind(name: str) -> SeamKind | None:
    """The kind of that name.

    >>> kind("French seam").allowance.text
    '[[15]]'
    """
    return next((each for each in KINDS if each.name == name), None)


def proposed(sewn: Sewn, traits: tuple[str, ...]) -> tuple[SeamKind, str] | None:
    """What the cloth asks for, and the trait that asks; None where the pattern's own will do.

    A rolled hem is for silk that is sheer as well.

    >>> kind_, trait = proposed("seam", ("sheer",))
    >>> kind_.name, trait
    ('French seam', 'sheer')
    """
    for each in KINDS:
        asking = [trait for trait in traits if trait in each.best_on]
        if each.sewn != sewn or not asking or set(each.never_on) & set(traits):
            continue
        if each.name == "hand-rolled hem" and "sheer" not in traits:
            continue
        return each, asking[0]
    return None
