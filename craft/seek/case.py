"""What is to be laid, and how much searching it may take: every comparison and trial works on these."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from time import monotonic

from craft.cloth import Cloth, ClothInputs, Step, fold_of, shows_right_side, spread, to_buy
from craft.cloth.usual import usual_cloth
from craft.cloth.washing import as_washed, from_the_shop
from craft.cloth.yardage import reach_of, washed_width
from craft.errors import CraftError
from craft.fit import Fitted
from craft.lay.inputs import LayInputs
from craft.lay.permissions import granted
from craft.lay.pieces_to_lay import check_joins, joined, without
from craft.lay.placing import Placement
from craft.lay.spreading import spread_out
from craft.lay.table import Table
from craft.measure import Figure
from craft.pattern.piece import Role
from craft.seek.task import Variant


@dataclass(frozen=True)
class Case:
    """One role's pieces to lay on the cloth ``owned``. ``now``: how the cloth lies; ``step``: how the shop
    cuts; ``out``: it was chosen to lie right side out."""

    role: Role
    owned: Cloth
    fitted: Fitted
    inputs: LayInputs = field(default_factory=LayInputs)
    now: Variant = field(default_factory=Variant)
    step: Step = "10 cm"
    out: bool = False

    def table(self, variant: Variant | None = None) -> Table:
        """The table with the cloth lying that way (none: as it lies now)."""
        variant = variant or self.now
        cloth, inputs, fitted = self.cloth(variant), self.inputs, self.fitted
        if "nap" in variant.without:
            inputs = inputs.model_copy(update={"one_way": False})
        if variant.allowing:
            liberties = inputs.liberties
            for number, name in variant.allowing:
                if name == "join" or name == "other cloth":
                    fitted = self._other(fitted, number, join=name == "join")
                else:
                    liberties = granted(liberties, number, name)
            inputs = inputs.model_copy(update={"liberties": liberties})
        if "matching" in variant.without:
            match = inputs.match.model_copy(update={"off": True})
            inputs = inputs.model_copy(update={"match": match})
        out = shows_right_side(self.owned, variant.fold, self.out)
        on_table = spread(washed_width(cloth).value, variant.fold, variant.depth, out=out)
        return spread_out(self.role, cloth, on_table, self.reach(variant), fitted, inputs)

    def _other(self, fitted: Fitted, number: int, *, join: bool) -> Fitted:
        """One piece joined from two lengths, or no longer cut from this cloth."""
        if not join:
            return without(fitted, number, self.role)
        check_joins(fitted, (number,))
        return joined(fitted, number) or fitted

    def reach(self, variant: Variant) -> float | None:
        """How much of the cloth is owned (mm, washed); None while it is still to be bought."""
        return reach_of(as_washed(self.cloth(variant)))

    def cloth(self, variant: Variant) -> Cloth:
        """The cloth as the variant takes it: of another width it is new; its nap may be disregarded."""
        cloth = self.owned
        if variant.width is not None:
            cloth = from_the_shop(cloth, variant.width)
        if "nap" in variant.without:
            cloth = cloth.model_copy(update={"nap": False, "nap_unsure": False})
        return cloth

    def lying_now(self, variant: Variant) -> bool:
        """Whether the cloth lies so now: only then pinned and cut pieces are where they are."""
        return variant.fold == self.now.fold and variant.width is None

    @property
    def placements(self) -> tuple[Placement, ...]:
        """Where the pieces lie now."""
        return self.inputs.placements.get(self.role, ())

    @property
    def pins(self) -> tuple[Placement, ...]:
        """The placements the person wants left where they are."""
        kept = self.inputs.pins.get(self.role, ())
        return tuple(p for p in self.placements if p.item in kept)

    def held(self, variant: Variant) -> tuple[Placement, ...]:
        """What keeps its place in a variant, pinned or cut out already; nothing where the cloth lies
        another way."""
        if not self.lying_now(variant):
            return ()
        kept = (*self.inputs.pins.get(self.role, ()), *self.inputs.cut.get(self.role, ()))
        return tuple(p for p in self.placements if p.item in kept)

    def to_buy(self, takes: float) -> Figure:
        """What to buy for a lay of that length (mm of cloth)."""
        return to_buy(takes, self.owned, self.step)


def case_of(
    role: Role, fitted: Fitted, cloths: ClothInputs, inputs: LayInputs, *, any_width: bool = False
) -> Case:
    """The role's pieces and cloth as they are now; ``any_width``: only widths of a shop are asked for,
    which needs no cloth. Raises CraftError without a cloth to lay on."""
    owned = cloths.cloths.get(role) or (usual_cloth(role) if any_width else None)
    if owned is None:
        raise CraftError(f"Choose a cloth for the {role} first.", "role")
    now = Variant(fold=fold_of(role, cloths), depth=cloths.depths.get(role))
    out = role in cloths.out
    return Case(role, owned, fitted, inputs, now=now, step=cloths.step, out=out)


@dataclass(frozen=True)
class Effort:
    """How long to search (s), from which seed, and whether to go on. ``now``: the clock that counts (s): a
    search that shares the machine with others counts its own turns only. ``pace``: no more rounds of the
    search than so many for each second, where a lay need not be the best."""

    seconds: float
    seed: int = 1
    keep_going: Callable[[], bool] = lambda: True
    now: Callable[[], float] = monotonic
    pace: float | None = None

    @property
    def rounds(self) -> int | None:
        """How many rounds it may be at most, none where there is little time (a first lay is found and
        pushed together all the same); None where the clock alone counts.

        >>> Effort(5.0, pace=0.5).rounds, Effort(0.2, pace=1.0).rounds, Effort(5.0).rounds
        (2, 0, None)
        """
        return None if self.pace is None else int(self.seconds * self.pace)

    def share(self, of_it: float) -> "Effort":
        """That share of the time."""
        return replace(self, seconds=self.seconds * of_it)

    def clock(self) -> Callable[[], bool]:
        """Begins now: says True until the time is over, or somebody else says stop."""
        until = self.now() + self.seconds
        return lambda: self.keep_going() and self.now() < until
