"""What every measure of a cloth is, washed and not yet: each was taken once, before or after the wash.

Places on cloth shrink with it: along by what the length loses, across by what the width loses. What is laid
lies on washed cloth, so everything before a lay goes through ``as_washed``.
"""

from craft.cloth.cloth import MEASURES, Cloth, Measure, Outline, Repeat, When
from craft.cloth.shrinking import shrinkage


def when_measured(cloth: Cloth, measure: Measure) -> When:
    """When a measure was taken: as it says, or as the cloth lies now."""
    return cloth.measured.get(measure, now(cloth))


def now(cloth: Cloth) -> When:
    """How the cloth lies now."""
    return "after" if cloth.washed else "before"


def given(cloth: Cloth) -> tuple[Measure, ...]:
    """The measures that a cloth has."""
    there = {
        "width": True,
        "owned": cloth.owned is not None,
        "repeat": bool(cloth.repeat.along or cloth.repeat.across),
        "flaws": bool(cloth.flaws),
        "remnant": cloth.remnant is not None,
        "motifs": bool(cloth.motifs),
        "border": cloth.border != "none" and cloth.border_depth > 0,
    }
    return tuple(measure for measure in MEASURES if there[measure])


def as_washed(cloth: Cloth) -> Cloth:
    """The cloth with every measure as it is after washing (mm); what it loses is still known, for more of
    it that is bought."""
    return _all_as(cloth, "after").model_copy(update={"washed": True})


def as_it_lies(cloth: Cloth) -> Cloth:
    """The cloth with every measure as it is now, washed or not (mm)."""
    return _all_as(cloth, now(cloth))


def from_the_shop(cloth: Cloth, width: float) -> Cloth:
    """More of a cloth, so wide (mm): as it is sold it is whole, and not washed."""
    repeat, border = (when_measured(cloth, measure) for measure in ("repeat", "border"))
    return cloth.model_copy(
        update={"width": width, "askew": 0.0, "owned": None, "remnant": None, "flaws": (), "motifs": (),
                "washed": False, "measured": {"repeat": repeat, "border": border}}
    )  # fmt: skip


def rewritten(old: Cloth, new: Cloth) -> Cloth:
    """A cloth that is written down anew, each measure still known as it was taken.

    Washing changes no number that was read before it. A number read anew is one of the cloth as it lies;
    flaws and motifs are read one by one, so those that stay are reckoned over to the new ones' state.
    """
    said = dict(new.measured)
    for measure in MEASURES:
        if said.get(measure) != old.measured.get(measure):
            continue  # said by hand
        was = when_measured(old, measure)
        said[measure] = was
        if _read(old, measure) != _read(new, measure) and new.washed:
            said[measure] = "after"
            if was == "before" and measure in ("flaws", "motifs"):
                new = _kept_places(old, new, measure)
    here = given(new)
    said = {each: when for each, when in said.items() if each in here and when != now(new)}
    return new.model_copy(update={"measured": said})


def _all_as(cloth: Cloth, when: When) -> Cloth:
    lost = shrinkage(cloth)
    along, across = lost.along.value, lost.across.value

    def by(measure: Measure) -> tuple[float, float]:
        taken = when_measured(cloth, measure)
        if taken == when:
            return 1.0, 1.0
        return (1 - along, 1 - across) if when == "after" else (1 / (1 - along), 1 / (1 - across))

    update: dict[str, object] = {"measured": {}}
    x, y = by("width")
    update |= {"width": cloth.width * y, "selvedge": cloth.selvedge * y, "askew": cloth.askew * y}
    x, y = by("owned")
    update["owned"] = None if cloth.owned is None else cloth.owned * x
    x, y = by("repeat")
    update["repeat"] = _scaled_repeat(cloth.repeat, x, y)
    x, y = by("flaws")
    update["flaws"] = tuple(_scaled(flaw, x, y) for flaw in cloth.flaws)
    x, y = by("remnant")
    update["remnant"] = None if cloth.remnant is None else _scaled(cloth.remnant, x, y)
    x, y = by("motifs")
    update["motifs"] = _scaled(cloth.motifs, x, y)
    x, y = by("border")
    update["border_depth"] = cloth.border_depth * y
    return cloth.model_copy(update=update)


def _scaled(ring: Outline, x: float, y: float) -> Outline:
    return tuple((along * x, across * y) for along, across in ring)


def _scaled_repeat(repeat: Repeat, x: float, y: float) -> Repeat:
    return repeat.model_copy(
        update={"along": repeat.along * x, "from_end": repeat.from_end * x,
                "across": repeat.across * y, "from_edge": repeat.from_edge * y}
    )  # fmt: skip


def _read(cloth: Cloth, measure: Measure) -> object:
    """The numbers of a measure."""
    if measure == "width":
        return cloth.width, cloth.selvedge, cloth.askew
    if measure == "border":
        return cloth.border_depth
    return getattr(cloth, measure)


def _kept_places(old: Cloth, new: Cloth, measure: Measure) -> Cloth:
    """The places that stay, as they are after washing, beside those that are new."""
    lost = shrinkage(new)
    x, y = 1 - lost.along.value, 1 - lost.across.value
    if measure == "motifs":
        places = tuple(_scaled((at,), x, y)[0] if at in old.motifs else at for at in new.motifs)
        return new.model_copy(update={"motifs": places})
    flaws = tuple(_scaled(flaw, x, y) if flaw in old.flaws else flaw for flaw in new.flaws)
    return new.model_copy(update={"flaws": flaws})
