"""Where a page lies on the sheet, as a person puts it: by its upper left corner and which way up."""

from typing import Annotated

from pydantic import Field

from craft.frozen import Frozen
from craft.shape.affine import Affine

SheetMm = Annotated[float, Field(ge=-50_000, le=50_000)]


class PagePlace(Frozen):
    """Where a page of a file lies: its number from 1, its upper left corner on the sheet (mm), its size
    (mm), whether it lies upside down."""

    page: Annotated[int, Field(ge=1, le=2_000)]
    x: SheetMm
    y: SheetMm
    width: SheetMm
    height: SheetMm
    turned: bool = False

    @property
    def at(self) -> Affine:
        """From mm of the page to mm of the sheet."""
        return put_at(self.x, self.y, self.width, self.height, turned=self.turned)


def put_at(x: float, y: float, width: float, height: float, *, turned: bool) -> Affine:
    """A page of a size with its upper left corner there on the sheet (mm), upside down or not."""
    if turned:
        return (-1.0, 0.0, 0.0, -1.0, x + width, y + height)
    return (1.0, 0.0, 0.0, 1.0, x, y)


def corner_of(at: Affine, width: float, height: float) -> tuple[float, float]:
    """The upper left corner of a page on the sheet (mm).

    >>> corner_of(put_at(30.0, 40.0, 210.0, 297.0, turned=True), 210.0, 297.0)
    (30.0, 40.0)
    """
    return (at[4] - width, at[5] - height) if at[0] < 0 else (at[4], at[5])
