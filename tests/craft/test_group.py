"""What several makings need together, with every sum shown."""

import pytest

from craft.cloth import ClothInputs
from craft.group import USUAL_WIDTH, Need, cloth_needed, paper_needed, together, totals
from craft.inputs import Inputs
from craft.making import derive
from craft.measure import Figure, render
from craft.pick import PickInputs
from craft.trace.paper import PaperInputs
from workroom.demo.breeches import ringing_breeches

BREECHES = ringing_breeches()


def made(size, **more):
    return derive(BREECHES, Inputs(pick=PickInputs(size=size), **more))


def figure(mm):
    return Figure(name="x", value=mm, text="", working=())


def need(role, mm, laid=False):
    return Need(role=role, cloth="", length=figure(mm), laid=laid)


def test_lengths_are_added_with_their_working():
    sum_of = together("paper", (figure(880), figure(820)))
    assert sum_of.value == 1700
    assert render(sum_of.working[0], "cm") == "0.88 m + 0.82 m = 1.70 m"
    assert together("paper", ()).value == 0


def test_totals_go_by_role_and_count_what_is_not_laid():
    found = totals((need("main", 700), need("lining", 130), need("main", 900, laid=True)))
    assert [(total.role, total.length.value, total.open) for total in found] == [
        ("main", 1600, 1), ("lining", 130, 1),
    ]  # fmt: skip


def test_without_a_cloth_a_usual_width_is_taken_and_said():
    making = made("3")
    needs = {each.role: each for each in cloth_needed(making)}
    area = next(known.area for known in making.cloths if known.role == "main")
    assert needs["main"].length.value == pytest.approx(area / USUAL_WIDTH)
    assert "no cloth is chosen yet" in needs["main"].length.working[0]
    assert not needs["main"].laid


def test_with_a_cloth_its_own_width_counts(flannel):
    making = made("3", cloth=ClothInputs(cloths={"main": flannel}))
    main = next(each for each in cloth_needed(making) if each.role == "main")
    assert main.cloth == "Wool flannel"
    known = next(known for known in making.cloths if known.role == "main")
    assert main.length == known.least


def test_a_larger_size_needs_no_less_paper():
    lengths = [paper_needed(made(size), PaperInputs(kind="sheets")).value for size in "16"]
    assert lengths[0] <= lengths[1]
    # Whatever paper was planned, a group reckons by the roll.
    assert lengths[0] == paper_needed(made("1"), PaperInputs()).value


def test_growth_is_reckoned_from_the_last_day_a_measurement_was_taken():
    from craft.pick.measuring import growth

    days = ({"height": 1492, "bust": 768}, {"height": 1438, "waist": 604},
            {"height": 1395, "bust": 712, "waist": 604})  # fmt: skip
    # Bust: 768 − 712, two sittings back; the waist has not changed.
    assert growth(days) == ({"height": 54, "bust": 56}, {"height": 43}, {})
    assert growth(()) == ()
