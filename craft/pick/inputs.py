"""What a person decides in Pick."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen, Line, Name
from craft.pattern.pattern import BodyMm, Measurement
from craft.pick.original import Original
from craft.pick.print_check import PrintCheck


class PickInputs(Frozen):
    """What the person chose. ``size`` or ``view`` None: the program's proposal stands.

    ``at``: sizes at single levels (bust, waist, hip, length), where they differ from ``size``.
    ``borrowed``: features taken over from other views. ``printed``: the measured test square.
    """

    person: Annotated[Line, Field(max_length=120)] = ""
    measurements: Annotated[dict[Measurement, BodyMm], Field(max_length=60)] = {}
    size: Name | None = None
    view: Name | None = None
    at: Annotated[dict[Name, Name], Field(max_length=12)] = {}
    borrowed: Annotated[tuple[Name, ...], Field(max_length=40)] = ()
    original: Original = Original()
    printed: PrintCheck | None = None
