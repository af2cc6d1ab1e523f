"""Settings for all tests: data in a throw-away folder, quick password hashing."""

import os
import tempfile
from pathlib import Path

_data = tempfile.mkdtemp(prefix="dove-tack-tests-")
os.environ["DOVE_TACK_DATA"] = _data
os.environ["DOVE_TACK_DEMO"] = "1"
# Worked out once for all the processes of a run, and again only after a change.
os.environ.setdefault("DOVE_TACK_DEMO_FILES", str(Path(__file__).parents[1] / ".stamps" / "demo"))
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"  # playwright's loop runs in the test's own thread

import pytest  # noqa: E402

from craft.cloth import Cloth  # noqa: E402
from craft.inputs import Inputs  # noqa: E402
from craft.pattern import Pattern  # noqa: E402
from craft.pick import PickInputs  # noqa: E402
from workroom.demo.waistcoat import ringing_waistcoat  # noqa: E402


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
