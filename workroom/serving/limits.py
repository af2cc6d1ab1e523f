"""What may come in: how long a request's body is, and how many entries it has, before anybody looks.

pydantic collects every fault of a list before it gives up, so a list is counted first.
"""

import json
import re
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse, JsonResponse

from craft.errors import CraftError
from craft.formats.bounds import LONGEST_NUMBER
from craft.formats.drawings import MOST_BYTES
from craft.tabular.reader import MOST_BYTES as TABLE_BYTES

# Addresses that begin so, and the longest body each takes (bytes); the first that fits holds.
BODIES: tuple[tuple[str, int], ...] = (
    ("/api/pictures/", 25_000_001),
    ("/api/drawn-files/", MOST_BYTES + 1),
    ("/api/tables/", TABLE_BYTES + 1),
    ("/api/session", 8_000),
    ("/api/account/open", 20_000_001),
    ("/api/account/", 8_000),
    ("/api/cupboard/patterns/open", 20_000_001),
    ("/api/makings/open", 20_000_001),
    ("/api/", 1_000_000),
)
# What is inside of files is bounded by their reader.
FILES = tuple(start for start, most in BODIES if most > 1_000_000)
NO_SIGN = "There is a sign in this text that is none."
MOST_ENTRIES, DEEPEST = 2_000, 24
# No row has a number as long as this; no text has this sign in it, as a body or an address writes it.
HUGE, NOTHING, NOTHING_IN_JSON = re.compile(r"\d{19}"), "%00", b"\\u0000"


class Limits:
    """Middleware: refuses what is too long, and lists that nobody would send, with a sentence."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Look at the body's length, then at its counts."""
        if HUGE.search(request.path) or NOTHING in request.get_full_path() or "\0" in request.path:
            return JsonResponse(
                {"sentence": "There is nothing at this address.", "field": ""}, status=404
            )
        longest = next((most for start, most in BODIES if request.path.startswith(start)), None)
        if longest is None or request.method in ("GET", "HEAD", "OPTIONS"):
            return self.get_response(request)
        if _length(request) > longest:
            return JsonResponse(
                {"sentence": "This is longer than anything that belongs here. Nothing was changed.",
                 "field": ""},
                status=413,
            )  # fmt: skip
        if not request.path.startswith(FILES):
            sentence = too_much(request.body)
            if sentence:
                return JsonResponse(
                    {"refused": {"sentence": sentence, "field": "", "moved": False}}
                )
        return self.get_response(request)


def _length(request: HttpRequest) -> int:
    text = request.META.get("CONTENT_LENGTH") or "0"
    return int(text) if text.isascii() and text.isdigit() else 0


def too_much(body: bytes) -> str:
    """Why a JSON body is not looked at any further; "" where it is (broken JSON is said later)."""
    if NOTHING_IN_JSON in body:
        return NO_SIGN
    try:
        raw = json.loads(body.decode() or "null", parse_int=_whole)
        if b"\\u" in body:  # half of a sign that is written in two can be written so, never stored
            json.dumps(raw, ensure_ascii=False).encode()
    except UnicodeError:
        return NO_SIGN
    except CraftError as error:
        return error.sentence
    except (ValueError, RecursionError):
        return ""
    level, depth = [raw], 0
    while level:
        depth += 1
        below: list[object] = []
        for each in level:
            inside = list(each.values()) if isinstance(each, dict) else each
            if isinstance(inside, list):
                if len(inside) > MOST_ENTRIES:
                    return (
                        f"There are {len(inside)} entries in one list; {MOST_ENTRIES} is the most."
                    )
                below += inside
        if depth > DEEPEST:
            return "This is nested too deeply."
        level = [each for each in below if isinstance(each, dict | list)]
    return ""


def _whole(digits: str) -> int:
    if len(digits) > LONGEST_NUMBER:
        raise CraftError("A number here is too long to be one.")
    return int(digits)
