"""How many pieces of cloth come out of a paper one, and what becomes of that when it is divided, joined or
opened.

Source of the rule: the sewn garment has the same area of cloth as before, whatever paper it is cut from.
``Cut.count`` counts pieces of cloth: a pair is two, what lies on the fold opens out to one. A half drawn to
a fold therefore comes out twice for every piece that is cut on it.
"""

from typing import NamedTuple

from craft.errors import CraftError
from craft.pattern.piece import ROLES, Cut, Role, Shape


def copies(cut: Cut) -> int:
    """How often the drawn outline comes out in cloth.

    >>> copies(Cut(role="main", count=1, on_fold=True))
    2
    >>> copies(Cut(role="main", count=2, pair=True))
    2
    """
    return cut.count * (2 if cut.on_fold else 1)


def cut_as(cut: Cut, drawn: int, *, on_fold: bool, pair: bool) -> Cut:
    """The entry for an outline that comes out ``drawn`` times."""
    count = drawn // 2 if on_fold else drawn
    return cut.model_copy(update={"count": count, "on_fold": on_fold, "pair": pair})


def put_on_fold(cuts: tuple[Cut, ...]) -> tuple[Cut, ...]:
    """The cuts of a piece one edge of which turns out to be a fold: of a pair both halves hang together,
    and what was cut as it is opens out.

    >>> (cut,) = put_on_fold((Cut(role="main", count=2, pair=True),))
    >>> cut.count, cut.on_fold, cut.pair
    (1, True, False)
    """
    return tuple(
        cut if cut.on_fold
        else cut.model_copy(
            update={"count": max(1, cut.count // 2) if cut.pair else cut.count, "pair": False,
                    "on_fold": True}
        )
        for cut in cuts
    )  # fmt: skip


def halves_cut_alone(cuts: tuple[Cut, ...], shape: Shape) -> tuple[Cut, ...]:
    """Cuts that contradict the outline: it is drawn to a fold, where no allowance is, but they are not laid
    on one, so that only halves come out."""
    return tuple(cut for cut in cuts if not cut.on_fold) if has_fold(shape) else ()


def cuts_of_part(cuts: tuple[Cut, ...], part: Shape) -> tuple[Cut, ...]:
    """The cuts of a part of a piece: what does not reach the fold any more is cut as pairs."""
    if has_fold(part):
        return cuts
    return tuple(
        cut_as(cut, copies(cut), on_fold=False, pair=True) if cut.on_fold else cut for cut in cuts
    )


def opened_cuts(cuts: tuple[Cut, ...]) -> tuple[Cut, ...]:
    """The cuts of a half that was opened out: once for each time it was cut on the fold, and once for two
    halves.

    >>> (cut,) = opened_cuts((Cut(role="main", count=1, on_fold=True),))
    >>> cut.count, cut.on_fold
    (1, False)
    """
    return tuple(
        cut_as(cut, copies(cut) // 2, on_fold=False, pair=False) if copies(cut) % 2 == 0 else cut
        for cut in cuts
    )


class JoinedCuts(NamedTuple):
    """The cuts of a piece made of two, and what of either is cut alone all the same: from cloths that the
    other one is not cut from."""

    joined: tuple[Cut, ...]
    first: tuple[Cut, ...]
    second: tuple[Cut, ...]


def cuts_joined(
    one: tuple[Cut, ...], two: tuple[Cut, ...], *, fold: bool, who: tuple[str, str]
) -> JoinedCuts:
    """The cuts after two pieces became one. ``fold``: the joined piece is drawn to a fold; ``who``: their
    names in a sentence. Raises CraftError where one of them comes out more often than the other: they are
    not sewn one to one."""
    joined = []
    for role in ROLES:
        mine, theirs = _drawn(one, role), _drawn(two, role)
        if not mine or not theirs:
            continue
        if mine != theirs:
            raise CraftError(
                f"{who[0]} comes out {_times(mine)} from the {role} and {who[1]} {_times(theirs)}: they "
                "are not sewn one to one, so they cannot be one piece."
            )
        those = [cut for cut in (*one, *two) if cut.role == role]
        on_fold = fold and any(cut.on_fold for cut in those) and mine % 2 == 0
        pair = not on_fold and any(cut.pair or cut.on_fold for cut in those)
        joined.append(cut_as(those[0], mine, on_fold=on_fold, pair=pair))
    if not joined:
        raise CraftError(f"{who[0]} and {who[1]} are not cut from one cloth.")
    both = {cut.role for cut in joined}
    return JoinedCuts(
        tuple(joined),
        tuple(cut for cut in one if cut.role not in both),
        tuple(cut for cut in two if cut.role not in both),
    )


def has_fold(shape: Shape) -> bool:
    """Whether a piece is drawn to a fold."""
    return any(edge.kind == "fold" for edge in shape.edges)


def _drawn(cuts: tuple[Cut, ...], role: Role) -> int:
    return sum(copies(cut) for cut in cuts if cut.role == role)


def _times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")
