"""What is recorded: each group as lines of text, kept in a file of its name."""

from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path

from craft.pattern import Pattern
from craft.recognise.offering import offer_of
from craft.sheets import SheetChoice, out_pieces, plan_sheets
from tests.craft.recorded.cases import Chance, choice, making
from tests.craft.recorded.entering import entering
from tests.craft.recorded.telling import told
from tools.files_bench.judge import made
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

HERE = Path(__file__).parent
# Files of the demo's patterns, each told and drawn in another way.
FILES = (
    ("blouse", {"pages": "form", "told": "colour", "overlap": 10}),
    ("breeches", {"pages": "form", "told": "width", "shift": 0.8}),
    ("waistcoat", {"pages": "direct", "page": (420.0, 594.0), "upside_down": True}),
    ("waistcoat", {"pages": "form", "told": "dash"}),
)


def patterns() -> tuple[Pattern, ...]:
    """What the makings are of."""
    return ringing_waistcoat(), ringing_breeches(), yoke_blouse()


def makings(first: int, count: int) -> Iterator[str]:
    """Makings from the first input to the last list, and their pages."""
    for number in range(first, first + count):
        name, result = making(number, patterns())
        yield from told(name, result)
        by = Chance(number)
        sheets = SheetChoice(
            page=by.one(choice(SheetChoice, "page")), overlap=by.mm(0, 20), margin=by.mm(4, 15)
        )
        pages = plan_sheets(out_pieces(result.traced, result.fitted, None), sheets)
        yield from told(f"{name}, printed", pages)


def entered(count: int) -> Iterator[str]:
    """Patterns as they are entered."""
    for number in range(count):
        yield from told(*entering(number, patterns()))


def files() -> Iterator[str]:
    """What is found in files."""
    for name, kind in FILES:
        _, drawing, found = made(name, **kind)
        yield from told(f"{name} {kind}", offer_of(drawing, found))


GROUPS: dict[str, Callable[[], Iterator[str]]] = {
    **{f"makings from {n}": partial(makings, n, 6) for n in (0, 6, 12, 18)},
    "entered": partial(entered, 24),
    "files": files,
}


def file_of(group: str) -> Path:
    """Where it is kept."""
    return HERE / f"{group.replace(' ', '_')}.txt"
