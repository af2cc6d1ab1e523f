"""The demo world: the Saltmarsh Ringers, their patterns, people and cloths, and a waistcoat to make."""

from datetime import date

from django.contrib.auth.models import User
from django.db import transaction

from craft.cloth import Cloth
from craft.fit import LengthChange
from craft.inputs import Inputs
from craft.pick import PickInputs
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat
from workroom.records.journal import begin
from workroom.records.models import Person, Preferences, StoredCloth, StoredPattern
from workroom.records.people import measured

DEMO_USER = "Saltmarsh Ringers"

# What was measured on which day, the oldest first (mm).
PEOPLE: dict[str, dict[date, dict[str, float]]] = {
    "Orla Fennimoor": {
        date(2026, 3, 14): {
            "bust": 915, "waist": 752, "hip": 990, "back waist length": 402, "height": 1710,
            "upper arm": 294, "knee": 371, "rise": 266,
        },
    },
    "Tamsin Quillby": {
        date(2026, 3, 14): {
            "bust": 1004, "waist": 802, "hip": 985, "back waist length": 418, "height": 1660,
            "upper arm": 318, "knee": 388,
        },
    },
    "Wendeline Marrowgate-Applethwaite": {
        date(2026, 3, 21): {
            "bust": 836, "waist": 655, "hip": 900, "back waist length": 396, "height": 1620,
        },
    },
    "Pip Fennimoor": {
        date(2025, 4, 6): {"height": 1395, "bust": 712, "waist": 598, "hip": 735},
        date(2025, 11, 2): {"height": 1438, "bust": 734, "waist": 604, "hip": 762},
        date(2026, 6, 28): {"height": 1492, "bust": 768, "hip": 801},
    },
}  # fmt: skip

# What somebody needs on every garment.
ADJUSTMENTS: dict[str, tuple[LengthChange, ...]] = {
    "Orla Fennimoor": (LengthChange(level="waist", amount=-12),),
}

CLOTHS: tuple[Cloth, ...] = (
    Cloth(
        name="Wool flannel, slate", fibre="wool", width=1400, owned=1500, shrink_length=0.04,
        shrink_width=0.03, nap=True, traits=("dark",), colour="#5d6b78",
        note="Steam it well before cutting; brushed one way.",
    ),
    Cloth(
        name="Striped cotton, marsh green", fibre="cotton", width=1120, shrink_length=0.05,
        shrink_width=0.02, traits=("striped", "light"), colour="#8fae9b",
    ),
    Cloth(
        name="Border lace, cream", fibre="cotton", width=900, owned=2000, selvedge=5,
        shrink_length=0.03, traits=("lace", "sheer", "light"), colour="#e3d8c3",
    ),
    Cloth(
        name="Slippery lining, rust", fibre="viscose", width=1500, owned=1200,
        shrink_length=0.03, shrink_width=0.02, traits=("slippery", "frays"), colour="#b3714f",
    ),
    Cloth(
        name="Woven interfacing, fusible", fibre="cotton", width=900, selvedge=0,
        traits=("fusible", "light"), colour="#d9d7cf", note="Glue side up under the paper.",
    ),
    Cloth(
        name="Remnant, tweed with a flaw", fibre="wool", width=1380, owned=640, shrink_length=0.02,
        traits=("thick", "busy"), colour="#7c6f5b", note="A moth hole near one selvedge.",
        flaws=(((412, 60), (430, 60), (434, 76), (420, 84), (408, 74)),),
    ),
)  # fmt: skip


@transaction.atomic
def load_demo() -> User:
    """Make the demo user's workroom, once. What is there already stays as it is."""
    user, new = User.objects.get_or_create(username=DEMO_USER)
    if not new:
        return user
    user.set_unusable_password()
    user.save()
    Preferences.objects.create(owner=user)
    stored = [
        StoredPattern.objects.create(
            owner=user, name=pattern.name, document=pattern.model_dump_json()
        )
        for pattern in (ringing_waistcoat(), ringing_breeches(), yoke_blouse())
    ]
    for name, days in PEOPLE.items():
        changes = [change.model_dump() for change in ADJUSTMENTS.get(name, ())]
        person = Person.objects.create(owner=user, name=name, adjustments=changes)
        for day, values in days.items():
            measured(person.pk, day, values)
    for cloth in CLOTHS:
        StoredCloth.objects.create(owner=user, name=cloth.name, document=cloth.model_dump_json())
    begin(user.pk, "Orla’s ringing waistcoat", stored[0], Inputs(pick=PickInputs()))
    return user
