"""The base of every model of the craft: data that never changes once made."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field


class Frozen(BaseModel):
    """Immutable data; an unknown field is an error, never silently dropped."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


# A coordinate or length in mm. 20 m is longer than any table or bolt we plan on.
Mm = Annotated[float, Field(ge=-20_000, le=20_000)]
# A name a person typed.
Name = Annotated[str, Field(min_length=1, max_length=120)]
# Free text a person typed.
Note = Annotated[str, Field(max_length=2_000)]
