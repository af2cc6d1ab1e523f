"""``python -m workroom.jobs``: the worker; the launcher starts it."""

import os

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
# Two jobs at once use both cores; a library's own threads beside them would only be in the way.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

import django

if __name__ == "__main__":
    django.setup()
    from workroom.jobs.worker import load, main

    load()
    main()
