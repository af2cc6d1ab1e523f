"""Searches speak of variants of a lay where they spoke of ways."""

import json

from django.db import migrations

NAMES = {"way": "variant", "ways": "variants", "changes": "options"}


def renamed(node, names):
    if isinstance(node, list):
        return [renamed(each, names) for each in node]
    if isinstance(node, dict):
        return {names.get(key, key): renamed(value, names) for key, value in node.items()}
    return node


def rename(apps, names):
    jobs = apps.get_model("records", "Job").objects
    for job in jobs.only("id", "task", "found").iterator():
        for field in ("task", "found"):
            text = getattr(job, field)
            setattr(job, field, json.dumps(renamed(json.loads(text), names)) if text else text)
        job.save(update_fields=["task", "found"])


class Migration(migrations.Migration):
    dependencies = [("records", "0003_jobs")]
    operations = [
        migrations.RunPython(
            lambda apps, _: rename(apps, NAMES),
            lambda apps, _: rename(apps, {new: old for old, new in NAMES.items()}),
        )
    ]
