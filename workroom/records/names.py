"""Names of accounts: look-alikes are one.

Two names that differ only in how they are written down (composed or not, wide or narrow letters, upper
or lower case, signs that nobody sees, more blanks) belong to one person (Unicode TR15, TR36).
"""

import re
import unicodedata

from craft.signs import BLANKS, is_unseen


def cleaned(name: str) -> str:
    """A name as it is kept and shown."""
    plain = unicodedata.normalize("NFKC", name)
    seen = "".join(
        " " if each.isspace() else each for each in plain
        if each.isspace() or not (is_unseen(each) or each in BLANKS)
    )  # fmt: skip
    return re.sub(r" +", " ", seen).strip()


def name_key(name: str) -> str:
    """What two names that are one have in common."""
    return unicodedata.normalize("NFKC", cleaned(name).casefold())[:200]
