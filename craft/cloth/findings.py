"""What is to be said of one role's cloth before anything is laid on it."""

from math import hypot

from craft.cloth.cloth import Cloth, Measure
from craft.cloth.folds import Fold, Spread
from craft.cloth.handling import QUESTIONS
from craft.cloth.inputs import why_single
from craft.cloth.preparing import preparation
from craft.cloth.shrinking import shrinkage
from craft.cloth.sums import stretch_of
from craft.cloth.washing import given, when_measured
from craft.fit import Fitted, WorkingPiece
from craft.frozen import Frozen
from craft.measure import Figure, Finding, Where, length_text, listed, percent_text
from craft.pattern.cutting import cutting_line
from craft.pattern.piece import Role
from craft.shape import path as paths
from craft.shape.curve import Point
from craft.trace.opened import opened

# What a strip must give more than the body asks, so that nothing strains (share).
EASY = 0.05
STRIP = 100.0  # what is pulled to try it (mm)


class Wants(Frozen):
    """What the pattern asks of its main cloth. ``knit``: drawn for a cloth that stretches; ``stretch``: the
    share it must give where the body is wider than the garment."""

    knit: bool = False
    stretch: Figure | None = None


def findings_of(
    role: Role, owned: Cloth, fold: Fold, fitted: Fitted, on_table: Spread, wants: Wants
) -> list[Finding]:
    """Everything worth saying, in no order."""
    found = [*_nap(owned, fold), *_one_layer(owned, fold), *_unsure(owned), *_kind(owned, fold),
             *_getting_ready(owned)]  # fmt: skip
    if role == "main":
        found += _stretch(owned, wants)
    found += [each for piece in fitted.pieces for each in _too_wide(role, piece, on_table)]
    return [
        each if each.where.cloth
        else each.model_copy(update={"where": each.where.model_copy(update={"cloth": role})})
        for each in found
    ]  # fmt: skip


def _note(what: str, because: str, mend: str = "") -> Finding:
    return Finding(weight="note", what=what, because=because, mend=mend)


def _nap(owned: Cloth, fold: Fold) -> list[Finding]:
    if not owned.one_way:
        return []
    found = [
        _note(
            "Nap or one-way: every piece lies with its top the same way."
            if owned.nap
            else "Unsure of the nap: it is laid as if it had one.",
            "Turned pieces would look lighter or darker once sewn.",
            "" if owned.nap else "Lay says what that costs in centimetres.",
        )
    ]
    if fold == "crosswise":
        found.append(
            Finding(
                weight="fault",
                what="Folded crosswise, the nap of the two layers runs opposite ways.",
                because="One of each pair would look lighter or darker once sewn.",
                mend="Fold it lengthwise, or cut it across and turn one layer round.",
            )
        )
    return found


def _one_layer(owned: Cloth, fold: Fold) -> list[Finding]:
    why = why_single(owned)
    if fold == "single" or why is None:
        return []
    is_like = "has stripes or checks to match" if why[0] == "matched" else f"is {why[0]}"
    return [
        _note(
            f"This cloth {is_like}: a single layer is safer.",
            f"Folded, {why[1]}.",
            "Choose the single layer, or fold with care and pin both layers.",
        )
    ]


def _unsure(owned: Cloth) -> list[Finding]:
    return [
        _note(
            f"Unsure: {question.ask[:1].lower()}{question.ask[1:]} It is {question.careful}.",
            f"That costs {question.costs}.",
            question.how,
        )
        for question in QUESTIONS
        if question.name in owned.unsure
    ]


