"""``manage.py new_password NAME``: a password for somebody who has lost theirs, made up and shown once."""

import secrets

from django.core.management.base import BaseCommand, CommandError, CommandParser

from workroom.accounts.rate_limit import forget_everywhere
from workroom.records.accounts import named, sign_out_everywhere
from workroom.records.names import name_key

CONSONANTS, VOWELS = "bdfghjklmnprstvz", "aeiou"


def made_up() -> str:
    """Four words of four letters that can be read out: some 50 bits."""

    def word() -> str:
        return "".join(secrets.choice(CONSONANTS) + secrets.choice(VOWELS) for _ in range(2))

    return "-".join(word() for _ in range(4))


class Command(BaseCommand):
    """Give a new password."""

    help = "Give somebody who has lost theirs a new password, and sign them out everywhere."

    def add_arguments(self, parser: CommandParser) -> None:
        """Whose."""
        parser.add_argument("name")

    def handle(self, *_: object, **options: str) -> None:
        """Give it."""
        user = named(options["name"])
        if user is None or not user.has_usable_password():
            raise CommandError(f"There is no account “{options['name']}” with a password.")
        password = made_up()
        user.set_password(password)
        user.save(update_fields=["password"])
        sign_out_everywhere(user)
        forget_everywhere(name_key(user.username))
        self.stdout.write(f"{user.username} now signs in with: {password}")
        self.stdout.write("Tell them alone, and to take another under “Your account”.")
