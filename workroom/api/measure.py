"""What is measured outside of any making: a length that was typed, a test square, a projector."""

from typing import Annotated

from django.http import HttpRequest, HttpResponse
from ninja import Router
from pydantic import Field

from craft.frozen import Frozen
from craft.measure import Unit, parse_length
from craft.pick import PrintCheck, PrintVerdict, check_print
from craft.sight.projector import MeasuredRectangle, Projection, projection
from workroom.api.answers import answer

router = Router(tags=["measure"])


class Typed(Frozen):
    """What was typed, and the unit a bare number is in. ``signed``: a minus is allowed."""

    text: Annotated[str, Field(max_length=200)]
    unit: Unit
    signed: bool = False


class Length(Frozen):
    """A length in mm."""

    mm: float


@router.post("/length", response=Length)
def length(request: HttpRequest, typed: Typed) -> HttpResponse:
    """Millimetres, or a refusal that says how to write it."""
    least = -20_000.0 if typed.signed else 0.0
    return answer(Length(mm=parse_length(typed.text, typed.unit, least=least)))


@router.post("/projector", response=Projection)
def projector(request: HttpRequest, measured: MeasuredRectangle) -> HttpResponse:
    """Where places of the table are seen on the screen, by a measured rectangle."""
    return answer(projection(measured))


@router.post("/print", response=PrintVerdict)
def test_square(request: HttpRequest, check: PrintCheck) -> HttpResponse:
    """Judge a measured test square, outside any making."""
    return answer(check_print(check))
