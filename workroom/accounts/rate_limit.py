"""Limits on guessing passwords and on making accounts.

Wrong tries for one name from one address are counted by django-axes; here are those of one address for any
names, the accounts made from it, and the sentences that say when to try again. A clock that jumped
back must lock nobody out for a year: what lies in the future is not counted.
"""

from datetime import timedelta

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth.signals import user_login_failed
from django.db.models import Max, Sum
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils import timezone

from craft.errors import CraftError
from workroom.records.models import Arrival

# Wrong tries from one address for any names within the time settings name, and new accounts in an hour.
MOST_TRIES, MOST_ARRIVALS = 60, 100
HOUR = timedelta(hours=1)
AHEAD = timedelta(minutes=1)


def address_of(request: HttpRequest) -> str:
    """Where a request comes from."""
    return str(request.META.get("REMOTE_ADDR", ""))[:64]


def check_tries(request: HttpRequest, key: str) -> None:
    """Raises CraftError while too many wrong tries were made for the name, or from the address."""
    now = timezone.now()
    AccessAttempt.objects.filter(attempt_time__gt=now + AHEAD).delete()
    recent = AccessAttempt.objects.filter(
        ip_address=address_of(request), attempt_time__gt=now - settings.AXES_COOLOFF_TIME
    )
    for tries, most in (
        (recent.filter(username=key), settings.AXES_FAILURE_LIMIT),
        (recent, MOST_TRIES),
    ):
        known = tries.aggregate(wrong=Sum("failures_since_start"), last=Max("attempt_time"))
        if (known["wrong"] or 0) >= most:
            until = known["last"] + settings.AXES_COOLOFF_TIME
            raise CraftError(f"Too many wrong tries. Try again {_in(until - now)}.", "password")


def wrong_try(request: HttpRequest, key: str) -> None:
    """A wrong password was entered by somebody who is signed in."""
    user_login_failed.send(__name__, credentials={"username": key}, request=request)


def forget_tries(request: HttpRequest, key: str) -> None:
    """The right password was entered."""
    AccessAttempt.objects.filter(ip_address=address_of(request), username=key).delete()


def forget_everywhere(key: str) -> None:
    """The name is open again, from wherever it was tried."""
    AccessAttempt.objects.filter(username=key).delete()


def check_arrivals(request: HttpRequest) -> None:
    """Raises CraftError while too many accounts were made from the address."""
    now = timezone.now()
    Arrival.objects.filter(when__gt=now + AHEAD).delete()
    Arrival.objects.filter(when__lt=now - HOUR).delete()
    mine = Arrival.objects.filter(address=address_of(request)).order_by("when")
    if mine.count() >= MOST_ARRIVALS:
        first = mine.first()
        wait = first.when + HOUR - now if first else HOUR
        raise CraftError(
            f"{MOST_ARRIVALS} accounts were made from this device within an hour. Make yours {_in(wait)}.",
            "name",
        )


def arrived(request: HttpRequest) -> None:
    """An account was made."""
    Arrival.objects.create(address=address_of(request))


def locked_out(
    request: HttpRequest, original_response: HttpResponse | None = None, *_: object, **__: object
) -> HttpResponse:
    """What django-axes answers with where it locks somebody out by itself."""
    minutes = settings.AXES_COOLOFF_TIME
    sentence = f"Too many wrong tries. Try again {_in(minutes)}."
    refused = {"sentence": sentence, "field": "password", "moved": False}
    return JsonResponse({"refused": refused})


def _in(wait: timedelta) -> str:
    minutes = max(1, -(-int(wait.total_seconds()) // 60))
    return f"in {minutes} minute{'' if minutes == 1 else 's'}"
