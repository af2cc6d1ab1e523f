"""The lay on one page for the wall: arrows and words agree with how every piece lies."""

from io import BytesIO

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from craft.cloth import ClothInputs, cloths_of
from craft.lay import LayInputs, Placement, lay
from craft.measure import render
from craft.shape.affine import move_point
from craft.sheets.wall import ARROW, drawn, write_wall_pdf
from tests.craft.shapes import SINGLE, box, cloth, fitted_of, working


def laid(*turns: tuple[float, bool]):
    pieces = [working(k + 1, f"Box {k + 1}", box(80, 120), SINGLE) for k in range(len(turns))]
    fitted = fitted_of(*pieces)
    placed = tuple(
        Placement(item=f"{k + 1}.1", x=200.0 + 300 * k, y=400.0, turn=turn, over=over)
        for k, (turn, over) in enumerate(turns)
    )
    inputs = LayInputs(placements={"main": placed})
    return lay(fitted, cloths_of(fitted, ClothInputs(cloths={"main": cloth()})), inputs, "10 cm")[0]


def arrows(made) -> list:
    """Tip and wings of every arrow, in the order of laying."""
    lines = [line.path for line in drawn(made)[0] if line.width == 0.3 and len(line.path) == 2]
    return [(path[0][1], (path[0][0], path[1][1])) for path in lines]


def test_the_head_of_the_cloth_is_at_the_left_and_a_turned_piece_points_elsewhere():
    # A box as it was drawn lies with its top towards the cut end; turned by quarters it goes round.
    made = laid((0, False), (90, False), (180, False), (270, False))
    text = PdfReader(BytesIO(write_wall_pdf(made, "For the wall", "cm"))).pages[0].extract_text()
    tops = [next(w for w in ("left", "right", "up", "down") if f"top {w}" in row)
            for row in text.splitlines() if "top " in row]  # fmt: skip
    assert sorted(tops) == ["down", "left", "right", "up"]
    assert {tops[0], tops[2]} == {"left", "right"}
    assert "For the wall" in text


@settings(max_examples=30)
@given(
    st.lists(st.tuples(st.sampled_from([0, 90, 180, 270, 30, 200]), st.booleans()), min_size=1, max_size=4)
)
def test_words_and_arrows_say_the_same_and_every_number_is_on_the_page(turns):
    made = laid(*turns)
    page = PdfReader(BytesIO(write_wall_pdf(made, "Wall", "cm"))).pages[0].extract_text()
    rows = [row for row in page.splitlines() if ", top " in row]
    assert len(rows) == len(arrows(made)) == len(turns)
    for row, (tip, wings) in zip(rows, arrows(made), strict=True):
        behind = [sum(w[axis] for w in wings) / 2 - tip[axis] for axis in (0, 1)]
        # The wings lie behind the tip: the arrow points the other way (y downwards on the page).
        assert behind[0] ** 2 + behind[1] ** 2 == pytest.approx(ARROW**2)
        x, y = -behind[0], -behind[1]
        points = ("left" if x < 0 else "right") if abs(x) >= abs(y) - 1e-6 else "up" if y < 0 else "down"
        assert f"top {points}" in row
    # The tip is the upper end of the line that is measured from, as it lies.
    for judged, (tip, _) in zip(
        sorted(made.placed, key=lambda j: j.numbers.order), arrows(made), strict=True
    ):
        ends = judged.numbers.line or judged_grain(made, judged)
        x, y = move_point(ends[0], judged.matrix)
        assert tip == pytest.approx((x, made.width - y))
        for number in (judged.numbers.upper, judged.numbers.lower, judged.numbers.to_end):
            assert render(number.text, "cm") in page
        assert f"face {'down' if judged.placement.over else 'up'}" in page


def judged_grain(made, judged):
    return next(item.grain for item in made.items if item.key == judged.placement.item)
