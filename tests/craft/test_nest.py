"""The nesting engine: tables against exact geometry, steps, obstacles, bounds, and verified lays."""

import numpy as np
import pytest
import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from scipy.optimize import linprog
from shapely.affinity import translate
from shapely.geometry import Polygon
from shapely.ops import unary_union

from craft.nest.best_place import _grid, room_for
from craft.nest.compact import Compactor
from craft.nest.first import NoPlace, first_lay
from craft.nest.flat import flatten
from craft.nest.fold_line import fold_line_bound
from craft.nest.lines import lines
from craft.nest.nesting import bound, nest
from craft.nest.penetration import make_tables
from craft.nest.problem import (
    FLIP_X,
    FLIP_Y,
    Fixed,
    Pose,
    Problem,
    Steps,
    centred,
    flipped,
    signed_area,
)
from craft.nest.program import Program, least_of
from craft.nest.separate import separate
from craft.nest.spots import nearest_step
from craft.nest.state import State, penetration
from craft.nest.walk import Walk
from craft.shape.convex import convex_components, covering, simplified
from tools.lay_bench.instances import Instance
from tools.lay_bench.made import made_garment
from tools.lay_bench.verify import faults

HOOK = centred(np.array([(0, 0), (200, 0), (200, 60), (80, 60), (80, 160), (0, 160)], float))[0]
BAR = centred(np.array([(0, 0), (300, 0), (300, 50), (0, 50)], float))[0]
TURNED = FLIP_X | FLIP_Y


def free(shape: int, half: float, height: float, flips: tuple[int, ...] = (0, TURNED), **more):
    return tuple(Pose(shape, each, half, height - half, **more) for each in flips)


def star(points: int, seed: int) -> np.ndarray:
    random = np.random.default_rng(seed)
    angle = np.sort(random.uniform(0, 2 * np.pi, points))
    far = random.uniform(60, 200, points)
    return centred(np.stack((np.cos(angle), np.sin(angle)), 1) * far[:, None])[0]


@settings(max_examples=40)
@given(points=st.integers(5, 24), seed=st.integers(0, 10_000))
def test_convex_parts_are_convex_and_cover_the_shape_once(points, seed):
    ring = star(points, seed)
    shape = Polygon(ring)
    assume(shape.is_valid and signed_area(ring) > 0)
    components = [Polygon(component) for component in convex_components(ring)]
    assert sum(component.area for component in components) == pytest.approx(shape.area, rel=1e-9)
    assert unary_union(components).symmetric_difference(shape).area < 1e-6 * shape.area
    for component in components:
        assert component.convex_hull.area == pytest.approx(component.area, rel=1e-9)


@settings(max_examples=40)
@given(points=st.integers(5, 40), seed=st.integers(0, 10_000), by=st.floats(0.05, 5))
def test_a_covering_covers_and_reaches_no_further_than_allowed(points, seed, by):
    ring = star(points, seed)
    assume(Polygon(ring).is_valid)
    made = Polygon(covering(ring, by))
    assert made.buffer(1e-6).covers(Polygon(ring))
    assert len(made.exterior.coords) <= len(ring) + 1
    beyond = made.difference(Polygon(ring))
    if not beyond.is_empty:
        edge = Polygon(ring).exterior
        assert max(edge.distance(p) for p in _points(beyond)) <= by + 1e-6


def _points(shape):
    return shapely.points(shapely.get_coordinates(shape))


@settings(max_examples=60)
@given(
    dx=st.floats(-480, 480), dy=st.floats(-220, 220),
    fa=st.sampled_from([0, FLIP_X, FLIP_Y, TURNED]), fb=st.sampled_from([0, FLIP_X, FLIP_Y, TURNED]),
)  # fmt: skip
def test_the_tables_know_whether_and_how_deep_two_shapes_meet(dx, dy, fa, fb):
    problem = Problem(400, 4.0, (HOOK, BAR), ((Pose(0, fa, 80, 320),), (Pose(1, fb, 25, 375),)))
    fine, _ = make_tables(problem)
    deep = penetration(fine, 0, 1, dx, dy)
    a = Polygon(flipped(HOOK, fa)).buffer(2, join_style="mitre")
    b = translate(Polygon(flipped(BAR, fb)).buffer(2, join_style="mitre"), dx, dy)
    if not a.intersects(b) or a.touches(b):
        assert deep < 8  # the tables are a grid of a centimetre
    elif a.intersection(b).area > 100:
        assert deep > 0
        # As deep as they must part at least: moving by less than that cannot free them.
        for angle in np.linspace(0, 2 * np.pi, 8, endpoint=False):
            by = max(0.0, deep - 12)
            assert a.intersects(translate(b, by * np.cos(angle), by * np.sin(angle)))


