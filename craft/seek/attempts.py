"""Changes that might make a lay fit the cloth: of its fold, the rules, single pieces; and two at once."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from itertools import combinations

from craft.cloth import Fold
from craft.errors import CraftError
from craft.fit import WorkingPiece
from craft.lay.permissions import granted
from craft.lay.pieces_to_lay import JOIN, NARROW_HEM, joined, narrow_hems, without
from craft.lay.table import Table
from craft.measure import length_text
from craft.pattern.parts import part_of
from craft.seek.case import Case
from craft.seek.depths import with_depths
from craft.seek.task import Change, OptionKind, Variant
from craft.shape import path as paths

LONG = 2.5  # what counts as a band (length over width)
SMALL_SHARE = 0.02  # of all pieces' area: so small a piece hardly shows
SMALL_WORDS = ("facing", "pocket", "flap", "welt", "bag", "binding", "undercollar")
# What a change costs the garment or the person, the least first.
COSTS: tuple[OptionKind, ...] = ("fold", "hem", "across", "join", "other cloth", "half turn")

# Other ways to fold the cloth: what is said, and why it may help.
FOLDED: dict[Fold, tuple[str, str]] = {
    "single": ("Lay it in a single layer.", "Pieces from the fold and pairs can move freely then."),
    "lengthwise": ("Fold it lengthwise.", "A pair takes its place once."),
    "middle": ("Fold both selvedges to the middle.", "Two folds give room to more pieces on the fold."),
    "part": ("Fold only a part of it", "What is wanted once lies on the single part."),
    "crosswise": ("Fold it crosswise.", "Wide pieces have the whole width."),
}  # fmt: skip


@dataclass(frozen=True)
class Attempt:
    """A change, in words, and what it makes of a case: None where it changes nothing. ``besides``: the
    other one, where it is two together."""

    change: Change
    what: str
    because: str
    made: Callable[[Case], Case | None]
    besides: tuple[Change, ...] = ()

    @property
    def cost(self) -> int:
        """How gladly nobody does it; of two together the sum."""
        return sum(1 + COSTS.index(each.kind) for each in (self.change, *self.besides))


def attempts(case: Case, table: Table) -> Iterator[Attempt]:
    """Every single change that makes sense here."""
    yield from _other_folds(case, table)
    if table.nap:
        yield _half_turn(case)
    total = sum(paths.area(piece.cutting) for piece in case.fitted.pieces) or 1.0
    for piece in case.fitted.pieces:
        if any(cut.role == case.role for cut in piece.cuts):
            yield from _with_one_piece(case, piece, paths.area(piece.cutting) / total)
    if narrow_hems(case.fitted, case.role) is not None:
        yield Attempt(
            Change(kind="hem"), f"Take narrow hems of {length_text(NARROW_HEM)}.",
            "Turned twice by the machine a hem needs no more.", _with_narrow_hems,
        )  # fmt: skip


def pairs(singles: list[Attempt]) -> list[Attempt]:
    """Two changes together, those that cost least first; of alike ones as they come."""
    found = [
        together(one, other)
        for one, other in combinations(singles, 2)
        if not _exclude(one.change, other.change)
    ]
    return sorted(found, key=lambda each: each.cost)


def together(one: Attempt, other: Attempt) -> Attempt:
    """Both changes, one after the other."""

    def made(case: Case) -> Case | None:
        first = one.made(case)
        return other.made(first) if first is not None else None

    return Attempt(
        one.change, f"{one.what} {other.what}", f"{one.because} {other.because}", made,
        (other.change,),
    )  # fmt: skip


def _exclude(one: Change, other: Change) -> bool:
    """The cloth lies one way only, and a piece that is cut from another cloth does nothing else here."""
    same_piece = bool(one.piece) and one.piece == other.piece
    return (one.kind == other.kind == "fold") or same_piece


def _other_folds(case: Case, table: Table) -> Iterator[Attempt]:
    """The cloth lying another way; what is cut already keeps it as it lies."""
    for fold, (what, because) in FOLDED.items():
        if fold == case.now.fold or table.cut or (fold == "crosswise" and table.nap):
            continue
        try:
            variants = with_depths(case, Variant(fold=fold))
        except CraftError:
            continue
        for variant in variants:
            deep = f", {length_text(variant.depth)} deep." if variant.depth is not None else ""
            change = Change(kind="fold", fold=fold, depth=variant.depth)
            yield Attempt(change, f"{what}{deep}", because, _lying(variant))


def _lying(variant: Variant) -> Callable[[Case], Case | None]:
    return lambda case: replace(case, now=variant)


def _half_turn(case: Case) -> Attempt:
    owned = case.owned
    why = (
        "You were not sure of its nap; compare two scraps turned both ways first."
        if owned.nap_unsure and not owned.nap
        else "Only if nobody will see it: turned pieces may look lighter or darker."
    )

    def made(case: Case) -> Case | None:
        plain = case.owned.model_copy(update={"nap": False, "nap_unsure": False})
        return replace(case, owned=plain, inputs=case.inputs.model_copy(update={"one_way": False}))

    return Attempt(Change(kind="half turn"), "Let pieces lie end for end.", why, made)


def _with_narrow_hems(case: Case) -> Case | None:
    hemmed = narrow_hems(case.fitted, case.role)
    return replace(case, fitted=hemmed) if hemmed is not None else None


def _with_one_piece(case: Case, piece: WorkingPiece, share: float) -> Iterator[Attempt]:
    """What may be done with one piece; ``share``: how much of all pieces' area is its own."""
    number = piece.number
    name = piece.name.lower()
    who = f"{name} ({number})"
    if any(word in name for word in SMALL_WORDS) or share < SMALL_SHARE:
        yield Attempt(
            Change(kind="other cloth", piece=number), f"Cut {who} from another cloth.",
            "It hardly shows, so a like cloth of the same weight will do.",
            lambda case: replace(case, fitted=without(case.fitted, number, case.role)),
        )  # fmt: skip
    if not _is_band(piece):
        return
    yield Attempt(
        Change(kind="across", piece=number), f"Lay {who} across the grain.",
        "A band is held by what it is sewn to and may run crosswise.",
        lambda case: replace(case, inputs=case.inputs.model_copy(
            update={"liberties": granted(case.inputs.liberties, number, "across")})),
    )  # fmt: skip
    if joined(case.fitted, number) is not None:
        yield Attempt(
            Change(kind="join", piece=number), f"Join {who} from two lengths.",
            f"A seam in it costs twice {length_text(JOIN)} of cloth and finds room in gaps.",
            lambda case: _joined(case, number),
        )  # fmt: skip


def _joined(case: Case, number: int) -> Case | None:
    fitted = joined(case.fitted, number)
    return replace(case, fitted=fitted) if fitted is not None else None


def _is_band(piece: WorkingPiece) -> bool:
    x0, y0, x1, y1 = paths.control_bounds(piece.cutting)
    long, wide = max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)
    return part_of(piece.name) == "band" and long > LONG * max(wide, 1.0)
