"""The demo waistcoat is a real pattern: every size its own, partner seams matching in each."""

import pytest

from craft.fit.seams.walk import walk
from craft.shape import path as paths
from craft.shape.curve import distance
from workroom.demo.waistcoat_draft import SIZES


@pytest.mark.parametrize("size", SIZES)
def test_every_seam_matches_in_every_size(waistcoat, size):
    shapes = {p.number: p.shapes[size] for p in waistcoat.pieces}
    names = {p.number: p.name for p in waistcoat.pieces}
    walks, findings = walk(waistcoat, shapes, names)
    assert len(walks) == len(waistcoat.seams)
    assert findings == []
    assert max(abs(seam.difference.value) for seam in walks) < 0.1


def test_sizes_differ_in_the_three_ways(waistcoat):
    small = {p.number: p.shapes["A"].outline for p in waistcoat.pieces}
    large = {p.number: p.shapes["G"].outline for p in waistcoat.pieces}
    same = {number for number in small if small[number] == large[number]}
    assert same == {6}  # the welt
    straight = {
        p.number
        for p in waistcoat.pieces
        if all(paths.is_straight(edge.path) for edge in p.shapes["D"].edges)
    }
    assert straight == {6, 7}  # the welt and the strap


def test_every_size_is_larger_than_the_one_before(waistcoat):
    for number in (1, 2, 4, 5):
        areas = [paths.area(waistcoat.piece(number).shapes[s].outline) for s in SIZES]
        assert areas == sorted(areas)
        assert areas[-1] > 1.2 * areas[0]


def test_armholes_and_necklines_are_true_curves(waistcoat):
    front = waistcoat.piece(1).shapes["D"]
    for name in ("neckline", "armhole upper", "armhole lower", "side", "hem"):
        assert all(len(curve) == 4 for curve in front.edge(name).path), name


@pytest.mark.parametrize("size", SIZES)
def test_both_darts_have_equal_legs(waistcoat, size):
    marks = {mark.id: mark for mark in waistcoat.piece(1).shapes[size].marks}
    a, point, b = marks["armhole-dart"].points
    assert distance(a, point) == pytest.approx(distance(b, point), abs=0.01)
    top, left, bottom, right = marks["waist-dart"].points
    assert distance(top, left) == pytest.approx(distance(top, right), abs=0.01)
    assert distance(bottom, left) == pytest.approx(distance(bottom, right), abs=0.01)


def test_the_back_lies_on_the_fold_and_carries_no_allowance_there(waistcoat):
    fold = waistcoat.piece(2).shapes["D"].edge("centre back")
    assert fold.kind == "fold"
    assert fold.allowance == 0
    assert {x for curve in fold.path for x, _ in curve} == {0.0}
