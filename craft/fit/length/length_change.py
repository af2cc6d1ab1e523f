"""A change of length, as it is asked for."""

from typing import Annotated, Literal

from pydantic import Field

from craft.fit.change import FitChange, Named
from craft.fit.level_words import at
from craft.frozen import Frozen
from craft.measure import length_text

MOST_AT_ONE_LINE = 150.0
KNOWN_ALREADY = "Height and measures are known already; only an amount is kept."

By = Literal["amount", "height", "measure", "target"]


class Target(Frozen):
    """A finished length (mm) along a straight line of a piece, by the line's key (an edge or a mark)."""

    piece: Annotated[int, Field(ge=1, le=100_000)]
    line: Named
    length: Annotated[float, Field(ge=1, le=100_000)]


class LengthChange(FitChange):
    """Lengthen (or shorten, negative) at a line: the pattern's own of that ``level``, else one that is
    constructed there (see craft.fit.length.lines). ``on`` False: kept, but not carried out.

    ``by`` amount: ``amount`` mm as typed. ``by`` height: the line's share of the height difference to
    the pattern's base height; ``by`` measure: the person's own measure of that part against the
    table's; ``by`` target: what the ``target`` lacks. With any of these ``amount`` is not used.
    ``stay``: marks, by name, that keep their place where they lie in a strip that is taken out.
    """

    kind: Literal["length"] = "length"
    level: Annotated[str, Field(min_length=1, max_length=60)]
    by: By = "amount"
    amount: Annotated[float, Field(ge=-MOST_AT_ONE_LINE, le=MOST_AT_ONE_LINE)] = 0.0
    target: Target | None = None
    stay: Annotated[tuple[Named, ...], Field(max_length=40)] = ()

    @property
    def not_kept(self) -> str:
        """What speaks against keeping it for other patterns."""
        return "" if self.by == "amount" else KNOWN_ALREADY

    def heading(self) -> str:
        """What the change is of."""
        return f"the change {at(self.level)}"

    def told(self) -> str:
        """What was done, for the history.

        >>> LengthChange(level="waist", amount=-15.0).told()
        'Shortened at the waist by [[15]]'
        >>> LengthChange(level="hip", by="height").told()
        'Changed the hip by the height'
        """
        if self.by == "target" and self.target is not None:
            return f"A finished length of {length_text(self.target.length)} {at(self.level)}"
        if self.by in ("height", "measure"):
            what = "the height" if self.by == "height" else "its own measure"
            return f"Changed the {self.level} by {what}"
        verb = "Lengthened" if self.amount >= 0 else "Shortened"
        return f"{verb} {at(self.level)} by {length_text(abs(self.amount))}"
