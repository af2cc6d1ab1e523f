"""How the api answers: models as JSON, refusals as a sentence with the field they are about.

What a person typed wrongly is no failure of the request: it is answered with status 200 and
``{"refused": {"sentence", "field", "moved"}}``. Only what should not happen in ordinary use (no
such row, not signed in, a broken server) has a status of 400 or more.
"""

from typing import Annotated

from django.core.exceptions import ObjectDoesNotExist
from django.db import DataError
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from pydantic import BaseModel, Field
from pydantic import ValidationError as PydanticError

from craft.errors import CraftError
from craft.formats.sentences import deepest, said, sentence_for
from craft.frozen import Frozen
from craft.measure import capital
from workroom.reading.reader_limit import Busy
from workroom.records.journal import Moved


class Refusal(Frozen):
    """Why something was not done. ``moved``: the making has changed since; load it again."""

    sentence: str
    field: str = ""
    moved: bool = False


# Lists are given in pages of so many; ``start``: how many come before.
PAGE = 48
Start = Annotated[int, Field(ge=0, le=1_000_000)]


class Gone(Frozen):
    """Something was taken away."""

    id: int


def answer(model: BaseModel) -> HttpResponse:
    """A model as JSON, written by pydantic itself (ninja would build it twice)."""
    return HttpResponse(model.model_dump_json(), content_type="application/json")


def refuse(sentence: str, field: str = "", *, moved: bool = False) -> JsonResponse:
    """A refusal in the one form the browser knows."""
    refusal = Refusal(sentence=sentence, field=field, moved=moved)
    return JsonResponse({"refused": refusal.model_dump()})


def speak_of_errors(api: NinjaAPI) -> None:
    """Turn every kind of error into a sentence."""

    @api.exception_handler(CraftError)
    def craft(_: HttpRequest, error: CraftError | type[CraftError]) -> HttpResponse:
        assert isinstance(error, CraftError)
        return refuse(error.sentence, error.field, moved=isinstance(error, Moved))

    @api.exception_handler(ValidationError)
    def shape(_: HttpRequest, error: ValidationError | type[ValidationError]) -> HttpResponse:
        assert isinstance(error, ValidationError)
        first = deepest([dict(entry) for entry in error.errors])
        # ninja's own first levels ("body", the parameter's name) mean nothing to a person.
        first["loc"] = tuple(first.get("loc", ()))[2:]
        field, sentence = said(first)
        name = field.split(".")[-1].replace("_", " ")
        return refuse(f"{capital(name)}: {sentence}", field)

    @api.exception_handler(PydanticError)
    def limits(_: HttpRequest, error: PydanticError | type[PydanticError]) -> HttpResponse:
        assert isinstance(error, PydanticError)
        field, sentence = sentence_for(error)
        name = field.split(".")[-1].replace("_", " ")
        return refuse(f"{capital(name)}: {sentence}", field)

    @api.exception_handler(HttpError)
    def http(_: HttpRequest, error: HttpError | type[HttpError]) -> HttpResponse:
        assert isinstance(error, HttpError)
        return JsonResponse({"sentence": error.message, "field": ""}, status=error.status_code)

    @api.exception_handler(ObjectDoesNotExist)
    def gone(_: HttpRequest, __: object) -> HttpResponse:
        """Taken away from another page while this request was being answered."""
        return JsonResponse({"sentence": "This is not there any more.", "field": ""}, status=404)

    @api.exception_handler(OverflowError)
    @api.exception_handler(DataError)
    def beyond(_: HttpRequest, __: object) -> HttpResponse:
        return refuse("A number or text here is larger than anything that is kept.")

    @api.exception_handler(Busy)
    def busy(_: HttpRequest, __: object) -> HttpResponse:
        sentence = "Several files are being read just now. Try again in a moment."
        response = JsonResponse({"sentence": sentence, "field": "file"}, status=503)
        response["Retry-After"] = "1"
        return response

    @api.exception_handler(AuthenticationError)
    def unknown(_: HttpRequest, __: object) -> HttpResponse:
        return JsonResponse({"sentence": "Please sign in first.", "field": ""}, status=401)
