"""The journal of makings: what one rests on, what is worked out of it, what the register repeats."""

from collections.abc import Callable, Iterable

from django.db import transaction
from django.db.models import F

from craft.changes import describe
from craft.inputs import Inputs, renamed
from craft.pick.original import Original, first_original
from workroom.reading.bounded import bounded
from workroom.records import derived, people
from workroom.records.cards import Card, card_of, read_card
from workroom.records.journal import Journal, Moved, State
from workroom.records.merging import one_of_two
from workroom.records.models import Edition, Entry, Making, Person

MakingState = State[Inputs, Card]
TRIES = 5  # how often an entry is tried again that somebody else was quicker than


def state(
    edition: Edition, inputs: Inputs, before: Inputs | None = None, what: str = ""
) -> MakingState:
    """A state worked out from an edition of the pattern. Raises CraftError when the chain cannot be
    derived. ``before``: the inputs it follows, None at the beginning."""
    return state_of(edition.document, inputs, before, what, edition.pk)


def state_of(
    pattern: str, inputs: Inputs, before: Inputs | None = None, what: str = "",
    edition: int | None = None,
) -> MakingState:  # fmt: skip
    """The same from the pattern's document."""
    document = inputs.model_dump_json()
    card = card_of(document, derived.made(pattern, document))
    said = what or ("Began" if before is None else describe(before, inputs))
    return State(said[:300], inputs, document, card, edition)


class MakingJournal(Journal[Making, Entry, Inputs, Card]):
    """Each entry goes by one edition of the pattern; taking over a newer one is an entry like any other."""

    moved = (
        "This making was changed in another window. Your last change was not made; "
        "the newest state is shown now."
    )
    # Never the title, which has no part in the journal.
    written = (
        "pointer",
        "changed",
        "edition",
        "whom",
        "person",
        "size",
        "cloths",
        "box",
        "envelope",
        "filed",
    )

    def rows(self) -> "object":
        """Makings with their patterns and editions."""
        return Making.objects.select_related("pattern", "edition")

    def steps(self, row: Making) -> "object":
        """Its entries."""
        return row.entries

    def parsed(self, document: str) -> Inputs:
        """The inputs of an entry."""
        return derived.parsed_inputs(document)

    def after(
        self, row: Making, entry: Entry, change: Callable[[Inputs], Inputs], before: Inputs
    ) -> MakingState | None:
        """The chain for the changed inputs."""
        inputs = change(before)
        if inputs == before:
            return None
        return bounded(lambda: state(row.edition, inputs, before), "edit")

    def read(self, row: Making, entry: Entry) -> Card:
        """The card of an entry."""
        return read_card(row, entry)

    def repeat(self, row: Making, inputs: Inputs, card: Card, edition: int | None) -> None:
        """What the register searches."""
        if edition is not None:
            row.edition_id = edition
        if row.person != inputs.pick.person or row.whom_id is None:
            row.whom = people.known_as(row.owner_id, inputs.pick.person, row.whom_id)
        row.person = inputs.pick.person
        row.size = card.size[:120]
        row.cloths = "; ".join(dict.fromkeys(c.name for c in inputs.cloth.cloths.values()))[:500]
        row.box = inputs.keep.box
        row.envelope = inputs.keep.envelope
        row.filed = inputs.keep.filed


MAKINGS = MakingJournal()


def begin(
    owner_id: int, title: str, edition: Edition, inputs: Inputs, whom: Person | None = None
) -> Making:
    """A new making with its first entry; ``whom``: the person it is for."""
    if inputs.pick.original == Original():
        original = first_original(derived.parsed_pattern(edition.document))
        pick = inputs.pick.model_copy(update={"original": original})
        inputs = inputs.model_copy(update={"pick": pick})
    return begin_with(owner_id, title, edition, (state(edition, inputs),), whom)


@transaction.atomic
def begin_with(
    owner_id: int, title: str, edition: Edition, states: tuple[MakingState, ...],
    whom: Person | None = None,
) -> Making:  # fmt: skip
    """A new making with a journal that was worked out before."""
    making = Making.objects.create(
        owner_id=owner_id, title=title, pattern_id=edition.pattern_id, edition=edition, whom=whom
    )
    for number, each in enumerate(states):
        MAKINGS.write(
            making, number, State(each.what, each.inputs, each.document, each.card, edition.pk)
        )
    return making


def take_over(making_id: int, against: int, edition: Edition) -> Making:
    """Let a making go by another edition of its pattern: pieces that are drawn otherwise are noted, so
    that ticks given for them ask for another look. Raises CraftError when its choices are not there
    any more."""
    making = MAKINGS.at(making_id, against)
    before = derived.parsed_inputs(derived.current(making))
    old, new = (
        derived.parsed_pattern(making.edition.document),
        derived.parsed_pattern(edition.document),
    )
    was = {piece.number: piece for piece in old.pieces}
    changed = [p.number for p in new.pieces if was.get(p.number) not in (None, p)]
    changed += [number for number in was if number not in {p.number for p in new.pieces}]
    redrawn = dict(before.redrawn)
    for number in changed:
        redrawn[number] = redrawn.get(number, 0) + 1
    inputs = before.model_copy(update={"redrawn": redrawn})
    what = "" if changed else "Took over the mended pattern"
    ready = state(edition, inputs, before, what)
    with transaction.atomic():
        making = MAKINGS.held(making_id, against)
        making.entries.filter(number__gt=making.pointer).delete()
        MAKINGS.write(making, making.pointer + 1, ready)
    return MAKINGS.row(making_id)


def follow(person: Person, before: str) -> None:
    """Call somebody by their new name in every making that is theirs; ``before``: the old one. Each gets an
    entry of its own, and the title that it was begun with; one that is being changed elsewhere just now is
    asked again."""
    mine = Making.objects.filter(whom=person, person=before)
    for making_id, title in mine.values_list("pk", "title"):
        if title.endswith(f": {before}"):
            rename(making_id, f"{title.removesuffix(before)}{person.name}"[:120])
        for _ in range(TRIES):
            try:
                pointer = Making.objects.values_list("pointer", flat=True).get(pk=making_id)
                MAKINGS.edit(making_id, pointer, lambda now: renamed(now, before, person.name))
                break
            except Moved:
                continue


def rename(making_id: int, title: str, seen: str | None = None) -> Making:
    """Give a making another title; everything else stays as whoever else may just be writing it. Raises
    Moved where it is called otherwise than ``seen`` by now."""
    with transaction.atomic():
        making = Making.objects.select_for_update().get(pk=making_id)
        making.title = one_of_two(seen, title, making.title, "title")
        making.save(update_fields=["title", "changed"])
    return MAKINGS.row(making_id)


def in_force(makings: Iterable[Making]) -> dict[int, Entry]:
    """The entries in force of several makings, by the makings' ids."""
    entries = Entry.objects.select_related("edition").filter(
        making__in=makings, number=F("making__pointer")
    )
    return {entry.making_id: entry for entry in entries}
