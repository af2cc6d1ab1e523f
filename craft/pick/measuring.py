"""How to take each measurement: data, for a sewist to read and change."""

from typing import Literal

from craft.frozen import Frozen
from craft.shape.curve import Point


class HowTo(Frozen):
    """``how`` in a sentence. ``line`` is drawn over a figure 100 wide and 240 high, seen from the
    ``side`` named; ``round``: the tape goes all the way round there."""

    name: str
    how: str
    view: Literal["front", "back"]
    line: tuple[Point, ...]
    round: bool = False


HOW: tuple[HowTo, ...] = (
    HowTo(name="height", how="Standing against a wall without shoes, floor to the top of the head.",
          view="front", line=((90, 6), (90, 234))),
    HowTo(name="bust", how="Round the fullest part, the tape level across the back.",
          view="front", line=((34, 71), (66, 71)), round=True),
    HowTo(name="chest", how="Round the body under the arms, breathing out.",
          view="front", line=((34, 64), (66, 64)), round=True),
    HowTo(name="waist", how="Round the narrowest part; tie a string to find it.",
          view="front", line=((38, 96), (62, 96)), round=True),
    HowTo(name="hip", how="Round the fullest part of the seat, feet together.",
          view="front", line=((33, 124), (67, 124)), round=True),
    HowTo(name="back waist length", how="From the bone at the nape straight down to the waist string.",
          view="back", line=((50, 42), (50, 96))),
    HowTo(name="back width", how="Across the back between the arms, half way down the armhole.",
          view="back", line=((36, 62), (64, 62))),
    HowTo(name="shoulder", how="From the side of the neck to the bone at the shoulder’s end.",
          view="front", line=((45, 44), (32, 50))),
    HowTo(name="neck", how="Round the base of the neck, one finger under the tape.",
          view="front", line=((44, 42), (56, 42)), round=True),
    HowTo(name="upper arm", how="Round the fullest part, arm bent and relaxed.",
          view="front", line=((23, 76), (32, 76)), round=True),
    HowTo(name="arm length", how="From the shoulder bone over the bent elbow to the wrist.",
          view="back", line=((31, 51), (24, 88), (21, 120))),
    HowTo(name="wrist", how="Round the wrist bone, loosely.",
          view="front", line=((18, 118), (25, 118)), round=True),
    HowTo(name="rise", how="Sitting on a flat chair: from the waist string down the side to the seat.",
          view="back", line=((67, 96), (68, 128))),
    HowTo(name="thigh", how="Round the fullest part, close under the fork.",
          view="front", line=((35, 142), (49, 142)), round=True),
    HowTo(name="knee", how="Round the knee, slightly bent.",
          view="front", line=((37, 180), (48, 180)), round=True),
    HowTo(name="calf", how="Round the fullest part below the knee.",
          view="front", line=((38, 198), (48, 198)), round=True),
    HowTo(name="inside leg", how="From the fork down the inside of the leg to the floor.",
          view="front", line=((50, 134), (49, 232))),
    HowTo(name="outside leg", how="From the waist down the side to the floor.",
          view="front", line=((64, 96), (66, 132), (62, 232))),
)  # fmt: skip


def growth(days: tuple[dict[str, float], ...]) -> tuple[dict[str, float], ...]:
    """For each day (the newest first): how much every measurement has changed since the day before
    that it was taken on (mm); without those that have not changed or were never taken before."""
    found = []
    for index, day in enumerate(days):
        changed = {}
        for name, mm in day.items():
            before = next((earlier[name] for earlier in days[index + 1 :] if name in earlier), mm)
            if mm != before:
                changed[name] = mm - before
        found.append(changed)
    return tuple(found)
