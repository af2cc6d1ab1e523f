"""What the server does with jobs: hand one in, look at it, stop it. Nothing here searches."""

from craft.seek.task import LayTask
from workroom.records import derived
from workroom.records.models import Job, Making

# Finished jobs beyond these are let go.
KEPT = 20


def hand_in(making: Making, task: LayTask) -> Job:
    """A new job for the worker. Whatever is still searching for the same cloth is stopped."""
    open_jobs = making.jobs.filter(role=task.role, state__in=("waiting", "running"))
    open_jobs.update(stop=True)
    job = Job.objects.create(
        owner_id=making.owner_id,
        making=making,
        role=task.role,
        at=making.pointer,
        task=task.model_dump_json(),
        inputs=derived.current(making),
    )
    old = making.jobs.exclude(state__in=("waiting", "running")).order_by("-id")[KEPT:]
    Job.objects.filter(pk__in=[each.pk for each in old]).delete()
    return job


def ask_to_stop(job: Job) -> None:
    """Ask the worker to end it with the best so far; one not begun is over at once."""
    Job.objects.filter(pk=job.pk, state="waiting").update(state="stopped", stop=True)
    Job.objects.filter(pk=job.pk, state="running").update(stop=True)
    job.refresh_from_db()
