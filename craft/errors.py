"""The one kind of error the craft raises: a sentence for the person at the table."""


class CraftError(ValueError):
    """Something cannot be done with what was given.

    ``sentence`` says what happened and what to do; ``field`` names the input it is about,
    with dots between levels, or is empty when it is about the whole.
    """

    def __init__(self, sentence: str, field: str = "") -> None:
        super().__init__(sentence)
        self.sentence = sentence
        self.field = field
