"""What has to be done again since something about the cloth or its fold changed: only the difference, for
whoever stands at the table with the pieces half done.

It is read off the ticks that no longer hold (craft.thread): each knows the facts it was given for.
"""

from collections.abc import Iterable, Mapping

from craft.frozen import Frozen
from craft.lay import ClothLay
from craft.making import DerivedMaking
from craft.measure import listed
from craft.pattern.piece import Role
from craft.thread import Facts, Tick
from craft.thread.ticks import Ticks


class Again(Frozen):
    """``stage``: where it is done; ``sentence``: what; ``why``: what changed; ``keys``: the ticks that are
    given again when it is done."""

    stage: str
    role: Role
    sentence: str
    why: str
    keys: tuple[str, ...]


def again(made: DerivedMaking, ticks: Ticks) -> tuple[Again, ...]:
    """Everything that was done for another cloth or fold, stage by stage, each change in one sentence.
    ``ticks``: as they were given."""
    titles = {(lay.role, item.key): item.title for lay in made.lays for item in lay.items}
    found: list[Again] = []
    for lay in made.lays:
        found += _lain(lay, made.floor.get(lay.role, {}), ticks, titles)
    for cuts in made.cuts:
        rows = ((item.item, item.tick) for item in cuts.items)
        found += _each("cut", cuts.role, rows, titles, "Look at {} again before it is used.")
    for marks in made.marks.lists:
        rows = ((marks.item, row.tick) for row in marks.items)
        for each in _each("mark", marks.role, rows, titles, "Mark {} again"):
            names = listed([row.title for row in marks.items if row.tick.key in each.keys])
            found.append(each.model_copy(update={"sentence": f"{each.sentence}: {names}."}))
    return tuple(found)


def _lain(
    lay: ClothLay, floor: Mapping[str, Tick], ticks: Ticks, titles: Mapping[tuple[Role, str], str]
) -> list[Again]:
    """Pieces that lie otherwise: turned over, or to be laid anew."""
    looked = {item: tick for item, tick in floor.items() if tick.state == "look"}
    over = [item for item, tick in looked.items() if _turned_over(ticks.get(tick.key), tick)]
    rest = [item for item in looked if item not in over]
    found = []
    for items, words in ((over, "Turn over {}."), (rest, "Lay {} again.")):
        rows = ((item, looked[item]) for item in items)
        found += _each("lay", lay.role, rows, titles, words)
    return found


def _turned_over(then: Facts | None, now: Tick) -> bool:
    """Whether a piece lies on its other face than when it was ticked."""
    before, after = _face(then), _face(now.facts)
    return bool(before and after) and before != after


def _face(facts: Facts | None) -> str:
    """Which side of the paper lay up: the first words of how it lay."""
    place = facts.get("place", ()) if facts else ()
    lying = dict(place).get("lying", "") if not isinstance(place, str) else ""
    return str(lying).partition(",")[0]


def _each(
    stage: str, role: Role, rows: Iterable[tuple[str, Tick]], titles: Mapping[tuple[Role, str], str],
    words: str,
) -> list[Again]:  # fmt: skip
    """What changed for the same reason, together."""
    by_why: dict[str, list[tuple[str, str]]] = {}
    for item, tick in rows:
        if tick.state == "look":
            by_why.setdefault(tick.why, []).append((item, tick.key))
    found = []
    for why, each in by_why.items():
        names = listed(list(dict.fromkeys(titles.get((role, item), item) for item, _ in each)))
        found.append(
            Again(stage=stage, role=role, sentence=words.format(names), why=why,
                  keys=tuple(key for _, key in each))
        )  # fmt: skip
    return found
