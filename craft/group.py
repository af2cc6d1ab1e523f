"""What several makings need together: paper to trace on, and cloth by role."""

from craft.cloth import KnownCloth
from craft.frozen import Frozen
from craft.lay import RoleLay
from craft.making import Making
from craft.measure import Figure, area_text, buy_text, cloth_text, length_text
from craft.pattern.piece import ROLES, Role
from craft.sheets import out_pieces
from craft.trace.paper import PaperInputs, plan_paper

# A cloth that is not chosen yet is taken to be this wide (mm).
USUAL_WIDTH = 1_400.0


class Need(Frozen):
    """A length of one role's cloth: what the lay takes, or (``laid`` false) what the bare area
    needs at the least; of a cloth of USUAL_WIDTH while none is chosen."""

    role: Role
    cloth: str
    length: Figure
    laid: bool


class Total(Frozen):
    """One role's cloth for everybody. ``open``: people for whom it is not laid yet."""

    role: Role
    length: Figure
    open: int


def paper_needed(made: Making, paper: PaperInputs) -> Figure:
    """The length of roll to trace every piece of a making (mm)."""
    roll = paper.model_copy(update={"kind": "roll"})
    pieces = tuple(piece.on_paper for piece in out_pieces(made.traced, made.fitted, None))
    return plan_paper(pieces, roll).needed


def cloth_needed(made: Making) -> tuple[Need, ...]:
    """The cloth of every role of a making."""
    return tuple(map(_need, made.cloths, made.lays))


def together(name: str, parts: tuple[Figure, ...]) -> Figure:
    """Lengths added up (mm)."""
    total = sum(part.value for part in parts)
    terms = " + ".join(cloth_text(part.value) for part in parts) or "nothing yet"
    said = buy_text(total)
    return Figure(name=name, value=total, text=said, working=(f"{terms} = {cloth_text(total)}",))


def totals(needs: tuple[Need, ...]) -> tuple[Total, ...]:
    """Everybody's needs added up, role by role."""
    made = []
    for role in ROLES:
        mine = [need for need in needs if need.role == role]
        if mine:
            made.append(
                Total(
                    role=role,
                    length=together(role, tuple(need.length for need in mine)),
                    open=sum(not need.laid for need in mine),
                )
            )
    return tuple(made)


def _need(known: KnownCloth, lay: RoleLay) -> Need:
    laid = lay.complete and lay.buy is not None
    needed = lay.buy if laid and lay.buy else known.least or _assumed(known.area)
    return Need(
        role=known.role, cloth=known.cloth.name if known.cloth else "", length=needed, laid=laid
    )


def _assumed(mm2: float) -> Figure:
    value = mm2 / USUAL_WIDTH
    return Figure(
        name="at the very least",
        value=value,
        text=buy_text(value),
        working=(
            f"area of all pieces {area_text(mm2)} ÷ {length_text(USUAL_WIDTH)}, a usual width; "
            f"no cloth is chosen yet = {cloth_text(value)}",
        ),
    )
