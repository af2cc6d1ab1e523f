"""``manage.py load_demo``: put the demo workroom into the database, once."""

from django.core.management.base import BaseCommand

from workroom.demo.world import load_demo


class Command(BaseCommand):
    """Load the demo world."""

    help = "Load the demo workroom (does nothing when it is there already)."

    def handle(self, *_: object, **__: object) -> None:
        """Load it."""
        load_demo()
