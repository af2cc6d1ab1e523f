"""One searcher: shortens its best lay a little, parts what then overlaps, pushes it together, and
begins from a disturbed lay when that fails."""

import numpy as np

from craft.nest.compact import Compactor
from craft.nest.flat import Arrays
from craft.nest.penetration import FarTables, Tables
from craft.nest.problem import Problem
from craft.nest.separate import separate
from craft.nest.spots import nearest_step
from craft.nest.state import Instance, Limits, State
from craft.shape.curve import Floats

BEGIN_FILLED = 0.74  # share of the strip's area the first try fills
SHORTEN = 0.015  # by how much a try shortens the best lay, at first
LEAST_SHORTEN = 0.005  # and after failures
MOVES_A_PART = 60  # moves of one try
PATIENCE = 40  # sweeps without progress before a try is given up
PUSHED_APART = 6.0  # overlaps up to this deep (mm) may still be parted by pushing
KEPT_FAILURES = 10
TRY_COUNTS = 60  # moves a try counts for besides its own: pushing together takes time too
HARDER = 1.08  # how much longer the strip gets while no lay at all has been found
SIZE_WEIGHS = 1.0  # how much the size of pieces weighs in what their overlap costs


class Walk:
    """State of one searcher. All chance comes from its seed."""

    def __init__(
        self,
        problem: Problem,
        flat: Arrays,
        tables: tuple[Tables, FarTables],
        compactor: Compactor,
        seed: int,
        start: tuple[np.ndarray, Floats, float],
    ) -> None:
        self.problem, self.flat, self.compactor = problem, flat, compactor
        self.instance = Instance(*tables, flat)
        self.random = np.random.default_rng(seed)
        self.chance = np.array([self.random.integers(1, 2**62)], np.uint64)
        self.count = len(problem.parts)
        self.loose = [int(part) for part in np.flatnonzero(~flat.pinned)]
        size = flat.size[:, None] * flat.size[None, :]
        self.base = ((size / size.min()) ** (SIZE_WEIGHS / 2)).astype(np.float32)
        self.share = flat.size[self.loose] / flat.size[self.loose].sum()
        groups = int(flat.group.max(initial=-1)) + 1
        self.phase: Floats = np.zeros((max(1, groups), 2))
        self._shift_groups(start[1] - flat.rest[start[0]], start[0])
        # The best lay: poses (indices into all poses), places, length, phases.
        self.best_poses, self.best_at, self.best = start[0].copy(), start[1].copy(), start[2]
        self.best_phase = self.phase.copy()
        self.own = False  # whether the best is more than the lay it was given to start with
        self.shorten = SHORTEN
        self.failures: list[tuple[float, np.ndarray, Floats, Floats]] = []
        self.moves = 0
        blocked = float((flat.size * flat.obstacle).sum())
        area = problem.area() + blocked * 0.5
        self.length = max(area / problem.height / BEGIN_FILLED, self._longest())
        self.poses, self.at = start[0].copy(), start[1].copy()
        for part in self.loose:
            self._anyhow(part, 0.0, self.length)
        self._bring_inside()

    def _longest(self) -> float:
        """The strip is at least as long as any part."""
        first = self.flat.first
        return max(float(self.flat.half[first[i] : first[i + 1], 0].min()) * 2 for i in self.loose)

    def adopt(self, other: "Walk") -> None:
        """Go on from another searcher's best."""
        self.best_poses, self.best_at = other.best_poses.copy(), other.best_at.copy()
        self.best, self.best_phase, self.own = other.best, other.best_phase.copy(), other.own
        self.failures = []
        self._disturb()

    def rest(self) -> Floats:
        """Where each pose's steps begin, with its group's shift."""
        flat = self.flat
        rest = flat.rest.copy()
        for axis in (0, 1):
            held = flat.group[:, axis] >= 0
            rest[held, axis] += self.phase[flat.group[held, axis], axis]
        return rest

    def step(self, stop: np.ndarray, moves: int) -> None:
        """Tries until ``moves`` moves are made, or stop[0] is set."""
        end = self.moves + moves
        while self.moves < end and stop[0] == 0 and len(self.loose):
            self._try(stop)

    def _try(self, stop: np.ndarray) -> None:
        state = State(self.poses, self.at, self.rest(), self.base.copy(), self.base, self.chance)
        limits = Limits(self.length, MOVES_A_PART * self.count, PATIENCE, stop)
        total, most, used = separate(self.instance, state, limits)
        self.moves += used + TRY_COUNTS
        pushed = None
        if most < PUSHED_APART:
            pushed = self.compactor.push(self.poses, self.at, stop=stop)
        if pushed is not None and pushed[1] < self.best - 1e-6:
            self._shift_groups(pushed[0] - self.at, self.poses)
            self.at, self.best = pushed[0].copy(), pushed[1]
            self.best_at, self.best_poses = self.at.copy(), self.poses.copy()
            self.best_phase = self.phase.copy()
            self.failures, self.own = [], True
            self.shorten = min(SHORTEN, self.shorten * 1.3)
            self._shortened()
            return
        self.failures.append((total, self.at.copy(), self.poses.copy(), self.phase.copy()))
        self.failures.sort(key=lambda each: each[0])
        del self.failures[KEPT_FAILURES:]
        if pushed is None:
            self.shorten = max(LEAST_SHORTEN, self.shorten * 0.7)
        if not self.own:
            self.length *= HARDER
        self._disturb()

    def _shift_groups(self, by: Floats, poses: np.ndarray) -> None:
        for axis in (0, 1):
            group = self.flat.group[poses, axis]
            for each in np.unique(group[group >= 0]):
                self.phase[each, axis] += by[np.flatnonzero(group == each)[0], axis]

    def _disturb(self) -> None:
        """Begin again from the best or an earlier failure, with some parts elsewhere."""
        random = self.random
        if self.failures and (not self.own or random.random() < 0.5):
            nth = int(min(abs(random.normal(0, 0.25)), 0.999) * len(self.failures))
            _, at, poses, phase = self.failures[nth]
        else:
            at, poses, phase = self.best_at, self.best_poses, self.best_phase
        self.at, self.poses, self.phase = at.copy(), poses.copy(), phase.copy()
        if random.random() < 0.3:
            wide = 0.3 * self.length
            begin = random.uniform(-0.3 * wide, self.length - 0.7 * wide)
            for part in self.loose:
                if begin <= self.at[part, 0] <= begin + wide:
                    self._anyhow(part, max(0.0, begin), begin + wide)
        else:
            for _ in range(int(random.integers(1, 3))):
                a, b = random.choice(self.loose, p=self.share), random.choice(self.loose)
                self.at[[a, b]] = self.at[[b, a]]
                for part in (a, b):
                    if random.random() < 0.3:
                        self.poses[part] = self._some_pose(part)
        if self.flat.group.max(initial=-1) >= 0 and random.random() < 0.3:
            each, axis = int(random.integers(len(self.phase))), int(random.integers(2))
            members = self.flat.step[self.flat.group[:, axis] == each, axis]
            if len(members):
                self.phase[each, axis] += random.uniform(0, float(members.max()))
        self._shortened()

    def _some_pose(self, part: int) -> int:
        first = self.flat.first
        usable = [
            pose for pose in range(first[part], first[part + 1])
            if self.flat.high[pose] >= self.flat.low[pose] - 1e-9
        ]  # fmt: skip
        return int(usable[self.random.integers(len(usable))])

    def _anyhow(self, part: int, begin: float, end: float) -> None:
        """Set a part down at any place between two x."""
        pose = self._some_pose(part)
        self.poses[part] = pose
        low, high = self.flat.low[pose], self.flat.high[pose]
        self.at[part] = (self.random.uniform(begin, end), self.random.uniform(low, max(low, high)))

    def _shortened(self) -> None:
        """The next try's length, with everything brought inside the strip and onto its steps."""
        if self.own:
            self.length = max(self.best * (1 - self.shorten), self._longest())
        self._bring_inside()

    def _bring_inside(self) -> None:
        flat, rest = self.flat, self.rest()
        for part in self.loose:
            pose = self.poses[part]
            half = flat.half[pose, 0]
            self.at[part, 0] = nearest_step(
                self.at[part, 0], flat.step[pose, 0], rest[pose, 0], half,
                max(half, self.length - half),
            )  # fmt: skip
            self.at[part, 1] = nearest_step(
                self.at[part, 1], flat.step[pose, 1], rest[pose, 1], flat.low[pose], flat.high[pose]
            )
