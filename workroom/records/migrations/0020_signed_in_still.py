from django.contrib.auth import BACKEND_SESSION_KEY
from django.db import migrations

WHERE_IT_WAS = "workroom.serving.passwords.ByName"
WHERE_IT_IS = "workroom.accounts.passwords.ByName"


def signed_in_still(apps, schema_editor):
    """Sessions name what looked at the password, which has moved."""
    from workroom.records.sessions import SessionStore

    store, SignIn = SessionStore(), apps.get_model("records", "SignIn")
    for one in SignIn.objects.only("session_key", "session_data").iterator():
        data = store.decode(one.session_data)
        if data.get(BACKEND_SESSION_KEY) == WHERE_IT_WAS:
            data[BACKEND_SESSION_KEY] = WHERE_IT_IS
            SignIn.objects.filter(pk=one.pk).update(session_data=store.encode(data))


class Migration(migrations.Migration):
    dependencies = [("records", "0019_picture_made")]

    operations = [migrations.RunPython(signed_in_still, migrations.RunPython.noop)]
