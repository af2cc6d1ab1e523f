"""How far the laying has come, and what a lay rests on."""

from craft.lay.result import ClothLay
from craft.thread import Facts, Knot, Thread, first_fault
from craft.thread.keys import laid as key


def lay_facts(lay: ClothLay, garment: Facts) -> Facts:
    """What a lay of that cloth rests on; ``garment``: size, allowance, length, and the pattern where it was
    mended since."""
    mended: Facts = {"pattern": garment["pattern"]} if "pattern" in garment else {}
    return {
        "size": garment["size"],
        "allowance": garment["allowance"],
        "length": garment["length"],
        "cloth": lay.cloth.name if lay.cloth else "no cloth",
        "fold": lay.fold,
        **mended,
    }


def lay_knot(lays: tuple[ClothLay, ...], thread: Thread, garment: Facts) -> Knot:
    """Done when every piece lies without fault on every cloth, as it is now."""
    for lay in lays:
        tick = thread.tick(key(lay.role), lay_facts(lay, garment))
        if tick.state == "look" and lay.placed:
            return Knot(stage="lay", state="look", why=f"The {lay.role} lay: {tick.why}")
    if lays and all(lay.complete for lay in lays):
        return Knot(stage="lay", state="done", why="Every piece lies without fault.")
    laid = [lay for lay in lays if lay.placed]
    fault = first_fault(finding for lay in laid for finding in lay.findings)
    if fault:
        return Knot(stage="lay", state="half", why=fault)
    missing = ", ".join(lay.role for lay in lays if not lay.placed)
    return Knot(stage="lay", state="half" if laid else "open", why=f"Not laid yet: {missing}.")
