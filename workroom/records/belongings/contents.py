"""What is in somebody's archive, read and checked as if a stranger had made it. No row is written here."""

import re
import zlib
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Generic, TypeVar

from pydantic import BaseModel

from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.formats.documents import read_document, read_text, sound_pattern
from craft.formats.older import brought_up, cloth_brought_up
from craft.inputs import Inputs
from workroom.keeping.archive import Archive, Broken
from workroom.records.belongings.shapes import (
    MOST_PICTURES,
    MOST_STEPS,
    ClothIn,
    EditionIn,
    GroupIn,
    LikesIn,
    MakingIn,
    Part,
    PatternIn,
    PersonIn,
    Step,
)

Kind = TypeVar("Kind", bound=BaseModel)
Head = TypeVar("Head", bound=BaseModel)
Thing = TypeVar("Thing")
Documented = type[Inputs] | type[PatternInputs]
PICTURE = re.compile(r"pictures/([0-9]{1,15})\.jpg")
MAKING = re.compile(r"makings/[^/]+/making\.json")
TWICE = "In this archive two editions have one number."
ELSEWHERE = "In this archive something points at what is not there."


@dataclass(frozen=True)
class Edition:
    """An edition of a pattern, packed. ``pattern``: whose it is."""

    pattern: int
    made: datetime
    packed: bytes

    @property
    def document(self) -> str:
        """The pattern."""
        return zlib.decompress(self.packed).decode()


@dataclass(frozen=True)
class StepKept:
    """A step of a journal, its inputs packed."""

    number: int
    what: str
    when: datetime
    edition: int | None
    packed: bytes

    @property
    def document(self) -> str:
        """The inputs."""
        return zlib.decompress(self.packed).decode()


@dataclass(frozen=True)
class Found(Generic[Head]):
    """A pattern or a making as it was found; its journal stays where it is until its turn comes.
    ``editions``: those that its steps name."""

    row: Head
    member: str
    numbers: tuple[int, ...]
    editions: frozenset[int]


@dataclass(frozen=True)
class Contents:
    """Everything in an archive. ``pictures``: the members with pictures, by their numbers."""

    patterns: dict[int, Found[PatternIn]]
    editions: dict[int, Edition]
    makings: tuple[Found[MakingIn], ...]
    cloths: tuple[ClothIn, ...]
    groups: dict[int, GroupIn]
    people: tuple[PersonIn, ...]
    likes: LikesIn | None
    pictures: dict[int, str]


def contents_of(archive: Archive) -> Contents:
    """Look through all of it. Raises Broken or CraftError: what is wrong, and where."""
    names = sorted(archive.files)
    shelf = [_pattern(archive, each) for each in names if _in(each, "patterns", 2)]
    editions: dict[int, Edition] = {}
    for _, its in shelf:
        _add(editions, its)
    people = _rows(archive, PersonIn, "people.json")
    _by_id((each.id, each) for each in people if each.id is not None)
    likes = "preferences.json"
    found = Contents(
        patterns=_by_id((each.row.id, each) for each, _ in shelf),
        editions=editions,
        makings=tuple(_making(archive, each) for each in names if MAKING.fullmatch(each)),
        cloths=tuple(
            cloth_of(each, read_text(archive.read(each)))
            for each in names
            if _in(each, "cloths", 2)
        ),
        groups=_by_id((each.id, each) for each in _rows(archive, GroupIn, "groups.json")),
        people=people,
        likes=read_document(LikesIn, read_text(archive.read(likes)), _opening(likes))
        if likes in names
        else None,
        pictures=_pictures([each for each in names if _in(each, "pictures", 2)]),
    )
    _holds_together(found)
    return found


def steps_of(
    archive: Archive, found: Found[Any], kind: Documented, pictures: dict[int, int]
) -> list[StepKept]:
    """Every step, the pictures of its inputs being those here. Raises CraftError."""
    opening = _opening(found.member)
    return [
        step_of(read_document(Step, raw, opening), kind, pictures, opening)
        for part in parts_of(archive, found.member)
        for raw in part.get("journal", ())
    ]


def step_of(
    step: Step, kind: Documented, pictures: dict[int, int] | None, opening: str
) -> StepKept:
    """A step with its inputs read; ``pictures`` None: they stay as they are. Raises CraftError."""
    raw: Any = step.inputs if pictures is None else _repointed(step.inputs, pictures)
    inputs = read_document(kind, brought_up(raw) if kind is Inputs else raw, opening)
    packed = zlib.compress(inputs.model_dump_json().encode(), 1)
    return StepKept(step.number, step.what, step.when, step.edition, packed)


def parts_of(archive: Archive, member: str) -> Iterator[dict[str, Any]]:
    """The lists of a row: in its own member, and in as many more as it says."""
    raw = read_text(archive.read(member))
    yield raw
    for number in range(1, int(raw.get("parts", 0)) + 1):
        part = read_text(archive.read(part_name(member, number)))
        if not isinstance(part, dict):
            raise Broken(f"{part_name(member, number)} in this archive is no part of anything.")
        yield part


def part_name(member: str, number: int) -> str:
    """The member with some of a row's lists (from 1)."""
    return f"{member.removesuffix('.json')}.parts/{number}.json"


