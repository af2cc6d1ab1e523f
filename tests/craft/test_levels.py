"""One level line on one piece: all sizes, the partners, blending, lengths and standing pinches go by it."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.level_proposals import propose_levels
from craft.digitise.seaming import propose
from craft.digitise.whole import digitise
from craft.fit import FitInputs, fit
from craft.fit.length.lines import lines_of
from craft.pick import PickInputs, pick, shape_of
from craft.shape import path as paths
from craft.trace import TraceInputs, trace
from tests.craft.entering import EMPTY, done, measured

FOLD = [{"role": "main", "on_fold": True}]
# Half a front and back, 40 cm long: in at the waist (27 cm down), out to the hem; y down, centre at x = 0.
HALF = ((0, 60), (70, 0), (180, 30), (200, 200), (180, 270), (220, 400), (0, 400))
BACK = ((0, 20), (70, 0), (180, 30), (205, 200), (187, 270), (225, 400), (0, 400))
EDGES = ("neckline", "shoulder", "armhole", "side", "side 2", "hem", "centre")


def bodice(grow: float = 20.0, drop: float = 0.0):
    """Front and back in M and L (``grow`` mm wider, its waist ``drop`` mm lower), sewn together."""
    inputs = EMPTY
    for name in ("M", "L"):
        inputs = done(inputs, "add size", name=name)
    rows = [
        {
            "measurement": m,
            "level": m,
            "body": {"M": mm, "L": mm + 40},
            "ease": 40,
            "leads": m == "bust",
        }
        for m, mm in (("bust", 880), ("waist", 720))
    ]
    inputs = done(inputs, "table", rows=rows)
    for name, points in (("Front", HALF), ("Back", BACK)):
        inputs = measured(*points, inputs=inputs, name=name, cuts=FOLD)
        piece = inputs.pieces[-1]
        ids = [node.id for node in piece.drawn.nodes]
        for id, edge in zip(ids, EDGES, strict=True):
            inputs = done(inputs, "edge", piece=piece.id, edge=id, says={"name": edge})
        inputs = done(inputs, "set points", piece=piece.id, ids=[ids[4]], turn="smooth")
        shifts = {id: (grow if k in (3, 4, 5) else 0.0, drop if k == 4 else 0.0)
                  for k, id in enumerate(ids)}  # fmt: skip
        inputs = done(inputs, "shift points", piece=piece.id, size="L", shifts=shifts)
    seams = propose(inputs, digitise(inputs).pieces)
    assert {s.seam.name for s in seams} >= {"side seam", "shoulder seam"}
    return done(inputs, "add seams", seams=[s.seam.model_dump() for s in seams if s.fits])


def drawn_once(inputs, level: str, y: float):
    return done(
        inputs, "levels", levels=[{"piece": 1, "level": level, "points": [(0, y), (200, y)]}]
    )


def test_without_levels_blending_is_refused_with_the_way_to_mend_it():
    pattern = digitise(bodice()).pattern
    picked = pick(pattern, PickInputs(size="M", at={"waist": "L"}))
    assert picked.at["waist"] == "M"
    assert (picked.graded, picked.sizes_said) == (False, "M")
    (fault,) = [f for f in picked.findings if f.weight == "fault"]
    assert "Size L at the waist cannot be drawn" in fault.what
    assert "level lines" in fault.mend


def test_one_line_on_one_piece_blends_front_and_back():
    inputs = drawn_once(drawn_once(bodice(), "bust", 200), "waist", 270)
    pattern = digitise(inputs).pattern
    picked = pick(pattern, PickInputs(size="M", at={"waist": "L"}))
    assert picked.sizes_said == "M at the bust, L at the waist"
    half = []
    for number in (1, 2):
        levels = pattern.piece(number).shapes["M"].levels
        assert levels == {"bust": pytest.approx(200, abs=2), "waist": pytest.approx(270, abs=2)}
        side = shape_of(pattern, pattern.piece(number), picked).edge("side").path
        half.append(paths.point_along(side, paths.along_at_level(side, levels["waist"]))[0])
        bust = paths.start(side)[0]
        assert bust == pytest.approx(200 if number == 1 else 205, abs=0.5)
    # 18.0 + 18.7 in M; L is 2 cm wider on each: two sides more than without.
    assert sum(half) == pytest.approx(180 + 187 + 40, abs=1.0)


@settings(max_examples=40, deadline=None)
@given(st.floats(0, 60), st.floats(-40, 40), st.floats(205, 380))
def test_a_level_line_stays_level_in_every_size(grow, drop, y):
    pattern = digitise(drawn_once(bodice(grow, drop), "waist", y)).pattern
    for piece in pattern.pieces:
        for shape in piece.shapes.values():
            assert "waist" in shape.levels
            for mark in shape.marks:
                if mark.kind == "body level":
                    assert mark.points[0][1] == pytest.approx(mark.points[1][1], abs=1e-9)
                    assert mark.points[0][1] == pytest.approx(shape.levels["waist"])
    # Along the seam they share both pieces have it at the same place.
    for size in ("M", "L"):
        places = []
        for number in (1, 2):
            shape = pattern.piece(number).shapes[size]
            side = [e for e in shape.edges if e.name.startswith("side")]
            before = 0.0
            for edge in side:
                along = paths.along_at_level(edge.path, shape.levels["waist"])
                if along is not None:
                    places.append(before + along)
                    break
                before += paths.length(edge.path)
        assert places[0] == pytest.approx(places[1], abs=2.0)


def test_levels_are_proposed_where_the_shaping_shows_them():
    inputs = bodice()
    found = {p.level: p for p in propose_levels(inputs, digitise(inputs).pieces)}
    assert {name: p.piece for name, p in found.items()} == {"bust": 1, "waist": 1}
    assert found["bust"].y == 200
    assert found["waist"].y == pytest.approx(270, abs=6)  # the curve turns a little below its point
    assert found["waist"].why == "its side is narrowest there"
    taken = done(inputs, "levels", levels=[
        {"piece": p.piece, "level": p.level, "points": p.points} for p in found.values()
    ])  # fmt: skip
    assert propose_levels(taken, digitise(taken).pieces) == ()
    able = {a.name: a for a in digitise(taken).abilities}
    assert able["Blend sizes"].can
    assert not {a.name: a for a in digitise(inputs).abilities}["Blend sizes"].can


def test_lengths_and_traced_levels_go_by_them_or_say_why_not():
    for inputs, has in (
        (bodice(), False),
        (drawn_once(drawn_once(bodice(), "bust", 200), "waist", 270), True),
    ):
        pattern = digitise(inputs).pattern
        chosen = PickInputs(size="M")
        picked = pick(pattern, chosen)
        traced = trace(pattern, picked, TraceInputs(offered=("body levels",)))
        shown = [m.name for p in traced.pieces for m in p.shape.marks if m.kind == "body level"]
        said = [f.what for f in traced.findings if "Body levels are not drawn" in f.what]
        assert ("waist level" in shown) == has
        assert bool(said) == (not has)
        assert not has or shown.count("waist level") == 2
        fitted = fit(pattern, traced, picked, chosen, FitInputs())
        lines = {
            line.level: line.pieces
            for line in lines_of(pattern, {p.number: p.shape for p in fitted.pieces})
        }
        assert (lines.get("above the waist") == (1, 2)) == has
