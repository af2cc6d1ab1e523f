"""Do the jobs that wait in the table, until standard input ends."""

from contextlib import suppress

from django.core.management.base import BaseCommand

from workroom.jobs.worker import run_for_ever


class Command(BaseCommand):
    """The worker process; the server's launcher starts it."""

    help = "Do waiting searches until standard input ends."

    def handle(self, *args: object, **options: object) -> None:
        """Work until the parent ends."""
        with suppress(KeyboardInterrupt):  # what is running then is taken up again later
            run_for_ever()
