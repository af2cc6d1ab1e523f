"""What is done once in a while without being asked: the daily copy, papers let go of, old sign-ins
cleared."""

import logging
import subprocess
import sys

from django.conf import settings
from django.core.management import call_command

from workroom.data_files.arriving import sweep_arriving
from workroom.data_files.papers import sweep_papers
from workroom.jobs.job_requests import OPEN
from workroom.records.models import Job
from workroom.records.pictures import sweep_all

EVERY = 3600.0  # how often it is looked whether something is due (s)
SOON = 20.0  # not while everything is just being started (s)

log = logging.getLogger(__name__)


class Housekeeping:
    """When what is due. The copy is made by a process of its own, so that nobody waits for it."""

    def __init__(self) -> None:
        self._due: float | None = None
        self._copy: subprocess.Popen[bytes] | None = None

    def look(self, now: float) -> None:
        """Do what is due."""
        if self._copy is not None and self._copy.poll() is not None:
            if self._copy.returncode:
                log.warning("the daily copy could not be made; see what was said above")
            self._copy = None
        if self._due is None:
            self._due = now + SOON
        if now < self._due:
            return
        self._due = now + EVERY
        sweep_papers()
        at_work = Job.objects.filter(kind="import", state__in=OPEN)
        sweep_arriving(set(at_work.values_list("owner_id", flat=True)))
        sweep_all()
        call_command("clearsessions")
        if self._copy is None:
            self._copy = subprocess.Popen(
                [sys.executable, "-m", "workroom.keeping", "daily"],
                cwd=settings.ROOT, stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL,
            )  # fmt: skip

    def end(self) -> None:
        """A copy that is not done is not needed."""
        if self._copy is not None:
            self._copy.kill()
            self._copy.wait()
