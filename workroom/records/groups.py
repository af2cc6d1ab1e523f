"""Groups: who belongs to one, and what each is called in it."""

from collections import Counter
from collections.abc import Sequence

from workroom.records.models import Group, Making


def members(group: Group) -> list[Making]:
    """The makings of a group, by their people's names."""
    return list(group.makings.select_related("pattern", "edition").order_by("person", "id"))


def named_apart(makings: Sequence[Making]) -> list[str]:
    """What each is called: the person's name; people of one name are numbered as they joined."""
    names = [making.person or making.title for making in makings]
    many, seen, told = Counter(names), Counter[str](), []
    for name in names:
        seen[name] += 1
        told.append(f"{name} ({seen[name]})" if many[name] > 1 else name)
    return told
