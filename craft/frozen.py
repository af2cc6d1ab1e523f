"""The base of every model of the craft: data that never changes once made."""

from typing import Annotated
from unicodedata import category

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from craft.signs import says_something


class Frozen(BaseModel):
    """Immutable data; an unknown field is an error, never silently dropped."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


def _readable(text: str) -> str:
    """Text that can be read and printed: no control characters but the ends of lines."""
    if any(category(letter) in ("Cc", "Cs") and letter not in "\n\t" for letter in text):
        raise ValueError("there are control characters in this text.")
    return text


def _one_line(text: str) -> str:
    if "\n" in text or "\t" in text:
        raise ValueError("this must be a single line.")
    return _readable(text)


def _not_blank(text: str) -> str:
    if not says_something(text):
        raise ValueError("this must not be blank.")
    return _one_line(text)


# A coordinate or length in mm. 20 m is longer than any table or bolt we plan on.
Mm = Annotated[float, Field(ge=-20_000, le=20_000)]
# A name a person typed.
Name = Annotated[str, Field(min_length=1, max_length=120), AfterValidator(_not_blank)]
# A few words in one line, or none.
Line = Annotated[str, AfterValidator(_one_line)]
# Free text a person typed.
Note = Annotated[str, Field(max_length=2_000), AfterValidator(_readable)]
