"""Names of sizes: what they say, and how people order them."""

import re

_NAMED = re.compile(
    r"^(?:sizes?|eu|us|uk|no\.?|nr\.?)?[\s:_-]*([0-9]{1,3}(?:\s*[/-]\s*[0-9]{1,3})?|X{0,4}[SL]|M|[A-K])$",
    re.IGNORECASE,
)


_LETTERS = re.compile(r"(X*)(S|L|(?<!X)M)")


def size_name(text: str) -> str:
    """The size that a few words name, "" where they name none.

    >>> size_name("Size 38"), size_name("EU-40"), size_name("XL"), size_name("Notches")
    ('38', '40', 'XL', '')
    """
    found = _NAMED.match(text.strip())
    return re.sub(r"\s+", "", found[1]).upper() if found else ""


def order_of(name: str) -> tuple[int, float, str]:
    """Where a size stands among others: numbers by their value, letters as people say them, others after.

    >>> sorted(["40", "8", "38"], key=order_of), sorted(["L", "XL", "S", "M", "XS"], key=order_of)
    (['8', '38', '40'], ['XS', 'S', 'M', 'L', 'XL'])
    """
    number = re.match(r"[0-9]+", name)
    if number:
        return 0, float(number[0]), name
    letters = _LETTERS.fullmatch(name)
    if letters:
        return 1, {"S": -1.0, "M": 0.0, "L": 1.0}[letters[2]] * (1 + len(letters[1])), name
    return 2, 0.0, name