def _kind(owned: Cloth, fold: Fold) -> list[Finding]:
    found, like = [], owned.treated
    if "fusible" in like:
        found.append(
            _note(
                "Fusible: lay it glue side up; a piece printed side up then has the hand that it has on "
                "the cloth’s right side.",
                "The glue goes onto the wrong side of the cloth, so the two are seen from one side.",
            )
            if fold == "single"
            else _note(
                "Fusible, folded: every pair comes out left and right, whichever way the glue lies.",
                "The two layers mirror each other; the glue goes onto the wrong side of the cloth.",
            )
        )
    if "lace" in like:
        found.append(
            _note(
                "Lace: lay it right side up and choose the motifs first.",
                "They are what is seen; left and right of the middle they want to balance.",
            )
        )
    if owned.border != "none":
        found.append(
            _note(
                "Its border can be a hem: let a piece run crosswise with its hem on it.",
                "A finished edge needs no hem allowance.",
            )
        )
    if "spots" in like:
        found.append(
            _note(
                "Water leaves marks on it: no starch, and no pen that is washed out.",
                "What the drop did to the scrap it would do to the garment.",
            )
        )
    if "sides alike" in like:
        found.append(
            _note(
                "Its right side is hard to tell: chalk an X on the wrong side of every cut piece.",
                "In daylight two sides that look alike often are not.",
            )
        )
    for way, uneven in (
        ("bars", owned.repeat.uneven_along),
        ("stripes", owned.repeat.uneven_across),
    ):
        if uneven:
            found.append(
                _note(
                    f"Its {way} are uneven: their two sides differ.",
                    "A piece turned round shows them the other way about.",
                )
            )
    return found


def _getting_ready(owned: Cloth) -> list[Finding]:
    lost = shrinkage(owned)
    if not (lost.along.value or lost.across.value):
        return []
    if owned.washed:
        return _measured_before(owned)
    found = _measured_after(owned)
    cleaned = next((step for step in CLEANED if step in owned.prepared), None)
    if cleaned:
        return [
            *found,
            Finding(
                weight="doubt",
                what=f"It was {CLEANED[cleaned][1]}, but is still reckoned by what it was before.",
                because="What it measures now is what the pieces have.",
                mend="Say in the cupboard that it is washed, and measure it again.",
            ),
        ]
    first = next((step.name for step in preparation(owned) if step.name in CLEANED), None)
    if first is None:
        return found
    return [
        *found,
        _note(
            f"{CLEANED[first][0]} before cutting, as the garment will be cleaned.",
            f"It loses about {lost.along.text} of its length and {lost.across.text} of its width.",
        ),
    ]


# The steps that draw a cloth up, as sentences name them before and after.
CLEANED: dict[str, tuple[str, str]] = {
    "wash": ("Wash it", "washed"), "soak": ("Soak it", "soaked"), "steam": ("Steam it", "steamed"),
    "clean": ("Have it cleaned", "cleaned"),
}  # fmt: skip
# The measures of a cloth, as a sentence names them.
MEASURED: dict[Measure, str] = {
    "width": "width", "owned": "length", "repeat": "repeat", "flaws": "flaws",
    "remnant": "outline", "motifs": "motifs", "border": "border’s depth",
}  # fmt: skip


def _measured_before(owned: Cloth) -> list[Finding]:
    """Washed cloth that is still reckoned from what it was."""
    before = [m for m in given(owned) if when_measured(owned, m) == "before"]
    if not before:
        return []
    return [
        Finding(
            weight="doubt",
            what=f"Measured before it was washed: its {listed([MEASURED[m] for m in before])}.",
            because="What it lost since is only reckoned.",
            mend="Measure it again as it lies now.",
        )
    ]


def _measured_after(owned: Cloth) -> list[Finding]:
    """What does not shrink with a cloth that is still to be washed."""
    after = [m for m in given(owned) if when_measured(owned, m) == "after"]
    if not after:
        return []
    return [
        _note(
            f"Measured after washing: its {listed([MEASURED[m] for m in after])}.",
            "The cloth is still to be washed; what was measured after that shrinks no more.",
            "Say in the cupboard if it was measured before.",
        )
    ]


