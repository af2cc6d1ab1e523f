"""What a tick is given for: the one place that writes and reads the keys of ticks.

A key is kept as text, since it names a tick in files and in the browser: the stage, then what of it,
parted by strokes. Only the last part (the name of a thing or mark) may hold strokes itself.
"""

from typing import NamedTuple

from craft.thread.stages import STAGES, Stage


class TickKey(NamedTuple):
    """``piece`` by its number (trace), ``role`` of the cloth and ``item`` on it (lay, cut, mark), and
    ``what``: a thing to draw, a mark, or the one thing of its stage (fit, keep)."""

    stage: Stage
    piece: int = 0
    role: str = ""
    item: str = ""
    what: str = ""

    def __str__(self) -> str:
        parts = (self.stage, self.piece or "", self.role, self.item, self.what)
        return "/".join(str(part) for part in parts if part)

    @property
    def words(self) -> str:
        """The key as the journal names it: “cut: main 1.1”."""
        parts = (self.piece or "", self.role, self.item, self.what.replace("/", " "))
        return f"{self.stage}: {' '.join(str(part) for part in parts if part)}"


def traced(piece: int, thing: str = "") -> str:
    """A piece is traced, or one thing on it is drawn."""
    return str(TickKey("trace", piece=piece, what=thing))


def laid(role: str) -> str:
    """The lay of one cloth."""
    return str(TickKey("lay", role=role))


def lain(role: str, item: str) -> str:
    """An item lies on the floor as the numbers say."""
    return str(TickKey("lay", role=role, item=item))


def cut_out(role: str, item: str, act: str = "") -> str:
    """An item is cut; or what else is done for it, by the name of the act."""
    return str(TickKey("cut", role=role, item=item, what=act))


def marked(role: str, item: str, mark: str) -> str:
    """A mark is carried to an item."""
    return str(TickKey("mark", role=role, item=item, what=mark))


CHECKED = str(TickKey("fit", what="checked"))
FILED = str(TickKey("keep", what="filed"))


def read(text: str) -> TickKey | None:
    """The key in a text; None for one that no stage would write."""
    stage, _, rest = text.partition("/")
    if stage not in STAGES or not rest:
        return None
    if stage == "trace":
        number, _, what = rest.partition("/")
        if not (number.isascii() and number.isdigit()):
            return None
        return TickKey(stage, piece=int(number), what=what)
    if stage in ("fit", "keep"):
        return TickKey(stage, what=rest)
    role, _, rest = rest.partition("/")
    item, _, what = rest.partition("/")
    return TickKey(stage, role=role, item=item, what=what)
