"""The layers of a PDF (optional content): their names, nested as its own list shows them. Whether one is
switched off does not matter: each may hold a size."""

from typing import Any

from pikepdf import Array, Dictionary, Name, Pdf

from craft.drawing import EITHER
from craft.signs import readable

DEEPEST = 12
MOST = 5_000


class Layers:
    """``named``: the path of names of every group, by its object."""

    def __init__(self, pdf: Pdf) -> None:
        self.named: dict[tuple[int, int], tuple[str, ...]] = {}
        listed = pdf.Root.get("/OCProperties")
        if not isinstance(listed, Dictionary):
            return
        usual = listed.get("/D", Dictionary())
        groups = [
            each for each in _items(listed.get("/OCGs"))[:MOST] if isinstance(each, Dictionary)
        ]
        self._order(usual.get("/Order"), (), 0)
        for each in groups:
            self.named.setdefault(each.objgen, (_name(each),))

    def _order(self, order: Any, above: tuple[str, ...], depth: int) -> None:
        """A list after a group belongs below it; one that begins with words, below these."""
        last = above
        for at, each in enumerate(_items(order)[:MOST] if depth < DEEPEST else ()):
            if isinstance(each, Array):
                self._order(each, last, depth + 1)
                last = above
            elif isinstance(each, Dictionary):
                last = (*above, _name(each))
                self.named.setdefault(each.objgen, last)
            elif at == 0:
                above = last = (*above, readable(str(each), 120))

    def path_of(self, content: Any) -> tuple[str, ...]:
        """The names of the layer that content belongs to; of a membership in several all their names."""
        groups = self._groups(content)
        paths = [self.named[each.objgen] for each in groups if each.objgen in self.named]
        if len(paths) < 2:
            return paths[0] if paths else ()
        return (EITHER.join(dict.fromkeys(path[-1] for path in paths)),)

    @staticmethod
    def _groups(content: Any) -> list[Any]:
        if not isinstance(content, Dictionary):
            return []
        if content.get("/Type") != Name.OCMD:
            return [content]
        members = content.get("/OCGs")
        single = [members] if isinstance(members, Dictionary) else _items(members)
        return [each for each in single[:MOST] if isinstance(each, Dictionary)]


def within(outer: tuple[str, ...], inner: tuple[str, ...]) -> tuple[str, ...]:
    """The names of layers in one another, none of them twice.

    >>> within(("Sizes",), ("Sizes", "38")), within(("38",), ("Notches",))
    (('Sizes', '38'), ('38', 'Notches'))
    """
    if inner[: len(outer)] == outer:
        return inner
    return outer if outer[-len(inner) :] == inner else (*outer, *inner)


def _items(array: Any) -> list[Any]:
    return list(array) if isinstance(array, Array) else []


def _name(group: Any) -> str:
    return readable(str(group.get("/Name", "")), 120)
