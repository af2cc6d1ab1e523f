"""The test square: is a print true to size, and which setting would make it so?"""

from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.frozen import Frozen
from craft.measure import Figure, fine_text, length_text, percent_text

Side = Annotated[float, Field(ge=10, le=400)]
Setting = Annotated[float, Field(ge=20, le=400)]  # as printers offer

# Nobody measures a square on paper closer than this (mm).
READING = 0.25
# Over the longest side of a piece an error may add up to this (mm).
TOLERABLE = 0.003
# A square that may hide more than this is too small to tell (share); pieces are about so long (mm).
HIDES_TOO_MUCH, PIECE = 0.008, 600.0
LEAST_SETTING, MOST_SETTING = 20.0, 400.0


class PrintCheck(Frozen):
    """Nominal and measured sides of the test square (mm), and the print setting in use (%)."""

    nominal: Side = 100.0
    width: Side
    height: Side
    setting: Setting = 100.0


class PrintVerdict(Frozen):
    """``across`` and ``down``: the print's scale; "unsure": the square is too small to tell.
    ``new_setting``: the setting that mends both, None where no single one can. ``verdict`` is a
    sentence, ``because`` its sum."""

    state: Literal["true", "unsure", "mend", "uneven"]
    across: Figure
    down: Figure
    new_setting: Figure | None
    verdict: str
    because: str


def check_print(check: PrintCheck) -> PrintVerdict:
    """Judge a test square.

    Rule: new setting = setting in use × nominal ÷ measured, width and height by themselves.
    Raises CraftError where a side is so far off that it was surely misread.
    """
    for name, side in (("width", check.width), ("height", check.height)):
        if not 0.5 < side / check.nominal < 2:
            raise CraftError(
                f"A {name} of {length_text(side)} cannot belong to a square of "
                f"{length_text(check.nominal)}. "
                "Measure it again.",
                name,
            )
    across, down = _scale("across", check.width, check), _scale("down", check.height, check)
    off = [abs(side - check.nominal) for side in (check.width, check.height)]
    reading = max(READING, TOLERABLE * check.nominal)
    if max(off) <= reading:
        return _as_it_should_be(check, reading, across, down)
    wide, high = (_mended(side, check) for side in (check.width, check.height))
    if abs(check.width - check.height) > 2 * reading:
        return PrintVerdict(
            state="uneven", across=across, down=down, new_setting=None,
            verdict="No single print setting can mend this: width and height are off by "
            "different amounts.",
            because=f"The width would need {wide:.1f} %, the height {high:.1f} %. Turn off “fit to "
            "page”, feed the paper straight, or use another printer.",
        )  # fmt: skip
    mean = round((wide + high) / 2, 1)
    if not LEAST_SETTING <= mean <= MOST_SETTING:
        return PrintVerdict(
            state="uneven", across=across, down=down, new_setting=None,
            verdict="No print setting can mend this.",
            because=f"It would need {mean:g} %; printers take {LEAST_SETTING:g} to {MOST_SETTING:g} %. "
            "Look whether this is the square that is meant, and begin again at 100 %.",
        )  # fmt: skip
    text = "too small" if mean > check.setting else "too large"
    return PrintVerdict(
        state="mend",
        across=across,
        down=down,
        new_setting=Figure(
            name="print setting (%)",
            value=mean,
            text=f"{mean:g} %",
            working=(
                f"{check.setting:g} % × {length_text(check.nominal)} ÷ {length_text(check.width)} "
                f"= {wide:.1f} % across",
                f"{check.setting:g} % × {length_text(check.nominal)} ÷ {length_text(check.height)} "
                f"= {high:.1f} % down",
            ),
        ),
        verdict=f"The print is {text}. Print again at {mean:g} %.",
        because="Print the page with the square alone once more and measure it before the rest.",
    )


def _as_it_should_be(
    check: PrintCheck, reading: float, across: Figure, down: Figure
) -> PrintVerdict:
    """Both sides read as they should; how much a small square may hide all the same."""
    because = (
        f"Both sides of the square are within {fine_text(reading)} of {length_text(check.nominal)}: no "
        "nearer can be read from paper."
    )
    hidden = READING / check.nominal
    if hidden <= TOLERABLE:
        return PrintVerdict(
            state="true", across=across, down=down, new_setting=None,
            verdict="This print is true to size.", because=because,
        )  # fmt: skip
    may_hide = (
        f"So small a square may hide {percent_text(hidden)}, which is {length_text(hidden * PIECE)} on a "
        f"piece of {length_text(PIECE)}"
    )
    if hidden > HIDES_TOO_MUCH:
        return PrintVerdict(
            state="unsure", across=across, down=down, new_setting=None,
            verdict=f"A square of {length_text(check.nominal)} is too small to tell.",
            because=f"{may_hide}. Measure a square of {length_text(100.0)}, or between two marks that lie "
            "far apart and whose distance is printed.",
        )  # fmt: skip
    return PrintVerdict(
        state="true", across=across, down=down, new_setting=None,
        verdict=f"This print is true to size, to {percent_text(hidden)}.",
        because=f"{because} {may_hide}.",
    )  # fmt: skip


def _mended(side: float, check: PrintCheck) -> float:
    return check.setting * check.nominal / side


def _scale(name: str, side: float, check: PrintCheck) -> Figure:
    share = side / check.nominal
    return Figure(
        name=f"scale {name} (share)",
        value=share,
        text=f"{share * 100:.1f} %",
        working=(f"{length_text(side)} ÷ {length_text(check.nominal)} = {share * 100:.1f} %",),
    )
