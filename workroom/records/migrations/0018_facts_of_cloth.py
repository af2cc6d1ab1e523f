"""Weave, pile, one-way look and weight of a cloth are facts of their own."""

from django.db import migrations

from workroom.records.rewriting import documents_brought_up


class Migration(migrations.Migration):
    dependencies = [("records", "0017_what_was_derived")]
    operations = [migrations.RunPython(documents_brought_up, migrations.RunPython.noop)]
