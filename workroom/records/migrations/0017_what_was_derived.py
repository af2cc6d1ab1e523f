"""What older rows left to be derived, and pieces rest on, is written down; cloths count from outside."""

from django.db import migrations

from workroom.records.rewriting import documents_brought_up


class Migration(migrations.Migration):
    dependencies = [("records", "0016_for_whom")]
    operations = [migrations.RunPython(documents_brought_up, migrations.RunPython.noop)]
