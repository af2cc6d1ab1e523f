"""A job's process that works in the database: ``python -m workroom.jobs.archive_process JOB PIPE SHARED``.
Everything of one account goes out as one archive, or comes in from one."""

import logging
import mmap
import os
import sys
import time
from collections.abc import Callable
from typing import TYPE_CHECKING

from workroom.jobs.messages import FAILED, HOLD, SHARED, encoded, sentence_of

if TYPE_CHECKING:
    from workroom.records.models import Job

log = logging.getLogger(__name__)


def main(job: int, pipe: int, shared: int) -> None:
    """Do it, and say what it comes to as every job's process does."""
    seen = mmap.mmap(shared, SHARED)

    def wait() -> None:
        while seen[HOLD]:
            time.sleep(0.02)

    wait()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    import django

    django.setup()
    from workroom.records.models import Job

    def say(message: dict[str, object]) -> None:
        data = encoded(message)
        while data:
            data = data[os.write(pipe, data) :]

    def told(share: float) -> None:
        say({"share": share})
        wait()

    row = Job.objects.get(pk=job)
    try:
        say({"found": archive_work(row, told)})
        say({"end": "done"})
    except Exception as error:
        sentence = sentence_of(error, row.kind)
        if sentence.startswith(FAILED):
            log.exception("job %s failed", job)
        say({"end": "failed", "sentence": sentence})


def archive_work(job: "Job", told: Callable[[float], None]) -> str:
    """What the job comes to, as it is kept with it."""
    from workroom.data_files import papers
    from workroom.records.belongings.writing import write_belongings

    if job.kind == "import":
        return _read_in(job, told)
    half = papers.folder() / f"{job.key}.half"
    papers.folder().mkdir(exist_ok=True)
    try:
        write_belongings(job.owner, half, told)
        os.replace(half, papers.folder() / f"{job.key}.zip")
    finally:
        half.unlink(missing_ok=True)
    return "{}"


def _read_in(job: "Job", told: Callable[[float], None]) -> str:
    """Read an archive once, also where this is begun anew after a crash: what came in is written down with
    it. What was sent is let go of, whatever comes of it."""
    from workroom.data_files.arriving import arriving, let_go
    from workroom.records.belongings.reading import read_belongings
    from workroom.records.belongings.shapes import TakenIn
    from workroom.records.models import Job

    def done(taken: TakenIn) -> None:
        Job.objects.filter(pk=job.pk).update(found=taken.model_dump_json())

    try:
        if not job.found:
            job.found = read_belongings(
                job.owner, arriving(job.owner_id), told, done
            ).model_dump_json()
    finally:
        let_go(job.owner_id)
    return str(job.found)


if __name__ == "__main__":
    main(*map(int, sys.argv[1:4]))
