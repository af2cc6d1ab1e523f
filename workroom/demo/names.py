"""The name of the demo’s user, for those who need nothing else of the demo."""

DEMO_USER = "Saltmarsh Ringers"
