"""Where a garment lying flat is measured, part by part: one table.

``both``: measured on the left and on the right half, which are averaged. A measure with a ``usual`` share
may be left out; it is then that share of another measure.
"""

from craft.frozen import Frozen


class GarmentMeasure(Frozen):
    """``words``: where the tape lies. ``usual``: (other measure, share) taken when it is left out."""

    name: str
    words: str
    both: bool = True
    usual: tuple[str, float] | None = None


class GarmentPlan(Frozen):
    """A kind of part. ``shared``: measures that its partner has too, of the same seam."""

    name: str
    title: str
    measures: tuple[GarmentMeasure, ...]
    partner: str = ""
    shared: tuple[str, ...] = ()


def _m(name: str, words: str, **more: object) -> GarmentMeasure:
    return GarmentMeasure.model_validate({"name": name, "words": words, **more})


BODY = (
    _m(
        "half neck width",
        "From the centre straight across to where the shoulder seam meets the neck",
    ),
    _m(
        "neck depth",
        "At the centre, from the height of those points down to the neck seam",
        both=False,
    ),
    _m("shoulder", "Along the shoulder seam"),
    _m("shoulder drop", "How far the outer end of the shoulder lies lower than its inner end"),
    _m("half across", "From the centre straight across to the armhole, half way down it"),
    _m(
        "underarm drop",
        "From the outer end of the shoulder straight down to the height of the underarm",
    ),
    _m("half width", "From the centre straight across to the side seam at the underarm"),
    _m("side", "Along the side seam from the underarm to the hem"),
    _m("half hem", "Along the hem from the centre to the side seam"),
    _m("centre", "Down the centre from the neck seam to the hem", both=False),
)
TROUSERS = (
    _m("half waist", "Along the waist from the centre seam to the side seam"),
    _m("crotch drop", "From the waist straight down to the height where the legs part"),
    _m(
        "half hip",
        "Straight across from the centre seam to the side, half way down to where the legs part",
    ),
    _m("thigh", "Straight across one leg where the legs part"),
    _m("knee", "Straight across one leg at the knee", usual=("thigh", 0.8)),
    _m("leg hem", "Along the hem of one leg"),
    _m("outside leg", "Along the side seam from the waist to the hem"),
    _m("inside leg", "Along the inside seam from where the legs part to the hem"),
)

PLANS: tuple[GarmentPlan, ...] = (
    GarmentPlan(name="body front", title="Front", measures=BODY, partner="body back",
                shared=("side", "shoulder")),
    GarmentPlan(name="body back", title="Back", measures=BODY, partner="body front",
                shared=("side", "shoulder")),
    GarmentPlan(name="sleeve", title="Sleeve", measures=(
        _m("length", "From the top of the sleeve, where the shoulder seam meets it, down to the hem"),
        _m("half width", "The folded sleeve straight across at the underarm"),
        _m("cap height", "From the top of the sleeve straight down to the height of the underarm"),
        _m("underarm", "Along the underarm seam"),
        _m("half hem", "The folded sleeve across at the hem"),
    )),
    GarmentPlan(name="trouser front", title="Trouser front", measures=TROUSERS,
                partner="trouser back", shared=("outside leg", "inside leg")),
    GarmentPlan(name="trouser back", title="Trouser back", measures=TROUSERS,
                partner="trouser front", shared=("outside leg", "inside leg")),
    GarmentPlan(name="skirt panel", title="Skirt panel", measures=(
        _m("half waist", "Along the waist from the centre to the side seam"),
        _m("waist drop", "At the centre, how far the waist lies lower than at the side", both=False,
           usual=("hip drop", 0.05)),
        _m("hip drop", "From the waist at the side straight down to the widest place of the hip"),
        _m("half hip", "Straight across from the centre to the side there"),
        _m("half hem", "Along the hem from the centre to the side seam"),
        _m("side", "Along the side seam from the waist to the hem"),
        _m("centre", "Down the centre from the waist to the hem", both=False),
    )),
    GarmentPlan(name="collar", title="Collar", measures=(
        _m("half neck edge", "Along the seam it is sewn on by, from the centre back to its end"),
        _m("depth", "At the centre back, from that seam to the outer edge", both=False),
        _m("front edge", "Along its front end from the seam to the point"),
        _m("half outer edge", "Along the outer edge from the centre back to the point"),
        _m("rise", "How far the front end of the seam lies higher than the centre back when it lies flat",
           usual=("depth", 0.2)),
    )),
    GarmentPlan(name="yoke", title="Yoke", measures=(
        _m("half neck width", "From the centre straight across to where the yoke meets the neck"),
        _m("neck depth", "At the centre, from the height of those points down to the neck seam",
           both=False),
        _m("shoulder", "Along the shoulder edge"),
        _m("shoulder drop", "How far the outer end of the shoulder lies lower than its inner end"),
        _m("armhole edge", "Along the armhole edge of the yoke"),
        _m("half width", "Along the lower seam from the centre to the armhole"),
        _m("centre", "Down the centre from the neck to the lower seam", both=False),
    )),
    GarmentPlan(name="band", title="Band", measures=(
        _m("half length", "From the centre back along it to its end"),
        _m("depth", "Across it, as finished", both=False),
    )),
)  # fmt: skip
BY_PART = {plan.name: plan for plan in PLANS}
