"""The label of a finished pattern, filed in a box and an envelope."""

from craft.fit import Fitted
from craft.fit.level_words import at
from craft.keep.inputs import KeepInputs
from craft.keep.result import Kept, LabelLine
from craft.keep.small_drawing import drawing
from craft.pattern.pattern import Pattern
from craft.pick import Picked
from craft.thread import Facts, Thread
from craft.thread.keys import FILED
from craft.trace import Traced


def keep(
    pattern: Pattern,
    picked: Picked,
    person: str,
    traced: Traced,
    fitted: Fitted,
    inputs: KeepInputs,
    thread: Thread,
    facts: Facts,
) -> Kept:
    """Write the label from what was really done."""
    source = ", ".join(
        part
        for part in (pattern.source.publication, pattern.source.issue, _number(pattern))
        if part
    )
    changes = [
        f"{_plain(change.amount.text)} {'longer' if change.amount.value > 0 else 'shorter'} "
        f"{at(change.level)}"
        for change in fitted.changes
        if change.amount.value
    ]
    changes += [_plain(made.name) for made in fitted.made if made.facts]
    allowances = sorted({line for piece in fitted.pieces for line in piece.label[-1:]})
    view = next(each.name for each in pattern.views if each.id == picked.view)
    lines = [
        ("from", source),
        ("garment", pattern.garment),
        ("view", f"{picked.view}: {view}"),
        ("size", picked.sizes_said),
        ("made for", person or "not said"),
        ("changes", "; ".join(changes) or "none"),
        ("pieces", _pieces(traced, fitted)),
        ("allowance", allowances[0] if len(allowances) == 1 else "as on each piece"),
        ("notions", "; ".join(picked.notions) or "none"),
    ]
    thread = thread if inputs.filed else Thread(redrawn=thread.redrawn)
    return Kept(
        title=pattern.name,
        lines=tuple(LabelLine(name=name, text=text) for name, text in lines),
        drawing=drawing([piece.shape.outline for piece in fitted.pieces]),
        tick=thread.tick(FILED, facts),
    )


def _pieces(traced: Traced, fitted: Fitted) -> str:
    """How many lie in the envelope; a piece by sum has paper only if somebody wants it."""
    here = {piece.number for piece in fitted.pieces}
    by_sum = sum(piece.reckoned is not None and piece.number in here for piece in traced.pieces)
    guides = sum(piece.guide for piece in traced.pieces)
    paper = f"{len(fitted.pieces) + guides - by_sum} of paper"
    return f"{paper}, {by_sum} by sum" if by_sum else paper


def _number(pattern: Pattern) -> str:
    return f"number {pattern.source.number}" if pattern.source.number else ""


def _plain(text: str) -> str:
    """An amount without its sign: “1.5 cm shorter”, not “−1.5 cm shorter”."""
    return text.replace("[[-", "[[")
