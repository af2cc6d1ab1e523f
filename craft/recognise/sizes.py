"""Which lines are which size: by the file's layers, else by how they are drawn."""

from collections import defaultdict
from collections.abc import Collection, Sequence
from typing import NamedTuple

import numpy as np

from craft.drawing import EITHER, DrawnText, Ink
from craft.pattern.size_names import order_of, size_name
from craft.recognise.chains import Chain
from craft.recognise.layers import Layers
from craft.recognise.outlines import ALIKE, OutlineFound, alike

MOST = 40


class SizeKind(NamedTuple):
    """A size as it is drawn. ``name``: as the file calls it where it is ``told``, else "size 2" by its
    place; ``inks``: how its lines are drawn; ``layer``: that it has one of its own."""

    name: str
    told: bool
    inks: frozenset[Ink]
    layer: str = ""

    @property
    def sample(self) -> Ink:
        """How it is drawn, as one ink."""
        return min(self.inks, key=lambda ink: ink.look)

    def draws(self, ink: Ink) -> bool:
        """Whether a line that is drawn so belongs to it."""
        return (
            self.layer in ink.layers
            if self.layer
            else ink.look in {each.look for each in self.inks}
        )


def size_kinds(
    outlines: Sequence[OutlineFound],
    chains: Sequence[Chain],
    texts: Sequence[DrawnText],
    known: Layers,
) -> list[SizeKind]:
    """The sizes that the outlines of a sheet are drawn in, in ascending order."""
    by_layer = _by_layer(outlines, known)
    if by_layer:
        return by_layer
    by_ink: dict[tuple[object, ...], list[OutlineFound]] = defaultdict(list)
    for each in outlines:
        by_ink[each.chain.ink.look].append(each)
    # A kind that only small closed lines have is no size beside others that pieces have.
    largest = max((each.area for each in outlines), default=0.0)
    kinds = [mine for mine in by_ink.values() if max(each.area for each in mine) > 0.1 * largest]
    order = _smallest_first(kinds)
    kinds = [kinds[at] for at in order]
    inks = [frozenset(each.chain.ink for each in mine) for mine in kinds]
    named = [_legend(each, chains, texts) for each in inks]
    if all(named) and len(set(named)) == len(named):
        found = [SizeKind(name, True, ink) for name, ink in zip(named, inks, strict=True)]
        return sorted(found, key=lambda each: order_of(each.name))[:MOST]
    return [
        SizeKind(name or f"size {at}", bool(name), ink)
        for at, (name, ink) in enumerate(zip(_apart(named), inks, strict=True), 1)
    ][:MOST]


def _apart(names: Sequence[str]) -> list[str]:
    """Names that only one size has; a legend that gives two sizes one name says nothing of either."""
    return [name if names.count(name) == 1 else "" for name in names]


def _by_layer(outlines: Sequence[OutlineFound], known: Layers) -> list[SizeKind]:
    """Layers that hold outlines; those with a size's name alone where there are any. None where layers
    tell no sizes apart."""
    found: dict[str, list[OutlineFound]] = defaultdict(list)
    for each in outlines:
        layers = known.others(each.chain.ink)
        sizes = [name for name in layers if size_name(name)]
        if layers:
            found[sizes[-1] if sizes else layers[-1]].append(each)
    named = {layer: mine for layer, mine in found.items() if size_name(layer)}
    by_name = len(named) > 1 or (bool(named) and len(found) == 1)
    chosen = named if by_name else {k: v for k, v in found.items() if EITHER not in k}
    if not by_name and (len(chosen) < 2 or not _nested(chosen.values())):
        return []  # one for all, or each holds a piece of its own
    kinds = [
        SizeKind(size_name(layer) or layer, True, frozenset(each.chain.ink for each in mine), layer)
        for layer, mine in chosen.items()
    ]
    if by_name:
        return sorted(kinds, key=lambda each: order_of(each.name))[:MOST]
    return [kinds[at] for at in _smallest_first(list(chosen.values()))][:MOST]


def _smallest_first(kinds: Sequence[Sequence[OutlineFound]]) -> list[int]:
    """The places of sizes in ascending order: each against every other by the pieces that both have, as
    some may lack the largest ones."""
    scores = []
    for mine in kinds:
        ratios = [
            [np.log(one.area / each.area) for one in mine for each in other if alike(one, each) >= ALIKE]
            for other in kinds if other is not mine
        ]  # fmt: skip
        scores.append(sum(float(np.median(each)) for each in ratios if each))
    return sorted(range(len(kinds)), key=lambda at: scores[at])


def _nested(layers: Collection[Sequence[OutlineFound]]) -> bool:
    """Whether what lies on each layer lies on what is on another: sizes do, pieces do not."""
    mine = list(layers)
    return all(
        any(alike(one, each) >= ALIKE for one in layer for other in mine if other is not layer
            for each in other)
        for layer in mine
    )  # fmt: skip


def _legend(inks: frozenset[Ink], chains: Sequence[Chain], texts: Sequence[DrawnText]) -> str:
    """The size named beside a short straight line that is drawn so."""
    looks = {ink.look for ink in inks}
    names: set[str] = set()
    for chain in chains:
        if chain.closed or not chain.straight.all() or chain.ink.look not in looks:
            continue
        (ax, ay), (bx, by) = chain.ends
        if abs(ay - by) > 0.5 or not 8 <= abs(bx - ax) <= 120:
            continue
        for text in texts:
            x, y = text.at
            beside = min(abs(x - max(ax, bx)), abs(x + text.length - min(ax, bx)))
            if (
                size_name(text.text)
                and beside < 25
                and abs(y - text.height * 0.35 - ay) < text.height
            ):
                names.add(size_name(text.text))
    return names.pop() if len(names) == 1 else ""
