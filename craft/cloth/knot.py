"""How far the choice of cloths has come."""

from craft.cloth.result import KnownCloth
from craft.thread import Knot, first_fault


def cloth_knot(cloths: tuple[KnownCloth, ...]) -> Knot:
    """Done with a cloth for every role and no fault."""
    fault = first_fault(finding for known in cloths for finding in known.findings)
    if fault:
        return Knot(stage="cloth", state="half", why=fault)
    missing = [known.role for known in cloths if not known.cloth]
    if not missing:
        return Knot(stage="cloth", state="done", why="A cloth for every piece.")
    begun = len(missing) < len(cloths)
    why = f"No cloth yet for: {', '.join(missing)}."
    return Knot(stage="cloth", state="half" if begun else "open", why=why)
