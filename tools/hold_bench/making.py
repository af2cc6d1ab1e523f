"""A making to work on: a waistcoat of the demo, laid on all its cloths and nothing cut, as a file."""

import os

import django
from django.apps import apps

TITLE = "Orla’s ringing waistcoat"


def laid_file() -> str:
    """The file."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    if not apps.ready:
        django.setup()
    from craft.formats.bundle import write_making
    from craft.pattern import Pattern
    from workroom.demo.world import journals, patterns

    making, states = next((m, s) for m, s in journals() if m.title == TITLE)
    pattern = Pattern.model_validate_json(patterns()[making.pattern])
    return write_making(TITLE, pattern, states[-2].inputs)
