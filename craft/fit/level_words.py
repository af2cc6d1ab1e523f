"""Levels in words: what the middle of a piece is called, and a level as a place."""

# A line of one piece alone, by its number, where no levels are known.
MIDDLE = "middle of piece "


def at(level: str) -> str:
    """A level as a place in a sentence: “at the waist”, “below the elbow”, “in the middle of
    piece 2”.

    >>> at("waist")
    'at the waist'
    >>> at("below the elbow")
    'below the elbow'
    >>> at("middle of piece 2")
    'in the middle of piece 2'
    """
    if level.startswith(MIDDLE):
        return f"in the {level}"
    return level if level.startswith(("above ", "below ")) else f"at the {level}"
