"""Sheets seen by a camera: what is known of them straightens the picture, and clicks go along."""

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.digitise.inputs import PaperSheet
from craft.digitise.sheets import lay_out
from craft.errors import CraftError
from craft.sight.picture import KnownPoint, SheetPicture
from craft.sight.plane import Plane, joined, plane
from tests.craft.entering import EMPTY, done, measured
from workroom.demo.camera import HEIGHT, WIDTH, known, pixels

CORNERS = np.array(((0, 0), (300, 0), (300, 200), (0, 200)), dtype=float)
PROBES = np.array([(x, y) for x in (20, 150, 280) for y in (10, 100, 190)], dtype=float)


def camera(slant: float, turn: float, bend: float, far: float = 900.0) -> Plane:
    """A camera over the sheet: the plane it sees, from pixels to mm."""
    a, t = np.radians(slant), np.radians(turn)
    tilt = np.array(((1, 0, 0), (0, np.cos(a), -np.sin(a)), (0, np.sin(a), np.cos(a))))
    round_ = np.array(((np.cos(t), -np.sin(t), 0), (np.sin(t), np.cos(t), 0), (0, 0, 1)))
    look = round_ @ tilt
    move = -look @ np.array((150, 100, 0.0)) + np.array((0, 0, far))
    lens = np.array(((2_000.0, 0, 1_000), (0, 2_000.0, 750), (0, 0, 1)))
    matrix = np.linalg.inv(lens @ np.column_stack((look[:, 0], look[:, 1], move)))
    return Plane(matrix=tuple((matrix / matrix[2, 2]).ravel().tolist()), middle=(1_000, 750),
                 reach=1_250, bend=bend, points=0, left=None)  # fmt: skip


def pairs(seen: Plane, places: np.ndarray) -> tuple:
    marked = seen.pixels(places).tolist()
    return tuple((tuple(p), tuple(m)) for p, m in zip(marked, places.tolist(), strict=True))


@settings(max_examples=60)
@given(st.floats(0, 35), st.floats(0, 360), st.floats(500, 2_000))
def test_four_corners_take_out_any_slant(slant, turn, far):
    seen = camera(slant, turn, 0.0, far)
    found = plane(pairs(seen, CORNERS), 2_000, 1_500)
    assert np.abs(found.mm(seen.pixels(PROBES)) - PROBES).max() < 1e-6
    assert np.abs(found.pixels(PROBES) - seen.pixels(PROBES)).max() < 1e-6
    assert found.left is None  # nothing is left over to check by


@settings(max_examples=40)
@given(st.floats(0, 30), st.floats(0, 360), st.floats(-0.03, 0.05))
def test_eight_points_take_out_the_bend_of_the_lens_too(slant, turn, bend):
    seen = camera(slant, turn, bend)
    rim = np.vstack((CORNERS, (CORNERS + np.roll(CORNERS, -1, axis=0)) / 2))
    found = plane(pairs(seen, rim), 2_000, 1_500)
    assert found.bend == pytest.approx(bend, abs=1e-5)
    assert np.abs(found.mm(seen.pixels(PROBES)) - PROBES).max() < 0.01
    assert found.left < 0.01


def test_a_known_distance_gives_scale_and_turn():
    # 400 pixels are 100 mm, and the picture lies on its side.
    found = plane((((100.0, 100.0), (0.0, 0.0)), ((100.0, 500.0), (100.0, 0.0))), 800, 600)
    assert found.mm(np.array([[100.0, 300.0]]))[0] == pytest.approx((50, 0), abs=1e-6)
    assert found.mm(np.array([[60.0, 100.0]]))[0] == pytest.approx((0, 10), abs=1e-6)


@pytest.mark.parametrize(
    ("points", "said"),
    [
        ([((0, 0), (0, 0))], "Two known points"),
        ([((5, 5), (0, 0)), ((5, 5), (100, 0))], "one spot"),
        (
            [((0, 0), (0, 0)), ((10, 0), (10, 0)), ((20, 0), (20, 0)), ((0, 9), (0, 9))],
            "in one line",
        ),
        ([((0, 0), (0, 0)), ((90, 0), (90, 0)), ((90, 60), (0, 60)), ((0, 60), (90, 60))], "order"),
    ],
)
def test_points_that_give_no_plane_are_refused(points, said):
    with pytest.raises(CraftError, match=said):
        plane(tuple(points), 100, 100)


def sheet(*pictures: SheetPicture) -> PaperSheet:
    return PaperSheet(id=1, pictures=pictures)


