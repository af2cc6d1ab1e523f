"""A change in a few words: for the history, and for its heading where it could not be made."""

from craft.fit.inputs import (
    AllowanceChange,
    Change,
    DartChange,
    HandChange,
    JoinChange,
    LengthChange,
    MirrorChange,
    NotchMove,
    OpenChange,
    SplitChange,
    WidthChange,
)  # fmt: skip
from craft.fit.level_words import at
from craft.measure import length_text


def heading(change: Change) -> str:
    """What the change is of, as a name.

    >>> heading(OpenChange(kind="open", piece=3))
    'piece 3 opened out'
    """
    match change:
        case LengthChange():
            return f"the change {at(change.level)}"
        case DartChange():
            return "the change of a dart"
        case WidthChange():
            return f"the width at the {change.edge} of piece {change.piece}"
        case NotchMove():
            return f"the notch {change.mark} of piece {change.piece}"
        case AllowanceChange():
            return f"the allowance of the {change.edge} of piece {change.piece}"
        case HandChange():
            return f"the {change.edge} of piece {change.piece}, by hand"
        case SplitChange():
            return f"piece {change.piece} cut in two"
        case JoinChange():
            return f"pieces {change.piece} and {change.other} joined"
        case OpenChange():
            return f"piece {change.piece} opened out"
        case MirrorChange():
            return f"piece {change.piece} mirrored"


def told(change: Change) -> str:
    """What was done, for the history.

    >>> told(LengthChange(level="waist", amount=-15.0))
    'Shortened at the waist by [[15]]'
    >>> told(LengthChange(level="hip", by="height"))
    'Changed the hip by the height'
    """
    if isinstance(change, DartChange):
        return f"Changed the {change.dart.replace('-', ' ')} of piece {change.pieces[0]}"
    if not isinstance(change, LengthChange):
        said = heading(change)
        return f"{said[:1].upper()}{said[1:]}"
    if change.by == "target" and change.target is not None:
        return f"A finished length of {length_text(change.target.length)} {at(change.level)}"
    if change.by in ("height", "measure"):
        said = "the height" if change.by == "height" else "its own measure"
        return f"Changed the {change.level} by {said}"
    verb = "Lengthened" if change.amount >= 0 else "Shortened"
    return f"{verb} {at(change.level)} by {length_text(abs(change.amount))}"