def _stretch(owned: Cloth, wants: Wants) -> list[Finding]:
    if not wants.knit:
        return []
    knit = "knit" in owned.treated
    if owned.gives == "none":
        return [
            Finding(
                weight="doubt",
                what="The pattern was drawn for a cloth that stretches; "
                + ("nobody said which way this knit gives." if knit else "this one does not."),
                because="It would be too tight to put on."
                if not knit
                else "The greater give must go round the body.",
                mend="Stretch a scrap both ways, and say under the cloth’s handling which way gives more."
                if knit
                else "Choose a knit, or a larger size with an opening.",
            )
        ]
    if wants.stretch is None:
        return []
    if owned.strip is None:
        return [
            Finding(
                weight="doubt",
                what=f"It must stretch by {wants.stretch.text}; nobody tried how far it does.",
                because=wants.stretch.working[0],
                mend=f"Fold a strip of {length_text(STRIP)} the way it goes round the body, hold it at a "
                "ruler, pull it as far as it goes without effort, and write both lengths down under the "
                "cloth’s handling.",
            )
        ]
    gives = stretch_of(owned.strip)
    if gives.value + 1e-9 < wants.stretch.value:
        return [
            Finding(
                weight="fault",
                what=f"It stretches by {gives.text}; the body asks for {wants.stretch.text}.",
                because=f"{wants.stretch.working[0]}; measured: {gives.working[0]}.",
                mend="Choose a larger size or a cloth that gives more.",
            )
        ]
    tight = gives.value < wants.stretch.value + EASY
    return [
        Finding(
            weight="doubt" if tight else "note",
            what=f"It stretches by {gives.text}, the body asks for {wants.stretch.text}"
            + (": it would fit tightly." if tight else "."),
            because=f"{gives.working[0]}; {percent_text(EASY)} more than is asked sits easily.",
        )
    ]


def _too_wide(role: Role, piece: WorkingPiece, on_table: Spread) -> list[Finding]:
    """A piece that does not fit across the cloth with its own grain along it, in none of its cuts."""
    found = []
    for cut in piece.cuts:
        if cut.role != role:
            continue
        halved = cut.on_fold and on_table.fold in ("lengthwise", "middle", "part")
        whole = cut.on_fold and not halved
        double = halved or cut.pair or cut.count > 1
        zones = [zone for zone in on_table.zones if zone.double == double] or list(on_table.zones)
        room = max(zone.high - zone.low for zone in zones)
        # No curve reaches further than its handles.
        handles = [point for curve in piece.cutting for point in curve]
        if _across(handles, piece) * (2 if whole else 1) <= room:
            continue
        needed = across_the_grain(piece, whole=whole)
        if needed > room + 0.5:
            opened_out = ", opened out," if whole else ""
            found.append(
                Finding(
                    weight="fault",
                    what=f"Piece {piece.number} ({piece.name}){opened_out} is wider than the cloth as "
                    "it lies.",
                    because=f"It needs {length_text(needed)} across the grain; there are "
                    f"{length_text(room)}.",
                    mend="Lay it in a single layer or choose a wider cloth."
                    if on_table.fold != "single"
                    else "Choose a wider cloth.",
                    where=Where(cloth=role, piece=str(piece.number)),
                )
            )
    return found[:1]


def across_the_grain(piece: WorkingPiece, *, whole: bool = False) -> float:
    """How wide a piece is square to its own grain line (mm); ``whole``: opened out at its fold."""
    cutting = cutting_line(opened(piece.shape)) if whole else piece.cutting
    return _across(paths.flatten(cutting, 0.2), piece)


def _across(points: list[Point], piece: WorkingPiece) -> float:
    grain = next((mark.points for mark in piece.shape.marks if mark.kind == "grain"), None)
    (ax, ay), (bx, by) = grain or ((0.0, 0.0), (0.0, 1.0))
    size = hypot(bx - ax, by - ay) or 1.0
    square = [(x * (by - ay) - y * (bx - ax)) / size for x, y in points]
    return max(square) - min(square)
