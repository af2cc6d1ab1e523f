"""Copies of frozen data take what a field may hold, and nothing else."""

import pytest

from craft.frozen import Frozen
from craft.making import derive


def models(value) -> list[Frozen]:
    """Everything frozen inside of something."""
    if isinstance(value, Frozen):
        return [value, *models([getattr(value, name) for name in type(value).model_fields])]
    inner = value.values() if isinstance(value, dict) else value
    return [one for each in inner for one in models(each)] if isinstance(inner, tuple | list) else []


def test_each_model_takes_its_own_values_back_and_no_others(waistcoat, inputs):
    making = derive(waistcoat, inputs)
    kinds = {type(each): each for each in models([waistcoat, inputs, *vars(making).values()])}
    assert len(kinds) > 60
    for kind, each in kinds.items():
        values = {name: getattr(each, name) for name in kind.model_fields}
        assert each.model_copy(update=values) == each
        with pytest.raises(TypeError, match=f"{kind.__name__}.nonsense"):
            each.model_copy(update={"nonsense": 1})


@pytest.mark.parametrize(("name", "value"), [("name", 3), ("pieces", []), ("name", None)])
def test_a_value_of_another_kind_is_refused(waistcoat, name, value):
    with pytest.raises(TypeError, match=f"Pattern.{name} cannot be"):
        waistcoat.model_copy(update={name: value})


def test_a_whole_number_is_a_length_too(waistcoat):
    assert waistcoat.model_copy(update={"base_height": 1680}).base_height == 1680
