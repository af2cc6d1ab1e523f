"""Journals are kept compressed; lists get cards of their own, filled when they are first read."""

from django.db import migrations, models

import workroom.records.packed

PACKED = (("Entry", "inputs"), ("Job", "inputs"))


def pack(apps, _):
    for model, field in PACKED:
        rows = apps.get_model("records", model).objects
        for row in rows.only("id", field).iterator():
            rows.filter(pk=row.pk).update(packed=getattr(row, field))


class Migration(migrations.Migration):
    dependencies = [("records", "0005_facts_as_codes")]
    operations = [
        *(
            migrations.AddField(
                model, "packed", workroom.records.packed.PackedText(default=str), preserve_default=False
            )
            for model, _ in PACKED
        ),
        migrations.RunPython(pack, migrations.RunPython.noop),
        *(migrations.RemoveField(model, field) for model, field in PACKED),
        *(migrations.RenameField(model, "packed", field) for model, field in PACKED),
        *(
            migrations.AddField(
                "Entry", name, workroom.records.packed.PackedText(blank=True, default=str)
            )
            for name in ("card", "needs")
        ),
        migrations.AddField("StoredPattern", "card", models.TextField(blank=True, default="")),
    ]
