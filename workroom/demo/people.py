"""The Saltmarsh Ringers: what was measured on which day, the oldest first (mm)."""

from datetime import date

from craft.fit import LengthChange

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
    # Measures and thinks in inches: 36 1/2, 29 1/2, 39, 16, 69.
    "Jessamy Thorncastle": {
        date(2026, 9, 5): {
            "bust": 927.1, "waist": 749.3, "hip": 990.6, "back waist length": 406.4,
            "height": 1752.6, "upper arm": 295.275, "knee": 374.65,
        },
    },
    "Tobin Marrowgate": {
        date(2025, 11, 2): {"height": 1510, "bust": 798, "waist": 640, "hip": 842},
        date(2026, 10, 24): {"height": 1602, "bust": 846, "waist": 668, "hip": 897},
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
    "Jessamy Thorncastle": (LengthChange(level="waist", amount=19.05),),
}


def on(name: str, day: date) -> dict[str, float]:
    """Everything known of somebody on that day."""
    known: dict[str, float] = {}
    for each, values in PEOPLE[name].items():
        if each <= day:
            known |= values
    return known


def newest(name: str) -> dict[str, float]:
    """Everything known of somebody."""
    return on(name, max(PEOPLE[name]))
