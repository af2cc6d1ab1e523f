"""How each way of marking is done, in a sentence made from its case: nothing is named that is not there.

Source of the rules: the table of ways (``ways.py``); the fold decides where a side is reached and where
the carbon goes.
"""

from craft.mark.case import Case
from craft.pattern.marks import DARTS, MarkKind

POINTS_ONLY: tuple[MarkKind, ...] = ("dot", "circle", "notch", "gathers")


def after_fusing(said: str, case: Case) -> str:
    """What is done, with what comes before where the piece is fused first."""
    if not case.fused:
        return said
    each = "half" if case.halves else "piece"
    on = f"on each {each} by itself" if case.pieces > 1 else "on the fused piece"
    return f"After fusing, {on}, the paper laid on again: {said[:1].lower()}{said[1:]}"


def _worked_on(case: Case, both: str) -> str:
    """What is worked on: ``both`` layers in these words, or the one that is marked alone; "" for a single
    one."""
    if case.which:
        return f"the {case.which} alone"
    return both if case.lie == 2 else ""


def _at(kind: MarkKind) -> str:
    """Where pins go through."""
    if kind in ("dot", "circle", "notch"):
        return ""
    if kind == "dart":
        return " at the point and at the end of each leg"
    if kind == "double dart":
        return " at both points and at both sides"
    return (
        " at each end and corner"
        if kind in ("placement", "stitching line", "casing")
        else " at both ends"
    )


def _pinned(case: Case, do: str) -> str:
    """A pin through all that lies there, and what is done where it comes out on the side to be marked.
    ``do``: a verb that takes what it is done to (“chalk”, “dot”)."""
    through = "both layers" if case.lie == 2 else "the cloth"
    return f"Push a pin through {through}{_at(case.kind)}, {_out_of_it(case, do)}"


def _out_of_it(case: Case, do: str) -> str:
    if case.lie == 1:
        if case.reached() == "under the paper":
            return f"lift the paper and {do} the {case.side} at the pin"
        return f"turn the cloth over and {do} the {case.side} where the pin comes out"
    if case.reached() == "between":
        what = "both at the pin" if case.both else f"the {case.which} alone at the pin"
        return f"part the layers and {do} {what}, between them, on the {case.side}"
    if case.both:
        return (
            f"lift the paper and {do} the upper layer at the pin; turn both over and {do} the lower one "
            f"where it comes out, each on its {case.side}"
        )
    if case.which == "lower layer":
        return f"turn both layers over and {do} the lower layer alone where it comes out"
    if case.which == "upper layer":
        return f"lift the paper and {do} the upper layer alone at the pin"
    return f"and {do} the {case.which} alone, on its {case.side}"


def _joined(case: Case) -> str:
    """How dots become the line."""
    if case.kind in POINTS_ONLY:
        return ""
    if case.kind in DARTS:
        legs = "the legs" if case.kind == "dart" else "the four sides"
        return f"; join the dots into {legs} with a ruler" if case.joined else "; leave the dots"
    return "; join the dots in a smooth line" if case.bent else "; join the dots with a ruler"


def chalk(case: Case) -> str:
    """A pin through, and chalk."""
    return f"{_pinned(case, 'chalk')}{_joined(case)}."


def pen(case: Case) -> str:
    """A pin through, and ink."""
    return f"{_pinned(case, 'dot')}{_joined(case)}."


def snip(case: Case) -> str:
    """Into the allowance."""
    on = _worked_on(case, "both layers at once")
    return f"Snip {on + ' ' if on else ''}into the allowance, at most half of its width."


def _through(case: Case) -> str:
    """What is cut through, where that is not all there is."""
    if case.which:
        return f", on the {case.which} alone"
    return ", through both layers" if case.lie == 2 else ""


def outward(case: Case) -> str:
    """A triangle left standing."""
    return f"Cut a small triangle outward, beyond the cutting line{_through(case)}."


def wedge(case: Case) -> str:
    """A notch cut in."""
    return f"Cut a small wedge into the allowance, at most half of its width{_through(case)}."