def points_of(seen: Plane, places: np.ndarray, as_: np.ndarray | None = None) -> tuple:
    marked = seen.pixels(places).tolist()
    told = (places if as_ is None else as_).tolist()
    return tuple(KnownPoint(pixel=tuple(p), mm=tuple(m)) for p, m in zip(marked, told, strict=True))


def test_two_pictures_of_one_sheet_are_joined_by_points_both_show():
    first, second = camera(12, 5, 0.0), camera(18, 95, 0.0)
    # The second picture knows another square, counted from its own corner.
    own, there = CORNERS * 0.4, CORNERS * 0.4 + np.array((100, 80))
    one = SheetPicture(picture=1, width=2_000, height=1_500, known=points_of(first, CORNERS))
    two = SheetPicture(
        picture=2, width=2_000, height=1_500, known=points_of(second, there, own),
        shared=points_of(second, PROBES[[0, 8]]),
    )  # fmt: skip
    laid = lay_out(sheet(one, two))
    assert np.abs(laid[1].plane.mm(second.pixels(PROBES)) - PROBES).max() < 0.01
    assert any("Joined to the picture before" in finding.what for finding in laid[1].findings)
    alone = two.model_copy(update={"shared": ()})
    assert any("not joined" in f.what for f in lay_out(sheet(one, alone))[1].findings)
    _, off = joined(laid[1].plane, ((tuple(second.pixels(PROBES)[0]), (0.0, 0.0)),
                                    (tuple(second.pixels(PROBES)[8]), (500.0, 0.0))))  # fmt: skip
    assert off > 50


def test_points_that_do_not_agree_ask_for_another_photo():
    seen = camera(10, 0, 0.0)
    rim = np.vstack((CORNERS, (CORNERS + np.roll(CORNERS, -1, axis=0)) / 2))
    wrong = rim.copy()
    wrong[2] += (9, -7)
    known_ = points_of(seen, rim, wrong)
    laid = lay_out(sheet(SheetPicture(picture=1, width=2_000, height=1_500, known=known_)))
    assert laid[0].findings[0].weight in ("doubt", "fault")
    assert "photograph again" in laid[0].findings[0].mend
    # 9 across and 7 up are √130 = 11.4 mm, and the seven others agree among themselves.
    assert laid[0].findings[1].what.startswith("Known point 3 lies [[11.402|fine]] from")
    wrong[5] += (0, 12)  # of two that are off neither can be told
    both = points_of(seen, rim, wrong)
    laid = lay_out(sheet(SheetPicture(picture=1, width=2_000, height=1_500, known=both)))
    assert len(laid[0].findings) == 1


def test_what_was_clicked_over_a_picture_goes_with_it():
    seen = camera(14, 0, 0.0)
    inputs = done(EMPTY, "add sheet")
    inputs = done(inputs, "add picture", sheet=1, picture=1, width=2_000, height=1_500)

    def know(inputs, places):
        told = [each.model_dump() for each in points_of(seen, CORNERS, places)]
        return done(inputs, "known points", sheet=1, at=0, known=told)

    inputs = know(inputs, CORNERS * 1.1)  # the rectangle was measured with a tape that had shrunk
    inputs = measured((110, 110), (220, 110), (220, 165), inputs=inputs, sheet=1)
    after = know(inputs, CORNERS)
    points = next(iter(after.pieces[0].drawn.lines.values())).points
    for point, wanted in zip(points, [(100, 100), (200, 100), (200, 150)], strict=True):
        assert point == pytest.approx(wanted)


def test_the_demos_camera_sees_what_its_sheet_says():
    found = plane(tuple(known()), WIDTH, HEIGHT)
    assert found.left < 0.1
    crosses = np.array([(220.0, 20.0), (640.0, 530.0)])
    assert np.abs(found.mm(pixels(crosses)) - crosses).max() < 0.1


@pytest.mark.parametrize("far", [400.0, 900.0, 2_500.0])
def test_a_picture_is_laid_no_further_than_some_of_its_own_widths(far):
    """However steep it is, and whatever a pixel shows of the sheet (0.25 to 1.6 mm)."""
    seen = camera(78, 0, 0.0, far)
    one = SheetPicture(picture=1, width=2_000, height=1_500, known=points_of(seen, CORNERS))
    x, y, wide, high = lay_out(sheet(one))[0].box
    pixels = np.array([[1_000, 750], [1_001, 750], [1_000, 751]])
    middle, across, down = seen.mm(pixels)
    a_pixel = max(np.linalg.norm(across - middle), np.linalg.norm(down - middle))
    most = 2.5 * 2_000 * a_pixel
    assert (x, y) >= tuple(middle - most - 1)
    assert max(wide, high) <= 2 * most + 2
    assert max(wide, high) > 0.5 * most
