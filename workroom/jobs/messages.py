"""What a job's process tells its worker, and how what went wrong is said; loaded where little else is."""

import json

from craft.errors import CraftError

# What a job that fails unexpectedly leaves behind, by its kind.
LEFT = {
    "lay": "What was found so far is kept.",
    "paper": "Nothing was drawn; ask for it once more.",
    "export": "Nothing was written; ask for it once more.",
    "import": "Nothing was changed.",
}
# What takes less memory and time.
LESS = {
    "lay": "Try it with fewer pieces.",
    "paper": "Print fewer pieces at once.",
    "export": "Take away what you need no more, and ask for it once more.",
    "import": "Bring in one with less in it.",
}
FAILED = "This failed."
# Bytes that worker and process both see, and where one that writes an archive is asked to wait.
SHARED, HOLD = 16, 9


def sentence_of(error: BaseException, kind: str) -> str:
    """What is said of a job of that kind that failed."""
    if isinstance(error, CraftError):
        return error.sentence[:400]
    if isinstance(error, MemoryError):
        return too_large(kind)
    return f"{FAILED} {LEFT[kind]}"


def too_large(kind: str) -> str:
    """What is said of one that takes more memory than it may."""
    return f"This asks for more memory than one job may have. {LESS[kind]}"


def too_long(kind: str) -> str:
    """What is said of one that takes more time than it may."""
    return f"This takes too long; it has been given up. {LESS[kind]}"


def given_up(kind: str) -> str:
    """What is said of one whose process ended again and again."""
    return f"This was interrupted again and again and has been given up. {LEFT[kind]}"


def encoded(message: dict[str, object]) -> bytes:
    """A message as bytes, its length first."""
    text = json.dumps(message).encode()
    return len(text).to_bytes(8, "big") + text
