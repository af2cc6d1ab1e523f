"""Does it fit? The cloth owned against the lay, and which single change would make it fit.

Nothing here is estimated: each change is made to the pieces, the fold or the rules, and the search
lays everything again.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from craft.cloth import Cloth, Fold
from craft.errors import CraftError
from craft.fit import Fitted, WorkingPiece
from craft.lay.compare import for_so_long, pins, table_of
from craft.lay.joined import joined_in_two
from craft.lay.lay import LayInputs
from craft.lay.liberties import Liberty
from craft.lay.placing import Placement
from craft.lay.search import lays_for_the_rest
from craft.lay.sought import Sought
from craft.lay.table import Table
from craft.lay.task import Change, ChangeKind, Fits, Way
from craft.measure import Figure, cloth, length
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Role
from craft.shape import path as paths

NARROW_HEM = 10.0  # what a narrow hem turned twice takes (mm)
JOIN = 15.0  # allowance at either side of a join (mm)
LONG, SHARE = 2.5, 0.12  # what counts as a band (length over width), and as a small piece
# The share of the time the lay itself gets; the changes have the rest between them.
OWN_SHARE = 0.4
SMALL_WORDS = ("facing", "pocket", "flap", "welt", "bag", "binding", "undercollar")
BAND_WORDS = ("band", "belt", "strap", "tie", "sash")


@dataclass(frozen=True)
class _Attempt:
    kind: ChangeKind
    what: str
    because: str
    way: Way
    owned: Cloth
    fitted: Fitted
    inputs: LayInputs
    piece: int = 0


def does_it_fit(
    role: Role,
    owned: Cloth,
    way: Way,
    fitted: Fitted,
    inputs: LayInputs,
    *,
    seconds: float,
    seed: int = 1,
    keep_going: Callable[[], bool] = lambda: True,
    out: bool = False,
) -> Iterator[Fits]:
    """Search as the cloth lies; if that does not fit, try one change after another. Yields the answer
    whenever it changes. Raises CraftError when the cloth has no length to fit into."""
    table = table_of(way, role, owned, fitted, inputs, out=out)
    if table.length is None:
        raise CraftError("Write under Cloth how much of it there is.", "owned")
    before = inputs.placements.get(role, ())
    lengths = 2 if way.fold == "crosswise" else 1
    reach = table.length * lengths
    have = Figure(name="owned, after washing", value=reach, text=length(reach))
    best: Sought | None = None
    refused = ""
    try:
        for best in _lays(table, before, seconds * OWN_SHARE, seed, keep_going, pins(role, inputs)):
            if (
                best.length <= table.length + 1e-6
            ):  # said at once, and made better while there is time
                yield _answer(best, lengths, reach, have, refused)
    except CraftError as error:
        refused = error.sentence
    answer = _answer(best, lengths, reach, have, refused)
    attempts = [] if answer.fits else list(_attempts(role, owned, way, fitted, inputs, table))
    answer = answer.model_copy(update={"of": len(attempts)})
    yield answer
    share = seconds * (1 - OWN_SHARE) / max(1, len(attempts))
    changes: list[Change] = []
    for number, attempt in enumerate(attempts, 1):
        if not keep_going():
            return
        made = _try(role, attempt, share, seed, keep_going, out)
        if made is not None:
            changes.append(made)
        # What fits comes first; then what leaves most, or lacks least.
        changes.sort(key=lambda change: (not change.fits, change.short))
        answer = answer.model_copy(update={"changes": tuple(changes), "tried": number})
        yield answer


def _answer(best: Sought | None, lengths: int, reach: float, have: Figure, refused: str) -> Fits:
    if best is None:
        return Fits(fits=False, owned=have, said=refused or "Nothing could be laid.")
    takes = best.length * lengths
    short = takes - reach
    figure = Figure(name="the lay takes", value=takes, text=length(takes),
                    working=(f"{length(takes)} − {length(reach)} owned = {length(short)}",))  # fmt: skip
    fits = short <= 1e-6
    said = (
        f"It fits; {cloth(-short)} will be left." if fits else f"It is {length(short)} too short."
    )
    return Fits(fits=fits, takes=figure, owned=have, short=short, said=said, sought=best)


def _lays(
    table: Table,
    before: tuple[Placement, ...],
    seconds: float,
    seed: int,
    keep_going: Callable[[], bool],
    pinned: tuple[Placement, ...] = (),
) -> Iterator[Sought]:
    yield from lays_for_the_rest(
        table,
        before,
        seed=seed,
        rounds=None,
        pinned=pinned,
        keep_going=for_so_long(seconds, keep_going),
    )


def _try(
    role: Role,
    attempt: _Attempt,
    seconds: float,
    seed: int,
    keep_going: Callable[[], bool],
    out: bool,
) -> Change | None:
    try:
        table = table_of(attempt.way, role, attempt.owned, attempt.fitted, attempt.inputs, out=out)
        best = None
        before = attempt.inputs.placements.get(role, ())
        for best in _lays(table, before, seconds, seed, keep_going):  # noqa: B007
            pass
    except CraftError:
        return None
    if best is None or table.length is None:
        return None
    lengths = 2 if attempt.way.fold == "crosswise" else 1
    short = (best.length - table.length) * lengths
    return Change(
        kind=attempt.kind, what=attempt.what, because=attempt.because, piece=attempt.piece,
        fold=attempt.way.fold, fits=short <= 1e-6, short=short, sought=best,
    )  # fmt: skip


def _attempts(
    role: Role, owned: Cloth, way: Way, fitted: Fitted, inputs: LayInputs, table: Table
) -> Iterator[_Attempt]:
    """Every single change that makes sense here."""
    said: dict[Fold, tuple[str, str]] = {
        "single": ("Lay it in a single layer.", "Pieces from the fold and pairs can move freely then."),
        "lengthwise": ("Fold it lengthwise.", "A pair takes its place once."),
        "middle": ("Fold both selvedges to the middle.", "Two folds give room to more pieces on the fold."),
        "part": ("Fold only a part of it.", "What is wanted once lies on the single part."),
        "crosswise": ("Fold it crosswise.", "Wide pieces have the whole width."),
    }  # fmt: skip
    for fold, (what, because) in said.items():
        if fold == way.fold or table.cut or (fold == "crosswise" and table.nap):
            continue
        yield _Attempt("fold", what, because, Way(fold=fold), owned, fitted, inputs)
    if table.nap:
        why = (
            "You were not sure of its nap; compare two scraps turned both ways first."
            if owned.nap_unsure and not owned.nap
            else "Only if nobody will see it: turned pieces may look lighter or darker."
        )
        plain = owned.model_copy(update={"nap": False, "nap_unsure": False})
        yield _Attempt("half turn", "Let pieces lie end for end.", why, way, plain, fitted,
                       inputs.model_copy(update={"one_way": False}))  # fmt: skip
    total = sum(paths.area(piece.cutting) for piece in fitted.pieces) or 1.0
    for piece in fitted.pieces:
        if not any(cut.role == role for cut in piece.cuts):
            continue
        name = piece.name.lower()
        if any(word in name for word in SMALL_WORDS) or paths.area(piece.cutting) < total * 0.02:
            yield _Attempt(
                "other cloth", f"Cut {piece.name.lower()} ({piece.number}) from another cloth.",
                "It hardly shows, so a like cloth of the same weight will do.",
                way, owned, _without(fitted, piece.number, role), inputs, piece.number,
            )  # fmt: skip
        if _is_band(piece):
            liberties = {**inputs.liberties, piece.number: inputs.liberties.get(
                piece.number, Liberty()).model_copy(update={"across": True})}  # fmt: skip
            yield _Attempt(
                "across", f"Lay {piece.name.lower()} ({piece.number}) across the grain.",
                "A band is held by what it is sewn to and may run crosswise.",
                way, owned, fitted, inputs.model_copy(update={"liberties": liberties}), piece.number,
            )  # fmt: skip
            halves = joined_in_two(piece, JOIN)
            if halves is not None:
                others = tuple(p for p in fitted.pieces if p.number != piece.number)
                yield _Attempt(
                    "join", f"Join {piece.name.lower()} ({piece.number}) from two lengths.",
                    f"A seam in it costs twice {length(JOIN)} of cloth and finds room in gaps.",
                    way, owned, fitted.model_copy(update={"pieces": (*others, *halves)}), inputs,
                    piece.number,
                )  # fmt: skip
    hemmed = _narrow_hems(fitted, role)
    if hemmed is not None:
        yield _Attempt(
            "hem", f"Take narrow hems of {length(NARROW_HEM)}.",
            "Turned twice by the machine a hem needs no more.", way, owned, hemmed, inputs,
        )  # fmt: skip


def _is_band(piece: WorkingPiece) -> bool:
    x0, y0, x1, y1 = paths.control_bounds(piece.cutting)
    long, wide = max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)
    return any(word in piece.name.lower() for word in BAND_WORDS) and long > LONG * max(wide, 1.0)


def _without(fitted: Fitted, number: int, role: Role) -> Fitted:
    """The pieces with that one no longer cut from this role's cloth."""
    made = []
    for piece in fitted.pieces:
        if piece.number == number:
            cuts = tuple(cut for cut in piece.cuts if cut.role != role)
            piece = piece.model_copy(update={"cuts": cuts})
        made.append(piece)
    return fitted.model_copy(update={"pieces": tuple(made)})


def _narrow_hems(fitted: Fitted, role: Role) -> Fitted | None:
    """The pieces with their hems taken narrow; None when no hem is wider."""
    made, changed = [], False
    for piece in fitted.pieces:
        wide = [e for e in piece.shape.edges if e.kind == "hem" and e.allowance > NARROW_HEM]
        if wide and any(cut.role == role for cut in piece.cuts):
            edges = tuple(
                edge.model_copy(update={"allowance": min(edge.allowance, NARROW_HEM)})
                if edge.kind == "hem" else edge
                for edge in piece.shape.edges
            )  # fmt: skip
            shape = piece.shape.model_copy(update={"edges": edges})
            piece = piece.model_copy(update={"shape": shape, "cutting": cutting_line(shape)})
            changed = True
        made.append(piece)
    return fitted.model_copy(update={"pieces": tuple(made)}) if changed else None
