"""Finding a lay: the table as a nesting problem, and its answer as placements.

Shortest first; among equally short lays the one whose pieces lie nearer to the cut end, so that the
remnant stays in one useful piece. The first lay comes at once, better ones as they are found. Same
seed and same number of rounds: same lay.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace

import numpy as np

from craft.cloth import Zone
from craft.errors import CraftError
from craft.lay.hands import as_they_lie
from craft.lay.items import LayItem
from craft.lay.matching import direction, with_the_grain
from craft.lay.permissions import turns
from craft.lay.placing import Placement, matrix, turning
from craft.lay.remaining_cloth import without_cut_pieces
from craft.lay.table import Table
from craft.nest.first import NoPlace
from craft.nest.nesting import nest
from craft.nest.problem import (
    FLIP_X,
    FLIP_Y,
    FREE,
    Fixed,
    Nested,
    Pose,
    Problem,
    Steps,
    centred,
)
from craft.seek.search_result import SearchResult
from craft.shape.affine import move_point
from craft.shape.region import Region, coordinates, moved

ROUNDS = 12  # when the caller does not say
CLOSE = 0.01  # a known lay may be so far beside where the search would lay (mm)
# A shape as laid: piece, half or opened out, turn, turned over or not; and its number.
Known = dict[tuple[int, str, float, bool], int]


def lays(
    table: Table,
    *,
    seed: int = 1,
    rounds: int | None = ROUNDS,
    keep_going: Callable[[], bool] = lambda: True,
    pinned: tuple[Placement, ...] = (),
    start: SearchResult | None = None,
) -> Iterator[SearchResult]:
    """Better and better lays as they are found. ``start``: a lay known already that breaks no rule: what is
    yielded is never longer."""
    if not table.items:
        return
    if start is not None:
        yield start
    setting = Setting(table, pinned)
    known = setting.nested(start) if start is not None else None
    try:
        for count, nested in enumerate(
            nest(setting.problem(), seed=seed, rounds=rounds, keep_going=keep_going, start=known)
        ):
            if start is not None and nested.length > start.length:
                continue
            yield SearchResult(
                placements=setting.placements(nested), length=nested.length, rounds=count
            )
    except NoPlace as error:
        if start is not None:
            return  # laid by hand as the search lays nothing
        item = table.items[error.part]
        raise CraftError(
            f"{item.name} ({item.piece}) finds no place on this cloth where all rules hold.",
            "rules",
        ) from error


def lays_for_the_rest(
    table: Table,
    before: tuple[Placement, ...],
    *,
    seed: int,
    rounds: int | None,
    keep_going: Callable[[], bool],
    pinned: tuple[Placement, ...] = (),
    start: SearchResult | None = None,
) -> Iterator[SearchResult]:
    """Lays of what is not cut yet, on what is left of the cloth; ``before``: where everything lay when
    it was cut. What is cut keeps its place in every lay."""
    kept = tuple(p for p in before if p.item in table.cut)
    rest = without_cut_pieces(table, before)
    loose = tuple(p for p in pinned if p.item not in table.cut)
    if start is not None:
        there = {item.key for item in rest.items}
        loosely = tuple(p for p in start.placements if p.item in there)
        start = start.model_copy(update={"placements": loosely})
    for sought in lays(
        rest, seed=seed, rounds=rounds, keep_going=keep_going, pinned=loose, start=start
    ):
        yield sought.model_copy(update={"placements": (*kept, *sought.placements)})


@dataclass
class Setting:
    """A table as a nesting problem: which item each part is, and how each of its poses lies."""

    table: Table
    pinned: tuple[Placement, ...] = ()
    shapes: list[np.ndarray] = field(default_factory=list)
    parts: list[tuple[Pose, ...]] = field(default_factory=list)
    lying: list[list[tuple[float, bool]]] = field(default_factory=list)
    fixed: dict[int, Fixed] = field(default_factory=dict)
    obstacles: set[int] = field(default_factory=set)

    def __post_init__(self) -> None:
        held = {p.item: p for p in self.pinned}
        known: Known = {}
        items = as_they_lie(self.table.items, self.pinned, out=self.table.out)
        self.table = replace(self.table, items=items)
        for index, item in enumerate(self.table.items):
            poses: list[Pose] = []
            lying: list[tuple[float, bool]] = []
            pin = held.get(item.key)
            if pin is not None:
                poses, lying = [self._pin(index, item, pin)], [(pin.turn, pin.over)]
            else:
                for turn, over in self._turns(item):
                    for zone in self.table.zones_for(item):
                        pose = self._pose(item, turn, over, zone, known)
                        if pose is not None:
                            poses.append(pose)
                            lying.append((turn, over))
            if not poses:
                raise CraftError(
                    f"{item.name} ({item.piece}) is wider than the cloth as it lies.", "width"
                )
            self.parts.append(tuple(poses))
            self.lying.append(lying)
        for block in self.table.blocks:
            self._obstacle(block)

    def problem(self) -> Problem:
        """What the search works on."""
        return Problem(
            self.table.width, self.table.gap, tuple(self.shapes), tuple(self.parts), self.fixed,
            frozenset(self.obstacles),
        )  # fmt: skip

    def nested(self, sought: SearchResult) -> Nested | None:
        """A lay as an answer of the search; None where a piece lies as the search would lay none."""
        there = {each.item: each for each in sought.placements}
        poses, at = [], []
        for index in range(len(self.parts)):
            item = self.table.items[index] if index < len(self.table.items) else None
            if index in self.fixed:
                fixed = self.fixed[index]
                poses.append(0)
                at.append((fixed.x, fixed.y))
                continue
            assert item is not None
            lies = there[item.key]
            for number, pose in enumerate(self.parts[index]):
                turn, over = self.lying[index][number]
                hx, hy = np.abs(self.shapes[pose.shape]).max(axis=0)
                y = lies.y + hy
                alike = over == lies.over and abs((turn - lies.turn + 180) % 360 - 180) < 1e-6
                if alike and pose.low - CLOSE <= y <= pose.high + CLOSE:
                    poses.append(number)
                    at.append((lies.x + hx, min(max(y, pose.low), pose.high)))
                    break
            else:
                return None
        return Nested(tuple(poses), np.array(at), sought.length)

    def placements(self, nested: Nested) -> tuple[Placement, ...]:
        """Where every item lies in an answer; pinned ones exactly where they were."""
        held = {p.item: p for p in self.pinned}
        made = []
        for index, item in enumerate(self.table.items):
            if item.key in held:
                made.append(held[item.key])
                continue
            pose = self.parts[index][nested.poses[index]]
            hx, hy = np.abs(self.shapes[pose.shape]).max(axis=0)
            turn, over = self.lying[index][nested.poses[index]]
            x, y = nested.at[index]
            made.append(
                Placement(item=item.key, x=max(0.0, float(x - hx)), y=max(0.0, float(y - hy)),
                          turn=turn, over=over)
            )  # fmt: skip
        return tuple(made)

    def _turns(self, item: LayItem) -> list[tuple[float, bool]]:
        """Every turn and face it may lie with: a pair cut at once, or two alike, either face up; one
        of a pair as its hand asks; a piece on the fold as its fold edge asks."""
        table = self.table
        if item.on_fold or item.double:
            faces: tuple[bool, ...] = (False, True)
        else:
            faces = (item.over,)
        return [
            (turn, over)
            for over in faces
            for turn in turns(item, table.liberty(item), table.nap, over)
            if not self._against_the_bars(turn, over)
        ]

    def _against_the_bars(self, turn: float, over: bool) -> bool:
        """Uneven bars have an order that every piece must keep to."""
        repeat = self.table.repeat
        uneven = repeat.along and repeat.uneven_along and self.table.matching is not None
        return bool(uneven and direction(turning(turn, over))[0] < 0)

    def _shape(self, key: tuple[int, str, float, bool], ring: np.ndarray, known: Known) -> int:
        if key not in known:
            known[key] = len(self.shapes)
            self.shapes.append(centred(ring)[0])
        return known[key]

    def _pose(
        self,
        item: LayItem,
        turn: float,
        over: bool,
        zone: Zone,
        known: Known,
    ) -> Pose | None:
        paper = self.table.regions[item.key]
        laid = moved(paper, turning(turn, over))
        x0, y0, x1, y1 = laid.bounds
        hy = (y1 - y0) / 2
        if item.on_fold and item.fold is not None:
            at = sum(move_point(end, turning(turn, over))[1] for end in item.fold) / 2
            fold = zone.folds[0]
            middle = fold + (y0 + y1) / 2 - at
            # The piece lies on the cloth's side of the fold.
            if middle - hy < zone.low - 0.01 or middle + hy > zone.high + 0.01:
                return None
            low = high = middle
        else:
            low, high = zone.low + hy, zone.high - hy
            if high < low - 0.01:
                return None
            high = max(low, high)
            if self.table.liberty(item).border and item.hem is not None and self.table.border:
                edge = self._hem_on(item, turn, over, (y0 + y1) / 2 - hy, (y0 + y1) / 2 + hy)
                if edge is None:
                    return None
                low = high = low if edge == "low" else high
        # Flips of one shape where the turn is whole; a slanting mirror image is a shape of its own.
        quarter = abs(turn % 90) < 1e-9
        base = turn % 180
        flips = 0
        if quarter:
            ring = coordinates(moved(paper, turning(base, False)))
            flips ^= FLIP_X | FLIP_Y if turn % 360 >= 180 else 0
            flips ^= 0 if not over else FLIP_Y if base == 0 else FLIP_X
        else:
            ring = coordinates(moved(paper, turning(base, over)))
            flips ^= FLIP_X | FLIP_Y if turn % 360 >= 180 else 0
        copies = "open" if item.hands == "whole" and not item.on_fold else "half"
        shape = self._shape((item.piece, copies, base, over and not quarter), ring, known)
        along, across = self._steps(item, turn, over, zone, ((x0 + x1) / 2, (y0 + y1) / 2))
        return Pose(shape, flips, low, high, along, across)

    def _steps(
        self, item: LayItem, turn: float, over: bool, zone: Zone, middle: tuple[float, float]
    ) -> tuple[Steps, Steps]:
        """Where the repeat lets the piece lie. Its paper's origin has the place of its offset, so
        down * (middle + d - first bar) = place, where d is the origin seen from the middle."""
        table, matching = self.table, self.table.matching
        if matching is None:
            return FREE, FREE
        repeat = table.repeat_in(zone)
        onto = turning(turn, over)
        if not with_the_grain(onto):
            return FREE, FREE
        ox, oy = move_point((0.0, 0.0), onto)
        down, right = direction(onto)
        made = []
        turn = matching.mirror.get(item.piece, 1)
        for step, offset, groups, fixed, mirror, sign, start, d, shifts in (
            (repeat.along, matching.along, matching.group_along, matching.fixed_along, 1, down,
             repeat.from_end, ox - middle[0], table.nap or repeat.uneven_along),
            (repeat.across, matching.across, matching.group_across, matching.fixed_across, turn, right,
             repeat.from_edge, oy - middle[1], False),
        ):  # fmt: skip
            if not step:
                made.append(FREE)
                continue
            group = groups[item.piece]
            place = offset[item.piece] + mirror * fixed.get(group, 0.0)
            at = (start - d + sign * place) % step
            # A group whose pieces all lie one way may begin anywhere in the repeat.
            free = shifts and group not in fixed and not self._turnable(groups, group)
            made.append(Steps(step, at, group=_group_number(groups, group) if free else -1))
        # A piece on the fold lies where the fold is.
        return made[0], FREE if item.on_fold else made[1]

    def _hem_on(
        self, item: LayItem, turn: float, over: bool, low: float, high: float
    ) -> str | None:
        """At which border of the table the hem lies when the piece is laid so, if at any."""
        assert item.hem is not None
        (_, ay), (_, by) = (move_point(p, turning(turn, over)) for p in item.hem)
        for edge, at in (("low", low), ("high", high)):
            if edge in self.table.border and max(abs(ay - at), abs(by - at)) < 1.0:
                return edge
        return None

    def _turnable(self, groups: dict[int, int], group: int) -> bool:
        """Whether a piece of the group may lie end for end though the others may not."""
        members = [number for number, each in groups.items() if each == group]
        may = self.table.liberties
        either = any(number in may and may[number].either for number in members)
        return either and not self.table.repeat.uneven_along

    def _pin(self, index: int, item: LayItem, pin: Placement) -> Pose:
        paper = self.table.regions[item.key]
        laid = moved(paper, matrix(paper, pin))
        ring, (x, y) = centred(coordinates(laid))
        self.shapes.append(ring)
        self.fixed[index] = Fixed(0, x, y)
        return Pose(len(self.shapes) - 1, 0, y, y)

    def _obstacle(self, block: Region) -> None:
        ring, (x, y) = centred(coordinates(block))
        self.shapes.append(ring)
        index = len(self.parts)
        self.parts.append((Pose(len(self.shapes) - 1, 0, y, y),))
        self.lying.append([(0.0, False)])
        self.fixed[index] = Fixed(0, x, y)
        self.obstacles.add(index)


def _group_number(groups: dict[int, int], group: int) -> int:
    """Groups counted from 0."""
    return sorted(set(groups.values())).index(group)
