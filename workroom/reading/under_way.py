"""A reading that somebody waits for: what it is at, and whether it was given up. Both are small files, for
who reads, who asks and who stops it are processes of their own."""

from workroom.data_files.papers import folder


class UnderWay:
    """The reading of this name."""

    def __init__(self, name: str) -> None:
        self.step = folder() / f"{name}.reading"
        self.stop = folder() / f"{name}.stop"

    def says(self) -> str:
        """What it is at; "" where nothing is under way."""
        try:
            return self.step.read_text()
        except OSError:
            return ""

    def give_up(self) -> None:
        """Have it stopped as soon as it looks."""
        folder().mkdir(exist_ok=True)
        self.stop.touch()

    @property
    def given_up(self) -> bool:
        """Whether somebody had it stopped."""
        return self.stop.exists()

    def over(self) -> None:
        """Nothing is left of it."""
        self.step.unlink(missing_ok=True)
        self.stop.unlink(missing_ok=True)
