"""The facts that ticks rest on hold codes and millimetres; sentences become what they said."""

import json

from django.db import migrations

from craft.formats.older import with_codes


def forward(apps, _):
    for model in ("Entry", "Job"):
        for row in apps.get_model("records", model).objects.only("id", "inputs").iterator():
            try:
                document = json.loads(row.inputs)
            except ValueError:
                continue  # a damaged row stays as it is, and is shown as damaged
            coded = with_codes(document)
            if coded != document:
                row.inputs = json.dumps(coded, ensure_ascii=False, separators=(",", ":"))
                row.save(update_fields=["inputs"])


class Migration(migrations.Migration):
    dependencies = [("records", "0004_variants")]
    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
