"""What a person decides about the lay."""

from typing import Annotated

from pydantic import AfterValidator, Field

from craft.frozen import Frozen
from craft.lay.items import piece_of
from craft.lay.matching import MatchInputs
from craft.lay.permissions import Permission
from craft.lay.placing import Placement
from craft.pattern.piece import Role

Keys = Annotated[
    tuple[Annotated[str, Field(min_length=1, max_length=20)], ...], Field(max_length=400)
]


def _each_once(placements: tuple[Placement, ...]) -> tuple[Placement, ...]:
    """Every piece lies once: where it was put last."""
    return tuple({placement.item: placement for placement in placements}.values())


MOST_PLACED = 400
Placements = Annotated[
    tuple[Placement, ...], Field(max_length=MOST_PLACED), AfterValidator(_each_once)
]


class LayRules(Frozen):
    """By what rules pieces lie. ``liberties``: what single pieces may do beyond them, by number; ``match``:
    how stripes are matched; ``one_way``: lay everything one way always, nap or not (a school). ``joins``:
    pieces joined from two lengths, by number; ``elsewhere``: pieces cut from another cloth than this;
    ``narrow``: cloths whose hems are taken narrow; ``scallop``: how deep a straight hem line lies in the
    border of a cloth (mm): no hem is sewn there. ``motifs_rule``: the direction of a net counts for nothing
    beside its motifs (a school); ``off_grain``: by how much grain ends 50 cm apart may differ (mm).
    """

    liberties: Annotated[dict[int, Permission], Field(max_length=100)] = {}
    match: MatchInputs = MatchInputs()
    one_way: bool = False
    joins: Annotated[tuple[int, ...], Field(max_length=40)] = ()
    elsewhere: dict[Role, Annotated[tuple[int, ...], Field(max_length=40)]] = {}
    narrow: tuple[Role, ...] = ()
    scallop: dict[Role, Annotated[float, Field(ge=0, le=1_000)]] = {}
    motifs_rule: bool = False
    off_grain: Annotated[float, Field(ge=0.5, le=25)] = 2.0


class LayInputs(LayRules):
    """Where the pieces lie on each cloth; ``gap``: room for the shears between pieces (mm). ``pins``:
    placements the search leaves where they are. ``cut``: what is cut out already, and ``squared``: the
    cloth was cut straight across behind it."""

    placements: dict[Role, Placements] = {}
    gap: Annotated[float, Field(ge=0, le=50)] = 3.0
    pins: dict[Role, Keys] = {}
    cut: dict[Role, Keys] = {}
    squared: tuple[Role, ...] = ()


def face_down(inputs: LayInputs) -> tuple[int, ...]:
    """The numbers of all pieces that lie with the paper's printed side down, on any cloth."""
    return tuple(
        sorted(
            {
                piece_of(placement.item)
                for placements in inputs.placements.values()
                for placement in placements
                if placement.over
            }
        )
    )