@pytest.mark.parametrize("seed", [1, 2, 3])
@pytest.mark.parametrize("mode", ["single", "folded"])
def test_every_lay_is_verified_exactly(seed, mode):
    document = made_garment(seed, 14, nap=seed == 2, width=140.0)
    problem = Instance(document["name"], mode, document).problem()
    found = list(nest(problem, seed=seed, rounds=1))
    assert [faults(problem, lay) for lay in found if faults(problem, lay)] == []
    lengths = [lay.length for lay in found]
    assert lengths == sorted(lengths, reverse=True)
    assert lengths[-1] >= bound(problem, flatten(problem)) - 0.1
    assert lengths[-1] < lengths[0]


def test_verification_sees_what_is_wrong():
    problem = Problem(400, 3.0, (HOOK, BAR), (free(0, 80, 400), free(1, 25, 400)))
    lay = list(nest(problem, rounds=1))[-1]
    assert faults(problem, lay) == []
    for index, by, said in ((0, (0.2, 0.0), "overlap"), (1, (-500, 0), "outside")):
        at = lay.at.copy()
        at[index] += by
        if index == 0:  # towards the other
            at[0] = lay.at[1] + (5, 5)
        wrong = faults(problem, type(lay)(lay.poses, at, lay.length))
        assert any(said in each for each in wrong)


def test_same_seed_and_rounds_are_the_same_to_the_last_digit():
    document = made_garment(9, 16, nap=False, width=140.0)
    problem = Instance("x", "single", document).problem()
    one, two = (list(nest(problem, seed=3, rounds=3)) for _ in range(2))
    assert [lay.length for lay in one] == [lay.length for lay in two]
    assert (one[-1].at == two[-1].at).all()
    other = list(nest(problem, seed=4, rounds=3))
    assert (other[-1].at != one[-1].at).any()


def test_steps_are_kept_and_groups_shift_together():
    bars = Steps(60, 17)
    grouped = [Steps(60, at, group=0) for at in (0, 25)]
    parts = (
        free(0, 80, 400, (0,), along=bars), free(0, 80, 400, (0,), along=bars, across=Steps(40, 5)),
        free(1, 25, 400, (0,), along=grouped[0]), free(1, 25, 400, (0,), along=grouped[1]),
    )  # fmt: skip
    problem = Problem(400, 3.0, (HOOK, BAR), parts)
    for lay in nest(problem, seed=2, rounds=1):
        assert faults(problem, lay) == []
        x, y = lay.at[:, 0], lay.at[:, 1]
        assert np.abs((x[:2] - 17 + 30) % 60 - 30).max() < 1e-6
        assert abs((y[1] - 5 + 20) % 40 - 20) < 1e-6
        assert abs((x[3] - x[2] - 25 + 30) % 60 - 30) < 1e-6
    # Begun from that lay, every part's steps begin where the group lies in it.
    flat = flatten(problem)
    poses = flat.first[:-1] + np.array(lay.poses)
    walk = Walk(
        problem, flat, make_tables(problem), Compactor(problem, flat), 1, (poses, lay.at, lay.length)
    )
    off = (lay.at[2:, 0] - walk.rest()[poses[2:], 0]) % 60
    assert np.minimum(off, 60 - off).max() < 1e-6


def test_nothing_is_laid_on_a_block_and_it_does_not_lengthen_the_lay():
    flaw = centred(np.array([(0, 0), (100, 0), (100, 400), (0, 400)], float))[0]
    parts = (free(0, 80, 400), free(1, 25, 400), (Pose(2, 0, 200, 200),))
    problem = Problem(400, 3.0, (HOOK, BAR, flaw), parts, {2: Fixed(0, 250.0, 200.0)}, frozenset({2}))
    lay = list(nest(problem, rounds=2))[-1]
    assert faults(problem, lay) == []
    # The bar (30 cm) does not fit before the flaw (20 cm): it lies behind it, the hook before.
    assert lay.length == pytest.approx(600, abs=0.2)
    spots = [Polygon(flipped(problem.shapes[i], 0) + lay.at[i]) for i in (0, 1)]
    assert all(spot.intersection(Polygon(flaw + np.array((250.0, 200.0)))).area < 1e-6 for spot in spots)


