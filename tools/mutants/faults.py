"""The faults: where each kind can be put, a fair sample of them, and the source with one of them in it."""

import random
import re
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator

# By family: each is as likely as any other, however often its places occur. Faults that only break types
# (``+`` for ``|``) say nothing of the tests and are left out.
FAMILIES: dict[str, tuple[str, ...]] = {
    "sign": ("ReplaceBinaryOperator_Add_Sub", "ReplaceBinaryOperator_Sub_Add",
             "ReplaceUnaryOperator_Delete_USub"),
    "factor": ("ReplaceBinaryOperator_Mul_Div", "ReplaceBinaryOperator_Div_Mul"),
    "bound": ("ReplaceComparisonOperator_Lt_LtE", "ReplaceComparisonOperator_LtE_Lt",
              "ReplaceComparisonOperator_Gt_GtE", "ReplaceComparisonOperator_GtE_Gt"),
    "order": ("ReplaceComparisonOperator_Lt_Gt", "ReplaceComparisonOperator_LtE_GtE",
              "ReplaceComparisonOperator_Gt_Lt", "ReplaceComparisonOperator_GtE_LtE"),
    "same": ("ReplaceComparisonOperator_Eq_NotEq", "ReplaceComparisonOperator_NotEq_Eq",
             "ReplaceComparisonOperator_Is_IsNot", "ReplaceComparisonOperator_IsNot_Is"),
    "which": ("ReplaceAndWithOr", "ReplaceOrWithAnd", "AddNot", "ReplaceUnaryOperator_Delete_Not"),
    "switch": ("ReplaceTrueWithFalse", "ReplaceFalseWithTrue"),
    "loop": ("ZeroIterationForLoop", "ReplaceBreakWithContinue", "ReplaceContinueWithBreak"),
    "number": ("NumberReplacer",),
}  # fmt: skip
# One more or less is a fault where few are counted; of a width in mm it is a matter of taste.
FEW = 10


@dataclass(frozen=True)
class Fault:
    """One place where one thing is done wrong. ``line``: counted from 1, in the sound source."""

    file: str
    family: str
    operator: str
    occurrence: int
    line: int

    def put_into(self, source: str) -> str:
        """The source with the fault. Raises ValueError where it cannot be put."""
        wrong = mutate_code(source, get_operator(f"core/{self.operator}")(), self.occurrence)
        if wrong is None:
            raise ValueError(f"no such place: {self}")
        return str(wrong)


def faults_in(root: Path, file: str) -> Iterator[Fault]:
    """Every fault that can be put into a file."""
    source = (root / file).read_text()
    lines, nodes = source.splitlines(), list(ast_nodes(get_ast(source)))
    for family, operators in FAMILIES.items():
        for name in operators:
            operator = get_operator(f"core/{name}")()
            places = (place for node in nodes for place in operator.mutation_positions(node))
            for occurrence, ((line, column), _) in enumerate(places):
                if not _is_no_fault(family, lines[line - 1][column:], lines[line - 1][:column]):
                    yield Fault(file, family, name, occurrence, line)


def _is_no_fault(family: str, here: str, before: str) -> bool:
    """A star that only parts the names of parameters; whether two lists are held to one length, which they
    have wherever the program is sound; one more or less of many; what a decorator is told."""
    number = re.match(r"[\d_.]+", here)
    many = family == "number" and number is not None and float(number[0]) > FEW
    held = before.lstrip().startswith(
        "@"
    )  # how a function is compiled, or a class is held in memory
    return here.startswith("*,") or before.rstrip().endswith("strict=") or many or held


def sample(root: Path, rooms: list[str], count: int, seed: int) -> list[Fault]:
    """So many faults, spread over the rooms by the size of their files and over the families evenly; the
    same for the same seed and source. ``rooms``: folders of the craft; none: all."""
    chance = random.Random(seed)
    files = [
        str(path.relative_to(root))
        for path in sorted((root / "craft").rglob("*.py"))
        if not rooms or path.relative_to(root / "craft").parts[0] in rooms
    ]
    sizes = [(root / file).stat().st_size for file in files]
    found: dict[tuple[str, int, str], Fault] = {}
    tries = 0
    while len(found) < count and tries < 50 * count:
        tries += 1
        file = chance.choices(files, sizes)[0]
        by_family: dict[str, list[Fault]] = {}
        for each in faults_in(root, file):
            by_family.setdefault(each.family, []).append(each)
        if by_family:
            one = chance.choice(by_family[chance.choice(sorted(by_family))])
            found.setdefault((one.file, one.line, one.family), one)
    return list(found.values())
