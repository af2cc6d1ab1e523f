"""Does it fit? The cloth owned against the lay, and which change would make it fit.

Nothing here is estimated: each change is made to the pieces, the fold or the rules, and the search
lays everything again, beginning from the lays that are known already. Where no single change is enough, two
are tried together, those that cost least first.
"""

from collections.abc import Iterator

from craft.errors import CraftError
from craft.lay.table import Table
from craft.measure import Figure, left_text, length_text
from craft.seek.attempts import Attempt, attempts, pairs
from craft.seek.case import Case, Effort
from craft.seek.compare import known_lays
from craft.seek.picture import picture_of
from craft.seek.search import lays_for_the_rest
from craft.seek.search_result import SearchResult
from craft.seek.task import FitOption, Fits

# The shares of the time the lay itself and the single changes get; two together have what is left.
OWN_SHARE, SINGLE_SHARE = 0.4, 0.4
# Of cloth that lies another way no lay is known: such a change gets more time than others.
NEW_LAYS, AFRESH = ("fold", "join"), 2
MOST_PAIRS, LEAST_PAIRS = 8, 3
ROUNDED = 1e-6


class _Search:
    """One cloth and its pieces, with all the lays that were found so far."""

    def __init__(self, case: Case, effort: Effort, rounds: int | None) -> None:
        self.case, self.effort, self.rounds = case, effort, rounds
        self.known = known_lays(case)
        reach = case.reach(case.now)
        if reach is None:
            raise CraftError("Write under Cloth how much of it there is.", "owned")
        self.have = Figure(name="owned, after washing", value=reach, text=length_text(reach))

    def lays(self, case: Case, table: Table, share: float) -> Iterator[SearchResult]:
        """Better and better lays of a case; the last is known from then on."""
        best = None
        # A change may move anything but what is cut out already.
        same = case is self.case
        held = case.held(case.now) if same else ()
        effort = self.effort.share(share)
        for best in lays_for_the_rest(
            table, case.placements, seed=effort.seed,
            rounds=effort.rounds if self.rounds is None else self.rounds,
            pinned=case.pins if same else (), keep_going=effort.clock(),
            start=self.known.best_for(table, held),
        ):  # fmt: skip
            yield best
        if best is not None:
            self.known.add(table, best.placements)

    def short(self, table: Table, sought: SearchResult) -> float:
        """How much cloth a lay lacks (mm, negative: left over)."""
        return table.takes(sought.length) - self.have.value

    def tried(self, attempt: Attempt, share: float, without_it: float | None) -> FitOption | None:
        """What came of a change; None where nothing could be laid so."""
        case = attempt.made(self.case)
        if case is None:
            return None
        best = None
        try:
            table = case.table()
            for best in self.lays(case, table, share):  # noqa: B007
                pass
        except CraftError:
            return None
        if best is None:
            return None
        short = self.short(table, best)
        fits = short <= ROUNDED
        change = attempt.change
        return FitOption(
            kind=change.kind, what=attempt.what, because=attempt.because, piece=change.piece,
            fold=case.now.fold, depth=case.now.depth, besides=attempt.besides, fits=fits, short=short,
            sought=best, picture=picture_of(table, best), saves=_saves(without_it, short),
            sentence=f"It fits then; {length_text(-short)} will be left." if fits
            else f"Still {length_text(short)} too short.",
        )  # fmt: skip


def does_it_fit(case: Case, effort: Effort, rounds: int | None = None) -> Iterator[Fits]:
    """Search as the cloth lies; if that does not fit, try one change after another. Yields the answer
    whenever it changes. ``rounds``: how much is searched each time at most.
    Raises CraftError when the cloth has no length to fit into."""
    search = _Search(case, effort, rounds)
    in_time = effort.clock()
    table = case.table()
    best: SearchResult | None = None
    refused = ""
    try:
        for best in search.lays(case, table, OWN_SHARE):
            # What fits is said at once, and made better while there is time.
            if search.short(table, best) <= ROUNDED:
                yield _answer(search, table, best, refused)
    except CraftError as error:
        refused = error.sentence
    answer = _answer(search, table, best, refused)
    if best is not None:
        answer = answer.model_copy(update={"picture": picture_of(table, best)})
    singles = [] if answer.fits else list(attempts(case, table))
    answer = answer.model_copy(update={"of": len(singles)})
    yield answer
    tried: list[tuple[Attempt, FitOption]] = []
    weights = [AFRESH if each.change.kind in NEW_LAYS else 1 for each in singles]
    for attempt, weight in zip(singles, weights, strict=True):
        if not effort.keep_going():
            return
        option = search.tried(attempt, SINGLE_SHARE * weight / sum(weights), answer.short)
        if option is not None:
            tried.append((attempt, option))
        answer = _with_options(answer, tried)
        yield answer
    if not tried or any(option.fits for _, option in tried):
        return
    # Of what helps at all; the rest of the time is shared by two together.
    helpful = [each for each, option in tried if option.saves is not None or answer.short is None]
    both = pairs(helpful)[:MOST_PAIRS]
    answer = answer.model_copy(update={"of": answer.of + len(both)})
    for number, attempt in enumerate(both):
        if not effort.keep_going():
            return
        if number >= LEAST_PAIRS and not in_time():
            break
        option = search.tried(attempt, (1 - OWN_SHARE - SINGLE_SHARE) / len(both), answer.short)
        if option is not None:
            tried.append((attempt, option))
        answer = _with_options(answer, tried)
        yield answer
        if option is not None and option.fits:
            break  # cheaper ones were tried before
    yield answer.model_copy(update={"tried": answer.of})


def _with_options(answer: Fits, tried: list[tuple[Attempt, FitOption]]) -> Fits:
    """What fits comes first; then what leaves most, or lacks least."""
    options = sorted((each for _, each in tried), key=lambda each: (not each.fits, each.short))
    return answer.model_copy(update={"options": tuple(options), "tried": answer.tried + 1})


def _answer(search: _Search, table: Table, best: SearchResult | None, refused: str) -> Fits:
    have = search.have
    if best is None:
        return Fits(fits=False, owned=have, sentence=refused or "Nothing could be laid.")
    takes, short = table.takes(best.length), search.short(table, best)
    figure = Figure(name="the lay takes", value=takes, text=length_text(takes),
                    working=(f"{length_text(takes)} − {length_text(have.value)} owned = "
                    f"{length_text(short)}",))  # fmt: skip
    fits = short <= ROUNDED
    text = (
        f"It fits; {left_text(-short)} will be left."
        if fits
        else f"It is {length_text(short)} too short."
    )
    return Fits(fits=fits, takes=figure, owned=have, short=short, sentence=text, sought=best)


def _saves(before: float | None, after: float) -> Figure | None:
    if before is None or before <= after + ROUNDED:
        return None
    value = before - after
    return Figure(
        name="It saves", value=value, text=length_text(value),
        working=(f"{length_text(before)} − {length_text(after)} too short = {length_text(value)}",),
    )  # fmt: skip
