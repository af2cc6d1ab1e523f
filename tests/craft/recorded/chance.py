"""What is drawn by lot for one case; the same for the same number."""

from random import Random
from typing import get_args


def choice(model: type, field: str) -> tuple:
    """Everything that a field of a model may be."""
    return get_args(model.model_fields[field].annotation)


class Chance:
    """What is drawn for one case."""

    def __init__(self, number: int) -> None:
        self.random = Random(number)
        self.one, self.within = self.random.choice, self.random.uniform

    def often(self, share: float) -> bool:
        """So often, of all times."""
        return self.random.random() < share

    def some(self, of, share: float = 0.3) -> tuple:
        """Some of them."""
        return tuple(each for each in of if self.often(share))

    def mm(self, low: float, high: float) -> float:
        """A length as people say one."""
        return round(self.within(low, high) * 2) / 2