def test_pinned_things_stay():
    problem = Problem(
        400, 3.0, (HOOK, BAR), (free(0, 80, 400), free(1, 25, 400)), {1: Fixed(1, 200.0, 300.0)}
    )
    for lay in nest(problem, rounds=1):
        assert lay.poses[1] == 1
        assert tuple(lay.at[1]) == (200.0, 300.0)
        assert faults(problem, lay) == []


def test_stopping_keeps_the_best_so_far():
    document = made_garment(5, 20, nap=False, width=140.0)
    problem = Instance("x", "single", document).problem()
    asked = iter(range(10_000))
    found = list(nest(problem, keep_going=lambda: next(asked) < 12))
    assert faults(problem, found[-1]) == []
    assert len(list(nest(problem, keep_going=lambda: False))) == 1


def test_what_fits_no_way_is_said():
    problem = Problem(150, 3.0, (HOOK,), ((Pose(0, 0, 80, 70),),))
    with pytest.raises(NoPlace) as caught:
        first_lay(problem, flatten(problem))
    assert caught.value.part == 0


def test_the_fold_line_is_a_bound_in_one_dimension():
    # Two triangles on the fold, 30 long and 20 high at one end: tip to tip or heel to heel they need
    # 60.3; no order is shorter.
    gore = centred(np.array([(0, 0), (300, 0), (300, 200)], float))[0]
    on_fold = tuple(Pose(0, flips, 100, 100) for flips in (0, FLIP_X))
    problem = Problem(500, 3.0, (gore,), (on_fold, on_fold))
    assert fold_line_bound(problem) == pytest.approx(603)
    assert list(nest(problem, rounds=2))[-1].length == pytest.approx(603, abs=0.1)
    assert fold_line_bound(Problem(400, 3.0, (HOOK,), (free(0, 80, 400),))) == 0


def test_necklines_on_the_fold_nest_into_each_other_only_where_they_can():
    # A piece with a hollow of 5 cm at the fold end: a straight end beside it gains nothing, since
    # the shoulders stand as far out.
    neck = centred(np.array([(50, 0), (300, 0), (300, 200), (0, 200), (0, 60), (50, 60)], float))[0]
    on_fold = tuple(Pose(0, flips, 100, 100) for flips in (0, FLIP_X))
    problem = Problem(500, 3.0, (neck,), (on_fold, on_fold))
    assert fold_line_bound(problem) == pytest.approx(603)


@given(
    value=st.floats(-500, 500), step=st.floats(3, 90), rest=st.floats(0, 90),
    least=st.floats(0, 100), wide=st.floats(100, 400),
)  # fmt: skip
def test_the_nearest_step_is_a_step_inside(value, step, rest, least, wide):
    most = least + wide
    got = nearest_step(value, step, rest, least, most)
    assert abs((got - rest + step / 2) % step - step / 2) < 1e-6
    assert least - 1e-6 <= got <= most + 1e-6
    clamped = min(max(value, least), most)
    assert abs(got - clamped) <= step + 1e-6
    assert nearest_step(value, 0, rest, least, most) == clamped


def test_a_shape_that_would_shrink_to_nothing_stays():
    thin = np.array([(0, 0), (100, 0), (100, 1), (0, 1)], float)
    assert Polygon(simplified(thin, 0.1, -2)).area == pytest.approx(100)
    assert Polygon(simplified(thin, 0.1, 2)).area == pytest.approx(104 * 5)


def test_the_last_lay_is_as_short_and_neater():
    document = made_garment(3, 12, nap=False, width=150.0)
    problem = Instance("x", "single", document).problem()
    *_, before, after = nest(problem, seed=1, rounds=1)
    assert after.length <= before.length + 1e-9
    assert faults(problem, after) == []
    size = flatten(problem).size
    assert (size * after.at[:, 0]).sum() < (size * before.at[:, 0]).sum()


def test_with_two_folds_neither_binds_alone():
    gore = centred(np.array([(0, 0), (300, 0), (300, 200)], float))[0]
    near = tuple(Pose(0, flips, 100, 100) for flips in (0, FLIP_X))
    far = tuple(Pose(0, flips ^ FLIP_Y, 400, 400) for flips in (0, FLIP_X))
    problem = Problem(500, 3.0, (gore,), ((*near, *far), (*near, *far)))
    assert fold_line_bound(problem) == 0
    assert list(nest(problem, rounds=2))[-1].length == pytest.approx(300, abs=0.1)


