"""The base of every model of the craft: data that never changes once made."""

from collections.abc import Mapping
from functools import cache
from types import NoneType, UnionType
from typing import Annotated, Any, Literal, Self, Union, get_args, get_origin
from unicodedata import category

from pydantic import AfterValidator, BaseModel, ConfigDict, Field

from craft.signs import says_something


class Frozen(BaseModel):
    """Immutable data; an unknown field is an error, never silently dropped."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, defer_build=True)

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """A copy with other values in some fields. Raises TypeError for a field that it does not have and
        a value of another kind; bounds are not looked at again."""
        if update:
            kinds = _kinds(type(self))
            for name, value in update.items():
                if name not in kinds or not isinstance(value, kinds[name]):
                    raise TypeError(f"{type(self).__name__}.{name} cannot be {value!r:.80}")
        return super().model_copy(update=update, deep=deep)


@cache
def _kinds(model: type[BaseModel]) -> dict[str, tuple[type, ...]]:
    """By field, the classes that its values are of."""
    return {name: _classes(field.annotation) for name, field in model.model_fields.items()}


def _classes(annotation: Any) -> tuple[type, ...]:
    """The classes of an annotation's values, without what they hold."""
    origin, inner = get_origin(annotation), get_args(annotation)
    if origin is Annotated:
        return _classes(inner[0])
    if origin in (Union, UnionType):
        return tuple(each for one in inner for each in _classes(one))
    if origin is Literal:
        return tuple({type(each) for each in inner})
    if annotation is None:
        return (NoneType,)
    if annotation is float:
        return (float, int)
    found = origin or annotation
    return (found,) if isinstance(found, type) else (object,)


def _readable(text: str) -> str:
    """Text that can be read and printed: no control characters but the ends of lines."""
    if any(category(letter) in ("Cc", "Cs") and letter not in "\n\t" for letter in text):
        raise ValueError("there are control characters in this text.")
    return text


def _one_line(text: str) -> str:
    if "\n" in text or "\t" in text:
        raise ValueError("this must be a single line.")
    return _readable(text)


def _not_blank(text: str) -> str:
    if not says_something(text):
        raise ValueError("this must not be blank.")
    return _one_line(text)


# A coordinate or length in mm. 20 m is longer than any table or bolt we plan on.
Mm = Annotated[float, Field(ge=-20_000, le=20_000)]
# A name a person typed.
Name = Annotated[str, Field(min_length=1, max_length=120), AfterValidator(_not_blank)]
# A few words in one line, or none.
Line = Annotated[str, AfterValidator(_one_line)]
# Free text a person typed.
Note = Annotated[str, Field(max_length=2_000), AfterValidator(_readable)]
