"""The Django app that keeps the records."""

from django.apps import AppConfig


class RecordsConfig(AppConfig):
    """Models, journal and the demo's loading command."""

    name = "workroom.records"
    label = "records"
