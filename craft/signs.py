"""Which signs of a text anybody sees (Unicode TR36): a name of others only is none."""

import unicodedata

# Letters and signs that show nothing though they count as such.
BLANKS = "\u034f\u115f\u1160\u17b4\u17b5\u2800\u3164\uffa0\u180b\u180c\u180d\u180f"


def is_unseen(sign: str) -> bool:
    """Whether a sign takes no room at all: it controls, joins or varies others, or is none.

    >>> is_unseen("\\u200b"), is_unseen("a"), is_unseen(" ")
    (True, False, False)
    """
    variation = "\ufe00" <= sign <= "\ufe0f" or "\U000e0100" <= sign <= "\U000e01ef"
    return variation or unicodedata.category(sign) in ("Cc", "Cf", "Co", "Cn", "Cs")


def is_blank(sign: str) -> bool:
    """Whether a sign shows nothing, though it may take room.

    >>> is_blank("\\u3164"), is_blank(" "), is_blank("a")
    (True, True, False)
    """
    return sign.isspace() or sign in BLANKS or is_unseen(sign)


def says_something(text: str) -> bool:
    """Whether there is anything to be seen in it; a mark for another letter alone is nothing.

    >>> says_something("\\u200b\\u3164 "), says_something("\\u0301"), says_something("7")
    (False, False, True)
    """
    return any(
        not is_blank(sign) and not unicodedata.category(sign).startswith("M") for sign in text
    )


def readable(text: str, most: int = 400) -> str:
    """A text from a file in one line: what shows nothing is left out, one space for any other blank.

    >>> readable(" Front\\x02\\u200b \\n bodice\\xad ")
    'Front bodice'
    """
    seen = "".join(" " if sign.isspace() else "" if is_unseen(sign) else sign for sign in text)
    return " ".join(seen.split())[:most].strip()
