"""What is in somebody's archive, read and checked as if a stranger had made it. No row is written here."""

import re
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Any, TypeVar

from pydantic import BaseModel

from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.formats.documents import read_document, read_text, sound_pattern
from craft.formats.older import brought_up, cloth_brought_up
from craft.inputs import Inputs
from workroom.keeping.archive import Archive, Broken
from workroom.records.belongings.shapes import (
    MOST_PICTURES,
    ClothIn,
    EditionIn,
    GroupIn,
    LikesIn,
    MakingIn,
    PatternIn,
    PersonIn,
    Step,
)

Kind = TypeVar("Kind", bound=BaseModel)
Row = TypeVar("Row", PatternIn, GroupIn, PersonIn)
PICTURE = re.compile(r"pictures/([0-9]{1,15})\.jpg")
MAKING = re.compile(r"makings/[^/]+/making\.json")
ELSEWHERE = "In this archive something points at what is not there."


@dataclass(frozen=True)
class Contents:
    """Everything in an archive. ``pictures``: the members with pictures, by their numbers."""

    patterns: dict[int, PatternIn]
    makings: tuple[MakingIn, ...]
    cloths: tuple[ClothIn, ...]
    groups: dict[int, GroupIn]
    people: tuple[PersonIn, ...]
    likes: LikesIn | None
    pictures: dict[int, str]

    @property
    def editions(self) -> dict[int, EditionIn]:
        """The editions of all patterns."""
        return {each.id: each for pattern in self.patterns.values() for each in pattern.editions}


def contents_of(archive: Archive) -> Contents:
    """Read all of it. Raises Broken or CraftError: what is wrong, and where."""
    names = sorted(archive.files)

    def read(make: Callable[[str, Any], Kind], name: str) -> Kind:
        return make(name, read_text(archive.read(name)))

    patterns = _by_id(read(pattern_of, each) for each in names if _in(each, "patterns", 2))
    people = _rows(archive, PersonIn, "people.json")
    _by_id(each for each in people if each.id is not None)
    found = Contents(
        patterns=patterns,
        makings=tuple(read(making_of, each) for each in names if MAKING.fullmatch(each)),
        cloths=tuple(read(cloth_of, each) for each in names if _in(each, "cloths", 2)),
        groups=_by_id(_rows(archive, GroupIn, "groups.json")),
        people=people,
        likes=read(_likes_of, "preferences.json") if "preferences.json" in names else None,
        pictures=_pictures([each for each in names if _in(each, "pictures", 2)]),
    )
    _holds_together(found)
    return found


def steps_of(
    row: MakingIn | PatternIn, kind: type[Inputs] | type[PatternInputs], pictures: dict[int, int]
) -> list[tuple[Step, str]]:
    """Every step with the document of its inputs, their pictures being those here. Raises CraftError."""
    name = row.title if isinstance(row, MakingIn) else row.name
    found = []
    for step in row.journal:
        raw = _repointed(step.inputs, pictures)
        inputs = read_document(kind, brought_up(raw) if kind is Inputs else raw, _opening(name))
        found.append((step, inputs.model_dump_json()))
    return found


def pattern_of(name: str, raw: Any) -> PatternIn:
    """A pattern with its editions and everything that was entered. Raises Broken or CraftError."""
    row = read_document(PatternIn, raw, _opening(name))
    if not row.editions and not row.journal:
        raise Broken("There is a pattern in this archive with nothing in it.")
    _check_journal(row)
    try:
        editions = tuple(
            each.model_copy(update={"pattern": sound_pattern(each.pattern)})
            for each in row.editions
        )
    except CraftError as error:
        raise CraftError(f"{row.name}: {error.sentence}", "file") from error
    return row.model_copy(update={"editions": editions})


def making_of(name: str, raw: Any) -> MakingIn:
    """A making with its journal. Raises Broken or CraftError."""
    row = read_document(MakingIn, raw, _opening(name))
    _check_journal(row)
    return row


def cloth_of(name: str, raw: Any) -> ClothIn:
    """A cloth of the cupboard. Raises CraftError."""
    if isinstance(raw, dict) and isinstance(raw.get("cloth"), dict):
        raw = {**raw, "cloth": cloth_brought_up(raw["cloth"])}
    return read_document(ClothIn, raw, _opening(name))


def _likes_of(name: str, raw: Any) -> LikesIn:
    return read_document(LikesIn, raw, _opening(name))


def _check_journal(row: MakingIn | PatternIn) -> None:
    numbers = [step.number for step in row.journal]
    if len(numbers) != len(set(numbers)) or (numbers and row.pointer not in numbers):
        raise Broken("A journal in this archive points at a step that is not there.")


def _rows(archive: Archive, kind: type[Kind], name: str) -> tuple[Kind, ...]:
    if name not in archive.files:
        return ()
    raw = read_text(archive.read(name))
    if not isinstance(raw, list):
        raise Broken(f"{name} in this archive is no list.")
    return tuple(read_document(kind, each, _opening(name), f"{k}.") for k, each in enumerate(raw))


def _opening(name: str) -> str:
    return f"{name[:80]} in this archive is damaged"


def _by_id(rows: Iterable[Row]) -> dict[int, Row]:
    found: dict[int, Row] = {}
    for each in rows:
        if each.id in found:
            raise Broken(f"In this archive two things have the number {each.id}.")
        found[each.id or 0] = each
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
    shelf, owners = found.patterns, _owners(found.patterns.values())
    people = {each.id for each in found.people}
    sound = all(group.pattern in shelf for group in found.groups.values())
    for making in found.makings:
        editions = [making.edition, *(s.edition for s in making.journal if s.edition is not None)]
        sound = sound and all(owners.get(each) == making.pattern for each in editions)
        sound = sound and (making.group is None or making.group in found.groups)
        sound = sound and (making.whom is None or making.whom in people)
    for key, pattern in shelf.items():
        editions = [step.edition for step in pattern.journal if step.edition is not None]
        sound = sound and all(owners.get(each) == key for each in editions)
    shown = [cloth.picture for cloth in found.cloths if cloth.picture and cloth.photo]
    if not sound or len(shown) != len(set(shown)):
        raise Broken(ELSEWHERE)


def _owners(patterns: Iterable[PatternIn]) -> dict[int, int]:
    """The pattern of every edition."""
    found: dict[int, int] = {}
    for pattern in patterns:
        for each in pattern.editions:
            if each.id in found:
                raise Broken(f"In this archive two editions have the number {each.id}.")
            found[each.id] = pattern.id
    return found


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
