"""What is still let pass in Fit."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen


class Tolerances(Frozen):
    """What is still let pass (mm): ``seam``: two edges sewn together, and notches on them, that differ by
    so much; ``bust``: a dart ends so far short of the bust point; ``one_line``: more at one line, or taken
    in at one seam, is doubted."""

    seam: Annotated[float, Field(ge=0.5, le=20)] = 2.0
    bust: Annotated[float, Field(ge=0, le=60)] = 25.0
    one_line: Annotated[float, Field(ge=10, le=150)] = 50.0
