"""Outlines of all sizes put together as pieces, and what of them cannot be true."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import linear_sum_assignment

from craft.measure import capital, length_text
from craft.recognise.correspond import Corresponding, corresponding
from craft.recognise.outlines import ALIKE, OutlineFound, alike
from craft.recognise.sizes import SizeKind
from craft.shape.bends import turn
from craft.shape.curve import tangent_at
from craft.shape.path import Path, length

SPIKE = 2.6  # radians: a turn on the spot
SHORT = 12.0  # mm: a spike's sides


@dataclass(frozen=True, slots=True)
class FoundPiece:
    """A piece. ``outlines``: by size, each clockwise; ``alike``: those of them that correspond;
    ``doubts``: what speaks against them, in sentences, by size ("": all)."""

    outlines: dict[str, Path]
    found: dict[str, OutlineFound]
    alike: Corresponding
    doubts: tuple[tuple[str, str], ...] = ()

    @property
    def largest(self) -> OutlineFound:
        """Its outline round most cloth."""
        return max(self.found.values(), key=lambda each: each.area)


def pieces_of(outlines: Sequence[OutlineFound], kinds: Sequence[SizeKind]) -> list[FoundPiece]:
    """The pieces of a sheet, the largest first. Outlines whose kind is no size are left alone."""
    names = [kind.name for kind in kinds]
    by_size: list[list[OutlineFound]] = [
        [each for each in outlines if each.chain.ink in kind.inks] for kind in kinds
    ]
    if not by_size:
        return []
    base = max(range(len(kinds)), key=lambda at: len(by_size[at]))
    groups: list[dict[int, OutlineFound]] = [{base: each} for each in by_size[base]]
    for at in sorted(set(range(len(kinds))) - {base}, key=lambda at: abs(at - base)):
        _match(groups, at, by_size[at])
    pieces = [_piece({names[at]: group[at] for at in sorted(group)}, names) for group in groups]
    return sorted(pieces, key=lambda each: -max(one.area for one in each.found.values()))


def _match(
    groups: list[dict[int, OutlineFound]], size: int, outlines: Sequence[OutlineFound]
) -> None:
    """Every outline of a size to the piece it lies on; one that lies on none is a piece of its own."""
    known = len(groups)
    nearest = [group[min(group, key=lambda at: abs(at - size))] for group in groups]
    shared = np.array([[alike(one, each) for each in outlines] for one in nearest])
    if len(outlines):
        taken = set()
        for row, column in zip(*linear_sum_assignment(-shared), strict=True):
            if row < known and shared[row, column] >= ALIKE:
                groups[row][size] = outlines[column]
                taken.add(int(column))
        groups += [{size: each} for at, each in enumerate(outlines) if at not in taken]


def _piece(found: dict[str, OutlineFound], sizes: Sequence[str]) -> FoundPiece:
    paths = {size: each.path for size, each in found.items()}
    answering = corresponding(paths)
    doubts = [
        (
            size,
            f"The corners of {_size(size)} do not answer to those of the other sizes; it is left out.",
        )
        for size in answering.left_out
    ]
    missing = [size for size in sizes if size not in found]
    if missing and len(found) > 1:
        doubts += [(size, f"{capital(_size(size))} was not found here.") for size in missing]
    doubts += [(size, text) for size, path in paths.items() for text in _spikes(path, size)]
    doubts += [
        (size, f"The line of {_size(size)} is broken: gaps of up to {length_text(gap)} are bridged.")
        for size, each in found.items() if (gap := each.chain.bridged)
    ]  # fmt: skip
    doubts += [
        (size, f"The line of {_size(size)} meets another one on its way: it may have gone on there.")
        for size, each in found.items() if each.chain.forks
    ][:1]  # fmt: skip
    doubts += _out_of_order(found)
    return FoundPiece(paths, found, answering, tuple(doubts))


def _size(name: str) -> str:
    """A size in a sentence: "size 38", and "size 2" for one without a name."""
    return name if name.startswith("size ") else f"size {name}"


def _spikes(path: Path, size: str) -> list[str]:
    """Places where a line turns round on the spot: it ran into a mark, not along the piece."""
    found = []
    for at in range(len(path)):
        before, after = path[at - 1], path[at]
        turned = abs(turn(tangent_at(before, 1.0), tangent_at(after, 0.0)))
        if turned > SPIKE and min(length((before,)), length((after,))) < SHORT:
            found.append(
                f"The line of {_size(size)} turns back on the spot: a mark may have been taken for it."
            )
    return found[:1]


def _out_of_order(found: dict[str, OutlineFound]) -> list[tuple[str, str]]:
    """Sizes that are not between their neighbours in area: a piece grows or shrinks from size to size."""
    sizes = list(found)
    areas = [found[size].area for size in sizes]
    steps = np.sign(np.round(np.diff(areas), 0))
    if len(steps) < 2 or not steps.any():
        return []
    way = np.sign(steps.sum())
    return [
        (
            sizes[at + 1],
            f"{capital(_size(sizes[at + 1]))} is {'smaller' if step < 0 else 'larger'} than "
            f"{_size(sizes[at])} here.",
        )
        for at, step in enumerate(steps) if step == -way != 0
    ]  # fmt: skip
