"""Names of accounts: look-alikes are one.

Two names that differ only in how they are written down (composed or not, wide or narrow letters, upper
or lower case, signs that nobody sees, more blanks) belong to one person (Unicode TR15, TR36).
"""

import re
import unicodedata

# Letters and signs that show nothing though they count as such.
BLANKS = "\u034f\u115f\u1160\u17b4\u17b5\u2800\u3164\uffa0\u180b\u180c\u180d\u180f"


def cleaned(name: str) -> str:
    """A name as it is kept and shown."""
    plain = unicodedata.normalize("NFKC", name)
    seen = "".join(
        " " if each.isspace() else each for each in plain
        if each.isspace() or not (_unseen(each) or each in BLANKS)
    )  # fmt: skip
    return re.sub(r" +", " ", seen).strip()


def name_key(name: str) -> str:
    """What two names that are one have in common."""
    return unicodedata.normalize("NFKC", cleaned(name).casefold())[:200]


def _unseen(each: str) -> bool:
    variation = "\ufe00" <= each <= "\ufe0f" or "\U000e0100" <= each <= "\U000e01ef"
    return variation or unicodedata.category(each) in ("Cc", "Cf", "Co", "Cn", "Cs")