def thread_tracing(case: Case) -> str:
    """A basted line."""
    on = _worked_on(case, "each layer by itself, parted")
    where = f" on {on}" if on else ""
    return (
        f"Baste along the line{where} with a single thread in a clear colour, a small backstitch at "
        "both ends."
    )


def carbon_lies(case: Case) -> str:
    """Where the carbon goes so that it marks the side that is to be marked, of the layers that are."""
    if case.reached() == "between":
        if case.both:
            return (
                "Carbon between the layers: one sheet folded with its colour outside, or two back to "
                "back."
            )
        up = {"upper layer": "up", "lower layer": "down"}.get(case.which)
        return (
            f"Carbon between the layers, its colour {up}: only the {case.which} takes it." if up
            else f"Carbon between the layers, its colour against the {case.which}."
        )  # fmt: skip
    if case.both:
        return (
            "Carbon outside both layers: one sheet under the cloth with its colour up, one under the paper "
            "with its colour down."
        )
    if case.which and case.which not in ("upper layer", "lower layer"):
        return f"Carbon outside the {case.which} alone, its colour against it."
    below = case.which == "lower layer" or case.reached() == "underneath"
    if below:
        what = "the lower layer" if case.lie == 2 else "the cloth"
        lies = f": only {what} takes it" if case.lie == 2 else f": its {case.side} lies down"
        return f"Carbon under {'both layers' if case.lie == 2 else what}, its colour up{lies}."
    only = ": only the upper layer takes it" if case.lie == 2 else ""
    return f"Carbon under the paper, its colour down{only}."


def carbon(case: Case) -> str:
    """A wheel over carbon."""
    if case.kind in ("dot", "circle"):
        run = "Run the wheel in a small cross over the dot"
    elif case.kind == "dart":
        run = "Run the wheel along both legs, a ruler beside it"
    elif case.kind == "double dart":
        run = "Run the wheel along the four sides, a ruler beside it"
    else:
        run = "Run the wheel along the line, " + (
            "a ruler beside its straight stretches" if case.bent else "a ruler beside it"
        )
    return f"{run}. {carbon_lies(case)}"


def tacks(case: Case) -> str:
    """Slack loops, cut."""
    along = _along(case.kind)
    if case.both:
        return f"Double thread, slack loops through both layers{along}; part the layers and snip between."
    if case.which == "lower layer":
        return (
            "Turn the upper layer back at a pin. Double thread, slack loops through the lower layer "
            f"alone{along}; snip them on top."
        )
    if case.which:
        return (
            f"Double thread, slack loops through the {case.which} alone{along}; snip them on top."
        )
    return f"Double thread, small stitches with slack loops{along}; snip the loops on top."


def _along(kind: MarkKind) -> str:
    """What a thread or a wheel goes along."""
    if kind in ("dot", "circle", "notch"):
        return ""
    if kind == "gathers":
        return " at both ends"
    return {"dart": " along both legs", "double dart": " along the four sides"}.get(
        kind, " along the line"
    )


def stitch(case: Case) -> str:
    """A knotted stitch."""
    on = _worked_on(case, "each layer")
    return f"One small stitch with a knot{', on ' + on if on else ''}."


def _on_side(case: Case) -> str:
    """The side that is drawn on, of the layers that are."""
    if case.which:
        return f"on the {case.side} of the {case.which} alone"
    return f"on the {case.side}{' of each' if case.both else ''}"


def awl(case: Case) -> str:
    """A hole that closes."""
    through = "both layers" if case.lie == 2 else "cloth"
    return (
        f"Push the awl through paper and {through} between the threads; chalk a dot where it closes, "
        f"{_on_side(case)}."
    )


def spiked(case: Case) -> str:
    """Holes in a row."""
    through = "both layers" if case.lie == 2 else "cloth"
    return (
        f"Run the spiked wheel straight through paper and {through}{_along(case.kind)}; draw over its "
        f"holes {_on_side(case)}."
    )


def slit(case: Case) -> str:
    """A copy folded back along its leg."""
    other = " Lay it face down for the other layer." if case.both else ""
    return (
        f"Slit a copy along one leg, fold it back and draw along the fold, {_on_side(case)}; then the "
        f"other leg.{other}"
    )
