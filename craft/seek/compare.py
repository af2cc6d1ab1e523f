"""One search over several variants: ways of folding and widths, compared by what must be bought."""

from collections.abc import Iterator

from craft.errors import CraftError
from craft.lay.table import Table
from craft.seek.case import Case, Effort
from craft.seek.depths import with_depths
from craft.seek.known_lays import KnownLays
from craft.seek.search import lays_for_the_rest
from craft.seek.search_result import SearchResult
from craft.seek.task import Tried, Variant

CUT_ALREADY = "Some pieces are cut already, so the cloth stays folded as it is."


def compare(
    case: Case,
    variants: tuple[Variant, ...],
    effort: Effort,
    known: KnownLays | None = None,
    rounds: int | None = None,
) -> Iterator[tuple[Tried, ...]]:
    """Try every variant for an equal share of the time; yields all of them whenever one got better. What is
    found for one also counts for every other it satisfies. ``known``: lays found before; ``rounds``: how
    much is searched for each at most."""
    known = known or known_lays(case)
    variants = tuple(each for variant in variants for each in with_depths(case, variant))
    tried = {variant: Tried(variant=variant) for variant in variants}
    tables: dict[Variant, Table] = {}

    def found(variant: Variant, sought: SearchResult) -> Tried:
        takes = tables[variant].takes(sought.length)
        return Tried(variant=variant, sought=sought, takes=takes, buy=case.to_buy(takes))

    for variant in variants:
        if not effort.keep_going():
            break
        if case.inputs.cut.get(case.role) and not case.lying_now(variant):
            tried[variant] = Tried(variant=variant, refused=CUT_ALREADY)
            yield tuple(tried.values())
            continue
        held = case.held(variant)
        share = effort.share(1 / len(variants))
        try:
            table = tables[variant] = case.table(variant)
            for sought in lays_for_the_rest(
                table,
                case.placements,
                seed=effort.seed,
                rounds=share.rounds if rounds is None else rounds,
                pinned=case.pins if case.lying_now(variant) else (),
                keep_going=share.clock(),
                start=known.best_for(table, held),
            ):
                tried[variant] = found(variant, sought)
                yield tuple(tried.values())
        except CraftError as error:
            tried[variant] = Tried(variant=variant, refused=error.sentence)
            yield tuple(tried.values())
            continue
        best = tried[variant].sought
        if best is not None:
            known.add(table, best.placements)
            for other, before in tables.items():
                sought_there = tried[other].sought
                if other == variant or sought_there is None:
                    continue
                shorter = known.best_for(before, case.held(other), than=sought_there.length)
                if shorter is not None:
                    tried[other] = found(other, shorter)
                    yield tuple(tried.values())


def known_lays(case: Case) -> KnownLays:
    """What is known before anything is searched for: the lay as it is."""
    known = KnownLays()
    known.add(case.table(), case.placements)
    return known
