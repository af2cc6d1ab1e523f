"""Getting cloth ready: answers written by hand before the program was asked, and what no cloth meets."""

from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.cloth import Cloth, Repeat
from craft.cloth.cloth import CARES, FIBRES, TRAITS, WEAVES, WEIGHTS
from craft.cloth.handling import HANDLING
from craft.cloth.preparation_table import StepName
from craft.cloth.preparing import preparation
from tests.craft.answers import agree, facts, rows


@pytest.mark.parametrize(("cloth", "steps", "said", "because"), rows("preparation"))
def test_a_careful_cutter_gets_it_ready_so(cloth, steps, said, because):
    found = preparation(Cloth.model_validate(facts(cloth)))
    assert " ".join(step.name for step in found) == steps, because
    text = " ".join(f"{step.do} {step.caution}" for step in found)
    assert agree(text, said) == [], f"{because}: {text}"


def test_there_are_enough_answers():
    assert len(rows("preparation")) >= 30


CLOTHS = st.builds(
    Cloth, name=st.just("C"), width=st.just(1400.0), fibre=st.sampled_from(FIBRES),
    weave=st.sampled_from(WEAVES), weight=st.sampled_from(WEIGHTS), care=st.sampled_from(CARES),
    traits=st.lists(st.sampled_from(TRAITS), unique=True, max_size=5).map(tuple),
    unsure=st.lists(st.sampled_from(HANDLING), unique=True, max_size=3).map(tuple),
    washed=st.booleans(), repeat=st.sampled_from([Repeat(), Repeat(along=60)]), nap=st.booleans(),
)  # fmt: skip
# What no cloth of a kind ever meets, by the words of a step: written beside the table, not from it.
NEVER = {
    "spots": ("steam it", "with steam", "damp", "starch it", "wash it", "sprinkled"),
    "pile": ("press it", "tear", "damp cloth between", "starch it"),
    "silk": ("steam it", "with steam", "damp", "starch it", "hot,"),
    "knit": ("hung out", "tear", "pull a thread", "its ends square", "along the grain", "starch it"),
    "lace": ("tear", "pull a thread", "degrees", "press it hot"),
    "fusible": ("press", "tear", "pull a thread", "starch it", "steam it", "wash it"),
    "sequins": ("press it", "with steam", "steam it", "degrees", "tear", "starch it"),
    "beads": ("press it", "degrees", "tear", "starch it", "its ends square"),
}


@given(cloth=CLOTHS)
def test_no_list_holds_a_step_that_spoils_the_cloth(cloth):
    found = preparation(cloth)
    names = [step.name for step in found]
    assert names == sorted(set(names), key=get_args(StepName).index)
    # Dried before it is pressed, pressed before it is squared, measured last.
    assert names[-2:] == ["square", "measure"]
    if {"wash", "soak", "starch"} & set(names):
        assert "dry" in names
    assert ("press" in names) == ("fusible" not in cloth.treated)
    if cloth.washed:
        assert not {"wash", "soak", "steam", "clean", "neaten"} & set(names)
    for fact in ({*cloth.treated, cloth.fibre} & set(NEVER)) - {""}:
        for step in found:
            for words in NEVER[fact]:
                assert words not in step.do.lower(), (fact, step)
    for step in found:
        warm = any(word in step.do.lower() for word in ("press it", "steam it", "the iron held"))
        assert not warm or "burn" in step.caution
