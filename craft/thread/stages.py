"""The eight stages of a making, in the order of the work."""

from typing import Literal, get_args

Stage = Literal["pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep"]
STAGES: tuple[Stage, ...] = get_args(Stage)
