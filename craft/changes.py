"""What an edit did, in the words of the journal."""

from craft.cloth import WORDS
from craft.inputs import Inputs
from craft.mark.inputs import CAME
from craft.mark.ways import WAY_WORDS
from craft.measure import length_text
from craft.thread.keys import read
from craft.trace.inputs import edge_words

# What is said of a field whatever became of it, in the order it is looked at.
CLOTH = {
    "depths": "Changed how deep the cloth is folded",
    "out": "Changed which side of the folded cloth lies out",
    "joined": "Changed which cloths serve for several",
    "school": "Changed how cloths lie that nobody chose a fold for",
}
LAY = {
    "cut": "Noted what is cut already",
    "squared": "Noted what is cut already",
    "pins": "Changed what is pinned down",
    "liberties": "Changed what a piece may do",
    "joins": "Changed what is joined from two lengths",
    "elsewhere": "Changed what is cut from another cloth",
    "scallop": "Changed how deep hems lie in the border",
    "narrow": "Changed how wide the hems are",
    "match": "Changed how stripes are matched",
}


def describe(before: Inputs, after: Inputs) -> str:
    """One short phrase for the first difference between two states of a making's inputs."""
    if before.redrawn != after.redrawn:
        pieces = [n for n, times in after.redrawn.items() if before.redrawn.get(n) != times]
        numbers = ", ".join(str(number) for number in sorted(pieces))
        return f"Took over the mended pattern: pieces {numbers} are new"[:300]
    for stage, said in (
        ("pick", _pick),
        ("trace", _trace),
        ("fit", _fit),
        ("cloth", _cloth),
        ("lay", _lay),
        ("cut", _cut),
        ("mark", _mark),
        ("keep", _keep),
    ):
        if getattr(before, stage) != getattr(after, stage):
            return said(before, after)
    if before.bought != after.bought:
        come = [each for each in after.bought if each not in before.bought]
        what = (come or [each for each in before.bought if each not in after.bought])[0]
        return f"{'Bought' if come else 'Not bought after all'}: {what.partition(' ')[2]}"[:300]
    return _ticks(before, after)


def _ticks(before: Inputs, after: Inputs) -> str:
    gone, come = before.ticks.keys() - after.ticks.keys(), after.ticks.keys() - before.ticks.keys()
    keys = {read(key) for key in come | gone}
    pieces = {key.piece for key in keys if key is not None and key.stage == "trace"}
    if len(pieces) == 1 and len(keys) > 1 and all(key and key.stage == "trace" for key in keys):
        verb = "Ticked" if come else "Took back the ticks of"
        return f"{verb} piece {pieces.pop()}"
    if len(come) + len(gone) > 1:
        return f"{len(come) or len(gone)} {'ticked' if come else 'ticks taken back'}"
    if come:
        return f"Ticked {_tick(come.pop())}"
    if gone:
        return f"Took back the tick at {_tick(gone.pop())}"
    changed = [key for key in after.ticks if after.ticks[key] != before.ticks.get(key)]
    return f"Looked again at {_tick(changed[0])}" if changed else "No change"


def _tick(text: str) -> str:
    key = read(text)
    return key.words if key else text


def _pick(before: Inputs, after: Inputs) -> str:
    old, new = before.pick, after.pick
    if old.size != new.size:
        return f"Chose size {new.size}" if new.size else "Took the proposed size"
    if old.at != new.at:
        graded = ", ".join(f"{size} at the {level}" for level, size in new.at.items())
        return f"Sizes: {graded}"[:200] if graded else "One size throughout"
    if old.view != new.view:
        return f"Chose view {new.view}"
    if old.borrowed != new.borrowed:
        come = [name for name in new.borrowed if name not in old.borrowed]
        return f"Borrowed: {', '.join(come)}"[:200] if come else "Gave a borrowed part back"
    if old.original != new.original:
        return "Described the original"
    if old.printed != new.printed:
        return "Measured the test square"
    if old.person and new.person and old.model_copy(update={"person": new.person}) == new:
        return f"{old.person} is called {new.person} now"
    if old.person != new.person:
        return f"Measurements of {new.person}" if new.person else "No person"
    for name, mm in new.measurements.items():
        if old.measurements.get(name) != mm:
            return f"{name.capitalize()} {length_text(mm)}"
    return "Took out a measurement"


