"""Stripes that meet as in a mirror where both edges of a seam flare."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.cloth import Repeat
from craft.fit import Meeting
from craft.lay.judge import judge_lay
from craft.lay.matching import MatchInputs, apart_by, places, plan_matching
from craft.lay.placing import matrix
from tests.craft.shapes import SINGLE, box, search, table, working

STRIPES = Repeat(across=40)


def on(*meets, pieces, repeat=STRIPES, **more):
    plain = table(*pieces, fold="single", width=1000, repeat=repeat)
    planned = plan_matching(pieces, meets, plain.items, repeat, MatchInputs(**more))
    return table(*pieces, fold="single", width=1000, repeat=repeat, matching=planned)


def meeting(a, b, name, x_a, x_b, y=100.0, seam="side"):
    return Meeting(seam=seam, name=name, a=a, b=b, at_a=(x_a, y), at_b=(x_b, y))


FRONT, BACK = (working(n, name, box(240, 400), SINGLE) for n, name in ((1, "Front"), (2, "Back")))
# Both flare by 15 from the waist to the hip: the front's edge to the right, the back's to the left.
WAIST, HIP = meeting(1, 2, "waist", 200, 40), meeting(1, 2, "hip", 215, 25, 300)


def test_front_and_back_flared_alike_are_matched_at_both_notches():
    plan = on(WAIST, HIP, pieces=(FRONT, BACK)).matching
    assert (plan.apart, set(plan.kept)) == ((), {WAIST, HIP})
    assert plan.mirror == {1: 1, 2: -1}
    # A front whose origin lies on a stripe shows 200 at the waist; the back −200 = offset + 40.
    assert plan.across == {1: 0, 2: -240}
    # Both flared to the right of their paper: places run alike.
    alike = on(WAIST, meeting(1, 2, "hip", 215, 55, 300), pieces=(FRONT, BACK)).matching
    assert (alike.apart, alike.mirror, alike.across[2]) == ((), {1: 1, 2: 1}, 160)
    # Uneven stripes have a direction: what cannot be had is said with by how much.
    uneven = Repeat(across=100, uneven_across=True)
    lost = on(WAIST, HIP, pieces=(FRONT, BACK), repeat=uneven).matching
    assert [(met.name, off) for met, off in lost.apart] == [("hip", 30)]


@given(
    pairs=st.permutations(((1, 2), (2, 3))).flatmap(
        lambda ways: st.sampled_from((ways, [ways[0], (1, 3)], [(2, 3), (1, 3)]))
    ),
    ways=st.tuples(st.sampled_from((1, -1)), st.sampled_from((1, -1))),
    at=st.tuples(*[st.integers(20, 180)] * 4),
    shift=st.floats(0, 40),
)
def test_a_chain_of_three_keeps_every_relation(pairs, ways, at, shift):
    """Joined in any order, wherever the group's own place is."""
    side = working(3, "Side", box(200, 400), SINGLE)
    meets = []
    for (a, b), way, x_a, x_b in zip(pairs, ways, at[::2], at[1::2], strict=True):
        meets += [
            meeting(a, b, "waist", x_a, x_b),
            meeting(a, b, "hip", x_a + 15, x_b + 15 * way, 300),
        ]
    plan = on(*meets, pieces=(FRONT, BACK, side)).matching
    assert plan.apart == ()
    for (a, b), way in zip(pairs, ways, strict=True):
        assert plan.mirror[a] * plan.mirror[b] == way
    for met in meets:
        here, there = (
            plan.mirror[number] * shift + plan.across[number] + point[0]
            for number, point in ((met.a, met.at_a), (met.b, met.at_b))
        )
        assert apart_by(here, plan.mirror[met.a] * plan.mirror[met.b] * there, 40) == pytest.approx(
            0, abs=1e-6
        )


def test_a_stripe_on_the_centre_settles_the_mirrored_piece_too():
    on_centre = on(WAIST, HIP, pieces=(FRONT, BACK), centre="any").matching
    anchored = on_centre.model_copy(update={"fixed_across": {1: 7.0}})
    spread = table(FRONT, BACK, fold="single", width=1000, repeat=STRIPES, matching=anchored)
    assert sound(spread, (WAIST, HIP))


def sound(spread, meets):
    """A searched lay breaks no rule, and its stripes meet by an independent count."""
    lay = search(spread, rounds=0).placements
    assert [f.what for each in judge_lay(spread, lay) for f in each.findings if f.weight == "fault"] == []
    onto = {p.item: matrix(spread.regions[p.item], p) for p in lay}
    for met in meets:
        (_, a), (_, b) = (
            places(at, onto[f"{number}.1"], spread.repeat)
            for number, at in ((met.a, met.at_a), (met.b, met.at_b))
        )
        assert min(abs(apart_by(a, b, 40)), abs(apart_by(a, -b, 40))) < 0.6
    return True


@settings(max_examples=40)
@given(
    flare=st.integers(-60, 60), at=st.integers(0, 200), other=st.integers(0, 200),
    mirrored=st.booleans(), far=st.sampled_from((0.0, 7.0, 20.0)),
)  # fmt: skip
def test_however_both_flare_alike_their_stripes_meet(flare, at, other, mirrored, far):
    back = other - flare if mirrored else other + flare
    meets = (meeting(1, 2, "waist", at, other), meeting(1, 2, "hip", at + flare, back, 300))
    made = on(*meets, pieces=(FRONT, BACK))
    assert made.matching.apart == ()
    settled = made.matching.model_copy(update={"fixed_across": {1: far}})
    assert sound(table(FRONT, BACK, fold="single", width=1000, repeat=STRIPES, matching=settled), meets)


@given(flares=st.tuples(st.integers(1, 30), st.integers(1, 30)))
def test_what_cannot_be_had_either_way_is_said(flares):
    front, back = flares
    meets = (WAIST, meeting(1, 2, "hip", 200 + front, 40 + back, 300))
    plan = on(*meets, pieces=(FRONT, BACK)).matching
    least = min(abs(apart_by(front, way * back, 40)) for way in (1, -1))
    if least > 0.5:
        assert [abs(off) for _, off in plan.apart] == [pytest.approx(abs(apart_by(front, back, 40)))]
    else:
        assert plan.apart == ()
