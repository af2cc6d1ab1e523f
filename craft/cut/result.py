"""What is cut from each cloth, piece by piece."""

from craft.cut.edge_notches import (
    EdgeCut,
    Snips,
)
from craft.cut.holding import Held
from craft.cut.inputs import Cutter
from craft.cut.staystitch import Staystitch
from craft.cut.steps import CutStep
from craft.frozen import Frozen
from craft.measure import Figure, Finding
from craft.pattern.piece import Role
from craft.thread import Tick


class CutItem(Frozen):
    """One piece to cut. ``tick``: it is cut out; ``lies``: where it is found on the cloth; ``steps``: all
    that is done for it, act by act; ``letters``: what its edges are called on the drawing; ``motifs``: how
    many motifs of lace are cut round; ``labels``: what is written on the cloth pieces, in the allowance of
    the edge ``label_at``."""

    tick: Tick
    item: str
    piece: int
    title: str
    how: str
    gives: str
    lies: str
    held: Held
    edges: tuple[EdgeCut, ...]
    darts: tuple[Snips, ...]
    centres: tuple[Snips, ...]
    staystitch: tuple[Staystitch, ...]
    steps: tuple[CutStep, ...]
    letters: dict[str, str]
    labels: tuple[str, ...]
    label_at: str
    minutes: float
    motifs: int = 0


class CutList(Frozen):
    """Everything cut from one cloth. ``ready``: the lay is complete and without fault; ``allowed``: it
    is, or the person knows that it is not. ``advised``: the cutter the cloth asks for;
    ``wrong_sides``: an X goes on every wrong side."""

    role: Role
    cloth: str
    ready: bool
    allowed: bool
    tool: str
    cutter: bool
    advised: Cutter
    exact: Figure
    notches: str
    wrong_sides: str
    items: tuple[CutItem, ...]
    keep: tuple[str, ...]
    findings: tuple[Finding, ...]
