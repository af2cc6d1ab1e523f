"""A fixed piece of work of the same kind beside each measurement: what was measured is set against it, so
that a bar holds on any machine and at any hour.

``QUIET`` says how long each piece of work takes on a quiet machine on which the bars in milliseconds were
met; a bar of so many milliseconds is so many times that work, wherever it is run.
"""

from collections.abc import Callable, Sequence
from math import hypot
from statistics import median
from threading import Event, Thread
from time import perf_counter, thread_time
from typing import Literal

import numpy as np
from playwright.sync_api import Page

Kind = Literal["python", "arrays", "browser"]
QUIET: dict[Kind, float] = {"python": 0.0125, "arrays": 0.0090, "browser": 0.0205}  # s
TIMES = 5
# As a page does it: objects made and looked up, elements laid out.
IN_A_PAGE = """() => {
    const begun = performance.now();
    const rows = new Map();
    for (let i = 0; i < 20000; i++) rows.set(`row ${i}`, { x: Math.hypot(i, i + 1), y: i % 7 });
    let sum = 0;
    for (const { x, y } of rows.values()) sum += x * y;
    const place = document.createElement('div');
    place.style.cssText = 'position: absolute; visibility: hidden; width: 600px';
    place.innerHTML = '<p>one two <b>three</b></p>'.repeat(400);
    document.body.append(place);
    sum += place.offsetHeight;
    place.remove();
    return sum > 0 ? (performance.now() - begun) / 1000 : 0;
}"""
page: Page | None = None  # where a measurement looks at one


def _python() -> float:
    """Tuples, names, small numbers: as the craft's rules use them."""
    begun = perf_counter()
    found: dict[tuple[int, int], float] = {}
    for i in range(20_000):
        key = (i % 701, i % 37)
        found[key] = found.get(key, 0.0) + hypot(i * 0.5, 3.0)
    sorted(found.items(), key=lambda each: each[1])
    return perf_counter() - begun


def _arrays() -> float:
    """Arrays as long as an outline's, many of them."""
    begun = perf_counter()
    points = np.linspace(0.0, 1.0, 400).reshape(200, 2)
    for _ in range(300):
        steps = np.diff(points, axis=0)
        along = np.concatenate(([0.0], np.hypot(*steps.T).cumsum()))
        points = points + 1e-9 * np.interp(along, along[::-1], points[:, 0]).mean()
    return perf_counter() - begun


def _browser() -> float:
    if page is None:
        raise RuntimeError("No page is open to measure beside.")
    return float(page.evaluate(IN_A_PAGE))


WORK = {"python": _python, "arrays": _arrays, "browser": _browser}


class Times:
    """Runs of one measurement, each with the fixed work right beside it: a machine that is twice as slow
    for a second is so for both."""

    def __init__(self, kind: Kind = "python", seconds: Sequence[float] = ()) -> None:
        self.kind: Kind = kind
        self.seconds = list(seconds)
        self.beside = [beside(kind)] * len(self.seconds)

    def run(self, work: Callable[[], object]) -> None:
        """Do it once, and the fixed work after it."""
        begun = perf_counter()
        work()
        self.add(perf_counter() - begun)

    def add(self, seconds: float) -> None:
        """One run that was timed elsewhere (s), just now."""
        self.seconds.append(seconds)
        self.beside.append(WORK[self.kind]())

    @property
    def ratio(self) -> float:
        """How many times as long as the fixed work (median over the runs)."""
        return median(a / b for a, b in zip(self.seconds, self.beside, strict=True))

    def bar(self, ms: float) -> float:
        """The bar as so many times that work, from what was met on a quiet machine (ms)."""
        return ms / 1000 / QUIET[self.kind]


def beside(kind: Kind) -> float:
    """How long the fixed work takes just now (s)."""
    return median(WORK[kind]() for _ in range(TIMES))


class Speed:
    """How slow the machine is while something long is measured: the fixed work by its own processor time,
    now and then, so that the load itself does not count."""

    EVERY = 2.0  # s

    def __init__(self) -> None:
        self._over, self._found = Event(), [self._once()]
        self._watching = Thread(target=self._watch, daemon=True)

    def __enter__(self) -> "Speed":
        self._watching.start()
        return self

    def __exit__(self, *_: object) -> None:
        self._over.set()
        self._watching.join()

    @property
    def slowness(self) -> float:
        """How many times as long as on a quiet machine (median)."""
        return median(self._found)

    def _watch(self) -> None:
        while not self._over.wait(self.EVERY):
            self._found.append(self._once())

    @staticmethod
    def _once() -> float:
        begun = thread_time()
        _python()
        return (thread_time() - begun) / QUIET["python"]
