"""A number shown to a person, with the sum that led to it."""

from craft.frozen import Frozen


class Figure(Frozen):
    """``value`` (mm unless ``name`` says otherwise), ``text`` to show and the ``working`` behind it.

    ``text`` and the lines of ``working`` are phrases (see craft.measure.phrase).
    """

    name: str
    value: float
    text: str
    working: tuple[str, ...] = ()
