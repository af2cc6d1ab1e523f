"""What Pick gives to every later stage."""

from craft.frozen import Frozen
from craft.measure import Finding
from craft.pick.compare import Comparison
from craft.pick.original import Original
from craft.pick.pieces import Listed
from craft.pick.print_check import PrintVerdict

# The level that stands for lengths: its size gives the heights, the others give the widths.
LENGTH = "length"


class Picked(Frozen):
    """The sizes and view the making goes on with.

    ``at``: the size at every level of the table; ``graded``: they are not all the same.
    ``proposed_at``: what each level's own measurement proposes, as far as it is known. ``drawn_for``: the
    height the chosen lengths were drawn for (mm), None where it is not said.
    """

    size: str
    view: str
    proposed: str | None
    why: str
    chosen: bool
    levels: tuple[str, ...]
    at: dict[str, str]
    proposed_at: dict[str, str]
    graded: bool
    drawn_for: float | None
    borrowed: tuple[str, ...]
    features: tuple[str, ...]
    comparisons: tuple[Comparison, ...]
    pieces: tuple[Listed, ...]
    notions: tuple[str, ...]
    instructions: tuple[str, ...]
    original: Original
    print_verdict: PrintVerdict | None
    findings: tuple[Finding, ...]

    @property
    def sizes_said(self) -> str:
        """The size in words: “D”, or “D at the bust, F at the waist, D at the hip”."""
        if not self.graded:
            return self.size  # of a pattern with one size its name says so
        widths = [f"{self.at[level]} at the {level}" for level in self.levels if level != LENGTH]
        long = self.at.get(LENGTH)
        return ", ".join(widths) + (f", lengths of {long}" if long and long != self.size else "")
