"""The surroundings of all tests, set before anything of the program is loaded: data in a throw-away folder,
with the demo. Loaded by pytest itself (see pyproject.toml): settings are read before any conftest is."""

import os
import tempfile
from pathlib import Path

from hypothesis import HealthCheck, settings

# What takes long on a busy machine is no fault of an example.
settings.register_profile("dove-tack", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.load_profile("dove-tack")

os.environ["DOVE_TACK_DATA"] = tempfile.mkdtemp(prefix="dove-tack-tests-")
os.environ["DOVE_TACK_DEMO"] = "1"
# Worked out once for all the processes of a run, and again only after a change.
os.environ.setdefault("DOVE_TACK_DEMO_FILES", str(Path(__file__).parents[1] / ".stamps" / "demo"))
os.environ["DJANGO_ALLOW_ASYNC_UNSAFE"] = "true"  # playwright's loop runs in the test's own thread