def test_the_search_is_compiled_once_whatever_numbers_it_is_given():
    for height, gap, step in (
        (400.0, 3.0, 0.5),
        (400, 3.0, 1),
        (400.0, 3, 1.0),
        (np.float64(400), 3, 1),
    ):
        part = free(0, 80, height - 80, along=Steps(step, 0), across=Steps(step, 0))
        list(nest(Problem(height, gap, (HOOK,), (part,) * 2), rounds=1))
    assert len(lines.signatures) == len(separate.signatures) == 1


@given(seed=st.integers(0, 10_000), columns=st.integers(1, 8), rows=st.integers(1, 12))
def test_a_program_costs_as_little_as_another_solver_finds(seed, columns, rows):
    random = np.random.default_rng(seed)
    matrix = random.integers(-3, 4, (rows, columns)) * (random.random((rows, columns)) < 0.6)
    cost, limits = random.uniform(-1, 2, columns), random.uniform(-2, 8, rows)
    least = random.uniform(-5, 0, columns)
    most = np.where(random.random(columns) < 0.3, np.inf, random.uniform(0, 5, columns))
    there = matrix != 0
    starts = np.concatenate(([0], np.cumsum(there.sum(1))))
    found = least_of(Program(cost, least, most, starts, np.nonzero(there)[1], matrix[there], limits))
    other = linprog(cost, A_ub=matrix, b_ub=limits, bounds=np.stack((least, most), 1))
    assert (found is None) == (other.status != 0)
    if found is not None:
        assert cost @ found == pytest.approx(other.fun, abs=1e-6)
        assert (matrix @ found <= limits + 1e-6).all()
        assert (found >= least - 1e-9).all()
        assert (found <= most + 1e-9).all()


@pytest.mark.parametrize("bound_across", [False, True])
def test_what_moves_as_one_is_pushed_as_far_as_its_nearest(bound_across):
    """Three bars one behind the other, 20 mm between each: two that move as one keep their distance."""
    across = Steps(24.0, 0.0, 0) if bound_across else Steps()
    one = Pose(1, 0, 25, 375, along=Steps(24.0, 0.0, 0), across=across)
    alone = Pose(1, 0, 25, 375)
    problem = Problem(400, 3.0, (HOOK, BAR), ((alone,), (one,), (one,)))
    flat = flatten(problem)
    at = np.array([(150.0, 48.0), (473.0, 48.0), (796.0, 48.0)])
    there, length = Compactor(problem, flat).push(flat.first[:-1], at)
    assert length == pytest.approx(926, abs=0.01)
    assert there[:, 0] == pytest.approx([150, 453, 776], abs=0.01)
    assert there[2] - there[1] == pytest.approx(at[2] - at[1])


def test_an_overlap_that_cannot_be_parted_keeps_no_other_from_it():
    """Two tall ones lie 140 mm apart where 303 are needed, 180 once both have moved by 20; two others that
    overlap by 10 mm are parted all the same."""
    tall = centred(np.array([(0, 0), (300, 0), (300, 200), (0, 200)], float))[0]
    poses = [(Pose(0, 0, 100, 100),)] * 2 + [(Pose(1, 0, 225, 375),)] * 2
    problem = Problem(400, 3.0, (tall, BAR), tuple(poses))
    flat = flatten(problem)
    at = np.array([(200.0, 100.0), (340.0, 100.0), (860.0, 300.0), (1150.0, 300.0)])
    there, _, left = Compactor(problem, flat).move(flat.first[:-1], at, 20.0)
    assert there[1, 0] - there[0, 0] == pytest.approx(180, abs=0.01)
    assert left == pytest.approx(123, abs=0.01)
    assert there[3, 0] - there[2, 0] == pytest.approx(303, abs=0.01)


def test_every_place_that_is_looked_at_has_its_own_column_and_row():
    """Otherwise memory is read that nobody has written, and the same seed gives another lay."""
    problem = Problem(400, 3.0, (HOOK, BAR), (free(0, 80, 400), free(1, 25, 400)))
    flat, tables = flatten(problem), make_tables(problem)
    walk = Walk(problem, flat, tables, None, 1, (flat.first[:-1], np.zeros((2, 2)), 900.0))
    state = State(walk.poses, walk.at, walk.rest(), walk.base.copy(), walk.base, walk.chance)
    room = room_for(walk.instance, 900.0)
    for length in np.linspace(500, 900, 4_000):
        grid = _grid(walk.instance, state, 0, length, room)
        assert grid.nx <= grid.wide
        assert grid.ny <= grid.high
        for places, count, first in ((room.xs, grid.nx, grid.x), (room.ys, grid.ny, grid.y)):
            beside = places[:count] - first - np.arange(count) * 2 * walk.instance.far.cell
            assert np.abs(beside[1:-1]).max() < 1e-6
