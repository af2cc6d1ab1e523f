"""Whether bars are met: what was missed is remembered, so that a measurement can end with a status."""

MISSED: list[str] = []


def met(name: str, ok: bool) -> str:
    """The word for a row; one that is not met is remembered."""
    if not ok:
        MISSED.append(name)
    return "ok" if ok else "MISSED"
