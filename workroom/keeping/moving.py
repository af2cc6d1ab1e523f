"""Rows between a database server and a file, table by table through the ORM: a backup is the same file
whatever holds the rows, so that a workroom can move from one to the other."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import django
from django.apps import apps
from django.conf import settings
from django.core.management import call_command
from django.core.management.color import no_style
from django.db import connections, models, transaction

from workroom.database import configured
from workroom.keeping.migrating import migrated
from workroom.keeping.times import times_as_they_were

FILE = "file"
AT_ONCE = 500


def rows_to_file(path: Path) -> None:
    """All rows of the server at one moment, as a new file."""
    migrated(path.parent)
    with _both(path):
        with transaction.atomic("default"):
            with connections["default"].cursor() as cursor:
                cursor.execute("SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY")
            _copy("default", FILE)
        with connections[FILE].cursor() as cursor:
            cursor.execute("PRAGMA journal_mode=DELETE")


def rows_from_file(path: Path) -> None:
    """What a file holds, in place of all rows of the server; all of it or nothing."""
    with _both(path):
        call_command("migrate", verbosity=0)
        with transaction.atomic("default"):
            for model in reversed(_models()):
                model._base_manager.using("default").all().delete()
            _copy(FILE, "default")
            with connections["default"].cursor() as cursor:
                for sql in connections["default"].ops.sequence_reset_sql(no_style(), _models()):
                    cursor.execute(sql)


@contextmanager
def _both(path: Path) -> Iterator[None]:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    if not apps.ready:
        django.setup()
    connections.databases[FILE] = {
        **connections.databases["default"], **configured(path.parent, ""), "NAME": str(path),
        "USER": "", "PASSWORD": "", "HOST": "", "PORT": "", "ATOMIC_REQUESTS": False,
        "AUTOCOMMIT": True, "CONN_HEALTH_CHECKS": False, "TIME_ZONE": settings.DATABASES.get("TIME_ZONE"),
    }  # fmt: skip
    try:
        yield
    finally:
        connections[FILE].close()
        del connections[FILE]
        del connections.databases[FILE]


def _models() -> list[type[models.Model]]:
    """Every table of ours, those that are pointed at first."""
    found: list[type[models.Model]] = []

    def add(model: type[models.Model]) -> None:
        if model in found or not model._meta.managed or model._meta.proxy:
            return
        for field in model._meta.concrete_fields:
            if field.related_model and field.related_model is not model:
                add(field.related_model)
        found.append(model)

    for each in apps.get_models(include_auto_created=True):
        add(each)
    return found


def _copy(source: str, target: str) -> None:
    for model in _models():
        # What making the tables put in is replaced by what was there.
        model._base_manager.using(target).all().delete()
    for model in _models():
        rows: list[models.Model] = []
        for row in model._base_manager.using(source).all().iterator(AT_ONCE):
            rows.append(row)
            if len(rows) >= AT_ONCE:
                _put(model, target, rows)
        _put(model, target, rows)


def _put(model: type[models.Model], target: str, rows: list[models.Model]) -> None:
    with times_as_they_were(model):
        model._base_manager.using(target).bulk_create(rows)
    rows.clear()
