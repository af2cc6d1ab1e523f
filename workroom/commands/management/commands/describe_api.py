"""``manage.py describe_api FILE``: the OpenAPI description the browser's types are made from."""

import json
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from workroom.api.all import api


def plain(node: Any) -> Any:
    """The same without limits of numbers, which are the server's business; tuples stay tuples."""
    if isinstance(node, list):
        return [plain(each) for each in node]
    if not isinstance(node, dict):
        return node
    made = {key: plain(value) for key, value in node.items()}
    choices = made.get("anyOf")
    if choices and all(choice == choices[0] for choice in choices):
        return choices[0]
    if made.get("type") == "number":
        return {"type": "number"} | {k: made[k] for k in ("default",) if k in made}
    return made


class Command(BaseCommand):
    """Write the description."""

    help = "Write the API's OpenAPI description for the browser's types."

    def add_arguments(self, parser: CommandParser) -> None:
        """The file to write."""
        parser.add_argument("file")

    def handle(self, *_: object, **options: Any) -> None:
        """Write it, sorted, so that it changes only when the api does."""
        text = json.dumps(plain(api.get_openapi_schema()), indent=1, sort_keys=True)
        with open(options["file"], "w", encoding="utf-8") as file:
            file.write(text + "\n")