def head_of(kind: type[Head], raw: Any, member: str) -> Head:
    """A row without its lists. Raises CraftError."""
    if isinstance(raw, dict):
        raw = {name: value for name, value in raw.items() if name not in Part.model_fields}
    return read_document(kind, raw, _opening(member))


def edition_of(edition: EditionIn, pattern: int, name: str) -> Edition:
    """An edition that makes sense. Raises CraftError."""
    try:
        document = sound_pattern(edition.pattern).model_dump_json()
    except CraftError as error:
        raise CraftError(f"{name}: {error.sentence}", "file") from error
    return Edition(pattern, edition.made, zlib.compress(document.encode(), 1))


def _pattern(archive: Archive, member: str) -> tuple[Found[PatternIn], dict[int, Edition]]:
    row = head_of(PatternIn, read_text(archive.read(member)), member)
    editions: dict[int, Edition] = {}
    numbers: list[int] = []
    named: set[int] = set()
    for part in _parts(archive, member):
        _add(editions, {each.id: edition_of(each, row.id, row.name) for each in part.editions})
        if len({each.id for each in part.editions}) < len(part.editions):
            raise Broken(TWICE)
        numbers += [step.number for step in part.journal]
        named |= {step.edition for step in part.journal if step.edition is not None}
    if not editions and not numbers:
        raise Broken("There is a pattern in this archive with nothing in it.")
    _check_journal(row.pointer, numbers)
    return Found(row, member, tuple(numbers), frozenset(named)), editions


def _making(archive: Archive, member: str) -> Found[MakingIn]:
    row = head_of(MakingIn, read_text(archive.read(member)), member)
    steps = [step for part in _parts(archive, member) for step in part.journal]
    numbers = [step.number for step in steps]
    _check_journal(row.pointer, numbers or [-1])
    named = {row.edition, *(step.edition for step in steps if step.edition is not None)}
    return Found(row, member, tuple(numbers), frozenset(named))


def _parts(archive: Archive, member: str) -> Iterator[Part]:
    for raw in parts_of(archive, member):
        lists = {name: raw[name] for name in Part.model_fields if name in raw}
        yield read_document(Part, lists, _opening(member))


def _add(known: dict[int, Edition], more: dict[int, Edition]) -> None:
    if known.keys() & more.keys():
        raise Broken(TWICE)
    known.update(more)


def _check_journal(pointer: int, numbers: list[int]) -> None:
    if len(numbers) > MOST_STEPS:
        raise Broken("A journal in this archive has more steps than any that is kept.")
    if len(numbers) != len(set(numbers)) or (numbers and pointer not in numbers):
        raise Broken("A journal in this archive points at a step that is not there.")


def cloth_of(name: str, raw: Any) -> ClothIn:
    """A cloth of the cupboard. Raises CraftError."""
    if isinstance(raw, dict) and isinstance(raw.get("cloth"), dict):
        raw = {**raw, "cloth": cloth_brought_up(raw["cloth"])}
    return read_document(ClothIn, raw, _opening(name))


def _rows(archive: Archive, kind: type[Kind], name: str) -> tuple[Kind, ...]:
    if name not in archive.files:
        return ()
    raw = read_text(archive.read(name))
    if not isinstance(raw, list):
        raise Broken(f"{name} in this archive is no list.")
    return tuple(read_document(kind, each, _opening(name), f"{k}.") for k, each in enumerate(raw))


def _opening(name: str) -> str:
    return f"{name[:80]} in this archive is damaged"


def _by_id(rows: Iterable[tuple[int, Thing]]) -> dict[int, Thing]:
    found: dict[int, Thing] = {}
    for key, each in rows:
        if key in found:
            raise Broken(f"In this archive two things have the number {key}.")
        found[key] = each
    return found


def _pictures(names: list[str]) -> dict[int, str]:
    found: dict[int, str] = {}
    for name in names:
        number = PICTURE.fullmatch(name)
        if not number or int(number[1]) in found:
            raise Broken("This archive has a path in it that does not belong there.")
        found[int(number[1])] = name
    if len(found) > MOST_PICTURES:
        raise Broken("There are more pictures in this archive than a workroom keeps.")
    return found


def _holds_together(found: Contents) -> None:
    """Whether everything that points at something finds it, and finds it where it belongs."""
    people = {each.id for each in found.people}
    owners = {key: each.pattern for key, each in found.editions.items()}
    sound = all(group.pattern in found.patterns for group in found.groups.values())
    for making in found.makings:
        row = making.row
        sound = sound and all(owners.get(each) == row.pattern for each in making.editions)
        sound = sound and (row.group is None or row.group in found.groups)
        sound = sound and (row.whom is None or row.whom in people)
    for key, pattern in found.patterns.items():
        sound = sound and all(owners.get(each) == key for each in pattern.editions)
    shown = [cloth.picture for cloth in found.cloths if cloth.picture and cloth.photo]
    if not sound or len(shown) != len(set(shown)):
        raise Broken(ELSEWHERE)


def _in(name: str, folder: str, deep: int) -> bool:
    parts = name.split("/")
    return len(parts) == deep and parts[0] == folder


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
