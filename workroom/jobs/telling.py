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
FAILED = "This failed."
# Bytes that worker and process both see, and where a clerk is asked to wait.
SHARED, HOLD = 16, 9


def sentence_of(error: BaseException, kind: str) -> str:
    """What is said of a job of that kind that failed."""
    if isinstance(error, CraftError):
        return error.sentence[:400]
    if isinstance(error, MemoryError):
        less = "with less in it" if kind == "import" else "with fewer pieces"
        return f"This asks for more memory than one job may have. Try it {less}."
    return f"{FAILED} {LEFT[kind]}"


def encoded(message: dict[str, object]) -> bytes:
    """A message as bytes, its length first."""
    text = json.dumps(message).encode()
    return len(text).to_bytes(8, "big") + text
