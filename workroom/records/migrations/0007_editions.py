"""Patterns get a journal; what makings were begun from is kept as editions."""

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import workroom.records.packed


def first_editions(apps, _):
    pattern, edition = apps.get_model("records", "StoredPattern"), apps.get_model("records", "Edition")
    making, entry = apps.get_model("records", "Making"), apps.get_model("records", "Entry")
    for row in pattern.objects.iterator():
        first = edition.objects.create(pattern=row, document=row.document)
        making.objects.filter(pattern=row).update(edition=first)
        entry.objects.filter(making__pattern=row).update(edition=first)


def edition(null):
    return models.ForeignKey(
        null=null, on_delete=django.db.models.deletion.PROTECT, to="records.edition"
    )


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0006_cards_and_packed_journals"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]
    operations = [
        migrations.AddField("StoredPattern", "pointer", models.PositiveIntegerField(default=0)),
        migrations.AddField(
            "StoredPattern", "changed",
            models.DateTimeField(auto_now=True, default=django.utils.timezone.now),
            preserve_default=False,
        ),
        migrations.CreateModel(
            "Edition",
            [
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("made", models.DateTimeField(auto_now_add=True)),
                ("document", models.TextField()),
                ("pattern", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="editions", to="records.storedpattern")),
            ],
            options={"ordering": ("id",)},
        ),
        migrations.CreateModel(
            "PatternEntry",
            [
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("number", models.PositiveIntegerField()),
                ("what", models.CharField(max_length=300)),
                ("when", models.DateTimeField(auto_now_add=True)),
                ("inputs", workroom.records.packed.PackedText()),
                ("card", workroom.records.packed.PackedText(blank=True, default=str)),
                ("edition", models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, to="records.edition")),
                ("pattern", models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name="entries", to="records.storedpattern")),
            ],
            options={"ordering": ("number",)},
        ),
        migrations.AddConstraint(
            "PatternEntry",
            models.UniqueConstraint(fields=("pattern", "number"), name="one_pattern_entry_a_number"),
        ),
        migrations.AddField("Making", "edition", edition(null=True)),
        migrations.AddField("Entry", "edition", edition(null=True)),
        migrations.RunPython(first_editions, migrations.RunPython.noop),
        migrations.AlterField("Making", "edition", edition(null=False)),
        migrations.AlterField("Entry", "edition", edition(null=False)),
        migrations.RemoveField("StoredPattern", "document"),
    ]
