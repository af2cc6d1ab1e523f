"""Reading somebody's archive: put beside what is there, all of it or nothing."""

from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.inputs import Inputs
from workroom.data_files.arriving import MOST_BYTES
from workroom.keeping.archive import Archive, Broken, opened_archive
from workroom.keeping.times import times_as_they_were
from workroom.reading.bounded import bounded
from workroom.records import makings, patterns, people, pictures
from workroom.records.belongings import WHAT
from workroom.records.belongings.contents import Contents, StepKept, contents_of, steps_of
from workroom.records.belongings.shapes import (
    MOST_FILES,
    ClothIn,
    MakingIn,
    Numbers,
    PatternIn,
    PersonIn,
    TakenIn,
)
from workroom.records.models import (
    Edition,
    Entry,
    Group,
    Making,
    PatternEntry,
    Person,
    Preferences,
    Sitting,
    StoredCloth,
    StoredPattern,
    StoredPicture,
)

Steps = list[StepKept]


def read_belongings(
    user: User,
    path: Path,
    told: Callable[[float], None],
    done: Callable[[TakenIn], None] = lambda _: None,
) -> TakenIn:
    """Put what is in an archive into somebody's workroom, beside what is there. Raises CraftError: nothing
    was changed. ``told`` is called with the share that is done, where nothing is locked; ``done`` with what
    came in, in the transaction that writes it."""
    taken: list[int] = []
    try:
        with opened_archive(path, WHAT, most_bytes=MOST_BYTES, most_files=MOST_FILES) as archive:
            archive.check()
            return _Reading(user, contents_of(archive), told, taken).read(archive, done)
    except BaseException as error:
        pictures.let_go(taken)
        if isinstance(error, CraftError | Broken):
            text = error.sentence if isinstance(error, CraftError) else str(error)
            raise CraftError(f"{text[:370]} Nothing was changed.", "file") from error
        raise


