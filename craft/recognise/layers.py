"""What the layers of a file say of its lines: which are outlines, marks of a kind, folds."""

from collections.abc import Iterable, Sequence

from craft.drawing import Ink
from craft.pattern.layer_names import LayerMeaning, LineKind, interchange, meaning_of
from craft.recognise.outlines import OutlineFound

INSIDE = 0.5  # mm: a stitching line may touch its cutting line (at a fold)


class Layers:
    """The layers that the lines of a file lie on, and those of its outlines."""

    def __init__(self, inks: Iterable[Ink], outlined: Iterable[Ink] = ()) -> None:
        layers = {ink.layers for ink in inks}
        numbered = interchange(layers, {ink.layers for ink in outlined})
        self._meanings = {
            name: meaning_of(name, numbered=numbered) for each in layers for name in each
        }

    def meaning(self, ink: Ink) -> LayerMeaning | None:
        """What a line drawn so is, by the innermost layer that says it."""
        said = (self._meanings.get(name) for name in reversed(ink.layers))
        return next((each for each in said if each is not None), None)

    def line(self, ink: Ink) -> LineKind | None:
        """Which line of a piece it is; None: its layers say nothing, or that it is a mark."""
        meaning = self.meaning(ink)
        return meaning.line if meaning else None

    def others(self, ink: Ink) -> tuple[str, ...]:
        """The layers of a line that say something else: its size, its piece."""
        return tuple(name for name in ink.layers if self._meanings.get(name) is None)

    def outlines(self, found: Iterable[OutlineFound]) -> list[OutlineFound]:
        """Those that no layer calls anything but an outline."""
        return [
            each for each in found
            if (said := self.meaning(each.chain.ink)) is None or said.line in ("cutting", "stitching")
        ]  # fmt: skip

    def cutting_lines(self, found: Sequence[OutlineFound]) -> dict[int, OutlineFound]:
        """The cutting line round each stitching line that has one on the same layers, by the place of the
        stitching line among ``found``."""
        sewn = [at for at, each in enumerate(found) if self.line(each.chain.ink) == "stitching"]
        made: dict[int, OutlineFound] = {}
        for cut in found:
            if self.line(cut.chain.ink) != "cutting":
                continue
            own = self.others(cut.chain.ink)
            within = [
                at for at in sewn
                if self.others(found[at].chain.ink) == own and _lies_in(found[at], cut)
            ]  # fmt: skip
            if within:
                made[max(within, key=lambda at: found[at].area)] = cut
        return made


def _lies_in(one: OutlineFound, other: OutlineFound) -> bool:
    a, b = one.box, other.box
    return (
        a[0] >= b[0] - INSIDE and a[1] >= b[1] - INSIDE and a[2] <= b[2] + INSIDE and a[3] <= b[3] + INSIDE
    )  # fmt: skip
