"""What is recorded: groups of results, each with its name and its parts; a group is kept in a file of its
name."""

from collections.abc import Callable, Iterator
from functools import partial
from pathlib import Path

from craft.making import derive
from craft.pattern import Pattern
from craft.recognise.offering import offer_of
from craft.sight.laid import lay_picture
from craft.sight.picture import KnownPoint, SheetPicture
from craft.sight.projector import MeasuredRectangle, projection
from tests.craft.recorded.cases import making
from tests.craft.recorded.chance import Chance
from tests.craft.recorded.entering import entering
from tests.craft.recorded.others import others
from tests.craft.recorded.papers import papers
from tests.craft.recorded.telling import Parts
from tools.files_bench.judge import made
from workroom.demo.blouse import yoke_blouse
from workroom.demo.breeches import ringing_breeches
from workroom.demo.waistcoat import ringing_waistcoat

HERE = Path(__file__).parent
Results = Iterator[tuple[str, Parts]]
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


def makings(first: int, count: int) -> Results:
    """Makings from the first input to the last list, and whatever else is asked of them."""
    for number in range(first, first + count):
        pattern, inputs = making(number, patterns())
        result = derive(pattern, inputs)
        yield (f"{number}: {pattern.name}", result)
        yield (f"{number}, besides", others(Chance(number), pattern, inputs, result))


def drawn(numbers: tuple[int, ...]) -> Results:
    """What is drawn of some of them."""
    for number in numbers:
        pattern, inputs = making(number, patterns())
        yield (f"{number}: {pattern.name}", papers(Chance(number), pattern, inputs))


def entered(count: int) -> Results:
    """Patterns as they are entered."""
    for number in range(count):
        name, result = entering(number, patterns())
        yield (f"{number}: {name}", result)


def files() -> Results:
    """What is found in files."""
    for name, kind in FILES:
        _, drawing, found = made(name, **kind)
        yield (f"{name} {kind}", offer_of(drawing, found))


def seen(count: int) -> Results:
    """Projectors, and photographed sheets of which some points are known."""
    for number in range(count):
        by = Chance(number)
        corners = (
            (by.mm(100, 300), by.mm(80, 200)), (by.mm(900, 1_200), by.mm(60, 240)),
            (by.mm(950, 1_250), by.mm(600, 780)), (by.mm(40, 280), by.mm(560, 790)),
        )  # fmt: skip
        wide, high = by.mm(300, 900), by.mm(200, 600)
        middle = by.one((None, (by.mm(560, 700), by.mm(380, 430))))
        rectangle = MeasuredRectangle(
            corners=corners, width=wide, height=high, middle=middle, screen=(1280, 800)
        )
        yield (f"{number}: projector", projection(rectangle))
        places = ((0.0, 0.0), (wide, 0.0), (wide, high), (0.0, high))
        known = [KnownPoint(pixel=at, mm=mm) for at, mm in zip(corners, places, strict=True)]
        more = [KnownPoint(pixel=(by.mm(300, 900), by.mm(200, 600)), mm=(by.mm(100, 500), by.mm(50, 400)))]
        picture = SheetPicture(
            picture=1, width=1280, height=800, known=(*known, *more)[: by.one((1, 2, 3, 4, 5))],
            shared=by.one(((), tuple(known[:2]))),
        )  # fmt: skip
        yield (f"{number}: picture", lay_picture(picture, by.one((0, 1))))


GROUPS: dict[str, Callable[[], Results]] = {
    **{f"makings from {n}": partial(makings, n, 6) for n in (0, 6, 12, 18)},
    "drawn": partial(drawn, (1, 2)),
    "entered": partial(entered, 24),
    "files": files,
    "seen": partial(seen, 40),
}


def file_of(group: str) -> Path:
    """Where it is kept."""
    return HERE / f"{group.replace(' ', '_')}.txt"
