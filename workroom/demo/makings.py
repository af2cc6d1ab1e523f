"""The makings of the demo, each at a knot of its own. Their lays were searched for once (lays.json)."""

import json
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import date
from functools import cache
from pathlib import Path

from craft.cloth import ClothInputs, Fold
from craft.fit import FitInputs, LengthChange
from craft.inputs import Inputs
from craft.keep import KeepInputs
from craft.lay import LayInputs, Placement
from craft.lay.matching import MatchInputs
from craft.making import DerivedMaking, lay_facts_of, ticks_of
from craft.pattern.piece import Role
from craft.pick import PickInputs
from craft.pick.original import Original
from craft.pick.print_check import PrintCheck
from craft.thread.keys import CHECKED, FILED, laid, read
from craft.trace import TraceInputs
from workroom.demo.cloths import cloth
from workroom.demo.people import newest, on

LAYS = Path(__file__).with_name("lays.json")
Derive = Callable[[Inputs], DerivedMaking]
# One step of a making: its inputs before, and the chain to ask, give its inputs after.
Step = Callable[[Inputs, Derive], Inputs]
FIVE_EIGHTHS = 15.875  # of an inch


@dataclass(frozen=True)
class DemoMaking:
    """A making of the demo: what it is begun with, and what was done then."""

    title: str
    pattern: str
    begun: Inputs
    steps: tuple[Step, ...] = ()
    group: str = ""

    def states(self, derive: Derive) -> Iterator[Inputs]:
        """Its inputs after each step, the beginning first."""
        inputs = self.begun
        yield inputs
        for step in self.steps:
            inputs = step(inputs, derive)
            yield inputs


@cache
def stored_lays() -> dict[str, dict[Role, tuple[Placement, ...]]]:
    """Where the pieces lie, by the making's title and the cloth's role."""
    found: dict[str, dict[Role, list[list[object]]]] = json.loads(LAYS.read_text())
    names = ("item", "x", "y", "turn", "over")
    return {
        title: {
            role: tuple(
                Placement.model_validate(dict(zip(names, row, strict=True))) for row in rows
            )
            for role, rows in lays.items()
        }
        for title, lays in found.items()
    }


def fitted(*changes: LengthChange) -> Step:
    """The lengths are changed."""
    return lambda inputs, _: inputs.model_copy(update={"fit": FitInputs(changes=changes)})


def cut_from(folds: dict[Role, Fold] | None = None, **names: str) -> Step:
    """Cloths are chosen."""
    cloths = ClothInputs.model_validate(
        {"cloths": {role: cloth(name) for role, name in names.items()}, "folds": folds or {}}
    )
    return lambda inputs, _: inputs.model_copy(update={"cloth": cloths})


def ticked(wanted: Callable[[str], bool]) -> Step:
    """Everything on the lists is ticked whose key is wanted."""

    def step(inputs: Inputs, derive: Derive) -> Inputs:
        known = ticks_of(derive(inputs))
        new = {key: tick.facts for key, tick in known.items() if wanted(key)}
        return inputs.model_copy(update={"ticks": {**inputs.ticks, **new}})

    return step


@dataclass(frozen=True)
class LayOut:
    """The stored lays of some roles are put on their cloths."""

    title: str
    roles: tuple[Role, ...]

    def __call__(self, inputs: Inputs, derive: Derive) -> Inputs:
        """The inputs with the lays, and what they rest on."""
        stored = stored_lays().get(self.title, {})
        lays = {role: lay for role, lay in stored.items() if role in self.roles}
        made = derive(inputs)
        facts = {laid(role): lay_facts_of(made, role) for role in lays}
        lay = inputs.lay.model_copy(update={"placements": {**inputs.lay.placements, **lays}})
        return inputs.model_copy(update={"lay": lay, "ticks": {**inputs.ticks, **facts}})


ALL: tuple[Role, ...] = ("main", "lining", "interfacing")


def filed(box: str, envelope: str, note: str) -> Step:
    """The label is written and the envelope put into its box."""

    def step(inputs: Inputs, derive: Derive) -> Inputs:
        facts = derive(inputs).kept.tick.facts
        kept = KeepInputs(box=box, envelope=envelope, note=note, filed=True)
        return inputs.model_copy(update={"keep": kept, "ticks": {**inputs.ticks, FILED: facts}})

    return step


def grown(name: str) -> Step:
    """The newest measurements are taken over."""

    def step(inputs: Inputs, _: Derive) -> Inputs:
        pick = inputs.pick.model_copy(update={"measurements": newest(name)})
        return inputs.model_copy(update={"pick": pick})

    return step


