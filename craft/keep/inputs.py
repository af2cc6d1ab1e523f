"""What a person decides in Keep."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen, Line, Note

Short = Annotated[Line, Field(max_length=40)]


class KeepInputs(Frozen):
    """Where it is filed. ``filed``: the envelope stands in its box."""

    box: Short = ""
    envelope: Short = ""
    note: Note = ""
    filed: bool = False
