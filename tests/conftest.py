"""What all tests share; their surroundings are set before, in environment.py."""

import pytest

from craft.cloth import Cloth
from craft.inputs import Inputs
from craft.pattern import Pattern
from craft.pick import PickInputs
from workroom.demo.waistcoat import ringing_waistcoat


@pytest.fixture(autouse=True)
def _quick_passwords(settings):
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@pytest.fixture(scope="session")
def waistcoat() -> Pattern:
    return ringing_waistcoat()


@pytest.fixture
def orla() -> PickInputs:
    """Measurements nearest to size D; three centimetres taller than the pattern was drawn for."""
    return PickInputs(
        person="Orla",
        measurements={
            "bust": 915, "waist": 752, "hip": 990, "back waist length": 402, "height": 1710,
        },
    )  # fmt: skip


@pytest.fixture
def flannel() -> Cloth:
    return Cloth(
        name="Wool flannel", fibre="wool", width=1400, selvedge=10, owned=1500,
        shrink_length=0.04, shrink_width=0.03, nap=True, traits=("dark",),
    )  # fmt: skip


@pytest.fixture
def inputs(orla: PickInputs) -> Inputs:
    return Inputs(pick=orla)