def everything(_: str) -> bool:
    """Every tick."""
    return True


def traced_and_checked(key: str) -> bool:
    """What is done before the cloth comes out."""
    return key.startswith("trace/") or key == CHECKED


def first_cuts(key: str) -> bool:
    """The pieces of the main cloth, and the marks of the first two of them."""
    known = read(key)
    if known is None or known.role != "main":
        return traced_and_checked(key)
    return known.stage == "cut" or (known.stage == "mark" and known.item in ("1.1", "2.1"))


def begun(name: str, day: date = date(2026, 10, 3), **more: object) -> Inputs:
    """What a making for somebody begins with."""
    pick = PickInputs(person=name, measurements=newest(name))
    return Inputs(pick=pick.model_copy(update=more), trace=TraceInputs(dated=day))


ORLA, TAMSIN, WENDELINE = (
    "Orla Fennimoor", "Tamsin Quillby", "Wendeline Marrowgate-Applethwaite",
)  # fmt: skip
JESSAMY, TOBIN = "Jessamy Thorncastle", "Tobin Marrowgate"
WAISTCOAT, BREECHES, BLOUSE = "Ringing waistcoat", "Ringing breeches", "Yoke blouse"
BY_HEIGHT = LengthChange(level="waist", by="height")

IN_STRIPES = begun(WENDELINE, date(2026, 9, 12)).model_copy(
    update={"lay": LayInputs(match=MatchInputs(centre="stripe"))}
)
GROWN = begun(TOBIN, date(2025, 11, 9)).model_copy(
    update={"pick": PickInputs(person=TOBIN, measurements=on(TOBIN, date(2025, 11, 9)))}
)
IN_INCHES = begun(JESSAMY, date(2026, 9, 19)).model_copy(
    update={
        "trace": TraceInputs(allowance=FIVE_EIGHTHS, dated=date(2026, 9, 19)),
        "lay": LayInputs(gap=3.175),
    }
)
AT_HOME = begun(
    TAMSIN,
    at={"bust": "44", "waist": "42", "hip": "40"},
    original=Original(paper="home print"),
    printed=PrintCheck(nominal=100, width=97, height=97.1, setting=100),
)

# The last one begun lies on top of the bench.
MAKINGS: tuple[DemoMaking, ...] = (
    DemoMaking(
        "Wendeline’s breeches, the first pair", BREECHES, begun(WENDELINE, date(2026, 4, 18)),
        (
            cut_from(main="Velveteen", lining="Slippery", interfacing="Woven"),
            LayOut("Wendeline’s breeches, the first pair", ALL),
            ticked(everything),
            filed("1", "3", "Take the waistband in by a finger next time."),
        ),
    ),
    *(
        DemoMaking(f"Anniversary tour: {name}", BREECHES, begun(name), group="Anniversary tour")
        for name in (ORLA, TAMSIN, JESSAMY)
    ),
    DemoMaking(
        "Tobin’s waistcoat", WAISTCOAT, GROWN, (ticked(traced_and_checked), grown(TOBIN)),
    ),
    DemoMaking(
        "A cold tower: Orla’s second lining", WAISTCOAT, begun(ORLA, date(2026, 10, 10)),
        (
            cut_from(main="Checked", lining="Slippery", folds={"main": "lengthwise", "lining": "single"}),
            LayOut("A cold tower: Orla’s second lining", ("lining",)),
        ),
    ),
    DemoMaking(
        "Jessamy’s blouse, 5/8 inch seams", BLOUSE, IN_INCHES,
        (
            fitted(LengthChange(level="waist", amount=19.05)),
            cut_from(main="Striped", interfacing="Woven", folds={"main": "lengthwise"}),
        ),
    ),
    DemoMaking(
        "Wendeline’s travelling waistcoat", WAISTCOAT, IN_STRIPES,
        (
            cut_from(main="Striped", lining="Slippery", interfacing="Woven", folds={"main": "lengthwise"}),
            LayOut("Wendeline’s travelling waistcoat", ALL),
            ticked(traced_and_checked),
        ),
    ),
    DemoMaking("Tamsin’s yoke blouse", BLOUSE, AT_HOME),
    DemoMaking(
        "Orla’s ringing waistcoat", WAISTCOAT, begun(ORLA),
        (
            fitted(BY_HEIGHT),
            cut_from(main="Wool flannel", lining="Slippery", interfacing="Woven"),
            LayOut("Orla’s ringing waistcoat", ALL),
            ticked(first_cuts),
        ),
    ),
)  # fmt: skip