class _Reading:
    def __init__(
        self, user: User, contents: Contents, told: Callable[[float], None], taken: list[int]
    ) -> None:
        self.user, self.contents, self.told, self.taken = user, contents, told, taken
        self.pictures: dict[int, int] = {}
        self.patterns: dict[int, StoredPattern] = {}
        self.editions: dict[int, Edition] = {}
        self.groups: dict[int, Group] = {}
        self.persons: dict[int, Person] = {}

    def read(self, archive: Archive, done: Callable[[TakenIn], None]) -> TakenIn:
        there = self.contents
        # Pictures and the chains are worked out before anything is locked.
        self._take_pictures(archive)
        shelf = []
        for pattern in there.patterns.values():
            self.told(0.0)
            steps = steps_of(archive, pattern, PatternInputs, self.pictures)
            shelf.append((pattern.row, steps, self._entered(pattern.row, steps)))
        ready = []
        for number, making in enumerate(there.makings):
            self.told(number / len(there.makings))
            steps = steps_of(archive, making, Inputs, self.pictures)
            ready.append((making.row, steps, self._in_force(making.row, steps)))
        taken = TakenIn(
            makings=len(ready), patterns=len(shelf), people=len(there.people),
            cloths=len(there.cloths), pictures=len(self.pictures),
        )  # fmt: skip
        with transaction.atomic():
            for row, steps, now in shelf:
                self._pattern(row, steps, now)
            for key, group in there.groups.items():
                self.groups[key] = Group.objects.create(
                    owner=self.user, name=group.name, pattern=self.patterns[group.pattern]
                )
            for person in there.people:
                self._person(person)
            for made, steps, first in ready:
                self._making(made, steps, first)
            for cloth in there.cloths:
                self._cloth(cloth)
            self._likes()
            done(taken)
        return taken

    def _take_pictures(self, archive: Archive) -> None:
        for number, name in self.contents.pictures.items():
            self.told(0.0)
            pictures.check_room(self.user.pk)
            row = pictures.keep(self.user.pk, archive.read(name, 30_000_000))
            self.taken.append(row.pk)
            self.pictures[number] = row.pk

    def _entered(self, row: PatternIn, steps: Steps) -> patterns.NewPattern | None:
        """What was entered of a pattern worked out as it stands."""
        now = next((step for step in steps if step.number == row.pointer), None)
        if now is None:
            return None
        inputs = PatternInputs.model_validate_json(now.document)
        return bounded(lambda: patterns.state(inputs, ""), "file")

    def _in_force(self, row: MakingIn, steps: Steps) -> makings.MakingState:
        """The state in force worked out: what cannot be shown is not taken in."""
        step = next(each for each in steps if each.number == row.pointer)
        edition = self.contents.editions[row.edition if step.edition is None else step.edition]
        inputs = Inputs.model_validate_json(step.document)
        try:
            return bounded(lambda: makings.state_of(edition.document, inputs), "file")
        except CraftError as error:
            raise CraftError(f"{row.title}: {error.sentence}", "file") from error

    def _pattern(self, row: PatternIn, steps: Steps, now: patterns.NewPattern | None) -> None:
        stored = StoredPattern.objects.create(owner=self.user, name=row.name, pointer=row.pointer)
        self.patterns[row.id] = stored
        for key, each in self.contents.editions.items():
            if each.pattern == row.id:
                edition = Edition.objects.create(pattern=stored, document=each.document)
                Edition.objects.filter(pk=edition.pk).update(made=each.made)
                self.editions[key] = edition
        self._write(PatternEntry, steps, pattern=stored)
        stored.pictures.set(self._kept(row.pictures))
        if now is not None:
            stored.entries.filter(number=row.pointer).update(card=now.card.model_dump_json())

    def _making(self, row: MakingIn, steps: Steps, first: makings.MakingState) -> None:
        stored = Making.objects.create(
            owner=self.user, title=row.title, pattern=self.patterns[row.pattern],
            edition=self.editions[row.edition], pointer=row.pointer,
            group=None if row.group is None else self.groups[row.group],
            whom=None if row.whom is None else self.persons[row.whom],
        )  # fmt: skip
        self._write(Entry, steps, making=stored, usual=row.edition)
        entry = stored.entries.filter(number=row.pointer)
        entry.update(card=first.card.model_dump_json())
        makings.MAKINGS.repeat(stored, first.inputs, first.card, None)
        stored.save()
        for picture in StoredPicture.objects.filter(pk__in=self._kept(row.pictures)):
            picture.makings.add(stored)

    def _write(self, kind: type[Any], steps: Steps, usual: int | None = None, **more: Any) -> None:
        def row(step: StepKept) -> Any:
            named = usual if step.edition is None else step.edition
            edition = None if named is None else self.editions[named]
            return kind(number=step.number, what=step.what, when=step.when, inputs=step.document,
                        edition=edition, **more)  # fmt: skip

        with times_as_they_were(kind):
            for at in range(0, len(steps), 100):
                kind.objects.bulk_create([row(step) for step in steps[at : at + 100]])

    def _person(self, row: PersonIn) -> None:
        adjustments = [each.model_dump() for each in row.adjustments]
        person = Person.objects.create(owner=self.user, name=row.name, adjustments=adjustments)
        for each in {each.day: each for each in row.sittings}.values():
            Sitting.objects.create(
                person=person, day=each.day, measurements=dict(each.measurements)
            )
        if row.id is not None:
            self.persons[row.id] = person
        people.repeat(person)

    def _cloth(self, row: ClothIn) -> None:
        picture = self.pictures.get(row.picture) if row.picture else None
        photo = ""
        if row.photo is not None and picture is not None:
            photo = row.photo.model_copy(update={"picture": picture}).model_dump_json()
        StoredCloth.objects.create(
            owner=self.user, name=row.cloth.name, document=row.cloth.model_dump_json(),
            picture_id=picture if photo else None, photo=photo,
        )  # fmt: skip

    def _likes(self) -> None:
        likes = self.contents.likes
        if likes is not None:
            Preferences.objects.update_or_create(
                owner=self.user,
                defaults={"unit": likes.unit, "theme": likes.theme, "kit": list(likes.kit)},
            )

    def _kept(self, numbers: Numbers) -> list[int]:
        return [self.pictures[each] for each in numbers if each in self.pictures]
