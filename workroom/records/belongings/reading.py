"""Reading somebody's archive: everything in it is looked at as if a stranger had made it, and put
beside what is there, all of it or nothing."""

import shutil
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from pydantic import TypeAdapter, ValidationError

from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.formats.older import brought_up
from craft.formats.sentences import sentence_for
from craft.inputs import Inputs
from workroom.keeping.archive import Archive, Broken, opened_archive
from workroom.records import makings, patterns, people, pictures
from workroom.records.belongings import WHAT
from workroom.records.belongings.shapes import (
    MOST_BYTES,
    MOST_FILES,
    ClothIn,
    GroupIn,
    LikesIn,
    MakingIn,
    Numbers,
    PatternIn,
    PersonIn,
    Step,
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
from workroom.records.times import times_as_they_were

ROWS = TypeAdapter(list[dict[str, Any]])


def read_belongings(user: User, path: Path, told: Callable[[float], None]) -> TakenIn:
    """Put what is in an archive into somebody's workroom, beside what is there. Raises CraftError: nothing
    was changed."""
    taken: list[int] = []
    try:
        with opened_archive(path, WHAT, most_bytes=MOST_BYTES, most_files=MOST_FILES) as archive:
            archive.check()
            return _Reading(user, archive, told, taken).read()
    except BaseException as error:
        for pk in taken:
            shutil.rmtree(pictures.folder(pk), ignore_errors=True)
        if isinstance(error, Broken):
            raise CraftError(f"{error} Nothing was changed.", "file") from error
        raise


class _Reading:
    def __init__(
        self, user: User, archive: Archive, told: Callable[[float], None], taken: list[int]
    ) -> None:
        self.user, self.archive, self.told, self.taken = user, archive, told, taken
        self.pictures: dict[int, int] = {}
        self.patterns: dict[int, StoredPattern] = {}
        self.editions: dict[int, Edition] = {}
        self.groups: dict[int, Group] = {}
        self.persons: dict[int, Person] = {}

    def read(self) -> TakenIn:
        names = sorted(self.archive.files)
        shelf = [self._model(PatternIn, each) for each in names if _in(each, "patterns", 2)]
        makings_in = [
            self._model(MakingIn, each) for each in names if each.endswith("/making.json")
        ]
        cloths = [self._model(ClothIn, each) for each in names if _in(each, "cloths", 2)]
        groups = self._list(GroupIn, "groups.json")
        persons = self._list(PersonIn, "people.json")
        # Pictures and the chains are worked out before anything is locked.
        self._take_pictures([each for each in names if _in(each, "pictures", 2)])
        ready = [self._steps(each, Inputs) for each in self._told(makings_in)]
        shelf_steps = [self._steps(each, PatternInputs) for each in shelf]
        documents = {e.id: e.pattern.model_dump_json() for each in shelf for e in each.editions}
        firsts = [self._in_force(each, steps, documents) for each, steps in
                  zip(makings_in, ready, strict=True)]  # fmt: skip
        try:
            with transaction.atomic():
                for each, steps in zip(shelf, shelf_steps, strict=True):
                    self._pattern(each, steps, documents)
                for group in groups:
                    self.groups[group.id] = Group.objects.create(
                        owner=self.user, name=group.name, pattern=self.patterns[group.pattern]
                    )
                for person in persons:
                    self._person(person)
                for making, steps, first in zip(makings_in, ready, firsts, strict=True):
                    self._making(making, steps, first)
                for cloth in cloths:
                    self._cloth(cloth)
                self._likes()
        except KeyError as error:
            raise Broken("In this archive something points at what is not there.") from error
        return TakenIn(
            makings=len(makings_in), patterns=len(shelf), people=len(persons), cloths=len(cloths),
            pictures=len(self.pictures),
        )  # fmt: skip

    def _told(self, rows: list[MakingIn]) -> Any:
        for done, each in enumerate(rows):
            self.told(done / len(rows))
            yield each

    def _model(self, kind: type[Any], name: str) -> Any:
        try:
            return kind.model_validate_json(self.archive.read(name))
        except ValidationError as error:
            raise _wrong(name, error) from error

    def _list(self, kind: type[Any], name: str) -> list[Any]:
        if name not in self.archive.files:
            return []
        try:
            rows = ROWS.validate_json(self.archive.read(name))
            return [kind.model_validate(row) for row in rows]
        except ValidationError as error:
            raise _wrong(name, error) from error

    def _take_pictures(self, names: list[str]) -> None:
        if len(names) > 2_000:
            raise Broken("There are more pictures in this archive than a workroom keeps.")
        for name in names:
            stem = name.split("/")[1].removesuffix(".jpg")
            if not stem.isdigit():
                raise Broken("This archive has a path in it that does not belong there.")
            row = pictures.keep(self.user.pk, self.archive.read(name, 30_000_000))
            self.taken.append(row.pk)
            self.pictures[int(stem)] = row.pk

    def _steps(self, row: MakingIn | PatternIn, kind: type[Any]) -> list[tuple[Step, str]]:
        """Every step with the document of its inputs, their pictures being those here."""
        if row.journal and row.pointer not in {step.number for step in row.journal}:
            raise Broken("A journal in this archive points at a step that is not there.")
        found = []
        for step in row.journal:
            inputs = _repointed(step.inputs, self.pictures)
            if kind is Inputs:
                inputs = brought_up(inputs)
            try:
                found.append((step, kind.model_validate(inputs).model_dump_json()))
            except ValidationError as error:
                raise _wrong(getattr(row, "title", getattr(row, "name", "")), error) from error
        return found

    def _in_force(
        self, row: MakingIn, steps: list[tuple[Step, str]], documents: dict[int, str]
    ) -> makings.MakingState:
        """The state in force worked out: what cannot be shown is not taken in."""
        step, document = next(each for each in steps if each[0].number == row.pointer)
        pattern = documents.get(row.edition if step.edition is None else step.edition)
        if pattern is None:
            raise Broken("In this archive something points at what is not there.")
        return makings.state_of(pattern, Inputs.model_validate_json(document))

    def _pattern(
        self, row: PatternIn, steps: list[tuple[Step, str]], documents: dict[int, str]
    ) -> None:
        if not row.editions and not row.journal:
            raise Broken("There is a pattern in this archive with nothing in it.")
        stored = StoredPattern.objects.create(owner=self.user, name=row.name, pointer=row.pointer)
        self.patterns[row.id] = stored
        for each in row.editions:
            edition = Edition.objects.create(pattern=stored, document=documents[each.id])
            Edition.objects.filter(pk=edition.pk).update(made=each.made)
            self.editions[each.id] = edition
        self._write(PatternEntry, steps, pattern=stored)
        stored.pictures.set(self._kept(row.pictures))
        if steps:
            patterns.PATTERNS.read(stored, patterns.PATTERNS.entry(stored))

    def _making(
        self, row: MakingIn, steps: list[tuple[Step, str]], first: makings.MakingState
    ) -> None:
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

    def _write(
        self, kind: type[Any], steps: list[tuple[Step, str]], usual: int | None = None, **more: Any
    ) -> None:
        rows = []
        for step, document in steps:
            named = usual if step.edition is None else step.edition
            edition = None if named is None else self.editions[named]
            rows.append(
                kind(
                    number=step.number,
                    what=step.what,
                    when=step.when,
                    inputs=document,
                    edition=edition,
                    **more,
                )
            )
        with times_as_they_were(kind):
            kind.objects.bulk_create(rows, batch_size=200)

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
        if "preferences.json" in self.archive.files:
            likes = self._model(LikesIn, "preferences.json")
            Preferences.objects.update_or_create(
                owner=self.user,
                defaults={"unit": likes.unit, "theme": likes.theme, "kit": list(likes.kit)},
            )

    def _kept(self, numbers: Numbers) -> list[int]:
        return [self.pictures[each] for each in numbers if each in self.pictures]


def _in(name: str, folder: str, deep: int) -> bool:
    parts = name.split("/")
    return len(parts) == deep and parts[0] == folder


def _wrong(name: str, error: ValidationError) -> CraftError:
    field, sentence = sentence_for(error)
    return CraftError(f"{name}: {field}: {sentence} Nothing was changed."[:400], "file")


def _repointed(node: Any, known: dict[int, int]) -> Any:
    """A document whose pictures are those here; one that did not come along is left out where it may be."""
    if isinstance(node, list):
        return [
            _repointed(each, known) for each in node
            if not (isinstance(each, dict) and "known" in each and each.get("picture") not in known
                    and isinstance(each.get("picture"), int))
        ]  # fmt: skip
    if not isinstance(node, dict):
        return node
    made = {key: _repointed(value, known) for key, value in node.items()}
    if isinstance(made.get("picture"), int):
        made["picture"] = known.get(made["picture"])
    return made
