"""How many cases a property is tried on: few in every check, more when they are asked for."""

import os


def examples(few: int) -> int:
    """So many, or as many as EXAMPLES asks for: ``EXAMPLES=200 pytest tests/craft/test_known_lays.py``."""
    return max(few, int(os.environ.get("EXAMPLES", "0")))
