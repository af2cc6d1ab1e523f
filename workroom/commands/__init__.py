"""What manage.py can do besides: load the demo, set a password, describe the api."""
