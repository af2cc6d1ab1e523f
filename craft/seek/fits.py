"""Does it fit? The cloth owned against the lay, and which single change would make it fit.

Nothing here is estimated: each change is made to the pieces, the fold or the rules, and the search
lays everything again.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from craft.cloth import Fold
from craft.errors import CraftError
from craft.fit import WorkingPiece
from craft.lay.altered import JOIN, NARROW_HEM, joined, narrow_hems, without
from craft.lay.liberties import granted
from craft.lay.placing import Placement
from craft.lay.table import Table
from craft.measure import Figure, cloth_text, length_text
from craft.pattern.parts import part_of
from craft.seek.case import Case, Effort
from craft.seek.picture import picture_of
from craft.seek.search import lays_for_the_rest
from craft.seek.sought import Sought
from craft.seek.task import FitOption, Fits, OptionKind, Variant
from craft.shape import path as paths

LONG = 2.5  # what counts as a band (length over width)
SMALL_SHARE = 0.02  # of all pieces' area: so small a piece hardly shows
# The share of the time the lay itself gets; the changes have the rest between them.
OWN_SHARE = 0.4
SMALL_WORDS = ("facing", "pocket", "flap", "welt", "bag", "binding", "undercollar")

# Other ways to fold the cloth: what is said, and why it may help.
FOLDED: dict[Fold, tuple[str, str]] = {
    "single": ("Lay it in a single layer.", "Pieces from the fold and pairs can move freely then."),
    "lengthwise": ("Fold it lengthwise.", "A pair takes its place once."),
    "middle": ("Fold both selvedges to the middle.", "Two folds give room to more pieces on the fold."),
    "part": ("Fold only a part of it.", "What is wanted once lies on the single part."),
    "crosswise": ("Fold it crosswise.", "Wide pieces have the whole width."),
}  # fmt: skip


@dataclass(frozen=True)
class _Attempt:
    """One change, and the case with it made."""

    kind: OptionKind
    what: str
    because: str
    case: Case
    piece: int = 0


def does_it_fit(case: Case, effort: Effort) -> Iterator[Fits]:
    """Search as the cloth lies; if that does not fit, try one change after another. Yields the answer
    whenever it changes. Raises CraftError when the cloth has no length to fit into."""
    table = case.table()
    if table.length is None:
        raise CraftError("Write under Cloth how much of it there is.", "owned")
    lengths = 2 if case.now.fold == "crosswise" else 1
    reach = table.length * lengths
    have = Figure(name="owned, after washing", value=reach, text=length_text(reach))
    best: Sought | None = None
    refused = ""
    try:
        for best in _lays(case, table, effort.share(OWN_SHARE), case.pins):
            # What fits is said at once, and made better while there is time.
            if best.length <= table.length + 1e-6:
                yield _answer(best, lengths, reach, have, refused)
    except CraftError as error:
        refused = error.sentence
    answer = _answer(best, lengths, reach, have, refused)
    if best is not None:
        answer = answer.model_copy(update={"picture": picture_of(table, best)})
    attempts = [] if answer.fits else list(_attempts(case, table))
    answer = answer.model_copy(update={"of": len(attempts)})
    yield answer
    each = effort.share((1 - OWN_SHARE) / max(1, len(attempts)))
    options: list[FitOption] = []
    for number, attempt in enumerate(attempts, 1):
        if not effort.keep_going():
            return
        option = _try(attempt, each, answer.short)
        if option is not None:
            options.append(option)
        # What fits comes first; then what leaves most, or lacks least.
        options.sort(key=lambda option: (not option.fits, option.short))
        answer = answer.model_copy(update={"options": tuple(options), "tried": number})
        yield answer


def _answer(best: Sought | None, lengths: int, reach: float, have: Figure, refused: str) -> Fits:
    if best is None:
        return Fits(fits=False, owned=have, said=refused or "Nothing could be laid.")
    takes = best.length * lengths
    short = takes - reach
    figure = Figure(name="the lay takes", value=takes, text=length_text(takes),
                    working=(f"{length_text(takes)} − {length_text(reach)} owned = "
                    f"{length_text(short)}",))  # fmt: skip
    fits = short <= 1e-6
    said = (
        f"It fits; {cloth_text(-short)} will be left."
        if fits
        else f"It is {length_text(short)} too short."
    )
    return Fits(fits=fits, takes=figure, owned=have, short=short, said=said, sought=best)


def _lays(
    case: Case, table: Table, effort: Effort, pinned: tuple[Placement, ...] = ()
) -> Iterator[Sought]:
    yield from lays_for_the_rest(
        table, case.placements, seed=effort.seed, rounds=None, pinned=pinned,
        keep_going=effort.clock(),
    )  # fmt: skip


def _try(attempt: _Attempt, effort: Effort, without_it: float | None) -> FitOption | None:
    case = attempt.case
    try:
        table = case.table()
        best = None
        for best in _lays(case, table, effort):  # noqa: B007
            pass
    except CraftError:
        return None
    if best is None or table.length is None:
        return None
    lengths = 2 if case.now.fold == "crosswise" else 1
    short = (best.length - table.length) * lengths
    return FitOption(
        kind=attempt.kind, what=attempt.what, because=attempt.because, piece=attempt.piece,
        fold=case.now.fold, fits=short <= 1e-6, short=short, sought=best,
        picture=picture_of(table, best), saves=_saves(without_it, short),
        said=f"It fits then; {length_text(-short)} will be left." if short <= 1e-6
        else f"Still {length_text(short)} too short.",
    )  # fmt: skip


def _saves(before: float | None, after: float) -> Figure | None:
    if before is None or before <= after:
        return None
    value = before - after
    return Figure(
        name="It saves", value=value, text=length_text(value),
        working=(f"{length_text(before)} − {length_text(after)} too short = {length_text(value)}",),
    )  # fmt: skip


def _attempts(case: Case, table: Table) -> Iterator[_Attempt]:
    """Every single change that makes sense here."""
    yield from _other_folds(case, table)
    if table.nap:
        owned = case.owned
        why = (
            "You were not sure of its nap; compare two scraps turned both ways first."
            if owned.nap_unsure and not owned.nap
            else "Only if nobody will see it: turned pieces may look lighter or darker."
        )
        plain = owned.model_copy(update={"nap": False, "nap_unsure": False})
        either = case.inputs.model_copy(update={"one_way": False})
        yield _Attempt("half turn", "Let pieces lie end for end.", why,
                       replace(case, owned=plain, inputs=either))  # fmt: skip
    total = sum(paths.area(piece.cutting) for piece in case.fitted.pieces) or 1.0
    for piece in case.fitted.pieces:
        if any(cut.role == case.role for cut in piece.cuts):
            yield from _with_one_piece(case, piece, paths.area(piece.cutting) / total)
    hemmed = narrow_hems(case.fitted, case.role)
    if hemmed is not None:
        yield _Attempt(
            "hem", f"Take narrow hems of {length_text(NARROW_HEM)}.",
            "Turned twice by the machine a hem needs no more.", replace(case, fitted=hemmed),
        )  # fmt: skip


def _other_folds(case: Case, table: Table) -> Iterator[_Attempt]:
    """The cloth lying another way; what is cut already keeps it as it lies."""
    for fold, (what, because) in FOLDED.items():
        if fold == case.now.fold or table.cut or (fold == "crosswise" and table.nap):
            continue
        yield _Attempt("fold", what, because, replace(case, now=Variant(fold=fold)))


def _with_one_piece(case: Case, piece: WorkingPiece, share: float) -> Iterator[_Attempt]:
    """What may be done with one piece; ``share``: how much of all pieces' area is its own."""
    name = piece.name.lower()
    who = f"{name} ({piece.number})"
    if any(word in name for word in SMALL_WORDS) or share < SMALL_SHARE:
        yield _Attempt(
            "other cloth", f"Cut {who} from another cloth.",
            "It hardly shows, so a like cloth of the same weight will do.",
            replace(case, fitted=without(case.fitted, piece.number, case.role)), piece.number,
        )  # fmt: skip
    if not _is_band(piece):
        return
    liberties = granted(case.inputs.liberties, piece.number, "across")
    inputs = case.inputs.model_copy(update={"liberties": liberties})
    yield _Attempt(
        "across", f"Lay {who} across the grain.",
        "A band is held by what it is sewn to and may run crosswise.",
        replace(case, inputs=inputs), piece.number,
    )  # fmt: skip
    fitted = joined(case.fitted, piece.number)
    if fitted is not None:
        yield _Attempt(
            "join", f"Join {who} from two lengths.",
            f"A seam in it costs twice {length_text(JOIN)} of cloth and finds room in gaps.",
            replace(case, fitted=fitted), piece.number,
        )  # fmt: skip


def _is_band(piece: WorkingPiece) -> bool:
    x0, y0, x1, y1 = paths.control_bounds(piece.cutting)
    long, wide = max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)
    return part_of(piece.name) == "band" and long > LONG * max(wide, 1.0)
