"""What older rows left to be derived, and pieces rest on, is written down; cloths count from outside."""

import json

from django.db import migrations

from craft.formats.older import brought_up, cloth_brought_up


def _rewritten(rows, field, make):
    for row in rows.iterator():
        try:
            document = json.loads(getattr(row, field))
        except ValueError:
            continue  # a damaged row stays as it is, and is shown as damaged
        made = make(document)
        if made != document:
            setattr(row, field, json.dumps(made, ensure_ascii=False, separators=(",", ":")))
            row.save(update_fields=[field])


def forward(apps, _):
    for model in ("Entry", "Job"):
        rows = apps.get_model("records", model).objects.only("id", "inputs")
        if model == "Job":
            rows = rows.exclude(inputs="")
        _rewritten(rows, "inputs", brought_up)
    _rewritten(apps.get_model("records", "StoredCloth").objects.only("id", "document"), "document",
               cloth_brought_up)


class Migration(migrations.Migration):
    dependencies = [("records", "0016_for_whom")]
    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