def _trace(before: Inputs, after: Inputs) -> str:
    old, new = before.trace, after.trace
    if old.allowance != new.allowance:
        if new.allowance is None:
            return "The pattern’s own allowances"
        return f"Seam allowance {length_text(new.allowance)}"
    if old.kinds != new.kinds:
        return "; ".join(f"{sewn}s: {name}" for sewn, name in new.kinds.items()) or "Plain seams"
    for name, mm in new.edges.items():
        if old.edges.get(name) != mm:
            return f"Allowance {length_text(mm)} at {edge_words(name)}"
    if old.treatments != new.treatments:
        for number, treatment in new.treatments.items():
            if old.treatments.get(number) != treatment:
                return f"Piece {number}: {treatment}"
        return "Took the proposed treatment"
    if len(new.sums) > len(old.sums):
        return f"Added {new.sums[-1].name} by sum"
    if len(new.sums) < len(old.sums):
        return "Took out a piece by sum"
    if old.sums != new.sums:
        return "Changed a piece by sum"
    if (old.line, old.lines) != (new.line, new.lines):
        return f"The paper ends at the {new.line} line"
    if old.opened != new.opened:
        return "Opened a half piece" if len(new.opened) > len(old.opened) else "Closed a piece"
    if old.paper != new.paper:
        return "Changed the paper"
    if old.keep != new.keep:
        return "Changed the sizes to keep"
    return "Changed the tracing"


def _fit(before: Inputs, after: Inputs) -> str:
    old, new = before.fit.changes, after.fit.changes
    if len(new) < len(old):
        return "Took out a change"
    if new != old and sorted(map(str, new)) == sorted(map(str, old)):
        return "Changed the order of the changes"
    for index, change in enumerate(new):
        was = old[index] if index < len(old) else None
        if change != was:
            if was is not None and change.on != was.on:
                return f"Switched {change.heading()} {'on' if change.on else 'off'}"
            return change.told()
    if before.fit.toile != after.fit.toile:
        return "Changed the toile"
    if before.fit.versions != after.fit.versions:
        return (
            "Kept a version"
            if len(after.fit.versions) > len(before.fit.versions)
            else "Took out a version"
        )
    if before.fit.tolerances != after.fit.tolerances:
        return "Changed what is still let pass"
    return "Changed the fit"


def _cloth(before: Inputs, after: Inputs) -> str:
    old, new = before.cloth, after.cloth
    for role, cloth in new.cloths.items():
        if old.cloths.get(role) != cloth:
            return f"{cloth.name} for the {role}"
    for role, fold in new.folds.items():
        if old.folds.get(role) != fold:
            said = {"single": "in a single layer", "middle": f"with {WORDS[fold]}"}
            return f"The {role} {said.get(fold, WORDS[fold])}"
    for field, words in CLOTH.items():
        if getattr(old, field) != getattr(new, field):
            return words
    if old.step != new.step:
        return f"Shop’s step {new.step}"
    return "Took out a cloth"


def _lay(before: Inputs, after: Inputs) -> str:
    for role, placements in after.lay.placements.items():
        old = {p.item: p for p in before.lay.placements.get(role, ())}
        moved = [p.item for p in placements if old.get(p.item) != p]
        if len(moved) == 1 and len(old) == len(placements):
            return f"Moved piece {moved[0]} on the {role}"
        if moved:
            return f"Laid the {role}"
        if len(old) > len(placements):
            return f"Took a piece off the {role}"
    for field, said in LAY.items():
        if getattr(before.lay, field) != getattr(after.lay, field):
            return said
    if before.lay.motifs_rule != after.lay.motifs_rule:
        return "Motifs rule" if after.lay.motifs_rule else "The net’s direction counts"
    if before.lay.off_grain != after.lay.off_grain:
        return f"Grain may be off by {length_text(after.lay.off_grain)}"
    if before.lay.one_way != after.lay.one_way:
        return "All one way" if after.lay.one_way else "Either way where there is no nap"
    if before.lay.gap != after.lay.gap:
        return f"Cutting gap {length_text(after.lay.gap)}"
    return "Cleared a cloth"


def _cut(before: Inputs, after: Inputs) -> str:
    new = [role for role in after.cut.aware if role not in before.cut.aware]
    if new:
        return f"Cuts the {new[0]} although its lay is not ready"
    return "Changed how it is cut"


def _mark(before: Inputs, after: Inputs) -> str:
    old, new = before.mark, after.mark
    if old.ways != new.ways:
        come = [code for key, code in new.ways.items() if old.ways.get(key) != code]
        return f"Marks by {WAY_WORDS[come[0]]}" if come else "Took the proposed way of marking"
    if len(new.tests) > len(old.tests):
        test = new.tests[-1]
        return f"Tried on a scrap: {WAY_WORDS.get(test.way, test.way)}, {CAME[test.came]}"
    if old.again != new.again:
        return "Marked once more, in another colour"
    if old.kit != new.kit:
        return "Changed what is at hand for marking"
    return "Changed how it is marked"


def _keep(before: Inputs, after: Inputs) -> str:
    if after.keep.filed and not before.keep.filed:
        return f"Filed in box {after.keep.box}, envelope {after.keep.envelope}"
    if before.keep.filed and not after.keep.filed:
        return "Taken out of the register"
    return "Changed the label"
