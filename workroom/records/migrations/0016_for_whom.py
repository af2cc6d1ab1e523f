import django.db.models.deletion
from django.db import migrations, models


def for_whom(apps, schema_editor):
    """Makings are of the person they name, where only one has that name."""
    Making, Person = apps.get_model("records", "Making"), apps.get_model("records", "Person")
    for making in Making.objects.exclude(person="").only("id", "owner_id", "person"):
        named = list(Person.objects.filter(owner_id=making.owner_id, name=making.person)[:2])
        if len(named) == 1:
            Making.objects.filter(pk=making.pk).update(whom=named[0])


class Migration(migrations.Migration):
    dependencies = [
        ("records", "0015_how_often_better"),
    ]

    operations = [
        migrations.AddField(
            model_name="making",
            name="whom",
            field=models.ForeignKey(
                blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL,
                related_name="makings", to="records.person",
            ),
        ),
        migrations.RunPython(for_whom, migrations.RunPython.noop),
    ]
